import type { FarmResults } from '../network';
import type { FullPlan } from '../plan';
import type { KindName } from '../units';

/** stop: it will not work, or breaks something. mend: works badly. mind: take care. note: good to know. */
export type Grade = 'stop' | 'mend' | 'mind' | 'note';

/** Gravest first. */
export const GRADES: readonly Grade[] = ['stop', 'mend', 'mind', 'note'];

export const FINDING_CODES = [
  'burst-at-rest',
  'emitter-over',
  'no-relief',
  'flow-short',
  'emitters-dry',
  'emitter-under',
  'suction-high',
  'booster-starved',
  'booster-limits',
  'backup-joins',
  'no-backflow',
  'injector-above-backflow',
  'over-rated',
  'needs-pressure',
  'never-stops',
  'short-cycling',
  'over-yield',
  'regulator-starved',
  'regulator-range',
  'injector-below-filter',
  'filter-above-separator',
  'no-filter',
  'filter-unfit',
  'flow-over-rating',
  'flow-under-rating',
  'main-eats',
  'header-small',
  'run-too-long',
  'thin-line-long',
  'material-uneven',
  'material-water',
  'tape-curved',
  'block-uneven',
  'backflow-weak',
  'regulator-uphill',
  'farm-uneven',
  'short-when-dirty',
  'allowance-high',
  'runs-uphill',
  'set-beds-gone',
  'beds-unlike',
  'spacing-wide',
  'strips-apart',
  'runs-few',
  'runs-many',
  'puddles',
  'tape-pecked',
  'wears-out',
  'surge',
  'fast-water',
  'no-vent',
  'ends-unlike',
  'no-foot-valve',
  'tested-wet',
  'no-gauges',
  'lane-crossed',
  'water-avoid',
] as const;

export type FindingCode = (typeof FINDING_CODES)[number];

/** Where on the plan a finding lies. `place` of a part: `head`, or the id of the block at whose inlet it stands. */
export type Place =
  | { kind: 'source' }
  | { kind: 'backup' }
  | { kind: 'head' }
  | { kind: 'part'; place: string; id: string }
  | { kind: 'main'; to: string }
  | { kind: 'header'; block: number }
  | { kind: 'block'; block: number }
  | { kind: 'run'; runIndex: number; block: number; bed: string };

/** One thing found. It carries numbers and names; `describe` puts them into words. */
export interface Finding {
  code: FindingCode;
  grade: Grade;
  place: Place;
  /** What was found, what the limit is, and what kind of quantity they are. */
  measured: number;
  limit: number;
  kind: KindName;
  /** How far beyond the limit, in the same unit. */
  margin: number;
  /** It is there because of this other one: once that is mended it goes, or is looked at anew. */
  follows?: FindingCode;
  /** Further numbers and names for the words. */
  values: Record<string, number>;
  names: Record<string, string>;
}

/** A kind of finding: all of its kind on a solved plan. */
export type Check = (plan: FullPlan, results: FarmResults) => Finding[];

/** A finding without numbers beyond those given. */
export function finding(
  code: FindingCode,
  grade: Grade,
  place: Place,
  more: Partial<Pick<Finding, 'measured' | 'limit' | 'kind' | 'values' | 'names'>> = {},
): Finding {
  const { measured = 0, limit = 0, kind = 'count', values = {}, names = {} } = more;
  return { code, grade, place, measured, limit, kind, margin: Math.abs(measured - limit), values, names };
}
