export * from './polygon';
export * from './spans';
export * from './plane';
export * from './surface';
export * from './corners';
export * from './earth';
export * from './crossing';
