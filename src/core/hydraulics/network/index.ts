export * from './types';
export { createRunStore, groupsOf, type RunStore } from './runStore';
export { ROUGH_GROUPS } from './runCurve';
export { createNetworkSolver, solveNetwork, type NetworkSolver } from './solve';
export { lossAcross } from './tree';
