import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import type { FarmLayout, LaidMain } from '../layout';
import { HEAD, type FullPlan } from '../plan';
import type { Show } from './item';

/** Shorter pipe than this lies in no trench of its own, m. */
const LEAST_TRENCH_M = 0.5;
/** Depths of soil over a pipe, m: under a lane that vehicles use, and the usual least in a field (growers' practice; local rules decide). */
const UNDER_LANE_M = 0.6;
const UNDER_FROST_M = 0.1;
/** A trench is a spade wide, and dug soil takes more room than it had (civil engineers' rule for loam). */
export const TRENCH_WIDTH_M = 0.2;
export const SPOIL_SWELLS = 1.25;
/** A riser stands so high over the ground, m (growers' practice: a hand's work at knee height). */
export const RISER_ABOVE_M = 0.4;

/** A length of ditch for a pipe. */
export interface Trench {
  to: string;
  lengthM: number;
  depthM: number;
  /** What decides its depth. */
  because: 'frost' | 'lane' | 'cover';
  spoilM3: number;
  /** Pipe that comes up out of it: at the head, at a block; each so long, m. */
  risers: ('head' | 'block')[];
  riserM: number;
}

/** Whether mains lie in a trench: as stated; if not, of PVC, which sunlight makes brittle. */
export const isBuried = (plan: FullPlan, main: LaidMain): boolean =>
  plan.build.mains !== undefined ? plan.build.mains === 'buried' : pipeKind(main.piece.pipe).family === 'pvc';

export function trenchOf(plan: FullPlan, m: LaidMain): Trench | undefined {
  const { frostM, coverM } = plan.build;
  if (!isBuried(plan, m) || m.lengthM < LEAST_TRENCH_M) return undefined;
  const lane = m.crossings.some((c) => c.thing.kind === 'lane');
  const needs = [
    { because: 'cover' as const, depthM: coverM },
    ...(frostM > 0 ? [{ because: 'frost' as const, depthM: frostM + UNDER_FROST_M }] : []),
    ...(lane ? [{ because: 'lane' as const, depthM: UNDER_LANE_M }] : []),
  ];
  const deepest = needs.reduce((a, b) => (b.depthM > a.depthM ? b : a));
  const depthM = deepest.depthM + m.piece.boreMm / 1000;
  return {
    to: m.to,
    lengthM: m.lengthM,
    depthM,
    because: deepest.because,
    spoilM3: m.lengthM * depthM * TRENCH_WIDTH_M * SPOIL_SWELLS,
    risers: [...(m.from === HEAD ? (['head'] as const) : []), ...(m.toBlock ? (['block'] as const) : [])],
    riserM: depthM + RISER_ABOVE_M,
  };
}

export const trenchesOf = (plan: FullPlan, layout: FarmLayout): Trench[] =>
  layout.mains.flatMap((m) => trenchOf(plan, m) ?? []);

/** Risers out of a trench, in words: “2 of 0.62 m”. */
export const riserText = ({ risers, riserM }: Trench, show: Show): string =>
  risers.length === 0 ? '' : msg`${risers.length} of ${show(riserM, 'height')}`;
