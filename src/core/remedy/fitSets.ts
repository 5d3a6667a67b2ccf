import { msg } from '../language';
import { costOf } from '../works';
import { layOut } from '../layout';
import {
  fillIn,
  openerOf,
  type BedGroup,
  type Block,
  type FullPlan,
  type Plan,
  type WaterSet,
} from '../plan';
import { opensWhole, switchboardOf } from '../switching';
import { changed } from '../changes';
import { roots, widerThan, type FindingCode, type Judgement } from '../check';
import type { Fit, FitLimits, FitRefusal, Unit, Variant } from './fitTypes';
import { figuresOf } from './figures';
import type { Change } from '../changes';

/** Sets are filled to this share of what the source gives, less each time the solver finds a set wanting. */
const FILLS = [1, 0.92, 0.85, 0.75, 0.65] as const;
/** Times a main is widened before a set is found wanting. */
const WIDENINGS = 6;
/** A block is split over as many sets at most. */
const MOST_PARTS = 12;

/** Sets that the source bears, with all the changes that make them. */
type Arranged = Pick<Fit, 'changes' | 'sets'>;

const setting = (sets: readonly Unit[][]): Change => ({ kind: 'sets', sets: namedSets(sets) });

/** Puts chosen ways together, widens the main, and fills sets that the source bears. */
export function arrange(
  base: Plan,
  blocks: readonly Block[],
  chosen: ReadonlyMap<string, Variant>,
  limits: FitLimits,
  hadSets: boolean,
  solve: (plan: Plan) => Judgement,
  had: ReadonlySet<string>,
): Arranged | FitRefusal {
  let changes = [...chosen.values()].flatMap((v) => v.changes);
  let refusal: FitRefusal | undefined;
  for (let widened = 0; widened <= WIDENINGS; widened++) {
    const laid = changed(base, changes);
    const all = solve(laid);
    for (const share of FILLS) {
      const sets = setsOf(all, blocks, share);
      if ('why' in sets) {
        refusal = sets;
        break;
      }
      const mostSets = Math.min(limits.mostSets, stationsOf(all.plan));
      if (sets.length > mostSets) {
        const { askedLph, availableLph } = figuresOf(all);
        refusal = {
          why: 'too-many-sets',
          sets: sets.length,
          most: mostSets,
          givesLph: availableLph,
          needsLph: askedLph,
        };
        break;
      }
      const judged = sets.map((units) => solve(opened(laid, units)));
      const wanting = judged.map((j) => faultOf(j, had)).find((f) => f !== undefined);
      if (wanting) {
        refusal = wanting;
        continue;
      }
      // Closed beds are bought all the same, and the valves that the sets need.
      const whole = fillIn(changed(laid, setsMade(sets, hadSets)));
      const unopened = openedWell(whole);
      if (unopened) return unopened;
      const cost = costOf(whole, layOut(whole)).total;
      if (limits.budget !== undefined && cost > limits.budget)
        return { why: 'too-dear', cost, budget: limits.budget };
      return { changes: [...changes, ...setsMade(sets, hadSets)], sets };
    }
    const wider = widerMains(all, blocks);
    if (wider.length === 0) break;
    changes = [...changes, ...wider];
  }
  return refusal ?? { why: 'other' };
}

/** What makes these sets of what there was: none where all opens at once. */
const setsMade = (sets: readonly BedGroup[][], hadSets: boolean): Change[] =>
  sets.length > 1 ? [setting(sets)] : hadSets ? [setting([])] : [];

/** Sets that a controller which is there has stations for; any number where there is none, or no valve is wired. */
export const stationsOf = ({ watering, blocks }: FullPlan): number =>
  blocks.some((b) => b.inUse && ['wired', 'latching'].includes(openerOf({ watering }, b)))
    ? (watering.switching.stations ?? Infinity)
    : Infinity;

/** Why the sets of a plan cannot be opened as it is wished; nothing where they can. */
export function openedWell(plan: FullPlan): FitRefusal | undefined {
  const board = switchboardOf(plan);
  const stuck = board.sets.find((s) => s.problems.length > 0);
  if (stuck) return { why: 'cannot-open', set: stuck.name };
  const most = plan.watering.switching.handTurns;
  const turns = board.sets.reduce((sum, s) => sum + s.handValves * plan.watering.day.startsPerDay, 0);
  return most !== undefined && turns > most ? { why: 'too-many-turns', turns, most } : undefined;
}

/** The next size for the main to the block that asks for most pressure, and for all of its like. */
function widerMains(judged: Judgement, blocks: readonly Block[]): Change[] {
  const { results, plan: full } = judged.worst;
  const ruling = results.blocks[results.demand.ruling]?.built.layout.block.id ?? blocks[0].id;
  const block = full.blocks.find((b) => b.id === ruling)!;
  const [next] = widerThan(block.main, 1);
  return next ? [{ kind: 'main-size', to: ruling, pipe: next.id }] : [];
}

/** Blocks, and parts of blocks too large for the source, first-fit into sets; largest first. */
function setsOf(judged: Judgement, blocks: readonly Block[], share: number): Unit[][] | FitRefusal {
  const { results, plan: full } = judged.worst;
  const gives = figuresOf(judged).availableLph * share;
  const units: { unit: Unit; lph: number }[] = [];
  for (const [i, result] of results.blocks.entries()) {
    const block = full.blocks[result.index];
    if (!blocks.some((b) => b.id === block.id)) continue;
    const lph = results.demand.blocks[i].askedLph;
    const parts = Math.ceil(lph / gives - 1e-9);
    if (parts <= 1) {
      units.push({ unit: { block: block.id }, lph });
      continue;
    }
    if (gives > 0 && opensWhole(full, block))
      return { why: 'must-split', block: block.name, parts, givesLph: gives, needsLph: lph };
    const watering = result.beds.filter((b) => b.flowLph > 0);
    const total = watering.reduce((s, b) => s + b.flowLph, 0);
    const dearest = Math.max(...watering.map((b) => (b.flowLph / total) * lph));
    if (!(gives > 0) || dearest > gives)
      return gives > 0
        ? { why: 'bed-too-much', block: block.name, givesLph: gives, needsLph: dearest }
        : {
            why: 'no-pressure',
            block: block.name,
            needsKpa: results.demand.neededKpa,
            givesKpa: results.rest.sourceKpa,
          };
    if (parts > MOST_PARTS)
      return { why: 'too-many-sets', sets: parts, most: MOST_PARTS, givesLph: gives, needsLph: lph };
    let keys: string[] = [];
    let sum = 0;
    for (const bed of watering) {
      const own = (bed.flowLph / total) * lph;
      // No bed asks for more than that alone: the first of a set always fits.
      if (sum + own > gives) {
        units.push({ unit: { block: block.id, keys }, lph: sum });
        keys = [];
        sum = 0;
      }
      keys.push(bed.key);
      sum += own;
    }
    units.push({ unit: { block: block.id, keys }, lph: sum });
  }
  const sets: { units: Unit[]; lph: number }[] = [];
  for (const { unit, lph } of units.sort((a, b) => b.lph - a.lph)) {
    // Two parts of one block do not fit into one set, or it would not have been split.
    const room = sets.find((s) => s.lph + lph <= gives && !s.units.some((u) => u.block === unit.block));
    if (room) {
      room.units.push(unit);
      room.lph += lph;
    } else sets.push({ units: [unit], lph });
  }
  return sets.map((s) => s.units);
}

/** Sets as a plan keeps them. */
const namedSets = (sets: readonly Unit[][]): WaterSet[] =>
  sets.map((units, i) => ({
    id: `set-${i + 1}`,
    name: msg`Set ${i + 1}`,
    beds: units.map((u) => ({ ...u })),
  }));

/** The plan with some beds open and nothing else. */
export const opened = (plan: Plan, units: readonly Unit[]): Plan =>
  changed(plan, [{ kind: 'sets', sets: namedSets([[...units]]) }]);

/** What sets, tape, headers and mains can mend; other faults are the plan's own, and stay. */
export const HYDRAULIC: readonly FindingCode[] = [
  'flow-short',
  'over-yield',
  'emitters-dry',
  'emitter-under',
  'emitter-over',
  'burst-at-rest',
  'main-eats',
  'part-eats',
  'regulator-starved',
  'run-too-long',
  'block-uneven',
  'header-small',
  'regulator-range',
  'flow-over-rating',
  'booster-starved',
  'suction-high',
  'pump-past-curve',
];

/**
 * The gravest thing that keeps a set from working: what a search is there to mend, or what was not there before.
 * @param had findings of the plan as it is, by their ids
 */
export function faultOf(judged: Judgement, had: ReadonlySet<string>): FitRefusal | undefined {
  const fault = roots(judged.each).find(
    (f) => (f.grade === 'stop' || f.grade === 'mend') && (HYDRAULIC.includes(f.code) || !had.has(f.id)),
  );
  return fault && { why: 'other', left: fault };
}
