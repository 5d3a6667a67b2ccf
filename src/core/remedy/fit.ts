import { createPlanSolver } from '../network';
import { fillIn, type Block, type Plan } from '../plan';
import { changed, type Change } from '../changes';
import { arrange, faultOf, opened } from './fitSets';
import type { Fit, FitAnswer, FitKind, FitLimits, FitRefusal, Variant } from './fitTypes';
import { alikeBy, renamed, variantsOf } from './fitVariants';
import { judge, judgeOpen, type Finding, type Judgement } from '../check';
import { compare } from './tryOut';

export type { Fit, FitAnswer, FitKind, FitLimits, FitRefusal, Unit } from './fitTypes';

const KINDS: readonly FitKind[] = ['cheapest', 'most-even', 'fewest-sets'];

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
  const solve = (p: Plan): Judgement => {
    checkpoint();
    solves++;
    return judgeOpen(p, { solver, checkpoint });
  };
  const full = fillIn(plan);
  const before = judge(plan, { solver, checkpoint });
  const had = new Set(before.each.map((f) => f.id));
  const base = awake(plan);
  const hadSets = full.watering.sets.length > 0;
  const variants = new Map<string, Variant[]>();
  const known = new Map<string, Variant[]>();
  for (const [i, block] of full.blocks.entries()) {
    const key = alikeBy(full, block);
    const alike = known.get(key);
    const count = (): void => {
      checkpoint();
      solves++;
    };
    const own = alike ? renamed(alike, block) : variantsOf(base, full, block, limits, solver, count);
    if (!alike) known.set(key, own);
    variants.set(block.id, own);
    progress((0.7 * (i + 1)) / full.blocks.length);
    if (own.length === 0 || own.some((v) => v.does)) continue;
    const best = own.reduce((a, b) => (b.uniformity > a ? b.uniformity : a), 0);
    const alone = solve(opened(base, [{ block: block.id }]));
    return { fits: [], solves, refusal: whyNot(alone, block, best, limits, had) };
  }
  const used = full.blocks.filter((b) => (variants.get(b.id)?.length ?? 0) > 0);
  if (used.length === 0) return { fits: [], solves, refusal: { why: 'no-beds' } };
  const fits: Fit[] = [];
  let refusal: FitRefusal | undefined;
  for (const [k, kind] of KINDS.entries()) {
    const does = (id: string): Variant[] => variants.get(id)!.filter((v) => v.does);
    const chosen = new Map(used.map((b) => [b.id, choose(kind, does(b.id))]));
    const found = arrange(base, used, chosen, limits, hadSets, solve, had);
    progress(0.7 + (0.3 * (k + 1)) / KINDS.length);
    if ('why' in found) {
      refusal = graver(refusal, found);
      continue;
    }
    const bad = newFault(before, judge(changed(plan, found.changes), { solver, checkpoint }), found.changes);
    if (bad) {
      refusal = graver(refusal, { why: 'other', code: bad.code });
      continue;
    }
    const same = fits.find((f) => JSON.stringify(f.changes) === JSON.stringify(found.changes));
    if (same) same.kinds.push(kind);
    else fits.push({ kinds: [kind], ...found });
  }
  return { fits: named(fits), solves, ...(fits.length === 0 && { refusal }) };
}

/** Why no way of laying a block does: it is uneven in all, the source stands too low, or what is found of it as it is. */
function whyNot(
  alone: Judgement,
  block: Block,
  best: number,
  limits: FitLimits,
  had: ReadonlySet<string>,
): FitRefusal {
  const { demand, rest } = alone.worst.results;
  if (demand.neededKpa > rest.sourceKpa)
    return {
      why: 'no-pressure',
      block: block.name,
      needsKpa: demand.neededKpa,
      givesKpa: rest.sourceKpa,
    };
  const { wishes } = alone.plan;
  if (best < wishes.uniformity)
    return {
      why: 'block-uneven',
      block: block.name,
      best,
      wished: wishes.uniformity,
      keepTape: limits.keepTape,
    };
  return faultOf(alone, had) ?? { why: 'other', code: '' };
}

/** Names each plan by what it is best at among those found; one that is best at nothing is not offered. */
export function named(fits: Fit[]): Fit[] {
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

/** Differences under this do not count, as ratios. */
const EVEN_STEP = 0.005;

/** Of ways that all do, the best by what is wished. */
export function choose(kind: FitKind, variants: readonly Variant[]): Variant {
  const by: Record<FitKind, (v: Variant) => number[]> = {
    cheapest: (v) => [v.cost, v.changes.length, -v.uniformity],
    'most-even': (v) => [-Math.round(v.uniformity / EVEN_STEP), v.changes.length, v.cost],
    'fewest-sets': (v) => [v.askedLph, v.cost, v.changes.length],
  };
  /** By the first figure in which they differ. */
  const less = (a: number[], b: number[]): boolean => {
    const i = a.findIndex((v, k) => v !== b[k]);
    return a[i] < b[i];
  };
  return variants.reduce((a, b) => (less(by[kind](b), by[kind](a)) ? b : a));
}

/** What a plan in its judgement has that must be put right, and had not before: it is judged in every state, on the backup and through the day, before it is offered. */
const newFault = (before: Judgement, after: Judgement, changes: Change[]): Finding | undefined =>
  compare(changes, before, after).worse.find((f) => f.grade === 'stop' || f.grade === 'mend');
