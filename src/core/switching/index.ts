export * from './board';
export * from './wires';
