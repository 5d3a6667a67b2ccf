import { loadOf } from '../sets';
import { format, type UnitChoice } from '../units';
import { isGravity } from '../network';
import { isMeasured } from './figures';
import type { Finding } from './finding';
import type { FindingCode } from './findings';
import { roots, type Judgement } from './judge';

export interface Verdict {
  tone: 'fine' | 'mend' | 'stop';
  headline: string;
  detail: string;
}

/** What a grave finding of these kinds comes to; any other keeps the plan from working. */
const GRAVE: Partial<Record<FindingCode, string>> = {
  'no-backflow': 'Not safe or lawful',
  'injector-above-backflow': 'Not safe or lawful',
  'backup-joins': 'Not safe or lawful',
  'no-relief': 'Can burst',
  'over-rated': 'Can burst',
  'tank-dry': 'The tank runs dry',
  'day-short': 'The day is too short',
  'yield-short': 'Draws more than the well gives',
};

const count = (n: number, one: string, many: string): string => (n === 1 ? one : `${n} ${many}`);

/** What a verdict is made of, as plain numbers: what opens, and whether anything was measured. */
export interface Opens {
  measured: boolean;
  sets: number;
  opened: { blocks: number; emitters: number; flowLph: number; spare: number }[];
}

/** What opens one after the other, on the source. */
export const opensOf = ({ stated, plan, states }: Pick<Judgement, 'stated' | 'plan' | 'states'>): Opens => ({
  measured: isMeasured(stated, plan.sourceId),
  sets: plan.watering.sets.length,
  opened: states
    .filter((s) => s.how === 'open' && !s.backup)
    .map(({ results }) => ({
      blocks: results.blocks.length,
      emitters: results.emitters,
      flowLph: results.flowLph,
      spare: isGravity(results.layout.source)
        ? Infinity
        : 1 / loadOf(results, plan.wishes.uniformity).load - 1,
    })),
});

/** Beyond ten times what is asked the figure says no more. */
const PLENTY = 10;

/** Whether the plan works in all its states, in one short sentence and what matters most beside it. */
export function verdict(opens: Opens, told: readonly Finding[], choice: UnitChoice): Verdict {
  const said = plainVerdict(opens, told, choice);
  // Of figures that nobody measured the answer is an example's.
  return opens.measured ? said : { ...said, detail: `Nothing measured yet: example figures. ${said.detail}` };
}

function plainVerdict({ sets, opened }: Opens, told: readonly Finding[], choice: UnitChoice): Verdict {
  const own = roots(told);
  const graver = own.filter((f) => f.grade === 'stop' || f.grade === 'mend');
  const by = (code: FindingCode): Finding | undefined =>
    told.find((f) => f.code === code && f.grade === 'stop' && f.holds.some((h) => !h.backup));
  const others = (n: number): string =>
    n <= 0 ? 'Nothing else found' : n === 1 ? 'One more problem' : `${n} more problems`;
  const stop = (headline: string, detail = others(graver.length - 1)): Verdict => ({
    tone: 'stop',
    headline,
    detail,
  });
  const at = (f: Finding): [string, string] => [
    format(f.measured, f.kind, choice),
    format(f.limit, f.kind, choice),
  ];
  if (opened.every((s) => s.blocks === 0)) return stop('Every block is shut', 'Open one to see what it does');
  if (opened.every((s) => s.emitters === 0))
    return stop('No emitter fits into these beds', 'They are shorter than the spacing');
  if (opened.every((s) => !(s.flowLph > 0))) return stop('No water reaches the beds', others(graver.length));
  const burst = by('burst-at-rest') ?? by('emitter-over');
  if (burst) {
    const [measuredKpa, limitKpa] = at(burst);
    return stop('Too much pressure', `${measuredKpa}, the tape is rated ${limitKpa}`);
  }
  const dry = by('emitters-dry');
  if (dry) {
    const word = dry.says.plants ? 'plant' : 'bed';
    return stop(`${dry.says.beds === 1 ? `One ${word} runs` : `${Number(dry.says.beds)} ${word}s run`} dry`);
  }
  const short = by('flow-short');
  if (short)
    return stop(
      short.limit > 0
        ? `Short by ${format(Number(short.says.shortLph), 'flow', choice)}`
        : 'The source is too weak',
      `${at(short)[0]} asked at ${format(Number(short.says.neededKpa), 'pressure', choice)}`,
    );
  const under = by('emitter-under');
  if (under) return stop('Too weak at the far end', `${at(under)[0]} where ${at(under)[1]} is needed`);
  const grave = own.filter((f) => f.grade === 'stop');
  if (grave.length > 0) {
    const onBackup = grave.every((f) => f.holds.length > 0 && f.holds.every((h) => h.backup));
    const named = grave.map((f) => GRAVE[f.code]).find((words) => words !== undefined);
    return stop(
      onBackup ? 'Does not work on the backup' : (named ?? 'Does not work yet'),
      count(grave.length, 'One thing to put right first', 'things to put right first'),
    );
  }
  const inSets = sets === 0 ? '' : ` in ${count(sets, 'one set', 'sets')}`;
  const spare = Math.min(...opened.map((o) => o.spare));
  const headline = !Number.isFinite(spare)
    ? `Runs${inSets}`
    : spare >= 0
      ? `Runs${inSets}, ${sets > 1 ? 'the tightest ' : ''}with ${spare > PLENTY ? 'plenty' : `${Math.floor(spare * 100 + 1e-9)} %`} to spare`
      : `Runs${inSets}, but not for long`;
  const drips = told.find((f) => f.code === 'emitter-under' && f.says.drips);
  const slow = drips ? `Drips at ${Math.round(Number(drips.says.share) * 100)} % of the label’s flow. ` : '';
  const mend = own.filter((f) => f.grade === 'mend').length;
  if (mend > 0)
    return { tone: 'mend', headline, detail: slow + count(mend, 'One thing to mend', 'things to mend') };
  const watch = own.filter((f) => f.grade === 'watch').length;
  return {
    tone: 'fine',
    headline,
    detail: `${slow}Nothing to mend${watch === 0 ? '' : `, ${count(watch, 'one thing to watch', 'things to watch')}`}`,
  };
}
