export { cautionsOf, changed, sayChange, type Change } from '../changes';
export * from './figures';
export * from './tryOut';
export * from './words';
export * from './working';
export * from './fit';
export * from './fitWords';
export * from './chooseSets';
