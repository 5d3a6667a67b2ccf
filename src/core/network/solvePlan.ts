import { createNetworkSolver, createRunStore, type NetworkSolution } from '../hydraulics/network';
import { layOut } from '../layout';
import type { FullPlan } from '../plan';
import { createDemandFinder, type Demand } from './demand';
import { buildNetwork } from './farmNetwork';
import { assemble, type FarmResults } from './results';

/** What solving a plan comes to, as flat numbers that pass cheaply from one thread to another. */
export interface PlanSolution {
  solution: NetworkSolution;
  demand: Demand;
}

/** Keeps runs, shapes and pressures from one edit to the next. */
export interface PlanSolver {
  solve(plan: FullPlan): FarmResults;
}

/** @param checkpoint called often; what it throws ends the solving */
export function createPlanSolver(checkpoint?: () => void): PlanSolver {
  const store = createRunStore(checkpoint);
  const solver = createNetworkSolver(store);
  const demands = createDemandFinder(store);
  return {
    solve(plan) {
      const layout = layOut(plan);
      const built = buildNetwork(plan, layout);
      const solution = solver.solve(built.network);
      return assemble(plan, layout, built, solution, demands.find(plan, layout, built));
    },
  };
}

/** Puts a solution found elsewhere back onto its plan. */
export function resultsOf(plan: FullPlan, { solution, demand }: PlanSolution): FarmResults {
  const layout = layOut(plan);
  return assemble(plan, layout, buildNetwork(plan, layout), solution, demand);
}
