import { forms, msg } from '../language';
import { material } from '../catalog/materials';
import { pipeKind } from '../catalog/pipes';
import type { Family, PipePiece, Tape } from '../plan';
import { M_PER_FT, type KindName } from '../units';
import { layingPrice, pipePrice } from './typical';
import type { Fitting } from './fittings';

/** What a line of the parts list is of. */
export const GROUPS = [
  { id: 'pipe', name: msg`Pipe and hose` },
  { id: 'laid', name: msg`What is laid` },
  { id: 'part', name: msg`Parts of the head and the inlets` },
  { id: 'takeoff', name: msg`Take-offs and run ends` },
  { id: 'fitting', name: msg`Fittings` },
  { id: 'small', name: msg`Clamps, tape, glue, staples` },
  { id: 'wire', name: msg`Wire and boxes` },
  { id: 'tank', name: msg`Tank and stand` },
  { id: 'source', name: msg`The source itself` },
  { id: 'tool', name: msg`Tools to buy or borrow` },
] as const;
export type GroupId = (typeof GROUPS)[number]['id'];

/** Something that can be bought. */
export interface Item {
  id: string;
  group: GroupId;
  /** Its name, with `#0`, `#1` where sizes stand. */
  text: string;
  sizes?: readonly (readonly [value: number, kind: KindName])[];
  unit: 'm' | 'each';
  /** How it is sold, and how much of it that holds: the sizes there usually are, from small to large. */
  sold: 'roll' | 'stick' | 'pack' | 'each';
  holds: readonly number[];
  /** Typical price of a unit, in no coin: only ratios matter. */
  typical: number;
}

export type Show = (value: number, kind: KindName) => string;

export const itemName = ({ text, sizes = [] }: Pick<Item, 'text' | 'sizes'>, show: Show): string =>
  text.replace(/#(\d)/g, (_, i: string) => show(...sizes[Number(i)]));

const feet = (...list: number[]): number[] => list.map((x) => x * M_PER_FT);

/** Rolls and sticks as they are usually sold, m (common trade lengths). */
const LENGTHS: Record<'poly' | 'tubing' | 'pvc' | 'layflat' | 'hose', Record<Family, number[]>> = {
  poly: { metric: [25, 50, 100], inch: feet(100, 200, 300) },
  tubing: { metric: [25, 50, 100, 200], inch: feet(50, 100, 250, 500) },
  pvc: { metric: [3, 5, 6], inch: feet(10, 20) },
  layflat: { metric: [25, 50, 100], inch: feet(50, 100, 300) },
  hose: { metric: [15, 25, 50], inch: feet(25, 50, 100) },
};
const TAPE_ROLLS: Record<Family, number[]> = {
  metric: [100, 200, 500, 1000, 2000],
  inch: feet(100, 500, 1000, 4000, 7500),
};
const TUBING: readonly string[] = ['pe-1/2', 'pe-13', 'pe-16', 'pe-20'];

/** What one or more of what is sold is called. */
export function packWord(sold: Item['sold'], n: number): string {
  if (sold === 'roll') return msg`${forms(n, 'roll', 'rolls')}`;
  return sold === 'stick' ? msg`${forms(n, 'stick', 'sticks')}` : msg`${forms(n, 'pack', 'packs')}`;
}

const whole = { unit: 'each', sold: 'each', holds: [1] } as const;

/** Pipe or hose; of another bore than its kind's usual one it is another item. */
export function pipeItem({ pipe, boreMm }: Pick<PipePiece, 'pipe' | 'boreMm'>, family: Family): Item {
  const kind = pipeKind(pipe);
  const usual = Math.abs(kind.boreMm - boreMm) < 0.05;
  return {
    id: usual ? `pipe:${pipe}` : `pipe:${pipe}:${boreMm}`,
    group: 'pipe',
    text: usual ? kind.name : msg`${kind.name}, #0 bore`,
    ...(!usual && { sizes: [[boreMm, 'bore']] }),
    unit: 'm',
    sold: kind.family === 'pvc' ? 'stick' : 'roll',
    holds: LENGTHS[TUBING.includes(pipe) ? 'tubing' : kind.family][family],
    typical: pipePrice({ pipe, boreMm }),
  };
}

/** Tape or whatever else is laid along beds. */
export function laidItem(tape: Tape, family: Family): Item {
  const { kind, boreMm, wallMm, spacingM, flowLph } = tape;
  const base = { group: 'laid', unit: 'm', sold: 'roll', typical: layingPrice(tape) } as const;
  const bore = [boreMm, 'bore'] as const;
  if (kind === 'tape')
    return {
      ...base,
      id: `laid:tape:${boreMm}:${wallMm.toFixed(3)}:${spacingM}:${flowLph}`,
      text: msg`tape, #0 bore, #1 wall, #2 an emitter, one every #3`,
      sizes: [bore, [wallMm, 'wall'], [flowLph, 'emitterFlow'], [spacingM, 'spacing']],
      holds: TAPE_ROLLS[family],
    };
  const plain = kind === 'emitters' || kind === 'microtubes' || kind === 'adjustable' || kind === 'drilled';
  if (plain)
    return {
      ...base,
      id: `laid:plain:${boreMm}`,
      text: msg`plain pipe to lay along beds, #0 bore`,
      sizes: [bore],
      holds: LENGTHS.tubing[family],
      typical: pipePrice({ pipe: 'pe-1/2', boreMm }),
    };
  if (kind === 'porous')
    return {
      ...base,
      id: `laid:porous:${boreMm}`,
      text: msg`porous hose, #0 bore`,
      sizes: [bore],
      holds: LENGTHS.hose[family],
    };
  return {
    ...base,
    id: `laid:${kind}:${boreMm}:${spacingM}:${flowLph}`,
    text: msg`${material(kind).name}, #0 bore, #1 a dripper, one every #2`,
    sizes: [bore, [flowLph, 'emitterFlow'], [spacingM, 'spacing']],
    holds: LENGTHS.tubing[family],
  };
}

export const fittingItem = (f: Fitting): Item => ({
  id: f.id,
  group: 'fitting',
  text: f.name,
  ...whole,
  typical: f.price,
});

/** Any other thing that is counted. */
export const thing = (
  id: string,
  group: GroupId,
  text: string,
  typical: number,
  more: Partial<Item> = {},
): Item => ({
  id,
  group,
  text,
  ...whole,
  typical,
  ...more,
});

/** Items whose id is one word; all others tell their kind before a colon. */
const PLAIN_IDS = [
  'staple',
  'header-stake',
  'stake',
  'sleeve',
  'stand',
  'cement',
  'primer',
  'goof-plug',
  'thread-tape',
  'valve-box',
  'wire-joint',
  'pump-relay',
  'float-valve',
  'tank-link',
  'tank-feed',
  'tank-screen',
  'tank-overflow',
];
/** Whether a text is an item's id, of this plan's list or another's. */
export const isItemId = (text: string): boolean => PLAIN_IDS.includes(text) || /^[a-z][a-z-]*:/.test(text);
