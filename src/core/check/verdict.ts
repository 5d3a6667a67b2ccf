import type { PlanResults } from '../network';
import { format, type UnitChoice } from '../units';
import type { Finding } from './types';

export interface Verdict {
  tone: 'fine' | 'mend' | 'stop';
  headline: string;
  detail: string;
}

/** Whether the plan works, in one short sentence and what matters most beside it. */
export function verdict(results: PlanResults, findings: readonly Finding[], choice: UnitChoice): Verdict {
  const by = (code: Finding['code']): Finding | undefined => findings.find((f) => f.code === code);
  const { demand, flowLph } = results;
  const spare = demand.availableLph / demand.askedLph - 1;
  const others = (n: number): string =>
    n === 0 ? 'Nothing else found' : n === 1 ? 'One more thing to look at' : `${n} more things to look at`;
  const stop = (headline: string, detail = others(findings.length - 1)): Verdict => ({
    tone: 'stop',
    headline,
    detail,
  });
  const burst = by('burst-at-rest') ?? by('emitter-over');
  const under = by('emitter-under');
  const short = by('flow-short');
  if (results.emitters === 0)
    return stop('No emitter fits into these beds', 'They are shorter than the spacing');
  if (!(flowLph > 0)) return stop('No water reaches the beds', others(findings.length));
  if (burst)
    return stop(
      'Bursts the tape',
      `${format(burst.measured, 'pressure', choice)} on tape that holds ${format(burst.limit, 'pressure', choice)}`,
    );
  if (under && under.values.dryBeds > 0) {
    return stop(`${under.values.dryBeds === 1 ? 'One bed falls' : `${under.values.dryBeds} beds fall`} dry`);
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
  const toSpare = Number.isFinite(spare) ? `Runs, with ${Math.floor(spare * 100)} % to spare` : 'Runs';
  if (findings.length > 0) {
    return {
      tone: 'mend',
      headline: toSpare,
      detail: findings.length === 1 ? 'One thing to mend' : `${findings.length} things to mend`,
    };
  }
  return { tone: 'fine', headline: toSpare, detail: 'Nothing to mend' };
}
