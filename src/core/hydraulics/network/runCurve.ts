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
export const ROUGH_GROUPS = 24;
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
const NO_PRESSURE_KPA = 1e-12;
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

/** What many curves share. */
export interface Tally {
  /** Exact marches so far. */
  marches: number;
  /** Called before each piece of work; may throw to end it. */
  checkpoint?: () => void;
}

/** Whatever was marched last: each is read before the next begins. */
const m: March = newMarch();

const anchorOf = (made: March): Anchor => ({
  inletKpa: made.inletKpa,
  flowLph: made.flowLph,
  slope: made.flowSlope / made.inletSlope,
  endKpa: made.endKpa,
  endSlope: 1 / made.inletSlope,
  minKpa: made.minKpa,
  minSlope: made.minSlope / made.inletSlope,
  minAt: made.minAt,
  maxKpa: made.maxKpa,
  maxSlope: made.maxSlope / made.inletSlope,
  maxAt: made.maxAt,
});

/**
 * A run's flow as a rising function of its inlet pressure, shared by all runs that are alike.
 *
 * Exact points come from marches over every emitter; between and beside them the tangent or a cubic is used
 * only as far as it is as good as a march. While the network is being found roughly, groups stand for emitters.
 * A class, and small: while a header is dragged hundreds are made for each picture.
 */
export class RunCurve {
  /** The exact run. */
  readonly run: Run;
  /** Groups that stand for its emitters; the run itself where it has few. */
  readonly groups: Run;
  private guessRun: Run | undefined = undefined;
  private readonly anchors: Anchor[] = [];
  private cells: LogCells | undefined = undefined;
  /** Least and greatest pressure over the inlet's while nothing flows. */
  private still: { minKpa: number; maxKpa: number } | undefined = undefined;
  private roughEnd = NaN;
  private roughAt = NaN;
  private roughSlope = NaN;

  constructor(
    readonly spec: RunSpec,
    readonly medium: Medium,
    private readonly count: Tally = { marches: 0 },
  ) {
    this.run = prepareRun(spec, medium);
    this.groups = this.run.n > ROUGH_GROUPS ? prepareRun(spec, medium, ROUGH_GROUPS) : this.run;
  }

  rough(inletKpa: number, out: RunState): void {
    const { groups } = this;
    if (groups === this.run) {
      this.exact(inletKpa, out);
      return;
    }
    if (inletKpa <= groups.lowestRiseKpa + NO_PRESSURE_KPA) {
      this.dryState(inletKpa, out);
      return;
    }
    out.endKpa = this.solveRough(inletKpa);
    fromMarch(out);
    out.inletKpa = inletKpa;
  }

  exact(inletKpa: number, out: RunState): void {
    const { run, anchors } = this;
    if (run.n === 0 || inletKpa <= run.lowestRiseKpa + NO_PRESSURE_KPA) {
      this.dryState(inletKpa, out);
      return;
    }
    for (let tries = 0; ; tries++) {
      const i = this.above(inletKpa);
      const low = anchors[i - 1];
      const high = anchors[i];
      const near = nearer(low, high, inletKpa);
      if (near && Math.abs(near.inletKpa - inletKpa) <= this.trust(near)) {
        tangent(near, inletKpa, out);
        return;
      }
      if (
        low &&
        high &&
        this.smooth(low) &&
        alikeShape(low, high) &&
        high.inletKpa - low.inletKpa <= CUBIC_TRUST * low.minKpa
      ) {
        between(low, high, inletKpa, out);
        return;
      }
      const close = near && Math.abs(near.inletKpa - inletKpa) < CUBIC_TRUST * Math.abs(inletKpa);
      // Once a run has been read off cells it mostly is again: that costs no march of groups.
      if (!(close && this.smooth(near)) && this.cells?.read(inletKpa, out)) return;
      const guess = close
        ? near.endKpa + near.endSlope * (inletKpa - near.inletKpa)
        : this.guessEnd(inletKpa);
      const hopeful = close ? this.smooth(near) : m.minKpa > 2 * LEAST_SMOOTH_KPA;
      const maxTries = 4;
      if (tries < maxTries && hopeful && this.smooth(this.anchorAt(guess))) continue;
      if (this.logCells().read(inletKpa, out)) return;
      // At a bend the tangent is of no use: close in on the very pressure.
      endPressure(run, inletKpa, m, guess);
      tangent(this.keepAnchor(m), inletKpa, out);
      return;
    }
  }

  /** The state at a smaller flow than `out` now holds, L/h, above 0. */
  atFlow(flowLph: number, rough: boolean, out: RunState): void {
    this.count.checkpoint?.();
    if (!rough && this.readAtFlow(flowLph, out)) return;
    const r = rough ? this.groups : this.run;
    // The other run's end pressure for that flow differs a little; half as much again is above both.
    let high = Math.max(out.endKpa, r.lowestRiseKpa - r.endRiseKpa + 1e-9);
    for (let i = 0; i < 60 && march(r, high, m).flowLph < flowLph; i++)
      high += Math.max(1e-6, Math.abs(high) / 2);
    out.endKpa = endPressureAtFlow(r, flowLph, m, high, rough ? ROUGH_TOLERANCE : undefined);
    fromMarch(out);
  }

  /** An end pressure to march from so that an anchor lies near a pressure; NaN where there is one, or none helps. */
  wants(inletKpa: number): number {
    const { run } = this;
    if (run.n === 0 || inletKpa <= run.lowestRiseKpa + NO_PRESSURE_KPA) return NaN;
    const near = this.nearest(inletKpa);
    if (near && Math.abs(near.inletKpa - inletKpa) < CUBIC_TRUST * Math.abs(inletKpa)) return NaN;
    const end = this.guessEnd(inletKpa);
    return m.minKpa > 2 * LEAST_SMOOTH_KPA ? end : NaN;
  }

  /** Takes a march of the exact run as an anchor. */
  take(made: March): void {
    this.keepAnchor(made);
  }

  /** Lays anchors so that many alike runs between two pressures are read off, not marched. */
  span(lowKpa: number, highKpa: number, count: number): void {
    if (count < 3 || this.run.n === 0 || lowKpa <= this.run.lowestRiseKpa) return;
    const probe = this.anchorAt(this.guessEnd(lowKpa));
    if (!this.smooth(probe)) return;
    const margin = TANGENT_TRUST * probe.minKpa;
    const step = 0.9 * CUBIC_TRUST * probe.minKpa;
    const pieces = Math.ceil((highKpa - lowKpa + 2 * margin) / step);
    if (pieces + 1 >= count) return;
    for (let i = 0; i <= pieces; i++) {
      const at = lowKpa - margin + ((highKpa - lowKpa + 2 * margin) * i) / pieces;
      const near = this.nearest(at)!;
      if (Math.abs(near.inletKpa - at) > margin) this.anchorAt(this.guessEnd(at));
    }
  }

  /** Writes {@link GUESS_POINTS} inlet pressures and flows of the first guess into arrays, from `at` on, both rising. */
  guess(highestKpa: number, inletKpa: Float64Array, flowLph: Float64Array, at: number): void {
    this.count.checkpoint?.();
    const { run, spec, medium } = this;
    const g = (this.guessRun ??= run.n > GUESS_GROUPS ? prepareRun(spec, medium, GUESS_GROUPS) : run);
    const dryEnd = g.lowestRiseKpa - g.endRiseKpa;
    const coarse = 1e-3;
    const topEnd = endPressure(g, Math.max(highestKpa, g.lowestRiseKpa + 1e-6), m, NaN, coarse);
    for (let i = 0; i < GUESS_POINTS; i++) {
      const t = i / (GUESS_POINTS - 1);
      march(g, dryEnd + (topEnd - dryEnd) * t * t, m);
      inletKpa[at + i] = m.inletKpa;
      flowLph[at + i] = m.flowLph;
    }
  }

  private solveRough(inletKpa: number): number {
    this.count.checkpoint?.();
    const { groups } = this;
    const start = Number.isNaN(this.roughEnd)
      ? NaN
      : this.roughEnd + (inletKpa - this.roughAt) / this.roughSlope;
    this.roughEnd = endPressure(
      groups,
      inletKpa,
      m,
      start,
      groups === this.run ? undefined : ROUGH_TOLERANCE,
    );
    this.roughAt = inletKpa;
    this.roughSlope = m.inletSlope;
    return this.roughEnd;
  }

  /** The exact run's end pressure as groups see it: its last emitter lies beyond the middle of the last group. */
  private guessEnd(inletKpa: number): number {
    return this.solveRough(inletKpa) - (this.run.endRiseKpa - this.groups.endRiseKpa);
  }

  private anchorAt(endKpa: number): Anchor {
    this.count.checkpoint?.();
    return this.keepAnchor(march(this.run, endKpa, m));
  }

  /** Where the far end is nearly dry no anchor reaches far, and runs are read off these. */
  private logCells(): LogCells {
    const { run, count } = this;
    return (this.cells ??= createLogCells(run.lowestRiseKpa, (inletKpa) => {
      count.checkpoint?.();
      count.marches++;
      const share = CELL_TOLERANCE * Math.min(1, inletKpa - run.lowestRiseKpa);
      endPressure(run, inletKpa, m, this.guessEnd(inletKpa), share);
      return anchorOf(m);
    }));
  }

  /** Remembers a march of the exact run. */
  private keepAnchor(made: March): Anchor {
    const { anchors } = this;
    this.count.marches++;
    const anchor = anchorOf(made);
    let at = anchors.length;
    while (at > 0 && anchors[at - 1].inletKpa > anchor.inletKpa) at--;
    if (at === anchors.length) anchors.push(anchor);
    else anchors.splice(at, 0, anchor);
    if (anchors.length > MAX_ANCHORS) {
      // Keep those nearest to what is being asked for now.
      if (at < anchors.length / 2) anchors.pop();
      else anchors.shift();
    }
    return anchor;
  }

  /** All emitters on the same smooth stretch of their law. */
  private smooth(a: Anchor): boolean {
    const { run } = this;
    if (run.law === 4) return false;
    if (run.law === 3) return a.minKpa > run.minKpa * 1.02;
    return a.minKpa > LEAST_SMOOTH_KPA;
  }

  /** Inlet pressure is a fair scale of bend once the run is wet from end to end. */
  private trust(a: Anchor): number {
    if (this.smooth(a)) return TANGENT_TRUST * Math.min(a.minKpa, a.inletKpa);
    return Math.min(BEND_TRUST_KPA, TANGENT_TRUST * (a.inletKpa - this.run.lowestRiseKpa));
  }

  /** Index of the first anchor above a pressure. */
  private above(inletKpa: number): number {
    const { anchors } = this;
    let i = 0;
    while (i < anchors.length && anchors[i].inletKpa <= inletKpa) i++;
    return i;
  }

  private nearest(inletKpa: number): Anchor | undefined {
    const i = this.above(inletKpa);
    return nearer(this.anchors[i - 1], this.anchors[i], inletKpa);
  }

  private dryState(inletKpa: number, out: RunState): void {
    const { run } = this;
    out.inletKpa = inletKpa;
    out.flowLph = 0;
    out.slope = 0;
    out.endKpa = inletKpa - run.endRiseKpa;
    // Groups may lie dry where the deepest emitter does not.
    const isStill = inletKpa <= run.lowestRiseKpa;
    if (!isStill || !this.still) {
      march(run, out.endKpa, m);
      out.minKpa = m.minKpa;
      out.maxKpa = m.maxKpa;
      if (isStill) this.still = { minKpa: m.minKpa - inletKpa, maxKpa: m.maxKpa - inletKpa };
      return;
    }
    out.minKpa = inletKpa + this.still.minKpa;
    out.maxKpa = inletKpa + this.still.maxKpa;
  }

  /**
   * The state at a smaller flow, read off the cells: the flow goes about with a power of the pressure, so steps along
   * logarithms close in at once. False where the run is not read off cells there.
   */
  private readAtFlow(flowLph: number, out: RunState): boolean {
    const { run, cells } = this;
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
}

/** Whichever anchor of two beside a pressure, or the only one, is nearer to it. */
function nearer(low: Anchor | undefined, high: Anchor | undefined, inletKpa: number): Anchor | undefined {
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

function fromMarch(out: RunState): void {
  out.inletKpa = m.inletKpa;
  out.flowLph = m.flowLph;
  out.slope = m.flowSlope / m.inletSlope;
  out.minKpa = m.minKpa;
  out.maxKpa = m.maxKpa;
}

/** How closely groups need to be solved: they err by more than this themselves. */
const ROUGH_TOLERANCE = 1e-6;

/** Least and greatest pressure stand at the same emitters, so that they too vary smoothly between. */
const alikeShape = (a: Anchor, b: Anchor): boolean => a.minAt === b.minAt && a.maxAt === b.maxAt;
