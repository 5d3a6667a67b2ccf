import { KPA_PER_M } from '../../hydraulics/water';
import { THRESHOLDS } from '../thresholds';
import type { Check } from '../types';

/** Friction in the supply line from source to block takes too great a share of what the source gives. */
export const mainEats: Check = (plan, results, blockIndex) => {
  const { built, solved, layout } = results;
  const step = built.trunk.find((s) => s.kind === 'main');
  const kpa = solved.supply.pressureKpa;
  if (!step || !(kpa > 0)) return undefined;
  const link = built.network.links[step.link];
  const friction = solved.nodes[link.from] - solved.nodes[link.to] - layout.main.riseM * KPA_PER_M;
  const limit = THRESHOLDS.mainShare * kpa;
  if (friction <= limit) return undefined;
  return {
    code: 'main-eats',
    grade: 'mend',
    place: { kind: 'main' },
    measured: friction,
    limit,
    kind: 'pressure',
    values: {
      share: friction / kpa,
      lengthM: layout.main.lengthM,
      boreMm: plan.blocks[blockIndex].main.boreMm,
      flowLph: results.flowLph,
    },
  };
};
