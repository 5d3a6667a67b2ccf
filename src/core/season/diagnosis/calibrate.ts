import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { msg } from '../../language';
import { createNetworkSolver, type NetworkSolver } from '../../hydraulics/network';
import { cholesky, solveLower } from './gauss';
import { allDoubts, covariance, instrumentDeviation, soundFarm, type Doubt, type Sound } from './noise';
import { shownBy } from './predict';
import { spotsOf } from './spots';
import type { Learned, OpenFarm, Reading } from './types';

/*
 * What the farm's own readings, taken on good days, say of what is not known exactly: least squares with what was believed
 * before as further readings, one for each thing (Gauss–Markov with a prior).
 */

/** What differs from day to day is not learned, but what a reading is out by. */
const PASSING = (id: string): boolean => id === 'switch' || id.startsWith('dirt/');

/** One thing that readings were asked about. */
export interface Taught {
  id: string;
  name: string;
  /** How far it is out, and how surely, in the deviations that it was believed to be out by before. */
  out: number;
  within: number;
  /** What one such deviation is. */
  one: Doubt['one'];
}

export interface Calibration {
  taught: Taught[];
  /** How sharply each pair is known together: rows and columns in the order of `taught`, the inverse of their covariance. */
  information: Float64Array;
  /** Two things that these readings cannot tell apart. */
  alike: [string, string][];
  /** Root mean square of what is off, in deviations, as it was believed and as it was learned. */
  offBefore: number;
  offAfter: number;
}

/** Two things of which one can stand for the other, where their correlation is so near to one. */
const ALIKE = 0.85;
/** and at least one of them is hardly better known than before. */
const OPEN = 0.5;
/** What was learned so little of is not told as learned, of what was believed. */
export const LEARNS = 0.9;
const MOST_ITERATIONS = 30;
/** Step of the derivatives, deviations. */
const STEP = 0.1;

/** Readings of one set, and the farm with that set open. */
export interface GoodDay {
  farm: OpenFarm;
  readings: readonly Reading[];
}

interface Asked {
  farm: OpenFarm;
  solver: NetworkSolver;
  doubts: Doubt[];
  /** Spot, value and deviation of each reading. */
  rows: { spot: number; value: number; deviation: number }[];
}

/**
 * Learns from readings of days on which nothing was wrong.
 * @param checkpoint called before each solve; what it throws ends the work
 * @throws RangeError where nothing was measured, or at a spot that the farm does not have
 */
export function calibrate(days: readonly GoodDay[], checkpoint: () => void = () => {}): Calibration {
  const asked = days.map(({ farm, readings }): Asked => {
    const solver = createNetworkSolver();
    const sound = soundFarm(farm, solver, checkpoint);
    const spots = spotsOf(farm);
    const passing = passingOnly(sound);
    const rows = readings.flatMap(({ spot: id, value }) => {
      if (value === undefined) return [];
      const spot = spots.findIndex((s) => s.id === id);
      if (spot < 0) throw new RangeError(msg`nothing can be read at “${id}”`);
      const deviation = Math.hypot(
        instrumentDeviation(spots[spot], value, farm),
        Math.sqrt(covariance(passing, spot, spot)),
      );
      return [{ spot, value, deviation }];
    });
    return { farm, solver, rows, doubts: allDoubts(farm).filter((d) => !PASSING(d.id)) };
  });
  const ids = [...new Set(asked.flatMap((a) => a.doubts.map((d) => d.id)))];
  const ones = new Map(asked.flatMap((a) => a.doubts.map((d) => [d.id, d.one])));
  const names = new Map(asked.flatMap((a) => a.doubts.map((d) => [d.id, d.name])));
  const n = asked.reduce((sum, a) => sum + a.rows.length, 0);
  if (n === 0) throw new RangeError(msg`nothing was measured`);

  /** What is off, in deviations: readings first, then what was believed. */
  const predict = (out: readonly number[]): number[] => {
    checkpoint();
    const at = new Map(ids.map((id, k) => [id, out[k]]));
    const read = asked.flatMap(({ farm, solver, doubts, rows }) => {
      let { network } = farm.results.built;
      for (const d of doubts) network = d.at(network, at.get(d.id)!);
      const { values } = shownBy(farm, { network }, solver.solve(network));
      return rows.map((r) => values[r.spot] / r.deviation);
    });
    return [...read, ...out];
  };
  return taughtBy(asked, ids, predict, n, names, ones);
}

/** What is kept of a calibration: that of which the readings said something. */
export const learnedOf = ({ taught }: Calibration): Learned =>
  Object.fromEntries(
    taught.filter((t) => t.within < LEARNS).map((t) => [t.id, { out: t.out, within: t.within }]),
  );

const passingOnly = (sound: Sound): Sound => ({
  ...sound,
  moves: sound.moves.filter((_, k) => PASSING(sound.doubts[k].id)),
});

/** What good days teach: the least change of what was believed that explains them. */
function taughtBy(
  asked: Asked[],
  ids: string[],
  predict: (out: readonly number[]) => number[],
  n: number,
  names: Map<string, string>,
  ones: Map<string, { value: number; kind: 'share' | 'height' | 'pressure' }>,
) {
  const measured = [...asked.flatMap((a) => a.rows.map((r) => r.value / r.deviation)), ...ids.map(() => 0)];
  const { parameterValues: out } = levenbergMarquardt(
    { x: measured.map((_, i) => i), y: measured },
    (params) => {
      const all = predict(params);
      return (i) => all[i];
    },
    {
      initialValues: ids.map(() => 0),
      gradientDifference: STEP,
      maxIterations: MOST_ITERATIONS,
      damping: 1e-2,
      errorTolerance: 1e-6,
      improvementThreshold: 1e-6,
    },
  );
  const rms = (at: readonly number[]): number => {
    const all = predict(at);
    return Math.sqrt(measured.slice(0, n).reduce((sum, m, i) => sum + (m - all[i]) ** 2, 0) / n);
  };
  const information = normalMatrix(predict, out);
  const spread = inverse(information);
  const within = ids.map((_, k) => Math.sqrt(spread[k * ids.length + k]));
  const alike: [string, string][] = [];
  ids.forEach((_, a) =>
    ids.slice(0, a).forEach((__, b) => {
      const correlation = spread[a * ids.length + b] / (within[a] * within[b]);
      if (Math.abs(correlation) > ALIKE && Math.max(within[a], within[b]) > OPEN)
        alike.push([names.get(ids[b])!, names.get(ids[a])!]);
    }),
  );
  return {
    taught: ids.map((id, k) => ({
      id,
      name: names.get(id)!,
      one: ones.get(id)!,
      out: out[k],
      within: within[k],
    })),
    information,
    alike,
    offBefore: rms(ids.map(() => 0)),
    offAfter: rms(out),
  };
}

/** JᵀJ of what is off, by central differences. */
function normalMatrix(predict: (at: readonly number[]) => number[], at: readonly number[]): Float64Array {
  const p = at.length;
  const columns = at.map((_, k) => {
    const high = predict(at.map((v, i) => (i === k ? v + STEP : v)));
    const low = predict(at.map((v, i) => (i === k ? v - STEP : v)));
    return high.map((h, i) => (h - low[i]) / (2 * STEP));
  });
  const m = new Float64Array(p * p);
  for (let a = 0; a < p; a++)
    for (let b = 0; b < p; b++) m[a * p + b] = columns[a].reduce((sum, v, i) => sum + v * columns[b][i], 0);
  return m;
}

/** The inverse of a positive definite matrix, by its Cholesky factor. */
function inverse(m: Float64Array): Float64Array {
  const n = Math.round(Math.sqrt(m.length));
  const l = cholesky(m, n);
  const columns = Array.from({ length: n }, (_, k) =>
    solveLower(
      l,
      n,
      Float64Array.from({ length: n }, (_, i) => (i === k ? 1 : 0)),
    ),
  );
  const found = new Float64Array(n * n);
  for (let a = 0; a < n; a++)
    for (let b = 0; b < n; b++)
      found[a * n + b] = columns[a].reduce((sum, v, i) => sum + v * columns[b][i], 0);
  return found;
}
