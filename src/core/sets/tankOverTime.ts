import { monotoneCubic, type MonotoneCubic } from '../hydraulics/pchip';
import { litresPerM } from '../hydraulics/storage';
import { footKpa, type FarmResults, type PlanSolver } from '../network';
import { drawnSources, comesIn, isStored, type FullPlan, type StoredSource } from '../plan';
import { MIN_PER_HOUR } from '../units/time';

/** What a set does at one level of the tank. */
export interface LevelFigures {
  /** Of the water over the tank's foot, m. */
  levelM: number;
  flowLph: number;
  weakestKpa: number;
  /** The weakest emitter over the least pressure at which it works, kPa: its label's, unless all drip evenly all the same. */
  marginKpa: number;
  evenness: number;
}

/** A set against the falling level of its tank, from the outlet up. */
export interface TankTable {
  levels: LevelFigures[];
  outletM: number;
  highM: number;
  litresPerM: number;
  /** Held by a float: the same at every level of its store. */
  held: boolean;
}

/** One moment of a tank that empties. */
export interface TankMoment extends LevelFigures {
  minutes: number;
  litres: number;
}

export interface TankRun {
  moments: TankMoment[];
  /** Until nothing flows or the tank is down to its outlet, min and L. */
  emptyMin: number;
  emptyL: number;
  /** Until the first emitter has too little pressure to work as it should; 0 where it has from the start. */
  leavesMin: number;
  leavesL: number;
}

/** Levels that are solved; closer together near the outlet, where the flow changes most. */
const LEVELS = 12;
const STEPS = 240;
/** A canister is at least so high, m. */
const LEAST_M = 0.01;

/** The plan with its tank's water at a level. */
function atLevel(plan: FullPlan, tank: StoredSource & { id: string }, levelM: number): FullPlan {
  const sources = plan.sources.map((s) => (s.id === tank.id ? { ...tank, lowM: levelM } : s));
  return { ...plan, sources };
}

/** The tank that a plan, or one of its sets, draws on; none where it draws on none. */
export const tankOf = (plan: FullPlan): (StoredSource & { id: string }) | undefined => {
  return drawnSources(plan).filter((s) => isStored(s))[0];
};

/**
 * Solves a set with the tank at levels from its outlet to its high water.
 * @param plan with the set open
 * @returns nothing where the source is no tank
 */
export function tankTable(
  plan: FullPlan,
  solver: PlanSolver,
  checkpoint: () => void = () => {},
): TankTable | undefined {
  const tank = plan.sources.find((s) => s.id === plan.sourceId);
  if (!isStored(tank)) return undefined;
  const { outletM, highM } = tank;
  const held = tank.level === 'held';
  const look = (levelM: number): LevelFigures => {
    checkpoint();
    const results = solver.solve(atLevel(plan, tank, levelM), false);
    const weakest = results.runs[results.weakest];
    return {
      levelM,
      flowLph: results.flowLph,
      weakestKpa: weakest?.minKpa ?? 0,
      marginKpa: weakest ? marginOf(plan, results) : 0,
      evenness: results.uniformity,
    };
  };
  const levels = held
    ? [look(outletM)].flatMap((f) => [f, { ...f, levelM: Math.max(highM, outletM) }])
    : Array.from({ length: LEVELS + 1 }, (_, i) => look(outletM + (highM - outletM) * (i / LEVELS) ** 2));
  // A float is fed until its store is empty: it is as if the canister held all of that.
  const stored = held ? (comesIn(tank).store?.litres ?? 0) / Math.max(highM - outletM, LEAST_M) : 0;
  return { levels, outletM, highM, litresPerM: litresPerM(tank) + stored, held };
}

/** The least of all runs that water: over what each needs, kPa. */
const marginOf = (plan: FullPlan, results: FarmResults): number =>
  results.blocks.reduce((least, block) => {
    const run = results.runs[block.weakest];
    return run ? Math.min(least, run.minKpa - footKpa(plan, results, block, run.run.tape)) : least;
  }, Infinity);

/** Figures of a table between its levels: over the root of the level, in which an opening's flow is straight. */
function between(table: TankTable): (levelM: number) => LevelFigures {
  const root = (levelM: number): number => Math.sqrt(Math.max(0, levelM - table.outletM));
  const xs = table.levels.map((l) => root(l.levelM));
  const curve = (of: (l: LevelFigures) => number): MonotoneCubic => monotoneCubic(xs, table.levels.map(of));
  if (xs[xs.length - 1] <= xs[0]) return () => table.levels[0];
  const flow = curve((l) => l.flowLph);
  const weakest = curve((l) => l.weakestKpa);
  const margin = curve((l) => l.marginKpa);
  const evenness = curve((l) => l.evenness);
  return (levelM) => {
    const x = Math.min(xs[xs.length - 1], root(levelM));
    return {
      levelM,
      flowLph: Math.max(0, flow.value(x)),
      weakestKpa: weakest.value(x),
      marginKpa: margin.value(x),
      evenness: evenness.value(x),
    };
  };
}

/**
 * A set watering from a full tank until it is down to its outlet: time is the volume of each slice of water over the flow
 * at its level.
 * @param scale of the tank's area, 1 as it is
 */
export function emptyTank(table: TankTable, scale = 1): TankRun {
  const figures = between(table);
  const { outletM, highM } = table;
  const moments: TankMoment[] = [{ ...figures(highM), minutes: 0, litres: 0 }];
  let minutes = 0;
  let litres = 0;
  let leavesMin = figures(highM).marginKpa < 0 ? 0 : Infinity;
  let leavesL = 0;
  let emptyMin = Infinity;
  for (let i = STEPS; i > 0; i--) {
    // Slices thinner towards the outlet, where the flow dies away.
    const top = outletM + (highM - outletM) * (i / STEPS) ** 2;
    const bottom = outletM + (highM - outletM) * ((i - 1) / STEPS) ** 2;
    const now = figures((top + bottom) / 2);
    if (!(now.flowLph > 0)) {
      emptyMin = minutes;
      break;
    }
    const slice = (top - bottom) * table.litresPerM * scale;
    minutes += (slice / now.flowLph) * MIN_PER_HOUR;
    litres += slice;
    const at = figures(bottom);
    if (at.marginKpa < 0 && leavesMin === Infinity) {
      leavesMin = minutes;
      leavesL = litres;
    }
    moments.push({ ...at, minutes, litres });
    emptyMin = minutes;
  }
  if (leavesMin === Infinity) {
    leavesMin = emptyMin;
    leavesL = litres;
  }
  return { moments, emptyMin, emptyL: litres, leavesMin, leavesL };
}

/** One watering of a day from a tank. */
export interface Draw {
  set: string;
  fromMin: number;
  minutes: number;
}

/** Level of a tank through days, and when it fails. */
export interface TankDays {
  /** At every turn: a watering's begin and end, the end of each day; minutes from the first midnight. */
  points: { minute: number; levelM: number }[];
  /** When it fails while water should run: down to its outlet, or an emitter has too little pressure before that. */
  dry: { day: number; minute: number; set: string; levelM: number; empty: boolean } | undefined;
  /** Litres that were asked of it and not given. */
  missingL: number;
  givenL: number;
  /** Litres that another source gave in its stead. */
  takenOverL: number;
}

const MINUTES_A_DAY = 1440;
/** Litres that only rounding keeps back. */
const ROUNDING_L = 1e-9;
/** A watering is followed in steps of so many minutes. */
const DRAW_STEP_MIN = 5;

/**
 * A tank through days of watering.
 * @param tables of each set, by its id
 * @param refillLph hose or pump, day and night
 * @param rainL what each day's rain brings off the roof
 * @param scale of the tank's area
 * @param fullEvery it is filled to the brim on every so many days' morning, as it is on the first
 * @param takesOver flow of each set on the source that takes over where the tank fails, L/h
 */
export function tankThrough(
  tables: ReadonlyMap<string, TankTable>,
  draws: readonly Draw[],
  days: number,
  everyDays: number,
  refillLph: number,
  rainL: (day: number) => number,
  scale = 1,
  takesOver?: ReadonlyMap<string, number>,
  fullEvery?: number,
): TankDays {
  const curves = new Map([...tables].map(([id, t]) => [id, between(t)]));
  const [first] = tables.values();
  const run = new TankInTime(first, first.litresPerM * scale, refillLph);
  const ordered = [...draws].sort((a, b) => a.fromMin - b.fromMin);
  for (let day = 0; day < days; day++) {
    run.add(rainL(day));
    if (fullEvery !== undefined && day % fullEvery === 0) run.add(Infinity);
    if (day % everyDays === 0)
      for (const draw of ordered) {
        const figures = curves.get(draw.set);
        if (figures) run.draw(day, draw, figures, takesOver?.get(draw.set));
      }
    run.fillTo((day + 1) * MINUTES_A_DAY);
    run.mark((day + 1) * MINUTES_A_DAY);
  }
  return run.told;
}

const BISECTIONS = 40;
/** A tank more than so many times as large is no answer. */
export const MOST_SCALE = 200;

/** The least value up to `most` with which something holds that holds for all greater ones; nothing where `most` does not do. */
export function leastThat(holds: (value: number) => boolean, from: number, most: number): number | undefined {
  if (holds(from)) return from;
  if (!holds(most)) return undefined;
  let low = from;
  let high = most;
  for (let i = 0; i < BISECTIONS && high - low > 1e-3 * high; i++) {
    const mid = (low + high) / 2;
    if (holds(mid)) high = mid;
    else low = mid;
  }
  return high;
}

/** A tank while time passes over it. */
class TankInTime {
  readonly told: TankDays = { points: [], dry: undefined, missingL: 0, givenL: 0, takenOverL: 0 };
  private readonly outletM: number;
  private readonly highM: number;
  private readonly perM: number;
  private readonly refillLph: number;
  private levelM: number;
  /** Minute up to which it is filled. */
  private at = 0;

  constructor({ outletM, highM }: TankTable, litresPerM: number, refillLph: number) {
    [this.outletM, this.highM, this.levelM] = [outletM, highM, highM];
    [this.perM, this.refillLph] = [litresPerM, refillLph];
    this.mark(0);
  }

  /** Notes the level. */
  mark(minute: number): void {
    this.told.points.push({ minute, levelM: this.levelM });
  }

  add(litres: number): void {
    this.levelM = Math.min(this.highM, Math.max(this.outletM, this.levelM + litres / this.perM));
  }

  private refill(minutes: number): number {
    return (this.refillLph * minutes) / MIN_PER_HOUR;
  }

  fillTo(minute: number): void {
    this.add(this.refill(Math.max(0, minute - this.at)));
    this.at = Math.max(this.at, minute);
  }

  /** A set's watering, in short steps. @param otherLph flow on the source that takes over where the tank fails */
  draw(day: number, { set, fromMin, minutes }: Draw, figures: Figures, otherLph: number | undefined): void {
    this.fillTo(day * MINUTES_A_DAY + fromMin);
    this.mark(this.at);
    for (let done = 0; done < minutes;) {
      const step = Math.min(DRAW_STEP_MIN, minutes - done);
      const now = figures(this.levelM);
      const asked = (now.flowLph * step) / MIN_PER_HOUR;
      const there = (this.levelM - this.outletM) * this.perM + this.refill(step);
      const litres = Math.min(asked, there);
      const fails = now.marginKpa < 0 || litres < asked - ROUNDING_L;
      if (fails)
        this.told.dry ??= {
          day,
          minute: fromMin + done,
          set,
          levelM: this.levelM,
          empty: now.marginKpa >= 0,
        };
      if (fails && otherLph !== undefined) {
        this.told.takenOverL += (otherLph * step) / MIN_PER_HOUR;
        this.add(this.refill(step));
      } else {
        this.told.givenL += litres;
        if (litres < asked) this.told.missingL += asked - litres;
        else if (!(now.flowLph > 0))
          this.told.missingL += (figures(this.highM).flowLph * step) / MIN_PER_HOUR;
        this.add(this.refill(step) - litres);
      }
      this.at += step;
      done += step;
    }
    this.mark(this.at);
  }
}
type Figures = ReturnType<typeof between>;
