export * from './types';
export { createRunStore, type RunStore } from './runStore';
export { createNetworkSolver, solveNetwork, type NetworkSolver } from './solve';
export { lossAcross } from './tree';
