import type { Medium } from '../hydraulics/friction';
import { lossAcross, type LinkSpec } from '../hydraulics/network';
import { pumpSupply, type PumpCurve } from '../hydraulics/pump';
import { flowAtPressure, supplyCurve, type Supply, type SupplyCurve } from '../hydraulics/source';
import { KPA_PER_M } from '../hydraulics/water';
import {
  HELD,
  isPumped,
  kindOf,
  wayToHead,
  type FullPlan,
  type IntakeStep,
  type Source,
  type SourceState,
  type WayToHead,
} from '../plan';

/** A source as the solver takes it. */
export interface Intake {
  supply: Supply;
  /** Height of the supply's node: the ground for a tap or at a tank's foot, the water for a pump. */
  nodeM: number;
  steps: IntakeStep[];
  /** Height at which the head stands. */
  headM: number;
}

/** A pipe of no length is solved as one of this, m. */
const LEAST_PIPE_M = 1e-6;

/** Flow measured at a source wide open, L/h. No limit for what is not measured. */
export const measuredLph = (source: Source): number => kindOf(source).measuredLph?.(source) ?? Infinity;

/** A source with everything between its water and the head; `way`: the pipe to a head that stands at another source. */
export function intakeOf(
  source: Source,
  allowance: number,
  state: SourceState = 'planned',
  way?: WayToHead,
): Intake {
  const ground = source.heightM;
  const headM = way?.toM ?? ground;
  const drawn = kindOf(source).draw(source, state, allowance);
  const { nodeM } = drawn;
  const steps = [...drawn.steps];
  const supply: Supply =
    source.othersLph > 0 && state === 'planned'
      ? { kind: 'shared', of: drawn.supply, othersLph: source.othersLph }
      : drawn.supply;
  const { booster } = source;
  if (booster.kind !== 'none') {
    steps.push({ kind: 'boost', toM: ground, link: { kind: 'boost', pump: pumpSupply(booster.curve) } });
    if (booster.kind === 'variable')
      steps.push({
        kind: 'hold',
        toM: ground,
        link: { kind: 'regulator', setKpa: booster.holdKpa, ...HELD },
      });
  }
  if (way) {
    const { boreMm, hazenWilliamsC } = way.piece;
    const lengthM = Math.max(way.lengthM, LEAST_PIPE_M);
    steps.push({
      kind: 'join',
      toM: way.toM,
      link: { kind: 'pipe', lengthM, diameterMm: boreMm, hazenWilliamsC },
    });
  }
  return { supply, nodeM, steps, headM };
}

/** Pressure at the foot of the head against the flow drawn, every step before it taken off. Never rising. */
export function intakeCurve(intake: Intake, medium: Medium): Pick<SupplyCurve, 'kpa'> {
  const curve = supplyCurve(intake.supply, intake.nodeM);
  const links = intake.steps.map((s) => ({ ...s.link, from: '', to: '' }) as LinkSpec);
  return {
    kpa(q) {
      let kpa = curve.kpa(q);
      let atM = intake.nodeM;
      intake.steps.forEach((step, i) => {
        const link = links[i];
        kpa -= (step.toM - atM) * KPA_PER_M + lossAcross(link, q, medium);
        atM = step.toM;
        if (link.kind === 'regulator') kpa = Math.min(kpa, link.setKpa);
      });
      return kpa;
    },
  };
}

export const mediumOf = (plan: FullPlan): Medium => ({
  waterC: plan.wishes.waterC,
  friction: plan.wishes.friction,
});

/** Pressure with no water running, at the foot of the head: a tank full, a switch at its cut-out. */
export function shutKpa(source: Source, plan: FullPlan): number {
  return intakeCurve(intakeOf(source, 1, 'best', wayToHead(plan, source)), mediumOf(plan)).kpa(0);
}

/** Share of a measured flow that counts in the plan's state: with the water high all of it. */
export const allowanceIn = (plan: FullPlan): number => (plan.water === 'best' ? 1 : plan.wishes.allowance);

/** The last flow that a pump's points say anything of, L/h; none where its curve is a rule of thumb to its end. */
export const lastPointLph = (curve: PumpCurve): number =>
  curve.method === 'points' ? Math.max(0, ...curve.points.map((p) => p.flowLph)) : Infinity;

/**
 * The most that a source gives at all, L/h, whatever pressure is asked for: a pump no more than its points tell of, and a source
 * with a booster no more than it gives by itself before the booster's cut-out stops it.
 */
function mostLph(source: Source, intake: Intake, plan: FullPlan): number {
  const { booster } = source;
  const pump = isPumped(source) ? lastPointLph(source.curve) : Infinity;
  const most = Math.max(0, pump - (plan.water === 'best' ? 0 : source.othersLph));
  if (booster.kind === 'none') return most;
  const place = intake.steps.findIndex((s) => s.kind === 'boost');
  const before = { ...intake, steps: intake.steps.slice(0, place) };
  const unaided = flowAtPressure(intakeCurve(before, mediumOf(plan)), Math.max(0, booster.lowCutKpa));
  return Math.min(most, unaided, lastPointLph(booster.curve));
}

/** The same of a source as the plan draws on it. */
export const sourceMostLph = (source: Source, plan: FullPlan): number =>
  mostLph(source, intakeOf(source, allowanceIn(plan), plan.water, wayToHead(plan, source)), plan);

/**
 * The greatest flow, L/h, that a source gives in the plan's state while holding a pressure at the foot of the head;
 * Infinity if it never falls to it.
 */
export function sourceFlowLph(source: Source, plan: FullPlan, kpa: number): number {
  const intake = intakeOf(source, allowanceIn(plan), plan.water, wayToHead(plan, source));
  return Math.min(flowAtPressure(intakeCurve(intake, mediumOf(plan)), kpa), mostLph(source, intake, plan));
}
