import { findingKind, type Whole } from '../../kind';
import type { Found } from '../../finding';

type Said = { set: string };
type Clash = 'overlap' | 'pump' | 'person';

/** Starts of one kind of clash, each set once. */
const clashing = ({ outlook }: Whole, clash: Clash): Found<Said>[] => {
  const sets = new Set(
    (outlook?.day.entries ?? []).filter((e) => e.clashes.includes(clash)).map((e) => e.set),
  );
  return [...sets].map((set) => ({
    grade: 'mend',
    place: { kind: 'set', set },
    says: { set: outlook!.times.find((t) => t.id === set)?.name ?? '' },
  }));
};

/** A set opens while another one runs. */
export const clashOverlap = findingKind({
  code: 'clash-overlap',
  stage: 'sets',
  findInWhole: (whole: Whole) => clashing(whole, 'overlap'),
  words: ({ says }) => ({
    title: `${says.set} opens while another set runs`,
    howMuch: 'Their times overlap.',
    why: 'Both together ask for more than either was planned for.',
    tries: ['move it along the day', 'plan the day again'],
  }),
});

/** A set runs outside the hours in which water may run. */
export const clashPump = findingKind({
  code: 'clash-pump',
  stage: 'sets',
  findInWhole: (whole: Whole) => clashing(whole, 'pump'),
  words: ({ says }) => ({
    title: `${says.set} runs outside the watering hours`,
    howMuch: 'Its start was set by hand.',
    why: 'Pump or tap are not free then.',
    tries: ['move it along the day', 'change the watering hours'],
  }),
});

/** A set must be opened or shut by hand when nobody is there. */
export const clashPerson = findingKind({
  code: 'clash-person',
  stage: 'sets',
  findInWhole: (whole: Whole) => clashing(whole, 'person'),
  words: ({ says }) => ({
    title: `Nobody is there to open or shut ${says.set}`,
    howMuch: 'Its valves are turned by hand.',
    why: 'A valve that nobody shuts waters on.',
    tries: ['move it along the day', 'use a timer'],
  }),
});
