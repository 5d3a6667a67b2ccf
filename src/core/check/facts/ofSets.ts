import type { SetOutlook } from '../../sets';
import type { Found, Said } from '../finding';
import type { Whole } from '../kind';

/** What is found of single sets. */
export const ofSets = <S extends Said>(
  { outlook }: Whole,
  tell: (set: SetOutlook) => Omit<Found<S>, 'place'> | undefined,
): Found<S>[] =>
  (outlook?.sets ?? []).flatMap((set) => {
    const found = tell(set);
    return found ? [{ ...found, place: { kind: 'set' as const, set: set.id } }] : [];
  });

/** What is found of the day and the season. */
export const ofPlan = <S extends Said>(found: Omit<Found<S>, 'place'>): Found<S> => ({
  ...found,
  place: { kind: 'plan' },
});

/** A set that runs no longer than this does not run, min. */
export const NO_MINUTES = 1e-9;
