import { randomLcg } from 'd3-random';
import { msg } from '../../language';
import { createNetworkSolver } from '../../hydraulics/network';
import { SKETCHES } from '../../sketches';
import type { FaultKind } from '../diagnosis/faults';
import { drawFault, drawTwo, hide, type Hidden, type HiddenFault } from './hidden';
import type { Library } from '../diagnosis/library';
import { search, type Step } from './session';
import { WALK_M_PER_MIN } from '../diagnosis/spots';

/*
 * Practice: something is wrong on a made-up farm, and the learner finds it, each reading at the price of its minutes.
 */

export const LEVELS = ['easy', 'fair', 'nasty'] as const;
export type Level = (typeof LEVELS)[number];

/** A lesson: a farm, what is wrong there, and what it teaches. */
export interface Lesson {
  id: string;
  title: string;
  ask: string;
  sketch: string;
  /** Kinds of fault hidden there, and how large: 0 as small as can be noticed, 1 complete. */
  faults: { kind: FaultKind; large: number; at?: string }[];
  teaches: string;
}

const fault = (kind: FaultKind, large = 0.7, at?: string): Lesson['faults'][number] => ({
  kind,
  large,
  ...(at && { at }),
});

/** Twelve lessons, from one gauge to two faults on a hill. */
export const LESSONS: readonly Lesson[] = [
  {
    id: 'full-filter',
    title: msg`Which gauge says the filter is full`,
    ask: msg`Everything downstream is weak. Read before and after the filter.`,
    sketch: 'house-well',
    faults: [fault('filter-loaded', 0.8)],
    teaches: msg`A loaded filter shows between two gauges: high before, low after.`,
  },
  {
    id: 'half-valve',
    title: msg`A valve that looks open`,
    ask: msg`One block gets little. Where does the pressure go?`,
    sketch: 'house-well',
    faults: [fault('valve-part-shut', 0.7)],
    teaches: msg`Go along the line: the loss is between the last good gauge and the first bad one.`,
  },
  {
    id: 'wet-spot',
    title: msg`Something runs away`,
    ask: msg`The pressure fell since last week.`,
    sketch: 'tap-beds',
    faults: [fault('leak', 0.6)],
    teaches: msg`Low pressure and much flow: water is lost. A walk finds the place.`,
  },
  {
    id: 'open-end',
    title: msg`Somebody flushed yesterday`,
    ask: msg`One bed hardly drips.`,
    sketch: 'house-well',
    faults: [fault('open-end', 0.9)],
    teaches: msg`An open end starves its own run first.`,
  },
  {
    id: 'weak-tap',
    title: msg`The neighbours water too`,
    ask: msg`All beds are weak at seven in the evening.`,
    sketch: 'tunnel-tap',
    faults: [fault('source-weak', 0.6)],
    teaches: msg`Where the very first gauge is low, look no further down.`,
  },
  {
    id: 'low-tank',
    title: msg`A float that sticks`,
    ask: msg`It drips slower every day.`,
    sketch: 'barrel',
    faults: [fault('tank-low', 0.6)],
    teaches: msg`A stick in the tank tells more than any gauge under gravity.`,
  },
  {
    id: 'stuck-regulator',
    title: msg`Fittings pop`,
    ask: msg`Joints weep and tape bulges.`,
    sketch: 'house-well',
    faults: [fault('regulator-open', 1)],
    teaches: msg`Too much pressure behind a regulator: it is stuck open. Shut first, then look.`,
  },
  {
    id: 'slime',
    title: msg`Good pressure, little water`,
    ask: msg`Gauges are right, plants are limp.`,
    sketch: 'pond-pump',
    faults: [fault('clogged', 0.6)],
    teaches: msg`Right pressure with little flow: the emitters. Cups tell how much.`,
  },
  {
    id: 'kink',
    title: msg`A barrow on the header`,
    ask: msg`Some beds are dry, some are not.`,
    sketch: 'borehole-fields',
    faults: [fault('header-squeezed', 0.7)],
    teaches: msg`Beds dry from one place on: the header is squeezed just before it.`,
  },
  {
    id: 'worn-pump',
    title: msg`An old pump or a low well`,
    ask: msg`The pump runs all day and the pressure is low.`,
    sketch: 'house-well',
    faults: [fault('pump-worn', 0.6)],
    teaches: msg`Measure the water in the well: if it stands as planned, the pump is worn.`,
  },
  {
    id: 'two-at-once',
    title: msg`One repair was not enough`,
    ask: msg`The filter was washed. It is still weak.`,
    sketch: 'pond-pump',
    faults: [fault('filter-loaded', 0.6), fault('leak', 0.6)],
    teaches: msg`Where one fault leaves something unexplained, read on.`,
  },
  {
    id: 'hill',
    title: msg`Two faults on a hill`,
    ask: msg`The upper field is dry, the lower one is wet.`,
    sketch: 'borehole-fields',
    faults: [fault('pipe-squeezed', 0.6), fault('clogged', 0.6)],
    teaches: msg`Take the heights off first: what is left is loss.`,
  },
];

export const lessonOf = (id: string): Lesson | undefined => LESSONS.find((l) => l.id === id);
/** Farms for endless practice. */
export const PRACTICE_SKETCHES = SKETCHES.map((s) => s.id);

/** Numbers by a seed, the first few of which are alike for near seeds, and left out. */
export function numbersOf(seed: number): () => number {
  const random = randomLcg(((seed * 2654435761) % 4294967296) / 4294967296);
  for (let i = 0; i < 3; i++) random();
  return random;
}

/** How large a fault of a lesson is, among the sizes that somebody would notice. */
function ofLesson(
  library: Library,
  { kind, large, at }: Lesson['faults'][number],
  random: () => number,
): HiddenFault | undefined {
  const all = library.signatures.filter((s) => s.fault.kind === kind && (!at || s.fault.group.includes(at)));
  const one = all[Math.floor(random() * all.length)];
  if (!one) return undefined;
  const noticed = one.sizes.filter((_, i) => one.shows[i]);
  return {
    fault: one.fault,
    size: noticed[Math.min(noticed.length - 1, Math.round(large * (noticed.length - 1)))],
  };
}

/** Hides the faults of a lesson. @returns nothing where the farm cannot have them */
export function hideLesson(library: Library, lesson: Lesson, seed: number): Hidden | undefined {
  const random = numbersOf(seed);
  const faults = lesson.faults.map((f) => ofLesson(library, f, random));
  return faults.every((f) => f !== undefined) ? hide(library, faults as HiddenFault[], random) : undefined;
}

/** Hides one or two faults by lot. */
export function hideByLot(library: Library, level: Level, seed: number): Hidden | undefined {
  const random = numbersOf(seed);
  if (level === 'nasty') {
    const two = drawTwo(library, random);
    return two && hide(library, two, random);
  }
  const found = drawFault(library, random, createNetworkSolver());
  if (!found) return undefined;
  if (level === 'fair') return hide(library, [found], random);
  const signature = library.signatures.find((s) => s.fault.id === found.fault.id)!;
  return hide(
    library,
    [{ fault: found.fault, size: signature.sizes[signature.shows.lastIndexOf(true)] }],
    random,
  );
}

/** Readings that an expert takes at most. */
const EXPERT_READINGS = { one: 5, two: 8 };

/** What somebody who knows would have read, in which order, and what was thought after each. */
export const expertWay = (hidden: Hidden): Step[] =>
  search(hidden, hidden.faults.length > 1 ? EXPERT_READINGS.two : EXPERT_READINGS.one).steps;

/** Minutes of readings and walks, in the order they were taken. */
export function minutesOf(library: Library, spots: readonly string[]): number {
  const { head } = library.farm.results.layout;
  let at: readonly [number, number] = [head.xM, head.yM];
  let minutes = 0;
  for (const id of spots) {
    const spot = library.spots.find((s) => s.id === id);
    if (!spot) continue;
    minutes += spot.minutes + Math.hypot(spot.point[0] - at[0], spot.point[1] - at[1]) / WALK_M_PER_MIN;
    at = spot.point;
  }
  return minutes;
}
