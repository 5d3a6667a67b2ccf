import type { Point } from '../ground';
import type { Block, HeaderLine } from '../plan';
import type { BedBox, LaidBed } from './laid';

/** Height of a line of corners at a place across; level beyond its ends. */
export function yOnLine(line: readonly Point[], xM: number): number {
  if (xM <= line[0][0]) return line[0][1];
  for (let i = 1; i < line.length; i++) {
    const [x1, y1] = line[i];
    if (xM > x1) continue;
    const [x0, y0] = line[i - 1];
    return x1 > x0 ? y0 + ((y1 - y0) * (xM - x0)) / (x1 - x0) : y1;
  }
  return line[line.length - 1][1];
}

/** Length of a line of corners between two places across, m. */
export function lengthOnLine(line: readonly Point[], fromXM: number, toXM: number): number {
  const from = Math.min(fromXM, toXM);
  const to = Math.max(fromXM, toXM);
  let x = from;
  let y = yOnLine(line, from);
  let length = 0;
  for (let i = 0; i < line.length; i++) {
    const [nextX, nextY] = line[i];
    if (nextX <= from || nextX >= to) continue;
    length += Math.hypot(nextX - x, nextY - y);
    x = nextX;
    y = nextY;
  }
  return length + Math.hypot(to - x, yOnLine(line, to) - y);
}

/** A header's corners: straight across, or along each bed's end and from bed to bed. */
export function lineOf(header: HeaderLine, beds: readonly LaidBed[], box: BedBox): Point[] {
  if (header.line === 'straight' || beds.length === 0) {
    const at = (share: number): number => box.nearM + share * (box.farM - box.nearM);
    return [
      [box.leftM, at(header.along)],
      [box.rightM, at(header.alongRight ?? header.along)],
    ];
  }
  const near = header.line === 'near-ends';
  const ends = new Map<number, { leftM: number; rightM: number; yM: number }>();
  for (const b of beds) {
    const found = ends.get(b.number);
    const yM = near ? b.nearM : b.farM;
    if (!found) ends.set(b.number, { leftM: b.leftM, rightM: b.leftM + b.widthM, yM });
    else found.yM = near ? Math.min(found.yM, yM) : Math.max(found.yM, yM);
  }
  return [...ends.values()].flatMap(({ leftM, rightM, yM }): Point[] => [
    [leftM, yM],
    [rightM, yM],
  ]);
}

export function feedXM(feed: Block['header']['feed'], box: BedBox): number {
  if (feed === 'right') return box.rightM;
  return feed === 'middle' ? (box.leftM + box.rightM) / 2 : box.leftM;
}
