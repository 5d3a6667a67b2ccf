import type { Found } from '../finding';
import type { Whole } from '../kind';

type Said = { set: string };
type Clash = 'overlap' | 'pump' | 'person';

/** Starts of one kind of clash, each set once. */
export const clashing = ({ outlook }: Whole, clash: Clash): Found<Said>[] => {
  const sets = new Set(
    (outlook?.day.entries ?? []).filter((e) => e.clashes.includes(clash)).map((e) => e.set),
  );
  return [...sets].map((set) => ({
    grade: 'mend',
    place: { kind: 'set', set },
    says: { set: outlook!.times.find((t) => t.id === set)?.name ?? '' },
  }));
};
