import { cropKind } from '../catalog/crops';
import { isFilter, HEAD_PARTS, REGULATOR_SETS_KPA, type Role } from '../catalog/headParts';
import { lastingSeasons, material, type MaterialId } from '../catalog/materials';
import {
  DRIPPER_FLOWS_LPH,
  TAPE_BORES_MM,
  TAPE_FLOWS_LPH,
  TAPE_SPACINGS_M,
  TAPE_WALLS,
  MM_PER_MIL,
} from '../catalog/tape';
import { waterKind } from '../catalog/water';
import type { FindingCode } from '../check';
import { makeSets } from '../sets';
import { HEAD, type Block, type FullPlan, type Part } from '../plan';
import { blockOf, flowsUnder, layingOf, regulatorsFor, resultOf, widerThan, type Context } from './context';
import type { Change } from './types';

/** Ways of one remedy from mild to strong: the first that clears the finding is taken. Each way is some changes at once. */
export type Offer = Change[][];
type Offering = (context: Context) => Offer[];

const steps = <T>(list: readonly T[], change: (step: T) => Change): Offer => list.map((s) => [change(s)]);

/** Works on the block that the finding is about. */
const ofBlock =
  (offers: (block: Block, context: Context) => Offer[]): Offering =>
  (context) => {
    const block = blockOf(context);
    return block ? offers(block, context) : [];
  };
const all =
  (...offerings: Offering[]): Offering =>
  (context) =>
    offerings.flatMap((offering) => offering(context));

/** In sets, one after the other: as few as the source bears, and where that does not do more. */
const fewerAtOnce: Offering = ({ whole }) => [setWays(whole)];

/** Ways to water in sets, by the plan: worked out once, whatever is found of it. */
const knownSets = new WeakMap<FullPlan, Change[][]>();
function setWays(plan: FullPlan): Change[][] {
  let ways = knownSets.get(plan);
  if (ways) return ways;
  ways = [];
  const now = Math.max(1, plan.watering.sets.length);
  let most = now;
  for (const least of [0, 1, 2, 4]) {
    const { sets } = makeSets(plan, { afresh: true, least: least === 0 ? 1 : now + least });
    if (sets.length <= most) continue;
    most = sets.length;
    ways.push([{ kind: 'sets', sets }]);
  }
  knownSets.set(plan, ways);
  return ways;
}

const lowerFlow = ofBlock((block, context) => {
  const { tape, id } = layingOf(context, block);
  return [steps(flowsUnder(tape), (flowLph) => ({ kind: 'lay-flow', block: block.id, tape: id, flowLph }))];
});
/** In every block at once: what is short is the source. */
const lowerFlowEverywhere: Offering = (context) => {
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
const middleFeed = ofBlock((block) =>
  block.header.feed === 'left' || block.header.feed === 'right'
    ? [[[{ kind: 'header-feed', block: block.id, feed: 'middle' }]]]
    : [],
);
const widerHeader = ofBlock((block) => [
  steps(widerThan(block.header), (p) => ({ kind: 'header-size', block: block.id, pipe: p.id })),
]);
const widerMain = ofBlock((block, { finding }) => {
  const to = finding.place.kind === 'main' ? finding.place.to : block.id;
  return [steps(widerThan(block.main, 5), (p) => ({ kind: 'main-size', to, pipe: p.id }))];
});
const widerBore = ofBlock((block, context) => {
  const { tape, id } = layingOf(context, block);
  if (tape.kind !== 'tape') return [];
  const wider = TAPE_BORES_MM.filter((b) => b > tape.boreMm + 1);
  return [steps(wider, (boreMm) => ({ kind: 'lay-bore', block: block.id, tape: id, boreMm }))];
});
const headerInMiddle = ofBlock((block) =>
  block.header.other || Math.abs(block.header.along - MIDDLE) < 0.1
    ? []
    : [[[{ kind: 'header-along', block: block.id, along: MIDDLE }]]],
);
const MIDDLE = 0.5;
const secondHeader = ofBlock((block) =>
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
const otherMaterial = (...kinds: ('tape' | 'dripline' | 'compensating')[]): Offering =>
  ofBlock((block, context) => {
    const { tape, id } = layingOf(context, block);
    return kinds.filter((k) => k !== tape.kind).map((k) => otherMaterialWays(k, block, context.plan, id));
  });

/** The regulator that holds a block's pressure: its own, or the head's. */
function regulatorOf(block: Block, plan: FullPlan): { place: string; id: string; now: number } | undefined {
  const last = (parts: readonly Part[]): Part | undefined =>
    parts.filter((p) => p.role === 'regulator').at(-1);
  const own = last(block.inlet);
  if (own) return { place: block.id, id: own.id, now: own.setKpa };
  const head = last(plan.head);
  return head && { place: HEAD, id: head.id, now: head.setKpa };
}
const setOf = (regulator: { place: string; id: string }, setKpa: number): Change => ({
  kind: 'set-pressure',
  place: regulator.place,
  id: regulator.id,
  setKpa,
});
const lessPressure = ofBlock((block, context) => {
  const regulator = regulatorOf(block, context.plan);
  if (!regulator) return [];
  const lower = REGULATOR_SETS_KPA.filter((s) => s < regulator.now && s > block.tape.minKpa).reverse();
  return [steps(lower, (setKpa) => setOf(regulator, setKpa))];
});
const morePressure = ofBlock((block, context) => {
  const regulator = regulatorOf(block, context.plan);
  if (!regulator) return [];
  const higher = REGULATOR_SETS_KPA.filter((s) => s > regulator.now && s <= block.tape.maxKpa);
  return [steps(higher, (setKpa) => setOf(regulator, setKpa))];
});

/** A regulator before the tape of every block that stands too high: set as high as the tape's window lets it. */
const ownRegulator = ofBlock((block, context) => {
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
const thickerWall = ofBlock((block, context) => {
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
const raisedTank: Offering = ({ results: { layout } }) =>
  layout.source.kind === 'tank' ? [steps([0.5, 1, 1.5, 2, 3], (byM) => ({ kind: 'raise-tank', byM }))] : [];

/** The part a finding is about, with where it stands. */
function partOf({
  finding: { place },
  plan,
}: Context): { place: string; part: Part; at: number; list: readonly Part[] } | undefined {
  if (place.kind !== 'part') return undefined;
  const list =
    place.place === HEAD ? plan.head : (plan.blocks.find((b) => b.id === place.place)?.inlet ?? []);
  const at = list.findIndex((p) => p.id === place.id);
  return at < 0 ? undefined : { place: place.place, part: list[at], at, list };
}
const ofPart =
  (offers: (found: NonNullable<ReturnType<typeof partOf>>, context: Context) => Offer[]): Offering =>
  (context) => {
    const found = partOf(context);
    return found ? offers(found, context) : [];
  };
/** Another of the same role, or of others that stand in for it, that suits the flow. */
const sized = (roles?: (part: Part) => readonly Role[]): Offering =>
  ofPart(({ place, part }, { results }) => {
    const block = results.blocks.find((b) => b.built.layout.block.id === place);
    const lph = block?.flowLph ?? results.flowLph;
    const wanted = roles?.(part) ?? [part.role];
    const fit = HEAD_PARTS.filter(
      (p) => wanted.includes(p.role) && p.id !== part.kind && p.minLph <= lph && lph <= p.maxLph,
    );
    return [
      steps(fit, (p) => ({
        kind: 'swap-part',
        place,
        id: part.id,
        part: p.id,
        from: part.name,
        name: p.name,
      })),
    ];
  });
const movedAfter = (is: (p: Part) => boolean, where: 'before' | 'after'): Offering =>
  ofPart(({ place, part, at, list }) => {
    const other = list.findIndex(is);
    if (other < 0) return [];
    const to = where === 'after' ? (at < other ? other : other + 1) : at < other ? other - 1 : other;
    return [
      [
        [
          {
            kind: 'move-part',
            place,
            id: part.id,
            to,
            name: part.name,
            before: `${where} the ${list[other].name}`,
          },
        ],
      ],
    ];
  });
const addPart = (
  place: string,
  id: string,
  at: number,
  more: { setKpa?: number; opensKpa?: number } = {},
): Change => ({
  kind: 'add-part',
  place,
  part: id,
  at,
  name: HEAD_PARTS.find((p) => p.id === id)!.name,
  ...more,
});
const preventer: Offering = ({ plan, results: { flowLph } }) => {
  const kinds = plan.wishes.feeding
    ? ['reduced-pressure']
    : ['double-check', 'vacuum-breaker', 'reduced-pressure'];
  const at = plan.head.findIndex((p) => p.role !== 'ball-valve' && p.role !== 'gate-valve');
  const fit = kinds.filter((k) => HEAD_PARTS.find((p) => p.id === k)!.maxLph >= flowLph);
  return fit.map((k) => [[addPart(HEAD, k, Math.max(0, at))]]);
};
/** A filter of a kind that suits all that is in the water, of a size for the flow. */
function filtersFor({ results }: Context): { id: string; name: string }[] {
  const waters = results.layout.source.water.map(waterKind);
  const mesh = Math.max(...waters.map((w) => w.mesh));
  const suit = (role: Role): boolean => isFilter(role) && waters.every((w) => w.filters.includes(role));
  return HEAD_PARTS.filter((p) => suit(p.role) && p.mesh >= mesh && p.maxLph >= results.flowLph);
}
const beforeRegulator = (head: readonly Part[]): number => {
  const at = head.findIndex((p) => p.role === 'regulator' || p.role === 'meter');
  return at < 0 ? head.length : at;
};
const addFilter: Offering = (context) =>
  filtersFor(context)
    .slice(0, 2)
    .map((f) => [[addPart(HEAD, f.id, beforeRegulator(context.plan.head))]]);
const fitFilter: Offering = (context) => {
  const { plan, results } = context;
  const at = plan.head.findIndex((p) => isFilter(p.role));
  const needs = results.layout.source.water
    .map((w) => waterKind(w).before)
    .find((role) => role && !plan.head.some((p) => p.role === role));
  const before = HEAD_PARTS.filter(
    (p) => p.role === needs && p.maxLph >= results.flowLph && p.minLph <= results.flowLph,
  );
  const separator = before[0] && at >= 0 ? [addPart(HEAD, before[0].id, at)] : [];
  const swaps = filtersFor(context).filter(
    (f) => f.id !== plan.head[at]?.kind || (plan.head[at]?.mesh ?? 0) < 100,
  );
  if (at < 0) return [];
  const swap = (f: { id: string; name: string }): Change => ({
    kind: 'swap-part',
    place: HEAD,
    id: plan.head[at].id,
    part: f.id,
    from: plan.head[at].name,
    name: f.name,
  });
  return [
    ...(separator.length > 0 ? [[separator]] : []),
    ...swaps.slice(0, 2).map((f): Offer => [[swap(f)], [swap(f), ...separator]]),
  ];
};
const biggerFilter: Offering = (context) => {
  const { plan } = context;
  const at = plan.head.findIndex((p) => p.dirtyKpa > 0);
  const part = plan.head[at];
  if (!part) return [];
  const bigger = HEAD_PARTS.filter(
    (p) =>
      p.role === part.role &&
      p.atLph / Math.sqrt(p.dirtyKpa) > (part.atLph / Math.sqrt(part.dirtyKpa)) * 1.05,
  );
  return [
    steps(bigger, (p) => ({
      kind: 'swap-part',
      place: HEAD,
      id: part.id,
      part: p.id,
      from: part.name,
      name: p.name,
    })),
  ];
};
const gauges: Offering = ofPart(({ place, at }, { finding }) => [
  [
    [
      ...(finding.values.after ? [] : [addPart(place, 'gauge', at + 1)]),
      ...(finding.values.before ? [] : [addPart(place, 'gauge', at)]),
    ],
  ],
]);

/** Beds of a block whose runs differ from a wished number: told by name where they are particular, or where crops differ. */
const runsIn = ofBlock((block, context) => {
  const { finding } = context;
  const result = resultOf(context, block);
  const { wantRuns } = finding.values;
  if (!result || !(wantRuns > 0)) return [];
  const { beds } = result.built.layout;
  const want = (runs: number): boolean => (finding.code === 'runs-many' ? runs > wantRuns : runs < wantRuns);
  const whole = finding.code === 'strips-apart';
  const keys = beds
    .filter((b) => !b.resting && want(b.runs) && (!whole || isWhole(b.single?.crop ?? block.beds.crop)))
    .map((b) => b.key);
  const alike = keys.length === beds.length && beds.every((b) => b.single?.runs === undefined);
  return [[[{ kind: 'runs', block: block.id, runs: wantRuns, keys: alike ? [] : keys }]]];
});
const isWhole = (crop: string): boolean => crop !== 'none' && cropKind(crop).wets === 'whole';

const closerSpacing = ofBlock((block, context) => {
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
const headerAtTop = ofBlock((block, context) => {
  const move: Change = { kind: 'header-along', block: block.id, along: block.header.along < MIDDLE ? 1 : 0 };
  const regulator = regulatorOf(block, context.plan);
  const lower = regulator
    ? REGULATOR_SETS_KPA.filter((s) => s < regulator.now && s > block.tape.minKpa).reverse()
    : [];
  return [[[move], ...lower.map((set) => [move, setOf(regulator!, set)])]];
});
const lies = (...where: ('mulch' | 'cover' | 'buried')[]): Offering =>
  ofBlock((block) => where.map((w): Offer => [[{ kind: 'lay-where', block: block.id, lies: w }]]));
const fewerSeasons = ofBlock((block, context) => {
  const { tape, id } = layingOf(context, block);
  return [
    [[{ kind: 'lay-seasons', block: block.id, tape: id, seasons: lastingSeasons(tape.kind, tape.wallMm) }]],
  ];
});
const ofSource =
  (offers: (context: Context) => Offer[]): Offering =>
  (context) =>
    offers(context);
const fixed =
  (...changes: Change[]): Offering =>
  () => [[changes]];

const MORE_WATER = [fewerAtOnce, lowerFlowEverywhere];

/** For each kind of finding what a grower would try, in that order. */
const OFFERS: Partial<Record<FindingCode, Offering>> = {
  'flow-short': all(...MORE_WATER, widerMain, lessPressure, raisedTank),
  'emitters-dry': all(fewerAtOnce, lowerFlow, middleFeed, widerHeader, widerMain, morePressure, raisedTank),
  'emitter-under': all(fewerAtOnce, lowerFlow, middleFeed, widerHeader, widerMain, morePressure, raisedTank),
  'emitter-over': all(lessPressure, ownRegulator, thickerWall),
  'burst-at-rest': all(ownRegulator, lessPressure, thickerWall),
  'run-too-long': all(lowerFlow, headerInMiddle, widerBore, secondHeader),
  'thin-line-long': all(headerInMiddle, otherMaterial('dripline'), secondHeader),
  'material-uneven': all(otherMaterial('tape', 'dripline'), ({ finding }) => [
    [[{ kind: 'wish', uniformity: Math.floor(finding.measured * 0.95 * 100) / 100 }]],
  ]),
  'material-water': all(otherMaterial('tape', 'dripline')),
  'tape-curved': otherMaterial('dripline', 'compensating'),
  'tape-pecked': all(lies('mulch', 'cover', 'buried'), otherMaterial('dripline')),
  'wears-out': all(thickerWall, fewerSeasons, otherMaterial('dripline')),
  'header-small': all(middleFeed, widerHeader, fewerAtOnce),
  'block-uneven': all(middleFeed, widerHeader, otherMaterial('compensating')),
  'main-eats': all(widerMain, ...MORE_WATER),
  'fast-water': (context) =>
    context.finding.place.kind === 'header' ? widerHeader(context) : widerMain(context),
  'regulator-starved': all(widerMain, ...MORE_WATER),
  'regulator-range': sized(),
  'over-rated': sized(),
  'regulator-uphill': ownRegulator,
  'farm-uneven': ownRegulator,
  'flow-over-rating': all(sized(), fewerAtOnce),
  'flow-under-rating': sized(),
  'needs-pressure': sized((part) =>
    part.role === 'timer'
      ? ['timer', 'motor-valve']
      : part.role === 'solenoid-valve'
        ? ['motor-valve']
        : [part.role],
  ),
  'no-backflow': preventer,
  'backflow-weak': ofSource(({ plan }) => {
    const weak = plan.head.find((p) => p.role === 'backflow');
    if (!weak) return [];
    const strong = HEAD_PARTS.filter((p) => p.role === 'backflow' && p.id !== weak.kind);
    return [
      steps(strong, (p) => ({
        kind: 'swap-part',
        place: HEAD,
        id: weak.id,
        part: p.id,
        from: weak.name,
        name: p.name,
      })),
    ];
  }),
  'injector-above-backflow': movedAfter((p) => p.role === 'backflow', 'after'),
  'injector-below-filter': movedAfter((p) => isFilter(p.role), 'before'),
  'filter-above-separator': movedAfter((p) => p.role === 'separator', 'after'),
  'no-filter': addFilter,
  'filter-unfit': fitFilter,
  'no-gauges': gauges,
  'short-when-dirty': all(biggerFilter, fewerAtOnce),
  'no-relief': ofSource(({ results: { rest } }) => [
    [[{ kind: 'pressure-tank' }]],
    [[addPart(HEAD, 'relief', 0, { opensKpa: Math.round(rest.sourceKpa * RELIEF_SHARE) })]],
  ]),
  'never-stops': ofSource(({ results: { layout } }) => {
    const { source } = layout;
    if (source.kind !== 'well' && source.kind !== 'pump') return [];
    const { cutInKpa, cutOutKpa } = source.vessel;
    const lower = [0.9, 0.8, 0.7, 0.6, 0.5]
      .map((s) => Math.round(cutOutKpa * s))
      .filter((k) => k > cutInKpa * 1.2);
    return [steps(lower, (kpa) => ({ kind: 'cut-out', cutOutKpa: kpa }))];
  }),
  'short-cycling': ofSource(({ results: { layout } }) => {
    const { source } = layout;
    if (source.kind !== 'well' && source.kind !== 'pump') return [];
    const larger = [1.5, 2, 3, 4, 6, 8, 12].map((f) => Math.round(source.vessel.volumeL * f));
    return [steps(larger, (volumeL) => ({ kind: 'tank-size', volumeL }))];
  }),
  'over-yield': all(fewerAtOnce, lowerFlowEverywhere),
  'suction-high': ofSource(({ results: { layout } }) => {
    const { source } = layout;
    if (source.kind !== 'pump') return [];
    const lower = [1, 2, 3, 4]
      .map((by) => Number((source.liftM - by).toFixed(2)))
      .filter((lift) => lift > -0.5);
    return [
      steps(lower, (liftM) => ({ kind: 'lower-pump', liftM })),
      steps(widerThan(source.suction), (p) => ({ kind: 'suction-size', pipe: p.id })),
    ];
  }),
  'no-foot-valve': fixed({ kind: 'foot-valve' }),
  'booster-starved': all(...MORE_WATER),
  'booster-limits': all(fewerAtOnce),
  'backup-joins': ofSource(({ plan }) => [
    [[{ kind: 'backup-apart', backflow: plan.wishes.feeding ? 'reduced-pressure' : 'double-check' }]],
  ]),
  'no-vent': ofSource(({ finding: { place }, plan }) =>
    place.kind === 'main' && plan.tees.some((t) => t.id === place.to)
      ? [[[{ kind: 'vent-tee', tee: place.to }]]]
      : [
          [
            [
              addPart(
                place.kind === 'main' ? place.to : HEAD,
                'air-vent',
                place.kind === 'main' ? 0 : plan.head.length,
              ),
            ],
          ],
        ],
  ),
  surge: ofSource(({ plan }) => {
    const ball = plan.head.find((p) => p.role === 'ball-valve');
    if (!ball) return [];
    const gates = HEAD_PARTS.filter((p) => p.role === 'gate-valve');
    return [
      steps(gates, (p) => ({
        kind: 'swap-part',
        place: HEAD,
        id: ball.id,
        part: p.id,
        from: ball.name,
        name: p.name,
      })),
    ];
  }),
  'allowance-high': ({ finding }) => [[[{ kind: 'allowance', share: finding.limit }]]],
  'runs-uphill': all(headerAtTop, otherMaterial('compensating')),
  'beds-unlike': ofBlock((block) => [[[{ kind: 'lay-alike', block: block.id }]]]),
  'spacing-wide': closerSpacing,
  'strips-apart': runsIn,
  'runs-few': runsIn,
  'runs-many': runsIn,
  puddles: all(lowerFlow),
};

/** A relief valve opens at about this share of what the pump comes to against shut valves. */
const RELIEF_SHARE = 0.8;

/** What would be tried for a finding; nothing for what no change of the plan can mend. */
export const offersFor = (context: Context): Offer[] =>
  (OFFERS[context.finding.code]?.(context) ?? []).filter((offer) => offer.some((way) => way.length > 0));
