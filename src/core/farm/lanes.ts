import { msg } from '../language';
import { headerCrossings, type Crossing, type FarmLayout } from '../layout';
import { thing } from './item';
import type { Maker } from './maker';
import { blockPlace, mainPlace, type Where } from './thing';

/** A sleeve under a lane reaches past its edge on either side by this, m. */
export const SLEEVE_PAST_M = 0.5;

/** Sleeves under lanes and over ditches. */
export function laySleeves(layout: FarmLayout, maker: Maker): void {
  const { family } = maker.plan.build;
  const sleeve = thing('sleeve', 'pipe', msg`wide pipe as a sleeve`, 2, {
    unit: 'm',
    sold: 'stick',
    holds: family === 'inch' ? [3.048, 6.096] : [3, 6],
  });
  const lay = (crossings: readonly Crossing[], at: Where, reason: string): void => {
    for (const { thing: lane, lengthM } of crossings)
      if (lane.kind === 'lane' || lane.kind === 'ditch')
        maker.lay(sleeve, lengthM, at, reason, { tail: 2 * SLEEVE_PAST_M });
  };
  for (const m of layout.mains) lay(m.crossings, mainPlace(m.to), msg`under or over what the main crosses`);
  for (const b of layout.blocks)
    lay(
      headerCrossings(b, maker.plan.obstacles),
      blockPlace(b.block.id),
      msg`under or over what the header crosses`,
    );
}
