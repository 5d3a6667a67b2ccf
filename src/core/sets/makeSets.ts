import { msg } from '../language';
import { layOut } from '../layout';
import { createPlanSolver, isGravity, type FarmResults, type PlanSolver } from '../network';
import { openedApart, withOpen, type FullPlan, type WaterSet } from '../plan';
import { evenParts, halved, loadOf, type Over, type Verdict } from './parts';
import { bedsOf, byLike, holds, lphOf, valveUnits, wholeBlocks, type ValveUnit } from './valveUnits';

/** Sets as they were made, and beds that ask too much even alone. */
export interface MadeSets {
  sets: WaterSet[];
  /** Beds that ask for more than the source gives even alone. */
  tooMuch: { block: string; key?: string; asksLph: number; givesLph: number }[];
}

/** Smaller sets lose less on the way, so the source gives them more than it gives all at once. */
const HOPEFUL = 1.3;

/** Where beds are too uneven even alone, a set of them may be so much more uneven than the worst of them. */
const SLACK = 1.3;

/** An id that no set has yet. */
function freshSetId(sets: readonly Pick<WaterSet, 'id'>[]): string {
  let n = sets.length + 1;
  while (sets.some((s) => s.id === `set-${n}`)) n++;
  return `set-${n}`;
}

/** A name that no set has yet. */
function freshName(sets: readonly WaterSet[]): string {
  let n = 1;
  while (sets.some((s) => s.name === msg`Set ${n}`)) n++;
  return msg`Set ${n}`;
}

/**
 * Makes sets: the fewest, of even flow, beds of like need and material together where wished, neighbours together, none
 * asking for more than the source gives at the pressure that takes. Each set is solved, not only added up.
 *
 * Where there are sets already they are kept: beds that are gone are dropped, beds that are new are put to the set of
 * their like with most room, and only a set that asks too much gives beds up.
 *
 * @param how `afresh`: sets there are do not count; `least`: as many sets at the least, where there are beds enough; `wholes`: blocks
 *   are not parted that the source bears as a whole
 * @param checkpoint called before each solve; what it throws ends the work
 */
export function makeSets(
  stated: FullPlan,
  { afresh = false, least = 1, wholes = false }: { afresh?: boolean; least?: number; wholes?: boolean } = {},
  solver: PlanSolver = createPlanSolver(),
  checkpoint: () => void = () => {},
): MadeSets {
  // What sets need to be opened apart is solved with them.
  const plan = openedApart(stated);
  let evenness = plan.wishes.uniformity;
  /** Some beds get nothing even alone: parting them helps none. */
  let hopeless = false;
  const all = allOpen(plan);
  const verdictOf = (results: FarmResults): Verdict => {
    const verdict = loadOf(results, evenness);
    return hopeless ? { ...verdict, ok: true, load: Math.min(1, verdict.load) } : verdict;
  };
  const look = (units: readonly ValveUnit[]): Verdict => {
    checkpoint();
    return verdictOf(solver.solve(withOpen(all, { beds: bedsOf(units) })));
  };
  checkpoint();
  const whole = solver.solve(all);
  const single = valveUnits(all, layOut(all), whole);
  const units = wholes ? wholeBlocks(single, verdictOf(whole).givesLph) : single;
  if (units.length === 0) return { sets: [], tooMuch: [] };
  // Under a tank fewer beds at once cannot be more even than each is alone.
  if (isGravity(whole.layout.source) && !verdictOf(whole).ok) {
    const worst = Math.max(...units.map((u) => look([u]).load));
    hopeless = worst === Infinity;
    if (worst > 1 && !hopeless) evenness = 1 - (1 - evenness) * worst * SLACK;
  }
  const { sets, overs } =
    afresh || plan.watering.sets.length === 0
      ? fresh(units, verdictOf(whole), plan.watering.apart, least, look)
      : kept(units, plan.watering.sets, plan.watering.apart, look);
  return {
    sets,
    tooMuch: overs
      .filter((o) => Number.isFinite(o.verdict.givesLph))
      .map(({ unit, verdict }) => ({
        block: unit.block,
        ...(unit.key && { key: unit.key }),
        asksLph: verdict.asksLph,
        givesLph: verdict.givesLph,
      })),
  };
}

/** The plan with every block in use fully open. */
function allOpen(plan: FullPlan): FullPlan {
  return withOpen(plan, { beds: plan.blocks.filter((b) => b.inUse).map((b) => ({ block: b.id })) });
}

function fresh(
  units: readonly ValveUnit[],
  { load, givesLph }: Verdict,
  apart: boolean,
  leastSets: number,
  look: (units: readonly ValveUnit[]) => Verdict,
): { sets: WaterSet[]; overs: Over[] } {
  const overs: Over[] = [];
  const total = units.reduce((sum, u) => sum + u.lph, 0);
  // What the source gives grows as less pressure is needed; a first guess the solver then corrects.
  const most = Number.isFinite(givesLph) ? Math.max(givesLph, total / load) : total / load;
  const first = load <= 1 ? total : most * HOPEFUL;
  const classes = apart ? byLike(units) : [units];
  const parts: ValveUnit[][] = [];
  for (const own of classes) {
    const guessLph = first > 0 ? first : Math.max(...own.map((u) => u.lph));
    const found = evenParts(own, guessLph, Math.ceil((leastSets * own.length) / units.length), look);
    if (found) {
      parts.push(...found.parts);
      found.parts.forEach((part, i) => {
        if (!found.verdicts[i].ok) overs.push({ unit: part[0], verdict: found.verdicts[i] });
      });
    } else parts.push(...halved(own, look, overs));
  }
  const sets: WaterSet[] = [];
  for (const part of parts) sets.push({ id: freshSetId(sets), name: freshName(sets), beds: bedsOf(part) });
  return { sets, overs };
}

/** Sets there are, with no more changed than must be. */
function kept(
  units: readonly ValveUnit[],
  before: readonly WaterSet[],
  apart: boolean,
  look: (units: readonly ValveUnit[]) => Verdict,
): { sets: WaterSet[]; overs: Over[] } {
  const overs: Over[] = [];
  const members = before.map((set) => units.filter((u) => holds(set, u)));
  const placed = new Set(members.flat());
  const verdicts = members.map((m) => (m.length > 0 ? look(m) : undefined));
  /** Flow that a set bears, by what it asked and was given. */
  const room = (i: number): number => {
    const v = verdicts[i];
    return v && v.load > 0 ? lphOf(members[i]) / v.load - lphOf(members[i]) : Infinity;
  };
  let loose = units.filter((u) => !placed.has(u));
  // A set that asks too much gives its last beds up.
  members.forEach((own, i) => {
    while (verdicts[i] && !verdicts[i]!.ok && own.length > 1) {
      let over = lphOf(own) - lphOf(own) / verdicts[i]!.load;
      while (own.length > 1 && over > 0) {
        const given = own.pop()!;
        over -= given.lph;
        loose = [given, ...loose];
      }
      verdicts[i] = look(own);
    }
    if (verdicts[i] && !verdicts[i]!.ok) overs.push({ unit: own[0], verdict: verdicts[i]! });
  });
  const nearest = (u: ValveUnit, list: readonly ValveUnit[]): number =>
    Math.min(...list.map((v) => Math.hypot(v.xM - u.xM, v.yM - u.yM)));
  const left: ValveUnit[] = [];
  for (const u of loose) {
    const fitting = members
      .map((own, i) => ({ own, i }))
      .filter(
        ({ own, i }) => own.length > 0 && (!apart || own.some((v) => v.like === u.like)) && room(i) >= u.lph,
      )
      .sort((a, b) => nearest(u, a.own) - nearest(u, b.own));
    const into = fitting.find(({ own, i }) => {
      const verdict = look([...own, u]);
      if (verdict.ok) verdicts[i] = verdict;
      return verdict.ok;
    });
    if (into) into.own.push(u);
    else left.push(u);
  }
  const sets: WaterSet[] = setsKept(before, members, units);
  // What fits nowhere makes sets of its own.
  const classes = apart ? byLike(left) : left.length > 0 ? [left] : [];
  for (const own of classes)
    for (const part of halved(own, look, overs))
      sets.push({ id: freshSetId(sets), name: freshName(sets), beds: bedsOf(part) });
  return { sets, overs };
}

/** Sets that still hold beds: the same objects where nothing of them changed. */
function setsKept(before: readonly WaterSet[], members: ValveUnit[][], units: readonly ValveUnit[]) {
  const sets: WaterSet[] = [];
  before.forEach((set, i) => {
    if (members[i].length === 0) return;
    const order = units.filter((u) => members[i].includes(u));
    const whole = set.beds.filter((g) => !g.keys && order.some((u) => u.block === g.block));
    const same =
      set.beds.every(
        (g) => !g.keys || g.keys.every((k) => order.some((u) => u.block === g.block && u.key === k)),
      ) &&
      order.every((u) => holds(set, u)) &&
      whole.length === set.beds.filter((g) => !g.keys).length &&
      units.filter((u) => holds(set, u)).length === order.length;
    sets.push(same ? set : { ...set, beds: bedsOf(order) });
  });
  return sets;
}
