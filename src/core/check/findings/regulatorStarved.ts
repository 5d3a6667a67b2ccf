import { THRESHOLDS } from '../thresholds';
import type { Check } from '../types';

/** What reaches the regulator does not suffice for its set pressure. */
export const regulatorStarved: Check = (plan, { built, solved }, blockIndex) => {
  const step = built.trunk.find((s) => s.kind === 'regulator');
  if (!step) return undefined;
  const { setKpa } = plan.blocks[blockIndex].regulator;
  const link = built.network.links[step.link];
  const outlet = solved.nodes[link.to];
  if (outlet >= setKpa - THRESHOLDS.starvedKpa) return undefined;
  return {
    code: 'regulator-starved',
    grade: 'mend',
    place: { kind: 'regulator' },
    measured: outlet,
    limit: setKpa,
    kind: 'pressure',
    values: { inletKpa: solved.nodes[link.from], flowLph: solved.supply.flowLph },
  };
};
