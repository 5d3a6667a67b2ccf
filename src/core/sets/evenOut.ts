import { fittingKpaPerLph2 } from '../hydraulics/friction';
import { TAKE_OFF_VALVE_K, valveDegFor, valveK } from '../hydraulics/valve';
import type { FarmResults, PlanSolver } from '../network';
import type { Block, FullPlan } from '../plan';

/** A bed of an open set against the others. */
export interface BedShare {
  block: string;
  key: string;
  flowLph: number;
  /** Its flow against what its emitters are rated at, over the mean of that in the set; 1 is the mean. */
  share: number;
  /** How far its valve is shut, degrees. */
  valveDeg: number;
}

/** Beds of a set, and how even they are. */
export interface Balance {
  beds: BedShare[];
  /** From the least share to the greatest. */
  least: number;
  most: number;
}

/** How much each bed that is open gets against the others, its rating allowed for. */
export function balanceOf(results: FarmResults): Balance {
  const beds: (BedShare & { ratio: number; rated: number })[] = [];
  for (const b of results.blocks) {
    const { layout } = b.built;
    const rated = new Float64Array(layout.beds.length);
    for (let r = b.firstRun; r < b.firstRun + b.runCount; r++) {
      const { run, emitters } = results.runs[r];
      rated[run.bedIndex] += emitters * run.tape.flowLph;
    }
    layout.beds.forEach((bed, j) => {
      if (bed.resting || rated[j] === 0) return;
      const { flowLph } = b.beds[j];
      beds.push({
        block: layout.block.id,
        key: bed.key,
        flowLph,
        ratio: flowLph / rated[j],
        rated: rated[j],
        share: 0,
        valveDeg: layout.block.beds.single[bed.key]?.valveDeg ?? 0,
      });
    });
  }
  const mean = beds.reduce((sum, b) => sum + b.flowLph, 0) / beds.reduce((sum, b) => sum + b.rated, 0);
  let least = Infinity;
  let most = 0;
  const shares = beds.map((b): BedShare => {
    const share = mean > 0 ? b.ratio / mean : 0;
    least = Math.min(least, share);
    most = Math.max(most, share);
    return { block: b.block, key: b.key, flowLph: b.flowLph, valveDeg: b.valveDeg, share };
  });
  return { beds: shares, least: beds.length > 0 ? least : 1, most: beds.length > 0 ? most : 1 };
}

/** Times that valves are turned and looked at. */
const ROUNDS = 8;
/** Valves are turned by whole steps of this, degrees: a hand does no better. */
const STEP_DEG = 1;
/** Beds within this share of the least are left as they are. */
const NEAR = 0.005;

/**
 * How far to turn each open bed's take-off valves shut so that all get alike: those that get more are throttled to the
 * one that gets least. What that saves lifts the pressure of all, so it is solved and turned again.
 *
 * @param plan with the set open
 * @returns degrees by block and bed; and the balance with the valves so
 */
export function evenOut(
  plan: FullPlan,
  solver: PlanSolver,
): { valves: Map<string, Map<string, number>>; before: Balance; after: Balance } {
  const valves = new Map<string, Map<string, number>>();
  let now = withValves(plan, valves, true);
  let results = solver.solve(now);
  const before = balanceOf(solver.solve(plan));
  let balance = balanceOf(results);
  // The one that gets least with all valves open is left open: the others come down to it.
  const anchor = balance.beds.find((b) => b.share === balance.least);
  let best = { valves: copy(valves), balance, spread: balance.most - balance.least };
  for (let round = 0; round < ROUNDS; round++) {
    const target = balance.beds.find((b) => b.block === anchor?.block && b.key === anchor.key)?.share;
    if (target === undefined) break;
    const ks = wantedK(results, balance, target);
    for (const [block, beds] of ks) {
      const own = valves.get(block) ?? new Map<string, number>();
      for (const [key, k] of beds)
        own.set(key, Math.round(valveDegFor(k / TAKE_OFF_VALVE_K) / STEP_DEG) * STEP_DEG);
      valves.set(block, own);
    }
    now = withValves(plan, valves, true);
    results = solver.solve(now);
    balance = balanceOf(results);
    const spread = balance.most - balance.least;
    if (spread < best.spread) best = { valves: copy(valves), balance, spread };
  }
  for (const own of best.valves.values()) for (const [key, deg] of own) if (deg === 0) own.delete(key);
  return { valves: best.valves, before, after: best.balance };
}

const copy = (valves: Map<string, Map<string, number>>): Map<string, Map<string, number>> =>
  new Map([...valves].map(([block, own]) => [block, new Map(own)]));

/** Fitting loss (K) of each bed's valves that would bring it to a share at the pressures there are now. */
function wantedK(results: FarmResults, balance: Balance, target: number): Map<string, Map<string, number>> {
  const found = new Map<string, Map<string, number>>();
  for (const b of results.blocks) {
    const { block } = b.built.layout;
    const own = new Map<string, number>();
    for (const share of balance.beds) {
      if (share.block !== block.id) continue;
      const runs = results.runs
        .slice(b.firstRun, b.firstRun + b.runCount)
        .filter((r) => r.run.bed === share.key && r.emitters > 0);
      if (runs.length === 0) continue;
      const now = TAKE_OFF_VALVE_K * valveK(share.valveDeg);
      if (share.share <= target * (1 + NEAR) && now === 0) continue;
      // Flow goes with a power of the pressure behind the take-off.
      const k = runs.reduce((sum, r) => {
        const { tape } = r.run;
        const exponent = tape.kind === 'compensating' || tape.exponent <= 0 ? 0.5 : tape.exponent;
        const perLph2 = fittingKpaPerLph2(1, tape.boreMm);
        const lossNow = perLph2 * (block.header.takeOffK + now) * r.flowLph ** 2;
        const behind = Math.max(LEAST_KPA, r.inletKpa - lossNow);
        const flow = r.flowLph * (target / share.share);
        const wantedBehind = behind * (target / share.share) ** (1 / exponent);
        const spare = r.inletKpa - wantedBehind - perLph2 * block.header.takeOffK * flow ** 2;
        return sum + Math.max(0, spare / (perLph2 * flow ** 2)) / runs.length;
      }, 0);
      own.set(share.key, k);
    }
    found.set(block.id, own);
  }
  return found;
}
const LEAST_KPA = 0.1;

/** The plan with valves turned so. @param anew valves that are not named stand open, whatever the plan says */
export function withValves(
  plan: FullPlan,
  valves: ReadonlyMap<string, ReadonlyMap<string, number>>,
  anew: boolean,
): FullPlan {
  const blocks = plan.blocks.map((b): Block => {
    if (!b.inUse) return b;
    const own = valves.get(b.id) ?? new Map<string, number>();
    const open = b.open ? new Set(b.open) : undefined;
    const single = { ...b.beds.single };
    for (const [key, s] of Object.entries(single))
      if (anew && s.valveDeg !== undefined && (!open || open.has(key))) {
        const rest = { ...s };
        delete rest.valveDeg;
        single[key] = rest;
      }
    for (const [key, valveDeg] of own) single[key] = { ...single[key], valveDeg };
    return { ...b, beds: { ...b.beds, single } };
  });
  return { ...plan, blocks };
}
