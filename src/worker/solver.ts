import { transfer } from 'comlink';
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
import { checkpoint, job, serve, type Ended } from './jobs';

type Land = Pick<FullPlan, 'ground' | 'obstacles'>;

/** A plan as it is sent: blocks and ground that did not change since the last one are only named. */
export interface PlanLetter {
  plan: Omit<FullPlan, 'blocks' | 'ground' | 'obstacles' | 'underlay'>;
  land?: Land;
  /** Ids of the blocks, in order. */
  order: string[];
  changed: Block[];
  /** What is asked of the source is wanted too, not only pressures. */
  asked: boolean;
}

/** A solved plan as it is sent back. */
export interface Answer extends PlanSolution {
  /** What is asked of the source was worked out again. */
  asked: boolean;
  /** Pressures along each run at even steps, from inlet to far end, run after run, kPa. */
  shading: Float32Array;
  points: number;
}

/** Points of shading along one run; fewer on crowded plans. */
const SHADE_POINTS = 14;
const CROWDED_RUNS = 150;
const CROWDED_POINTS = 6;

const solver = createPlanSolver(checkpoint);
const blocks = new Map<string, Block>();
let land: Land | undefined;
let last: { plan: FullPlan; results: FarmResults } | undefined;

const api = {
  /**
   * Solves a plan. Throws an Error whose message is a sentence when it cannot.
   * @returns nothing but a word where the letter names what never arrived: it is to be sent whole
   */
  solve(letter: PlanLetter, number: number): Ended<Answer | 'send all'> {
    for (const block of letter.changed) blocks.set(block.id, block);
    land = letter.land ?? land;
    if (!land || letter.order.some((id) => !blocks.has(id))) return { value: 'send all' };
    const plan: FullPlan = {
      ...letter.plan,
      ...land,
      blocks: letter.order.map((id) => blocks.get(id)!),
    };
    const ended = job(number, (): Answer => {
      const results = solver.solve(plan, letter.asked);
      const points = results.runs.length > CROWDED_RUNS ? CROWDED_POINTS : SHADE_POINTS;
      const shading = pressuresAlong(plan, results, points);
      last = { plan, results };
      const { solution, demand } = results;
      return { solution, demand, asked: letter.asked, shading, points };
    });
    if (!('value' in ended)) return ended;
    const { shading, solution } = ended.value;
    // The worker reads what it keeps from `runs`; the flat numbers go to the page.
    return transfer(ended, [shading.buffer, solution.laterals.buffer]);
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

serve(api);
