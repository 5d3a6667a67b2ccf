import { fromSheet, toSheet, type BlockLayout, type LaidBed } from '../../core/layout';

export type ToScreen = (xM: number, yM: number) => [number, number];
type Vector = [number, number];

/** A block on the screen: where its places fall, and which ways its beds run there. */
export interface BlockView {
  /** A place in the block's frame, px. */
  at: (x: number, y: number) => Vector;
  /** One pixel's way along the beds, and across them to the right. */
  along: Vector;
  across: Vector;
  /** Turn of the direction along the beds from straight to the right, clockwise, degrees. */
  angle: number;
  /** A place on the sheet in the block's frame, m. */
  from: (xM: number, yM: number) => readonly [number, number];
}

export function blockView(layout: BlockLayout, toScreen: ToScreen): BlockView {
  const { frame } = layout;
  const at = (x: number, y: number): Vector => toScreen(...toSheet(frame, x, y));
  const [x0, y0] = at(0, 0);
  const unit = ([x, y]: Vector): Vector => {
    const long = Math.hypot(x - x0, y - y0);
    return [(x - x0) / long, (y - y0) / long];
  };
  const along = unit(at(0, 1));
  return {
    at,
    along,
    across: unit(at(1, 0)),
    angle: (Math.atan2(along[1], along[0]) * 180) / Math.PI,
    from: (xM, yM) => fromSheet(frame, xM, yM),
  };
}

/** An end of a bed on the screen, and how wide the bed is there, px. */
export interface BedEnd {
  bed: LaidBed;
  x: number;
  y: number;
  w: number;
}

const LEAST_WIDE_PX = 6;

export function bedEndAt(on: BlockView, k: number, bed: LaidBed, yM: number): BedEnd {
  const [x, y] = on.at(bed.leftM + bed.widthM / 2, yM);
  return { bed, x, y, w: Math.max(LEAST_WIDE_PX, bed.widthM * k) };
}

/** Which way text goes from a point so that it stays clear of it on the side of a direction. */
export function anchorFor([x]: Vector): 'start' | 'middle' | 'end' {
  return x > 0.4 ? 'start' : x < -0.4 ? 'end' : 'middle';
}

/** An angle at which text along a line is read from the bottom or the right. */
export function readable(angle: number): number {
  const turned = ((angle % 360) + 360) % 360;
  return turned > 90 && turned <= 270 ? turned - 180 : turned;
}
