import { msg } from '../language';
import { LIMIT_TABLE, type FullPlan, type LimitName } from '../plan';
import type { UnitChoice } from '../units';
import { term, type Working } from '../working';
import type { Finding } from './finding';
import { kindOfCode } from './kindOf';
import { describe } from './words';

const LABEL = msg`The label, or the typical part’s until it is read.`;
const PRACTICE = msg`Growers’ practice and local rules.`;

const isLimit = (source: string): source is LimitName => source in LIMIT_TABLE;

/**
 * How a finding was worked out, from its own numbers: what must hold, what is there, and by how much it is missed. Of what
 * is there or not there (a part left out) nothing is worked out; then its reason is told.
 */
export function findingWorking(finding: Finding, plan: FullPlan, choice: UnitChoice): Working {
  const words = describe(finding, plan, choice);
  const compared = kindOfCode(finding.code).compares;
  const { measured, limit, margin, kind } = finding;
  if (!compared)
    return {
      title: words.title,
      says: `${words.howMuch} ${words.why}`,
      formula: msg`there, or not there`,
      terms: [],
      source: PRACTICE,
    };
  return {
    title: words.title,
    says: words.howMuch,
    formula: compared.holds,
    terms: [
      term('', compared.measured, measured, kind),
      isLimit(compared.source)
        ? term('', compared.limit, limit, kind, `wishes.limits.${compared.source}`)
        : term('', compared.limit, limit, kind),
    ],
    gives: ([is, bound]) => Math.abs(is - bound),
    result: term('', msg`short by`, margin, kind),
    source: isLimit(compared.source)
      ? LIMIT_TABLE[compared.source].source
      : compared.source === 'label'
        ? LABEL
        : compared.source,
  };
}
