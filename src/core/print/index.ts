export * from './fieldSheets';
export * from './page';
export * from './letters';
