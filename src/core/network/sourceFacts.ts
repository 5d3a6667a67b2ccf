import { lossAcross } from '../hydraulics/network';
import { drawdownL, pumpCycle, type Cycle } from '../hydraulics/pressureTank';
import { flowAtPressure, type SupplyCurve } from '../hydraulics/source';
import { bestLph } from '../hydraulics/pump';
import { atmosphericKpa, suctionHeadM, suctionNeedM, vapourKpa } from '../hydraulics/suction';
import { fullL, roofL, usableL } from '../hydraulics/storage';
import { KPA_PER_M } from '../hydraulics/water';
import {
  comesIn,
  isPumped,
  isSucking,
  type FullPlan,
  type PumpedSource,
  type PumpSource,
  type Source,
  type SourceState,
  type StoredSource,
} from '../plan';
import { intakeCurve, intakeOf, mediumOf } from './intake';
import { MIN_PER_HOUR } from '../units/time';

/** A pump with no switch in the way. @param allowance share of a measured flow that counts */
function barePump(
  source: PumpedSource,
  plan: FullPlan,
  allowance: number,
  state: SourceState = 'planned',
): Pick<SupplyCurve, 'kpa'> {
  const intake = intakeOf(source, allowance, state);
  return intakeCurve(
    { ...intake, steps: intake.steps.filter((s) => s.kind === 'draw' || s.kind === 'lift') },
    mediumOf(plan),
  );
}

/** The most that a source's pump reaches at the ground against shut valves, not yet worn and with no switch to stop it, kPa. */
export const pumpShutKpa = (source: PumpedSource, plan: FullPlan): number =>
  barePump(source, plan, 1, 'best').kpa(0);

/** Flow of a source's pump as it is planned on, at a pressure in its tank, with no switch in the way, L/h. */
export const pumpFlowLph = (source: PumpedSource, plan: FullPlan, kpa: number): number =>
  flowAtPressure(barePump(source, plan, plan.wishes.allowance), kpa);

/** The same as it was measured, not yet worn: it fills its tank the faster. */
const freshFlowLph = (source: PumpedSource, plan: FullPlan, kpa: number): number =>
  flowAtPressure(barePump({ ...source, wornShare: 0 }, plan, 1), kpa);

/** What a pump on a pressure tank and switch does. */
export interface SwitchFacts {
  drawdownL: number;
  /** Pressure of the air about the tank, kPa. */
  airKpa: number;
  /** Flow of the pump at the switch's two pressures. */
  cutInLph: number;
  cutOutLph: number;
  /** The pump cannot come to cut-out even with no water running: it never stops. */
  neverStops: boolean;
  cycle(drawLph: number): Cycle;
}

/** The pressure tank of a well or surface pump; none where there is no tank. */
export function switchFacts(source: Source, plan: FullPlan): SwitchFacts | undefined {
  if (!isPumped(source) || source.vessel.part !== 'tank') return undefined;
  const { vessel } = source;
  const pumpLph = (kpa: number): number => freshFlowLph(source, plan, kpa);
  // The tank's air is reckoned from the air about it, which is thinner higher up.
  const airKpa = atmosphericKpa(
    isSucking(source) ? source.altitudeM : (plan.watering.weather?.station.altitudeM ?? 0),
  );
  const cutOutLph = pumpLph(vessel.cutOutKpa);
  return {
    drawdownL: drawdownL(vessel, airKpa),
    airKpa,
    cutInLph: pumpLph(vessel.cutInKpa),
    cutOutLph,
    // Worn it comes to less.
    neverStops: !(pumpFlowLph(source, plan, vessel.cutOutKpa) > 0),
    cycle: (drawLph) => pumpCycle(vessel, drawLph, pumpLph, airKpa),
  };
}

/** A small vessel on a booster's switch, where its size is not stated, L (common small boosters). */
export const BOOSTER_VESSEL_L = 2;
/** Its air is set so much under the pressure at which the switch starts, kPa (2 psi). */
const UNDER_START_KPA = 14;

/** How a booster of one speed on its switch works while so much is drawn; none where it is not known when it starts. */
export function boosterCycle(source: Source, plan: FullPlan, lph: number): Cycle | undefined {
  const { kind, startKpa, highCutKpa, vesselL = BOOSTER_VESSEL_L } = source.booster;
  if (kind !== 'fixed' || startKpa === undefined || startKpa >= highCutKpa) return undefined;
  const intake = intakeOf(source, plan.wishes.allowance);
  const upTo = intake.steps.findIndex((s) => s.kind === 'boost') + 1;
  const curve = intakeCurve({ ...intake, steps: intake.steps.slice(0, upTo) }, mediumOf(plan));
  const vessel = {
    volumeL: vesselL,
    prechargeKpa: Math.max(0, startKpa - UNDER_START_KPA),
    cutInKpa: startKpa,
    cutOutKpa: highCutKpa,
  };
  return pumpCycle(vessel, lph, (kpa) => flowAtPressure(curve, kpa));
}

/** What a surface pump's suction leaves it. */
export interface SuctionFacts {
  airM: number;
  vapourM: number;
  frictionM: number;
  /** Net positive suction head there is, what the pump needs at that flow, and what is left over. */
  haveM: number;
  needsM: number;
  spareM: number;
  /** The highest the pump may stand over the water, `marginM` kept back. */
  highestLiftM: number;
}

/** @param marginM kept back over the pump's need, m */
export function suctionFacts(
  pump: PumpSource,
  plan: FullPlan,
  flowLph: number,
  marginM: number,
): SuctionFacts {
  const { boreMm, hazenWilliamsC, lengthM, minorK } = pump.suction;
  const frictionKpa = lossAcross(
    { kind: 'pipe', from: '', to: '', lengthM, diameterMm: boreMm, hazenWilliamsC, minorK },
    flowLph,
    mediumOf(plan),
  );
  const haveM = suctionHeadM(pump.altitudeM, plan.wishes.waterC, pump.liftM, frictionKpa);
  const needsM = suctionNeedM(pump.npshM, flowLph, bestLph(pump.curve));
  return {
    airM: atmosphericKpa(pump.altitudeM) / KPA_PER_M,
    vapourM: vapourKpa(plan.wishes.waterC) / KPA_PER_M,
    frictionM: frictionKpa / KPA_PER_M,
    haveM,
    needsM,
    spareM: haveM - needsM,
    highestLiftM: haveM + pump.liftM - needsM - marginM,
  };
}

/** What a tank holds and takes. */
export interface TankFacts {
  usableL: number;
  /** Weight of the water when full, all tanks together, kg. */
  fullKg: number;
  /** Watering until the low level, or until the store of a float is empty, with nothing coming in, minutes; Infinity when nothing flows, or a float is fed by what is not known. */
  lastsMin: number;
  /** Water from one rain, L; or hours to fill the usable water. */
  rainL: number;
  refillH: number;
}

const KG_PER_L = 1;

export function tankFacts(tank: StoredSource, flowLph: number): TankFacts {
  const held = tank.level === 'held';
  const { lph, roof, store } = comesIn(tank);
  const known = !held || store?.litres !== undefined;
  const usable = held && known ? fullL(tank) + store!.litres! : usableL(tank);
  return {
    usableL: usable,
    fullKg: fullL(tank) * KG_PER_L,
    lastsMin: !known || !(flowLph > 0) ? Infinity : (usable / flowLph) * MIN_PER_HOUR,
    rainL: roof ? roofL(roof.m2, roof.rainMm, roof.share) : 0,
    refillH: lph > 0 ? usable / lph : Infinity,
  };
}
