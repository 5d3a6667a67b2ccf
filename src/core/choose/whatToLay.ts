import { grouped, msg } from '../language';
import { layOut } from '../layout';
import { lastingSeasons, material, materialsFor, type MaterialId } from '../catalog/materials';
import { waterKind } from '../catalog/water';
import { layingPrice } from '../farm';
import type { FarmResults, BlockResult, PlanSolver } from '../network';
import { onlyPlaces, type Plan } from '../plan';
import { judgeOpen, otherMaterialWays, roots, type Finding, type Judgement } from '../check';
import { changed, figuresOf, type Change, type Figures } from '../remedy';
import type { KindName } from '../units';

/** What only the grower can say; the rest stands in the plan. */
export interface Asked {
  curved: boolean;
  /** Years it should last. */
  years: number;
  budget: 'tight' | 'fair' | 'free';
  steppedOn: boolean;
}

/** A reason for or against, in numbers; `tellReason` puts it into words. */
export interface Reason {
  good: boolean;
  code: ReasonCode;
  values: Record<string, number>;
  names: Record<string, string>;
}
type ReasonCode =
  | 'works'
  | 'short'
  | 'starved'
  | 'uneven'
  | 'even'
  | 'over'
  | 'long'
  | 'kinks'
  | 'bends'
  | 'lasts'
  | 'renewed'
  | 'clogs'
  | 'open'
  | 'torn'
  | 'tough'
  | 'cheap'
  | 'dear'
  | 'puddles'
  | 'nothing';

/** One kind of thing that could be laid, weighed. */
export interface Weighed {
  material: MaterialId;
  /** Changes that lay it, with the pressure and flow that suit it best here. */
  changes: Change[];
  score: number;
  figures: Figures;
  /** Cost a season of what is laid, at typical prices. */
  costASeason: number;
  reasons: Reason[];
}

/** What reasons weigh. What keeps it from working outweighs all comfort. */
const WEIGHTS: Record<ReasonCode, number> = {
  works: 3,
  even: 1,
  bends: 0.5,
  lasts: 1,
  open: 0.5,
  tough: 0.5,
  cheap: 1.5,
  short: -4,
  starved: -4,
  over: -4,
  long: -3,
  uneven: -2,
  kinks: -4,
  renewed: -1,
  clogs: -3,
  torn: -1.5,
  dear: -1.5,
  puddles: -1,
  nothing: -4,
};

/** Dearer or cheaper than the middle of all by this is worth a word. */
const MUCH = 1.5;
/** Budgets: how much cost counts. */
const COST_COUNTS = { tight: 2, fair: 1, free: 0.2 } as const;

/**
 * Weighs every kind of thing that could be laid in a block, by solving the plan with each, best first.
 * @param progress told of the share done
 */
export function whatToLay(
  plan: Plan,
  blockId: string,
  asked: Asked,
  solver: PlanSolver,
  progress: (share: number) => void = () => {},
  checkpoint: () => void = () => {},
): Weighed[] {
  const before = judgeOpen(plan, { solver, block: blockId });
  const kinds = materialsFor(onlyPlaces(before.plan.blocks.find((b) => b.id === blockId)));
  const found = kinds.flatMap((m, i) => {
    const best = bestOf(before, blockId, m.id, solver, checkpoint);
    progress((i + 1) / kinds.length);
    return best ? [{ material: m.id, ...best }] : [];
  });
  const costs = found.map(({ now }) => laidCost(now, blockId, asked.years)).sort((a, b) => a - b);
  const middle = costs[Math.floor(costs.length / 2)] ?? 0;
  return found
    .map(({ material: id, changes, now }): Weighed => {
      const reasons = reasonsFor(now, blockId, id, asked, middle);
      const score = reasons.reduce(
        (s, r) =>
          s + WEIGHTS[r.code] * (r.code === 'cheap' || r.code === 'dear' ? COST_COUNTS[asked.budget] : 1),
        0,
      );
      return {
        material: id,
        changes,
        score,
        figures: figuresOf(now),
        costASeason: laidCost(now, blockId, asked.years),
        reasons,
      };
    })
    .sort((a, b) => b.score - a.score);
}

const weightOf = (now: Judgement): number =>
  roots(now.each).reduce(
    (s, f) => s + (f.grade === 'stop' ? 100 : f.grade === 'mend' ? 10 : f.grade === 'watch' ? 1 : 0),
    0,
  );

/** The way to lay a kind that leaves least to mend. */
function bestOf(
  before: Judgement,
  blockId: string,
  id: MaterialId,
  solver: PlanSolver,
  checkpoint: () => void,
): { changes: Change[]; now: Judgement } | undefined {
  const block = before.plan.blocks.find((b) => b.id === blockId)!;
  if (block.tape.kind === id) return { changes: [], now: before };
  let best: { changes: Change[]; now: Judgement } | undefined;
  for (const changes of otherMaterialWays(id, block, before.plan)) {
    checkpoint();
    const now = judgeOpen(changed(before.stated, changes), { solver, block: blockId });
    if (!best || weightOf(now) < weightOf(best.now)) best = { changes, now };
    if (weightOf(now) === 0) break;
  }
  return best;
}

/** Of what is laid in the block, by the season: bought as often as it wears out within the years asked for. */
function laidCost({ plan: whole }: Judgement, blockId: string, years: number): number {
  const at = whole.blocks.findIndex((b) => b.id === blockId);
  return layOut(whole).blocks[at].runs.reduce((sum, { lengthM, leadM, tape }) => {
    const bought = Math.ceil(years / lastingSeasons(tape.kind, tape.wallMm));
    return sum + ((lengthM - leadM) * layingPrice(tape) * bought) / years;
  }, 0);
}

function reasonsFor(
  now: Judgement,
  blockId: string,
  id: MaterialId,
  asked: Asked,
  middleCost: number,
): Reason[] {
  const { plan: full, results } = now.worst;
  const findings = now.each;
  const kind = material(id);
  const at = full.blocks.findIndex((b) => b.id === blockId);
  const block = results.blocks.find((b) => b.index === at);
  const { tape } = full.blocks[at];
  const reasons: Reason[] = [];
  const say = (
    good: boolean,
    code: ReasonCode,
    values: Record<string, number> = {},
    names: Record<string, string> = {},
  ): void => void reasons.push({ good, code, values, names });
  const found = (code: string) =>
    findings.find((f) => f.code === code && (!('block' in f.place) || f.place.block === at));
  if (!block || block.emitters === 0) {
    say(false, 'nothing');
    return reasons;
  }
  const { long, under, evenness } = pressureReasons(now, found, say, results, block);
  if (!long && !under)
    say(evenness >= full.wishes.uniformity, evenness >= full.wishes.uniformity ? 'even' : 'uneven', {
      evenness,
      wished: full.wishes.uniformity,
    });
  if (asked.curved) say(kind.bends, kind.bends ? 'bends' : 'kinks');
  const lasts = lastingSeasons(id, tape.wallMm);
  say(lasts >= asked.years, lasts >= asked.years ? 'lasts' : 'renewed', { lasts, years: asked.years });
  const bad = results.layout.source.water.find((w) => w !== 'clear' && w !== 'sandy');
  if (bad && kind.clogs !== 'little' && (kind.clogs === 'much' || bad === 'iron' || bad === 'hard'))
    say(false, 'clogs', {}, { water: waterKind(bad).name });
  else if (bad && kind.clogs === 'little')
    say(true, 'open', { flowLph: tape.flowLph }, { water: waterKind(bad).name });
  if (asked.steppedOn) say(kind.tough, kind.tough ? 'tough' : 'torn');
  const cost = laidCost(now, blockId, asked.years);
  if (cost * MUCH < middleCost) say(true, 'cheap', { cost });
  if (cost > middleCost * MUCH) say(false, 'dear', { cost });
  const ponds = found('puddles');
  if (ponds) say(false, 'puddles', { radiusM: ponds.measured }, { soil: String(ponds.says.soil) });
  return reasons;
}

type Show = (value: number, kind: KindName) => string;
const seasons = (n: number): string => (n === 1 ? msg`one season` : msg`${n} seasons`);
const coins = (n: number): string => grouped(Math.round(n));

/** Whether it has enough pressure, too much of it, or runs too long. */
function pressureReasons(
  now: Judgement,
  found: (code: string) => Finding | undefined,
  say: (
    good: boolean,
    code: ReasonCode,
    values?: Record<string, number>,
    names?: Record<string, string>,
  ) => void,
  results: FarmResults,
  block: BlockResult,
) {
  const figures = figuresOf(now);
  const short = found('flow-short');
  const under = found('emitters-dry') ?? found('emitter-under');
  const over = found('burst-at-rest') ?? found('emitter-over');
  const long = found('run-too-long') ?? found('thin-line-long');
  if (short) say(false, 'short', { askedLph: short.measured, givesLph: short.limit });
  else if (under) say(false, 'starved', { kpa: under.measured, windowKpa: under.limit });
  if (over) say(false, 'over', { kpa: over.measured, holdsKpa: over.limit });
  if (long) say(false, 'long', { lengthM: long.measured, longestM: long.limit });
  if (!short && !under && !over && !long)
    say(true, 'works', {
      weakestKpa: results.runs[block.weakest].minKpa,
      askedLph: figures.askedLph,
      givesLph: figures.availableLph,
    });
  const evenness = block.uniformity;
  return { long, under, evenness };
}

/** A reason in words, with this plan's own numbers. */
export function tellReason({ code, values: v, names }: Reason, show: Show): string {
  switch (code) {
    case 'works':
      return Number.isFinite(v.givesLph)
        ? msg`asks ${show(v.askedLph, 'flow')} of the ${show(v.givesLph, 'flow')} there is, and its weakest emitter gets ${show(v.weakestKpa, 'pressure')}`
        : msg`its weakest emitter gets ${show(v.weakestKpa, 'pressure')}`;
    case 'short':
      return v.givesLph > 0
        ? msg`asks ${show(v.askedLph, 'flow')}; at the pressure it takes the source gives ${show(v.givesLph, 'flow')}`
        : msg`the source does not reach the pressure it needs`;
    case 'starved':
      return msg`its weakest emitter gets ${show(v.kpa, 'pressure')} and needs ${show(v.windowKpa, 'pressure')}`;
    case 'over':
      return msg`stands at ${show(v.kpa, 'pressure')} and holds ${show(v.holdsKpa, 'pressure')}`;
    case 'long':
      return msg`runs of ${show(v.lengthM, 'length')}, where it carries ${show(v.longestM, 'length')}`;
    case 'even':
      return msg`${show(v.evenness, 'share')} even`;
    case 'uneven':
      return msg`${show(v.evenness, 'share')} even; ${show(v.wished, 'share')} is the target`;
    case 'kinks':
      return msg`kinks where the rows turn`;
    case 'bends':
      return msg`goes round the curves`;
    case 'lasts':
      return msg`lasts about ${seasons(v.lasts)}; ${seasons(v.years)} are needed`;
    case 'renewed':
      return msg`must be bought again after about ${seasons(v.lasts)}; ${seasons(v.years)} are needed`;
    case 'clogs':
      return msg`clogs in ${names.water} water`;
    case 'open':
      return msg`passages of ${show(v.flowLph, 'emitterFlow')} stay open longer in ${names.water} water`;
    case 'torn':
      return msg`tears when it is stepped on or dragged`;
    case 'tough':
      return msg`stands being stepped on`;
    case 'cheap':
      return msg`about ${coins(v.cost)} a season at typical prices`;
    case 'dear':
      return msg`about ${coins(v.cost)} a season at typical prices, far more than most`;
    case 'puddles':
      return msg`puddles ${show(v.radiusM, 'spacing')} about each emitter on ${names.soil}`;
    case 'nothing':
      return msg`no emitter of it waters here: the block is shut, or its beds are shorter than the spacing`;
  }
}
