export * from './workings';
export type { Term, Working } from './types';
export { isDefault, sum, term } from './types';
export { printed, workingText } from './text';
export * from './buying';
