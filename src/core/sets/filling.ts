import { crossing, crossingNear } from '../hydraulics/crossing';
import { emitterLph, ORIFICE_EXPONENT, type Emitter } from '../hydraulics/emitter';
import {
  fittingKpaPerLph2,
  friction,
  frictionKpaPerM,
  frictionSlope,
  type Friction,
} from '../hydraulics/friction';
import { monotoneCubic } from '../hydraulics/pchip';
import { lossAcross } from '../hydraulics/network';
import { KPA_PER_M } from '../hydraulics/water';
import {
  emitterOf,
  intakeCurve,
  mediumOf,
  type BlockResult,
  type FarmResults,
  type MainResult,
} from '../network';
import type { FullPlan, Tape } from '../plan';
import { S_PER_HOUR } from '../units/time';

/** How what is open comes up to pressure. */
export interface Filling {
  /** Water to fill: mains, headers, runs, L. */
  mainsL: number;
  headersL: number;
  runsL: number;
  /** What runs empty between waterings, lost to the low ends, L. */
  drainsL: number;
  /** Flow into empty pipes, L/h. */
  flowLph: number;
  /** Of the time: until what comes before the runs is full, s. */
  beforeRunsS: number;
  /** From the opening of the valve to the last run at pressure, s; Infinity where it never comes. */
  seconds: number;
}

const L_PER_M_PER_MM2 = Math.PI / 4 / 1000;

/** Water in a pipe, L. */
export const pipeL = (boreMm: number, lengthM: number): number => L_PER_M_PER_MM2 * boreMm ** 2 * lengthM;

/** Runs that fill alike. */
interface RunsAlike {
  tape: Tape;
  count: number;
  lengthM: number;
  /** Rise per metre. */
  slope: number;
  friction: Friction;
  inletKpaPerLph2: number;
  /** At the working state: its flow and the pressure at its inlet. */
  workingLph: number;
  workingKpa: number;
  filledM: number;
  emitter: Emitter;
  /** Its front as it was found last: its flow, L/h, at which pressure, and how it goes with that. */
  frontLph: number;
  frontAtKpa: number;
  frontPerKpa: number;
}

/** Lengths that differ by less than this share fill together. */
const ALIKE_SHARE = 0.1;
/** Pieces that the filled part of a run is reckoned in, and steps that a run fills in. */
const PIECES = 10;
const STEPS = 14;
/** A front slower than this share of a run's working flow does not arrive. */
const STALLED_SHARE = 1e-3;
/** Flows are found to this share of the working flow. */
const FLOW_SHARE = 1e-9;
/** From one moment to the next flows change by about so much: there they are looked for first. */
const NEAR_SHARE = 0.02;

/**
 * How an opened set fills: mains and headers with all that the source gives into empty pipes, then its runs together,
 * each behind a front at no pressure while what is filled drips already. The source's curve, head, regulators, main and
 * headers are taken at each moment's flow; runs stand for those like them, and the headers for their mean loss.
 *
 * @param results the plan solved with the set open
 * @param mainsDrain the main runs empty between waterings too
 * @param checkpoint called between pieces of the work; what it throws ends it
 */
export function fillingOf(
  plan: FullPlan,
  results: FarmResults,
  mainsDrain: boolean,
  checkpoint: () => void = () => {},
): Filling {
  const { blocks, runs, mains } = results;
  const { headersL, mainsL } = heldIn(blocks, mains);
  const alike = runsAlike(plan, results);
  const runsL = runs.reduce((sum, r) => sum + pipeL(r.run.tape.boreMm, r.run.lengthM), 0);
  const drainsL = runsL + headersL + (mainsDrain ? mainsL : 0);
  const workingLph = results.bedsLph;
  const none: Filling = {
    mainsL,
    headersL,
    runsL,
    drainsL,
    flowLph: 0,
    beforeRunsS: Infinity,
    seconds: Infinity,
  };
  if (!(workingLph > 0) || alike.length === 0) return none;

  const inletKpa = inletCurve(plan, results);
  const most = flowAt(inletKpa, 0, workingLph);
  const toFill = (mainsDrain ? mainsL : 0) + headersL;
  if (!(most > 0)) return none;
  const beforeRunsS = (toFill / most) * S_PER_HOUR;
  let seconds = beforeRunsS;
  let flowLph = most / 2;
  for (let step = 0; alike.some((r) => r.filledM < r.lengthM); step++) {
    if (step > STEPS * alike.length * 4) return { ...none, flowLph: most, beforeRunsS };
    flowLph = balance(alike, inletKpa, most, flowLph, plan.wishes.waterC, checkpoint);
    const kpa = Math.max(0, inletKpa(flowLph));
    let hours = Infinity;
    const fronts = alike.map((r) => (r.filledM < r.lengthM ? frontLph(r, kpa, plan.wishes.waterC) : 0));
    alike.forEach((r, i) => {
      if (r.filledM >= r.lengthM || fronts[i] <= STALLED_SHARE * Math.max(1, r.workingLph)) return;
      const stepM = Math.min(r.lengthM / STEPS, r.lengthM - r.filledM);
      hours = Math.min(hours, pipeL(r.tape.boreMm, stepM) / fronts[i]);
    });
    if (!Number.isFinite(hours)) return { ...none, flowLph: most, beforeRunsS };
    alike.forEach((r, i) => {
      if (r.filledM >= r.lengthM) return;
      const litres = fronts[i] * hours;
      r.filledM = Math.min(r.lengthM, r.filledM + litres / pipeL(r.tape.boreMm, 1));
      if (r.lengthM - r.filledM < r.lengthM * 1e-6) r.filledM = r.lengthM;
    });
    seconds += hours * S_PER_HOUR;
  }
  return { mainsL, headersL, runsL, drainsL, flowLph: most, beforeRunsS, seconds };
}

/** Water that mains and headers hold, L. */
function heldIn(blocks: BlockResult[], mains: MainResult[]) {
  const open = new Set(blocks.filter((b) => b.flowLph > 0).map((b) => b.built.layout.block.id));
  const fed = mains.filter((m) => Math.abs(m.flowLph) > 0 && (!m.laid.toBlock || open.has(m.laid.to)));
  const mainsL = fed.reduce((sum, m) => sum + pipeL(m.laid.piece.boreMm, m.laid.lengthM), 0);
  const headersL = blocks.reduce(
    (sum, b) =>
      sum +
      (open.has(b.built.layout.block.id)
        ? b.built.header.reduce((s, p) => s + pipeL(p.pipe.boreMm, p.lengthM), 0)
        : 0),
    0,
  );
  return { headersL, mainsL };
}

function runsAlike(plan: FullPlan, { runs, layout }: FarmResults): RunsAlike[] {
  const medium = mediumOf(plan);
  const found: RunsAlike[] = [];
  for (const r of runs) {
    if (r.emitters === 0) continue;
    const { tape, lengthM } = r.run;
    const same = found.find(
      (f) => f.tape === tape && Math.abs(f.lengthM - lengthM) <= ALIKE_SHARE * f.lengthM,
    );
    if (same) {
      const n = same.count++;
      same.workingLph = (same.workingLph * n + r.flowLph) / (n + 1);
      same.workingKpa = (same.workingKpa * n + r.inletKpa) / (n + 1);
      same.lengthM = Math.max(same.lengthM, lengthM);
      continue;
    }
    found.push({
      tape,
      count: 1,
      lengthM,
      slope: r.run.lie().slope,
      friction: friction(tape.boreMm, tape.hazenWilliamsC, medium),
      inletKpaPerLph2: fittingKpaPerLph2(layout.blocks[r.run.block].block.header.takeOffK, tape.boreMm),
      workingLph: r.flowLph,
      workingKpa: r.inletKpa,
      filledM: 0,
      emitter: emitterOf(tape),
      frontLph: r.flowLph,
      frontAtKpa: r.inletKpa,
      frontPerKpa: 0,
    });
  }
  return found;
}

/** Flows at which mains and headers are looked at between none and all that the source gives. */
const CURVE_POINTS = 16;
const MOST_DOUBLINGS = 60;

/** Mean pressure at the runs' inlets against the flow drawn from the source, shared out as it is at work; never rising. */
function inletCurve(plan: FullPlan, results: FarmResults): (lph: number) => number {
  const { built, blocks, mains, bedsLph: flowLph, solution } = results;
  const medium = mediumOf(plan);
  const source = intakeCurve(built.intake, medium);
  const weigh = (of: (i: number) => number): number =>
    blocks.reduce((sum, b, i) => sum + (b.flowLph / flowLph) * of(i), 0);
  const riseKpa = weigh((i) => (blocks[i].built.entryM - built.intake.headM) * KPA_PER_M);
  const pipes = [
    ...built.outlets.flatMap(({ link }) =>
      link ? [{ link, share: Math.abs(solution.linkLph[built.linkAt(link)]) / flowLph }] : [],
    ),
    ...mains.map((m) => ({ link: m.link, share: Math.abs(m.flowLph) / flowLph })),
    ...blocks.flatMap((b) =>
      b.built.header.map(({ link }) => ({
        link,
        share: Math.abs(solution.linkLph[built.linkAt(link)]) / flowLph,
      })),
    ),
  ].filter((p) => p.share > 0);
  /** Each pipe's loss counts for the share of the water that passes it. */
  const pipesKpa = (lph: number): number =>
    pipes.reduce((sum, p) => sum + p.share * lossAcross(p.link, lph * p.share, medium), 0);
  const without = (lph: number): number => {
    let kpa = source.kpa(lph);
    for (const { link } of built.head) {
      if (!link) continue;
      kpa -= lossAcross(link, lph, medium);
      if (link.kind === 'regulator') kpa = Math.min(kpa, link.setKpa);
    }
    kpa -= riseKpa;
    return weigh((i) => {
      let after = kpa;
      for (const { link } of blocks[i].built.inlet) {
        if (!link) continue;
        after -= lossAcross(link, (lph * blocks[i].flowLph) / flowLph, medium);
        if (link.kind === 'regulator') after = Math.min(after, link.setKpa);
      }
      return after;
    });
  };
  let most = flowLph;
  for (let i = 0; i < MOST_DOUBLINGS && without(most) - pipesKpa(most) > 0; i++) most *= 2;
  const flows = Array.from({ length: CURVE_POINTS + 1 }, (_, i) => most * (i / CURVE_POINTS) ** 2);
  const losses = monotoneCubic(flows, flows.map(pipesKpa));
  return (lph) => without(lph) - losses.value(lph);
}

/** The flow at which a falling curve comes to a pressure, L/h. */
function flowAt(curve: (lph: number) => number, kpa: number, about: number): number {
  if (curve(0) <= kpa) return 0;
  let high = about;
  for (let i = 0; i < MOST_DOUBLINGS && curve(high) > kpa; i++) high *= 2;
  return crossing((lph) => kpa - curve(lph), 0, high, FLOW_SHARE * about);
}

/** Steps along tangents before the flow of all is closed in on. */
const FLOW_TANGENTS = 6;

/** The flow at which the runs take what the source gives, L/h; looked for from a guess on. */
function balance(
  alike: readonly RunsAlike[],
  inletKpa: (lph: number) => number,
  most: number,
  guess: number,
  waterC: number,
  checkpoint: () => void,
): number {
  const within = FLOW_SHARE * most;
  let takenPerKpa = 0;
  const over = (lph: number): number => {
    checkpoint();
    const kpa = inletKpa(lph);
    let taken = 0;
    takenPerKpa = 0;
    for (const r of alike) {
      taken += r.count * takenLph(r, kpa, waterC);
      takenPerKpa += r.count * found.takenPerKpa;
    }
    return lph - taken;
  };
  let lph = guess;
  for (let i = 0; i < FLOW_TANGENTS; i++) {
    const miss = over(lph);
    const aside = Math.max(SLOPE_SHARE * lph, within);
    const kpaPerLph = (inletKpa(lph + aside) - inletKpa(lph)) / aside;
    const next = lph - miss / (1 - takenPerKpa * kpaPerLph);
    if (!(next > 0 && next < most)) break;
    if (Math.abs(next - lph) <= within) return next;
    lph = next;
  }
  return crossingNear(over, guess, NEAR_SHARE, 0, most, within);
}
/** How far aside of a flow its slope is measured, of it. */
const SLOPE_SHARE = 1e-4;

/** What a run takes at an inlet pressure while it fills, or when it is full, L/h. */
function takenLph(r: RunsAlike, kpa: number, waterC: number): number {
  found.takenPerKpa = 0;
  if (kpa <= 0) return 0;
  if (r.filledM >= r.lengthM) {
    const lph = r.workingLph * Math.sqrt(kpa / Math.max(r.workingKpa, LEAST_KPA));
    found.takenPerKpa = lph / (2 * kpa);
    return lph;
  }
  if (frontLph(r, kpa, waterC) > 0) found.takenPerKpa = found.inletPerLph / found.kpaPerLph;
  return found.inletLph;
}
const LEAST_KPA = 1e-6;

/**
 * What comes of a front: flow at the run's inlet, and how much flow and pressure there rise for each L/h more of the front; and for
 * each kPa more of what a run takes.
 */
const found = { inletLph: 0, inletPerLph: 1, kpaPerLph: 0, takenPerKpa: 0 };
/** A microtube's flow goes about with this power of the pressure; only how fast the front is found hangs on it. */
const TUBE_POWER = 0.7;

/** Pressure at the inlet of a partly filled run whose front moves on at a flow, L/h; the rest goes to `found`. */
function behindKpa(r: RunsAlike, front: number, waterC: number): number {
  const { emitter } = r;
  const pieceM = r.filledM / PIECES;
  const rise = r.slope * pieceM * KPA_PER_M;
  const emitters = pieceM / r.tape.spacingM;
  let lph = front;
  let kpa = 0;
  let lphMore = 1;
  let kpaMore = 0;
  for (let i = 0; i < PIECES && pieceM > 0; i++) {
    kpaMore += frictionSlope(r.friction, lph) * pieceM * lphMore;
    kpa += frictionKpaPerM(r.friction, lph) * pieceM + rise;
    if (kpa <= 0) continue;
    const q = emitterLph(emitter, kpa, waterC) * emitters;
    lph += q;
    if (emitter.kind === 'compensating' && kpa >= emitter.minKpa) continue;
    const power =
      emitter.kind === 'power'
        ? (emitter.exponent ?? ORIFICE_EXPONENT)
        : emitter.kind === 'microtube'
          ? TUBE_POWER
          : ORIFICE_EXPONENT;
    lphMore += ((power * q) / kpa) * kpaMore;
  }
  found.inletLph = lph;
  found.inletPerLph = lphMore;
  found.kpaPerLph = kpaMore + 2 * r.inletKpaPerLph2 * lph * lphMore;
  return kpa + r.inletKpaPerLph2 * lph * lph;
}

/** Steps along tangents before a front is closed in on. */
const TANGENTS = 5;
/** A front is found one tangent after its pressure was met within this share: what a tangent misses by goes with the square. */
const KPA_SHARE = 1e-5;

/** Flow of the front of a run that fills at an inlet pressure, L/h: what the pressure pushes past the emitters behind it. */
function frontLph(r: RunsAlike, kpa: number, waterC: number): number {
  if (kpa <= 0) return 0;
  let lph = r.frontLph + r.frontPerKpa * (kpa - r.frontAtKpa);
  for (let i = 0; i < TANGENTS && lph > 0; i++) {
    const more = (kpa - behindKpa(r, lph, waterC)) / found.kpaPerLph;
    lph += more;
    if (!(Math.abs(more * found.kpaPerLph) <= KPA_SHARE * kpa) || lph <= 0) continue;
    found.inletLph += more * found.inletPerLph;
    return keep(r, lph, kpa);
  }
  const over = (q: number): number => behindKpa(r, q, waterC) - kpa;
  if (over(0) >= 0) return 0;
  const about = Math.max(1, r.workingLph);
  lph = crossingNear(over, r.frontLph, NEAR_SHARE, 0, MOST_FRONTS * about, FLOW_SHARE * about);
  over(lph);
  return keep(r, lph, kpa);
}
/** No front is faster than so many working flows: there the shortest piece of a run loses more than any source gives. */
const MOST_FRONTS = 2 ** 20;

function keep(r: RunsAlike, lph: number, kpa: number): number {
  r.frontLph = lph;
  r.frontAtKpa = kpa;
  r.frontPerKpa = 1 / found.kpaPerLph;
  return lph;
}
