import {
  createNetworkSolver,
  lateralAt,
  lossAcross,
  type LinkSpec,
  type NetworkSolver,
  type NetworkSpec,
  type RunStore,
} from '../hydraulics/network';
import type { Medium } from '../hydraulics/friction';
import { KPA_PER_M } from '../hydraulics/water';
import type { FarmLayout } from '../layout';
import { isWell, type FullPlan } from '../plan';
import type { BlockNetwork, PartStep } from './blockNetwork';
import type { FarmNetwork } from './farmNetwork';
import { mediumOf, sourceFlowLph } from './intake';

/** The plan's flow asked for, against what the source gives at the pressure that takes. */
export interface Demand {
  /** Flow with every regulator satisfied; where there is none, with the weakest emitter at its minimum working pressure. */
  askedLph: number;
  /** Pressure at the foot of the head at that flow. */
  neededKpa: number;
  /** Flow of the source at that pressure, the allowance taken off; Infinity from a tank that stands high enough. */
  availableLph: number;
  /** Flow that the source keeps up day and night, the allowance taken off: a well's yield; Infinity for others. */
  lastingLph: number;
  /** What is asked of each block in use: its flow, and the pressure where the main reaches it. */
  blocks: BlockDemand[];
  /** Place among the blocks in use of the one that asks for most pressure; −1 where a regulator in the head settles it. */
  ruling: number;
}

export interface BlockDemand {
  askedLph: number;
  entryKpa: number;
  feedKpa: number;
}

/** How closely the feed pressure without a regulator is found, kPa. */
const FEED_TOLERANCE_KPA = 1e-4;
const MOST_FEED_STEPS = 60;
/** A step grows at most this many times beyond the shortfall. */
const LEAST_GAIN = 1 / 8;

/** Finds demands, remembering those of blocks that did not change. */
export interface DemandFinder {
  find(plan: FullPlan, layout: FarmLayout, built: FarmNetwork): Demand;
}

export function createDemandFinder(store: RunStore): DemandFinder {
  const solvers = new Map<string, NetworkSolver>();
  let known = new WeakMap<BlockNetwork, BlockDemand>();
  let mediumKey = '';
  const solverOf = (id: string): NetworkSolver => {
    let solver = solvers.get(id);
    if (!solver) solvers.set(id, (solver = createNetworkSolver(store)));
    return solver;
  };
  return {
    find(plan, layout, built) {
      const medium = mediumOf(plan);
      const key = `${medium.friction} ${medium.waterC}`;
      if (key !== mediumKey) {
        known = new WeakMap();
        mediumKey = key;
      }
      const blocks = built.blocks.map((b) => {
        let demand = known.get(b);
        if (!demand) known.set(b, (demand = blockDemand(b, medium, solverOf(b.layout.block.id))));
        return demand;
      });
      return { ...farmDemand(plan, layout, built, blocks, medium, solverOf('')), blocks };
    },
  };
}

/** The last regulator of some parts in line; what stands after it is held. */
const lastRegulator = (steps: readonly PartStep[]): number =>
  steps.reduce((last, s, i) => (s.part.role === 'regulator' ? i : last), -1);

/** A block's own network with one of its nodes held at a pressure: that of the inlet's last regulator, or its header's feed. */
function heldAt(b: BlockNetwork, node: string, pressureKpa: number, medium: Medium): NetworkSpec {
  const place = b.inlet.findIndex((s) => s.to === node && s.link);
  const before = b.inlet.slice(0, place + 1);
  const cut = new Set(before.map((s) => s.link));
  const gone = new Set([b.entry, ...before.map((s) => s.to)].filter((id) => id !== node));
  return {
    ...medium,
    supply: { node, kind: 'constant', pressureKpa },
    nodes: b.nodes.filter((n) => !gone.has(n.id)),
    links: b.links.filter((l) => !cut.has(l)),
    ties: b.ties.map((t) => t.link),
    laterals: b.laterals,
  };
}

/** What one block asks for at its entry. */
function blockDemand(b: BlockNetwork, medium: Medium, solver: NetworkSolver): BlockDemand {
  const last = lastRegulator(b.inlet);
  const least = b.layout.runs.reduce((most, r) => Math.max(most, r.tape.minKpa), 0);
  const node = last >= 0 ? b.inlet[last].to : b.feed;
  let heldKpa = last >= 0 ? b.inlet[last].part.setKpa : least;
  let network = heldAt(b, node, heldKpa, medium);
  let solved = solver.solve(network);
  if (last < 0) {
    // The weakest emitter rises with the feed, by less than one for one where friction grows: secant steps.
    let gain = 1;
    let before: { heldKpa: number; short: number } | undefined;
    for (let i = 0; i < MOST_FEED_STEPS; i++) {
      let short = -Infinity;
      for (let r = 0; r < network.laterals.length; r++) {
        const lateral = lateralAt(solved, r);
        if (lateral.emitters > 0) short = Math.max(short, b.layout.runs[r].tape.minKpa - lateral.minKpa);
      }
      if (!Number.isFinite(short) || Math.abs(short) < FEED_TOLERANCE_KPA) break;
      if (before)
        gain = Math.min(1, Math.max(LEAST_GAIN, (before.short - short) / (heldKpa - before.heldKpa)));
      before = { heldKpa, short };
      heldKpa += short / gain;
      network = { ...network, supply: { node, kind: 'constant', pressureKpa: heldKpa } };
      solved = solver.solve(network);
    }
  }
  const askedLph = solved.supply.flowLph;
  // Parts after the held one lie in the network; those up to it ask for their loss on top.
  const upstream = last >= 0 ? b.inlet.slice(0, last + 1) : b.inlet;
  return {
    askedLph,
    entryKpa: heldKpa + lossOf(upstream, askedLph, medium),
    feedKpa: solved.nodeKpa[network.nodes.findIndex((n) => n.id === b.feed)],
  };
}

const lossOf = (steps: readonly PartStep[], lph: number, medium: Medium): number =>
  steps.reduce((sum, s) => sum + (s.link ? lossAcross(s.link, lph, medium) : 0), 0);

/** What other outlets take that may run now, L/h. */
const othersLph = ({ others }: FarmNetwork): number => others.reduce((sum, o) => sum + o.tee.outlet.lph, 0);

function farmDemand(
  plan: FullPlan,
  layout: FarmLayout,
  built: FarmNetwork,
  blocks: readonly BlockDemand[],
  medium: Medium,
  solver: NetworkSolver,
): Omit<Demand, 'blocks'> {
  const regulator = lastRegulator(built.head);
  let askedLph: number;
  let outletKpa: number;
  let ruling = -1;
  if (regulator >= 0) {
    // One regulator before the whole farm: what flows while it holds, those at the blocks doing as they then do.
    const held = built.head[regulator];
    askedLph = solver.solve(below(built, held)).supply.flowLph;
    outletKpa = held.part.setKpa;
  } else {
    askedLph = blocks.reduce((sum, b) => sum + b.askedLph, 0) + othersLph(built);
    const needed =
      built.rings.length > 0 ? ringNeeds(built, blocks, medium, solver) : entryNeeds(built, blocks, medium);
    ruling = needed.reduce((most, kpa, i) => (most < 0 || kpa > needed[most] ? i : most), -1);
    outletKpa = ruling >= 0 ? needed[ruling] : 0;
  }
  const before = regulator >= 0 ? built.head.slice(0, regulator + 1) : built.head;
  const neededKpa = outletKpa + lossOf(before, askedLph, medium);
  const { source } = layout;
  const lastingLph = isWell(source)
    ? Math.max(0, source.yieldLph * plan.wishes.allowance - source.othersLph)
    : Infinity;
  return { askedLph, neededKpa, availableLph: sourceFlowLph(source, plan, neededKpa), lastingLph, ruling };
}

/** Pressure each block asks for where the main begins, with every block drawing what it asks, kPa. */
function entryNeeds(built: FarmNetwork, blocks: readonly BlockDemand[], medium: Medium): number[] {
  const lph = new Map<LinkSpec, number>();
  const byEnd = new Map(built.mains.map((m) => [m.to, m]));
  const path = (node: string): typeof built.mains => {
    const steps = [];
    for (let step = byEnd.get(node); step; step = byEnd.get(step.from)) steps.push(step);
    return steps;
  };
  const paths = built.blocks.map((b) => path(b.entry));
  const linksOf = ({ link, outlet }: (typeof built.mains)[number]): LinkSpec[] =>
    outlet?.link ? [outlet.link, link] : [link];
  paths.forEach((steps, i) =>
    steps.flatMap(linksOf).forEach((link) => lph.set(link, (lph.get(link) ?? 0) + blocks[i].askedLph)),
  );
  for (const { tee, node } of built.others)
    path(node)
      .flatMap(linksOf)
      .forEach((link) => lph.set(link, (lph.get(link) ?? 0) + tee.outlet.lph));
  return paths.map((steps, i) => {
    const friction = steps
      .flatMap(linksOf)
      .reduce((sum, link) => sum + lossAcross(link, lph.get(link)!, medium), 0);
    return blocks[i].entryKpa + friction + (built.blocks[i].entryM - built.intake.headM) * KPA_PER_M;
  });
}

/** Pressure that mains in a ring are looked at under: so much that it never runs short, kPa. */
const PLENTY_KPA = 1e5;
/** A block's whole demand as one emitter that gives just that, at the end of next to no pipe. */
const STUB_M = 0.01;
const STUB_MM = 500;

/** The same where mains close rings: they are solved by themselves, with every block drawing what it asks. */
function ringNeeds(
  built: FarmNetwork,
  blocks: readonly BlockDemand[],
  medium: Medium,
  solver: NetworkSolver,
): number[] {
  // What a block's own valve at the head loses is in what the block asks for.
  const atHead = new Map(
    built.blocks.flatMap((b) => {
      const [first] = b.inlet;
      return first?.part.planned === 'head' ? [[first.to, first.from] as const] : [];
    }),
  );
  const start = (node: string): string => atHead.get(node) ?? node;
  const links = [
    ...built.outlets.flatMap((o) => o.link ?? []),
    ...built.mains.map(({ link }): LinkSpec => ({ ...link, from: start(link.from) })),
  ];
  const ids = new Set([built.outlet, ...links.map((l) => l.to)]);
  const network: NetworkSpec = {
    ...medium,
    supply: { node: built.outlet, kind: 'constant', pressureKpa: PLENTY_KPA },
    nodes: [
      { id: built.outlet, elevationM: built.intake.headM },
      ...[...built.network.nodes, ...built.blocks.map((b) => ({ id: b.entry, elevationM: b.entryM }))].filter(
        (n, i, all) => n.id !== built.outlet && ids.has(n.id) && all.findIndex((o) => o.id === n.id) === i,
      ),
    ],
    links,
    ties: built.rings.map((r) => r.link),
    laterals: [
      ...built.others.map(({ node, tee }) => ({ id: node, node, lph: tee.outlet.lph })),
      ...built.blocks.map((b, i) => ({ id: b.entry, node: b.entry, lph: blocks[i].askedLph })),
    ].map(({ id, node, lph }) => ({
      id,
      node,
      lengthM: STUB_M,
      diameterMm: STUB_MM,
      emitter: { kind: 'compensating', spacingM: STUB_M, flowLph: lph, minKpa: 1 },
    })),
  };
  const { nodeKpa } = solver.solve(network);
  return built.blocks.map(
    (b, i) => blocks[i].entryKpa + PLENTY_KPA - nodeKpa[network.nodes.findIndex((n) => n.id === b.entry)],
  );
}

/** The network below a part of the head, with the node after it held at its set pressure. */
function below(built: FarmNetwork, held: PartStep): NetworkSpec {
  const { network } = built;
  const place = built.head.indexOf(held);
  const before = built.head.slice(0, place + 1);
  const cut = new Set<LinkSpec | undefined>([
    ...built.intakeSteps.map((s) => s.link),
    ...before.map((s) => s.link),
  ]);
  const gone = new Set(
    [network.supply.node, ...built.intakeSteps.map((s) => s.to), ...before.map((s) => s.to)].filter(
      (id) => id !== held.to,
    ),
  );
  return {
    ...network,
    supply: { node: held.to, kind: 'constant', pressureKpa: held.part.setKpa },
    nodes: network.nodes.filter((n) => !gone.has(n.id)),
    links: network.links.filter((l) => !cut.has(l)),
  };
}
