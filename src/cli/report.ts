import { describe, GRADE_WORDS, verdict, type Finding } from '../core/check';
import type { PlanResults } from '../core/network';
import type { FullPlan } from '../core/plan';
import { format, type UnitChoice } from '../core/units';

const COLUMN = 34;
const row = (label: string, value: string): string => `  ${label.padEnd(COLUMN)}${value}\n`;

/** A plan's check as plain text. */
export function report(
  plan: FullPlan,
  results: PlanResults,
  findings: readonly Finding[],
  choice: UnitChoice,
): string {
  const show = (value: number, kind: Parameters<typeof format>[1]): string => format(value, kind, choice);
  const told = verdict(results, findings, choice);
  const { demand } = results;
  const weakest = results.runs[results.weakest];
  let text = `${plan.name}${plan.place ? `, ${plan.place}` : ''}\n${told.headline}. ${told.detail}.\n\n`;
  text += row('asked', show(demand.askedLph, 'flow'));
  text += row(
    `source can give at ${show(demand.neededKpa, 'pressure')}`,
    Number.isFinite(demand.availableLph) ? show(demand.availableLph, 'flow') : 'enough',
  );
  text += row('flows', show(results.flowLph, 'flow'));
  if (weakest) text += row(`weakest emitter (bed ${weakest.run.bed})`, show(weakest.minKpa, 'pressure'));
  text += row('evenness of the block', show(results.uniformity, 'share'));
  text += `\n  ${'bed'.padStart(4)}  ${'flow'.padStart(12)}  ${'least'.padStart(10)}  ${'greatest'.padStart(10)}\n`;
  for (const bed of results.beds) {
    text += `  ${String(bed.number).padStart(4)}  ${show(bed.flowLph, 'flow').padStart(12)}  ${show(bed.minKpa, 'pressure').padStart(10)}  ${show(bed.maxKpa, 'pressure').padStart(10)}\n`;
  }
  for (const finding of findings) {
    const words = describe(finding, plan, choice);
    text += `\n${GRADE_WORDS[finding.grade].toUpperCase()}  ${words.title}  [${finding.code}]\n`;
    text += `  where: ${words.where}\n  ${words.howMuch}\n  ${words.why}\n  try: ${words.tries.join('; ')}\n`;
  }
  if (findings.length === 0) text += '\nNothing found to mend.\n';
  text += '\nPlanning figures, not a design signed by an engineer.\n';
  return text.replace(/\u00a0/g, ' ');
}
