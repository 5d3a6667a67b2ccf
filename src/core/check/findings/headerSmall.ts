import { headerLoss } from '../../network';
import { THRESHOLDS } from '../thresholds';
import type { Check } from '../types';

/** Friction in the header takes too great a share of the pressure at its feed. */
export const headerSmall: Check = (plan, results, blockIndex) => {
  const loss = headerLoss(results);
  const limit = THRESHOLDS.headerShare * loss.feedKpa;
  if (!(loss.feedKpa > 0) || loss.frictionKpa <= limit) return undefined;
  return {
    code: 'header-small',
    grade: 'mend',
    place: { kind: 'header' },
    measured: loss.frictionKpa,
    limit,
    kind: 'pressure',
    values: {
      share: loss.frictionKpa / loss.feedKpa,
      boreMm: plan.blocks[blockIndex].header.boreMm,
      flowLph: results.flowLph,
      shareOfBlock: loss.shareOfBlockLoss,
    },
  };
};
