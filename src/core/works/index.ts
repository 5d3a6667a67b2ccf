export * from './cost';
export * from './cutting';
export type { LinearSolver } from './cutTypes';
export * from './rules';
export * from './shop';
export * from './steps';
export * from './words';
