export * from './workings';
export type { Term, Working } from './types';
export { isDefault, term } from './types';
export { workingText } from './text';
