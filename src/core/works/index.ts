export * from './cost';
export * from './cutting';
export * from './rules';
export * from './shop';
export * from './steps';
export * from './words';
