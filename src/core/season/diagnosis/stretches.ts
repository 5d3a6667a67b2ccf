import type { FarmResults } from '../../network';
import type { Stretch } from './types';

/** A block is told apart into so many stretches of beds: who stands at one sees which bed it is; */
export const MOST_STRETCHES = 12;
/** and where very much is open at once, all blocks together into no more than about so many. */
const MOST_OF_ALL = 72;

const known = new WeakMap<FarmResults, Stretch[]>();

/** Stretches of neighbouring beds in every open block, each bed by itself where there are few. */
export function stretchesOf(results: FarmResults): Stretch[] {
  let found = known.get(results);
  if (!found) {
    const most = Math.min(MOST_STRETCHES, Math.floor(MOST_OF_ALL / Math.max(1, results.blocks.length)));
    known.set(results, (found = results.blocks.flatMap((b) => ofBlock(results, b, Math.max(1, most)))));
  }
  return found;
}

function ofBlock(results: FarmResults, block: FarmResults['blocks'][number], most: number): Stretch[] {
  const byBed = new Map<number, number[]>();
  for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
    const { run, emitters } = results.runs[i];
    if (emitters > 0) byBed.set(run.bedIndex, [...(byBed.get(run.bedIndex) ?? []), i]);
  }
  const beds = [...byBed.keys()].sort((a, b) => a - b);
  const stretches = Math.min(most, beds.length);
  return Array.from({ length: stretches }, (_, s): Stretch => {
    const own = beds.slice(
      Math.round((s * beds.length) / stretches),
      Math.round(((s + 1) * beds.length) / stretches),
    );
    return {
      block: block.index,
      blockId: block.built.layout.block.id,
      keys: own.map((b) => block.built.layout.beds[b].key),
      runs: own.flatMap((b) => byBed.get(b)!),
      run: byBed.get(own[own.length >> 1])![0],
    };
  });
}
