import { msg } from '../language';
import { spareOf, spareTold } from '../sets';
import { format, type UnitChoice } from '../units';
import { isMeasured } from './figures';
import type { Finding } from './finding';
import type { FindingCode } from './codes';
import { roots, type Judgement } from './judge';
import { whenWords } from './words';

export interface Verdict {
  tone: 'fine' | 'mend' | 'stop';
  headline: string;
  detail: string;
}

/** What a grave finding of these kinds comes to; any other keeps the plan from working. */
const GRAVE: Partial<Record<FindingCode, string>> = {
  'no-backflow': msg`Not safe or lawful`,
  'injector-above-backflow': msg`Not safe or lawful`,
  'backup-joins': msg`Not safe or lawful`,
  'no-relief': msg`Can burst`,
  'over-rated': msg`Can burst`,
  'tank-dry': msg`The stored water runs out`,
  'day-short': msg`The day is too short`,
  'yield-short': msg`Draws more than the well gives`,
};

/** What a verdict is made of, as plain numbers: what opens, and whether anything was measured. */
export interface Opens {
  measured: boolean;
  sets: number;
  /** The sets by name, so that a headline can say in which of them something holds. */
  named?: readonly { id: string; name: string }[];
  opened: { blocks: number; emitters: number; flowLph: number; spare: number }[];
}

/** What opens one after the other, on the source. */
export const opensOf = ({ stated, plan, states }: Pick<Judgement, 'stated' | 'plan' | 'states'>): Opens => ({
  measured: isMeasured(stated, plan.sourceId),
  sets: plan.watering.sets.length,
  named: plan.watering.sets.map(({ id, name }) => ({ id, name })),
  opened: states
    .filter((s) => s.how === 'open' && !s.backup)
    .map(({ results }) => ({
      blocks: results.blocks.length,
      emitters: results.emitters,
      flowLph: results.flowLph,
      spare: spareOf(results, plan.wishes.uniformity),
    })),
});

/** Whether the plan works in all its states, in one short sentence and what matters most beside it. */
export function verdict(opens: Opens, told: readonly Finding[], choice: UnitChoice): Verdict {
  const said = plainVerdict(opens, told, choice);
  // Of figures that nobody measured the answer is an example's.
  return opens.measured
    ? said
    : { ...said, detail: msg`Nothing measured yet: example figures. ${said.detail}` };
}

function plainVerdict(
  { sets, named = [], opened }: Opens,
  told: readonly Finding[],
  choice: UnitChoice,
): Verdict {
  const own = roots(told);
  const graver = own.filter((f) => f.grade === 'stop' || f.grade === 'mend');
  const by = (code: FindingCode): Finding | undefined =>
    told.find((f) => f.code === code && f.grade === 'stop' && f.holds.some((h) => !h.backup));
  const others = (n: number): string =>
    n <= 0 ? msg`Nothing else found` : n === 1 ? msg`One more problem` : msg`${n} more problems`;
  const stop = (headline: string, detail = others(graver.length - 1)): Verdict => ({
    tone: 'stop',
    headline,
    detail,
  });
  /** The state that a figure is of, where it is not that of all. */
  const when = (f: Finding): string => {
    const said = whenWords(f.holds, named);
    return said ? `, ${said}` : '';
  };
  const at = (f: Finding): [string, string] => [
    format(f.measured, f.kind, choice),
    format(f.limit, f.kind, choice),
  ];
  if (opened.every((s) => s.blocks === 0))
    return stop(msg`Every block is shut`, msg`Open one to see what it does`);
  if (opened.every((s) => s.emitters === 0))
    return stop(msg`No emitter fits into these beds`, msg`They are shorter than the spacing`);
  if (opened.every((s) => !(s.flowLph > 0)))
    return stop(msg`No water reaches the beds`, others(graver.length));
  const burst = by('burst-at-rest') ?? by('emitter-over');
  if (burst) {
    const [measuredKpa, limitKpa] = at(burst);
    return stop(msg`Too much pressure`, msg`${measuredKpa}${when(burst)}, the tape is rated ${limitKpa}`);
  }
  const dry = by('emitters-dry');
  if (dry) {
    const n = Number(dry.says.beds);
    return stop(
      dry.says.plants
        ? n === 1
          ? msg`One plant runs dry`
          : msg`${n} plants run dry`
        : n === 1
          ? msg`One bed runs dry`
          : msg`${n} beds run dry`,
      others(graver.length - 1) + when(dry),
    );
  }
  const short = by('flow-short');
  if (short)
    return stop(
      short.limit > 0
        ? msg`Short by ${format(Number(short.says.shortLph), 'flow', choice)}`
        : msg`The source is too weak`,
      msg`${at(short)[0]} asked at ${format(Number(short.says.neededKpa), 'pressure', choice)}${when(short)}`,
    );
  const under = by('emitter-under');
  if (under)
    return stop(
      msg`Too weak at the far end`,
      msg`${at(under)[0]} where ${at(under)[1]} is needed${when(under)}`,
    );
  const grave = own.filter((f) => f.grade === 'stop');
  if (grave.length > 0) {
    const onBackup = grave.every((f) => f.holds.length > 0 && f.holds.every((h) => h.backup));
    const ofKind = grave.map((f) => GRAVE[f.code]).find((words) => words !== undefined);
    return stop(
      onBackup ? msg`Does not work on the backup` : (ofKind ?? msg`Does not work yet`),
      grave.length === 1 ? msg`One thing to put right first` : msg`${grave.length} things to put right first`,
    );
  }
  const inSets = sets === 0 ? '' : sets === 1 ? msg` in one set` : msg` in ${sets} sets`;
  const spare = Math.min(...opened.map((o) => o.spare));
  const headline = !Number.isFinite(spare)
    ? msg`Runs${inSets}`
    : spare >= 0
      ? msg`Runs${inSets}, ${sets > 1 ? msg`the tightest ` : ''}with ${spareTold(spare)}`
      : msg`Runs${inSets}, but not for long`;
  const drips = told.find((f) => f.code === 'emitter-under' && f.says.drips);
  const slow = drips
    ? msg`Drips at ${Math.round(Number(drips.says.share) * 100)} % of the label’s flow. `
    : '';
  const mend = own.filter((f) => f.grade === 'mend').length;
  if (mend > 0)
    return {
      tone: 'mend',
      headline,
      detail: slow + (mend === 1 ? msg`One thing to mend` : msg`${mend} things to mend`),
    };
  const watch = own.filter((f) => f.grade === 'watch').length;
  return {
    tone: 'fine',
    headline,
    detail: msg`${slow}Nothing to mend${watch === 0 ? '' : watch === 1 ? msg`, one thing to watch` : msg`, ${watch} things to watch`}`,
  };
}
