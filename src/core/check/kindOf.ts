import type { FindingCode } from './codes';
import { KINDS } from './findings';
import type { Finding, Said, StageId } from './finding';
import type { FindingKind, Spoken } from './kind';

const byCode = new Map<string, FindingKind>(KINDS.map((k) => [k.code, k]));

/** All that there is to say of a kind of finding. */
export const kindOfCode = (code: FindingCode): FindingKind => byCode.get(code)!;

/** A finding as its kind's own words take it. */
export const spoken = (f: Finding): Spoken<Said> => f;

/** Where a finding is mended. */
export function stageOf({ code, place }: Pick<Finding, 'code' | 'place'>): StageId {
  const { stage } = kindOfCode(code);
  return typeof stage === 'function' ? stage(place) : stage;
}

/** Whether changes of the plan are tried for a kind of finding. */
export const hasOffers = (code: FindingCode): boolean => kindOfCode(code).offers !== undefined;

/** Place of a code in the order of telling. */
export const orderOf = (code: FindingCode): number => KINDS.findIndex((k) => k.code === code);
