import { describe } from '../check';
import type { FullPlan } from '../plan';
import { format, type UnitChoice } from '../units';
import { tellFallen } from './figures';
import type { Outcome } from './tryOut';

/** All that some changes make worse, in words: findings first, then figures. Nothing is left out of a promise. */
export const tellWorse = (outcome: Outcome, plan: FullPlan, choice: UnitChoice): string[] => [
  ...outcome.worse.map((f) => describe(f, plan, choice).title),
  ...tellFallen(outcome, (value, kind) => format(value, kind, choice)),
];
