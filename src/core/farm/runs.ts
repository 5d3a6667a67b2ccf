import { msg } from '../language';
import { material } from '../catalog/materials';
import { pipeKind } from '../catalog/pipes';
import { emitterCount } from '../hydraulics/run';
import type { BlockLayout, LaidRun } from '../layout';
import { blockNetwork, headerPipeAt } from '../network';
import type { Block, Family, RunEnd, Tape } from '../plan';
import { hasBedValves } from '../switching';
import { runEnd } from './ends';
import { laidItem, pipeItem, thing, type Item } from './item';
import { joint, mateOf, type Joint } from './joint';
import type { Maker, Open } from './maker';
import { endKind, endOfKind } from './runEnds';
import { grommetItem, holeOf, styleOf, takeOffItem } from './takeOffs';
import { blockPlace, type Allowances, type Where } from './thing';
import { EMITTER, THIN_TUBE_PER_M } from './typical';

/** What tape gives and takes in the sun, as a share of its length (growers' practice). */
export const SLACK_SHARE = 0.005;
/** Leads shorter than this are the take-off's own tail, m. */
const NO_LEAD_M = 0.05;

/** Between staples on what lies free, m, by the soil that holds them, and fewer where mulch or soil holds it (growers' practice). */
const STAPLE_EVERY_M = { sand: 1, loam: 1.5, clay: 2 };
const STAPLES_IN_MULCH = 2;
const SANDY = ['sand', 'loamy-sand'];
const CLAYEY = ['clay', 'clay-loam'];
export function stapleEveryM({ ground, tape }: Block): number {
  const { lies } = tape;
  if (lies === 'buried' || lies === 'mulch') return Infinity;
  if (SANDY.includes(ground.soil)) return STAPLE_EVERY_M.sand;
  return CLAYEY.includes(ground.soil) ? STAPLE_EVERY_M.clay : STAPLE_EVERY_M.loam;
}
const staple: Item = thing('staple', 'small', msg`staple or peg`, 0.12, {
  sold: 'pack',
  holds: [50, 100, 500],
});

/** Materials that have no emitters of their own to cut past. */
const PLAIN: readonly Tape['kind'][] = ['porous', 'emitters', 'microtubes', 'adjustable'];

/** What a run's cut is longer by than its bed: slack, the fold, and on to just past an emitter. */
export function runAllowances(
  { lengthM, leadM, tape }: Pick<LaidRun, 'lengthM' | 'leadM' | 'tape'>,
  chosen: RunEnd,
): Allowances {
  const laidM = lengthM - leadM;
  const slack = laidM * SLACK_SHARE;
  const fold = endOfKind(endKind(tape, chosen)).foldM;
  if (PLAIN.includes(tape.kind)) return { slack, fold };
  // Half an emitter's spacing past the last one: the cut never goes through one.
  const asked = laidM + slack + fold;
  const past = (Math.ceil(asked / tape.spacingM - 0.5 - PAST_EPS) + 0.5) * tape.spacingM;
  return { slack, fold, emitter: Math.max(0, past - asked) };
}
const PAST_EPS = 1e-9;

const leadJoint = (family: Family): Joint => joint('barb', family === 'inch' ? '1/2' : '16mm', 'female');
const leadItem = (family: Family): Item => {
  const { id, boreMm } = pipeKind(family === 'inch' ? 'pe-1/2' : 'pe-16');
  return pipeItem({ pipe: id, boreMm }, family);
};

const LEAD = msg`plain pipe to the bed`;
export const laidName = ({ kind }: Tape): string => material(kind).name;

/** Everything from the header's wall to the runs' ends, of beds. Plants at places have their own. */
export function layRuns(layout: BlockLayout, holes: ReadonlyMap<number, string>, maker: Maker): void {
  const { block, runs, beds } = layout;
  const laterals = blockNetwork(layout).laterals;
  const stapleM = stapleEveryM(block);
  const valved = hasBedValves(maker.plan, layout);
  let mulched = 0;
  runs.forEach((run, i) => {
    if (beds[run.bedIndex].plant) return;
    const at = blockPlace(block.id, run.bed);
    const on = layRun(layout, run, { on: holes.get(i), valved }, maker);
    outlets(run.tape, emitterCount(laterals[i]), at, maker, on);
    if (run.tape.lies === 'mulch') mulched++;
    if (Number.isFinite(stapleM))
      maker.put(
        staple,
        Math.ceil((run.lengthM - run.leadM) / stapleM) + 1,
        at,
        msg`along each run, and one at its end`,
      );
  });
  if (mulched > 0)
    maker.put(
      staple,
      STAPLES_IN_MULCH * mulched,
      blockPlace(block.id),
      msg`at both ends of each run under mulch`,
    );
}

/** One run: its take-off, plain pipe to its bed, itself and its end. @returns the laid run's id */
function layRun(
  layout: BlockLayout,
  run: LaidRun,
  { on, valved }: { on: string | undefined; valved: boolean },
  maker: Maker,
): string {
  const { block, headers, takeOffs } = layout;
  const { family, runEnd: chosen, holeMm: statedHoleMm } = maker.plan.build;
  const at = blockPlace(block.id, run.bed);
  const own = blockPlace(block.id);
  const { header, xM } = takeOffs[run.takeOff];
  const pipe = header > 0 ? headers[header].pipe : headerPipeAt(layout, xM);
  const style = styleOf(block, pipe);
  const end = runEnd(run.tape);
  const lead = run.leadM > NO_LEAD_M;
  const first = lead ? leadJoint(family) : end;
  const takeOff: Open = {
    joint: mateOf(first),
    name: 'take-off',
    of: maker.put(takeOffItem(style, pipe, first, valved), 1, at, msg`one at each run`, { on }),
  };
  if (style === 'grommet')
    maker.put(grommetItem(holeOf(style, run.tape, statedHoleMm)), 1, at, msg`one at each take-off`);
  const name = laidName(run.tape);
  const kind = endKind(run.tape, chosen);
  const way = endOfKind(kind);
  const leadOf = lead
    ? maker.lay(leadItem(family), run.leadM, at, msg`plain pipe from the header to the bed’s own end`)
    : undefined;
  const runOf = maker.lay(
    laidItem(run.tape, family),
    run.lengthM - run.leadM,
    at,
    msg`a run with slack and fold, cut past an emitter`,
    runAllowances(run, chosen),
  );
  const laid: Open = { joint: end, name, of: runOf };
  if (leadOf !== undefined) {
    maker.joinAlike(takeOff, { joint: first, name: LEAD, of: leadOf }, own);
    maker.joinAlike({ joint: first, name: LEAD, of: leadOf }, laid, own);
  } else maker.joinAlike(takeOff, laid, own);
  if (way.item) {
    const of = maker.put(way.item(end.size), 1, at, msg`one at each run’s end`, { on: runOf });
    if (way.fits) maker.joinAlike(laid, { joint: mateOf(end), name: msg`run’s end`, of }, own);
  }
  return runOf;
}

export const thinStake: Item = thing('stake', 'small', msg`stake for a thin tube`, 0.15, {
  sold: 'pack',
  holds: [25, 100],
});

/** Emitters, microtubes and what holds them, where line is plain. */
export function outlets(tape: Tape, count: number, at: Where, maker: Maker, on?: string): void {
  if (tape.kind === 'emitters' || tape.kind === 'adjustable')
    maker.put(
      thing(
        `emitter:${tape.kind}:${tape.kind === 'emitters' ? tape.flowLph : ''}`,
        'takeoff',
        tape.kind === 'emitters' ? msg`emitter of #0` : msg`adjustable emitter`,
        EMITTER,
        {
          ...(tape.kind === 'emitters' && { sizes: [[tape.flowLph, 'emitterFlow']] }),
          sold: 'pack',
          holds: [10, 25, 100],
        },
      ),
      count,
      at,
      msg`one at each place`,
      { on },
    );
  if (tape.kind === 'microtubes') {
    maker.put(
      thing(`microtube:${tape.tubeMm}`, 'laid', msg`microtube, #0 bore`, THIN_TUBE_PER_M, {
        sizes: [[tape.tubeMm, 'bore']],
        unit: 'm',
        sold: 'roll',
        holds: [25, 50, 100, 200],
      }),
      count,
      at,
      msg`a tube at each place`,
      // A tube's flow goes with its length: it is cut as it is told, not rounded up.
      { pieceM: tape.tubeM, laidM: tape.tubeM, allowed: {}, on },
    );
    maker.put(thinStake, count, at, msg`one at each tube`);
  }
}
