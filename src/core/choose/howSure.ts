import { randomLcg, randomNormal, randomUniform } from 'd3-random';
import { msg } from '../language';
import { isFilter } from '../catalog/headParts';
import { createPlanSolver, type FarmResults, type PlanSolver } from '../network';
import { kindOf, type Block, type FullPlan, type Source, type Tape } from '../plan';

/** What is never known exactly, each as a number that is 0 where the plan is right. */
export interface Doubts {
  /** Of the supply's flow, a ratio. */
  supply: number;
  /** Of the label's flow of what is laid, a ratio. */
  label: number;
  /** Of the ground's rise, m in each m along the beds where falls are stated; of measured heights a ratio. */
  slope: number;
  /** 0: the school chosen; 1: the other one. */
  school: number;
  /** Variation between emitters (CV), as a share of that of the label. */
  scatter: number;
  /** How near to its cleaning the filter is: 0 clean, 1 due. */
  dirt: number;
}

export type DoubtName = keyof Doubts;

/** How far each is plausibly out, low and high, and why. */
export const DOUBTS: Record<DoubtName, { says: string; low: number; high: number; why: string }> = {
  supply: {
    says: msg`the supply test`,
    low: -0.15,
    high: 0.1,
    why: msg`A bucket is timed to a tenth; dry weeks take more.`,
  },
  label: {
    says: msg`the label’s flow`,
    low: -0.07,
    high: 0.07,
    why: msg`Mean flow of a batch against its label: makers’ usual tolerance.`,
  },
  slope: {
    says: msg`the slope`,
    low: -0.005,
    high: 0.005,
    why: msg`Half of one per cent: a hose level in a breeze.`,
  },
  school: {
    says: msg`the friction formula`,
    low: 0,
    high: 1,
    why: msg`Darcy–Weisbach against Hazen–Williams.`,
  },
  scatter: {
    says: msg`variation between emitters`,
    low: -0.5,
    high: 1,
    why: msg`A good batch has half of it, an old or poor one twice as much.`,
  },
  dirt: { says: msg`dirt in the filter`, low: 0, high: 1, why: msg`From clean to due for cleaning.` },
};
export const DOUBT_NAMES = Object.keys(DOUBTS) as DoubtName[];

/** What the farm's own readings taught of a doubt: where it lies and one standard deviation of it. */
export interface Spread {
  middle: number;
  deviation: number;
}

/** What is better known than plausible ranges have it. */
export interface Known {
  /** Of the supply's pressure at any flow, a ratio; of a tank's water level, m. */
  supply?: Spread;
  /** Of the label's flow, a ratio. */
  label?: Spread;
}

/** A standard deviation lies so many times within the plausible range: nineteen of twenty lie in it. */
const RANGE_DEVIATIONS = 4;
export const LEARNED_WHY = msg`Learned from the farm’s own readings.`;

/** How far a doubt is plausibly out, by what is known of it. */
export function rangeOf(name: DoubtName, known: Known): { low: number; high: number; why: string } {
  const spread = name === 'supply' || name === 'label' ? known[name] : undefined;
  if (!spread) return DOUBTS[name];
  const half = (spread.deviation * RANGE_DEVIATIONS) / 2;
  return { low: spread.middle - half, high: spread.middle + half, why: LEARNED_WHY };
}

const NONE: Doubts = { supply: 0, label: 0, slope: 0, school: 0, scatter: 0, dirt: 0 };

/** Heights measured are out by this share for each 0.005 that a stated slope is. */
const HEIGHTS_PER_SLOPE = 20;

/** A plan as it would be if the doubts were so. @param known says what the supply's doubt is of: by itself its flow, else its pressure */
export function doubted(plan: FullPlan, d: Doubts, known: Known = {}): FullPlan {
  const tape = (t: Tape): Tape => ({ ...t, flowLph: t.flowLph * (1 + d.label), cv: t.cv * (1 + d.scatter) });
  const block = (b: Block): Block => ({
    ...b,
    tape: tape(b.tape),
    tapes: Object.fromEntries(Object.entries(b.tapes).map(([id, t]) => [id, tape(t)])),
    ground: b.ground.by === 'falls' ? { ...b.ground, slopeAlong: b.ground.slopeAlong + d.slope } : b.ground,
  });
  const mean = plan.ground.heights.reduce((s, h) => s + h.zM, 0) / Math.max(1, plan.ground.heights.length);
  return {
    ...plan,
    blocks: plan.blocks.map(block),
    sources: plan.sources.map((s) => (known.supply ? atPressure(s, d.supply) : supplyOf(s, 1 + d.supply))),
    ground:
      d.slope === 0 || plan.ground.heights.length === 0
        ? plan.ground
        : {
            ...plan.ground,
            heights: plan.ground.heights.map((h) => ({
              ...h,
              zM: mean + (h.zM - mean) * (1 + HEIGHTS_PER_SLOPE * d.slope),
            })),
          },
    head: plan.head.map((p) => (isFilter(p.role) ? { ...p, lossKpa: p.lossKpa + d.dirt * p.dirtyKpa } : p)),
    wishes: {
      ...plan.wishes,
      friction:
        d.school >= 0.5
          ? plan.wishes.friction === 'darcy-weisbach'
            ? 'hazen-williams'
            : 'darcy-weisbach'
          : plan.wishes.friction,
    },
  };
}

/** A source that gives more or less: the flow of a tap, the head of a pump, the level of a tank. */
const supplyOf = <S extends Source & { id: string }>(source: S, factor: number): S =>
  factor === 1 ? source : (kindOf(source).giving(source, factor) as S);

/** A source that stands at more or less pressure at any flow, a ratio; of a tank so many metres of water. */
const atPressure = <S extends Source & { id: string }>(source: S, out: number): S =>
  kindOf(source).pressing(source, out) as S;

/** What a plan comes to under some doubts. */
export interface Answered {
  /** Weakest emitter over the bottom of its window, kPa. */
  marginKpa: number;
  uniformity: number;
}

const answerOf = (results: FarmResults): Answered => {
  const weakest = results.runs[results.weakest];
  return {
    marginKpa: weakest ? weakest.minKpa - weakest.run.tape.minKpa : NaN,
    uniformity: results.uniformity,
  };
};

/** How one doubt alone moves the answer. */
export interface Bar {
  name: DoubtName;
  low: Answered;
  high: Answered;
  /** How far it moves the margin, kPa. */
  swingKpa: number;
}

/** Each doubt alone at its plausible ends, the one that moves the weakest emitter most first. */
export function sensitivities(
  plan: FullPlan,
  solver: PlanSolver = createPlanSolver(),
  checkpoint: () => void = () => {},
  known: Known = {},
): { base: Answered; bars: Bar[] } {
  const middle = { ...NONE, supply: known.supply?.middle ?? 0, label: known.label?.middle ?? 0 };
  const at = (doubts: Partial<Doubts>): Answered => {
    checkpoint();
    return answerOf(solver.solve(doubted(plan, { ...middle, ...doubts }, known), false));
  };
  const bars = DOUBT_NAMES.map((name): Bar => {
    const range = rangeOf(name, known);
    const low = at({ [name]: range.low });
    const high = at({ [name]: range.high });
    return { name, low, high, swingKpa: Math.abs(high.marginKpa - low.marginKpa) };
  });
  return { base: at({}), bars: bars.sort((a, b) => b.swingKpa - a.swingKpa) };
}

/** The chance, by sampling, that the weakest emitter stays in its window. */
export interface Chance {
  samples: number;
  inWindow: number;
  /** Margins over the window's foot, kPa, rising. */
  marginsKpa: number[];
}

/**
 * Draws all doubts at once, each about its middle, and solves.
 * @param seed of the draws: the same seed gives the same answer
 */
export function chanceInWindow(
  plan: FullPlan,
  samples: number,
  seed: number,
  progress: (share: number) => void = () => {},
  checkpoint: () => void = () => {},
  known: Known = {},
): Chance {
  const draw = randomLcg(seed);
  const solver = createPlanSolver(checkpoint);
  const about = (name: DoubtName): (() => number) => {
    const { low, high } = rangeOf(name, known);
    return randomNormal.source(draw)((low + high) / 2, (high - low) / RANGE_DEVIATIONS);
  };
  const even = randomUniform.source(draw)(0, 1);
  const drawn = {
    supply: about('supply'),
    label: about('label'),
    slope: about('slope'),
    scatter: about('scatter'),
  };
  const marginsKpa: number[] = [];
  for (let i = 0; i < samples; i++) {
    checkpoint();
    const doubts: Doubts = {
      supply: drawn.supply(),
      label: drawn.label(),
      slope: drawn.slope(),
      scatter: Math.max(-1, drawn.scatter()),
      school: even(),
      dirt: even(),
    };
    marginsKpa.push(answerOf(solver.solve(doubted(plan, doubts, known), false)).marginKpa);
    progress((i + 1) / samples);
  }
  marginsKpa.sort((a, b) => a - b);
  return { samples, inWindow: marginsKpa.filter((m) => m >= 0).length, marginsKpa };
}
