import { DENSITY, GRAVITY, KPA_PER_M, kinematicViscosity } from './water';

export type FrictionSchool = 'darcy-weisbach' | 'hazen-williams';

/** The water and the friction formula that a whole network shares. */
export interface Medium {
  waterC: number;
  friction: FrictionSchool;
}

/** Hazen–Williams C of smooth plastic. */
export const SMOOTH_C = 150;

/** Flow below this Reynolds number is laminar. */
export const RE_LAMINAR = 2000;
/** Flow above this Reynolds number is turbulent. */
export const RE_TURBULENT = 4000;

const SECONDS_PER_HOUR = 3600;
const M3_PER_LITRE = 1e-3;

const blasius = (re: number): number => 0.3164 * re ** -0.25;
const wattersKeller = (re: number): number => 0.13 * re ** -0.172;

/** Where the Watters & Keller line rises above Blasius': Re = (0.3164/0.130)^(1/0.078), about 8.97·10⁴. */
export const RE_WATTERS_KELLER = (0.3164 / 0.13) ** (1 / (0.25 - 0.172));

/**
 * Darcy–Weisbach friction factor of smooth plastic pipe.
 *
 * Re ≤ 2000: 64/Re (Hagen–Poiseuille). Re ≥ 4000: the larger of Blasius' 0.3164·Re^−0.25 and
 * Watters & Keller's 0.130·Re^−0.172 (1984). Between: straight in Re.
 *
 * @param re Reynolds number, above 0
 * @example frictionFactor(10000) // 0.03164
 */
export function frictionFactor(re: number): number {
  if (re <= RE_LAMINAR) return 64 / re;
  if (re >= RE_TURBULENT) return Math.max(blasius(re), wattersKeller(re));
  const laminar = 64 / RE_LAMINAR;
  const turbulent = blasius(RE_TURBULENT);
  return laminar + ((turbulent - laminar) * (re - RE_LAMINAR)) / (RE_TURBULENT - RE_LAMINAR);
}

/** Speed of water, m/s, of a flow in L/h through a bore in mm. */
export function velocityMps(flowLph: number, diameterMm: number): number {
  const areaM2 = (Math.PI / 4) * (diameterMm / 1000) ** 2;
  return (flowLph * M3_PER_LITRE) / SECONDS_PER_HOUR / areaM2;
}

/** Reynolds number of a flow in L/h through a bore in mm. */
export function reynolds(flowLph: number, diameterMm: number, waterC: number): number {
  return (velocityMps(flowLph, diameterMm) * diameterMm) / 1000 / kinematicViscosity(waterC);
}

/**
 * Friction of one bore, prepared for many flows: loss in kPa per metre as a function of L/h.
 *
 * Under Darcy–Weisbach the loss is  laminar·Q  |  (a + b·Q)·Q²  |  blasius·Q^1.75  |  wk·Q^1.828,
 * parted at the flows `q1`, `q2`, `q3`; under Hazen–Williams it is hw·Q^1.852 alone.
 */
export interface Friction {
  hazen: boolean;
  hw: number;
  laminar: number;
  a: number;
  b: number;
  blasius: number;
  wk: number;
  q1: number;
  q2: number;
  q3: number;
}

const HW_EXPONENT = 1.852;
const HW_DIAMETER_EXPONENT = 4.8704;
const HW_SI = 10.67;
const WK_EXPONENT = 1.828;

/**
 * Prepares a bore's friction.
 *
 * @param diameterMm bore, above 0
 * @param c Hazen–Williams roughness (150 smooth plastic, 140 layflat, 100 old steel)
 */
export function friction(diameterMm: number, c: number, medium: Medium): Friction {
  // Hundreds of runs in a row are of one tape.
  const { waterC, friction: school } = medium;
  if (
    last &&
    last.diameterMm === diameterMm &&
    last.c === c &&
    last.waterC === waterC &&
    last.school === school
  ) {
    return last.prepared;
  }
  const prepared = prepare(diameterMm, c, medium);
  last = { diameterMm, c, waterC, school, prepared };
  return prepared;
}

/** What was prepared last, and of what. */
let last:
  { diameterMm: number; c: number; waterC: number; school: FrictionSchool; prepared: Friction } | undefined;

function prepare(diameterMm: number, c: number, medium: Medium): Friction {
  const d = diameterMm / 1000;
  const m3s = M3_PER_LITRE / SECONDS_PER_HOUR;
  const velocityPerLph = velocityMps(1, diameterMm);
  const rePerLph = reynolds(1, diameterMm, medium.waterC);
  // kPa per metre for f = 1 at 1 L/h: V²/(2·g·D) metres of water.
  const unit = (KPA_PER_M * velocityPerLph ** 2) / (2 * GRAVITY * d);
  const fLaminar = 64 / RE_LAMINAR;
  const rise = (blasius(RE_TURBULENT) - fLaminar) / (RE_TURBULENT - RE_LAMINAR);
  return {
    hazen: medium.friction === 'hazen-williams',
    hw: (KPA_PER_M * HW_SI * m3s ** HW_EXPONENT) / (c ** HW_EXPONENT * d ** HW_DIAMETER_EXPONENT),
    laminar: (unit * 64) / rePerLph,
    a: unit * (fLaminar - rise * RE_LAMINAR),
    b: unit * rise * rePerLph,
    blasius: unit * 0.3164 * rePerLph ** -0.25,
    wk: unit * 0.13 * rePerLph ** -0.172,
    q1: RE_LAMINAR / rePerLph,
    q2: RE_TURBULENT / rePerLph,
    q3: RE_WATTERS_KELLER / rePerLph,
  };
}

/** Loss in kPa per metre at a flow in L/h, not below 0. */
export function frictionKpaPerM(f: Friction, q: number): number {
  if (f.hazen) return f.hw * q ** HW_EXPONENT;
  if (q <= f.q1) return f.laminar * q;
  if (q < f.q2) return (f.a + f.b * q) * q * q;
  if (q < f.q3) return (f.blasius * q * q) / Math.sqrt(Math.sqrt(q));
  return f.wk * q ** WK_EXPONENT;
}

/** Slope of {@link frictionKpaPerM} in kPa/m per L/h. */
export function frictionSlope(f: Friction, q: number): number {
  if (f.hazen) return q > 0 ? HW_EXPONENT * f.hw * q ** (HW_EXPONENT - 1) : 0;
  if (q <= f.q1) return f.laminar;
  if (q < f.q2) return (2 * f.a + 3 * f.b * q) * q;
  if (q < f.q3) return (1.75 * f.blasius * q) / Math.sqrt(Math.sqrt(q));
  return WK_EXPONENT * f.wk * q ** (WK_EXPONENT - 1);
}

/** Loss of a fitting, kPa per (L/h)²: fitting loss K at the bore. */
export function fittingKpaPerLph2(k: number, diameterMm: number): number {
  return (k * DENSITY * velocityMps(1, diameterMm) ** 2) / 2 / 1000;
}
