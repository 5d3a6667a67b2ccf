export { changed, sayChange } from './changes';
export * from './tryOut';
export type { Change } from './types';
