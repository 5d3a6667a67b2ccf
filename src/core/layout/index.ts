export * from './frame';
export type { LaidBed } from './beds';
export * from './header';
export * from './heights';
export * from './things';
export * from './block';
export * from './farm';
export * from './directions';
