import { material } from '../catalog/materials';
import { bestEvenness, createPlanSolver, mostAtAnyPressureM } from '../network';
import { refusalOf, type Block, type Plan } from '../plan';
import { changed } from '../changes';
import { arrange, faultOf, HYDRAULIC, opened } from './fitSets';
import type { Fit, FitAnswer, FitKind, FitLimits, FitRefusal, Variant } from './fitTypes';
import { alikeBy, renamed, variantsOf } from './fitVariants';
import { flowsUnder, judge, judgeOpen, roots, type Judgement } from '../check';
import {
  distance,
  gravity,
  isLower,
  isWithin,
  remediesOf,
  setsIn,
  wayBy,
  workOff,
  type Search,
  type Way,
} from './fitWays';

export type { Fit, FitAnswer, FitKind, FitLimits, FitRefusal, Unit } from './fitTypes';

const KINDS = ['cheapest', 'most-even', 'fewest-sets'] as const;
type Aim = (typeof KINDS)[number];

/** Differences of evenness under this do not count, as ratios. */
const EVEN_STEP = 0.005;
/** Shares of the work that are done when each block's ways are known, and when sets are put together. */
const WAYS_DONE = 0.5;
const SETS_DONE = 0.65;
/** Of remedies that are taken from Check so many are tried two by two: the best of all, and the first of each finding. */
const MOST_BEST = 4;
const MOST_FIRSTS = 6;

/**
 * Looks for whole plans within limits, from three sides: each block's ways are tried alone and the best by each aim put together
 * into sets that the source bears; whatever is then left to mend is worked off by its remedies; and the plan as it is, each of
 * Check's remedies and each two of the best stand beside them. Every plan is judged in all its states. Those with the fewest
 * things to stop and to mend are offered, the best by each aim, with all that is left.
 * @param progress told of the share done, 0 to 1
 * @param checkpoint called before each solve; what it throws ends the search
 */
export function fit(
  plan: Plan,
  limits: FitLimits,
  progress: (share: number) => void = () => {},
  checkpoint: () => void = () => {},
): FitAnswer {
  let solves = 0;
  const tried = (plans = 1): void => {
    solves += plans;
    checkpoint();
  };
  const solver = createPlanSolver(checkpoint);
  const before = judge(plan, { solver, checkpoint });
  const search: Search = { plan, before, limits, solver, checkpoint, tried };
  const laid = laidWays(search, (share) => progress(share * WAYS_DONE));
  if (laid.used.length === 0 && laid.refusal?.why === 'no-beds')
    return { fits: [], solves, refusal: laid.refusal };
  const asItIs = wayBy(search, []);
  const arranged = laid.refusal ? [] : arrangedWays(search, laid);
  let refusal = laid.refusal;
  const ways: Way[] = [];
  for (const found of arranged)
    if ('why' in found) refusal = graver(refusal, found);
    else ways.push(wayBy(search, found.changes));
  progress(SETS_DONE);
  const each = roots(before.told)
    .filter((f) => f.grade !== 'note')
    .map((f) => remediesOf(search, asItIs, [f]));
  const singles = each.flat();
  const pairs = pairsOf(search, singles, each);
  const [best] = [...singles, ...pairs].sort(byDistance);
  const seeds = [...ways, asItIs, ...(best ? [best] : [])];
  const worked = seeds.map((way, i) => {
    progress(SETS_DONE + ((1 - SETS_DONE) * i) / seeds.length);
    return way.left.length > 0 ? workOff(search, way) : way;
  });
  const all = [asItIs, ...ways, ...singles, ...pairs, ...worked];
  // Where the first thing that helps leads nowhere, the best of all is looked for at every step.
  if (all.every((way) => way.left.length > 0)) all.push(workOff(search, asItIs, true));
  const within = all.filter((way) => isWithin(way, limits));
  progress(1);
  return answerOf(within, all, asItIs, refusal, search, solves);
}

const byDistance = (a: Way, b: Way): number => (isLower(distance(a), distance(b)) ? -1 : 1);

/** Two remedies at once: of those that leave least, and of the first of each finding. */
function pairsOf(search: Search, singles: readonly Way[], each: readonly Way[][]): Way[] {
  const firsts = each.flatMap((ways) => ways.slice(0, 2)).slice(0, MOST_FIRSTS);
  const best = [...new Set([...[...singles].sort(byDistance).slice(0, MOST_BEST), ...firsts])];
  return best.flatMap((one, i) =>
    best.slice(i + 1).flatMap((other) => {
      const changes = [...one.changes, ...other.changes];
      return refusalOf(changed(search.plan, changes)) ? [] : [wayBy(search, changes)];
    }),
  );
}

/** What is offered of the ways that keep to the limits. */
function answerOf(
  within: readonly Way[],
  all: readonly Way[],
  asItIs: Way,
  refusal: FitRefusal | undefined,
  search: Search,
  solves: number,
): FitAnswer {
  const [nearest] = [...within].sort(byDistance);
  const least = nearest ? eachOnce(within.filter((w) => !isLower(gravity(nearest), gravity(w)))) : [];
  const fits = named(least.map((way) => offered(way, [])));
  if (nearest && !isWanting(nearest)) return { fits, solves };
  const why = tooDear(all, search.limits) ?? refusal ?? whyOf(nearest ?? asItIs);
  const comesNearer = nearest && isLower(distance(nearest), distance(asItIs));
  return { fits: comesNearer ? fits.map(asNearest) : [], solves, refusal: why };
}

const asNearest = (f: Fit): Fit => ({ ...f, kinds: ['nearest', ...f.kinds] });

/** Whether something is left that stops it, or that sets, pipes and what is laid are there to mend. */
const isWanting = ({ left }: Way): boolean =>
  left.some((f) => f.grade === 'stop' || HYDRAULIC.includes(f.code));

/** The same changes in another order are the same plan. */
function eachOnce(ways: readonly Way[]): Way[] {
  const seen = new Set<string>();
  return ways.filter(({ changes }) => {
    const made = changes
      .map((c) => JSON.stringify(c))
      .sort()
      .join();
    return !seen.has(made) && seen.add(made);
  });
}

/** The least that a plan that works costs, where only the budget rules it out. */
function tooDear(all: readonly Way[], limits: FitLimits): FitRefusal | undefined {
  const { budget } = limits;
  if (budget === undefined) return undefined;
  const work = all.filter((w) => !isWanting(w) && isWithin(w, { ...limits, budget: undefined }));
  if (work.length === 0) return undefined;
  return { why: 'too-dear', cost: Math.min(...work.map((w) => w.figures.cost)), budget };
}

/** The gravest that is left keeps it from working. */
const whyOf = ({ left }: Way): FitRefusal => ({ why: 'other', ...(left[0] && { left: left[0] }) });

const offered = ({ changes, after, figures, left }: Way, kinds: FitKind[]): Fit => ({
  kinds,
  changes,
  sets: setsIn(after),
  after: figures,
  left,
});

/** The best of some plans by each aim, named by what they are best at; of two that are as good the one that changes less. */
export function named(fits: readonly Fit[]): Fit[] {
  const by: Record<Aim, (f: Fit) => number[]> = {
    cheapest: ({ after, changes }) => [after.cost, changes.length, -after.uniformity],
    'most-even': ({ after, changes }) => [
      -Math.round(after.uniformity / EVEN_STEP),
      changes.length,
      after.cost,
    ],
    'fewest-sets': ({ after, changes, sets }) => [sets.length, changes.length, after.cost],
  };
  const best = new Map<Fit, FitKind[]>();
  for (const kind of fits.length > 0 ? KINDS : []) {
    const fit = fits.reduce((a, b) => (isLower(by[kind](b), by[kind](a)) ? b : a));
    best.set(fit, [...(best.get(fit) ?? []), kind]);
  }
  return [...best].map(([fit, kinds]) => ({ ...fit, kinds }));
}

interface Laid {
  base: Plan;
  used: readonly Block[];
  variants: ReadonlyMap<string, Variant[]>;
  refusal?: FitRefusal;
}

/** Every way to lay each block, looked at alone. */
function laidWays(
  { plan, before, limits, solver, checkpoint, tried }: Search,
  progress: (share: number) => void,
): Laid {
  const full = before.plan;
  const base = awake(plan);
  const had = new Set(before.each.map((f) => f.id));
  const variants = new Map<string, Variant[]>();
  const known = new Map<string, Variant[]>();
  let refusal: FitRefusal | undefined;
  for (const [i, block] of full.blocks.entries()) {
    const key = alikeBy(full, block);
    const alike = known.get(key);
    const own = alike ? renamed(alike, block) : variantsOf(base, full, block, limits, solver, tried);
    if (!alike) known.set(key, own);
    variants.set(block.id, own);
    progress((i + 1) / full.blocks.length);
    if (refusal || own.length === 0 || own.some((v) => v.does)) continue;
    const best = own.reduce((a, b) => (b.uniformity > a ? b.uniformity : a), 0);
    const alone = judgeOpen(opened(base, [{ block: block.id }]), { solver, checkpoint });
    refusal = whyNot(alone, block, best, limits, had);
  }
  const used = full.blocks.filter((b) => (variants.get(b.id)?.length ?? 0) > 0);
  if (used.length === 0) return { base, used, variants, refusal: { why: 'no-beds' } };
  return { base, used, variants, ...(refusal && { refusal }) };
}

/** The best ways by each aim, put together into sets. */
function arrangedWays({ before, limits, solver, checkpoint, tried }: Search, { base, used, variants }: Laid) {
  const had = new Set(before.each.map((f) => f.id));
  const hadSets = before.plan.watering.sets.length > 0;
  const solve = (p: Plan): Judgement => {
    tried();
    return judgeOpen(p, { solver, checkpoint });
  };
  return KINDS.map((kind) => {
    const chosen = new Map(
      used.map((b) => [
        b.id,
        choose(
          kind,
          variants.get(b.id)!.filter((v) => v.does),
        ),
      ]),
    );
    return arrange(base, used, chosen, limits, hadSets, solve, had);
  });
}

/** A header in the middle of the beds halves their runs. */
const HALVED = 0.5;

/**
 * A run that what is laid in it cannot carry at any pressure it bears, in the ways that may be tried: with the lowest flow that it
 * is made for, and from the middle of its bed; nothing where all can.
 */
function materialCannot({ worst: { plan, results } }: Judgement, limits: FitLimits): FitRefusal | undefined {
  const { uniformity: wished, evenness } = plan.wishes;
  for (const block of results.blocks) {
    const { name, header } = plan.blocks[block.index];
    const halves = !limits.keepHeaders && !header.other && (header.along === 0 || header.along === 1);
    for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
      const { run, emitters, uniformity } = results.runs[i];
      if (emitters === 0 || uniformity >= wished || bestEvenness(evenness, run.tape.cv) < wished) continue;
      const lowest = limits.keepTape ? undefined : flowsUnder(run.tape).at(-1);
      const mostM = mostAtAnyPressureM(plan, results, i, lowest ?? run.tape.flowLph);
      const lengthM = (run.lengthM - run.leadM) * (halves ? HALVED : 1);
      if (mostM !== undefined && mostM < lengthM)
        return { why: 'material', block: name, laid: material(run.tape.kind).name, lengthM, mostM };
    }
  }
  return undefined;
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
  const cannot = materialCannot(alone, limits);
  if (cannot) return cannot;
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
  return faultOf(alone, had) ?? { why: 'other' };
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

/** Of ways that all do, the best by what is wished. */
export function choose(kind: Aim, variants: readonly Variant[]): Variant {
  const by: Record<Aim, (v: Variant) => number[]> = {
    cheapest: (v) => [v.cost, v.changes.length, -v.uniformity],
    'most-even': (v) => [-Math.round(v.uniformity / EVEN_STEP), v.changes.length, v.cost],
    'fewest-sets': (v) => [v.askedLph, v.cost, v.changes.length],
  };
  return variants.reduce((a, b) => (isLower(by[kind](b), by[kind](a)) ? b : a));
}
