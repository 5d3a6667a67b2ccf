import { sourceCost } from '../works';
import { changed, type Change } from '../changes';
import {
  beyond,
  isGraver,
  judge,
  judgeOpen,
  offersFor,
  roots,
  type Finding,
  type Judgement,
  type Offer,
} from '../check';
import { createPlanSolver, type PlanSolver } from '../network';
import { refusalOf } from '../plan';
import { fallenIn, figuresOf, type Fallen, type Figures } from './figures';

/** What some changes come to. */
export interface Outcome {
  changes: Change[];
  before: Figures;
  after: Figures;
  /** Findings that are gone; consequences are not counted. */
  gone: Finding[];
  /** Findings that are new, graver, or clearly further beyond their limit, in any state of the plan. */
  worse: Finding[];
  /** Figures that are worse by as much as is named. */
  fallen: Fallen[];
  /** All that is left to stop, mend or watch. */
  left: number;
}

/** A remedy that was worked out. */
export interface Remedy extends Outcome {
  /** The finding it is for is gone everywhere; else it is less: how much is left of it. */
  clears: boolean;
  less?: Finding;
}

/** A remedy with the judgement of the plan that it leads to. */
export interface Tried {
  remedy: Remedy;
  after: Judgement;
}

/** Figures with what a change of the source costs. */
const withSource = (figures: Figures, before: Judgement, after: Judgement): Figures => ({
  ...figures,
  cost: figures.cost + sourceCost(before.plan, after.plan),
});

/** A finding that is there before and after is worse when it is so much further beyond its limit, as a ratio, */
const CLEARLY = 1.1;
/** and by no less than this share of the limit. */
const FELT = 0.005;

/** Whether a finding is clearly further beyond its limit than it was, whatever the limit now is: what is laid has its own. */
function isFurther(is: Finding, was: Finding): boolean {
  const [now, before] = [beyond(is), beyond(was)];
  return now > before * CLEARLY && now > before + FELT;
}

/** What lies between two judged versions of a plan, in all their states. */
export function compare(changes: Change[], before: Judgement, after: Judgement): Outcome {
  const had = new Map(before.each.map((f) => [f.id, f]));
  const has = new Map(after.each.map((f) => [f.id, f]));
  const worse = after.each.filter((f) => {
    if (f.grade === 'note') return false;
    const was = had.get(f.id);
    if (!was || isGraver(f.grade, was.grade)) return true;
    return f.grade === was.grade && isFurther(f, was);
  });
  const [was, is] = [figuresOf(before), withSource(figuresOf(after), before, after)];
  return {
    changes,
    before: was,
    after: is,
    fallen: fallenIn(was, is),
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

/** Less than this share of what a finding is beyond its limit taken away is no help, */
const LEAST_HELP = 0.2;
/** nor less than this share of the limit itself, unless most of it is gone. */
const LEAST_GAIN = 0.03;
const MOST_OF_IT = 0.5;
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

type Beyond = Pick<Finding, 'measured' | 'limit'>;
const sumOf = (list: readonly Beyond[]): number => list.reduce((sum, f) => sum + beyond(f), 0);

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
  const was = before.each.filter((f) => ids.includes(f.id));
  return isLess(left, was) || isMilder(left, was);
}

/** A finding is beyond its limit by so much less in all places together that it is felt. */
function isEased(left: readonly Beyond[], was: readonly Beyond[]): boolean {
  const [is, before] = [sumOf(left), sumOf(was)];
  return before - is > before * LEAST_HELP && before - is >= Math.min(LEAST_GAIN, before * MOST_OF_IT);
}

/** Less is left of a finding: in fewer places, or by so much less in all of them together that it is felt. */
export const isLess = (left: readonly Beyond[], was: readonly Beyond[]): boolean =>
  left.length < was.length || isEased(left, was);

/** All that is left of a finding is of a lesser grade. */
const isMilder = (left: readonly Finding[], was: readonly Finding[]): boolean =>
  left.every((f) => was.some((w) => w.id === f.id && isGraver(w.grade, f.grade)));

/** Whether something grave that came of a finding is still there, though the finding is gone. */
function staysBehind(ids: readonly string[], before: Judgement, after: Judgement): boolean {
  if (after.each.some((f) => ids.includes(f.id))) return false;
  return before.each.some((f) => {
    if (f.because === undefined || !ids.includes(rootOf(f, before.each).id)) return false;
    return f.grade === 'stop' && after.each.some((s) => s.id === f.id && s.grade === 'stop');
  });
}

/** Tries one way: what it comes to for a finding; nothing where it does not help, or brings a stop that was not there. */
function tryWay(
  way: Change[],
  finding: Finding,
  before: Judgement,
  solver: PlanSolver,
  checkpoint: () => void,
): Tried | undefined {
  checkpoint();
  if (way.length === 0 || !helpsAtAll(way, finding, before, solver)) return undefined;
  const tried = tryChanges(way, before, solver, checkpoint);
  if (!tried) return undefined;
  const { outcome, after } = tried;
  // What leaves more beds dry than there were is no remedy of anything.
  if (outcome.after.dryBeds > outcome.before.dryBeds) return undefined;
  // What was wrong before, or comes of that, may weigh more once this is right, and is named; a new stop is no remedy.
  const known = new Set(before.each.map((f) => f.id));
  if (outcome.worse.some((f) => f.grade === 'stop' && !known.has(rootOf(f, after.each).id))) return undefined;
  const ids = idsOf(finding);
  const left = after.each.filter((f) => ids.includes(f.id));
  // A cause that goes while what came of it stays was renamed, not mended.
  if (staysBehind(ids, before, after)) return undefined;
  if (left.length === 0) return { remedy: { ...outcome, clears: true }, after };
  const was = before.each.filter((f) => ids.includes(f.id));
  const less = left.reduce((a, b) => (beyond(b) > beyond(a) ? b : a));
  const graver = left.some((f) => was.some((w) => w.id === f.id && isGraver(f.grade, w.grade)));
  // What is only to be watched where it stopped the plan has become less, however far beyond its limit it is.
  if (graver || (!isMilder(left, was) && !isEased(left, was))) return undefined;
  return { remedy: { ...outcome, clears: false, less }, after };
}

/** The first way of a remedy that clears a finding, or the one that leaves least of it; rather one that makes nothing worse. */
function tryOffer(
  offer: Offer,
  finding: Finding,
  before: Judgement,
  solver: PlanSolver,
  checkpoint: () => void,
): Tried | undefined {
  let best: Tried | undefined;
  for (const way of offer.slice(0, MOST_WAYS)) {
    const tried = tryWay(way, finding, before, solver, checkpoint);
    if (!tried) continue;
    const { remedy } = tried;
    if (remedy.clears && remedy.worse.length === 0) return tried;
    const till = best?.remedy;
    const better =
      !till ||
      (remedy.clears && !till.clears) ||
      (remedy.clears === till.clears && !remedy.clears && beyond(remedy.less!) < beyond(till.less!));
    if (better) best = tried;
  }
  return best;
}

/**
 * The remedies for a finding, worked out on copies of the plan and judged in all its states, in the order a grower would
 * try them; where none alone clears it, two together. What does not help is left out.
 * @param checkpoint called before each solve; what it throws ends the work
 */
export const remediesFor = (
  finding: Finding,
  before: Judgement,
  solver: PlanSolver = createPlanSolver(),
  checkpoint: () => void = () => {},
): Remedy[] => triedFor(finding, before, solver, checkpoint).map((t) => t.remedy);

/** The same with the judgement of the plan that each leads to. */
export function triedFor(
  finding: Finding,
  before: Judgement,
  solver: PlanSolver,
  checkpoint: () => void,
): Tried[] {
  const { plan, results } = before.foundIn.get(finding.id) ?? before.worst;
  const context = { finding, plan, results, whole: before.plan };
  const found: Tried[] = [];
  const seen = new Set<string>();
  const add = (tried: Tried | undefined): void => {
    const made = tried && JSON.stringify(tried.remedy.changes);
    if (!tried || !made || seen.has(made)) return;
    seen.add(made);
    found.push(tried);
  };
  for (const offer of offersFor(context)) add(tryOffer(offer, finding, before, solver, checkpoint));
  if (found.length > 1 && !found.some((t) => t.remedy.clears)) {
    const helping = found.slice(0, MOST_PAIRED);
    for (const [i, one] of helping.entries())
      for (const other of helping.slice(i + 1)) {
        const changes = [...one.remedy.changes, ...other.remedy.changes];
        const both = tryWay(changes, finding, before, solver, checkpoint);
        if (both?.remedy.clears) {
          add(both);
          return mildOf(found, (t) => t.remedy);
        }
      }
  }
  return mildOf(found, (t) => t.remedy);
}

/** A way that may bring a graver fault elsewhere. */
interface Way {
  clears: boolean;
  worse: readonly Pick<Finding, 'grade'>[];
}
/** Where something clears a finding without a graver fault elsewhere, what does so at that price is not offered beside it. */
export function mildOf<R>(remedies: R[], way: (r: R) => Way): R[] {
  const mild = remedies.filter((r) => !way(r).worse.some((f) => f.grade === 'stop'));
  return mild.some((r) => way(r).clears) ? mild : remedies;
}
