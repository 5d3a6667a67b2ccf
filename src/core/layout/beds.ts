import { boxOf, spansClearOf, spansWithin, type Polygon, type Span } from '../ground';
import { LIMITS, type Block, type SingleBed } from '../plan';
import type { LaidBed } from './laid';

/** A place for a bed across the block. */
interface Slot {
  leftM: number;
  widthM: number;
}

/** A bed shorter than this is not laid in an outline, m. */
const SHORTEST_BED_M = 1;
/** Beds that fit but for rounding fit, m. */
const FIT_M = 1e-9;

const letterOf = (piece: number): string => (piece === 0 ? '' : String.fromCharCode(97 + piece));
/** A bed has no more pieces than letters name. */
const MOST_PIECES = 26;

/** Places for beds side by side, from `from` on, as many as fit before `to`. */
function slotsBetween(from: number, to: number, widthM: number, pathM: number): Slot[] {
  const slots: Slot[] = [];
  for (let i = 0; slots.length < LIMITS.beds; i++) {
    const leftM = from + i * (widthM + pathM);
    if (leftM + widthM > to + FIT_M) break;
    slots.push({ leftM, widthM });
  }
  return slots;
}

/**
 * A tunnel's places: a narrower bed along each wall, and between them as many as fit, in its middle; what is kept free lies at its
 * left wall.
 */
function tunnelSlots(tunnelM: number, block: Block): Slot[] {
  const { offsetM } = block.beds;
  return slotsWithin(tunnelM - offsetM, block).map((s) => ({ ...s, leftM: s.leftM + offsetM }));
}

function slotsWithin(widthM: number, block: Block): Slot[] {
  const { widthM: bedM, pathM } = block.beds;
  const side = Math.min(block.tunnel!.sideBedM, bedM);
  if (2 * side + pathM > widthM + FIT_M) return slotsBetween(0, widthM, bedM, pathM);
  const inner = slotsBetween(side + pathM, widthM - side - pathM, bedM, pathM);
  const spare = inner.length > 0 ? widthM - side - pathM - (inner.at(-1)!.leftM + bedM) : 0;
  return [
    { leftM: 0, widthM: side },
    ...inner.map((s) => ({ ...s, leftM: s.leftM + spare / 2 })),
    { leftM: widthM - side, widthM: side },
  ];
}

/** A block's places for beds across it, the stretches of ground along each, and what beds leave free of them at their ends. */
interface BedGround {
  slots: Slot[];
  spansOf: (leftM: number, rightM: number) => Span[];
  nearM: number;
  farM: number;
  /** Beds may be lengthened beyond their ground: nothing says where it ends. */
  open: boolean;
}

function groundOf(block: Block, outline: Polygon | undefined): BedGround {
  const { beds, tunnel } = block;
  if (outline) {
    return {
      slots: slotsBetween(beds.offsetM, boxOf(outline).x1, beds.widthM, beds.pathM),
      spansOf: (left, right) => spansWithin(outline, left, right),
      nearM: beds.headNearM,
      farM: beds.headFarM,
      open: false,
    };
  }
  if (tunnel) {
    const door = (end: 'near' | 'far'): number =>
      tunnel.doors === 'both' || tunnel.doors === end ? tunnel.doorM : 0;
    return {
      slots: tunnelSlots(tunnel.widthM, block),
      spansOf: () => [[0, tunnel.lengthM]],
      nearM: door('near') + beds.headNearM,
      farM: door('far') + beds.headFarM,
      open: false,
    };
  }
  return {
    slots: Array.from({ length: beds.count }, (_, i) => ({
      leftM: beds.offsetM + i * (beds.widthM + beds.pathM),
      widthM: beds.widthM,
    })),
    spansOf: () => [[0, beds.lengthM]],
    nearM: 0,
    farM: 0,
    open: true,
  };
}

const EVERYWHERE: readonly Span[] = [[-Infinity, Infinity]];

/**
 * Lays a block's beds in its own frame: across it as many as fit, along it as far as its outline and the things in the
 * way let them. A bed that something cuts through goes on beyond it as its next piece.
 *
 * @param outline its outline in its own frame, where it has one
 * @param things things in the way, in its own frame
 */
export function layBeds(block: Block, outline: Polygon | undefined, things: readonly Polygon[]): LaidBed[] {
  const { beds } = block;
  const ground = groundOf(block, outline);
  const { slots } = ground;
  const leastM = ground.open && things.length === 0 ? FIT_M : SHORTEST_BED_M;
  const laid: LaidBed[] = [];
  let number = 0;
  let next = 0;
  slots.forEach((slot, i) => {
    if (i < next) return void number++;
    const first = beds.single[String(number + 1)];
    const joined = Math.min(slots.length - 1 - i, first?.joined ?? 0);
    const { leftM } = slot;
    const rightM = slots[i + joined].leftM + slots[i + joined].widthM;
    const pieces = (spans: readonly Span[]): Span[] =>
      splitAt(spansClearOf(spans, things, leftM, rightM), first?.splits ?? []);
    const spans = ground.spansOf(leftM, rightM);
    const usual = pieces(spans.map(([a, b]): Span => [a + ground.nearM, b - ground.farM]));
    const laidPieces = usual.filter(([a, b]) => b - a >= leastM);
    if (laidPieces.length === 0 && !ground.open) return;
    number++;
    next = i + joined + 1;
    // A single bed may be given its headland too, but no ground that is not there.
    const most = pieces(ground.open ? EVERYWHERE : spans);
    laidPieces.slice(0, MOST_PIECES).forEach(([a, b], p) => {
      const key = `${number}${letterOf(p)}`;
      const single = beds.single[key];
      if (single?.removed) return;
      const [low, high] = most.find(([x, y]) => x <= a && y >= b) ?? [a, b];
      const nearM = Math.max(low, a + (single?.startM ?? 0));
      const farM = Math.min(high, single?.lengthM === undefined ? b : nearM + single.lengthM);
      if (farM - nearM < FIT_M) return;
      const runs = single?.runs ?? beds.runsPerBed;
      const passes = single?.passes ?? beds.passes;
      laid.push({
        key,
        number,
        leftM,
        widthM: rightM - leftM,
        nearM,
        farM,
        lengthM: farM - nearM,
        runs,
        passes,
        ...(passes > 1 && { hoseM: single?.hoseM ?? beds.hoseM }),
        lines: runs * passes,
        resting: single?.resting ?? false,
        single,
      });
    });
  });
  return laid;
}

/** Stretches cut through at some places, each leaving a gap. */
function splitAt(spans: readonly Span[], splits: NonNullable<SingleBed['splits']>): Span[] {
  return splits.reduce<readonly Span[]>(
    (list, { atM, gapM }) =>
      list.flatMap(([a, b]): Span[] =>
        atM <= a || atM >= b
          ? [[a, b]]
          : [
              [a, Math.max(a, atM - gapM / 2)],
              [Math.min(b, atM + gapM / 2), b],
            ],
      ),
    spans,
  ) as Span[];
}
