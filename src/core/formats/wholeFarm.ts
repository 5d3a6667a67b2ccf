import { layOut, type FarmLayout } from '../layout';
import {
  inletParts,
  type BlockResult,
  type FarmResults,
  type MainResult,
  type PartResult,
  type PlanSolver,
  type RunResult,
} from '../network';
import { branchSource, HEAD, openings, type FullPlan } from '../plan';

/** What something does, and the set in which it does that; no name where all runs at once. */
export interface Doing<T> {
  set: string;
  does: T;
  results: FarmResults;
}

/** The whole farm with what each part of it does in its own set: each thing once, whichever set is looked at. */
export interface WholeFarm {
  plan: FullPlan;
  layout: FarmLayout;
  bed(block: number, key: string): Doing<BlockResult['beds'][number]> | undefined;
  run(block: number, id: string): Doing<RunResult> | undefined;
  /** A block in each set that opens any of it. */
  blocks(block: number): Doing<BlockResult>[];
  /** A piece of main in the set that draws most through it. */
  main(to: string): Doing<MainResult> | undefined;
  /** A part of the head, of a branch or of a block's inlet, in the set that draws most through it. */
  part(place: string, id: string): Doing<PartResult> | undefined;
  /** The set that draws most of all. */
  most: Doing<FarmResults> | undefined;
}

/** Solves a plan's sets one by one, or all at once where it has none. */
export function wholeFarm(plan: FullPlan, solver: PlanSolver): WholeFarm {
  return farmIn(
    plan,
    openings(plan).map(({ set, plan: open }) => ({
      set: set?.name ?? '',
      results: solver.solve(open),
    })),
  );
}

/** A whole farm of what was solved of it, set by set. */
export function farmIn(plan: FullPlan, states: readonly { set: string; results: FarmResults }[]): WholeFarm {
  const beds = new Map<string, Doing<BlockResult['beds'][number]>>();
  const runs = new Map<string, Doing<RunResult>>();
  const blocks = new Map<number, Doing<BlockResult>[]>();
  const mains = new Map<string, Doing<MainResult>>();
  const parts = new Map<string, Doing<PartResult>>();
  const addPart = (place: string, own: Doing<PartResult>): void => {
    const key = `${place} ${own.does.step.part.id}`;
    const known = parts.get(key);
    if (!known || own.does.flowLph > known.does.flowLph) parts.set(key, own);
  };
  let most: Doing<FarmResults> | undefined;
  for (const { set, results } of states) {
    if (!most || results.flowLph > most.does.flowLph) most = { set, does: results, results };
    for (const does of results.head) addPart(HEAD, { set, results, does });
    for (const block of results.blocks) {
      const own = { set, results };
      for (const does of inletParts(results, block)) addPart(block.built.layout.block.id, { ...own, does });
      blocks.set(block.index, [...(blocks.get(block.index) ?? []), { ...own, does: block }]);
      const { layout } = block.built;
      layout.beds.forEach((bed, i) => {
        const key = `${block.index} ${bed.key}`;
        if (!bed.resting && !beds.has(key)) beds.set(key, { ...own, does: block.beds[i] });
      });
      layout.runs.forEach((run, i) => {
        const key = `${block.index} ${run.id}`;
        if (!runs.has(key)) runs.set(key, { ...own, does: results.runs[block.firstRun + i] });
      });
    }
    for (const main of results.mains) {
      const known = mains.get(main.laid.to);
      if (!known || main.flowLph > known.does.flowLph) mains.set(main.laid.to, { set, results, does: main });
    }
  }
  return {
    plan,
    layout: layOut(plan),
    bed: (block, key) => beds.get(`${block} ${key}`),
    run: (block, id) => runs.get(`${block} ${id}`),
    blocks: (block) => blocks.get(block) ?? [],
    main: (to) => mains.get(to),
    // What stands on a branch is known with the head.
    part: (place, id) => parts.get(`${branchSource(place) === undefined ? place : HEAD} ${id}`),
    most,
  };
}
