export * from './workings';
export type { Term, Working } from './types';
