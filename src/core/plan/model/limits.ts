import { msg } from '../../language';
import type { KindName } from '../../units';

/** A limit that findings go by. A grower may set another one. */
export interface Limit {
  value: number;
  kind: KindName;
  /** Completes "at most" or "at least": what it bounds. */
  says: string;
  /** Where the usual value is from. */
  source: string;
  min: number;
  max: number;
}

const limit = (
  value: number,
  kind: KindName,
  [min, max]: [number, number],
  says: string,
  source: string,
): Limit => ({ value, kind, says, source, min, max });

/** The one table of limits. */
export const LIMIT_TABLE = {
  headerShare: limit(
    0.1,
    'share',
    [0.01, 0.9],
    msg`friction in a header, of the pressure at its feed`,
    msg`Sub-main rule: of the fifth of the working pressure that may be lost between first and last emitter, half falls to the header.`,
  ),
  mainShare: limit(
    0.25,
    'share',
    [0.01, 0.9],
    msg`friction in the supply line, of the running source’s pressure`,
    msg`Beyond a quarter the supply line decides everything; practice.`,
  ),
  partShare: limit(
    0.2,
    'share',
    [0.01, 0.9],
    msg`loss in one part, of the pressure before it`,
    msg`A part that takes a fifth is too small for the flow; practice.`,
  ),
  velocityMps: limit(
    1.5,
    'velocity',
    [0.3, 5],
    msg`speed of the water in mains and headers`,
    msg`Usual limit for plastic pipe, for noise and surge; hydraulics handbooks.`,
  ),
  starvedKpa: limit(
    1,
    'pressure',
    [0.1, 50],
    msg`shortfall of a regulator under its set pressure`,
    msg`What a common gauge shows.`,
  ),
  uphillShare: limit(
    0.2,
    'share',
    [0.01, 2],
    msg`pressure gained below a regulator, of its set pressure`,
    msg`A fifth is what may be lost or gained between first and last emitter.`,
  ),
  startsPerHour: limit(
    20,
    'factor',
    [1, 200],
    msg`starts of a pump in an hour`,
    msg`Small pump makers’ usual limit.`,
  ),
  leastRunS: limit(
    60,
    'time',
    [5, 3600],
    msg`run of a pump once started (at least)`,
    msg`Pressure-tank makers’ rule for pumps up to 0.75 kW.`,
  ),
  suctionMarginM: limit(
    0.5,
    'height',
    [0, 5],
    msg`suction head kept over the pump’s need (at least)`,
    msg`Usual practice; pump handbooks.`,
  ),
  highPointM: limit(
    1,
    'height',
    [0.1, 20],
    msg`height of a point of the main over its neighbours without a vent`,
    msg`Lower humps are flushed through at working speed; practice.`,
  ),
  allowance: limit(
    0.8,
    'share',
    [0.3, 1],
    msg`share of a measured flow to plan on`,
    msg`Sources weaken in the dry season and filters take some; a fifth is kept in reserve.`,
  ),
  uphillRun: limit(
    0.02,
    'slope',
    [0.001, 0.5],
    msg`rise of a run away from its header`,
    msg`A rise of 2 % over 50 m takes 10 kPa, the variation that a tape’s window bears.`,
  ),
  spacingShare: limit(
    0.8,
    'share',
    [0.3, 5],
    msg`emitter spacing, of the width that one wets`,
    msg`Wetted circles must overlap by a fifth to make one strip; drip handbooks.`,
  ),
  wettedWhole: limit(
    0.9,
    'share',
    [0.2, 2],
    msg`share of the bed wetted under salad and sowings (at least)`,
    msg`Sowings come up only where it is wet; market gardeners’ practice.`,
  ),
  wettedLeast: limit(
    0.3,
    'share',
    [0.05, 1],
    msg`share of the bed wetted (at least)`,
    msg`About a third of the rooted ground is the least that drip handbooks give (Keller & Bliesner).`,
  ),
  wettedMost: limit(
    1.75,
    'share',
    [1, 5],
    msg`width of all strips together, of the bed’s`,
    msg`Strips that overlap nearly double water the same ground twice.`,
  ),
  pondSlope: limit(
    0.05,
    'slope',
    [0.005, 0.5],
    msg`slope on which water that stands may still soak in`,
    msg`Above one in twenty ponded water runs; erosion practice.`,
  ),
  unlikeRates: limit(
    1.25,
    'factor',
    [1.02, 10],
    msg`most-watered bed of a block against the least, by the area of the bed`,
    msg`A quarter more is what a grower sees in the crop; practice.`,
  ),
} as const satisfies Record<string, Limit>;

export type LimitName = keyof typeof LIMIT_TABLE;
export const LIMIT_NAMES = Object.keys(LIMIT_TABLE) as LimitName[];

const usual = Object.fromEntries(LIMIT_NAMES.map((n) => [n, LIMIT_TABLE[n].value])) as Record<
  LimitName,
  number
>;
const known = new WeakMap<object, Record<LimitName, number>>();

/** The limits a plan goes by: the usual ones, and where it states another, that. */
export function limitsOf(plan: {
  wishes: { limits: Readonly<Partial<Record<LimitName, number>>> };
}): Readonly<Record<LimitName, number>> {
  const own = plan.wishes.limits;
  let all = known.get(own);
  if (!all) known.set(own, (all = { ...usual, ...own }));
  return all;
}

/** Pressures this close to a limit are on it, kPa: no gauge shows less. */
export const ON_LIMIT_KPA = 0.05;
