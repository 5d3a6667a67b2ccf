import { REGULATOR_SETS_KPA } from '../catalog/headParts';
import { costOf } from '../build';
import { createPlanSolver, type PlanSolver } from '../network';
import {
  fillIn,
  refusalOf,
  type BedGroup,
  type Block,
  type FullPlan,
  type Plan,
  type WaterSet,
} from '../plan';
import { changed } from './changes';
import { flowsUnder, regulatorsFor, widerThan } from './context';
import { figuresOf, judge, type Figures, type Judged } from './tryOut';
import type { Change } from './types';

/** What a search must keep to. */
export interface FitLimits {
  keepTape: boolean;
  /** Headers stay where they lie and are fed where they are. */
  keepHeaders: boolean;
  /** Of everything to buy, at typical prices; none if it does not matter. */
  budget: number | undefined;
  mostSets: number;
}

export type FitKind = 'cheapest' | 'most-even' | 'fewest-sets';

/** Beds that water together: some of a block's, or all of them where no keys are given. */
export type Unit = BedGroup;

/** One plan that works. */
export interface Fit {
  kinds: FitKind[];
  /** What to change, its sets among it. */
  changes: Change[];
  sets: Unit[][];
  after: Figures;
}

/** What stands against every plan, in numbers; `tellRefusal` puts it into words. */
export type FitRefusal =
  | { why: 'bed-too-much'; block: string; givesLph: number; needsLph: number }
  | { why: 'too-many-sets'; sets: number; most: number; givesLph: number; needsLph: number }
  | { why: 'too-dear'; cost: number; budget: number }
  | { why: 'block-uneven'; block: string; best: number; wished: number; keepTape: boolean }
  | { why: 'no-pressure'; block: string; needsKpa: number; givesKpa: number }
  | { why: 'other'; code: string }
  | { why: 'no-beds' };

export interface FitAnswer {
  fits: Fit[];
  refusal?: FitRefusal;
  /** Plans that were solved. */
  solves: number;
}

/** One way to lay a block, and what it does while its regulator has what it needs. */
interface Variant {
  changes: Change[];
  cost: number;
  uniformity: number;
  askedLph: number;
  /** It is as even as wished, in its window, and holds at rest. */
  does: boolean;
}

/** So strong a source that only pipes and regulators count: stands in while blocks are looked at one by one. */
const STRONG = { shutKpa: 900, flowingKpa: 880, flowingLph: 1e5 };
const KINDS: readonly FitKind[] = ['cheapest', 'most-even', 'fewest-sets'];
/** Sets are filled to this share of what the source gives, less each time the solver finds a set wanting. */
const FILLS = [1, 0.92, 0.85, 0.75, 0.65] as const;
/** Times a main is widened before a set is found wanting. */
const WIDENINGS = 6;
/** A block is split over as many sets at most. */
const MOST_PARTS = 12;

/** Changes of a block alone, mild ones first: each a way to lay it. */
function waysOf(block: Block, limits: FitLimits): Change[][] {
  const { id, tape, header } = block;
  const flows = limits.keepTape ? [] : flowsUnder(tape).slice(0, 2);
  const flow = (i: number): Change[] =>
    flows[i] ? [{ kind: 'lay-flow', block: id, flowLph: flows[i] }] : [];
  const wider = widerThan(header, 2).map((p): Change => ({ kind: 'header-size', block: id, pipe: p.id }));
  const feed: Change[] =
    !limits.keepHeaders && (header.feed === 'left' || header.feed === 'right')
      ? [{ kind: 'header-feed', block: id, feed: 'middle' }]
      : [];
  const middle: Change[] =
    !limits.keepHeaders && !header.other && Math.abs(header.along - 0.5) > 0.1
      ? [{ kind: 'header-along', block: id, along: 0.5 }]
      : [];
  const ways: Change[][] = [
    [],
    feed,
    wider.slice(0, 1),
    flow(0),
    middle,
    wider.slice(1, 2),
    [...feed, ...wider.slice(0, 1)],
    [...flow(0), ...feed],
    [...flow(0), ...middle],
    flow(1),
    [...middle, ...wider.slice(0, 1)],
    [...flow(1), ...middle, ...wider.slice(0, 1)],
  ];
  const seen = new Set<string>();
  return ways.filter((w) => {
    const key = JSON.stringify(w);
    return !seen.has(key) && seen.add(key);
  });
}

/** Other pressures for a block's own regulator, or a regulator where nothing holds the pressure: what must come with each way. */
function pressuresOf(full: FullPlan, block: Block, lph: number): Change[][] {
  const own = block.inlet.filter((p) => p.role === 'regulator').at(-1);
  const { minKpa, maxKpa } = block.tape;
  const sets = REGULATOR_SETS_KPA.filter((s) => s > minKpa * 1.2 && s <= maxKpa);
  if (own)
    return [
      [],
      ...sets
        .filter((s) => s !== own.setKpa)
        .map((setKpa): Change[] => [{ kind: 'set-pressure', place: block.id, id: own.id, setKpa }]),
    ];
  const source = full.sources.find((s) => s.id === full.sourceId)!;
  if (full.head.some((p) => p.role === 'regulator') || source.kind === 'tank') return [[]];
  const [kind] = regulatorsFor(lph);
  if (!kind) return [[]];
  return sets.map((setKpa) => [
    { kind: 'add-part', place: block.id, part: kind.id, name: kind.name, at: block.inlet.length, setKpa },
  ]);
}

/** What is the same of two blocks but their names and places. */
const alikeBy = (full: FullPlan, block: Block): string =>
  JSON.stringify([
    {
      ...block,
      id: '',
      name: '',
      xM: 0,
      yM: 0,
      main: 0,
      inUse: 0,
      inlet: block.inlet.map((p) => ({ ...p, id: '' })),
    },
    full.ground.heights.length > 0 ? block.id : '',
  ]);

/**
 * Looks for whole plans that work within limits: each block's ways are tried alone, the best by each of three aims are
 * put together into sets that the source bears, and every set is solved before it is offered.
 * @param progress told of the share done, 0 to 1
 * @param checkpoint called before each solve; what it throws ends the search
 */
export function fit(
  plan: Plan,
  limits: FitLimits,
  progress: (share: number) => void = () => {},
  checkpoint: () => void = () => {},
): FitAnswer {
  const solver = createPlanSolver(checkpoint);
  let solves = 0;
  const solve = (p: Plan): Judged => {
    checkpoint();
    solves++;
    return judge(p, solver, checkpoint);
  };
  const full = fillIn(plan);
  const { blocks } = full;
  const base = awake(plan);
  const hadSets = full.watering.sets.length > 0;
  const known = new Map<string, Variant[]>();
  const variants = new Map<string, Variant[]>();
  for (const [i, block] of blocks.entries()) {
    const key = alikeBy(full, block);
    const alike = known.get(key);
    const own = alike
      ? renamed(alike, block)
      : variantsOf(base, full, block, limits, solver, () => {
          checkpoint();
          solves++;
        });
    if (!alike) known.set(key, own);
    variants.set(block.id, own);
    progress((0.7 * (i + 1)) / blocks.length);
    const best = own.reduce((a, b) => (b.uniformity > a ? b.uniformity : a), 0);
    if (own.length === 0) continue;
    if (!own.some((v) => v.does))
      return {
        fits: [],
        solves,
        refusal: whyNot(solve(opened(base, [{ block: block.id }])), block, best, limits),
      };
  }
  const used = blocks.filter((b) => (variants.get(b.id)?.length ?? 0) > 0);
  if (used.length === 0) return { fits: [], solves, refusal: { why: 'no-beds' } };
  const fits: Fit[] = [];
  let refusal: FitRefusal | undefined;
  for (const [k, kind] of KINDS.entries()) {
    const chosen = new Map(
      used.map((b) => [
        b.id,
        choose(
          kind,
          variants.get(b.id)!.filter((v) => v.does),
        ),
      ]),
    );
    const found = arrange(base, used, chosen, limits, hadSets, solve);
    progress(0.7 + (0.3 * (k + 1)) / KINDS.length);
    if ('why' in found) {
      refusal = graver(refusal, found);
      continue;
    }
    const same = fits.find((f) => JSON.stringify(f.changes) === JSON.stringify(found.changes));
    if (same) same.kinds.push(kind);
    else fits.push({ kinds: [kind], ...found });
  }
  return { fits: named(fits), solves, ...(fits.length === 0 && { refusal }) };
}

/** Why no way of laying a block does: it is uneven in all, the source stands too low, or what is found of it as it is. */
function whyNot(alone: Judged, block: Block, best: number, limits: FitLimits): FitRefusal {
  const { demand, rest } = alone.results;
  if (demand.neededKpa > rest.sourceKpa)
    return {
      why: 'no-pressure',
      block: block.name,
      needsKpa: demand.neededKpa,
      givesKpa: rest.sourceKpa,
    };
  const { wishes } = alone.full;
  if (best < wishes.uniformity)
    return {
      why: 'block-uneven',
      block: block.name,
      best,
      wished: wishes.uniformity,
      keepTape: limits.keepTape,
    };
  return faultOf(alone) ?? { why: 'other', code: '' };
}

/** Names each plan by what it is best at among those found; one that is best at nothing is not offered. */
function named(fits: Fit[]): Fit[] {
  const best = (by: (f: Fit) => number): Fit => fits.reduce((a, b) => (by(b) < by(a) - 1e-6 ? b : a));
  if (fits.length === 0) return [];
  for (const f of fits) f.kinds = [];
  best((f) => f.after.cost).kinds.push('cheapest');
  best((f) => -Math.round(f.after.uniformity * 1000)).kinds.push('most-even');
  best((f) => f.sets.length + f.after.cost * 1e-9).kinds.push('fewest-sets');
  return fits.filter((f) => f.kinds.length > 0);
}

/** A refusal that says more: what is nearest to working. */
function graver(a: FitRefusal | undefined, b: FitRefusal): FitRefusal {
  if (!a) return b;
  if (a.why === 'too-dear' && b.why === 'too-dear') return b.cost < a.cost ? b : a;
  if (a.why === 'too-many-sets' && b.why === 'too-many-sets') return b.sets < a.sets ? b : a;
  return a.why === 'other' ? b : a;
}

/** The plan with all that is in use open at once. */
const awake = (plan: Plan): Plan => changed(plan, [{ kind: 'sets', sets: [] }]);

function variantsOf(
  base: Plan,
  full: FullPlan,
  block: Block,
  limits: FitLimits,
  solver: PlanSolver,
  before: () => void,
): Variant[] {
  const source = full.sources.find((s) => s.id === full.sourceId)!;
  const alone = opened(base, [{ block: block.id }]);
  const found: Variant[] = [];
  const first = solve(alone);
  if (!first || first.emitters === 0) return [];
  for (const pressure of pressuresOf(full, block, first.askedLph)) {
    for (const way of waysOf(block, limits)) {
      const held = pressure.some((c) => c.kind === 'add-part');
      const regulated =
        held ||
        block.inlet.some((p) => p.role === 'regulator') ||
        full.head.some((p) => p.role === 'regulator');
      const changes = [...way, ...pressure];
      const variant = changed(alone, changes);
      if (refusalOf(variant)) continue;
      const strong = regulated && source.kind !== 'tank' ? withStrongSource(variant, full.sourceId) : variant;
      const does = solve(strong);
      if (!does) continue;
      found.push({
        changes,
        cost: does.cost,
        uniformity: does.uniformity,
        askedLph: does.askedLph,
        does: does.well,
      });
    }
    // The present pressure is kept where it does.
    if (found.some((v) => v.does)) break;
  }
  return found;

  function solve(
    p: Plan,
  ): { emitters: number; cost: number; uniformity: number; askedLph: number; well: boolean } | undefined {
    before();
    const now = fillIn(p);
    const results = solver.solve(now);
    const [b] = results.blocks;
    if (!b) return undefined;
    const weak = results.runs[b.weakest];
    const strong = results.runs[b.strongest];
    const well =
      weak !== undefined &&
      weak.minKpa >= weak.run.tape.minKpa &&
      strong.maxKpa <= strong.run.tape.maxKpa &&
      b.rest.lowestTapeKpa <= strong.run.tape.maxKpa &&
      b.uniformity >= now.wishes.uniformity &&
      results.runs
        .slice(b.firstRun, b.firstRun + b.runCount)
        .every((r) => r.emitters === 0 || r.uniformity >= now.wishes.uniformity);
    return {
      emitters: b.emitters,
      cost: costOf(now, results.layout).total,
      uniformity: b.uniformity,
      askedLph: results.demand.askedLph,
      well,
    };
  }
}

/** A like block's ways, told of this one. */
function renamed(variants: readonly Variant[], block: Block): Variant[] {
  const regulator = block.inlet.filter((p) => p.role === 'regulator').at(-1);
  return variants.map((v) => ({
    ...v,
    changes: v.changes.map((c): Change => {
      if (c.kind === 'set-pressure') return { ...c, place: block.id, id: regulator?.id ?? c.id };
      if (c.kind === 'add-part') return { ...c, place: block.id };
      return 'block' in c ? { ...c, block: block.id } : c;
    }),
  }));
}

const withStrongSource = (plan: Plan, id: string): Plan => ({
  ...plan,
  sources: plan.sources.map((s) =>
    s.id === id
      ? { id, kind: 'tap', method: 'gauge', ...STRONG, xM: s.xM, yM: s.yM, heightM: s.heightM, name: s.name }
      : s,
  ) as Plan['sources'],
});

/** Differences under this do not count, as ratios. */
const EVEN_STEP = 0.005;

function choose(kind: FitKind, variants: readonly Variant[]): Variant {
  const by: Record<FitKind, (v: Variant) => number[]> = {
    cheapest: (v) => [v.cost, v.changes.length, -v.uniformity],
    'most-even': (v) => [-Math.round(v.uniformity / EVEN_STEP), v.changes.length, v.cost],
    'fewest-sets': (v) => [v.askedLph, v.cost, v.changes.length],
  };
  const less = (a: number[], b: number[]): boolean => {
    for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return a[i] < b[i];
    return false;
  };
  return variants.reduce((a, b) => (less(by[kind](b), by[kind](a)) ? b : a));
}

type Arranged = Omit<Fit, 'kinds'>;

const setting = (sets: readonly Unit[][]): Change => ({ kind: 'sets', sets: namedSets(sets) });

/** Puts chosen ways together, widens the main, and fills sets that the source bears. */
function arrange(
  base: Plan,
  blocks: readonly Block[],
  chosen: ReadonlyMap<string, Variant>,
  limits: FitLimits,
  hadSets: boolean,
  solve: (plan: Plan) => Judged,
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
      if (sets.length > limits.mostSets) {
        const { askedLph, availableLph } = figuresOf(all);
        refusal = {
          why: 'too-many-sets',
          sets: sets.length,
          most: limits.mostSets,
          givesLph: availableLph,
          needsLph: askedLph,
        };
        break;
      }
      const judged = sets.map((units) => solve(opened(laid, units)));
      const wanting = judged.map(faultOf).find((f) => f !== undefined);
      if (wanting) {
        refusal = wanting;
        continue;
      }
      const figures = judged.map(figuresOf);
      // Closed beds are bought all the same: the cost is that of all of it.
      const cost = costOf(all.full, all.results.layout).total;
      if (limits.budget !== undefined && cost > limits.budget)
        return { why: 'too-dear', cost, budget: limits.budget };
      const weakest = figures.reduce((a, b) =>
        b.weakestKpa - b.windowKpa < a.weakestKpa - a.windowKpa ? b : a,
      );
      return {
        changes: [...changes, ...(sets.length > 1 ? [setting(sets)] : hadSets ? [setting([])] : [])],
        sets,
        after: {
          ...weakest,
          uniformity: Math.min(...figures.map((f) => f.uniformity)),
          askedLph: Math.max(...figures.map((f) => f.askedLph)),
          cost,
        },
      };
    }
    const wider = widerMains(all, blocks);
    if (wider.length === 0) break;
    changes = [...changes, ...wider];
  }
  return refusal ?? { why: 'other', code: '' };
}

/** The next size for the main to the block that asks for most pressure, and for all of its like. */
function widerMains(judged: Judged, blocks: readonly Block[]): Change[] {
  const { results, full } = judged;
  const ruling = results.blocks[results.demand.ruling]?.built.layout.block.id ?? blocks[0].id;
  const block = full.blocks.find((b) => b.id === ruling)!;
  const [next] = widerThan(block.main, 1);
  return next ? [{ kind: 'main-size', to: ruling, pipe: next.id }] : [];
}

/** Blocks, and parts of blocks too large for the source, first-fit into sets; largest first. */
function setsOf(judged: Judged, blocks: readonly Block[], share: number): Unit[][] | FitRefusal {
  const { results, full } = judged;
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
      if (sum + own > gives && keys.length > 0) {
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
    name: `Set ${i + 1}`,
    beds: units.map((u) => ({ ...u })),
  }));

/** The plan with some beds open and nothing else. */
const opened = (plan: Plan, units: readonly Unit[]): Plan =>
  changed(plan, [{ kind: 'sets', sets: namedSets([[...units]]) }]);

/** The gravest thing that keeps a set from working. */
function faultOf(judged: Judged): FitRefusal | undefined {
  const HYDRAULIC = [
    'flow-short',
    'over-yield',
    'emitters-dry',
    'emitter-under',
    'emitter-over',
    'burst-at-rest',
    'main-eats',
    'regulator-starved',
    'run-too-long',
    'block-uneven',
    'header-small',
    'regulator-range',
  ];
  const fault = judged.findings.find((f) => !f.follows && HYDRAULIC.includes(f.code));
  if (!fault) return undefined;
  return { why: 'other', code: fault.code };
}
