import { KPA_PER_M } from '../hydraulics/water';
import { riseAlong } from '../layout';
import { longestRunM, sourceFlowLph, type FarmResults } from '../network';
import type { FullPlan } from '../plan';
import { GRADES, type Finding, type FindingCode } from './types';

/** Whether a finding is there because of another one. */
type Because = (of: Finding, cause: Finding, plan: FullPlan, results: FarmResults) => boolean;

const always: Because = () => true;
const blockOf = ({ place }: Finding): number | undefined => ('block' in place ? place.block : undefined);
const sameBlock: Because = (of, cause) => blockOf(of) === blockOf(cause);

/** At the pressure that would do if the line took no more than is bearable, the source gives enough. */
const lineAlone: Because = (_of, line, plan, { demand, layout }) =>
  demand.askedLph <= sourceFlowLph(layout.source, plan, demand.neededKpa - line.margin);

/** On level ground the run would do. */
const riseAlone: Because = (of, cause, plan, results) =>
  sameBlock(of, cause, plan, results) &&
  of.place.kind === 'run' &&
  of.measured <= longestRunM(plan, results, of.place.runIndex, 0);

/** Without the rise along it the run's weakest emitter would be in its window. */
const riseTakes: Because = (of, cause, plan, results) => {
  if (!sameBlock(of, cause, plan, results) || of.place.kind !== 'run') return false;
  const { run } = results.runs[of.place.runIndex];
  return of.margin <= riseAlong(run, run.lengthM) * KPA_PER_M;
};

/** The weakest run starts within its window and loses it on its way. */
const lengthTakes: Because = (of, cause, plan, results) => {
  if (!sameBlock(of, cause, plan, results) || of.place.kind !== 'run') return false;
  const { run, inletKpa } = results.runs[of.place.runIndex];
  return inletKpa >= run.tape.minKpa;
};

/** Speed, of the same pipe as the friction. */
const samePipe: Because = ({ place }, cause) =>
  cause.place.kind === place.kind &&
  (place.kind !== 'header' || sameBlock({ place } as Finding, cause, undefined!, undefined!));

/** What follows from what: once the cause is mended they are gone, or are looked at anew. */
const FOLLOWS: Partial<Record<FindingCode, readonly [FindingCode, Because][]>> = {
  'flow-short': [['main-eats', lineAlone]],
  'regulator-starved': [
    ['main-eats', always],
    ['flow-short', always],
  ],
  'emitters-dry': [
    ['main-eats', always],
    ['flow-short', always],
    ['regulator-starved', always],
    ['runs-uphill', riseTakes],
    ['run-too-long', lengthTakes],
    ['thin-line-long', lengthTakes],
  ],
  'emitter-under': [
    ['main-eats', always],
    ['flow-short', always],
    ['regulator-starved', always],
    ['runs-uphill', riseTakes],
    ['run-too-long', lengthTakes],
    ['thin-line-long', lengthTakes],
  ],
  'run-too-long': [['runs-uphill', riseAlone]],
  'block-uneven': [
    ['header-small', sameBlock],
    ['emitters-dry', sameBlock],
  ],
  'fast-water': [
    ['main-eats', samePipe],
    ['header-small', samePipe],
  ],
  'short-when-dirty': [['main-eats', always]],
  'emitter-over': [['burst-at-rest', sameBlock]],
  'farm-uneven': [['regulator-starved', always]],
};

/**
 * Marks findings that are only there because of another one; a cause may follow from a further one. A cause is as grave
 * as what comes of it.
 */
export function markConsequences(
  findings: readonly Finding[],
  plan: FullPlan,
  results: FarmResults,
): Finding[] {
  const causes = findings.map((f) => {
    for (const [code, because] of FOLLOWS[f.code] ?? []) {
      const cause = findings.find((c) => c.code === code && because(f, c, plan, results));
      if (cause) return cause;
    }
    return undefined;
  });
  const grades = new Map(findings.map((f) => [f, f.grade]));
  // A chain is as long as causes have causes: as many rounds settle it as there are findings.
  for (let changed = true; changed;) {
    changed = false;
    findings.forEach((f, i) => {
      const cause = causes[i];
      if (!cause || GRADES.indexOf(grades.get(f)!) >= GRADES.indexOf(grades.get(cause)!)) return;
      grades.set(cause, grades.get(f)!);
      changed = true;
    });
  }
  return findings.map((f, i) => {
    const cause = causes[i];
    const grade = grades.get(f)!;
    if (!cause && grade === f.grade) return f;
    return { ...f, grade, ...(cause && { follows: cause.code }) };
  });
}
