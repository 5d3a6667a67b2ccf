import { stationValves, switchboardOf, valveName } from '../../switching';
import { msg } from '../../language';
import { HEAD_PLACE, isThere, itemName, mainPlace, trenchesOf, type Trench } from '../../farm';
import { headParts, joiningSources, isMains, isPumped, kindOf } from '../../plan';
import { isBranch } from '../../catalog/headParts';
import { habits, type StepMaker } from './stepMaker';
import { CAUTIONS, HOURS, LOCATE, TOOLS } from './tables';

/** Locating, the tank, trenches, and the head. */
export function sourceSteps(maker: StepMaker): void {
  const { plan, layout, all, shown, step } = maker;
  const trenches = trenchesOf(plan, layout);
  if (trenches.length > 0)
    step('locate', msg`Have buried services located`, 1, HEAD_PLACE, {
      does: [
        msg`Mark where the trenches will go, and have everything that lies under them located before the first cut.`,
      ],
      check: msg`Each service is marked on the ground.`,
      cautions: [LOCATE],
      tools: [TOOLS.string, msg`marking paint`],
    });
  const { source } = layout;
  const own = all.things.filter((t) => t.item.group === 'source' && !isThere(plan, t.item));
  if (own.length > 0)
    step(
      'source',
      kindOf(source).words.setsUp,
      HOURS.source,
      HEAD_PLACE,
      {
        does: [msg`Put in its place: ${own.map((t) => itemName(t.item, shown)).join(', ')}.`],
        check: msg`It runs into the open, or holds water, before anything is joined to it.`,
        cautions: isPumped(source) ? [CAUTIONS.electric] : [],
        helper: true,
        tools: [TOOLS.wrench],
      },
      (t) => own.includes(t),
    );
  for (const used of [source, ...joiningSources(plan)])
    for (const { puts, id, title, hours, ...does } of kindOf(used).steps(used, shown))
      step(
        used.id === source.id ? id : `${id}/${used.id}`,
        used.id === source.id ? title : msg`${title} (${used.name})`,
        hours,
        HEAD_PLACE,
        does,
        (t) => t.item.group === 'tank' && puts(t.item.id),
      );
  trenchSteps(trenches, maker);
}

function trenchSteps(trenches: readonly Trench[], { shown, step, leadsTo }: StepMaker): void {
  for (const t of trenches)
    step(
      `trench/${t.to}`,
      msg`Dig the trench to ${leadsTo(t.to)}`,
      HOURS.trenchM * t.lengthM,
      mainPlace(t.to),
      {
        does: [
          msg`${shown(t.lengthM, 'length')} long and ${shown(t.depthM, 'height')} deep (${t.because === 'frost' ? msg`below the frost` : t.because === 'lane' ? msg`under a lane` : msg`your cover`}); string line first.`,
          msg`About ${shown(t.spoilM3 * 1000, 'volume')} of soil comes out; lay it on one side, turf on the other.`,
          ...(t.risers.length > 0
            ? [
                msg`Pipe comes up out of it ${t.risers.length === 2 ? msg`at both ends` : t.risers[0] === 'head' ? msg`at the head` : msg`at the block`}: dig there wide enough for an elbow and two hands.`,
              ]
            : []),
        ],
        mistakes: [msg`A trench dug by eye is never straight, and the pipe ends up too short.`],
        check: msg`A stick marked with the depth fits all along, and no stone lies on the bottom.`,
        cautions: [LOCATE, CAUTIONS.trench],
        dry: true,
        tools: [TOOLS.string, TOOLS.spade, msg`depth stick`],
      },
    );
}

/** The head, part by part. */
export function headStep({ plan, layout, all, step, joints }: StepMaker): void {
  const { source } = layout;
  const head = joints(HEAD_PLACE);
  const parts = headParts(plan).filter((p) => p.role !== 'adaptor');
  const valves = switchboardOf(plan, layout).valves.filter((v) => v.part?.planned === 'head');
  const named = valves.map((v) => `${valveName(v.number)} ${v.part!.name}`).join(' · ');
  const manifold =
    valves.length > 0
      ? [msg`Side by side at its end the valves, each before its block’s pipe: ${named}.`]
      : [];
  const own = all.things.filter(
    (t) =>
      t.at.place === 'head' && t.item.group !== 'tool' && t.item.group !== 'wire' && !isThere(plan, t.item),
  );
  if (parts.length + head.count + own.length > 0)
    step(
      'head',
      msg`Put the head together`,
      HOURS.part * parts.length + HOURS.joint * head.count,
      HEAD_PLACE,
      {
        does: [
          msg`Lay the parts out on a board in the order of the water: ${parts.map((p) => p.name).join(' · ') || msg`the pipe goes straight onto the outlet`}.`,
          ...manifold,
          msg`Every arrow points away from the source. Keep ends clean: a crumb of soil in the regulator is a fault for the season.`,
        ],
        mistakes: [
          ...habits(head),
          ...(parts.some((p) => isBranch(p.role))
            ? [msg`A gauge that hangs down fills with dirt: its tee looks up.`]
            : []),
        ],
        check: msg`Turned on with the far end shut, no joint drips, and the gauges read what the plan says when shut.`,
        cautions: [
          ...(isMains(source) || parts.some((p) => p.role === 'backflow') ? [CAUTIONS.backflow] : []),
          ...(isPumped(source) || source.booster.kind !== 'none' ? [CAUTIONS.electric] : []),
        ],
        tools: [
          TOOLS.wrench,
          ...(head.clamped ? [TOOLS.driver] : []),
          ...(head.taped ? [msg`thread tape`] : []),
        ],
        dry: head.glued > 0,
      },
      (t) => own.includes(t),
    );
}

/** The controller: where it hangs, what hangs on which station, and what starts the pump. */
export function controllerStep({ plan, layout, all, step }: StepMaker): void {
  const own = all.things.filter((t) => t.at.place === 'head' && t.item.group === 'wire');
  if (own.length === 0) return;
  const board = switchboardOf(plan, layout);
  const named = (valves: readonly { number: number }[]): string =>
    valves.map((v) => valveName(v.number)).join(', ');
  const lines = [...stationValves(board)].map(([n, valves]) => msg`Station ${n}: ${named(valves)}.`);
  const relay = own.some((t) => t.item.id === 'pump-relay');
  step(
    'controller',
    msg`Hang the controller and wire its stations`,
    HOURS.controller + HOURS.valveWire * board.stations,
    HEAD_PLACE,
    {
      does: [
        msg`Under a roof, at the height of the eyes, where a socket is or a battery is reached.`,
        msg`The shared core of all valves goes to the common terminal, each other core to the station of its valve.`,
        ...lines,
        ...(relay ? [msg`The pump’s relay has a terminal of its own.`] : []),
      ],
      mistakes: [msg`Two cores mixed up open the wrong block: write the valve’s number on both ends.`],
      check: msg`Each station is turned on by hand: its valve opens, and no other.`,
      cautions: [CAUTIONS.electric],
      tools: [msg`wire stripper`, msg`waterproof joints`, TOOLS.driver],
      dry: true,
    },
    (t) => own.includes(t),
  );
}
