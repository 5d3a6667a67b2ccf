export { cautionsOf, changed, sayChange, type Change } from '../changes';
export * from './tryOut';
export * from './working';
export * from './fit';
export * from './fitWords';
export * from './chooseSets';
