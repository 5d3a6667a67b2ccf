import { endPressure } from '../hydraulics/endPressure';
import { march, newMarch } from '../hydraulics/march';
import { groupsOf, ROUGH_GROUPS } from '../hydraulics/network';
import { prepareRun } from '../hydraulics/run';
import type { FullPlan } from '../plan';
import { lateralOf } from './blockNetwork';
import { mediumOf } from './intake';
import type { FarmResults } from './results';

/** Pressures at the emitters of one run, from the inlet on, with the distance of each from the header. */
export interface EmitterPressures {
  distanceM: Float64Array;
  kpa: Float64Array;
}

/** @returns as many distances and pressures as the run has emitters */
export function emittersOf(plan: FullPlan, results: FarmResults, runIndex: number): EmitterPressures {
  const { run, inletKpa } = results.runs[runIndex];
  const exact = prepareRun(lateralOf(plan.blocks[run.block], run, ''), mediumOf(plan));
  const m = newMarch();
  endPressure(exact, inletKpa, m);
  const kpa = new Float64Array(exact.n);
  march(exact, m.startKpa, newMarch(), m.tail, kpa);
  const first = run.leadM + run.tape.spacingM;
  return { distanceM: kpa.map((_, i) => first + i * run.tape.spacingM), kpa };
}

/**
 * Pressures along every run at even steps from its inlet to its far end, for pictures: one march over groups that stand
 * for emitters, stretched to the inlet and end that the run was solved to and kept between its least and greatest.
 *
 * @param points for each run
 * @returns run after run; NaN for a run without emitters
 */
export function pressuresAlong(plan: FullPlan, results: FarmResults, points: number): Float32Array {
  const along = new Float32Array(results.runs.length * points).fill(NaN);
  const medium = mediumOf(plan);
  const m = newMarch();
  const kpa = new Float64Array(ROUGH_GROUPS);
  const { laterals } = results.built.network;
  for (let i = 0; i < results.runs.length; i++) {
    const r = results.runs[i];
    if (r.emitters === 0) continue;
    const groups = groupsOf(laterals[i], medium);
    march(groups, r.endKpa, m, undefined, kpa);
    const fall = m.inletKpa - r.endKpa;
    const stretch = Math.abs(fall) > LEAST_FALL_KPA ? (r.inletKpa - r.endKpa) / fall : 0;
    for (let j = 0; j < points - 1; j++) {
      const at = (j / (points - 1)) * (groups.n - 1);
      const low = Math.floor(at);
      const high = Math.min(groups.n - 1, low + 1);
      const p = r.endKpa + stretch * (kpa[low] + (kpa[high] - kpa[low]) * (at - low) - r.endKpa);
      along[i * points + j] = Math.min(r.maxKpa, Math.max(r.minKpa, p));
    }
    along[i * points + points - 1] = r.endKpa;
  }
  return along;
}

/** A run that loses less than this is drawn level, kPa. */
const LEAST_FALL_KPA = 1e-9;
