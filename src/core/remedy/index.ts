export { changed, sayChange } from './changes';
export * from './tryOut';
export type { Change } from './types';
export * from './fit';
export * from './fitWords';
export { cautionsOf } from './cautions';
