export * from './build';
export * from './bucket';
export * from './uniformity';
export * from './results';
export * from './longestRun';
export * from './walk';
export * from './headerLoss';
