import RBush from 'rbush';

/*
 * Finds room for everything that is written on the sheet: by rank, each label where it hides least, away from its place with a
 * line to it where there is no room nearby; what finds no room waits for a closer view.
 */

/** A rectangle on the screen, px. */
export interface Rect {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** Where a label may stand: its middle, or an end of its text, so far from its place. */
export interface Stand {
  dx: number;
  dy: number;
  /** Which part of the text stands there. */
  anchor: 'start' | 'middle' | 'end';
}

export interface Label {
  key: string;
  /** Lower goes first. */
  rank: number;
  /** Its place, px. */
  at: readonly [number, number];
  /** Size of the text, or of what is drawn in its stead, px. */
  width: number;
  height: number;
  /** Turned about its place, degrees. */
  turn?: number;
  /** Best first. */
  stands: readonly Stand[];
  /** Labels of one group take the same of their stands. */
  group?: string;
  /** It may stand further away, with a line to its place. */
  leads?: boolean;
  /** What it must not hide whatever happens. */
  keepOff?: readonly Rect[];
}

export interface PlacedLabel {
  /** Middle of the text's foot for its anchor, before it is turned, px. */
  x: number;
  y: number;
  anchor: Stand['anchor'];
  box: Rect;
  /** Ends of the line to its place. */
  leader?: readonly [number, number, number, number];
}

/** What is better not hidden, and how much it matters: a pixel of it against a pixel of beds. */
export interface Soft extends Rect {
  weight: number;
}

/** Labels stand so far from each other, px. */
const GAP_PX = 2;
/** Where a label that leads may stand: so far away, in so many directions. */
const RINGS_PX = [26, 44, 66, 92, 124, 160];
const DIRECTIONS = 16;
/** A pixel further away counts like so many square pixels hidden. */
const FAR_COSTS = 1.6;
/** A later stand counts like so many square pixels hidden. */
const LATER_COSTS = 14;

/** One of a group that finds no room counts like so many square pixels hidden. */
const WAITS_COSTS = 320;

const overlap = (a: Rect, b: Rect): number =>
  Math.max(0, Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX)) *
  Math.max(0, Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY));

/** The rectangle about a label that stands so. */
export function boxOfLabel({ at, width, height, turn = 0 }: Label, { dx, dy, anchor }: Stand): Rect {
  const left = anchor === 'start' ? dx : anchor === 'end' ? dx - width : dx - width / 2;
  const rad = (turn * Math.PI) / 180;
  const [cos, sin] = [Math.cos(rad), Math.sin(rad)];
  const corners = [left, left + width].flatMap((x) =>
    [dy - height / 2, dy + height / 2].map((y) => [at[0] + x * cos - y * sin, at[1] + x * sin + y * cos]),
  );
  const [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1])];
  return { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys) };
}

/**
 * @param room what labels must lie in
 * @param hard what nothing may lie under or over: tools, legend, marks
 * @param soft what is better not hidden: pipes, beds
 * @returns by key, those that found room
 */
export function placeLabels(
  labels: readonly Label[],
  room: Rect,
  hard: readonly Rect[],
  soft: readonly Soft[],
): Map<string, PlacedLabel> {
  const taken = new RBush<Rect>();
  taken.load([...hard]);
  const hides = new RBush<Soft>();
  hides.load([...soft]);
  const placed = new Map<string, PlacedLabel>();

  const fits = (label: Label, box: Rect): boolean =>
    box.minX >= room.minX &&
    box.minY >= room.minY &&
    box.maxX <= room.maxX &&
    box.maxY <= room.maxY &&
    !taken.collides(box) &&
    !label.keepOff?.some((k) => overlap(k, box) > 0);
  const cost = (box: Rect): number =>
    hides.search(box).reduce((sum, s) => sum + s.weight * overlap(s, box), 0);
  const take = (label: Label, stand: Stand, box: Rect, leader?: PlacedLabel['leader']): void => {
    placed.set(label.key, {
      x: label.at[0] + stand.dx,
      y: label.at[1] + stand.dy,
      anchor: stand.anchor,
      box,
      ...(leader && { leader }),
    });
    taken.insert({
      minX: box.minX - GAP_PX,
      minY: box.minY - GAP_PX,
      maxX: box.maxX + GAP_PX,
      maxY: box.maxY + GAP_PX,
    });
  };

  /** No label lies on another's line. */
  const lead = (label: Label, box: Rect): NonNullable<PlacedLabel['leader']> => {
    const line = leaderTo(label.at, box);
    for (const r of boxesAlong([line[0], line[1]], [line[2], line[3]], 1, 12)) taken.insert(r);
    return line;
  };

  placeInTurn(fits, cost, take, lead, labels);
  return placed;
}

/** Places labels one by one, the most wanted first, each where it costs least. */
function placeInTurn(
  fits: (label: Label, box: Rect) => boolean,
  cost: (box: Rect) => number,
  take: (label: Label, stand: Stand, box: Rect, leader?: PlacedLabel['leader']) => void,
  lead: (label: Label, box: Rect) => NonNullable<PlacedLabel['leader']>,
  labels: readonly Label[],
) {
  const alone = (label: Label): void => {
    let best: { stand: Stand; box: Rect; cost: number; leads: boolean } | undefined;
    const consider = (stand: Stand, further: number, leads: boolean): void => {
      if (best && further >= best.cost) return;
      const box = boxOfLabel(label, stand);
      if (!fits(label, box)) return;
      const all = further + cost(box);
      if (!best || all < best.cost) best = { stand, box, cost: all, leads };
    };
    label.stands.forEach((stand, i) => consider(stand, i * LATER_COSTS, false));
    if (label.leads)
      for (const px of RINGS_PX)
        for (let i = 0; i < DIRECTIONS; i++) {
          const a = (i / DIRECTIONS) * 2 * Math.PI;
          const dx = px * Math.cos(a) + (Math.cos(a) * label.width) / 2;
          const dy = px * Math.sin(a) + (Math.sin(a) * label.height) / 2;
          consider({ dx, dy, anchor: 'middle' }, label.stands.length * LATER_COSTS + px * FAR_COSTS, true);
        }
    if (!best) return;
    take(label, best.stand, best.box, best.leads ? lead(label, best.box) : undefined);
  };

  /** A group stands where it hides least and most of it finds room. */
  const together = (group: readonly Label[]): void => {
    let best: { i: number; cost: number } | undefined;
    const most = Math.min(...group.map((l) => l.stands.length));
    for (let i = 0; i < most; i++) {
      let hidden = i * LATER_COSTS;
      for (const label of group) {
        const box = boxOfLabel(label, label.stands[i]);
        hidden += fits(label, box) ? cost(box) : WAITS_COSTS;
      }
      if (!best || hidden < best.cost) best = { i, cost: hidden };
    }
    if (!best) return;
    for (const label of group) {
      const stand = label.stands[best.i];
      const box = boxOfLabel(label, stand);
      if (fits(label, box)) take(label, stand, box);
    }
  };

  const groups = new Map<string, Label[]>();
  for (const l of labels) if (l.group) groups.set(l.group, [...(groups.get(l.group) ?? []), l]);
  const began = new Set<string>();
  for (const label of [...labels].sort((a, b) => a.rank - b.rank)) {
    if (!label.group) alone(label);
    else if (!began.has(label.group)) {
      began.add(label.group);
      together(groups.get(label.group)!);
    }
  }
}

/** From a place to the nearest edge of a label. */
function leaderTo([x, y]: readonly [number, number], box: Rect): [number, number, number, number] {
  return [x, y, Math.min(Math.max(x, box.minX), box.maxX), Math.min(Math.max(y, box.minY), box.maxY)];
}

/** A line as boxes along it, each no longer than a step. */
export function boxesAlong(
  [x0, y0]: readonly [number, number],
  [x1, y1]: readonly [number, number],
  halfPx: number,
  stepPx = 24,
): Rect[] {
  const n = Math.max(1, Math.ceil(Math.hypot(x1 - x0, y1 - y0) / stepPx));
  return Array.from({ length: n }, (_, i) => {
    const [ax, ay] = [x0 + ((x1 - x0) * i) / n, y0 + ((y1 - y0) * i) / n];
    const [bx, by] = [x0 + ((x1 - x0) * (i + 1)) / n, y0 + ((y1 - y0) * (i + 1)) / n];
    return {
      minX: Math.min(ax, bx) - halfPx,
      minY: Math.min(ay, by) - halfPx,
      maxX: Math.max(ax, bx) + halfPx,
      maxY: Math.max(ay, by) + halfPx,
    };
  });
}
