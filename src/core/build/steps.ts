import { isBranch } from '../catalog/headParts';
import { pipeKind } from '../catalog/pipes';
import { layOut, type FarmLayout } from '../layout';
import type { FullPlan } from '../plan';
import { isBuried, trenchesOf } from './extras';
import { isClamped, isGlued, isTaped } from './joint';
import { madeJoints } from './fitter';
import { runEndWords, styleOf, STYLES } from './laid';
import { holeRules } from './rules';
import { usesOf, type Uses } from './uses';
import { blockPlace, HEAD_PLACE, mainPlace, type Where } from './use';
import type { Item, Show } from './item';

/** A step of the work. */
export interface Step {
  id: string;
  title: string;
  /** What is done, sentence by sentence. */
  does: string[];
  /** What others did wrong here. */
  mistakes: string[];
  /** What to have at hand. */
  tools: string[];
  /** How to see that it is right. */
  check: string;
  cautions: string[];
  /** Hours for one, and hours that two are at it together. */
  hours: number;
  hoursTwo: number;
  dry: boolean;
  warm: boolean;
  helper: boolean;
  at: Where;
}

/** Hours that one person takes (growers' reports, rounded): until their own hours are known. */
export const HOURS = {
  trenchM: 0.12,
  mainM: 0.008,
  joint: 0.08,
  glued: 0.15,
  part: 0.2,
  takeOff: 0.06,
  headerM: 0.01,
  run: 0.06,
  runM: 0.0025,
  staple: 0.006,
  hole: 0.004,
  flush: 0.5,
  valveWire: 0.4,
  stand: 3,
  walk: 0.5,
  plant: 0.08,
} as const;
/** Two together take this share of one's time (a helper waits now and then). */
const TWO_SHARE = 0.6;

const LOCATE =
  'Have buried services located before you dig: power, gas, water, telephone. The utilities’ own locators or licensed people do that.';
const CAUTIONS = {
  backflow:
    'Backflow protection is law on most public supplies: local water rules and licensed plumbers decide what is fitted and who fits it.',
  electric: 'Pump and valve wiring beyond low voltage is a licensed electrician’s work.',
  stand:
    'A tank is heavy: a kilogram for each litre. A stand higher than about a metre, or for more than 200 kg, is designed by someone competent.',
  cement: 'Solvent cement and primer: fresh air and gloves, no flame.',
  trench: 'Never go into a trench that is deeper than your hip without support for its walls.',
};

/** Usual tools, by what has to be done. */
const TOOLS = {
  cut: 'pipe cutter',
  wrench: 'two wrenches',
  driver: 'nut driver for clamps',
  tape: 'measuring tape',
  string: 'string line and stakes',
  spade: 'spade',
  punch: 'the hole punch',
  drill: 'drill with pilot bit and hole saw',
  water: 'flask of hot water',
  marker: 'marker pen',
  gauge: 'gauge',
};

/**
 * The order of work for a plan: only steps for what is in it, in the order in which each makes the next one easy.
 * @param shown writes quantities in the reader's units
 */
export function stepsFor(
  plan: FullPlan,
  shown: Show,
  layout: FarmLayout = layOut(plan),
  all: Uses = usesOf(plan, layout),
): Step[] {
  const steps: Step[] = [];
  const { build } = plan;
  const step = (id: string, title: string, counted: number, at: Where, more: Partial<Step>): void => {
    const hours = build.hours[id] ?? counted;
    steps.push({
      id,
      title,
      does: [],
      mistakes: [],
      tools: [],
      check: '',
      cautions: [],
      dry: false,
      warm: false,
      helper: false,
      at,
      ...more,
      hours,
      hoursTwo: hours * TWO_SHARE,
    });
  };
  const names = new Map(plan.blocks.map((b) => [b.id, b.name]));
  const leadsTo = (to: string): string =>
    names.get(to) ?? `tee ${plan.tees.findIndex((t) => t.id === to) + 1}`;
  const joints = (at: Where): { count: number; clamped: boolean; taped: boolean; glued: number } => {
    const made = all.meetings.filter((m) => m.at.place === at.place && m.at.id === at.id).flatMap(madeJoints);
    return {
      count: made.length,
      clamped: made.some(isClamped),
      taped: made.some(isTaped),
      glued: made.filter(isGlued).length,
    };
  };
  const used = (at: Where, group: Item['group'], starts = ''): number =>
    all.uses
      .filter(
        (u) =>
          u.at.place === at.place &&
          u.at.id === at.id &&
          u.item.group === group &&
          u.item.id.startsWith(starts),
      )
      .reduce((n, u) => n + u.count, 0);
  const habits = (j: ReturnType<typeof joints>): string[] => [
    ...(j.clamped
      ? ['Clamps go onto the pipe before the fitting goes in: two at each barb, screws on opposite sides.']
      : []),
    ...(j.glued > 0
      ? [
          'Put everything together dry first and mark it; cement sets in seconds and nothing comes apart again.',
        ]
      : []),
    ...(j.taped
      ? [
          'Thread tape goes on pipe threads only, five turns the way the thread tightens; hose threads have a washer and want none, hand-tight and a quarter more.',
        ]
      : []),
  ];

  const trenches = trenchesOf(plan, layout);
  if (trenches.length > 0)
    step('locate', 'Have buried services located', 1, HEAD_PLACE, {
      does: [
        'Mark where the trenches will go, and have everything that lies under them located before the first cut.',
      ],
      check: 'Each service is marked on the ground.',
      cautions: [LOCATE],
      tools: [TOOLS.string, 'marking paint'],
    });
  const { source } = layout;
  if (source.kind === 'tank' && used(HEAD_PLACE, 'tank', 'stand') > 0)
    step('stand', 'Set up the stand', HOURS.stand * source.count, HEAD_PLACE, {
      does: [
        `The stand bears ${shown(source.volumeL, 'volume')} in each tank, a kilogram for each litre, on level footing that cannot sink.`,
        'Tie the tank so that wind cannot move it while it is empty.',
      ],
      mistakes: ['Loose blocks sink on one side as soon as the tank is full.'],
      check: 'A level lies true both ways, and again when the tank is half full.',
      cautions: [CAUTIONS.stand],
      helper: true,
      tools: ['level', 'spade'],
    });
  if (source.kind === 'tank')
    step('outlet', 'Put the outlet, screen and overflow on the tank', 1.5 * source.count, HEAD_PLACE, {
      does: [
        'Cut the outlet’s hole a finger’s breadth over the bottom, so that mud stays behind; washers on both sides of the wall.',
        'Lead the overflow away from the stand’s feet.',
      ],
      mistakes: ['A hole too near a rib or seam never seals.'],
      check: 'Filled to over the outlet, it stays dry for an hour.',
      tools: ['hole saw of the outlet’s size', TOOLS.wrench],
    });
  for (const t of trenches)
    step(`trench/${t.to}`, `Dig the trench to ${leadsTo(t.to)}`, HOURS.trenchM * t.lengthM, mainPlace(t.to), {
      does: [
        `${shown(t.lengthM, 'length')} long and ${shown(t.depthM, 'height')} deep (${t.because === 'frost' ? 'below the frost' : t.because === 'lane' ? 'under a lane' : 'your cover'}); string line first.`,
        `About ${shown(t.spoilM3 * 1000, 'volume')} of soil comes out; lay it on one side, turf on the other.`,
      ],
      mistakes: ['Dug by eye a trench wanders, and the pipe is too short at its end.'],
      check: 'A stick with the depth marked stands at the mark all along, and no stone lies on the bottom.',
      cautions: [LOCATE, CAUTIONS.trench],
      dry: true,
      tools: [TOOLS.string, TOOLS.spade, 'depth stick'],
    });

  const head = joints(HEAD_PLACE);
  const parts = plan.head.filter((p) => p.role !== 'adaptor');
  if (parts.length + head.count > 0)
    step('head', 'Put the head together', HOURS.part * parts.length + HOURS.joint * head.count, HEAD_PLACE, {
      does: [
        `Lay the parts out on a board in the order of the water: ${parts.map((p) => p.name).join(' · ') || 'the pipe goes straight onto the outlet'}.`,
        'Every arrow points away from the source. Keep ends clean: a crumb of soil in the regulator is a fault for the season.',
      ],
      mistakes: [
        ...habits(head),
        ...(parts.some((p) => isBranch(p.role))
          ? ['A gauge that hangs down fills with dirt: its tee looks up.']
          : []),
      ],
      check:
        'Turned on with the far end shut, no joint drips, and the gauges read what the plan says when shut.',
      cautions: [
        ...(source.kind === 'tap' || parts.some((p) => p.role === 'backflow') ? [CAUTIONS.backflow] : []),
        ...(source.kind === 'well' || source.kind === 'pump' || source.booster.kind !== 'none'
          ? [CAUTIONS.electric]
          : []),
      ],
      tools: [TOOLS.wrench, ...(head.clamped ? [TOOLS.driver] : []), ...(head.taped ? ['thread tape'] : [])],
      dry: head.glued > 0,
    });
  for (const m of layout.mains) {
    if (used(mainPlace(m.to), 'pipe', 'pipe') === 0) continue;
    const j = joints(mainPlace(m.to));
    const { family, name } = pipeKind(m.piece.pipe);
    const buried = isBuried(plan, m);
    const sleeves = m.crossings.filter((c) => c.thing.kind === 'lane' || c.thing.kind === 'ditch').length;
    step(
      `main/${m.to}`,
      `Lay the main to ${leadsTo(m.to)}`,
      HOURS.mainM * m.lengthM + HOURS.joint * j.count + HOURS.glued * j.glued,
      mainPlace(m.to),
      {
        does: [
          `${shown(m.lengthM, 'length')} of ${name}${buried ? ', in its trench' : ', on the ground'}.`,
          ...(sleeves > 0 ? ['Push the sleeves in first, and the pipe through them.'] : []),
          ...(family === 'poly' ? ['Unroll it in the sun and let it lie flat for an hour.'] : []),
          'Tie a bag over open ends until they are joined.',
        ],
        mistakes: [
          ...habits(j),
          ...(family === 'poly' ? ['A stiff end is softened in hot water, never over a flame.'] : []),
        ],
        check: 'Pull hard at each joint: it does not move.',
        cautions: j.glued > 0 || family === 'pvc' ? [CAUTIONS.cement] : [],
        dry: family === 'pvc',
        warm: family === 'poly',
        helper: m.lengthM > HELPER_FROM_M,
        tools: [
          TOOLS.cut,
          TOOLS.tape,
          ...(j.clamped ? [TOOLS.driver] : []),
          ...(family === 'poly' ? [TOOLS.water] : []),
        ],
      },
    );
  }
  for (const b of layout.blocks) {
    const at = blockPlace(b.block.id);
    const j = joints(at);
    const own = all.uses.filter((u) => u.at.place === 'block' && u.at.id === b.block.id);
    const takeOffs = own.filter((u) => u.item.id.startsWith('takeoff:')).reduce((n, u) => n + u.count, 0);
    const runs = b.runs.filter((r) => !b.beds[r.bedIndex].plant);
    const headerM = own
      .filter((u) => u.item.group === 'pipe')
      .reduce((s, u) => s + u.count * (u.pieceM ?? 0), 0);
    const style = styleOf(b.block, b.headers[0].pipe);
    if (runs.length > 0)
      step(
        `header/${b.block.id}`,
        `Lay and punch the header of ${b.block.name}`,
        HOURS.headerM * headerM +
          HOURS.takeOff * takeOffs +
          HOURS.joint * j.count +
          HOURS.part * b.block.inlet.length,
        at,
        {
          does: [
            'Join the inlet’s parts in the order of the water, arrows towards the beds.',
            `Unroll the header, stake both ends, and mark it by its rule from the fed end: ${takeOffs} take-offs ${STYLES[style].words}.`,
            `${capitalFirst(STYLES[style].howTo)}.`,
          ],
          mistakes: [
            ...habits(j),
            'Marks wander when each is measured from the last one: measure all from the fed end.',
            ...(style !== 'tee'
              ? ['One hole in a scrap piece first: the take-off must go in hard and hold when pulled.']
              : []),
          ],
          check: 'Each take-off stands towards its bed; the end opens for flushing.',
          tools: [
            TOOLS.tape,
            TOOLS.marker,
            style === 'grommet' ? TOOLS.drill : style === 'tee' ? TOOLS.cut : TOOLS.punch,
            ...(j.clamped ? [TOOLS.driver] : []),
          ],
          warm: pipeKind(b.headers[0].pipe.pipe).family === 'poly',
          helper: runs.length > HELPER_FROM_RUNS,
        },
      );
    if (runs.length > 0) {
      const runM = runs.reduce((s, r) => s + r.lengthM, 0);
      const end = runEndWords(build.runEnd);
      step(
        `runs/${b.block.id}`,
        `Lay the runs of ${b.block.name}`,
        HOURS.run * runs.length + HOURS.runM * runM,
        at,
        {
          does: [
            `${runs.length} runs: cut them by the cut list, with slack, just past an emitter. Emitters look up.`,
            'Push each onto its take-off and leave its far end open.',
            ...(b.block.tape.lies === 'mulch' ? ['Film goes over them only after the first water.'] : []),
          ],
          mistakes: [
            'Dragged over stones tape is cut before it ever runs: two carry the roll, or it turns on a stick.',
            'Pulled tight it comes off its take-off in the first cold night.',
          ],
          check: 'Each pulls off its take-off only with force.',
          tools: [
            'knife or scissors',
            'stick for the roll',
            ...(b.block.tape.kind === 'tape' ? [] : [TOOLS.water]),
          ],
          helper: true,
        },
      );
      const staples = own.filter((u) => u.item.id === 'staple').reduce((n, u) => n + u.count, 0);
      if (staples > 0)
        step(`staples/${b.block.id}`, `Staple the runs of ${b.block.name}`, HOURS.staple * staples, at, {
          does: [`${staples} staples, loose over the line so that it can stretch.`],
          mistakes: ['A staple driven home pinches the line.'],
          check: 'The line still slides under each.',
          tools: ['hammer'],
        });
      step(`flush/${b.block.id}`, `Flush ${b.block.name}, then close its ends`, HOURS.flush, at, {
        does: [
          'Main first with its end open, then the header with its end open, then the runs two or three at a time, until the water is clear.',
          `Close the runs’ ends ${end.words}.`,
        ],
        mistakes: [
          'Runs closed before they were flushed keep the shavings of every hole you punched.',
          end.drawback,
        ],
        check: 'Clear water at each far end, then every emitter drips.',
        tools: [],
        helper: runs.length > HELPER_FROM_RUNS,
      });
    }
    const plants = b.beds.filter((x) => x.plant && !x.resting).length;
    if (plants > 0)
      step(
        `plants/${b.block.id}`,
        `Lay small pipe and emitters at the plants of ${b.block.name}`,
        HOURS.plant * plants + HOURS.headerM * headerM,
        at,
        {
          does: [
            `${plants} plants: lay the small pipe in their order, then set each plant’s emitters.`,
            'Flush the pipe with its end open before the last cap goes on.',
          ],
          mistakes: ['A barb pushed in askew leaks under the mulch where nobody sees it.'],
          check: 'Each emitter drips; a cup under a few fills in the time the plan tells.',
          tools: [TOOLS.cut, 'punch for barbs'],
        },
      );
    for (const rule of holeRules(b))
      step(`holes/${b.block.id}`, `Open planting holes in ${b.block.name}`, HOURS.hole * rule.holes, at, {
        does: [
          `${rule.holes.toLocaleString('en-US')} holes, one every ${shown(rule.spacingM, 'spacing')} at the emitters, by the printed strip rule.`,
        ],
        mistakes: [
          'Cut or burned beside the emitter the plant stands dry; over the line, the tool goes through it.',
        ],
        check: 'Run the water: each wet spot shows in its hole.',
        cautions:
          rule.cover === 'cover'
            ? [
                'Burning holes: no dry grass about, water at hand, out of the smoke, and never over the laid line.',
              ]
            : [],
        tools: ['strip rule', rule.cover === 'cover' ? 'hole burner, or a knife' : 'bulb planter'],
        dry: rule.cover === 'cover',
      });
    const wires = own.filter((u) => u.item.id === 'wire-joint').reduce((n, u) => n + u.count, 0) / 2;
    if (wires > 0)
      step(`wire/${b.block.id}`, `Wire the valves of ${b.block.name}`, HOURS.valveWire * wires, at, {
        does: [
          'A core to each valve and the shared one to all; every joint in a waterproof connector.',
          'Write the valve’s number on both ends.',
        ],
        mistakes: ['A joint in plain tape works until the first wet week.'],
        check: 'Each valve clicks when its station is turned on.',
        cautions: [CAUTIONS.electric],
        tools: ['wire stripper', 'waterproof joints'],
        dry: true,
      });
  }
  if (trenches.length > 0)
    step(
      'backfill',
      'Fill the trenches',
      trenches.reduce((s, t) => s + t.lengthM, 0) * HOURS.trenchM * FILL_SHARE,
      HEAD_PLACE,
      {
        does: [
          'After every joint was seen under pressure: fine soil first, then the rest, trodden in layers, turf on top.',
        ],
        mistakes: ['Filled before the test the one leak is under the whole length.'],
        check: 'The ground stands a hand’s breadth proud; it sinks in the first rain.',
        tools: [TOOLS.spade],
      },
    );
  const clamps = all.meetings.some((m) => madeJoints(m).some(isClamped));
  step(
    'retighten',
    clamps
      ? 'Tighten all clamps again after the first two runs'
      : 'Walk every joint again after the first two runs',
    HOURS.walk,
    HEAD_PLACE,
    {
      does: ['Walk every joint while the water runs, and again after the second run.'],
      mistakes: clamps ? ['Warm pipe gives: clamps that were tight in the morning are loose at noon.'] : [],
      check: 'Nothing drips, and the gauges read what the plan says for each set.',
      tools: [...(clamps ? [TOOLS.driver] : []), TOOLS.gauge],
    },
  );
  return steps;
}
const HELPER_FROM_M = 40;
const HELPER_FROM_RUNS = 12;
const FILL_SHARE = 0.4;
const capitalFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Hours of the steps, as the grower's own hours have shown them: the same share longer or shorter for all that is left. */
export function hoursLeft(
  steps: readonly Step[],
  { done, people }: FullPlan['build'],
): { left: number; spent: number; pace: number } {
  const own = new Map(done.map((d) => [d.step, d]));
  const estimate = (s: Step): number => (people === 2 ? s.hoursTwo : s.hours);
  const timed = steps.filter((s) => own.get(s.id)?.hours !== undefined);
  const spent = timed.reduce((sum, s) => sum + own.get(s.id)!.hours!, 0);
  const thought = timed.reduce((sum, s) => sum + estimate(s), 0);
  const pace = thought > 0 && spent > 0 ? spent / thought : 1;
  return {
    left: steps.filter((s) => !own.has(s.id)).reduce((sum, s) => sum + estimate(s), 0) * pace,
    spent,
    pace,
  };
}
