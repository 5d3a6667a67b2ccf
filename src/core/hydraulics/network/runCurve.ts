import type { Medium } from '../friction';
import { endPressure, endPressureAtFlow } from '../endPressure';
import { march, newMarch, type March } from '../march';
import { prepareRun, type Run, type RunSpec } from '../run';
import { createLogCells, hermite, type LogCells, type Marched } from './logCells';

/** What a run does at one inlet pressure. Slopes are with respect to the inlet pressure. */
export interface RunState {
  inletKpa: number;
  flowLph: number;
  slope: number;
  endKpa: number;
  minKpa: number;
  maxKpa: number;
}

/** An inlet pressure at which the run has been marched exactly, and what came out. */
interface Anchor extends Marched {
  minAt: number;
  maxAt: number;
}

/** Groups that stand for a long run while the network is found roughly. */
const ROUGH_GROUPS = 24;
/** Groups in the very first guess. */
const GUESS_GROUPS = 12;
/** Points of the very first guess, each a march. */
export const GUESS_POINTS = 10;

/**
 * Relative distance from an anchor at which its tangent is as good as a march. A square-root flow's tangent errs by
 * (δ/p)²/8, so a thousandth keeps the flow to about 10⁻⁷.
 */
const TANGENT_TRUST = 1e-3;
/** The same where an emitter stands at a bend of its law (dry, or starting to compensate), kPa. */
const BEND_TRUST_KPA = 1e-9;
/** Inlet pressure over what the lowest emitter's height takes that counts as none, kPa. */
const NO_PRESSURE_KPA = 1e-9;
/** Relative distance of two anchors between which a cubic is as good as a march: it errs by 0.0024·(h/p)⁴, below 10⁻⁸. */
const CUBIC_TRUST = 0.04;
const MAX_ANCHORS = 48;
/** How closely cells are marched to their pressure, of what it is over the lowest emitter's. */
const CELL_TOLERANCE = 1e-11;
/** Steps in which a flow is closed in on along cells, and the share of it that it may miss by. */
const READ_STEPS = 12;
const READ_SHARE = 1e-9;
/** Least pressure of any emitter for a run's curve to count as free of bends, kPa. */
const LEAST_SMOOTH_KPA = 0.05;

/**
 * A run's flow as a rising function of its inlet pressure, shared by all runs that are alike.
 *
 * Exact points come from marches over every emitter; between and beside them the tangent or a cubic is used
 * only as far as it is as good as a march. While the network is being found roughly, groups stand for emitters.
 */
export interface RunCurve {
  /** The exact run. */
  run: Run;
  spec: RunSpec;
  medium: Medium;
  rough(inletKpa: number, out: RunState): void;
  exact(inletKpa: number, out: RunState): void;
  /** The state at a smaller flow than `out` now holds, L/h, above 0. */
  atFlow(flowLph: number, rough: boolean, out: RunState): void;
  /** An end pressure to march from so that an anchor lies near a pressure; NaN where there is one, or none helps. */
  wants(inletKpa: number): number;
  /** Takes a march of the exact run as an anchor. */
  take(march: March): void;
  /** Lays anchors so that many alike runs between two pressures are read off, not marched. */
  span(lowKpa: number, highKpa: number, count: number): void;
  /** Writes {@link GUESS_POINTS} inlet pressures and flows of the first guess into arrays, from `at` on, both rising. */
  guess(highestKpa: number, inletKpa: Float64Array, flowLph: Float64Array, at: number): void;
}

/** What many curves share. */
export interface Tally {
  /** Exact marches so far. */
  marches: number;
  /** Called before each piece of work; may throw to end it. */
  checkpoint?: () => void;
}

export function createRunCurve(spec: RunSpec, medium: Medium, count: Tally = { marches: 0 }): RunCurve {
  const run = prepareRun(spec, medium);
  const roughRun = run.n > ROUGH_GROUPS ? prepareRun(spec, medium, ROUGH_GROUPS) : run;
  let guessRun: Run | undefined;
  const m: March = newMarch();
  const anchors: Anchor[] = [];
  let cells: LogCells | undefined;
  /** Least and greatest pressure over the inlet's while nothing flows. */
  let still: { minKpa: number; maxKpa: number } | undefined;
  let roughEnd = NaN;
  let roughAt = NaN;
  let roughSlope = 1;

  function solveRough(inletKpa: number): number {
    count.checkpoint?.();
    const start = Number.isNaN(roughEnd) ? NaN : roughEnd + (inletKpa - roughAt) / roughSlope;
    roughEnd = endPressure(roughRun, inletKpa, m, start, roughRun === run ? undefined : ROUGH_TOLERANCE);
    roughAt = inletKpa;
    roughSlope = m.inletSlope;
    return roughEnd;
  }

  /** The exact run's end pressure as groups see it: its last emitter lies beyond the middle of the last group. */
  const guessEnd = (inletKpa: number): number =>
    solveRough(inletKpa) - (run.endRiseKpa - roughRun.endRiseKpa);

  function anchorAt(endKpa: number): Anchor {
    count.checkpoint?.();
    return keepAnchor(march(run, endKpa, m));
  }

  const anchorOf = (m: March): Anchor => ({
    inletKpa: m.inletKpa,
    flowLph: m.flowLph,
    slope: m.flowSlope / m.inletSlope,
    endKpa: m.endKpa,
    endSlope: 1 / m.inletSlope,
    minKpa: m.minKpa,
    minSlope: m.minSlope / m.inletSlope,
    minAt: m.minAt,
    maxKpa: m.maxKpa,
    maxSlope: m.maxSlope / m.inletSlope,
    maxAt: m.maxAt,
  });

  /** Where the far end is nearly dry no anchor reaches far, and runs are read off these. */
  const logCells = (): LogCells =>
    (cells ??= createLogCells(run.lowestRiseKpa, (inletKpa) => {
      count.checkpoint?.();
      count.marches++;
      const share = CELL_TOLERANCE * Math.min(1, inletKpa - run.lowestRiseKpa);
      endPressure(run, inletKpa, m, guessEnd(inletKpa), share);
      return anchorOf(m);
    }));

  /** Remembers a march of the exact run. */
  function keepAnchor(m: March): Anchor {
    count.marches++;
    const anchor = anchorOf(m);
    let at = anchors.length;
    while (at > 0 && anchors[at - 1].inletKpa > anchor.inletKpa) at--;
    anchors.splice(at, 0, anchor);
    if (anchors.length > MAX_ANCHORS) {
      // Keep those nearest to what is being asked for now.
      if (at < anchors.length / 2) anchors.pop();
      else anchors.shift();
    }
    return anchor;
  }

  /** All emitters on the same smooth stretch of their law. */
  function smooth(a: Anchor): boolean {
    if (run.law === 4) return false;
    if (run.law === 3) return a.minKpa > run.minKpa * 1.02;
    return a.minKpa > LEAST_SMOOTH_KPA;
  }

  /** Inlet pressure is a fair scale of bend once the run is wet from end to end. */
  function trust(a: Anchor): number {
    if (smooth(a)) return TANGENT_TRUST * Math.min(a.minKpa, a.inletKpa);
    return Math.min(BEND_TRUST_KPA, TANGENT_TRUST * (a.inletKpa - run.lowestRiseKpa));
  }

  /** Index of the first anchor above a pressure. */
  function above(inletKpa: number): number {
    let i = 0;
    while (i < anchors.length && anchors[i].inletKpa <= inletKpa) i++;
    return i;
  }

  function nearest(inletKpa: number): Anchor | undefined {
    const i = above(inletKpa);
    const low = anchors[i - 1];
    const high = anchors[i];
    if (!low || !high) return low ?? high;
    return inletKpa - low.inletKpa < high.inletKpa - inletKpa ? low : high;
  }

  function tangent(a: Anchor, inletKpa: number, out: RunState): void {
    const d = inletKpa - a.inletKpa;
    out.inletKpa = inletKpa;
    out.flowLph = a.flowLph + a.slope * d;
    out.slope = a.slope;
    out.endKpa = a.endKpa + a.endSlope * d;
    out.minKpa = a.minKpa + a.minSlope * d;
    out.maxKpa = a.maxKpa + a.maxSlope * d;
  }

  function between(a: Anchor, b: Anchor, inletKpa: number, out: RunState): void {
    const h = b.inletKpa - a.inletKpa;
    const t = (inletKpa - a.inletKpa) / h;
    out.inletKpa = inletKpa;
    out.flowLph = hermite(a.flowLph, b.flowLph, a.slope, b.slope, h, t);
    out.slope = a.slope + (b.slope - a.slope) * t;
    out.endKpa = hermite(a.endKpa, b.endKpa, a.endSlope, b.endSlope, h, t);
    out.minKpa = hermite(a.minKpa, b.minKpa, a.minSlope, b.minSlope, h, t);
    out.maxKpa = hermite(a.maxKpa, b.maxKpa, a.maxSlope, b.maxSlope, h, t);
  }

  function dryState(inletKpa: number, out: RunState): void {
    out.inletKpa = inletKpa;
    out.flowLph = 0;
    out.slope = 0;
    out.endKpa = inletKpa - run.endRiseKpa;
    // Groups may lie dry where the deepest emitter does not.
    const isStill = inletKpa <= run.lowestRiseKpa;
    if (!isStill || !still) {
      march(run, out.endKpa, m);
      out.minKpa = m.minKpa;
      out.maxKpa = m.maxKpa;
      if (isStill) still = { minKpa: m.minKpa - inletKpa, maxKpa: m.maxKpa - inletKpa };
      return;
    }
    out.minKpa = inletKpa + still.minKpa;
    out.maxKpa = inletKpa + still.maxKpa;
  }

  function fromMarch(out: RunState): void {
    out.inletKpa = m.inletKpa;
    out.flowLph = m.flowLph;
    out.slope = m.flowSlope / m.inletSlope;
    out.minKpa = m.minKpa;
    out.maxKpa = m.maxKpa;
  }

  /**
   * The state at a smaller flow, read off the cells: the flow goes about with a power of the pressure, so steps along
   * logarithms close in at once. False where the run is not read off cells there.
   */
  function readAtFlow(flowLph: number, out: RunState): boolean {
    let { inletKpa } = out;
    for (let i = 0; i < READ_STEPS; i++) {
      if (!cells?.read(inletKpa, out)) return false;
      const miss = Math.log(flowLph / out.flowLph);
      if (Math.abs(miss) <= READ_SHARE) return true;
      const over = inletKpa - run.lowestRiseKpa;
      inletKpa = run.lowestRiseKpa + over * Math.exp((miss * out.flowLph) / (out.slope * over));
    }
    return false;
  }

  const curve: RunCurve = {
    run,
    spec,
    medium,
    rough(inletKpa, out) {
      if (roughRun === run) {
        curve.exact(inletKpa, out);
        return;
      }
      if (inletKpa <= roughRun.lowestRiseKpa + NO_PRESSURE_KPA) {
        dryState(inletKpa, out);
        return;
      }
      out.endKpa = solveRough(inletKpa);
      fromMarch(out);
      out.inletKpa = inletKpa;
    },
    atFlow(flowLph, rough, out) {
      count.checkpoint?.();
      if (!rough && readAtFlow(flowLph, out)) return;
      const r = rough ? roughRun : run;
      // The other run's end pressure for that flow differs a little; half as much again is above both.
      let high = Math.max(out.endKpa, r.lowestRiseKpa - r.endRiseKpa + 1e-9);
      for (let i = 0; i < 60 && march(r, high, m).flowLph < flowLph; i++)
        high += Math.max(1e-6, Math.abs(high) / 2);
      out.endKpa = endPressureAtFlow(r, flowLph, m, high, rough ? ROUGH_TOLERANCE : undefined);
      fromMarch(out);
    },
    exact(inletKpa, out) {
      if (run.n === 0 || inletKpa <= run.lowestRiseKpa + NO_PRESSURE_KPA) {
        dryState(inletKpa, out);
        return;
      }
      for (let tries = 0; ; tries++) {
        const i = above(inletKpa);
        const low = anchors[i - 1];
        const high = anchors[i];
        const near = nearest(inletKpa);
        if (near && Math.abs(near.inletKpa - inletKpa) <= trust(near)) {
          tangent(near, inletKpa, out);
          return;
        }
        if (
          low &&
          high &&
          smooth(low) &&
          alikeShape(low, high) &&
          high.inletKpa - low.inletKpa <= CUBIC_TRUST * low.minKpa
        ) {
          between(low, high, inletKpa, out);
          return;
        }
        const close =
          near && smooth(near) && Math.abs(near.inletKpa - inletKpa) < CUBIC_TRUST * Math.abs(inletKpa);
        const guess = close ? near.endKpa + near.endSlope * (inletKpa - near.inletKpa) : guessEnd(inletKpa);
        const maxTries = 4;
        if (tries < maxTries && (close || m.minKpa > 2 * LEAST_SMOOTH_KPA) && smooth(anchorAt(guess)))
          continue;
        if (logCells().read(inletKpa, out)) return;
        // At a bend the tangent is of no use: close in on the very pressure.
        endPressure(run, inletKpa, m, guess);
        tangent(keepAnchor(m), inletKpa, out);
        return;
      }
    },
    wants(inletKpa) {
      if (run.n === 0 || inletKpa <= run.lowestRiseKpa + NO_PRESSURE_KPA) return NaN;
      const near = nearest(inletKpa);
      if (near && Math.abs(near.inletKpa - inletKpa) < CUBIC_TRUST * Math.abs(inletKpa)) return NaN;
      const end = guessEnd(inletKpa);
      return m.minKpa > 2 * LEAST_SMOOTH_KPA ? end : NaN;
    },
    take: (made) => void keepAnchor(made),
    span(lowKpa, highKpa, count) {
      if (count < 3 || run.n === 0 || lowKpa <= run.lowestRiseKpa) return;
      const probe = anchorAt(guessEnd(lowKpa));
      if (!smooth(probe)) return;
      const margin = TANGENT_TRUST * probe.minKpa;
      const step = 0.9 * CUBIC_TRUST * probe.minKpa;
      const pieces = Math.ceil((highKpa - lowKpa + 2 * margin) / step);
      if (pieces + 1 >= count) return;
      for (let i = 0; i <= pieces; i++) {
        const at = lowKpa - margin + ((highKpa - lowKpa + 2 * margin) * i) / pieces;
        const near = nearest(at)!;
        if (Math.abs(near.inletKpa - at) > margin) anchorAt(guessEnd(at));
      }
    },
    guess(highestKpa, inletKpa, flowLph, at) {
      count.checkpoint?.();
      const g = (guessRun ??= run.n > GUESS_GROUPS ? prepareRun(spec, medium, GUESS_GROUPS) : run);
      const dryEnd = g.lowestRiseKpa - g.endRiseKpa;
      const coarse = 1e-3;
      const topEnd = endPressure(g, Math.max(highestKpa, g.lowestRiseKpa + 1e-6), m, NaN, coarse);
      for (let i = 0; i < GUESS_POINTS; i++) {
        const t = i / (GUESS_POINTS - 1);
        march(g, dryEnd + (topEnd - dryEnd) * t * t, m);
        inletKpa[at + i] = m.inletKpa;
        flowLph[at + i] = m.flowLph;
      }
    },
  };
  return curve;
}

/** How closely groups need to be solved: they err by more than this themselves. */
const ROUGH_TOLERANCE = 1e-6;

/** Least and greatest pressure stand at the same emitters, so that they too vary smoothly between. */
const alikeShape = (a: Anchor, b: Anchor): boolean => a.minAt === b.minAt && a.maxAt === b.maxAt;
