export * from './types';
export { blankPlan, fillIn } from './defaults';
export { LIMITS, planSchema } from './schema';
export { migrate, MIGRATIONS } from './migrations';
export { contradictions, type Contradiction } from './sanity';
export { readPlan, writePlan, MAX_PLAN_BYTES, type PlanReading } from './file';
