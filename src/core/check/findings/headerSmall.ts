import { headerLoss } from '../../network';
import { limitsOf } from '../../plan';
import { finding, type Check } from '../types';

/** Friction in a header takes too great a share of the pressure at its feed. */
export const headerSmall: Check = (plan, results) =>
  results.blocks.flatMap((block) => {
    const loss = headerLoss(results, block);
    const limit = limitsOf(plan).headerShare * loss.feedKpa;
    if (!(loss.feedKpa > 0) || loss.frictionKpa <= limit) return [];
    return finding(
      'header-small',
      'mend',
      { kind: 'header', block: block.index },
      {
        measured: loss.frictionKpa,
        limit,
        kind: 'pressure',
        values: {
          share: loss.frictionKpa / loss.feedKpa,
          boreMm: plan.blocks[block.index].header.boreMm,
          flowLph: block.flowLph,
          shareOfBlock: loss.shareOfBlockLoss,
        },
      },
    );
  });
