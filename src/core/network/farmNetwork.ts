import type { IntakeStep } from '../plan';
import type { LateralSpec, LinkSpec, NetworkSpec, NodeSpec } from '../hydraulics/network';
import type { FarmLayout, LaidMain } from '../layout';
import { ORIFICE_EXPONENT } from '../hydraulics/emitter';
import { HEAD, runningOutlets, wayToHead, type FullPlan, type Outlet, type Tee } from '../plan';
import {
  blockNetwork,
  partsInLine,
  SAME_PLACE_M,
  withHeadValve,
  type BlockNetwork,
  type PartStep,
} from './blockNetwork';
import { allowanceIn, intakeOf, type Intake } from './intake';
import { lastSplitter, outletOf } from './splitter';

/** A piece of the main in the network. */
export interface MainStep {
  laid: LaidMain;
  from: string;
  to: string;
  link: LinkSpec;
  /** The outlet of a splitter that it hangs on: what the splitter costs is lost there, at that outlet's own flow. */
  outlet?: PartStep;
}

/** The network of a plan, and which of its nodes and links are what. */
export interface FarmNetwork {
  network: NetworkSpec;
  intake: Intake;
  intakeSteps: { step: IntakeStep; from: string; to: string; link: LinkSpec }[];
  head: PartStep[];
  /** Node that the main begins at. */
  outlet: string;
  mains: MainStep[];
  /** Other outlets that may run now, after all runs among the network's laterals. */
  others: { tee: Tee & { outlet: Outlet }; node: string; lateral: number }[];
  /** Pieces that close rings, as ties: water may pass them either way. None of those that are shut. */
  rings: { laid: LaidMain; link: LinkSpec }[];
  /** Outlets of a splitter at the end of the head that hoses in use hang on. */
  outlets: PartStep[];
  /** Blocks in use. */
  blocks: BlockNetwork[];
  nodeAt: (id: string) => number;
  linkAt: (link: LinkSpec | undefined) => number;
  tieAt: (link: LinkSpec) => number;
  /** Of each block in use, the place of its first run among the network's laterals. */
  firstLateral: number[];
}

const SOURCE = 'source';

/** Nodes and links while they are gathered. */
interface Gathered {
  nodes: NodeSpec[];
  links: LinkSpec[];
}

/** From the source's water to the foot of the head. */
function headNetwork(plan: FullPlan, intake: Intake, { nodes, links }: Gathered) {
  let at = SOURCE;
  const intakeSteps = intake.steps.map((step) => {
    const from = at;
    const to = `intake/${step.kind}`;
    const link = { ...step.link, from, to } as LinkSpec;
    nodes.push({ id: to, elevationM: step.toM });
    links.push(link);
    at = to;
    return { step, from, to, link };
  });
  const splitter = lastSplitter(plan.head);
  const head: PartStep[] = [];
  for (const part of plan.head) {
    const from = head.at(-1)?.to ?? at;
    // What a splitter costs is lost in its outlets, each at its own flow.
    if (part === splitter?.part) head.push({ part, from, to: from, link: undefined });
    else
      head.push(
        ...partsInLine([part], 'head/', from, intake.headM, (node, link) => {
          nodes.push(node);
          links.push(link);
        }),
      );
  }
  return { intakeSteps, head, outlet: head.at(-1)?.to ?? at };
}

/** Outlets of a splitter as they are asked for, each with a node of its own. */
function outletsOf(
  plan: FullPlan,
  layout: FarmLayout,
  outlet: string,
  headM: number,
  { nodes, links }: Gathered,
): { outlets: PartStep[]; of: (to: string) => PartStep | undefined } {
  const splitter = lastSplitter(plan.head);
  const outlets: PartStep[] = [];
  if (!splitter) return { outlets, of: () => undefined };
  const places = outletOf(splitter, layout.mains);
  const made = new Map<number, PartStep>();
  return {
    outlets,
    of(to) {
      const place = places.get(to)!;
      let step = made.get(place);
      if (!step) {
        [step] = partsInLine([splitter.part], `outlet/${place}/`, outlet, headM, (node, link) => {
          nodes.push(node);
          links.push(link);
        });
        made.set(place, step);
        outlets.push(step);
      }
      return step;
    },
  };
}

/** An outlet stands at the end of next to no pipe, m and mm: what leads to it is a piece of main. */
const STUB_M = 0.01;
const STUB_MM = 100;
const knownOutlets = new WeakMap<Outlet, LateralSpec>();
/** An outlet as an opening: its flow goes with the root of its pressure (Torricelli). Of the same outlet the same. */
function outletLateral({ id, outlet }: Tee & { outlet: Outlet }): LateralSpec {
  let found = knownOutlets.get(outlet);
  if (!found)
    knownOutlets.set(
      outlet,
      (found = {
        id: `outlet ${id}`,
        node: `tee/${id}`,
        lengthM: STUB_M,
        diameterMm: STUB_MM,
        emitter: {
          kind: 'power',
          spacingM: STUB_M,
          flowLph: outlet.lph,
          atKpa: outlet.needsKpa,
          exponent: ORIFICE_EXPONENT,
        },
      }),
    );
  return found;
}

/** A piece of main as a link. */
const mainLink = (laid: LaidMain, from: string, to: string): LinkSpec => ({
  kind: 'pipe',
  from,
  to,
  lengthM: Math.max(laid.lengthM, SAME_PLACE_M),
  diameterMm: laid.piece.boreMm,
  hazenWilliamsC: laid.piece.hazenWilliamsC,
  minorK: laid.piece.minorK,
});

/** Mains to blocks in use, and to the tees that lead to them: other tees hold standing water only. */
function mainNetwork(
  plan: FullPlan,
  layout: FarmLayout,
  blocks: readonly BlockNetwork[],
  outlet: string,
  headM: number,
  gathered: Gathered,
): Pick<FarmNetwork, 'mains' | 'rings' | 'outlets' | 'blocks'> {
  const { nodes, links } = gathered;
  const { outlets, of } = outletsOf(plan, layout, outlet, headM, gathered);
  const entryOf = new Map(blocks.map((b) => [b.layout.block.id, b]));
  const valved = new Map<BlockNetwork, BlockNetwork>();
  const fed = new Set<string>();
  const leads = new Map(plan.tees.map((t) => [t.id, t.main.from]));
  const feed = (to: string): void => {
    for (let tee = to; tee !== HEAD && leads.has(tee) && !fed.has(tee); tee = leads.get(tee)!) fed.add(tee);
  };
  for (const { layout: b } of blocks) feed(b.block.main.from);
  for (const t of runningOutlets(plan)) feed(t.id);
  const closing = layout.mains.flatMap((laid) =>
    laid.ring && !laid.ring.shut ? [{ laid, ...laid.ring }] : [],
  );
  for (const { laid, to } of closing) [laid.from, to].forEach(feed);
  const mains = layout.mains.flatMap((laid): MainStep[] => {
    if (laid.ring) return [];
    if (laid.toBlock ? !entryOf.has(laid.to) : !fed.has(laid.to)) return [];
    const atHead = laid.from === HEAD || !leads.has(laid.from);
    const own = atHead ? of(laid.to) : undefined;
    const block = laid.toBlock ? entryOf.get(laid.to)! : undefined;
    const start = own?.to ?? (atHead ? outlet : `tee/${laid.from}`);
    const valve = block && withHeadValve(block, start);
    if (valve?.step.link) {
      nodes.push({ id: valve.step.to, elevationM: headM });
      links.push(valve.step.link);
    }
    if (valve) valved.set(block, valve.block);
    const from = valve?.step.to ?? start;
    const to = block ? block.entry : `tee/${laid.to}`;
    if (!block) nodes.push({ id: to, elevationM: laid.end.zM });
    const link = mainLink(laid, from, to);
    links.push(link);
    return [{ laid, from, to, link, ...(own && { outlet: own }) }];
  });
  // What a splitter's outlet shuts off is no place for a ring to begin: it begins where all of them do.
  const rings = closing.map(({ laid, to }) => ({
    laid,
    link: mainLink(laid, leads.has(laid.from) ? `tee/${laid.from}` : outlet, `tee/${to}`),
  }));
  return { mains, rings, outlets, blocks: blocks.map((b) => valved.get(b) ?? b) };
}

/** The network of everything that is open now: source, head, main, and the blocks in use. */
export function buildNetwork(plan: FullPlan, layout: FarmLayout): FarmNetwork {
  const intake = intakeOf(layout.source, allowanceIn(plan), plan.water, wayToHead(plan, layout.source));
  const nodes: NodeSpec[] = [{ id: SOURCE, elevationM: intake.nodeM }];
  const links: LinkSpec[] = [];
  const { intakeSteps, head, outlet } = headNetwork(plan, intake, { nodes, links });
  const open = layout.blocks.filter((b) => b.block.inUse).map(blockNetwork);
  const { mains, rings, outlets, blocks } = mainNetwork(plan, layout, open, outlet, intake.headM, {
    nodes,
    links,
  });
  const ties: LinkSpec[] = rings.map((r) => r.link);
  const own = { nodes: [...nodes], links: [...links] };
  let runs = 0;
  const firstLateral = blocks.map((b) => {
    nodes.push(...b.nodes);
    links.push(...b.links);
    ties.push(...b.ties.map((t) => t.link));
    const first = runs;
    runs += b.layout.runs.length;
    return first;
  });
  const others = runningOutlets(plan).map((tee, i) => ({ tee, node: `tee/${tee.id}`, lateral: runs + i }));
  let laterals: LateralSpec[] | undefined;
  const network: NetworkSpec = {
    name: plan.name,
    waterC: plan.wishes.waterC,
    friction: plan.wishes.friction,
    supply: { node: SOURCE, ...intake.supply },
    nodes,
    links,
    ties,
    get laterals() {
      return (laterals ??= [
        ...blocks.flatMap((b) => b.laterals),
        ...others.map((o) => outletLateral(o.tee)),
      ]);
    },
  };
  return {
    network,
    intake,
    intakeSteps,
    head,
    outlet,
    mains,
    rings,
    others,
    outlets,
    blocks,
    ...lookUps([own, ...blocks]),
    tieAt: (link) => ties.indexOf(link),
    firstLateral,
  };
}

/** Places of nodes and links within one part of a network: a block's, or what is no block's. */
interface Places {
  nodes: ReadonlyMap<string, number>;
  links: ReadonlyMap<LinkSpec, number>;
}
type Part = Pick<BlockNetwork, 'nodes' | 'links'>;

/** Kept while a block's network is the same object: an edit elsewhere leaves it. */
const knownPlaces = new WeakMap<Part, Places>();
function placesIn(part: Part): Places {
  let places = knownPlaces.get(part);
  if (!places) {
    places = {
      nodes: new Map(part.nodes.map((n, i) => [n.id, i])),
      links: new Map(part.links.map((l, i) => [l, i])),
    };
    knownPlaces.set(part, places);
  }
  return places;
}

/** Look-ups in a network of parts, one after the other. */
function lookUps(parts: readonly Part[]): Pick<FarmNetwork, 'nodeAt' | 'linkAt'> {
  const before = (kind: keyof Part): number[] => {
    let sum = 0;
    return parts.map((p) => (sum += p[kind].length) - p[kind].length);
  };
  const first = { nodes: before('nodes'), links: before('links') };
  /** Many of one part are looked up in a row. */
  let lately = 0;
  const find = (kind: keyof Part, key: string | LinkSpec): number => {
    for (let k = 0; k < parts.length; k++) {
      const i = (lately + k) % parts.length;
      const at = (placesIn(parts[i])[kind] as ReadonlyMap<string | LinkSpec, number>).get(key);
      if (at === undefined) continue;
      lately = i;
      return first[kind][i] + at;
    }
    return -1;
  };
  return {
    nodeAt: (id) => find('nodes', id),
    linkAt: (link) => (link ? find('links', link) : -1),
  };
}
