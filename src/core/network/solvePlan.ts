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
  /** @param withDemand false: the demand found last stands in, where it is of as many blocks; it is then one edit behind */
  solve(plan: FullPlan, withDemand?: boolean): FarmResults;
}

/** @param checkpoint called often; what it throws ends the solving */
export function createPlanSolver(checkpoint?: () => void): PlanSolver {
  const store = createRunStore(checkpoint);
  const solver = createNetworkSolver(store);
  const demands = createDemandFinder(store);
  let demand: Demand | undefined;
  return {
    solve(plan, withDemand = true) {
      const layout = layOut(plan);
      const built = buildNetwork(plan, layout);
      const solution = solver.solve(built.network);
      if (withDemand || demand?.blocks.length !== built.blocks.length)
        demand = demands.find(plan, layout, built);
      return assemble(plan, layout, built, solution, demand);
    },
  };
}

/** Puts a solution found elsewhere back onto its plan. */
export function resultsOf(plan: FullPlan, { solution, demand }: PlanSolution): FarmResults {
  const layout = layOut(plan);
  return assemble(plan, layout, buildNetwork(plan, layout), solution, demand);
}
