import { REGULATOR_SETS_KPA } from '../catalog/headParts';
import { costOf } from '../works';
import type { FarmResults, BlockResult, PlanSolver } from '../network';
import { fillIn, refusalOf, isStored, type Block, type FullPlan, type Plan } from '../plan';
import { changed } from '../changes';
import { flowsUnder, regulatorsFor, widerThan } from '../check';
import { opened } from './fitSets';
import type { FitLimits, Variant } from './fitTypes';
import type { Change } from '../changes';

/** So strong a source that only pipes and regulators count: stands in while blocks are looked at one by one. */
const STRONG = { shutKpa: 900, flowingKpa: 880, flowingLph: 1e5 };

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
  if (full.head.some((p) => p.role === 'regulator') || isStored(source)) return [[]];
  const [kind] = regulatorsFor(lph);
  if (!kind) return [[]];
  return sets.map((setKpa) => [
    { kind: 'add-part', place: block.id, part: kind.id, name: kind.name, at: block.inlet.length, setKpa },
  ]);
}

/** What is the same of two blocks but their names and places. */
export const alikeBy = (full: FullPlan, block: Block): string =>
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

/** Every way of a block with what it does, at the present pressure where that does. */
export function variantsOf(
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
      const strong = regulated && !isStored(source) ? withStrongSource(variant, full.sourceId) : variant;
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
    return outcomeOf(results, b, now);
  }
}

/** What a way to lay a block comes to. */
function outcomeOf(results: FarmResults, b: BlockResult, now: FullPlan) {
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

/** A like block's ways, told of this one. */
export function renamed(variants: readonly Variant[], block: Block): Variant[] {
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
