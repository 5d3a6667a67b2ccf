import Joi from 'joi';
import { WATERS, type WaterId } from '../../catalog/water';
import type { PumpCurve } from '../../hydraulics/pump';
import { height, id, ids, LIMITS, notNegative, place, positive, text } from '../fields/bounds';
import { over } from '../fields/over';
import type { Stated } from '../fields/stated';
import { curveSchema, BUCKET } from './curve';

/** A booster pump in line after a weak source. */
export interface Booster {
  kind: 'none' | 'fixed' | 'variable';
  curve: PumpCurve;
  /** Pressure that a variable-speed booster holds after it. */
  holdKpa: number;
  /** It stops when the pressure before it falls under this, */
  lowCutKpa: number;
  /** and when the pressure after it rises over this. */
  highCutKpa: number;
  /** It starts again when the pressure after it falls under this, and the vessel on it holds so much, L: not judged if not stated. */
  startKpa?: number;
  vesselL?: number;
  maxLph: number;
}

/** What every source has. */
export interface Site {
  name: string;
  /** Place on the sheet, m. */
  xM: number;
  yM: number;
  /** Height of the ground there, m. */
  heightM: number;
  /** What is in the water. */
  water: WaterId[];
  /** When it was measured: sources are weakest in the dry season. */
  testedIn: 'dry' | 'wet' | 'unknown';
  /** What house and neighbours draw from it at the same time. */
  othersLph: number;
  booster: Booster;
  /** Fields that hold an example's figures, not yet measured. */
  examples?: string[];
}

const booster = Joi.object({
  kind: Joi.valid('none', 'fixed', 'variable'),
  curve: curveSchema,
  holdKpa: positive(LIMITS.pressureKpa),
  lowCutKpa: notNegative(LIMITS.pressureKpa),
  highCutKpa: positive(LIMITS.pressureKpa),
  startKpa: positive(LIMITS.pressureKpa),
  vesselL: positive(100000),
  maxLph: positive(LIMITS.flowLph),
});

/** What may be stated of every source. */
export const siteFields = {
  id: id.required(),
  name: text(80),
  xM: place,
  yM: place,
  heightM: height,
  water: Joi.array()
    .items(Joi.valid(...ids(WATERS)))
    .min(1)
    .unique(),
  testedIn: Joi.valid('dry', 'wet', 'unknown'),
  othersLph: notNegative(LIMITS.flowLph),
  booster,
  examples: Joi.array().items(text(40)).max(40),
};

export const SITE = {
  xM: -8,
  yM: -6,
  heightM: 0,
  water: ['clear' as const],
  testedIn: 'unknown' as const,
  othersLph: 0,
};

const NO_BOOSTER: Omit<Booster, 'curve'> = {
  kind: 'none',
  holdKpa: 0,
  lowCutKpa: 30,
  highCutKpa: 600,
  maxLph: 5000,
};
/** A booster to start from: points as such curves run. */
const BOOSTER_PUMP: PumpCurve = {
  method: 'points',
  points: [
    { flowLph: 0, headM: 30 },
    { flowLph: 2000, headM: 26 },
    { flowLph: 4000, headM: 15 },
  ],
  powerKw: 0.55,
  labelLph: 2000,
  labelM: 26,
  ...BUCKET,
};
/** Of a tank a booster is stopped by a dry-run guard, not by how little stands over it: that is little while it is full. */
const DRY_RUN_KPA = 0;

/** A booster filled in. @param onStore it draws on water that stands in a store */
export const boosterOf = (stated: Stated<Booster> | undefined, onStore: boolean): Booster => ({
  ...over({ ...NO_BOOSTER, ...(onStore && { lowCutKpa: DRY_RUN_KPA }), curve: BOOSTER_PUMP }, stated),
  curve: over(BOOSTER_PUMP, stated?.curve),
});
