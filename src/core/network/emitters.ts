import { endPressure } from '../hydraulics/endPressure';
import { march, newMarch } from '../hydraulics/march';
import type { Medium } from '../hydraulics/friction';
import { prepareRun, type Run, type RunSpec } from '../hydraulics/run';
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

/** Groups that stand for a run's emitters in a picture of it. */
const PICTURE_GROUPS = 24;

/** What was pictured of a run, kept on its spec as long as that lives. */
interface Pictured {
  /** A copy of a spec carries this along, but is another run. */
  of: RunSpec;
  medium: string;
  groups: Run;
  inletKpa: number;
  endKpa: number;
  along: Float32Array;
}
const PICTURED = Symbol('pictured');

/** A run as groups, prepared once while its spec is the same object. */
function picturedOf(spec: RunSpec & { [PICTURED]?: Pictured }, medium: Medium, points: number): Pictured {
  const key = `${medium.friction} ${medium.waterC}`;
  const found = spec[PICTURED];
  if (found?.of === spec && found.medium === key && found.along.length === points) return found;
  const groups = prepareRun(spec, medium, PICTURE_GROUPS);
  return (spec[PICTURED] = {
    of: spec,
    medium: key,
    groups,
    inletKpa: NaN,
    endKpa: NaN,
    along: new Float32Array(points),
  });
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
  const kpa = new Float64Array(PICTURE_GROUPS);
  const { laterals } = results.built.network;
  results.runs.forEach((r, i) => {
    if (r.emitters === 0) return;
    const kept = picturedOf(laterals[i], medium, points);
    if (kept.inletKpa === r.inletKpa && kept.endKpa === r.endKpa) {
      along.set(kept.along, i * points);
      return;
    }
    const { groups } = kept;
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
    kept.inletKpa = r.inletKpa;
    kept.endKpa = r.endKpa;
    kept.along.set(along.subarray(i * points, (i + 1) * points));
  });
  return along;
}

/** A run that loses less than this is drawn level, kPa. */
const LEAST_FALL_KPA = 1e-9;
