import type { FarmResults } from '../network';
import { format, type UnitChoice } from '../units';
import type { Finding, FindingCode } from './types';

export interface Verdict {
  tone: 'fine' | 'mend' | 'stop';
  headline: string;
  detail: string;
}

/** What a grave finding of these kinds comes to; any other keeps the plan from working. */
const GRAVE: Partial<Record<FindingCode, string>> = {
  'no-backflow': 'Not safe or lawful as it stands',
  'injector-above-backflow': 'Not safe or lawful as it stands',
  'backup-joins': 'Not safe or lawful as it stands',
  'no-relief': 'Can burst as it stands',
  'over-rated': 'Can burst as it stands',
};

/** Whether the plan works, in one short sentence and what matters most beside it. */
export function verdict(results: FarmResults, all: readonly Finding[], choice: UnitChoice): Verdict {
  const findings = all.filter((f) => !f.follows);
  const by = (code: Finding['code']): Finding | undefined => all.find((f) => f.code === code);
  const { demand, flowLph } = results;
  const spare = Math.min(demand.availableLph, demand.lastingLph) / demand.askedLph - 1;
  const graver = findings.filter((f) => f.grade === 'stop' || f.grade === 'mend').length;
  const others = (n: number): string =>
    n === 0 ? 'Nothing else found' : n === 1 ? 'One more thing to look at' : `${n} more things to look at`;
  const stop = (headline: string, detail = others(graver - 1)): Verdict => ({
    tone: 'stop',
    headline,
    detail,
  });
  const burst = by('burst-at-rest') ?? by('emitter-over');
  const dry = by('emitters-dry');
  const under = by('emitter-under');
  const short = by('flow-short');
  if (results.blocks.length === 0) return stop('Every block is shut', 'Open one to see what it does');
  if (results.emitters === 0)
    return stop('No emitter fits into these beds', 'They are shorter than the spacing');
  if (!(flowLph > 0)) return stop('No water reaches the beds', others(graver));
  if (burst)
    return stop(
      'Bursts the tape',
      `${format(burst.measured, 'pressure', choice)} on tape that holds ${format(burst.limit, 'pressure', choice)}`,
    );
  if (dry) {
    return stop(`${dry.values.beds === 1 ? 'One bed falls' : `${dry.values.beds} beds fall`} dry`);
  }
  if (short) {
    const under =
      short.limit > 0 ? `Short by ${format(short.values.short, 'flow', choice)}` : 'The source is too weak';
    return stop(
      under,
      `${format(short.measured, 'flow', choice)} asked at ${format(short.values.neededKpa, 'pressure', choice)}`,
    );
  }
  if (under)
    return stop(
      'Too weak at the far end',
      `${format(under.measured, 'pressure', choice)} where ${format(under.limit, 'pressure', choice)} is needed`,
    );
  const toSpare = !Number.isFinite(spare)
    ? 'Runs'
    : spare >= 0
      ? `Runs, with ${Math.floor(spare * 100)} % to spare`
      : 'Runs, but not for long';
  const grave = findings.filter((f) => f.grade === 'stop');
  if (grave.length > 0)
    return stop(
      GRAVE[grave[0].code] ?? 'Will not work as it stands',
      grave.length === 1 ? 'One thing to put right first' : `${grave.length} things to put right first`,
    );
  const mend = findings.filter((f) => f.grade === 'mend').length;
  if (mend > 0)
    return {
      tone: 'mend',
      headline: toSpare,
      detail: mend === 1 ? 'One thing to mend' : `${mend} things to mend`,
    };
  const mind = findings.filter((f) => f.grade === 'mind').length;
  return {
    tone: 'fine',
    headline: toSpare,
    detail:
      mind === 0
        ? 'Nothing to mend'
        : mind === 1
          ? 'Nothing to mend, one thing to mind'
          : `Nothing to mend, ${mind} things to mind`,
  };
}
