import { grouped, msg } from '../../language';
import { STYLES, blockPlace, runEndWords, styleOf, type Thing, type Where } from '../../farm';
import { pipeKind } from '../../catalog/pipes';
import type { BlockLayout, LaidRun } from '../../layout';
import { holeRules, runEndsOf } from '../rules';
import { habits, type StepMaker } from './stepMaker';
import { CAUTIONS, HELPER_FROM_RUNS, HOURS, TOOLS } from './tables';

/** A block, what is used in it, and what makes its steps. */
interface Here extends StepMaker {
  b: BlockLayout;
  at: Where;
  own: readonly Thing[];
  /** Runs along its beds. */
  runs: readonly LaidRun[];
  headerM: number;
}

/** Each block: its header, runs, staples, flushing, plants, holes and wires. */
export function blockSteps(maker: StepMaker): void {
  for (const b of maker.layout.blocks) {
    const at = blockPlace(b.block.id);
    const own = maker.all.things.filter((u) => u.at.place === 'block' && u.at.id === b.block.id);
    const runs = b.runs.filter((r) => !b.beds[r.bedIndex].plant);
    const headerM = own
      .filter((u) => u.item.group === 'pipe')
      .reduce((s, u) => s + u.count * (u.pieceM ?? 0), 0);
    const here = { ...maker, b, at, own, runs, headerM };
    const plants = b.small !== undefined && !b.block.places?.beds;
    wireStep(here);
    if (!plants) headerStep(here);
    if (runs.length > 0) {
      drillStep(here);
      runStep(here);
      emitterStep(here);
      stapleStep(here);
      flushStep(here);
    }
    plantStep(here);
    holeSteps(here);
  }
}

function headerStep({ step, joints, b, at, own, runs, headerM }: Here): void {
  const j = joints(at);
  const takeOffs = own.filter((u) => u.item.id.startsWith('takeoff:')).reduce((n, u) => n + u.count, 0);
  const style = styleOf(b.block, b.headers[0].pipe);
  step(
    `header/${b.block.id}`,
    msg`Lay and punch the header of ${b.block.name}`,
    HOURS.headerM * headerM +
      HOURS.takeOff * takeOffs +
      HOURS.joint * j.count +
      HOURS.part * b.block.inlet.filter((p) => p.planned !== 'head').length,
    at,
    {
      does: [
        msg`Join the inlet’s parts in the order of the water, arrows towards the beds.`,
        msg`Unroll the header, stake both ends, and mark it by its rule from the fed end: ${takeOffs} take-offs ${STYLES[style].words}.`,
        `${capitalFirst(STYLES[style].howTo)}.`,
      ],
      mistakes: [
        ...habits(j),
        msg`Small errors add up when each mark is measured from the last one: measure all from the fed end.`,
        ...(style !== 'tee'
          ? [msg`One hole in a scrap piece first: the take-off must go in hard and hold when pulled.`]
          : []),
      ],
      check: msg`Each take-off points towards its bed; the end opens for flushing.`,
      tools: [
        TOOLS.tape,
        TOOLS.marker,
        style === 'grommet' ? TOOLS.drill : style === 'tee' ? TOOLS.cut : TOOLS.punch,
        ...(j.clamped ? [TOOLS.driver] : []),
      ],
      warm: pipeKind(b.headers[0].pipe.pipe).family === 'poly',
      helper: runs.length > HELPER_FROM_RUNS,
    },
    (t) =>
      isAt(t, at) &&
      t.item.group !== 'tool' &&
      !(t.item.id === 'staple' && runs.length > 0) &&
      !isOfPlants(b, t),
  );
}

const isAt = (t: Thing, at: Where): boolean =>
  t.at.place === at.place && t.at.id === at.id && t.at.bed === undefined;
const isIn = (t: Thing, at: Where): boolean => t.at.place === at.place && t.at.id === at.id;
/** Beds of plants at places by key. */
const isOfPlants = (b: BlockLayout, t: Thing): boolean =>
  t.at.bed !== undefined && b.beds.some((bed) => bed.plant && bed.key === t.at.bed);
const EMITTERS: readonly string[] = ['emitter', 'microtube', 'stake'];
const isEmitter = (t: Thing): boolean => EMITTERS.includes(t.item.id.split(':')[0]);

/** Holes of drilled hose, before it is laid. */
function drillStep({ step, shown, b, at, runs }: Here): void {
  const drilled = runs.filter((r) => r.tape.kind === 'drilled');
  if (drilled.length === 0) return;
  const { holeMm, spacingM } = drilled[0].tape;
  const holes = drilled.reduce((n, r) => n + Math.floor((r.lengthM - r.leadM) / r.tape.spacingM), 0);
  step(`drill/${b.block.id}`, msg`Drill the hose of ${b.block.name}`, HOURS.hole * holes, at, {
    does: [
      msg`${grouped(holes)} holes of ${shown(holeMm, 'bore')}, one every ${shown(spacingM, 'spacing')}, all on one side: through one wall only, with a sharp bit.`,
      msg`Shake the shavings out of each piece before it is laid.`,
    ],
    mistakes: [msg`A worn bit leaves burrs that shut holes; a hand drill held at an angle makes ovals.`],
    check: msg`Light shows through every hole.`,
    tools: [msg`drill with a bit of that size`, TOOLS.tape, TOOLS.marker],
  });
}

/** Emitters and thin tubes that are pushed into plain pipe. */
function emitterStep({ step, shown, b, at, own, runs }: Here): void {
  const fed = own.filter((t) => isEmitter(t) && !isOfPlants(b, t));
  const count = fed.reduce((n, t) => n + (t.item.id === 'stake' ? 0 : t.count), 0);
  if (count === 0) return;
  const { spacingM } = runs[0].tape;
  step(
    `emitters/${b.block.id}`,
    msg`Punch and set the emitters of ${b.block.name}`,
    HOURS.takeOff * count,
    at,
    {
      does: [
        msg`${grouped(count)} of them, one every ${shown(spacingM, 'spacing')}: punch the laid pipe, push each in until it clicks, and stake thin tubes at the plant.`,
      ],
      mistakes: [msg`A hole torn by twisting the punch drips beside the emitter.`],
      check: msg`None comes out when pulled lightly.`,
      tools: [msg`emitter punch`, msg`goof plugs`],
    },
    (t) => isIn(t, at) && isEmitter(t) && !isOfPlants(b, t),
  );
}

function runStep({ step, b, at, runs }: Here): void {
  const buried = runs.some((r) => r.tape.lies === 'buried');
  const runM = runs.reduce((s, r) => s + r.lengthM, 0);
  step(
    `runs/${b.block.id}`,
    msg`Lay the runs of ${b.block.name}`,
    HOURS.run * runs.length + HOURS.runM * runM,
    at,
    {
      does: [
        msg`${runs.length} runs: cut them by the cut list, with slack, just past an emitter. Emitters face up.`,
        ...(buried
          ? [
              msg`Lay them with an implement or in a furrow, straight and not twisted; both ends come up out of the soil.`,
            ]
          : []),
        msg`Push each onto its take-off and leave its far end open.`,
        ...(b.block.tape.lies === 'mulch' ? [msg`Film goes over them only after the first water.`] : []),
        ...(buried
          ? [msg`Cover them only when they have been flushed and every one has been seen to run.`]
          : []),
      ],
      mistakes: [
        msg`Tape dragged over stones is cut before it ever runs: two people carry the roll, or it turns on a stick.`,
        msg`If it is pulled tight, it comes off its take-off in the first cold night.`,
      ],
      check: msg`Each comes off its take-off only with force.`,
      tools: [
        msg`knife or scissors`,
        msg`stick for the roll`,
        ...(b.block.tape.kind === 'tape' ? [] : [TOOLS.water]),
      ],
      helper: true,
    },
    (t) => isIn(t, at) && t.item.id !== 'staple' && !isEmitter(t) && !isOfPlants(b, t),
  );
}

function stapleStep({ step, b, at, own }: Here): void {
  const staples = own.filter((u) => u.item.id === 'staple').reduce((n, u) => n + u.count, 0);
  if (staples > 0)
    step(
      `staples/${b.block.id}`,
      msg`Staple the runs of ${b.block.name}`,
      HOURS.staple * staples,
      at,
      {
        does: [msg`${staples} staples, loose over the line so that it can stretch.`],
        mistakes: [msg`A staple pushed in all the way pinches the line.`],
        check: msg`The line still slides under each.`,
        tools: ['hammer'],
      },
      (t) => isIn(t, at) && t.item.id === 'staple',
    );
}

function flushStep({ plan, layout, step, b, at, runs }: Here): void {
  const ends = runEndsOf(plan, { blocks: layout.blocks.filter((o) => o === b) });
  step(`flush/${b.block.id}`, msg`Flush ${b.block.name}, then close its ends`, HOURS.flush, at, {
    does: [
      msg`Main first with its end open, then the header with its end open, then the runs two or three at a time, until the water is clear.`,
      ...ends.map(({ end }) => msg`Close the runs’ ends ${runEndWords(end).words}.`),
    ],
    mistakes: [
      msg`Runs closed before flushing keep the shavings of every hole you punched.`,
      ...ends.map(({ end }) => runEndWords(end).drawback),
    ],
    check: msg`Clear water at each far end, then every emitter drips.`,
    tools: [],
    helper: runs.length > HELPER_FROM_RUNS,
  });
}

function plantStep({ step, b, at, headerM }: Here): void {
  const plants = b.beds.filter((x) => x.plant && !x.resting).length;
  if (plants > 0)
    step(
      `plants/${b.block.id}`,
      msg`Lay small pipe and emitters at the plants of ${b.block.name}`,
      HOURS.plant * plants + HOURS.headerM * headerM,
      at,
      {
        does: [
          msg`${plants} plants: lay the small pipe in their order, then set each plant’s emitters.`,
          msg`Flush the pipe with its end open before the last cap goes on.`,
        ],
        mistakes: [msg`A barb pushed in at an angle leaks under the mulch where nobody sees it.`],
        check: msg`Each emitter drips; a cup under a few of them fills in the time the plan gives.`,
        tools: [TOOLS.cut, msg`emitter punch`],
      },
      (t) => isIn(t, at),
    );
}

function holeSteps({ step, shown, b, at }: Here): void {
  for (const rule of holeRules(b))
    step(`holes/${b.block.id}`, msg`Open planting holes in ${b.block.name}`, HOURS.hole * rule.holes, at, {
      does: [
        msg`${grouped(rule.holes)} holes, one every ${shown(rule.spacingM, 'spacing')} at the emitters, by the printed strip rule.`,
      ],
      mistakes: [
        msg`A hole away from the emitter leaves the plant dry; over the line, the tool cuts the line.`,
      ],
      check: msg`Run the water: each wet spot shows in its hole.`,
      cautions:
        rule.cover === 'cover'
          ? [
              msg`Burning holes: no dry grass near, water at hand, out of the smoke, and never over the laid line.`,
            ]
          : [],
      tools: [msg`strip rule`, rule.cover === 'cover' ? msg`hole burner, or a knife` : msg`bulb planter`],
      dry: rule.cover === 'cover',
    });
}

function wireStep({ step, b, at, own }: Here): void {
  const wires = own.filter((u) => u.item.id === 'wire-joint').reduce((n, u) => n + u.count, 0) / 2;
  if (wires > 0)
    step(
      `wire/${b.block.id}`,
      msg`Wire the valves of ${b.block.name}`,
      HOURS.valveWire * wires,
      at,
      {
        does: [
          msg`One core to each valve and the shared core to all; every joint in a waterproof connector.`,
          msg`Write the valve’s number on both ends.`,
        ],
        mistakes: [msg`A joint wrapped in plain tape lasts until the first wet week.`],
        check: msg`Each valve clicks when its station is turned on.`,
        cautions: [CAUTIONS.electric],
        tools: [msg`wire stripper`, msg`waterproof joints`],
        dry: true,
      },
      (t) => isIn(t, at) && t.item.group === 'wire',
    );
}

const capitalFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
