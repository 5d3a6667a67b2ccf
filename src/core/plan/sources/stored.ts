import { msg } from '../../language';
import { fullL, type Store } from '../../hydraulics/storage';
import { KPA_PER_M } from '../../hydraulics/water';
import { notNegative } from '../fields/bounds';
import type { AddContradiction } from '../fields/contradiction';
import type { Drawn, FieldPiece, SourceState } from './kind';
import { toCm, type SourceAsked } from './questions';
import type { Site } from './site';

/* What all sources have that store water and let it run down by itself. Heights are over the ground they stand on. */

export interface Stored extends Store {
  /** Falling as it empties, or held by a float valve at `floatM`. */
  level: 'falling' | 'held';
  floatM: number;
}

/** Heights of outlet and water, as a file may hold them. */
export const heightFields = {
  outletM: notNegative(100),
  highM: notNegative(100),
  lowM: notNegative(100),
};

export function saneHeights(s: Stored, add: AddContradiction): void {
  if (s.lowM < s.outletM) add('lowM', msg`the low water stands below the outlet`, 'outletM');
  if (s.highM < s.lowM) add('highM', msg`the high water stands below the low water`, 'lowM');
  if (s.shape === 'stated' && s.highM <= s.outletM)
    add('highM', msg`the high water must be above the outlet for the tank to hold anything`, 'outletM');
}

/** Height of the water over the foot of what stores it: held, or low to plan by and high at its best. */
export const storedLevelM = (s: Stored, state: SourceState): number =>
  s.level === 'held' ? s.floatM : state === 'planned' ? s.lowM : s.highM;

export const drawStored = (s: Stored & Site, state: SourceState): Drawn => ({
  supply: { kind: 'tank', waterLevelM: s.heightM + storedLevelM(s, state) },
  nodeM: s.heightM,
  steps: [],
});

export const storedRestKpa = (s: Stored): number => storedLevelM(s, 'best') * KPA_PER_M;

/** Its water so many times as high as was thought, and higher by so much. */
export const givingStore = <S extends Stored>(s: S, factor: number): S => ({
  ...s,
  lowM: Math.min(s.highM, s.lowM * factor),
  floatM: s.floatM * factor,
});
export const pressingStore = <S extends Stored>(s: S, outM: number): S => ({
  ...s,
  lowM: Math.min(s.highM, s.lowM + outM),
  floatM: s.floatM + outM,
});
/** Water that falls stands anywhere between low and high: in the middle. */
export const storeToday = <S extends Stored>(s: S): S => ({ ...s, lowM: (s.lowM + s.highM) / 2 });

/** Outlets of tanks by their size, L. */
const OUTLETS: readonly { toL: number; size: string }[] = [
  { toL: 300, size: '3/4' },
  { toL: 3000, size: '1' },
  { toL: 20_000, size: '2' },
  { toL: Infinity, size: '3' },
];
/** The outlet of one tank, by what it holds. */
export const outletSize = (s: Stored): string => {
  const litres = fullL({ ...s, count: 1 });
  return OUTLETS.find((t) => litres <= t.toL)!.size;
};

/** A tank's litre, at a typical price in no coin. */
export const TANK_A_LITRE = 0.12;

/** What freezes in it. */
export const beforeFrost = msg`Empty and rinse the tank, or leave room for ice.`;

/** The last of the water is left: dirt settles there. */
const LOW_WATER_M = 0.05;

/** Heights of outlet and full water, as they are measured one from the other. */
export const heightQuestions = <S extends Stored>(): SourceAsked<S>[] => [
  {
    label: msg`Outlet above the ground`,
    kind: 'height',
    words: [msg`Its outlet is`, msg`above the ground;`],
    bounds: [0, 60],
    get: (s) => s.outletM,
    put: (stated, v, { highM, outletM }) =>
      void Object.assign(stated, {
        outletM: v,
        lowM: toCm(v + LOW_WATER_M),
        highM: toCm(v + highM - outletM),
      }),
    measures: ['outletM', 'lowM'],
  },
  {
    label: msg`Water above the outlet, full`,
    kind: 'height',
    words: [msg`full, the water stands`, msg`above the outlet.`],
    bounds: [0.06, 20],
    get: (s) => s.highM - s.outletM,
    put: (stated, v, s) => void (stated.highM = toCm(s.outletM + v)),
    measures: ['highM'],
  },
];

/** Heights in a sentence. */
export const heightPieces = (s: Stored): Record<'outlet' | 'high' | 'low' | 'volume', FieldPiece> => ({
  outlet: {
    field: 'outletM',
    id: 'outlet-height',
    label: msg`Outlet height`,
    kind: 'height',
    edit: msg`set the outlet`,
    value: s.outletM,
  },
  high: {
    field: 'highM',
    id: 'high-water',
    label: msg`High water`,
    kind: 'height',
    edit: msg`set the high water`,
    value: s.highM,
  },
  low: {
    field: 'lowM',
    id: 'low-water',
    label: msg`Low water`,
    kind: 'height',
    edit: msg`set the low water`,
    value: s.lowM,
  },
  volume: {
    field: 'volumeL',
    id: 'volume-of-the-tank',
    label: msg`Volume of the tank`,
    usual: 'tanks',
    kind: 'volume',
    edit: msg`set the tank’s volume`,
    value: s.volumeL,
  },
});
