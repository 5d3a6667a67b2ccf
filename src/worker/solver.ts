import { expose } from 'comlink';
import { findAll, type Finding } from '../core/check';
import { createPlanSolver, emittersOf, longestRunM, type PlanResults } from '../core/network';
import type { FullPlan } from '../core/plan';

/** A solved plan as the interface takes it. */
export interface Answer {
  results: PlanResults;
  findings: Finding[];
  /** Pressures along each run at even steps, from inlet to far end, kPa. */
  shading: Float32Array[];
  /** The longest run that keeps the wished uniformity where the weakest run lies, m. */
  longestM: number;
}

/** Points of shading along one run; fewer on crowded plans. */
const SHADE_POINTS = 14;
const CROWDED_RUNS = 400;
const CROWDED_POINTS = 5;

const solver = createPlanSolver();

function shade(plan: FullPlan, results: PlanResults): Float32Array[] {
  const points = results.runs.length > CROWDED_RUNS ? CROWDED_POINTS : SHADE_POINTS;
  return results.runs.map((_, i) => {
    const { kpa } = emittersOf(plan, results, i);
    return Float32Array.from(
      { length: kpa.length > 0 ? points : 0 },
      (_v, j) => kpa[Math.round((j / (points - 1)) * (kpa.length - 1))],
    );
  });
}

let last: { plan: FullPlan; results: PlanResults } | undefined;

const api = {
  /** Solves a plan. Throws an Error whose message is a sentence when it cannot. */
  solve(plan: FullPlan): Answer {
    const results = solver.solve(plan);
    last = { plan, results };
    return {
      results,
      findings: findAll(plan, results),
      shading: shade(plan, results),
      longestM: results.runs.length > 0 ? longestRunM(plan, results, results.weakest) : 0,
    };
  },
  /** Pressures and places of every emitter of some runs of the plan solved last, for close views. */
  emitters(runIndices: number[]): { distanceM: Float64Array; kpa: Float64Array }[] {
    if (!last) return [];
    const { plan, results } = last;
    return runIndices.filter((i) => i < results.runs.length).map((i) => emittersOf(plan, results, i));
  },
};

export type SolverApi = typeof api;

expose(api);
