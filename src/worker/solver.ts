import { expose, transfer } from 'comlink';
import { findAll, type Finding } from '../core/check';
import {
  createPlanSolver,
  emittersOf,
  longestRunM,
  pressuresAlong,
  type EmitterPressures,
  type FarmResults,
  type PlanSolution,
} from '../core/network';
import type { Block, FullPlan } from '../core/plan';

type Land = Pick<FullPlan, 'ground' | 'obstacles'>;

/** A plan as it is sent: blocks and ground that did not change since the last one are only named. */
export interface PlanLetter {
  plan: Omit<FullPlan, 'blocks' | 'ground' | 'obstacles' | 'underlay'>;
  land?: Land;
  /** Ids of the blocks, in order. */
  order: string[];
  changed: Block[];
  /** What is asked of the source and what is found are wanted too, not only pressures. */
  judged: boolean;
}

/** A solved plan as it is sent back. */
export interface Answer extends PlanSolution {
  /** None where they were not wanted. */
  findings?: Finding[];
  /** Pressures along each run at even steps, from inlet to far end, run after run, kPa. */
  shading: Float32Array;
  points: number;
}

/** Points of shading along one run; fewer on crowded plans. */
const SHADE_POINTS = 14;
const CROWDED_RUNS = 150;
const CROWDED_POINTS = 6;

/** Ends work that a newer plan has overtaken. */
class Overtaken extends Error {}

/** The number of the oldest plan still wanted, written by the page. */
let oldest: Int32Array | undefined;
let working = 0;
const checkpoint = (): void => {
  if (oldest && Atomics.load(oldest, 0) > working) throw new Overtaken();
};

const solver = createPlanSolver(checkpoint);
const blocks = new Map<string, Block>();
let land: Land | undefined;
let last: { plan: FullPlan; results: FarmResults } | undefined;

const api = {
  /** Takes the place where the page writes the number of the oldest plan it still wants. */
  listen(place: SharedArrayBuffer): void {
    oldest = new Int32Array(place);
  },

  /**
   * Solves a plan. Throws an Error whose message is a sentence when it cannot.
   * @returns when it gave way (ms since 1970), where a newer plan was wanted before it was done
   */
  solve(letter: PlanLetter, number: number): Answer | { gaveWayAt: number } {
    for (const block of letter.changed) blocks.set(block.id, block);
    land = letter.land ?? land;
    const plan: FullPlan = {
      ...letter.plan,
      ...land!,
      blocks: letter.order.map((id) => blocks.get(id)!),
    };
    working = number;
    try {
      checkpoint();
      const results = solver.solve(plan, letter.judged);
      const findings = letter.judged ? findAll(plan, results, checkpoint) : undefined;
      const points = results.runs.length > CROWDED_RUNS ? CROWDED_POINTS : SHADE_POINTS;
      const shading = pressuresAlong(plan, results, points);
      last = { plan, results };
      const { solution, demand } = results;
      return transfer({ solution, demand, findings, shading, points }, [
        shading.buffer,
        // The worker reads what it keeps from `runs`; the flat numbers go to the page.
        solution.laterals.buffer,
      ]);
    } catch (error) {
      if (error instanceof Overtaken) return { gaveWayAt: performance.timeOrigin + performance.now() };
      throw error;
    }
  },

  /** The longest run that keeps the wished uniformity where a run lies, m. */
  longest(runIndex: number): number {
    return last && runIndex >= 0 && runIndex < last.results.runs.length
      ? longestRunM(last.plan, last.results, runIndex)
      : 0;
  },

  /** Pressures and places of every emitter of some runs of the plan solved last, for close views. */
  emitters(runIndices: number[]): EmitterPressures[] {
    if (!last) return [];
    const { plan, results } = last;
    return runIndices.filter((i) => i < results.runs.length).map((i) => emittersOf(plan, results, i));
  },
};

export type SolverApi = typeof api;

expose(api);
