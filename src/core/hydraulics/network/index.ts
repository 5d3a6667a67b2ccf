export * from './types';
export { createNetworkSolver, solveNetwork, type NetworkSolver } from './solve';
