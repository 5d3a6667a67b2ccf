import type { FarmResults } from '../../network';
import type { Tape } from '../../plan';

/** A material as it is laid in a block in use. */
export interface LaidTape {
  block: number;
  tape: Tape;
  /** Beds it lies in. */
  beds: number;
  /** Longest run of it, without the plain pipe that leads to its bed, m. */
  longestM: number;
  /** It stands at plants of their own instead of in beds. */
  plants: boolean;
}

/** Each material of each block in use, once. */
export function tapesOf(results: FarmResults): LaidTape[] {
  return results.blocks.flatMap((block) => {
    const found = new Map<Tape, LaidTape & { seen: Set<number> }>();
    for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
      const { run, emitters } = results.runs[i];
      if (emitters === 0) continue;
      let laid = found.get(run.tape);
      if (!laid)
        found.set(
          run.tape,
          (laid = {
            block: block.index,
            tape: run.tape,
            beds: 0,
            longestM: 0,
            plants: run.label !== undefined,
            seen: new Set(),
          }),
        );
      laid.seen.add(run.bedIndex);
      laid.longestM = Math.max(laid.longestM, run.lengthM - run.leadM);
    }
    return [...found.values()].map(({ seen, ...laid }) => ({ ...laid, beds: seen.size }));
  });
}
