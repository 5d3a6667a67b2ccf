/** Loss of a part at a flow: fixed + lossKpa·(Q/atLph)^exponent. */
export interface LossLaw {
  fixedKpa?: number;
  lossKpa: number;
  atLph: number;
  exponent?: number;
}

/** Turbulent flow through a part loses pressure with the square of the flow. */
export const TURBULENT_EXPONENT = 2;

/** Loss of a head part, kPa, at a flow in L/h. */
export function partLossKpa(law: LossLaw, flowLph: number): number {
  return (law.fixedKpa ?? 0) + law.lossKpa * (flowLph / law.atLph) ** (law.exponent ?? TURBULENT_EXPONENT);
}

/** Slope of {@link partLossKpa}, kPa per L/h. */
export function partLossSlope(law: LossLaw, flowLph: number): number {
  const n = law.exponent ?? TURBULENT_EXPONENT;
  if (flowLph <= 0) return n === 1 ? law.lossKpa / law.atLph : 0;
  return (n * law.lossKpa * (flowLph / law.atLph) ** n) / flowLph;
}

/** Pressure after a regulator: its set pressure, or what its own loss leaves of the inlet's if that is less. */
export function regulatedKpa(setKpa: number, law: LossLaw, inletKpa: number, flowLph: number): number {
  return Math.min(setKpa, inletKpa - partLossKpa(law, flowLph));
}
