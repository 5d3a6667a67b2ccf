import { suctionFacts } from '../../network';
import { limitsOf } from '../../plan';
import { finding, type Check } from '../types';

/** A surface pump has less suction head than it needs, or hardly more: it loses prime and is eaten away. */
export const suctionHigh: Check = (plan, results) => {
  const { source } = results.layout;
  if (source.kind !== 'pump') return [];
  const facts = suctionFacts(source, plan, results.flowLph, limitsOf(plan).suctionMarginM);
  if (facts.spareM >= limitsOf(plan).suctionMarginM) return [];
  return [
    finding(
      'suction-high',
      facts.spareM < 0 ? 'stop' : 'mend',
      { kind: 'source' },
      {
        measured: facts.haveM,
        limit: source.npshM + limitsOf(plan).suctionMarginM,
        kind: 'height',
        values: { liftM: source.liftM, highestM: facts.highestLiftM, frictionM: facts.frictionM },
      },
    ),
  ];
};
