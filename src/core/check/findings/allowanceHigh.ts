import { limitsOf } from '../../plan';
import { finding, type Check } from '../types';

/** More of a measured flow is planned on than is wise. */
export const allowanceHigh: Check = (plan, { layout: { source } }) => {
  const limit = limitsOf(plan).allowance;
  const measured = plan.wishes.allowance;
  if ((source.kind !== 'tap' && source.kind !== 'well') || measured <= limit + 1e-9) return [];
  return [finding('allowance-high', 'mind', { kind: 'source' }, { measured, limit, kind: 'share' })];
};
