import type { Block, FullPlan, Source } from '../plan';

/** One run of tape on the ground. Distances are in the block's own frame: x across the beds, y along them, m. */
export interface LaidRun {
  id: string;
  /** Bed number from 1. */
  bed: number;
  xM: number;
  /** Where it leaves the header. */
  fromM: number;
  /** From the header to its far end, `leadM` included. */
  lengthM: number;
  /** Plain pipe from the header to the bed's own end, where the bed stops short of the header. */
  leadM: number;
  /** +1 away from the near end, −1 towards it. */
  direction: 1 | -1;
  /** Rise per metre in its own direction. */
  slope: number;
}

export interface LaidBed {
  /** Number from 1. */
  number: number;
  leftM: number;
  widthM: number;
  lengthM: number;
}

/** A block laid out: beds, runs, header, main. */
export interface Layout {
  blockId: string;
  beds: LaidBed[];
  runs: LaidRun[];
  /** Places across the beds where runs leave the header, rising. */
  takeOffsM: number[];
  header: { yM: number; fromXM: number; toXM: number; feedXM: number };
  main: { fromXM: number; fromYM: number; toXM: number; toYM: number; lengthM: number; riseM: number };
  /** Across all beds and paths. */
  widthM: number;
  /** Of the longest bed. */
  lengthM: number;
  source: Source & { id: string };
}

/** Beds shorter than this on one side of a header get no run there, m. */
const SHORTEST_RUN_M = 0.05;

/** Height of the ground over the block's near left corner, m. */
export const groundM = (block: Block, xM: number, yM: number): number =>
  block.ground.slopeAcross * xM + block.ground.slopeAlong * yM;

export const bedLength = (block: Block, number: number): number =>
  block.beds.lengthsM[String(number)] ?? block.beds.lengthM;

/** Places of a bed's runs across it, m from its left edge: evenly spread, half a gap at the edges. */
export const runOffsets = (widthM: number, runs: number): number[] =>
  Array.from({ length: runs }, (_, i) => ((i + 0.5) * widthM) / runs);

/**
 * Lays out one block of a plan.
 *
 * Beds lie side by side from x = 0, from the near end (y = 0) to their own lengths. A header inside the beds
 * feeds runs both ways; a bed that ends before it is reached by plain pipe.
 */
export function layOut(plan: FullPlan, blockIndex = 0): Layout {
  const block = plan.blocks[blockIndex];
  const source = plan.sources.find((s) => s.id === plan.sourceId) ?? plan.sources[0];
  const { count, widthM, pathM, runsPerBed } = block.beds;
  const beds: LaidBed[] = Array.from({ length: count }, (_, i) => ({
    number: i + 1,
    leftM: i * (widthM + pathM),
    widthM,
    lengthM: bedLength(block, i + 1),
  }));
  const lengthM = Math.max(...beds.map((b) => b.lengthM));
  const totalWidthM = count * widthM + (count - 1) * pathM;
  const headerYM = block.header.along * lengthM;
  const runs: LaidRun[] = [];
  const takeOffsM: number[] = [];
  for (const bed of beds) {
    runOffsets(widthM, runsPerBed).forEach((offset, r) => {
      const xM = bed.leftM + offset;
      takeOffsM.push(xM);
      const add = (direction: 1 | -1, length: number, lead: number, suffix: string): void => {
        if (length - lead < SHORTEST_RUN_M) return;
        runs.push({
          id: `${block.id}/bed-${bed.number}/run-${r + 1}${suffix}`,
          bed: bed.number,
          xM,
          fromM: headerYM,
          lengthM: length,
          leadM: lead,
          direction,
          slope: direction * block.ground.slopeAlong,
        });
      };
      const up = bed.lengthM - headerYM;
      const both = up >= SHORTEST_RUN_M && headerYM >= SHORTEST_RUN_M;
      add(1, up, 0, both ? 'a' : '');
      add(-1, headerYM, Math.max(0, headerYM - bed.lengthM), both ? 'b' : '');
    });
  }
  const feedXM =
    block.header.feed === 'left' ? 0 : block.header.feed === 'right' ? totalWidthM : totalWidthM / 2;
  const firstXM = Math.min(feedXM, takeOffsM[0]);
  const lastXM = Math.max(feedXM, takeOffsM[takeOffsM.length - 1]);
  const straightM = Math.hypot(feedXM - source.xM, headerYM - source.yM);
  return {
    blockId: block.id,
    beds,
    runs,
    takeOffsM,
    header: { yM: headerYM, fromXM: firstXM, toXM: lastXM, feedXM },
    main: {
      fromXM: source.xM,
      fromYM: source.yM,
      toXM: feedXM,
      toYM: headerYM,
      lengthM: straightM + block.main.extraM,
      riseM: groundM(block, feedXM, headerYM) - source.heightM,
    },
    widthM: totalWidthM,
    lengthM,
    source,
  };
}
