import { msg, forms } from '../language';
import type { FullPlan, Plan } from '../plan';
import type { Outlook } from '../sets';
import type { KindName } from '../units';
import type { FindingCode } from './codes';
import type { Found, Said, StageId } from './finding';
import type { Offering } from './offers';
import type { State } from './states';

/** A finding in words, in a person's own units. */
export interface Told {
  title: string;
  howMuch: string;
  why: string;
  /** What usually helps, in the order a grower would try. */
  tries: string[];
}

export type Show = (value: number, kind: KindName) => string;

/** A finding as its kind's words take it: numbers filled in. */
export type Spoken<S extends Said> = Required<Found<S>> & { margin: number };

/** A plan with all of its states and the outlook of its sets: what is found of the whole is found in this. */
export interface Whole {
  stated: Plan;
  plan: FullPlan;
  states: readonly State[];
  /** Sets and timing; none where no bed waters. */
  outlook: Outlook | undefined;
}

/** Whether one finding brings another about, both found in the same state. */
export type Brings = (effect: Found, cause: Found, state: State) => boolean;

/** In which states a kind is looked for: as planned, with the water high, with the filters due for cleaning. */
export type LookedFor = 'open' | 'high' | 'dirty';

/** What a kind of finding compares: the condition that must hold, what is measured and bounded, and where the bound is from. */
export interface Comparison {
  holds: string;
  measured: string;
  limit: string;
  /** A limit of the plan, `label`, or the source in words. */
  source: string;
}

/** All that there is to say of one kind of finding. */
export interface KindOf<C extends FindingCode, S extends Said> {
  code: C;
  /** Where it is mended. */
  stage: StageId | ((place: Found['place']) => StageId);
  /** States it is looked for in; `open` alone if left out. */
  when?: readonly LookedFor[];
  /** What is found of it in one state, */
  find?(state: State): Found<S>[];
  /** or in the plan as a whole. */
  findInWhole?(whole: Whole): Found<S>[];
  words(finding: Spoken<S>, show: Show): Told;
  /** What is compared with what, for its working; left out where something is there or not. */
  compares?: Comparison;
  /** Other kinds, by their codes, that it may bring about, and when. */
  brings?: Readonly<Partial<Record<FindingCode, Brings>>>;
  /** What a grower would try, in that order. */
  offers?: Offering;
  /** Tells apart what may be found more than once in one place. */
  apart?(finding: Spoken<S>): string;
  /** Findings that are told together where they hold in several places: those for which this is the same. */
  alike?(finding: Spoken<S>): string;
  /** Its figures come from the source, from the label of what is laid, or from the soil: where those are defaults it is said. */
  restsOn?: readonly ('source' | 'label' | 'soil')[];
}

/** A kind whose own values are known to itself only. */
export type FindingKind<C extends FindingCode = FindingCode> = KindOf<C, Said>;

/** States one kind of finding. */
export const findingKind = <const C extends FindingCode, S extends Said>(
  kind: KindOf<C, S>,
): FindingKind<C> => kind as unknown as FindingKind<C>;

export const percent = (ratio: number): string => `${Math.round(ratio * 100)} %`;
/** “in 3 beds”, “at 1 plant” */
export const inBeds = (n: number, plants = false): string =>
  plants ? msg`at ${n} ${forms(n, 'plant', 'plants')}` : msg`in ${n} ${forms(n, 'bed', 'beds')}`;
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** Ratios this close are the same: rounding of what was typed in other units. */
const ROUNDING = 1e-6;
/** Whether something is over, or under, a limit by more than rounding. */
export const isOver = (value: number, limit: number): boolean => value > limit + Math.abs(limit) * ROUNDING;
export const isUnder = (value: number, limit: number): boolean => value < limit - Math.abs(limit) * ROUNDING;

export const always: Brings = () => true;
/** Both lie in the same block. */
export const sameBlock: Brings = (effect, cause) =>
  'block' in effect.place && 'block' in cause.place && effect.place.block === cause.place.block;
