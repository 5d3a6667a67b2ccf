import type Joi from 'joi';
import type { UsualName } from '../../catalog/usualSizes';
import type { LinkSpec } from '../../hydraulics/network';
import type { Supply } from '../../hydraulics/source';
import type { KindName } from '../../units';
import type { AddContradiction } from '../fields/contradiction';
import type { PipePiece } from '../fields/pipeTypes';
import type { Stated } from '../fields/stated';
import type { SourceQuestion } from './questions';
import type { Site } from './site';

/*
 * A kind of source is one file: all there is to say of it. What is not said here follows from what it has: who reads a source asks
 * what presses its water (`by`) and which fields it holds, never which kind it is.
 */

/**
 * What a source is taken at: as planned (allowance off, low water, cut-in), or at its best (as measured, full, cut-out).
 */
export type SourceState = 'planned' | 'best';

export type Show = (value: number, kind: KindName) => string;

/** A step between the water and the head: a well's water that sinks as it is drawn, up the drop or suction pipe, a switch or drive that holds a pressure, a booster, the pipe to a head that stands at another source. */
export interface IntakeStep {
  kind: 'draw' | 'lift' | 'switch' | 'boost' | 'hold' | 'join';
  toM: number;
  link: DistributiveOmit<LinkSpec, 'from' | 'to'>;
}
type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never;

/** Where the water comes from, and what it passes up to the ground: before others and a booster take part. */
export interface Drawn {
  supply: Supply;
  /** Height of the water that is drawn, or of the ground for what has pressure of its own. */
  nodeM: number;
  steps: IntakeStep[];
}

/** What runs into a store while it waters. */
export interface Incoming {
  /** Day and night, L/h. */
  lph: number;
  /** A roof, and the share of its rain that arrives. */
  roof?: { m2: number; rainMm: number; share: number };
  /** It is filled to the brim every so many days. */
  fullEveryDays?: number;
  /** The mains keep it full. */
  mains?: boolean;
  /** A store keeps it full as long as it holds water, L, and brings so much at the most where a pump lifts it, L/h. */
  store?: { litres?: number; lph?: number };
}

/** What a source ends in: a thread, or the end of a pipe. `hose` is the thread of a garden tap. */
export type Outlet =
  { thread: 'pipe' | 'hose'; size: string; half: 'male' | 'female' } | { pipe: string; threaded: boolean };

/** Something that belongs to a source: it hangs on the one before it, or on the one it names. */
export interface SourceThing {
  id: string;
  /** The source itself, which most often is there already; or what is bought for it. */
  group: 'source' | 'tank';
  /** Its name, with `#0` where its size stands. */
  text: string;
  sizes?: readonly (readonly [value: number, kind: KindName])[];
  /** Typical price, in no coin: only ratios matter. */
  price: number;
  count: number;
  /** A pipe, of which so much is laid. */
  lays?: { pipe: PipePiece; lengthM: number };
  why: string;
  /** The thing it hangs on; the one before it if not said. */
  on?: string;
  /** What is joined to the source hangs on this one, where it is not the last. */
  ends?: true;
}

/** A step of building it. */
export interface SourceStep {
  id: string;
  title: string;
  hours: number;
  does: string[];
  mistakes?: string[];
  check: string;
  cautions?: string[];
  helper?: boolean;
  tools: string[];
  /** The things that it puts in their places. */
  puts: (thingId: string) => boolean;
}

/** Something to do for it through the year: every so many days, or at its season. */
export interface SourceTask {
  id: string;
  title: string;
  how: string[];
  why: string;
  caution?: string;
  when: 'spring' | { everyDays: number };
}

/** A change of its fields with which it would last. */
export interface Enough {
  fields: Record<string, unknown>;
  /** In the imperative, with its figures: a step of history, or a remedy. */
  label: string;
  /** On the button. */
  says: string;
  caution?: string;
}
/** What would do for a store, found out by trying: so many times as much, a refill, or being filled more often. */
export interface WouldDo {
  times?: number;
  lph?: number;
  everyDays?: number;
  usableL: number;
}

/** A number in a sentence. */
export interface FieldPiece {
  field: string;
  /** A part of the source, such as its pipe, that holds the field. */
  part?: string;
  id: string;
  label: string;
  kind: KindName;
  edit: string;
  value: number;
  usual?: UsualName;
  /** It may be left unsaid, and then shows what stands in for it. */
  unsaid?: boolean;
}
/** One of several, in a sentence. */
export interface ChoicePiece {
  choice: string;
  label: string;
  options: readonly { id: string; name: string }[];
  edit: string;
  value: string;
  /** What is kept for each choice, where that is no text. */
  as?: (id: string) => unknown;
}
/** A pipe of its own with kind, bore and length. */
export interface PipeWordsPiece {
  pipe: 'drop' | 'suction';
  name: string;
  of: PipePiece & { lengthM: number };
}
/** Tries of a bucket. */
export interface TriesPiece {
  tries: readonly number[];
}
/** A figure that follows from what is said. */
export interface ShownPiece {
  shows: number;
  kind: KindName;
}
export type Piece = string | FieldPiece | ChoicePiece | PipeWordsPiece | TriesPiece | ShownPiece;

/** What the page asks of it, in the order it is read. */
export type Paragraph =
  | { asks: Piece[]; under?: string }
  | { quiet: string }
  | { caution: string }
  /** Where the facts of what it has are told: its suction, its pump's curve, its switch, what it stores. */
  | { facts: 'suction' | 'curve' | 'switch' | 'store' };

/** Its words. */
export interface SourceWords {
  /** To choose it by: “well with a submersible pump”; among others: “well”. */
  choice: string;
  short: string;
  /** What one of this kind is called until it is named. */
  name: string;
  /** With its article, within a sentence and at its beginning. */
  the: string;
  The: string;
  /** Steps of history. */
  draws: string;
  adds: string;
  moves: string;
  /** The step of building it. */
  setsUp: string;
  /** Its curve of pressure over flow, solid and dashed. */
  curve: string;
}

/** Its own fields, beside those of every site. */
type Own<S> = Omit<S, keyof Site | 'kind'>;

/** All there is to say of a kind of source. @template S the source, @template P those of its fields that a grower may state */
export interface SourceKindOf<S extends Site & { kind: string }, P extends keyof Own<S> = keyof Own<S>> {
  kind: S['kind'];
  /** Only their types count: the source, and what of it may be stated. */
  readonly source?: S;
  readonly states?: P;
  /** What presses its water: the mains, the height it stands at, or a pump. */
  by: 'mains' | 'height' | 'pump';
  words: SourceWords;
  /** Where work on it can hurt someone: told in Water, and in the step that sets it up. */
  cautions(): string[];

  /** What may be stated of it. */
  fields: Record<P, Joi.Schema>;
  /** Its fields filled in: what is stated, and what is usual for the rest. */
  full(stated: Stated<Pick<S, P>>): Own<S>;
  /** What its fields allow one by one but make no sense together; paths begin at the source. */
  sane(s: S, add: AddContradiction): void;
  /** Parts of the head that a plan with it begins with. */
  head: readonly string[];

  /** Its water, and what that passes up to the ground. */
  draw(s: S, state: SourceState, allowance: number): Drawn;
  /** Pressure with no water running and no booster, as far as single fields say it, kPa. */
  restKpa(s: S): number;
  /** Flow that was measured wide open, L/h; no limit for what is not measured. */
  measuredLph?(s: S): number;
  /** It was measured once, in one season, and an allowance counts. */
  measured: boolean;
  /** What runs into it, where it stores water. */
  comesIn?(s: S): Incoming;
  /** With its flow so many times what was thought, and with its pressure out by a share, or its water by metres. */
  giving(s: S, factor: number): S;
  pressing(s: S, out: number): S;
  /** As it most likely is today, not as one plans on. */
  today(s: S): S;

  /** What it ends in. @param mostLph the most it gives */
  outlet(s: S, mostLph: number): Outlet;
  outletName(s: S): string;
  /** What belongs to it, in the order of the water. @param size of its outlet, as a code and in words */
  things(s: S, size: string, sizeWords: string): SourceThing[];
  steps(s: S, show: Show): SourceStep[];
  tasks(s: S, show: Show): SourceTask[];
  /** What is done with it before frost. */
  frost?(s: S): string;
  /** How high or deep its water stands is read so; nothing where it cannot be. */
  level?(name: string): string;

  asks(s: S): Paragraph[];
  /** What a new plan asks of it, with how it is measured. */
  questions: Readonly<Record<string, SourceQuestion<S>>>;
  /** How high over the ground what carries it is, m: somebody competent designs a stand. Nothing where it stands on wheels of its own. */
  standM?(s: S): number;
  /** What would make it last. */
  enough?(s: S, would: WouldDo, show: Show): Enough[];
  /** Its sign on the sheet, about its place. */
  sign: { frame: 'round' | 'none'; path: string; drop?: boolean };
}

/** A kind of source. */
export const sourceKind = <S extends Site & { kind: string }, P extends keyof Own<S> = keyof Own<S>>(
  spec: SourceKindOf<S, P>,
): SourceKindOf<S, P> => spec;
