import type { PartKind } from '../../catalog/headParts';
import { msg } from '../../language';
import type { Surface } from '../../ground';
import { fittingKpaPerLph2, friction, frictionKpaPerM, type Medium } from '../../hydraulics/friction';
import { drawdownOf, yieldOver } from '../../hydraulics/drawdown';
import { bucketLph, bucketPoints, type PumpCurve } from '../../hydraulics/pump';
import { KPA_PER_M } from '../../hydraulics/water';
import { fullPart } from './fullPart';
import { over, piece } from './over';
import type { PipePiece } from './pipeTypes';
import type {
  Booster,
  Plan,
  PumpSource,
  Source,
  SourceKind,
  Stated,
  TankSource,
  TapSource,
  Vessel,
  WellSource,
} from './types';

/** A common house or yard supply with everything shut (about 45 psi). */
const TYPICAL_SHUT_KPA = 310;
/** A common pressure switch: 30 psi in, 50 psi out. */
const CUT_IN_KPA = 207;
const CUT_OUT_KPA = 345;
/** Air in a pressure tank is set this much under cut-in (2 psi). */
const PRECHARGE_UNDER_KPA = 14;
/** Net positive suction head that small end-suction pumps ask for, m. */
const TYPICAL_NPSH_M = 3;
/** Fittings of a suction pipe as a fitting loss (K): strainer and foot valve (2.5), bend (0.9). */
const SUCTION_K = 3.4;
/** Small flow switches stop a pump at about a litre and a half a minute. */
const FLOW_SWITCH_LPH = 90;
/** Share of a roof's rain that reaches the tank (growers' rule). */
const ROOF_SHARE = 0.85;

const NO_BOOSTER: Omit<Booster, 'curve'> = {
  kind: 'none',
  holdKpa: 0,
  lowCutKpa: 30,
  highCutKpa: 600,
  maxLph: 5000,
};

const SITE = {
  xM: -8,
  yM: -6,
  heightM: 0,
  water: ['clear' as const],
  testedIn: 'unknown' as const,
  othersLph: 0,
};

/** A bucket at the tap beside a house's pressure tank. */
const BUCKET = { bucketL: 20, triesS: [36] as readonly number[], bucketKpa: CUT_IN_KPA };

/** A small submersible pump, a surface pump and a booster to start from: points as such curves run. */
const WELL_PUMP: PumpCurve = {
  method: 'points',
  points: [
    { flowLph: 0, headM: 62 },
    { flowLph: 2000, headM: 54 },
    { flowLph: 4000, headM: 32 },
  ],
  powerKw: 0.75,
  labelLph: 2000,
  labelM: 45,
  ...BUCKET,
};
const SURFACE_PUMP: PumpCurve = {
  method: 'points',
  points: [
    { flowLph: 0, headM: 38 },
    { flowLph: 4000, headM: 32 },
    { flowLph: 8000, headM: 18 },
  ],
  powerKw: 0.75,
  labelLph: 4000,
  labelM: 28,
  ...BUCKET,
};
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

/** How a source joins others: the same for every kind. */
type Joining = 'branch' | 'joins';
type Alone = { [K in SourceKind]: Omit<Extract<Source, { kind: K }>, Joining> }[SourceKind] & { id: string };

const TAP: Omit<TapSource, 'booster' | Joining> = {
  ...SITE,
  kind: 'tap',
  name: msg`tap`,
  method: 'bucket',
  shutKpa: TYPICAL_SHUT_KPA,
  bucketL: 20,
  triesS: [30],
  flowingKpa: 200,
  flowingLph: 1200,
};

/** A well that gives less than this is none, L/h. */
const LEAST_YIELD_LPH = 1;

const WELL: Omit<WellSource, Joining | 'booster' | 'curve' | 'drop' | 'vessel'> = {
  ...SITE,
  kind: 'well',
  name: msg`well`,
  pumpingLevelM: 12,
  yieldLph: 3000,
};

const PUMP: Omit<PumpSource, Joining | 'booster' | 'curve' | 'suction' | 'vessel'> = {
  ...SITE,
  kind: 'pump',
  name: msg`pump`,
  liftM: 1.5,
  footValve: true,
  altitudeM: 100,
  npshM: TYPICAL_NPSH_M,
};

const TANK: Omit<TankSource, 'booster' | Joining> = {
  ...SITE,
  kind: 'tank',
  name: msg`tank`,
  outletM: 1,
  highM: 2,
  lowM: 1.2,
  shape: 'stated',
  diameterM: 1.2,
  lengthM: 1.2,
  widthM: 1,
  volumeL: 1000,
  count: 1,
  level: 'falling',
  floatM: 1.8,
  fedBy: 'store',
  refill: 'none',
  roofM2: 40,
  rainMm: 10,
  roofShare: ROOF_SHARE,
  refillLph: 500,
};

/** Of a tank a booster is stopped by a dry-run guard, not by how little stands over it: that is little while it is full. */
const DRY_RUN_KPA = 0;

const boosterOf = (stated: Stated<Booster> | undefined, kind: SourceKind): Booster => ({
  ...over({ ...NO_BOOSTER, ...(kind === 'tank' && { lowCutKpa: DRY_RUN_KPA }), curve: BOOSTER_PUMP }, stated),
  curve: over(BOOSTER_PUMP, stated?.curve),
});

function vesselOf(stated: Stated<Vessel> | undefined, part: Vessel['part']): Vessel {
  const cutInKpa = stated?.cutInKpa ?? CUT_IN_KPA;
  return over(
    {
      part,
      volumeL: 100,
      prechargeKpa: cutInKpa - PRECHARGE_UNDER_KPA,
      cutInKpa,
      cutOutKpa: CUT_OUT_KPA,
      stopsLph: FLOW_SWITCH_LPH,
    },
    stated,
  );
}

/** Friction of the pipe between water and gauge is taken so where a pump is known by a bucket. */
const BUCKET_MEDIUM: Medium = { waterC: 20, friction: 'darcy-weisbach' };

/** A pump's curve; one that is known only by a bucket has its points estimated. */
function curveOf(
  curve: PumpCurve,
  liftM: number,
  pipe: PipePiece & { lengthM: number; minorK?: number },
  vessel: Vessel,
): PumpCurve {
  if (curve.method !== 'bucket') return curve;
  const lph = bucketLph(curve);
  const perM = frictionKpaPerM(friction(pipe.boreMm, pipe.hazenWilliamsC, BUCKET_MEDIUM), lph);
  const lostKpa = pipe.lengthM * perM + fittingKpaPerLph2(pipe.minorK ?? 0, pipe.boreMm) * lph ** 2;
  const stops = vessel.part === 'tank' ? vessel.cutOutKpa : undefined;
  return { ...curve, points: bucketPoints(curve, liftM, lostKpa / KPA_PER_M, stops) };
}

/** Pressure that a source comes to with no water running and no booster, as far as single fields say it, kPa. */
export function unaidedKpa(s: Source): number {
  switch (s.kind) {
    case 'tap':
      return s.shutKpa;
    case 'tank':
      return (s.level === 'held' ? s.floatM : s.highM) * KPA_PER_M;
    default:
      return s.vessel.part === 'tank' ? s.vessel.cutOutKpa : 0;
  }
}

/** A booster that holds a pressure is set to hold this much more than there is without it, kPa. */
const BOOST_BY_KPA = 100;

/** A source with every field filled in. */
export function fullSource(
  stated: Plan['sources'][number],
  surface: Surface,
  own: readonly PartKind[],
): Source & { id: string } {
  const known = {
    ...sourceOf(stated),
    branch: (stated.branch ?? []).map((p) => fullPart(p, own)),
    joins: piece(stated.joins, 'pe-1', { extraM: 0 }),
  };
  const source =
    stated.heightM === undefined ? { ...known, heightM: surface.heightAt(known.xM, known.yM) } : known;
  if (stated.booster?.holdKpa !== undefined) return source;
  return { ...source, booster: { ...source.booster, holdKpa: unaidedKpa(source) + BOOST_BY_KPA } };
}

function sourceOf(stated: Plan['sources'][number]): Alone {
  const booster = boosterOf(stated.booster, stated.kind);
  switch (stated.kind) {
    case 'tap':
      return { ...over({ ...TAP, id: stated.id }, stated), booster };
    case 'tank':
      return { ...over({ ...TANK, id: stated.id }, stated), booster };
    case 'well': {
      const well = over({ ...WELL, id: stated.id }, stated);
      const vessel = vesselOf(stated.vessel, 'tank');
      // A pump hangs a few metres under the water it draws down to.
      const drop = piece(stated.drop, 'pe-1-1/4', { lengthM: well.pumpingLevelM + 3 });
      const drawdown = drawdownOf(well);
      return {
        ...well,
        // A well that was tested tells what it gives.
        ...(stated.yieldLph === undefined &&
          drawdown && { yieldLph: Math.max(LEAST_YIELD_LPH, yieldOver(drawdown, drop.lengthM)) }),
        booster,
        curve: curveOf(over(WELL_PUMP, stated.curve), well.pumpingLevelM, drop, vessel),
        drop,
        vessel,
      };
    }
    case 'pump': {
      const pump = over({ ...PUMP, id: stated.id }, stated);
      const vessel = vesselOf(stated.vessel, 'none');
      const suction = piece(stated.suction, 'pe-1-1/2', {
        lengthM: Math.max(1, pump.liftM) + 3,
        minorK: SUCTION_K,
      });
      return {
        ...pump,
        booster,
        curve: curveOf(over(SURFACE_PUMP, stated.curve), pump.liftM, suction, vessel),
        suction,
        vessel,
      };
    }
  }
}
