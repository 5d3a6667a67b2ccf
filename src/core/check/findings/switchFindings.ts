import { switchFacts } from '../../network';
import { limitsOf } from '../../plan';
import { finding, type Check } from '../types';

/** The pump cannot come to the switch's upper pressure: it never stops. */
export const neverStops: Check = (plan, { layout: { source } }) => {
  const facts = switchFacts(source, plan);
  if (!facts?.neverStops || (source.kind !== 'well' && source.kind !== 'pump')) return [];
  return [
    finding(
      'never-stops',
      'mend',
      { kind: 'source' },
      { measured: source.vessel.cutOutKpa, kind: 'pressure' },
    ),
  ];
};

/** The pump starts too often, or runs too shortly, while this much is drawn. */
export const shortCycling: Check = (plan, { layout: { source }, flowLph }) => {
  const facts = switchFacts(source, plan);
  if (!facts || facts.neverStops || !(flowLph > 0)) return [];
  const cycle = facts.cycle(flowLph);
  if (cycle.steady) return [];
  if (cycle.startsPerHour <= limitsOf(plan).startsPerHour && cycle.runMin * 60 >= limitsOf(plan).leastRunS)
    return [];
  return [
    finding(
      'short-cycling',
      'mend',
      { kind: 'source' },
      {
        measured: cycle.startsPerHour,
        limit: limitsOf(plan).startsPerHour,
        kind: 'count',
        values: {
          runS: cycle.runMin * 60,
          leastRunS: limitsOf(plan).leastRunS,
          drawdownL: facts.drawdownL,
          flowLph,
          cutInLph: facts.cutInLph,
        },
      },
    ),
  ];
};

/** More is drawn than the well gives in the long run, the allowance taken off. */
export const overYield: Check = (plan, { layout: { source }, flowLph }) => {
  if (source.kind !== 'well') return [];
  const limit = source.yieldLph * plan.wishes.allowance;
  const drawn = flowLph + source.othersLph;
  if (drawn <= limit) return [];
  return [
    finding(
      'over-yield',
      'mend',
      { kind: 'source' },
      {
        measured: drawn,
        limit,
        kind: 'flow',
        values: { yieldLph: source.yieldLph, allowance: plan.wishes.allowance },
      },
    ),
  ];
};
