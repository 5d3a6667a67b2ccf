import { createPlanSolver, type PlanSolver } from '../network';
import { fillIn, openings, type Plan } from '../plan';
import { loadOf, outlookOf } from '../sets';
import { findIn, type InState } from './consequences';
import { GRADES, isGraver, type Finding, type Found, type Grade, type Holds } from './finding';
import { KINDS } from './findings';
import { idOf } from './identity';
import { kindOfCode, orderOf, spoken } from './kindOf';
import type { FindingKind, Whole } from './kind';
import { holdsOf, statesOf, type State } from './states';

/** A plan judged in all its states. */
export interface Judgement extends Whole {
  /** What is found, at each place once, with its worst figure: gravest first. */
  each: Finding[];
  /** The same as it is told: of one kind in several places once. */
  told: Finding[];
  /** The state in which each is worst, by its id. */
  foundIn: ReadonlyMap<string, State>;
  /** What opens nearest to its source's limit, or with the gravest finding. */
  worst: State;
}

/** How a plan is judged. */
export interface Judging {
  solver?: PlanSolver;
  /** Called before each solve; what it throws ends the work. */
  checkpoint?: () => void;
  /** Told of the share done, 0 to 1. */
  progress?: (share: number) => void;
}

/** What opens a block, or all that opens, as planned: quick to judge, for weighing many ways against each other. */
export function judgeOpen(stated: Plan, { block, ...how }: Judging & { block?: string } = {}): Judgement {
  const plan = fillIn(stated);
  const { solver = createPlanSolver(), checkpoint = () => {} } = how;
  const all = openings(plan);
  const some = block
    ? all.filter(({ set }) => !set || set.beds.some((g) => g.block === block)).slice(0, 1)
    : all;
  const own = some.length > 0 ? some : [{ set: undefined, plan }];
  const states = own.map(({ set, plan: open }): State => {
    checkpoint();
    return { how: 'open', set, backup: false, plan: open, results: solver.solve(open) };
  });
  return judged({ stated, plan, states, outlook: undefined }, states, [], checkpoint);
}

/** Judges a plan: every set, on the source and the backup, with high and low water, clean and dirty filters; its timing; each finding once. */
export function judge(stated: Plan, how: Judging = {}): Judgement {
  const plan = fillIn(stated);
  const { solver = createPlanSolver(), checkpoint = () => {}, progress = () => {} } = how;
  const states = statesOf(plan, solver, checkpoint);
  const own = states.filter((s) => s.how === 'open' && !s.backup);
  const outlook = outlookOf(plan, own, solver, checkpoint, progress);
  const whole: Whole = { stated, plan, states, outlook };
  return judged(whole, own, inWhole(whole), checkpoint);
}

function judged(
  whole: Whole,
  own: readonly State[],
  more: readonly Finding[],
  checkpoint: () => void,
): Judgement {
  const inStates = whole.states.flatMap((state) => findIn(state, checkpoint));
  const { each, foundIn } = merged(inStates, more);
  const gravest = each.find((f) => f.grade !== 'note' && foundIn.has(f.id));
  const worst = (gravest && foundIn.get(gravest.id)) ?? nearestToLimit(own);
  return { ...whole, each, told: grouped(each), foundIn, worst };
}

/** What asks for most of what its source gives. */
const nearestToLimit = (states: readonly State[]): State =>
  states.reduce((a, b) => (loadIn(b) > loadIn(a) ? b : a));
const loadIn = ({ plan, results }: State): number => loadOf(results, plan.wishes.uniformity).load;

const EVERY: readonly FindingKind[] = KINDS;

const inWhole = (whole: Whole): Finding[] =>
  EVERY.flatMap((kind) =>
    (kind.findInWhole?.(whole) ?? []).map((found) => findingOf(kind, idOf(kind, found), found, [])),
  );

function findingOf(
  kind: FindingKind,
  id: string,
  found: Found,
  holds: readonly Holds[],
  because?: string,
): Finding {
  const { measured = 0, limit = 0, kind: quantity = 'count', ...rest } = found;
  return {
    ...rest,
    code: kind.code,
    id,
    measured,
    limit,
    kind: quantity,
    margin: Math.abs(measured - limit),
    ...(because !== undefined && { because }),
    holds,
    also: [],
  };
}

/** What is there only while the filters are due for cleaning asks for a look at the gauges, no more. */
const DIRTY_AT_MOST: Grade = 'watch';

const gradeIn = ({ found, state }: InState): Grade =>
  state.how === 'dirty' && isGraver(found.grade, DIRTY_AT_MOST) ? DIRTY_AT_MOST : found.grade;

/** How far beyond its limit, whatever the unit: as a share of the limit, or as it is where the limit is none. */
export const beyond = ({ measured = 0, limit = 0 }: Pick<Found, 'measured' | 'limit'>): number =>
  limit !== 0 ? Math.abs(measured / limit - 1) : Math.abs(measured);

function isWorse(a: InState, b: InState): boolean {
  const [ga, gb] = [gradeIn(a), gradeIn(b)];
  if (ga !== gb) return isGraver(ga, gb);
  if (!a.cause !== !b.cause) return !a.cause;
  return beyond(a.found) > beyond(b.found);
}

/** Each finding once: the worst of all states, with those in which it holds. */
function merged(inStates: readonly InState[], more: readonly Finding[]): Pick<Judgement, 'each' | 'foundIn'> {
  const byId = new Map<string, InState[]>();
  for (const f of inStates) byId.set(f.id, [...(byId.get(f.id) ?? []), f]);
  const foundIn = new Map<string, State>();
  const each = [...byId].map(([id, all]) => {
    // What holds with clean filters, or with the water low, is not told of for the others again.
    const clean = all.filter((f) => f.state.how !== 'dirty');
    const list = clean.length > 0 ? clean : all;
    const worst = list.reduce((a, b) => (isWorse(b, a) ? b : a));
    foundIn.set(id, worst.state);
    return findingOf(
      worst.kind,
      id,
      { ...worst.found, grade: gradeIn(worst) },
      list.map((f) => holdsOf(f.state)),
      worst.cause?.id,
    );
  });
  return { each: [...each, ...more].sort(byWeight), foundIn };
}

const byWeight = (a: Finding, b: Finding): number =>
  GRADES.indexOf(a.grade) - GRADES.indexOf(b.grade) || orderOf(a.code) - orderOf(b.code);

/** Findings as they are told: those of one kind that are alike, once, led by the worst. */
export function grouped(each: readonly Finding[]): Finding[] {
  const leads = new Map<string, string>();
  const groups = new Map<string, Finding[]>();
  const settle = (f: Finding): void => {
    if (leads.has(f.id)) return;
    const cause = f.because === undefined ? undefined : each.find((c) => c.id === f.because);
    if (cause) settle(cause);
    const alike = kindOfCode(f.code).alike?.(spoken(f)) ?? '';
    const key = [f.code, f.grade, alike, cause ? leads.get(cause.id) : ''].join('|');
    const group = groups.get(key);
    if (group) group.push(f);
    else groups.set(key, [f]);
    leads.set(f.id, group?.[0].id ?? f.id);
  };
  // The worst of a kind leads its group.
  const worstFirst = [...each].sort((a, b) => byWeight(a, b) || beyond(b) - beyond(a));
  worstFirst.forEach(settle);
  return [...groups.values()]
    .map(([lead, ...rest]): Finding => ({
      ...lead,
      ...(lead.because !== undefined && { because: leads.get(lead.because) ?? lead.because }),
      holds: lead.holds.length === 0 ? [] : [lead, ...rest].flatMap((f) => f.holds),
      also: rest.map(({ id, place }) => ({ id, place })),
    }))
    .sort(byWeight);
}

/** Findings of themselves, not because of others. */
export const roots = (findings: readonly Finding[]): Finding[] =>
  findings.filter((f) => f.because === undefined);

/** What comes of a finding, at any remove. */
export function bringsAbout(cause: Finding, findings: readonly Finding[]): Finding[] {
  const direct = findings.filter((f) => f.because === cause.id);
  return direct.flatMap((f) => [f, ...bringsAbout(f, findings)]);
}
