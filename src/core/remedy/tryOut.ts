import { costOf } from '../build';
import { FINDING_CODES, findAll, type Finding } from '../check';
import { layOut } from '../layout';
import { createPlanSolver, type FarmResults, type PlanSolver } from '../network';
import { fillIn, openings, refusalOf, type FullPlan, type Plan, type WaterSet } from '../plan';
import { loadOf } from '../sets';
import { changed } from './changes';
import type { Offer } from './offering';
import { offersFor } from './offers';
import type { Change } from './types';

/** What is open at once, with all that is known of it. */
export interface Opened {
  /** None where the plan has no sets: all that is in use is open. */
  set: WaterSet | undefined;
  full: FullPlan;
  results: FarmResults;
  findings: Finding[];
}

/** A plan with all that is known of it. */
export interface Judged {
  plan: Plan;
  /** Filled in, as if nothing were in sets. */
  whole: FullPlan;
  opened: Opened[];
  /** The worst of what opens: with the gravest finding, or nearest to its source's limit. */
  full: FullPlan;
  results: FarmResults;
  /** Of all that opens, each once, as grave as it is anywhere. */
  findings: Finding[];
  /** Where each was found. */
  foundIn: ReadonlyMap<Finding, Opened>;
}

/** What a plan comes to, in the numbers that remedies are weighed by. */
export interface Figures {
  /** Weakest emitter, and the foot of its window. */
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
  /** Findings that are gone, and that are new or graver. Consequences are not counted. */
  gone: Finding[];
  worse: Finding[];
  /** All that is left to stop, mend or mind. */
  left: number;
}

/** A remedy that was worked out. */
export interface Remedy extends Outcome {
  /** The finding it is for is gone; else it is less: how much is left of it. */
  clears: boolean;
  less?: Finding;
}

/** What a finding is the same by in two versions of a plan: its kind and place, but for the run, which may be another. */
export function sameBy({ code, place }: Finding): string {
  switch (place.kind) {
    case 'run':
    case 'block':
    case 'header':
      return `${code} ${place.block}`;
    case 'part':
      return `${code} ${place.place} ${place.id}`;
    case 'main':
      return `${code} main`;
    default:
      return `${code} ${place.kind}`;
  }
}

/** The figures of a plan: the weakest emitter and the least evenness of all that opens, and the greatest draw. */
export function figuresOf({ opened, whole }: Pick<Judged, 'opened' | 'whole'>): Figures {
  const each = opened.map(({ results }) => {
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
    cost: costOf(whole, layOut(whole)).total,
  };
}

/**
 * Solves and checks a plan, set by set where it has sets.
 * @param block only what opens this block is looked at, by its id
 */
export function judge(
  plan: Plan,
  solver: PlanSolver = createPlanSolver(),
  checkpoint?: () => void,
  block?: string,
): Judged {
  const whole = fillIn(plan);
  const all = openings(whole);
  const own = block
    ? all.filter(({ set }) => !set || set.beds.some((g) => g.block === block)).slice(0, 1)
    : all;
  const opened = (own.length > 0 ? own : [{ set: undefined, plan: whole }]).map(
    ({ set, plan: full }): Opened => {
      checkpoint?.();
      const results = solver.solve(full);
      return { set, full, results, findings: findAll(full, results, checkpoint) };
    },
  );
  const { findings, foundIn } = merged(opened);
  const worst =
    (findings[0] && findings[0].grade !== 'note' && foundIn.get(findings[0])) ||
    opened.reduce((a, b) => (loadOf(b.results).load > loadOf(a.results).load ? b : a));
  return { plan, whole, opened, full: worst.full, results: worst.results, findings, foundIn };
}

/** Findings of all that opens, those that are the same once: the gravest of them, or the one with the greatest margin. */
function merged(opened: readonly Opened[]): Pick<Judged, 'findings' | 'foundIn'> {
  const foundIn = new Map<Finding, Opened>();
  if (opened.length === 1) {
    for (const f of opened[0].findings) foundIn.set(f, opened[0]);
    return { findings: opened[0].findings, foundIn };
  }
  const best = new Map<string, Finding[]>();
  const graver = (a: Finding, b: Finding): boolean =>
    weight(a) - weight(b) > 0 ||
    (weight(a) === weight(b) && (a.follows ? 0 : 1) - (b.follows ? 0 : 1) > 0) ||
    (weight(a) === weight(b) && !a.follows === !b.follows && a.margin > b.margin);
  for (const o of opened) {
    const own = new Map<string, Finding[]>();
    for (const f of o.findings) {
      foundIn.set(f, o);
      own.set(sameBy(f), [...(own.get(sameBy(f)) ?? []), f]);
    }
    for (const [key, list] of own) {
      const before = best.get(key);
      if (!before || graver(list[0], before[0])) best.set(key, list);
    }
  }
  const rank = (f: Finding): number => -weight(f) * FINDING_CODES.length + FINDING_CODES.indexOf(f.code);
  return { findings: [...best.values()].flat().sort((a, b) => rank(a) - rank(b)), foundIn };
}

const GRADES = ['note', 'mind', 'mend', 'stop'];
const weight = (f: Finding): number => GRADES.indexOf(f.grade);
const roots = (findings: readonly Finding[]): Map<string, Finding> =>
  new Map(findings.filter((f) => !f.follows && f.grade !== 'note').map((f) => [sameBy(f), f]));

/** What lies between two judged versions of a plan. */
export function compare(changes: Change[], before: Judged, after: Judged): Outcome {
  const had = roots(before.findings);
  const has = roots(after.findings);
  const gone = [...had].filter(([key]) => !after.findings.some((f) => sameBy(f) === key)).map(([, f]) => f);
  // What followed from something else before is not new when it stands alone.
  const weighed = (key: string): number =>
    Math.max(0, ...before.findings.filter((f) => sameBy(f) === key).map(weight));
  const worse = [...has].filter(([key, f]) => weight(f) > weighed(key)).map(([, f]) => f);
  const figures = { before: figuresOf(before), after: figuresOf(after) };
  return { changes, ...figures, gone, worse, left: has.size };
}

/** Less than this share of a finding's margin taken away is no help. */
const LEAST_HELP = 0.2;
/** Of one remedy as many ways are tried. */
const MOST_WAYS = 8;

/** Works out changes on a copy of a plan; nothing where they make no sense. */
export function tryChanges(
  changes: Change[],
  before: Judged,
  solver: PlanSolver,
): { outcome: Outcome; after: Judged } | undefined {
  const plan = changed(before.plan, changes);
  if (plan === before.plan || refusalOf(plan)) return undefined;
  const after = judge(plan, solver);
  return { outcome: compare(changes, before, after), after };
}

/** The first way of a remedy that clears a finding without a new stop, or the one that leaves least of it. */
function tryOffer(
  offer: Offer,
  finding: Finding,
  before: Judged,
  solver: PlanSolver,
  checkpoint: () => void,
): Remedy | undefined {
  const key = sameBy(finding);
  const known = new Set(before.findings.map(sameBy));
  let best: Remedy | undefined;
  for (const way of offer.slice(0, MOST_WAYS)) {
    checkpoint();
    if (way.length === 0) continue;
    const tried = tryChanges(way, before, solver);
    if (!tried) continue;
    const { outcome, after } = tried;
    // What was wrong before may weigh more once this is right; a new stop is no remedy.
    if (outcome.worse.some((f) => f.grade === 'stop' && !known.has(sameBy(f)))) continue;
    const left = after.findings.filter((f) => sameBy(f) === key).sort((a, b) => b.margin - a.margin)[0];
    if (!left) return { ...outcome, clears: true };
    const helps = left.margin < finding.margin * (1 - LEAST_HELP) && weight(left) <= weight(finding);
    if (helps && (!best || left.margin < best.less!.margin)) best = { ...outcome, clears: false, less: left };
  }
  return best;
}

/**
 * The remedies for a finding, worked out on copies of the plan, in the order a grower would try them. What does not help
 * is left out.
 * @param checkpoint called before each solve; what it throws ends the work
 */
export function remediesFor(
  finding: Finding,
  before: Judged,
  solver: PlanSolver = createPlanSolver(),
  checkpoint: () => void = () => {},
): Remedy[] {
  const { full: open, results } = before.foundIn.get(finding) ?? before;
  const context = { finding, plan: open, results, whole: before.whole };
  const found: Remedy[] = [];
  const seen = new Set<string>();
  for (const offer of offersFor(context)) {
    const remedy = tryOffer(offer, finding, before, solver, checkpoint);
    const made = remedy && JSON.stringify(remedy.changes);
    if (!remedy || !made || seen.has(made)) continue;
    seen.add(made);
    found.push(remedy);
  }
  return found;
}
