import type { BlockResult, FarmResults } from '../../network';

/** The pieces of the main to one block, from it back to the head, by place among the results' mains. */
export interface Way {
  block: BlockResult;
  pieces: number[];
  entryM: number;
}

const known = new WeakMap<FarmResults, Way[]>();

/** The way of the water through the main to each block that is open. */
export function ways(results: FarmResults): Way[] {
  let found = known.get(results);
  if (!found) {
    const byEnd = new Map(results.built.mains.map((m, i) => [m.to, i]));
    found = results.blocks.map((block) => {
      const pieces: number[] = [];
      for (let i = byEnd.get(block.built.entry); i !== undefined; i = byEnd.get(results.built.mains[i].from))
        pieces.push(i);
      return { block, pieces, entryM: block.built.entryM };
    });
    known.set(results, found);
  }
  return found;
}

/** Blocks, by place in the plan, that get their water through a piece of the main. */
export const blocksPast = (results: FarmResults, to: string): Set<number> =>
  new Set(
    ways(results)
      .filter(({ pieces }) => pieces.some((i) => results.mains[i].laid.to === to))
      .map(({ block }) => block.index),
  );
