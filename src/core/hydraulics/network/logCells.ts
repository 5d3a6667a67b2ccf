/** A run at one inlet pressure, as it was marched. Slopes are with respect to the inlet pressure. */
export interface Marched {
  inletKpa: number;
  flowLph: number;
  slope: number;
  endKpa: number;
  endSlope: number;
  minKpa: number;
  minSlope: number;
  maxKpa: number;
  maxSlope: number;
}

/** What is read off. */
export type Read = Pick<Marched, 'inletKpa' | 'flowLph' | 'slope' | 'endKpa' | 'minKpa' | 'maxKpa'>;

/** Two marched pressures between which a run is read off. */
export interface Cell {
  low: Marched;
  high: Marched;
}

/** Pressure over the lowest emitter's at which a run hardly drips: a thousandth of a millimetre of water and less, kPa. */
const FAINT_KPA = 1e-6;
/** Emitters are dry further below nought than this: a level run's last ones may be so by rounding, kPa. */
const DRY_KPA = 1e-9;
/** Ratio of the pressures at both ends of a cell. */
const RATIO = 1.08;
/** Cells are halved so often before they are given up, where emitters that set in bend the curve. */
const MOST_HALVINGS = 3;
/** A cell is proved when the cubic meets the march in its middle within this share of the flow, */
const FLOW_SHARE = 1e-7;
/** and the pressures within this, kPa. */
const PRESSURE_KPA = 1e-5;

/**
 * A run of which the far part is nearly dry, read off between marched pressures. Its flow goes about with a power of the
 * pressure over what the lowest emitter's height takes: a cubic of their logarithms between pressures a few per cent
 * apart is as good as a march, however little is left at the far end. Each cell is proved by a march in its middle before it is used.
 */
export interface LogCells {
  /** Reads the run off at an inlet pressure into `out`; false where no cell is good enough. */
  read(inletKpa: number, out: Read): boolean;
}

/**
 * @param lowestRiseKpa inlet pressure at which the first emitter begins to drip
 * @param marchTo marches the run to an inlet pressure
 */
export function createLogCells(lowestRiseKpa: number, marchTo: (inletKpa: number) => Marched): LogCells {
  const points = new Map<number, Marched>();
  /** By how often they were halved, and where they begin. */
  const proved = Array.from({ length: MOST_HALVINGS + 1 }, () => new Map<number, Cell | 'halved' | 'none'>());
  /** Finest steps of the logarithm: all points lie on them, so that finer cells share those of coarser ones. */
  const finest = Math.log(RATIO) / 2 ** (MOST_HALVINGS + 1);
  const faintStep = Math.floor(Math.log(FAINT_KPA) / finest);
  const faintKpa = Math.exp(faintStep * finest);
  const point = (step: number): Marched => {
    let found = points.get(step);
    if (!found) points.set(step, (found = marchTo(lowestRiseKpa + Math.exp(step * finest))));
    return found;
  };
  const isGood = (cell: Cell, middle: Marched): boolean => {
    const got: Marched = { ...middle };
    readCell(cell, lowestRiseKpa, middle.inletKpa, got);
    return (
      Math.abs(got.flowLph - middle.flowLph) <= FLOW_SHARE * middle.flowLph &&
      Math.abs(got.minKpa - middle.minKpa) <= PRESSURE_KPA &&
      Math.abs(got.endKpa - middle.endKpa) <= PRESSURE_KPA &&
      Math.abs(got.maxKpa - middle.maxKpa) <= PRESSURE_KPA
    );
  };
  /**
   * Under the least pressure that is told apart flow goes straight to nought with the pressure: with the power that it has
   * there its slope would grow without bound, and steps of a network with many runs so nearly dry would never settle.
   */
  return faintReader(point, faintStep, lowestRiseKpa, faintKpa, cellAt);

  function cellAt(over: number): Cell | undefined {
    const along = Math.log(over) / finest;
    for (let halved = 0; halved <= MOST_HALVINGS; halved++) {
      const width = 2 ** (MOST_HALVINGS + 1 - halved);
      const from = Math.floor(along / width) * width;
      let found = proved[halved].get(from);
      if (!found) {
        const cell = { low: point(from), high: point(from + width) };
        // Where emitters lie dry, each that sets in bends the curve more than a middle shows.
        const isWet =
          cell.low.minKpa > -DRY_KPA && cell.low.flowLph > 0 && cell.high.flowLph > cell.low.flowLph;
        found =
          isWet && isGood(cell, point(from + width / 2)) ? cell : halved < MOST_HALVINGS ? 'halved' : 'none';
        proved[halved].set(from, found);
      }
      if (found === 'none') return undefined;
      if (found !== 'halved') return found;
    }
    return undefined;
  }
}

/** Reads the cells that are found, and beneath the faintest pressure a straight line to nought. */
function faintReader(
  point: (step: number) => Marched,
  faintStep: number,
  lowestRiseKpa: number,
  faintKpa: number,
  cellAt: (over: number) => Cell | undefined,
): LogCells {
  function readFaint(over: number, out: Read): boolean {
    const at = point(faintStep);
    const x = at.inletKpa - lowestRiseKpa;
    if (!(at.minKpa > -DRY_KPA && at.flowLph > 0)) return false;
    out.inletKpa = lowestRiseKpa + over;
    out.slope = at.flowLph / x;
    out.flowLph = out.slope * over;
    out.endKpa = at.endKpa + at.endSlope * (over - x);
    out.minKpa = at.minKpa + at.minSlope * (over - x);
    out.maxKpa = at.maxKpa + at.maxSlope * (over - x);
    return true;
  }
  return {
    read(inletKpa, out) {
      const over = inletKpa - lowestRiseKpa;
      if (!(over > 0)) return false;
      if (over < faintKpa) return readFaint(over, out);
      const cell = cellAt(over);
      if (cell) readCell(cell, lowestRiseKpa, inletKpa, out);
      return cell !== undefined;
    },
  };
}

/** What a cell's cubics give at an inlet pressure within it, into `out`. */
export function readCell({ low, high }: Cell, lowestRiseKpa: number, inletKpa: number, out: Read): void {
  const [x0, x1, x] = [low.inletKpa - lowestRiseKpa, high.inletKpa - lowestRiseKpa, inletKpa - lowestRiseKpa];
  const h = Math.log(x1 / x0);
  const t = Math.log(x / x0) / h;
  const y0 = Math.log(low.flowLph);
  const y1 = Math.log(high.flowLph);
  const m0 = (low.slope * x0) / low.flowLph;
  const m1 = (high.slope * x1) / high.flowLph;
  const flowLph = Math.exp(hermite(y0, y1, m0, m1, h, t));
  out.inletKpa = inletKpa;
  out.flowLph = flowLph;
  out.slope = (flowLph * hermiteSlope(y0, y1, m0, m1, h, t)) / x;
  const width = high.inletKpa - low.inletKpa;
  const s = (inletKpa - low.inletKpa) / width;
  out.endKpa = hermite(low.endKpa, high.endKpa, low.endSlope, high.endSlope, width, s);
  out.minKpa = hermite(low.minKpa, high.minKpa, low.minSlope, high.minSlope, width, s);
  out.maxKpa = hermite(low.maxKpa, high.maxKpa, low.maxSlope, high.maxSlope, width, s);
}

/** A cubic through two values with two slopes, `t` of the way along a width. */
export function hermite(y0: number, y1: number, m0: number, m1: number, h: number, t: number): number {
  const u = 1 - t;
  return y0 * (1 + 2 * t) * u * u + y1 * t * t * (3 - 2 * t) + h * t * u * (m0 * u - m1 * t);
}

/** Slope of {@link hermite} along its width. */
const hermiteSlope = (y0: number, y1: number, m0: number, m1: number, h: number, t: number): number =>
  (6 * t * (1 - t) * (y1 - y0)) / h + m0 * (1 - t) * (1 - 3 * t) + m1 * t * (3 * t - 2);
