import { KPA_PER_M } from '../../hydraulics/water';
import { limitsOf } from '../../plan';
import { finding, type Check } from '../types';

/** A regulator in the head stands so far above a block with none of its own that the fall undoes its work. */
export const regulatorUphill: Check = (plan, results) => {
  const regulator = results.built.head.filter((s) => s.part.role === 'regulator').at(-1);
  if (!regulator) return [];
  return results.blocks.flatMap((block) => {
    if (block.built.inlet.some((s) => s.part.role === 'regulator')) return [];
    const gained = block.rest.lowestTapeKpa - results.rest.outletKpa;
    const limit = limitsOf(plan).uphillShare * regulator.part.setKpa;
    if (gained <= limit) return [];
    return finding(
      'regulator-uphill',
      'mind',
      { kind: 'block', block: block.index },
      {
        measured: gained,
        limit,
        kind: 'pressure',
        values: { setKpa: regulator.part.setKpa, fallM: gained / KPA_PER_M },
      },
    );
  });
};
