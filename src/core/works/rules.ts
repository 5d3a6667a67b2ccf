import { msg } from '../language';
import { material } from '../catalog/materials';
import { pipeKind } from '../catalog/pipes';
import {
  endKind,
  headerWays,
  holeOf,
  roundedUpM,
  runAllowances,
  runEndWords,
  styleOf,
  STYLES,
  type EndKind,
  type TakeOffStyle,
} from '../farm';
import type { BlockLayout, FarmLayout, LaidRun } from '../layout';
import { headerPipeAt } from '../network';
import type { FullPlan, PipePiece } from '../plan';
import type { CutRoll } from './cutting';

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

/** Rules of a block's headers, as they are built. Plants at places hang on small pipe and have none. */
export function headerRules(plan: FullPlan, layout: BlockLayout): HeaderRule[] {
  const { block, runs, takeOffs } = layout;
  return headerWays(layout).map((way): HeaderRule => {
    const marks: Mark[] = way.takeOffs.map(({ run: i, atM }) => {
      const run = runs[i];
      const { header, xM } = takeOffs[run.takeOff];
      const style = styleOf(block, header > 0 ? layout.headers[header].pipe : headerPipeAt(layout, xM));
      const nth = run.id.includes('run-') ? `.${run.id.slice(run.id.lastIndexOf('-') + 1)}` : '';
      return {
        atM,
        kind: 'take-off',
        label: `${run.bed}${nth}`,
        side: run.direction > 0 ? 'far' : 'near',
        style,
        holeMm: holeOf(style, run.tape, plan.build.holeMm),
        pilotMm: STYLES[style].pilotMm,
      };
    });
    way.fittings.forEach(({ kind, atM }, i) => {
      if (kind === 'corner') marks.push({ atM, kind, label: '' });
      if (kind === 'size') marks.push({ atM, kind, label: pipeKind(way.pieces[i + 1].pipe.pipe).name });
    });
    marks.push({ atM: way.endM, kind: 'end', label: '' });
    marks.sort((a, b) => a.atM - b.atM || (a.side ?? '').localeCompare(b.side ?? ''));
    const cut = way.fittings.some((f) => f.kind === 'tee');
    return {
      block: block.id,
      header: way.header,
      way: way.way,
      pipe: way.pieces[0].pipe,
      lengthM: way.endM,
      marks,
      pieces: cut ? way.pieces.map(({ fromM, toM, cutM }) => ({ fromM, toM, cutM })) : [],
    };
  });
}

/** Distances nearer together than this are one, m. */
const SAME_MARK_M = 1e-6;

/** Runs to cut, alike ones together. */
export interface RunCut {
  block: string;
  beds: string[];
  count: number;
  laidM: number;
  cutM: number;
}

/** Length to cut for a run: its bed, slack and fold, and on to just past an emitter, rounded up, m. */
export function cutLengthM(
  run: Pick<LaidRun, 'lengthM' | 'leadM' | 'tape'>,
  { runEnd, family }: Pick<FullPlan['build'], 'runEnd' | 'family'>,
): number {
  const more = Object.values(runAllowances(run, runEnd)).reduce((sum, m) => sum + m, 0);
  return roundedUpM(run.lengthM - run.leadM + more, family);
}

export function runCuts(plan: FullPlan, layout: BlockLayout): RunCut[] {
  const found = new Map<string, RunCut>();
  for (const run of layout.runs) {
    if (layout.beds[run.bedIndex].plant) continue;
    const cutM = cutLengthM(run, plan.build);
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

/** How the runs of a farm end, each way once with what is so closed. */
export interface RunEnds {
  end: EndKind;
  laid: string[];
}
export function runEndsOf(plan: FullPlan, { blocks }: Pick<FarmLayout, 'blocks'>): RunEnds[] {
  const found = new Map<EndKind, Set<string>>();
  for (const b of blocks)
    for (const run of b.runs) {
      if (b.beds[run.bedIndex].plant) continue;
      const end = endKind(run.tape, plan.build.runEnd);
      found.set(end, (found.get(end) ?? new Set()).add(material(run.tape.kind).name));
    }
  return [...found].map(([end, laid]) => ({ end, laid: [...laid] }));
}

/** How ends are closed, and what that costs. */
export function endSentence({ end, laid }: RunEnds): string {
  const { words, drawback } = runEndWords(end);
  return msg`Ends of ${laid.join(', ')} are closed ${words}. ${drawback}`;
}
