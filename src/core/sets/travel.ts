import { prepareRun } from '../hydraulics/run';
import { flowsAlong, lateralOf, mediumOf, piecesTo, type FarmResults } from '../network';
import { HEAD, type FullPlan } from '../plan';
import { pipeL } from './filling';
import { S_PER_HOUR } from '../units/time';

/** How long water takes from the head to an emitter. */
export interface Travel {
  /** To the last emitter of the slowest run, s. */
  seconds: number;
  /** Of it in the main, the header, the run. */
  mainS: number;
  headerS: number;
  runS: number;
  /** The slowest run, by place among the results'; −1 where nothing flows. */
  runIndex: number;
}

/**
 * Time that water takes along a run, from its inlet to its last emitter: in each piece its volume over the flow there.
 * @param flows of each emitter from the inlet on, L/h
 * @param firstL litres between the inlet and the first emitter, and between neighbours
 * @returns s
 * @example four like emitters of 1 L/h each 0.06 L apart: 0.06·(1/4 + 1/3 + 1/2 + 1) h = 450 s
 */
export function alongRunS(flows: ArrayLike<number>, firstL: number, pieceL: number): number {
  let left = 0;
  for (let i = 0; i < flows.length; i++) left += flows[i];
  let hours = 0;
  for (let i = 0; i < flows.length && left > 0; i++) {
    hours += (i === 0 ? firstL : pieceL) / left;
    left -= flows[i];
  }
  return hours * S_PER_HOUR;
}

/** Runs looked at exactly: those that look slowest at a glance. */
const LOOKED_AT = 16;
/** Euler's: the sum of 1/i up to n is about ln n and this. */
const EULER = 0.5772;

/** The slowest way from the head to a last emitter of what is open. */
export function slowestTravel(plan: FullPlan, results: FarmResults): Travel {
  const { built, blocks, mains, runs, solution } = results;
  const medium = mediumOf(plan);
  const byEnd = new Map(mains.map((m) => [m.laid.to, m]));
  const ways: (Travel & { guessS: number })[] = [];
  for (const b of blocks) {
    let mainS = 0;
    for (
      let m = byEnd.get(b.built.layout.block.id);
      m;
      m = m.laid.from === HEAD ? undefined : byEnd.get(m.laid.from)
    )
      if (m.flowLph > 0) mainS += (pipeL(m.laid.piece.boreMm, m.laid.lengthM) / m.flowLph) * S_PER_HOUR;
    // Thousands of take-offs share a header's pieces: each is looked up once.
    const pieceS = b.built.header.map((piece) => {
      const lph = Math.abs(solution.linkLph[built.linkAt(piece.link)]);
      return lph > 0 ? (pipeL(piece.pipe.boreMm, piece.lengthM) / lph) * S_PER_HOUR : 0;
    });
    const headers = new Map<number, number>();
    const headerTo = (takeOff: number): number => {
      let found = headers.get(takeOff);
      if (found === undefined) {
        found = piecesTo(b.built, takeOff).reduce((sum, p) => sum + pieceS[p], 0);
        headers.set(takeOff, found);
      }
      return found;
    };
    for (let i = b.firstRun; i < b.firstRun + b.runCount; i++) {
      const r = runs[i];
      if (r.emitters === 0 || !(r.flowLph > 0)) continue;
      const headerS = headerTo(r.run.takeOff);
      const runS =
        (pipeL(r.run.tape.boreMm, r.run.lengthM) / r.flowLph) * (Math.log(r.emitters) + EULER) * S_PER_HOUR;
      ways.push({ seconds: 0, mainS, headerS, runS, runIndex: i, guessS: mainS + headerS + runS });
    }
  }
  ways.sort((a, b) => b.guessS - a.guessS);
  let slowest: Travel = { seconds: 0, mainS: 0, headerS: 0, runS: 0, runIndex: -1 };
  for (const way of ways.slice(0, LOOKED_AT)) {
    const r = runs[way.runIndex];
    const spec = lateralOf(plan.blocks[r.run.block], r.run, '');
    const flows = flowsAlong(prepareRun(spec, medium), r.inletKpa);
    const { boreMm, spacingM } = r.run.tape;
    const runS = alongRunS(flows, pipeL(boreMm, spec.firstEmitterM ?? spacingM), pipeL(boreMm, spacingM));
    const seconds = way.mainS + way.headerS + runS;
    if (seconds > slowest.seconds)
      slowest = { seconds, mainS: way.mainS, headerS: way.headerS, runS, runIndex: way.runIndex };
  }
  return slowest;
}
