import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import { lengthOnLine, type BlockLayout } from '../layout';
import { headerPipeAt } from '../network';
import type { FullPlan, PipePiece } from '../plan';
import type { CutRoll } from './cutting';
import { headerCorners, headerSizes } from './headers';
import { cutLengthM, holeOf, styleOf, STYLES, type TakeOffStyle } from './laid';

/** Something to mark on a header, so far from its fed end. */
export interface Mark {
  atM: number;
  kind: 'take-off' | 'corner' | 'size' | 'end' | 'tee';
  /** Bed and run of a take-off; the pipe from a size on; nothing else. */
  label: string;
  /** Side of the header that a run leaves on, with the water's way from the fed end in mind: towards the beds' near or far ends. */
  side?: 'near' | 'far';
  style?: TakeOffStyle;
  holeMm?: number;
  pilotMm?: number;
}

/** What stands at a mark. */
export function markWords({ kind, label }: Mark): string {
  switch (kind) {
    case 'take-off':
      return msg`run ${label}`;
    case 'size':
      return msg`${label} from here`;
    case 'corner':
      return msg`corner`;
    case 'end':
      return msg`end`;
    case 'tee':
      return msg`tee`;
  }
}

/** Towards which end of the beds a run leaves. */
export const sideWords = (side: NonNullable<Mark['side']>): string =>
  side === 'near' ? msg`near end` : msg`far end`;

/** A piece of a header that is cut and joined by tees, with the fittings' allowance taken off. */
export interface CutPiece {
  fromM: number;
  toM: number;
  cutM: number;
}

/** A header as a rule: distances from its fed end along it. */
export interface HeaderRule {
  block: string;
  header: number;
  /** A header fed in its middle has a rule each way. */
  way: 'left' | 'right';
  pipe: PipePiece;
  lengthM: number;
  marks: Mark[];
  /** Where it is made of tees and cut pieces. */
  pieces: CutPiece[];
}

/** A pipe's end goes so far into a tee short of its middle, m, by the pipe's bore (makers' common fittings). */
const TEE_STOP_M: readonly { toMm: number; stopM: number }[] = [
  { toMm: 14, stopM: 0.008 },
  { toMm: 21, stopM: 0.012 },
  { toMm: 30, stopM: 0.018 },
  { toMm: Infinity, stopM: 0.03 },
];
export const teeStopM = (boreMm: number): number => TEE_STOP_M.find((t) => boreMm <= t.toMm)!.stopM;

/** Marks nearer together than this are one, m. */
const SAME_MARK_M = 1e-6;

/** Rules of a block's headers. Plants at places hang on small pipe and have none. */
export function headerRules(plan: FullPlan, layout: BlockLayout): HeaderRule[] {
  const { block, headers, takeOffs, runs, beds } = layout;
  if (layout.small && !block.places?.beds) return [];
  return headers.flatMap((laid, h): HeaderRule[] => {
    const feedX = laid.feed[0];
    const ways: ('left' | 'right')[] =
      feedX > laid.fromXM && feedX < laid.toXM
        ? ['left', 'right']
        : feedX >= laid.toXM && laid.toXM > laid.fromXM
          ? ['left']
          : ['right'];
    return ways.map((way) => {
      const endX = way === 'left' ? laid.fromXM : laid.toXM;
      const within = (x: number): boolean =>
        way === 'left' ? x <= feedX + SAME_MARK_M : x >= feedX - SAME_MARK_M;
      const at = (x: number): number => lengthOnLine(laid.line, feedX, x);
      const marks: Mark[] = [];
      runs.forEach((run) => {
        const t = takeOffs[run.takeOff];
        if (t.header !== h || beds[run.bedIndex].plant || !within(t.xM)) return;
        // What is fed in its middle has its middle take-off on one of its rules.
        if (ways.length > 1 && way === 'left' && t.xM >= feedX - SAME_MARK_M) return;
        const pipe = h > 0 ? laid.pipe : headerPipeAt(layout, t.xM);
        const style = styleOf(block, pipe);
        marks.push({
          atM: at(t.xM),
          kind: 'take-off',
          label: `${run.bed}${run.id.includes('run-') ? `.${run.id.slice(run.id.lastIndexOf('-') + 1)}` : ''}`,
          side: run.direction > 0 ? 'far' : 'near',
          style,
          holeMm: holeOf(style, run.tape, plan.build.holeMm),
          pilotMm: STYLES[style].pilotMm,
        });
      });
      for (const x of headerCorners(laid))
        if (within(x)) marks.push({ atM: at(x), kind: 'corner', label: '' });
      const sizes = headerSizes(layout, h);
      for (let i = 1; i < sizes.length; i++) {
        const x = sizes[i].fromXM;
        if (within(x))
          marks.push({
            atM: at(x),
            kind: 'size',
            label: pipeKind((way === 'left' ? sizes[i - 1] : sizes[i]).pipe.pipe).name,
          });
      }
      const lengthM = at(endX);
      marks.push({ atM: lengthM, kind: 'end', label: '' });
      marks.sort((a, b) => a.atM - b.atM || (a.side ?? '').localeCompare(b.side ?? ''));
      const pipe =
        way === 'left' ? (sizes[0]?.pipe ?? laid.pipe) : h > 0 ? laid.pipe : headerPipeAt(layout, feedX);
      return { block: block.id, header: h, way, pipe, lengthM, marks, pieces: piecesOf(marks, pipe.boreMm) };
    });
  });
}

/** Cut pieces between tees, where a header is made of them. */
function piecesOf(marks: readonly Mark[], boreMm: number): CutPiece[] {
  const tees = [
    ...new Set(marks.filter((m) => m.style === 'tee').map((m) => Math.round(m.atM * 1000) / 1000)),
  ];
  if (tees.length === 0) return [];
  const stop = teeStopM(boreMm);
  const places = [0, ...tees.filter((t) => t > SAME_MARK_M)];
  const end = marks.find((m) => m.kind === 'end')!.atM;
  const pieces = places.slice(1).map((toM, i) => ({
    fromM: places[i],
    toM,
    cutM: toM - places[i] - (i > 0 || tees[0] <= SAME_MARK_M ? 2 : 1) * stop,
  }));
  const last = places[places.length - 1];
  if (end > last + SAME_MARK_M) pieces.push({ fromM: last, toM: end, cutM: end - last - stop });
  return pieces;
}

/** Runs to cut, alike ones together. */
export interface RunCut {
  block: string;
  beds: string[];
  count: number;
  laidM: number;
  cutM: number;
}

export function runCuts(plan: FullPlan, layout: BlockLayout): RunCut[] {
  const found = new Map<string, RunCut>();
  for (const run of layout.runs) {
    if (layout.beds[run.bedIndex].plant) continue;
    const cutM = cutLengthM(run, plan.build.runEnd);
    const key = cutM.toFixed(2);
    const own = found.get(key) ?? {
      block: layout.block.id,
      beds: [],
      count: 0,
      laidM: run.lengthM - run.leadM,
      cutM,
    };
    own.count++;
    if (!own.beds.includes(run.bed)) own.beds.push(run.bed);
    found.set(key, own);
  }
  return [...found.values()];
}

/** Holes through film or ground cover, at each emitter. */
export interface HoleRule {
  block: string;
  cover: 'mulch' | 'cover';
  spacingM: number;
  holes: number;
}

export function holeRules(layout: BlockLayout): HoleRule[] {
  const { block, runs, beds } = layout;
  const { lies } = block.tape;
  if (lies !== 'mulch' && lies !== 'cover') return [];
  const own = runs.filter((r) => !beds[r.bedIndex].plant);
  if (own.length === 0) return [];
  const { spacingM } = block.tape;
  return [
    {
      block: block.id,
      cover: lies,
      spacingM,
      holes: own.reduce((n, r) => n + Math.floor((r.lengthM - r.leadM) / spacingM + SAME_MARK_M), 0),
    },
  ];
}

/** Names in a row in few words: 1–8, 10. */
export function ranges(names: readonly string[]): string {
  const out: string[] = [];
  for (let i = 0; i < names.length;) {
    let j = i;
    while (j + 1 < names.length && Number(names[j + 1]) === Number(names[j]) + 1) j++;
    out.push(j > i + 1 ? `${names[i]}–${names[j]}` : names.slice(i, j + 1).join(', '));
    i = j + 1;
  }
  return out.join(', ');
}

/** What is cut from a roll, like lengths together, and where each goes. */
export function cutGroups(
  { cuts }: CutRoll,
  plan: FullPlan,
): { lengthM: number; count: number; goesTo: string }[] {
  const names = new Map(plan.blocks.map((b) => [b.id, b.name]));
  const found = new Map<string, { lengthM: number; count: number; places: Map<string, string[]> }>();
  for (const { lengthM, label } of cuts) {
    const key = lengthM.toFixed(2);
    const own = found.get(key) ?? { lengthM, count: 0, places: new Map<string, string[]>() };
    own.count++;
    const [id, bed] = splitLabel(label, names);
    const beds = own.places.get(id) ?? [];
    if (bed && !beds.includes(bed)) beds.push(bed);
    own.places.set(id, beds);
    found.set(key, own);
  }
  return [...found.values()].map(({ lengthM, count, places }) => ({
    lengthM,
    count,
    goesTo: [...places]
      .map(
        ([id, beds]) =>
          `${names.get(id) ?? (id === 'main' ? msg`main` : id)}${beds.length > 0 ? ` ${ranges(beds)}` : ''}`,
      )
      .join('; '),
  }));
}
/** A cut's label: a block's id with a bed's key after it, or a place of the main. */
function splitLabel(
  label: string,
  names: ReadonlyMap<string, string>,
): [place: string, bed: string | undefined] {
  if (names.has(label)) return [label, undefined];
  const at = label.lastIndexOf(' ');
  return at > 0 && names.has(label.slice(0, at))
    ? [label.slice(0, at), label.slice(at + 1)]
    : ['main', undefined];
}
