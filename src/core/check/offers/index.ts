export * from './context';
export * from './offering';
export * from './laying';
export * from './parts';
export * from './sources';
