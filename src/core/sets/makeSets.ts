import { layOut, toSheet, type FarmLayout, type LaidBed } from '../layout';
import { createPlanSolver, type FarmResults, type PlanSolver } from '../network';
import { withOpen, type BedGroup, type FullPlan, type WaterSet } from '../plan';
import { alikeBeds } from './groups';
import { needFrom, peakDay, skyOver } from './need';

/** What opens and shuts as one: a bed with a valve of its own, or a block behind one. */
interface ValveUnit {
  block: string;
  /** The bed; none for a whole block. */
  key?: string;
  lph: number;
  /** Hours a day that it asks to be open: its need over what it puts on. */
  needH: number;
  /** What may be put together where unlike needs are kept apart: material and need, coarsely. */
  like: string;
  /** Place on the sheet, m. */
  xM: number;
  yM: number;
}

/** Sets as they were made, and what stands against them. */
export interface MadeSets {
  sets: WaterSet[];
  /** Beds that ask for more than the source gives even alone. */
  tooMuch: { block: string; key?: string; asksLph: number; givesLph: number }[];
  /** Plans that were solved. */
  solves: number;
}

/** Needs of time within this share of each other are like: in one set each then gets four fifths to six fifths of its own. */
const LIKE_SHARE = 0.5;
/** Times that parts are made and solved. */
const MOST_TRIES = 10;
/** Smaller sets lose less on the way, so the source gives them more than it gives all at once. */
const HOPEFUL = 1.3;
/** A part whose pressure the source does not reach at any flow counts as this many; one that asks next to nothing as this. */
const OUT_OF_REACH = 2;
const LEAST_LOAD = 1e-3;
/** Weights of what a set costs beside unevenness of flow: a block cut in two, unlike needs together. */
const CUT_WEIGHT = 0.03;
const MIXED_WEIGHT = 0.3;
/** More sets than this are not made. */
export const MOST_SETS = 60;
const ROUNDING = 1e-6;

/** Whether a set asks for no more than its source gives, and by how much: 1 just fits. */
interface Verdict {
  ok: boolean;
  load: number;
  asksLph: number;
  givesLph: number;
}

/** Asked against given, by the solver: the pressure that the set needs is part of it. */
export function loadOf(results: FarmResults): Verdict {
  const { askedLph, availableLph, lastingLph } = results.demand;
  const givesLph = Math.min(availableLph, lastingLph);
  const load = askedLph <= 0 ? 0 : givesLph > 0 ? askedLph / givesLph : Infinity;
  return { ok: load <= 1 + ROUNDING, load, asksLph: askedLph, givesLph };
}

const areaOf = (bed: LaidBed): number => bed.lengthM * bed.widthM;

/** Beds and blocks as they can be opened, in an order in which neighbours, and those of like need and material, follow each other. */
function valveUnits(plan: FullPlan, layout: FarmLayout, results: FarmResults): ValveUnit[] {
  const sky = skyOver(plan);
  const groups = alikeBeds(plan, layout);
  const peak = peakDay(plan, groups, sky);
  const needOf = new Map<string, { mm: number; material: string }>();
  for (const g of groups) {
    const { mm } = needFrom(plan, g, plan.watering.day.forDate ?? peak, sky);
    for (const key of g.keys) needOf.set(`${g.blockId}/${key}`, { mm, material: g.tape.kind });
  }
  const units: ValveUnit[] = [];
  results.blocks.forEach((b, i) => {
    const { layout: laid } = b.built;
    const { block, frame } = laid;
    // What the satisfied block asks for, shared out by what its emitters are rated at: starved beds would flow too little.
    const rated = new Float64Array(laid.beds.length);
    for (let r = b.firstRun; r < b.firstRun + b.runCount; r++) {
      const { run, emitters } = results.runs[r];
      rated[run.bedIndex] += emitters * run.tape.flowLph;
    }
    const scale = results.demand.blocks[i].askedLph / rated.reduce((sum, lph) => sum + lph, 0);
    const at = (x: number, y: number) => toSheet(frame, x, y);
    const beds = laid.beds
      .map((bed, j) => ({ bed, lph: rated[j] * scale }))
      .filter(({ bed, lph }) => !bed.resting && lph > 0);
    if (beds.length === 0) return;
    if (block.valves === 'block') {
      const lph = beds.reduce((sum, x) => sum + x.lph, 0);
      const needs = beds.map(({ bed }) => needOf.get(`${block.id}/${bed.key}`));
      const litres = beds.reduce((sum, { bed }, j) => sum + (needs[j]?.mm ?? 0) * areaOf(bed), 0);
      const needH = litres / lph;
      const [xM, yM] = at((laid.box.leftM + laid.box.rightM) / 2, (laid.box.nearM + laid.box.farM) / 2);
      units.push({ block: block.id, lph, needH, like: needs[0]?.material ?? '', xM, yM });
      return;
    }
    for (const { bed, lph } of beds) {
      const need = needOf.get(`${block.id}/${bed.key}`);
      const [xM, yM] = at(bed.leftM + bed.widthM / 2, (bed.nearM + bed.farM) / 2);
      units.push({
        block: block.id,
        key: bed.key,
        lph,
        // Two beds of a crop with unlike runs take unlike times.
        needH: ((need?.mm ?? 0) * areaOf(bed)) / lph,
        like: need?.material ?? '',
        xM,
        yM,
      });
    }
  });
  return inOrder(classed(units), layout);
}

/** Adds to each unit's likeness the class of its need: classes are as wide as needs count as like. */
function classed(units: ValveUnit[]): ValveUnit[] {
  const needs = [...new Set(units.map((u) => u.needH))].sort((a, b) => a - b);
  const classOf = new Map<number, number>();
  let first = NaN;
  let n = -1;
  for (const hours of needs) {
    if (!(hours <= first * (1 + LIKE_SHARE))) {
      first = hours;
      n++;
    }
    classOf.set(hours, n);
  }
  return units.map((u) => ({ ...u, like: `${u.like} ${classOf.get(u.needH)}` }));
}

/** By likeness, then block by block from neighbour to neighbour, then bed by bed. */
function inOrder(units: ValveUnit[], layout: FarmLayout): ValveUnit[] {
  const rank = new Map<string, number>();
  let [x, y] = [layout.head.xM, layout.head.yM];
  const left = new Map<string, { x: number; y: number }>();
  for (const u of units) if (!left.has(u.block)) left.set(u.block, { x: u.xM, y: u.yM });
  while (left.size > 0) {
    const next = [...left].reduce((a, b) =>
      Math.hypot(b[1].x - x, b[1].y - y) < Math.hypot(a[1].x - x, a[1].y - y) ? b : a,
    );
    rank.set(next[0], rank.size);
    ({ x, y } = next[1]);
    left.delete(next[0]);
  }
  const number = (key: string | undefined): number => (key ? parseInt(key, 10) : 0);
  return [...units].sort(
    (a, b) =>
      a.like.localeCompare(b.like) ||
      rank.get(a.block)! - rank.get(b.block)! ||
      number(a.key) - number(b.key) ||
      (a.key ?? '').localeCompare(b.key ?? ''),
  );
}

/**
 * Parts units in order into `n` runs of neighbours, so that weights are even, few blocks are cut and few unlike needs
 * come together: by dynamic programming over where the parts end.
 * @returns ends of the parts, or nothing where there are fewer units
 */
function partition(units: readonly ValveUnit[], weights: readonly number[], n: number): number[] | undefined {
  const N = units.length;
  if (n > N) return undefined;
  const sum = new Float64Array(N + 1);
  for (let i = 0; i < N; i++) sum[i + 1] = sum[i] + weights[i];
  const even = sum[N] / n;
  /** Changes of likeness up to each unit. */
  const changes = new Int32Array(N + 1);
  for (let i = 1; i < N; i++) changes[i + 1] = changes[i] + (units[i].like !== units[i - 1].like ? 1 : 0);
  const cost = (from: number, to: number): number => {
    const off = (sum[to] - sum[from] - even) / even;
    const mixed = changes[to] - changes[from + 1];
    const cut = to < N && units[to].block === units[to - 1].block ? 1 : 0;
    return off * off + CUT_WEIGHT * cut + MIXED_WEIGHT * mixed;
  };
  let best = new Float64Array(N + 1).fill(Infinity);
  best[0] = 0;
  const from: Int32Array[] = [];
  for (let k = 1; k <= n; k++) {
    const next = new Float64Array(N + 1).fill(Infinity);
    const came = new Int32Array(N + 1).fill(-1);
    for (let j = k; j <= N; j++) {
      for (let i = j - 1; i >= k - 1; i--) {
        // A part of twice the even weight is never better than two.
        if (i < j - 1 && sum[j] - sum[i] > 2 * even) break;
        const c = best[i] + cost(i, j);
        if (c < next[j]) {
          next[j] = c;
          came[j] = i;
        }
      }
    }
    best = next;
    from.push(came);
  }
  if (!Number.isFinite(best[N])) return undefined;
  const ends: number[] = [];
  for (let k = n, j = N; k > 0; k--) {
    ends.push(j);
    j = from[k - 1][j];
  }
  return ends.reverse();
}

/** Units as a set names them: whole blocks without their beds' keys. */
function bedsOf(units: readonly ValveUnit[]): BedGroup[] {
  const groups = new Map<string, BedGroup>();
  for (const u of units) {
    const group = groups.get(u.block) ?? { block: u.block };
    if (u.key) (group.keys ??= []).push(u.key);
    groups.set(u.block, group);
  }
  return [...groups.values()];
}

const holds = (set: Pick<WaterSet, 'beds'>, u: ValveUnit): boolean =>
  set.beds.some((g) => g.block === u.block && (!g.keys || (u.key !== undefined && g.keys.includes(u.key))));

/** The fewest parts that weights in order make, each of 1 at most. */
function fewest(weights: readonly number[]): number {
  let n = 0;
  let sum = Infinity;
  for (const w of weights) {
    if (sum + w > 1 + ROUNDING) {
      n++;
      sum = 0;
    }
    sum += w;
  }
  return n;
}

/** An id that no set has yet. */
function freshSetId(sets: readonly Pick<WaterSet, 'id'>[]): string {
  let n = sets.length + 1;
  while (sets.some((s) => s.id === `set-${n}`)) n++;
  return `set-${n}`;
}

/** A name that no set has yet. */
function freshName(sets: readonly WaterSet[]): string {
  let n = 1;
  while (sets.some((s) => s.name === `Set ${n}`)) n++;
  return `Set ${n}`;
}

/**
 * Makes sets: the fewest, of even flow, beds of like need and material together where wished, neighbours together, none
 * asking for more than the source gives at the pressure that takes. Each set is solved, not only added up.
 *
 * Where there are sets already they are kept: beds that are gone are dropped, beds that are new are put to the set of
 * their like with most room, and only a set that asks too much gives beds up.
 *
 * @param how `afresh`: sets there are do not count; `least`: as many sets at the least, where there are beds enough
 * @param checkpoint called before each solve; what it throws ends the work
 */
export function makeSets(
  plan: FullPlan,
  { afresh = false, least = 1 }: { afresh?: boolean; least?: number } = {},
  solver: PlanSolver = createPlanSolver(),
  checkpoint: () => void = () => {},
): MadeSets {
  let solves = 0;
  const all = allOpen(plan);
  const look = (units: readonly ValveUnit[]): Verdict => {
    checkpoint();
    solves++;
    return loadOf(solver.solve(withOpen(all, { beds: bedsOf(units) })));
  };
  checkpoint();
  solves++;
  const whole = solver.solve(all);
  const units = valveUnits(all, layOut(all), whole);
  if (units.length === 0) return { sets: [], tooMuch: [], solves };
  const { sets, overs } =
    afresh || plan.watering.sets.length === 0
      ? fresh(units, whole, plan.watering.apart, least, look)
      : kept(units, plan.watering.sets, plan.watering.apart, look);
  return {
    sets,
    solves,
    tooMuch: overs.map(({ unit, verdict }) => ({
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

interface Over {
  unit: ValveUnit;
  verdict: Verdict;
}

function fresh(
  units: readonly ValveUnit[],
  whole: FarmResults,
  apart: boolean,
  leastSets: number,
  look: (units: readonly ValveUnit[]) => Verdict,
): { sets: WaterSet[]; overs: Over[] } {
  const overs: Over[] = [];
  const total = units.reduce((sum, u) => sum + u.lph, 0);
  const { load, givesLph } = loadOf(whole);
  // What the source gives grows as less pressure is needed; a first guess the solver then corrects.
  const first = load <= 1 ? total : Math.max(givesLph, total / load) * HOPEFUL;
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

interface Parts {
  parts: ValveUnit[][];
  verdicts: Verdict[];
}

/**
 * Units in order in as few parts as the source bears. Each part is solved; what a unit weighs is then its share of what
 * its part was found to load the source with, and the sum of those loads is a floor under the number of parts.
 * @param guessLph what a part may ask for, at a guess
 * @param leastParts no fewer are made
 * @returns nothing where no number of parts that was tried does
 */
function evenParts(
  own: readonly ValveUnit[],
  guessLph: number,
  leastParts: number,
  look: (units: readonly ValveUnit[]) => Verdict,
): Parts | undefined {
  let weights = own.map((u) => u.lph / guessLph);
  const floor = Math.min(leastParts, own.length);
  let n = Math.min(MOST_SETS, Math.max(floor, fewest(weights)));
  let best: Parts | undefined;
  const tried = new Map<number, number>();
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const times = (tried.get(n) ?? 0) + 1;
    tried.set(n, times);
    const ends = partition(own, weights, n);
    if (!ends) {
      n = Math.min(own.length, n + 1);
      continue;
    }
    const parts = ends.map((end, i) => own.slice(i === 0 ? 0 : ends[i - 1], end));
    const verdicts = parts.map(look);
    const loads = verdicts.map((v) => (Number.isFinite(v.load) ? v.load : OUT_OF_REACH));
    weights = parts.flatMap((part, i) =>
      part.map((u) => (u.lph / lphOf(part)) * Math.max(loads[i], LEAST_LOAD)),
    );
    const least = Math.max(floor, Math.ceil(loads.reduce((sum, l) => sum + l, 0) - ROUNDING));
    if (verdicts.every((v, i) => v.ok || parts[i].length === 1)) {
      if (!best || n < best.parts.length) best = { parts, verdicts };
      if (least >= n || tried.has(least)) break;
      n = least;
      continue;
    }
    // Once more with the weights as they were found; then more parts.
    if (times < 2 && least <= n) continue;
    n = Math.min(own.length, MOST_SETS, Math.max(n + 1, least));
    if (best && n >= best.parts.length) break;
    if ((tried.get(n) ?? 0) > 1) break;
  }
  return best;
}

const lphOf = (units: readonly ValveUnit[]): number => units.reduce((sum, u) => sum + u.lph, 0);

/** Where nothing else did: parts halved until each does, or is one alone. */
function halved(
  units: readonly ValveUnit[],
  look: (units: readonly ValveUnit[]) => Verdict,
  overs: Over[],
): ValveUnit[][] {
  const verdict = look(units);
  if (verdict.ok) return [[...units]];
  if (units.length === 1) {
    overs.push({ unit: units[0], verdict });
    return [[...units]];
  }
  const mid = Math.ceil(units.length / 2);
  return [...halved(units.slice(0, mid), look, overs), ...halved(units.slice(mid), look, overs)];
}

function byLike(units: readonly ValveUnit[]): ValveUnit[][] {
  const classes = new Map<string, ValveUnit[]>();
  for (const u of units) classes.set(u.like, [...(classes.get(u.like) ?? []), u]);
  return [...classes.values()];
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
  // What fits nowhere makes sets of its own.
  const classes = apart ? byLike(left) : left.length > 0 ? [left] : [];
  for (const own of classes)
    for (const part of halved(own, look, overs))
      sets.push({ id: freshSetId(sets), name: freshName(sets), beds: bedsOf(part) });
  return { sets, overs };
}
