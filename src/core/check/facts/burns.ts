import { inletParts, type BlockResult, type FarmResults } from '../../network';
import { limitsOf, type FullPlan } from '../../plan';

/** A regulator at the block holds its setting: whatever more reached it would only be burnt there. */
export const burnsWhatIsLeft = (plan: FullPlan, results: FarmResults, block: BlockResult): boolean =>
  inletParts(results, block).some(
    ({ step: { part }, afterKpa }) =>
      part.role === 'regulator' && afterKpa >= part.setKpa - limitsOf(plan).starvedKpa,
  );
