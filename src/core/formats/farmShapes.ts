import type { Point } from '../ground';
import { toSheet, yOnLine, type BlockLayout, type LaidRun } from '../layout';

/** A run's two ends on the sheet. */
export const runEnds = (layout: BlockLayout, run: LaidRun): [Point, Point] => [
  toSheet(layout.frame, run.xM, run.fromM),
  toSheet(layout.frame, run.xM, run.fromM + run.direction * run.lengthM),
];

/** A header's corners on the sheet, from its first take-off or feed to its last. */
export function headerLines(layout: BlockLayout): Point[][] {
  return layout.headers.map(({ line, fromXM, toXM }) => {
    const inner = line.map(([x]) => x).filter((x) => x > fromXM && x < toXM);
    return [fromXM, ...inner, toXM].map((x) => toSheet(layout.frame, x, yOnLine(line, x)));
  });
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
