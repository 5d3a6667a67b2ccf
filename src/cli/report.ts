import { msg } from '../core/language';
import {
  describe,
  findingWorking,
  GRADE_WORDS,
  opensOf,
  verdict,
  type Finding,
  type Judgement,
} from '../core/check';
import { dripShare, type FarmResults } from '../core/network';
import { bedName, type Plan } from '../core/plan';
import { seasonOf, seasonWorking, SET_WORKING_NAMES, setWorking } from '../core/sets';
import { isDefault, WORKING_NAMES, workingOf, workingText, type Working } from '../core/working';
import { format, type UnitChoice } from '../core/units';

const COLUMN = 34;
const row = (label: string, value: string): string =>
  `  ${label.padEnd(Math.max(COLUMN, label.length + 2))}${value}\n`;

/** What is told beyond the check itself. */
export interface More {
  /** The stated plan: then every working is written out, with its defaults marked. */
  working?: Plan;
  /** What would put a finding right, in lines, and how each was worked out. */
  remedies?: (finding: Finding) => { lines: string[]; workings: Working[] };
}

/** Every working of the run with the weakest emitter, of each set and the season, of each thing found and what would mend it. */
function workings(
  { worst, outlook, plan: whole }: Judgement,
  findings: readonly Finding[],
  choice: UnitChoice,
  stated: Plan,
  ofRemedies: readonly Working[],
): string {
  const { plan, results } = worst;
  const assumed = (field: string | undefined): boolean => field !== undefined && isDefault(stated, field);
  const all = [
    ...WORKING_NAMES.flatMap((name) => workingOf(name, plan, results, results.weakest) ?? []),
    ...(outlook?.sets ?? []).flatMap((s) =>
      SET_WORKING_NAMES.flatMap((name) => setWorking(name, s.id, outlook!, whole) ?? []),
    ),
    ...(outlook ? seasonOf(whole, new Map(outlook.gifts)).beds : []).map((b) => seasonWorking(b, whole)),
    ...findings.map((f) => findingWorking(f, plan, choice)),
    ...ofRemedies,
  ];
  return all
    .map((w) => msg`\nWORKING  ${workingText(w, choice, assumed).replaceAll('\n', '\n  ')}\n`)
    .join('');
}

/** A plan's check as plain text. */
export function report(judged: Judgement, choice: UnitChoice, more: More = {}): string {
  const { told: findings, plan: whole, worst, stated } = judged;
  const { plan, results } = worst;
  const show = (value: number, kind: Parameters<typeof format>[1]): string => format(value, kind, choice);
  const told = verdict(opensOf(judged), findings, choice);
  const { demand } = results;
  const weakest = results.runs[results.weakest];
  let text = `${plan.name}${plan.place ? `, ${plan.place}` : ''}\n${told.headline}. ${told.detail}.\n\n`;
  const { set } = worst;
  if (set) text += row(msg`figures of`, msg`${set.name}, nearest to its limits`);
  text += row(msg`asked`, show(demand.askedLph, 'flow'));
  text += row(
    msg`source can give at ${show(demand.neededKpa, 'pressure')}`,
    Number.isFinite(demand.availableLph) ? show(demand.availableLph, 'flow') : 'enough',
  );
  const share = dripShare(results);
  text += row(
    msg`flows`,
    share === undefined
      ? show(results.flowLph, 'flow')
      : msg`${show(results.flowLph, 'flow')}, ${show(share, 'share')} of the label’s flow`,
  );
  const nameOf = (index: number): string => (plan.blocks.length > 1 ? `${plan.blocks[index].name}, ` : '');
  if (weakest)
    text += row(
      msg`weakest emitter (${nameOf(weakest.run.block)}${bedName(plan.blocks[weakest.run.block], weakest.run.bed)})`,
      show(weakest.minKpa, 'pressure'),
    );
  text += row(msg`evenness`, show(results.uniformity, 'share'));
  for (const block of results.blocks) {
    const { name } = plan.blocks[block.index];
    text += msg`\n  ${name}: ${show(block.flowLph, 'flow')}, ${show(block.uniformity, 'share')} even, fed at ${show(block.feedKpa, 'pressure')}\n`;
    text += bedTable(block);
  }
  for (const m of results.mains) {
    const to = plan.blocks.find((b) => b.id === m.laid.to)?.name ?? m.laid.to;
    text += msg`\n  main to ${to}: ${show(m.laid.lengthM, 'length')}, ${show(m.flowLph, 'flow')}, ${show(m.velocityMps, 'velocity')}, loses ${show(m.frictionKpa, 'pressure')}, surge ${show(m.surgeKpa, 'pressure')}`;
  }
  if (results.mains.length > 0) text += '\n';
  function bedTable(block: FarmResults['blocks'][number]): string {
    let table = `  ${'bed'.padStart(4)}  ${'flow'.padStart(12)}  ${'least'.padStart(10)}  ${'greatest'.padStart(10)}\n`;
    for (const bed of block.beds) {
      const key = bed.key.padStart(4);
      table += Number.isFinite(bed.minKpa)
        ? `  ${key}  ${show(bed.flowLph, 'flow').padStart(12)}  ${show(bed.minKpa, 'pressure').padStart(10)}  ${show(bed.maxKpa, 'pressure').padStart(10)}\n`
        : msg`  ${key}  rests\n`;
    }
    return table;
  }
  const ofRemedies: Working[] = [];
  for (const finding of findings) {
    const words = describe(finding, whole, choice, stated);
    text += `\n${GRADE_WORDS[finding.grade].toUpperCase()}  ${words.title}  [${finding.code}${finding.because ? msg`, because of ${finding.because}` : ''}]\n`;
    text += msg`  where: ${words.where}${words.whenOpen ? `; ${words.whenOpen}` : ''}\n  ${words.howMuch}\n  ${words.why}\n`;
    if (words.restsOn) text += msg`  based on: ${words.restsOn}\n`;
    if (words.tries.length > 0) text += msg`  try: ${words.tries.filter(Boolean).join('; ')}\n`;
    const found = more.remedies?.(finding);
    for (const line of found?.lines ?? []) text += `  ${line}\n`;
    ofRemedies.push(...(found?.workings ?? []));
  }
  if (more.working) text += workings(judged, findings, choice, more.working, ofRemedies);
  if (findings.length === 0) text += msg`\nNo problems found.\n`;
  text += msg`\nPlanning figures, not a design signed by an engineer.\n`;
  return text.replace(/\u00a0/g, ' ');
}
