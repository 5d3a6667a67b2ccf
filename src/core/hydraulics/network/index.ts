export * from './types';
export { createNetworkSolver, solveNetwork, type NetworkSolver } from './solve';
export { lossAcross } from './tree';
