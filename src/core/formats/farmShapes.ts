import type { Point } from '../ground';
import type { PipePiece } from '../plan';
import { toSheet, yOnLine, type BlockLayout, type LaidRun } from '../layout';

/** A run's way on the sheet: its two ends, or the corners of one that goes to a plant or round it. */
export const runLine = (layout: BlockLayout, run: LaidRun): Point[] =>
  (run.way ?? [[run.xM, run.fromM] as Point, [run.xM, run.fromM + run.direction * run.lengthM] as Point]).map(
    ([x, y]) => toSheet(layout.frame, x, y),
  );

/** A pipe of a block on the sheet, by its corners. */
export interface PipeLine {
  points: Point[];
  pipe: PipePiece;
}

/** A block's headers, each from its first take-off or feed to its last, and every piece of small pipe to plants at places. */
export function headerLines({ headers, small, frame, block }: BlockLayout): PipeLine[] {
  const smallLines = [...(small?.pipes ?? []), ...(small?.loops ?? [])].map(({ from, to, pipe }) => ({
    points: [from, to].map((n) => toSheet(frame, ...(small!.nodes[n].at as [number, number]))),
    pipe,
  }));
  if (small && !block.places?.beds) return smallLines;
  const lines = headers.map(({ line, fromXM, toXM, pipe }) => {
    const inner = line.map(([x]) => x).filter((x) => x > fromXM && x < toXM);
    return { points: [fromXM, ...inner, toXM].map((x) => toSheet(frame, x, yOnLine(line, x))), pipe };
  });
  return [...lines, ...smallLines];
}

/** A bed's corners on the sheet. */
export const bedCorners = (layout: BlockLayout, bed: BlockLayout['beds'][number]): Point[] =>
  (
    [
      [bed.leftM, bed.nearM],
      [bed.leftM + bed.widthM, bed.nearM],
      [bed.leftM + bed.widthM, bed.farM],
      [bed.leftM, bed.farM],
    ] as const
  ).map(([x, y]) => toSheet(layout.frame, x, y));
