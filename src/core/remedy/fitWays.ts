import { sourceCost } from '../works';
import { layOut } from '../layout';
import { fillIn, type BedGroup, type Plan } from '../plan';
import { changed, type Change, type ChangeKind } from '../changes';
import { beyond, judge, roots, type Finding, type Judgement } from '../check';
import type { PlanSolver } from '../network';
import { figuresOf, type Figures } from './figures';
import { openedWell, stationsOf } from './fitSets';
import type { FitLimits } from './fitTypes';
import { triedFor } from './tryOut';

/** A whole plan that may be offered, with its judgement in all its states. */
export interface Way {
  changes: Change[];
  after: Judgement;
  figures: Figures;
  /** What is left to stop or mend, gravest first. */
  left: Finding[];
}

/** What is sought within: the plan as it is, its judgement, and what may be changed. */
export interface Search {
  plan: Plan;
  before: Judgement;
  limits: FitLimits;
  solver: PlanSolver;
  checkpoint: () => void;
  /** Counts plans that are solved. */
  tried: (plans?: number) => void;
}

const KEPT_TAPE: readonly ChangeKind[] = ['runs', 'plant-emitters'];
const KEPT_HEADERS: readonly ChangeKind[] = ['header-feed', 'header-along', 'second-header'];
const OF_SOURCE: readonly ChangeKind[] = [
  'foot-valve',
  'lower-pump',
  'suction-size',
  'tank-size',
  'pressure-tank',
  'vessel-air',
  'cut-out',
  'booster',
  'booster-out',
  'booster-drive',
  'lift-flow',
  'lasting',
  'raise-tank',
];
/** What is wished and what was measured is not for a search to move. */
const NEVER: readonly ChangeKind[] = ['wish', 'allowance'];

/** Whether some changes keep to what is to stay as it is. */
export const keepsTo = (changes: readonly Change[], limits: FitLimits): boolean =>
  changes.every(
    ({ kind }) =>
      !NEVER.includes(kind) &&
      !(limits.keepTape && (kind.startsWith('lay-') || KEPT_TAPE.includes(kind))) &&
      !(limits.keepHeaders && KEPT_HEADERS.includes(kind)) &&
      !(limits.keepSource && OF_SOURCE.includes(kind)),
  );

const toMend = (judged: Judgement): Finding[] =>
  roots(judged.told).filter((f) => f.grade === 'stop' || f.grade === 'mend');

/** A plan as a way: its figures with what its source costs more. */
function wayOf({ before }: Search, changes: Change[], after: Judgement): Way {
  const figures = figuresOf(after);
  return {
    changes,
    after,
    figures: { ...figures, cost: figures.cost + sourceCost(before.plan, after.plan) },
    left: toMend(after),
  };
}

/** Judges some changes; the plan as it is without any. */
export function wayBy(search: Search, changes: Change[]): Way {
  const { solver, checkpoint, tried } = search;
  tried();
  const after =
    changes.length === 0 ? search.before : judge(changed(search.plan, changes), { solver, checkpoint });
  return wayOf(search, changes, after);
}

/** Beds that water together, by the sets of a plan; all in one where it has none. */
export function setsIn({ plan }: Judgement): BedGroup[][] {
  const { sets } = plan.watering;
  if (sets.length > 0) return sets.map((s) => s.beds.map((b) => ({ ...b })));
  const used = layOut(plan).blocks.filter((b) => b.block.inUse && b.runs.length > 0);
  return [used.map((b) => ({ block: b.block.id }))];
}

/** Whether a way keeps to a budget, to a number of sets, and to who opens what. */
export function isWithin({ after, figures }: Way, limits: FitLimits): boolean {
  const sets = setsIn(after).length;
  return (
    (limits.budget === undefined || figures.cost <= limits.budget) &&
    sets <= Math.min(limits.mostSets, stationsOf(after.plan)) &&
    openedWell(fillIn(after.stated)) === undefined
  );
}

const count = ({ left }: Way, grade: Finding['grade']): number =>
  left.filter((f) => f.grade === grade).reduce((sum, f) => sum + 1 + f.also.length, 0);
const farBeyond = ({ left }: Way): number => left.reduce((sum, f) => sum + Math.min(beyond(f), 1e3), 0);

/** Stops, then what is to mend: fewer is better, whatever else is asked. */
export const gravity = (way: Way): [number, number] => [count(way, 'stop'), count(way, 'mend')];

/** By the first figure in which they differ. */
export function isLower(a: readonly number[], b: readonly number[]): boolean {
  const i = a.findIndex((v, k) => v !== b[k]);
  return i >= 0 && a[i] < b[i];
}

/** How far a way is from working, the nearest first. */
export const distance = (way: Way): number[] => [...gravity(way), farBeyond(way)];

/** Times that one more remedy is taken. */
const MOST_STEPS = 8;

/**
 * Takes one remedy after the other while less is left: old findings are worked off too.
 * @param thorough each time the best remedy of all that is left; else the best of the gravest that has one
 */
export function workOff(search: Search, start: Way, thorough = false): Way {
  let now = start;
  for (let step = 0; step < MOST_STEPS && now.left.length > 0; step++) {
    const next = thorough
      ? nearestOf([now, ...remediesOf(search, now, now.left)])
      : (firstOf(search, now) ?? now);
    if (next === now) return now;
    now = next;
  }
  return now;
}

function firstOf(search: Search, now: Way): Way | undefined {
  for (const finding of now.left) {
    const best = nearestOf([now, ...remediesOf(search, now, [finding])]);
    if (best !== now) return best;
  }
  return undefined;
}

/** The way that is nearest to working; of several the first. */
export const nearestOf = (ways: readonly [Way, ...Way[]]): Way =>
  ways.reduce((a, b) => (isLower(distance(b), distance(a)) ? b : a));

/** Every remedy of some findings of a way that keeps to what stays, each a way of its own. */
export function remediesOf(search: Search, from: Way, findings: readonly Finding[]): Way[] {
  const { solver, checkpoint, limits, tried } = search;
  return findings.flatMap((finding) => {
    const found = triedFor(finding, from.after, solver, checkpoint);
    tried(found.length);
    return found
      .filter(({ remedy }) => keepsTo(remedy.changes, limits))
      .map(({ remedy, after }) => wayOf(search, [...from.changes, ...remedy.changes], after));
  });
}
