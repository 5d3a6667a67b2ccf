import { kindOfCode } from './kindOf';
import type { Context, Offer } from './offers';

/** What would be tried for a finding, in a grower's order; nothing for what no change of the plan can mend. */
export const offersFor = (context: Context): Offer[] =>
  (kindOfCode(context.finding.code).offers?.(context) ?? []).filter((offer) =>
    offer.some((way) => way.length > 0),
  );
