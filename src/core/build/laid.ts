import { msg } from '../language';
import { material, THIN_LINE_MM } from '../catalog/materials';
import { pipeKind } from '../catalog/pipes';
import { emitterCount } from '../hydraulics/run';
import type { BlockLayout, LaidBed, LaidRun } from '../layout';
import { blockNetwork, headerPipeAt } from '../network';
import type { Block, Family, FullPlan, PipePiece, RunEnd, Tape } from '../plan';
import { EMITTER, TAKE_OFF, THIN_TUBE_PER_M } from './cost';
import { runEnd } from './ends';
import type { Fitter, Open } from './fitter';
import { laidItem, pipeItem, thing, type Item } from './item';
import { isClamped, joint, jointKey, mateOf, sizeWords, type Joint } from './joint';
import { blockPlace, HEAD_PLACE, type Where } from './use';

/** Slack left in a run for the fold at its end and for the sun, m, and as a share of its length (growers' practice). */
export const FOLD_M = 0.3;
export const SLACK_SHARE = 0.01;
/** Leads shorter than this are the take-off's own tail, m. */
const NO_LEAD_M = 0.05;
/** Headers narrower than this are cut, with a tee at each take-off, instead of punched, mm. */
const PUNCHED_FROM_MM = 14;

/** How runs leave a header. */
export type TakeOffStyle = 'punched' | 'screwed' | 'grommet' | 'tee';

/** A take-off's way of leaving a header, with the hole it usually needs, mm, and a pilot hole before it (makers' common sizes). */
export const STYLES: Record<TakeOffStyle, { words: string; holeMm: number; pilotMm: number; howTo: string }> =
  {
    punched: {
      words: msg`pushed into a punched hole`,
      holeMm: 8,
      pilotMm: 0,
      howTo: msg`punch straight down, never through the far wall`,
    },
    screwed: {
      words: msg`screwed into a punched hole`,
      holeMm: 12,
      pilotMm: 0,
      howTo: msg`punch the layflat on a block of wood while it lies flat, one wall only`,
    },
    grommet: {
      words: msg`in a rubber grommet`,
      holeMm: 16,
      pilotMm: 4,
      howTo: msg`pilot hole first, then the full size, never into the far wall; scrape the edge clean`,
    },
    tee: {
      words: msg`by a tee in the cut pipe`,
      holeMm: 0,
      pilotMm: 0,
      howTo: msg`cut square, and push both ends home`,
    },
  };
/** A thin line's barb needs a smaller hole, mm. */
const THIN_HOLE_MM = 3;

/** How runs leave a header of a block: by a tee where it is cut, or through its wall. */
export function styleOf({ header }: Pick<Block, 'header'>, pipe: PipePiece): TakeOffStyle {
  const { family } = pipeKind(pipe.pipe);
  if (family === 'hose' || header.throughK > 0 || pipe.boreMm < PUNCHED_FROM_MM) return 'tee';
  if (family === 'pvc') return 'grommet';
  return family === 'layflat' ? 'screwed' : 'punched';
}

export const holeOf = (style: TakeOffStyle, tape: Tape, stated: number | undefined): number =>
  style === 'tee'
    ? 0
    : (stated ?? (style === 'punched' && tape.boreMm < THIN_LINE_MM ? THIN_HOLE_MM : STYLES[style].holeMm));

/** The take-off of a run from a header. */
export function takeOffItem(style: TakeOffStyle, header: PipePiece, to: Joint, valve: boolean): Item {
  const { family, name } = pipeKind(header.pipe);
  const words =
    family === 'layflat' ? 'layflat' : family === 'pvc' ? 'PVC' : family === 'hose' ? 'hose' : msg`poly pipe`;
  const run = to.kind === 'tape' ? msg`${sizeWords(to.size)} tape lock` : msg`${sizeWords(to.size)} barb`;
  const text =
    style === 'tee'
      ? msg`tee in ${name}, to ${run}${valve ? msg`, with valve` : ''}`
      : msg`take-off ${STYLES[style].words} of ${words}, to ${run}${valve ? msg`, with valve` : ''}`;
  const id = `takeoff:${style}:${style === 'tee' ? header.pipe : family}:${to.kind}-${to.size}${valve ? ':valve' : ''}`;
  return thing(id, 'takeoff', text, TAKE_OFF + (valve ? 1.2 : 0));
}

const ENDS: Record<RunEnd, { item: (size: string) => Item; words: string; drawback: string }> = {
  fold: {
    item: (size) =>
      thing(`run-end:sleeve:${size}`, 'takeoff', msg`sleeve for a folded end, ${sizeWords(size)}`, 0.1),
    words: msg`folded over three times, with a sleeve over the fold`,
    drawback: msg`The fold uses a hand’s length of tape. Open it and press it flat to flush.`,
  },
  cap: {
    item: (size) => thing(`run-end:cap:${size}`, 'takeoff', msg`end cap, ${sizeWords(size)}`, 0.5),
    words: msg`by a cap`,
    drawback: msg`It comes off under too much pressure, and is lost in the grass.`,
  },
  valve: {
    item: (size) =>
      thing(`run-end:valve:${size}`, 'takeoff', msg`flush valve at a run’s end, ${sizeWords(size)}`, 1.8),
    words: msg`by a flush valve`,
    drawback: msg`It lets a little water out at each start. Expensive on many runs.`,
  },
  tie: {
    item: () =>
      thing('run-end:tie', 'takeoff', msg`tie for a kinked end`, 0.03, { sold: 'pack', holds: [100] }),
    words: msg`kinked twice and tied`,
    drawback: msg`The kink cracks after a season or two.`,
  },
  knot: {
    item: () => thing('run-end:none', 'takeoff', 'knot', 0),
    words: msg`by a knot`,
    drawback: msg`Thin tape tears at a knot, and the knot must be cut off to flush.`,
  },
};
export const runEndWords = (end: RunEnd): { words: string; drawback: string } => ENDS[end];

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

/** Length to cut for a run: its bed, slack and fold, and on to just past an emitter, m. */
export function cutLengthM(
  { lengthM, leadM, tape }: Pick<LaidRun, 'lengthM' | 'leadM' | 'tape'>,
  end: RunEnd,
): number {
  const laidM = lengthM - leadM;
  const emits =
    tape.kind !== 'porous' &&
    tape.kind !== 'emitters' &&
    tape.kind !== 'microtubes' &&
    tape.kind !== 'adjustable';
  const asked = laidM * (1 + SLACK_SHARE) + (end === 'cap' || end === 'valve' ? 0 : FOLD_M);
  if (!emits) return asked;
  // Half an emitter's spacing past the last one: the cut never goes through one.
  return (Math.ceil(asked / tape.spacingM - 0.5) + 0.5) * tape.spacingM;
}

const leadJoint = (family: Family): Joint => joint('barb', family === 'inch' ? '1/2' : '16mm', 'female');
const leadItem = (family: Family): Item => {
  const { id, boreMm } = pipeKind(family === 'inch' ? 'pe-1/2' : 'pe-16');
  return pipeItem({ pipe: id, boreMm }, family);
};

const grommetItem = (holeMm: number): Item =>
  thing(`grommet:${holeMm}`, 'takeoff', msg`rubber grommet for a #0 hole`, 0.3, {
    sizes: [[holeMm, 'bore']],
  });
/** What makes the holes: one serves the whole farm. */
const toolItem = (style: TakeOffStyle, holeMm: number): Item =>
  style === 'grommet'
    ? thing(`tool:saw:${holeMm}`, 'tool', msg`hole saw, #0, with its pilot drill`, 9, {
        sizes: [[holeMm, 'bore']],
      })
    : thing(`tool:punch:${holeMm}`, 'tool', msg`hole punch, #0`, 6, { sizes: [[holeMm, 'bore']] });

const LEAD = msg`plain pipe to the bed`;
const laidName = ({ kind }: Tape): string => material(kind).name;
const takeOff = (fits: Joint): Open => ({ joint: mateOf(fits), name: 'take-off' });

/** Everything from the header's wall to the runs' ends, of beds. Plants at places have their own. */
export function layRuns(plan: FullPlan, layout: BlockLayout, fitter: Fitter): void {
  const { block, runs, beds, takeOffs } = layout;
  const { family, runEnd: how } = plan.build;
  const valve = block.valves !== 'block';
  const laterals = blockNetwork(layout).laterals;
  const stapleM = stapleEveryM(block);
  const tools = new Map<string, Item>();
  // Take-offs and run ends are bought to fit: what holds by itself is told once, what is clamped is joined each time.
  const told = new Set<string>();
  const joinRun = (from: Open, to: Open, at: Where): void => {
    const key = `${from.name} ${to.name} ${jointKey(from.joint)}`;
    if (told.has(key) && !isClamped(from.joint)) return;
    told.add(key);
    fitter.join(from, to, at);
  };
  runs.forEach((run, i) => {
    const bed = beds[run.bedIndex];
    if (bed.plant) return;
    const at = blockPlace(block.id, run.bed);
    const own = blockPlace(block.id);
    const { header, xM } = takeOffs[run.takeOff];
    const pipe = header > 0 ? layout.headers[header].pipe : headerPipeAt(layout, xM);
    const style = styleOf(block, pipe);
    const end = runEnd(run.tape);
    const lead = run.leadM > NO_LEAD_M;
    const first = lead ? leadJoint(family) : end;
    fitter.use(takeOffItem(style, pipe, first, valve), 1, at, msg`one at each run`);
    joinRun(takeOff(first), { joint: first, name: lead ? LEAD : laidName(run.tape) }, own);
    const holeMm = holeOf(style, run.tape, plan.build.holeMm);
    if (style === 'grommet') fitter.use(grommetItem(holeMm), 1, at, msg`one at each take-off`);
    if (holeMm > 0) tools.set(toolItem(style, holeMm).id, toolItem(style, holeMm));
    if (lead) {
      fitter.use(leadItem(family), 1, at, msg`plain pipe from the header to the bed’s own end`, run.leadM);
      fitter.join({ joint: first, name: LEAD }, { joint: end, name: laidName(run.tape) }, own);
    }
    fitter.use(
      laidItem(run.tape, family),
      1,
      at,
      msg`a run with slack and fold, cut past an emitter`,
      cutLengthM(run, how),
    );
    if (how !== 'knot') fitter.use(ENDS[how].item(end.size), 1, at, msg`one at each run’s end`);
    if (how === 'cap' || how === 'valve')
      joinRun({ joint: end, name: laidName(run.tape) }, { joint: mateOf(end), name: msg`run’s end` }, own);
    outlets(run.tape, emitterCount(laterals[i]), at, fitter);
    if (Number.isFinite(stapleM))
      fitter.use(
        staple,
        Math.ceil((run.lengthM - run.leadM) / stapleM) + 1,
        at,
        msg`along each run, and one at its end`,
      );
  });
  addStaples(tools, fitter, runs, beds, block);
}

/** What holds runs to the ground. */
function addStaples(
  tools: Map<string, Item>,
  fitter: Fitter,
  runs: LaidRun[],
  beds: LaidBed[],
  block: Block,
) {
  for (const tool of tools.values())
    if (!fitter.uses.some((u) => u.item.id === tool.id))
      fitter.use(tool, 1, HEAD_PLACE, msg`for the take-offs’ holes`);
  if (
    runs.some((r) => !beds[r.bedIndex].plant) &&
    [...new Set(runs.map((r) => r.tape.lies))].includes('mulch')
  )
    fitter.use(
      staple,
      STAPLES_IN_MULCH * runs.filter((r) => !beds[r.bedIndex].plant).length,
      blockPlace(block.id),
      msg`at both ends of each run under mulch`,
    );
}

/** Emitters, microtubes and what holds them, where line is plain. */
export function outlets(tape: Tape, count: number, at: Where, fitter: Fitter): void {
  if (tape.kind === 'emitters' || tape.kind === 'adjustable')
    fitter.use(
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
    );
  if (tape.kind === 'microtubes') {
    fitter.use(
      thing(`microtube:${tape.tubeMm}`, 'laid', msg`microtube, #0 bore`, THIN_TUBE_PER_M, {
        sizes: [[tape.tubeMm, 'bore']],
        unit: 'm',
        sold: 'roll',
        holds: [25, 50, 100, 200],
      }),
      count,
      at,
      msg`a tube at each place`,
      tape.tubeM,
    );
    fitter.use(
      thing('stake', 'small', msg`stake for a thin tube`, 0.15, { sold: 'pack', holds: [25, 100] }),
      count,
      at,
      msg`one at each tube`,
    );
  }
}
