import { costOf, sourceCost } from '../works';
import { changed, type Change } from '../changes';
import {
  isGraver,
  judge,
  judgeOpen,
  offersFor,
  roots,
  type Finding,
  type Judgement,
  type Offer,
} from '../check';
import { layOut } from '../layout';
import { createPlanSolver, type PlanSolver } from '../network';
import { refusalOf } from '../plan';

/** What a plan comes to, in the numbers that remedies are weighed by. */
export interface Figures {
  /** Weakest emitter, and the least pressure it works at. */
  weakestKpa: number;
  windowKpa: number;
  uniformity: number;
  askedLph: number;
  availableLph: number;
  /** Of everything to buy, at typical prices. */
  cost: number;
}

/** What some changes come to. */
export interface Outcome {
  changes: Change[];
  before: Figures;
  after: Figures;
  /** Findings that are gone; consequences are not counted. */
  gone: Finding[];
  /** Findings that are new, graver, or clearly further beyond their limit, in any state of the plan. */
  worse: Finding[];
  /** All that is left to stop, mend or watch. */
  left: number;
}

/** A remedy that was worked out. */
export interface Remedy extends Outcome {
  /** The finding it is for is gone everywhere; else it is less: how much is left of it. */
  clears: boolean;
  less?: Finding;
}

/** The figures of a plan: the weakest emitter and the least evenness of all that opens, and the greatest draw. */
export function figuresOf({ states, plan }: Pick<Judgement, 'states' | 'plan'>): Figures {
  const each = states
    .filter((s) => s.how === 'open' && !s.backup)
    .map(({ results }) => {
      const weakest = results.runs[results.weakest];
      return {
        weakestKpa: weakest?.minKpa ?? NaN,
        windowKpa: weakest?.run.tape.minKpa ?? NaN,
        uniformity: results.uniformity,
        askedLph: results.demand.askedLph,
        availableLph: Math.min(results.demand.availableLph, results.demand.lastingLph),
      };
    });
  const weakest = each.reduce((a, b) => (b.weakestKpa - b.windowKpa < a.weakestKpa - a.windowKpa ? b : a));
  const most = each.reduce((a, b) => (b.askedLph > a.askedLph ? b : a));
  return {
    weakestKpa: weakest.weakestKpa,
    windowKpa: weakest.windowKpa,
    uniformity: Math.min(...each.map((f) => f.uniformity)),
    askedLph: most.askedLph,
    availableLph: most.availableLph,
    cost: costOf(plan, layOut(plan)).total,
  };
}

/** Figures with what a change of the source costs. */
const withSource = (figures: Figures, before: Judgement, after: Judgement): Figures => ({
  ...figures,
  cost: figures.cost + sourceCost(before.plan, after.plan),
});

/** A finding that is there before and after is worse when it is so much further beyond its limit, as a ratio. */
const CLEARLY = 1.1;

/** What lies between two judged versions of a plan, in all their states. */
export function compare(changes: Change[], before: Judgement, after: Judgement): Outcome {
  const had = new Map(before.each.map((f) => [f.id, f]));
  const has = new Map(after.each.map((f) => [f.id, f]));
  const worse = after.each.filter((f) => {
    if (f.grade === 'note') return false;
    const was = had.get(f.id);
    if (!was || isGraver(f.grade, was.grade)) return true;
    return f.grade === was.grade && f.limit === was.limit && f.margin > was.margin * CLEARLY && f.margin > 0;
  });
  return {
    changes,
    before: figuresOf(before),
    after: withSource(figuresOf(after), before, after),
    gone: roots(before.each).filter((f) => f.grade !== 'note' && !has.has(f.id)),
    worse: withoutConsequences(worse),
    left: roots(after.told).filter((f) => f.grade !== 'note').length,
  };
}

/** Of findings that come of each other the first alone is told. */
function withoutConsequences(findings: readonly Finding[]): Finding[] {
  const ids = new Set(findings.map((f) => f.id));
  return findings.filter((f) => f.because === undefined || !ids.has(f.because));
}

/** What a finding comes of in the end: itself where it comes of nothing. */
function rootOf(f: Finding, all: readonly Finding[]): Finding {
  const cause = f.because === undefined ? undefined : all.find((c) => c.id === f.because);
  return cause ? rootOf(cause, all) : f;
}

/** Less than this share of a finding's margin taken away is no help. */
const LEAST_HELP = 0.2;
/** Of one remedy as many ways are tried. */
const MOST_WAYS = 8;
/** Remedies that each help are tried two by two, the first so many of them. */
const MOST_PAIRED = 4;

/** Works out changes on a copy of a plan, in all its states; nothing where they make no sense. */
export function tryChanges(
  changes: Change[],
  before: Judgement,
  solver: PlanSolver,
  checkpoint: () => void = () => {},
): { outcome: Outcome; after: Judgement } | undefined {
  const plan = changed(before.stated, changes);
  if (plan === before.stated || refusalOf(plan)) return undefined;
  const after = judge(plan, { solver, checkpoint });
  return { outcome: compare(changes, before, after), after };
}

/** What a finding stands for: itself, and the same elsewhere where it is told for several places. */
const idsOf = (finding: Finding): string[] => [finding.id, ...finding.also.map((o) => o.id)];

const sumOf = (list: readonly Pick<Finding, 'margin'>[]): number =>
  list.reduce((sum, f) => sum + f.margin, 0);

/** Whether it holds in a set as planned: at low water, with clean filters, on the source in use. */
export const holdsAsPlanned = ({ holds }: Pick<Finding, 'holds'>): boolean =>
  holds.some((h) => !h.high && !h.dirty && !h.backup);

/** Judges what is open as planned first: what does not help there is not looked at in every state. */
function helpsAtAll(way: Change[], finding: Finding, before: Judgement, solver: PlanSolver): boolean {
  // What does not hang on what is open, or only on high water or the backup, is judged at once in all states.
  if (!holdsAsPlanned(finding)) return true;
  const plan = changed(before.stated, way);
  if (plan === before.stated || refusalOf(plan)) return false;
  const ids = idsOf(finding);
  const left = judgeOpen(plan, { solver }).each.filter((f) => ids.includes(f.id));
  return isLess(
    left,
    before.each.filter((f) => ids.includes(f.id)),
  );
}

/** Less is left of a finding: in fewer places, or by so much less in all of them together that it is felt. */
export const isLess = (
  left: readonly Pick<Finding, 'margin'>[],
  was: readonly Pick<Finding, 'margin'>[],
): boolean => left.length < was.length || sumOf(left) < sumOf(was) * (1 - LEAST_HELP);

/** Tries one way: what it comes to for a finding; nothing where it does not help, or brings a stop that was not there. */
function tryWay(
  way: Change[],
  finding: Finding,
  before: Judgement,
  solver: PlanSolver,
  checkpoint: () => void,
): Remedy | undefined {
  checkpoint();
  if (way.length === 0 || !helpsAtAll(way, finding, before, solver)) return undefined;
  const tried = tryChanges(way, before, solver, checkpoint);
  if (!tried) return undefined;
  const { outcome, after } = tried;
  // What was wrong before, or comes of that, may weigh more once this is right, and is named; a new stop is no remedy.
  const known = new Set(before.each.map((f) => f.id));
  if (outcome.worse.some((f) => f.grade === 'stop' && !known.has(rootOf(f, after.each).id))) return undefined;
  const ids = idsOf(finding);
  const left = after.each.filter((f) => ids.includes(f.id));
  if (left.length === 0) return { ...outcome, clears: true };
  const was = before.each.filter((f) => ids.includes(f.id));
  const less = left.reduce((a, b) => (b.margin > a.margin ? b : a));
  const graver = left.some((f) => was.some((w) => w.id === f.id && isGraver(f.grade, w.grade)));
  if (graver || sumOf(left) >= sumOf(was) * (1 - LEAST_HELP)) return undefined;
  return { ...outcome, clears: false, less };
}

/** The first way of a remedy that clears a finding, or the one that leaves least of it; rather one that makes nothing worse. */
function tryOffer(
  offer: Offer,
  finding: Finding,
  before: Judgement,
  solver: PlanSolver,
  checkpoint: () => void,
): Remedy | undefined {
  let best: Remedy | undefined;
  for (const way of offer.slice(0, MOST_WAYS)) {
    const remedy = tryWay(way, finding, before, solver, checkpoint);
    if (!remedy) continue;
    if (remedy.clears && remedy.worse.length === 0) return remedy;
    const better =
      !best ||
      (remedy.clears && !best.clears) ||
      (remedy.clears === best.clears && !remedy.clears && remedy.less!.margin < best.less!.margin);
    if (better) best = remedy;
  }
  return best;
}

/**
 * The remedies for a finding, worked out on copies of the plan and judged in all its states, in the order a grower would
 * try them; where none alone clears it, two together. What does not help is left out.
 * @param checkpoint called before each solve; what it throws ends the work
 */
export function remediesFor(
  finding: Finding,
  before: Judgement,
  solver: PlanSolver = createPlanSolver(),
  checkpoint: () => void = () => {},
): Remedy[] {
  const { plan, results } = before.foundIn.get(finding.id) ?? before.worst;
  const context = { finding, plan, results, whole: before.plan };
  const found: Remedy[] = [];
  const seen = new Set<string>();
  const add = (remedy: Remedy | undefined): void => {
    const made = remedy && JSON.stringify(remedy.changes);
    if (!remedy || !made || seen.has(made)) return;
    seen.add(made);
    found.push(remedy);
  };
  for (const offer of offersFor(context)) add(tryOffer(offer, finding, before, solver, checkpoint));
  if (found.length > 1 && !found.some((r) => r.clears)) {
    const helping = found.slice(0, MOST_PAIRED);
    for (const [i, one] of helping.entries())
      for (const other of helping.slice(i + 1)) {
        const both = tryWay([...one.changes, ...other.changes], finding, before, solver, checkpoint);
        if (both?.clears) {
          add(both);
          return mildOf(found);
        }
      }
  }
  return mildOf(found);
}

/** Where something clears a finding without a graver fault elsewhere, what does so at that price is not offered beside it. */
export function mildOf<R extends { clears: boolean; worse: readonly Pick<Finding, 'grade'>[] }>(
  remedies: R[],
): R[] {
  const mild = remedies.filter((r) => !r.worse.some((f) => f.grade === 'stop'));
  return mild.some((r) => r.clears) ? mild : remedies;
}
