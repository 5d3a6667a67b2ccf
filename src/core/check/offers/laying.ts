import { REGULATOR_SETS_KPA } from '../../catalog/headParts';
import { lastingSeasons, material, type MaterialId } from '../../catalog/materials';
import {
  DRIPPER_FLOWS_LPH,
  TAPE_BORES_MM,
  TAPE_FLOWS_LPH,
  TAPE_SPACINGS_M,
  TAPE_WALLS,
  MM_PER_MIL,
} from '../../catalog/tape';
import { DRILLS } from '../../catalog/drills';
import { PIPES, strengthOf } from '../../catalog/pipes';
import {
  branchPlace,
  cropIn,
  HEAD,
  LIMITS,
  openerOf,
  type Block,
  type FullPlan,
  type Part,
} from '../../plan';
import { makeSets } from '../../sets';
import { flowsUnder, layingOf, regulatorsFor, resultOf, widerThan, type Context } from './context';
import type { BlockResult } from '../../network';
import { ringPlace } from '../../layout';
import type { Change } from '../../changes';
import { pieceOf, wayTo } from '../../changes';
import { type Offer, type Offering, steps, ofBlock } from './offering';

/** In sets, one after the other: as few as the source can feed, and where that does not do more. */
export const fewerAtOnce: Offering = ({ whole }) => [setWays(whole)];

/** More sets than this nobody turns by hand. */
const MOST_SENSIBLE_SETS = 16;

/** Ways to water in sets, by the plan: worked out once, whatever is found of it. */
const knownSets = new WeakMap<FullPlan, Change[][]>();
function setWays(plan: FullPlan): Change[][] {
  let ways = knownSets.get(plan);
  if (ways) return ways;
  ways = [];
  const now = Math.max(1, plan.watering.sets.length);
  let most = now;
  for (const more of [0, 1, 2, 4]) {
    const { sets } = makeSets(plan, { afresh: true, least: more === 0 ? 1 : now + more });
    if (sets.length <= most || sets.length > MOST_SENSIBLE_SETS) continue;
    most = sets.length;
    ways.push([{ kind: 'sets', sets }]);
  }
  // What one valve opens as a whole is watered in sets only where a hand opens its beds.
  if (ways.length === 0 && plan.blocks.some((b) => b.inUse && openerOf(plan, b) !== 'hand')) {
    const switching = { ...plan.watering.switching, by: 'hand' as const };
    const blocks = plan.blocks.map((b) => (b.opened === undefined ? b : { ...b, opened: undefined }));
    const byHand = { ...plan, blocks, watering: { ...plan.watering, switching } } as FullPlan;
    const { sets } = makeSets(byHand, { afresh: true });
    if (sets.length > now && sets.length <= MOST_SENSIBLE_SETS)
      ways.push([
        { kind: 'opened-by', by: 'hand' },
        { kind: 'sets', sets },
      ]);
  }
  knownSets.set(plan, ways);
  return ways;
}

/** Sets made again of the beds there are. */
export const rebuiltSets: Offering = ({ whole }) => [
  [[{ kind: 'sets', sets: makeSets(whole, { afresh: true }).sets }]],
];

export const lowerFlow = ofBlock((block, context) => {
  const { tape, id } = layingOf(context, block);
  return [steps(flowsUnder(tape), (flowLph) => ({ kind: 'lay-flow', block: block.id, tape: id, flowLph }))];
});
/** In every block at once: what is short is the source. */
export const lowerFlowEverywhere: Offering = (context) => {
  const blocks = context.results.blocks.map((b) => context.plan.blocks[b.index]);
  const first = blocks[0];
  if (!first) return [];
  return [
    flowsUnder(first.tape).map((flowLph) =>
      blocks
        .filter((b) => flowsUnder(b.tape).includes(flowLph))
        .map((b): Change => ({ kind: 'lay-flow', block: b.id, flowLph })),
    ),
  ];
};
export const middleFeed = ofBlock((block) =>
  block.header.feed === 'left' || block.header.feed === 'right'
    ? [[[{ kind: 'header-feed', block: block.id, feed: 'middle' }]]]
    : [],
);
export const widerHeader = ofBlock((block) => [
  steps(widerThan(block.header), (p) => ({ kind: 'header-size', block: block.id, pipe: p.id })),
]);
/** A wider main all the way to the block, or of the one stretch that the finding names. */
export const widerMain: Offering = (context) => {
  const { place } = context.finding;
  if (place.kind === 'main') {
    const piece = pieceOf(context.plan, place.to);
    if (!piece) return [];
    const wider = widerThan(piece, 5);
    const whole = steps(wider, (p) => ({ kind: 'main-size', to: place.to, pipe: p.id }));
    const stretch = steps(wider, (p) => ({ kind: 'piece-size', to: place.to, pipe: p.id }));
    return wayTo(context.plan, place.to).length > 1 ? [stretch, whole] : [whole];
  }
  return ofBlock((block) => [
    steps(widerThan(block.main, 5), (p) => ({ kind: 'main-size', to: block.id, pipe: p.id })),
  ])(context);
};
/** A pipe no narrower that bears what stands in it. */
export const strongerPipe: Offering = (context) => {
  const { place, measured } = context.finding;
  const strong = (boreMm: number) =>
    PIPES.filter((p) => strengthOf(p).ratingKpa >= measured && p.boreMm >= boreMm).sort(
      (a, b) => a.boreMm - b.boreMm,
    );
  if (place.kind === 'main') {
    const piece = pieceOf(context.plan, place.to);
    return piece
      ? [steps(strong(piece.boreMm).slice(0, 3), (p) => ({ kind: 'piece-size', to: place.to, pipe: p.id }))]
      : [];
  }
  if (place.kind !== 'header') return [];
  return ofBlock((block) => [
    steps(strong(block.header.boreMm).slice(0, 3), (p) => ({
      kind: 'header-size',
      block: block.id,
      pipe: p.id,
    })),
  ])(context);
};
/** Two ends of the main joined to a ring, in the pipe that leads there: where a far block starves, it is then fed from two sides. */
export const closedRing: Offering = ({ whole, results }) => {
  const { head } = results.layout;
  const place = ringPlace(whole, [head.xM, head.yM]);
  const pipe = place && pieceOf(whole, place.to)?.pipe;
  return place && pipe ? [[[{ kind: 'close-ring', ...place, pipe }]]] : [];
};
export const widerBore = ofBlock((block, context) => {
  const { tape, id } = layingOf(context, block);
  if (tape.kind !== 'tape') return [];
  const wider = TAPE_BORES_MM.filter((b) => b > tape.boreMm + 1);
  return [steps(wider, (boreMm) => ({ kind: 'lay-bore', block: block.id, tape: id, boreMm }))];
});
export const headerInMiddle = ofBlock((block) =>
  block.header.other || Math.abs(block.header.along - MIDDLE) < 0.1
    ? []
    : [[[{ kind: 'header-along', block: block.id, along: MIDDLE }]]],
);
const MIDDLE = 0.5;
export const secondHeader = ofBlock((block) =>
  block.header.other ? [] : [[[{ kind: 'second-header', block: block.id }]]],
);
/** Ways to lay another kind of thing: as it is sold, with its lowest flow, and each with other pressures for its other window. */
export function otherMaterialWays(kind: MaterialId, block: Block, plan: FullPlan, tape?: string): Change[][] {
  const change: Change = { kind: 'lay-material', block: block.id, tape, material: kind };
  const lowest = kind === 'tape' ? TAPE_FLOWS_LPH[0] : DRIPPER_FLOWS_LPH[0];
  const flows: Change[][] = [[change]];
  if (kind === 'tape' || kind === 'dripline' || kind === 'compensating')
    flows.push([change, { kind: 'lay-flow', block: block.id, tape, flowLph: lowest }]);
  const regulator = regulatorOf(block, plan);
  const { minKpa, maxKpa } = material(kind).label;
  const sets = regulator
    ? REGULATOR_SETS_KPA.filter((s) => s > minKpa && s <= maxKpa && s !== regulator.now).slice(0, 3)
    : [];
  return [...flows, ...sets.flatMap((set) => flows.map((way) => [...way, setOf(regulator!, set)]))];
}
export const otherMaterial = (...kinds: ('tape' | 'dripline' | 'compensating')[]): Offering =>
  ofBlock((block, context) => {
    const { tape, id } = layingOf(context, block);
    return kinds.filter((k) => k !== tape.kind).map((k) => otherMaterialWays(k, block, context.plan, id));
  });

/** The regulator that holds a block's pressure: its own, or the head's. */
export function regulatorOf(
  block: Block,
  plan: FullPlan,
): { place: string; id: string; now: number } | undefined {
  const last = (parts: readonly Part[]): Part | undefined =>
    parts.filter((p) => p.role === 'regulator').at(-1);
  const own = last(block.inlet);
  if (own) return { place: block.id, id: own.id, now: own.setKpa };
  const head = last(plan.head);
  return head && { place: HEAD, id: head.id, now: head.setKpa };
}
export const setOf = (regulator: { place: string; id: string }, setKpa: number): Change => ({
  kind: 'set-pressure',
  place: regulator.place,
  id: regulator.id,
  setKpa,
});
export const lessPressure = ofBlock((block, context) => {
  const regulator = regulatorOf(block, context.plan);
  if (!regulator) return [];
  const lower = REGULATOR_SETS_KPA.filter((s) => s < regulator.now && s > block.tape.minKpa).reverse();
  return [steps(lower, (setKpa) => setOf(regulator, setKpa))];
});
export const morePressure = ofBlock((block, context) => {
  const regulator = regulatorOf(block, context.plan);
  if (!regulator) return [];
  const higher = REGULATOR_SETS_KPA.filter((s) => s > regulator.now && s <= block.tape.maxKpa);
  return [steps(higher, (setKpa) => setOf(regulator, setKpa))];
});

/** A regulator before the tape of every block that stands too high: set as high as the tape's window lets it. */
export const ownRegulator = ofBlock((block, context) => {
  if (block.inlet.some((p) => p.role === 'regulator')) return [];
  const result = resultOf(context, block);
  if (!result) return [];
  const [kind] = regulatorsFor(
    context.results.demand.blocks[context.results.blocks.indexOf(result)]?.askedLph ?? 0,
  );
  if (!kind) return [];
  const least = block.tape.minKpa;
  const sets = REGULATOR_SETS_KPA.filter((s) => s > least && s <= block.tape.maxKpa).reverse();
  return [
    sets.map((setKpa) => [
      { kind: 'add-part', place: block.id, part: kind.id, name: kind.name, at: block.inlet.length, setKpa },
    ]),
  ];
});
/** One regulator at the end of the head, where several blocks stand too high on the home source and one setting suits all. */
export const headRegulator: Offering = (context) => {
  const { plan, results, finding } = context;
  if (finding.also.length === 0 || plan.sourceId !== plan.home) return [];
  if (plan.head.some((p) => p.role === 'regulator') || results.blocks.some((b) => hasRegulator(b))) return [];
  return regulatorOn(context, HEAD, plan.head.length);
};
const hasRegulator = (b: BlockResult): boolean =>
  b.built.layout.block.inlet.some((p) => p.role === 'regulator');

/** Where it holds on another source alone: one regulator on that source's branch, before all that it waters. */
export const branchRegulator: Offering = (context) => {
  const { plan } = context;
  const source = plan.sources.find((s) => s.id === plan.sourceId);
  if (!source || source.id === plan.home || plan.head.some((p) => p.role === 'regulator')) return [];
  return regulatorOn(context, branchPlace(source.id), source.branch.length);
};
/** A regulator that all that is open shares, at each setting that suits everything laid there, the highest first. */
function regulatorOn({ results }: Context, place: string, at: number): Offer[] {
  const [kind] = regulatorsFor(results.demand.askedLph);
  if (!kind) return [];
  const tapes = results.blocks.map((b) => b.built.layout.block.tape);
  const least = Math.max(...tapes.map((t) => t.minKpa));
  const most = Math.min(...tapes.map((t) => t.maxKpa));
  const sets = REGULATOR_SETS_KPA.filter((s) => s > least && s <= most).reverse();
  return [steps(sets, (setKpa) => ({ kind: 'add-part', place, part: kind.id, name: kind.name, at, setKpa }))];
}
export const thickerWall = ofBlock((block, context) => {
  const { tape, id } = layingOf(context, block);
  if (tape.kind !== 'tape') return [];
  const thicker = TAPE_WALLS.filter((w) => w.mil * MM_PER_MIL > tape.wallMm + 0.01);
  return [
    steps(thicker, (w) => ({
      kind: 'lay-wall',
      block: block.id,
      tape: id,
      wallMm: Number((w.mil * MM_PER_MIL).toFixed(3)),
    })),
  ];
});
/** Beds of a block whose runs differ from a wished number: told by name where they are particular, or where crops differ. */
export const runsIn = ofBlock((block, context) => {
  const { finding } = context;
  const result = resultOf(context, block);
  const wantRuns = Number(finding.says.wantRuns);
  if (!result || !(wantRuns > 0)) return [];
  const { beds } = result.built.layout;
  const want = (runs: number): boolean => (finding.code === 'runs-many' ? runs > wantRuns : runs < wantRuns);
  const whole = finding.code === 'strips-apart';
  const keys = beds
    .filter(
      (b) =>
        !b.resting && want(b.runs) && (!whole || isWhole(context.plan, b.single?.crop ?? block.beds.crop)),
    )
    .map((b) => b.key);
  const alike = keys.length === beds.length && beds.every((b) => b.single?.runs === undefined);
  return [[[{ kind: 'runs', block: block.id, runs: wantRuns, keys: alike ? [] : keys }]]];
});
/** Each hose that is snaked through its bed cut into straight runs, side by side as it lay. */
export const straightRuns = ofBlock((block, context) => {
  const beds = resultOf(context, block)?.built.layout.beds.filter((b) => b.passes > 1) ?? [];
  if (beds.length === 0) return [];
  const { runsPerBed, passes, single } = block.beds;
  const plain = Object.values(single).every((s) => s.runs === undefined && s.passes === undefined);
  const straight = (runs: number, keys: string[]): Change => ({
    kind: 'runs',
    block: block.id,
    runs,
    keys,
    straight: true,
  });
  if (plain) return runsPerBed * passes > LIMITS.runsPerBed ? [] : [[[straight(runsPerBed * passes, [])]]];
  const cut = beds.filter((b) => b.lines <= LIMITS.runsPerBed);
  return cut.length === 0 ? [] : [[cut.map((b) => straight(b.lines, [b.key]))]];
});
const isWhole = (plan: FullPlan, crop: string): boolean => cropIn(plan, crop)?.wets === 'whole';

/** More emitters at each plant that has too few, and a smaller flow for each where the water is short. */
export const emittersAtPlants = ofBlock((block, { finding }) => {
  const wanted = Number(finding.says.wantEmitters);
  if (!block.places || finding.says.ring || !(wanted > 0)) return [];
  const more: Change = { kind: 'plant-emitters', block: block.id, emitters: wanted };
  return [
    [[more]],
    flowsUnder(block.tape).map((flowLph): Change[] => [more, { kind: 'lay-flow', block: block.id, flowLph }]),
  ];
});

export const closerSpacing = ofBlock((block, context) => {
  const { tape, id } = layingOf(context, block);
  const closer = TAPE_SPACINGS_M.filter((s) => s < tape.spacingM - 0.01).reverse();
  const flows = [tape.flowLph, ...flowsUnder(tape)];
  // The same flow per length where there is such an emitter; else the lowest there is.
  const flowAt = (s: number): number =>
    flows.find((f) => f <= ((tape.flowLph * s) / tape.spacingM) * 1.1) ?? flows.at(-1)!;
  return [
    steps(closer, (spacingM) => ({
      kind: 'lay-spacing',
      block: block.id,
      tape: id,
      spacingM,
      flowLph: flowAt(spacingM),
    })),
  ];
});
/** Along the upper ends; what the fall then adds may ask for less pressure. */
export const headerAtTop = ofBlock((block, context) => {
  const move: Change = { kind: 'header-along', block: block.id, along: block.header.along < MIDDLE ? 1 : 0 };
  const regulator = regulatorOf(block, context.plan);
  const lower = regulator
    ? REGULATOR_SETS_KPA.filter((s) => s < regulator.now && s > block.tape.minKpa).reverse()
    : [];
  return [[[move], ...lower.map((set) => [move, setOf(regulator!, set)])]];
});
export const lies = (...where: ('mulch' | 'cover' | 'buried')[]): Offering =>
  ofBlock((block) => where.map((w): Offer => [[{ kind: 'lay-where', block: block.id, lies: w }]]));
export const fewerSeasons = ofBlock((block, context) => {
  const { tape, id } = layingOf(context, block);
  return [
    [[{ kind: 'lay-seasons', block: block.id, tape: id, seasons: lastingSeasons(tape.kind, tape.wallMm) }]],
  ];
});

/** Drills half a tenth of a millimetre apart, and none finer than stays open. */
/** Drills closer together than this are one, mm. */
const DRILL_APART_MM = 0.04;
const LEAST_HOLE_MM = 0.5;
const SHORTER = [0.8, 0.65, 0.5] as const;

/** Smaller holes in drilled hose, or longer microtubes: less flow from each. */
export const smallerHoles = ofBlock((block, context) => {
  const { tape, id } = layingOf(context, block);
  if (tape.kind === 'drilled') {
    const smaller = DRILLS.map((d) => d.mm)
      .filter((mm) => mm < tape.holeMm - DRILL_APART_MM && mm >= LEAST_HOLE_MM)
      .reverse();
    return [steps(smaller, (holeMm) => ({ kind: 'lay-hole', block: block.id, tape: id, holeMm }))];
  }
  if (tape.kind === 'microtubes') {
    const longer = SHORTER.map((s) => Number((tape.tubeM / s).toFixed(2)));
    return [steps(longer, (tubeM) => ({ kind: 'lay-tube', block: block.id, tape: id, tubeM }))];
  }
  return [];
});
