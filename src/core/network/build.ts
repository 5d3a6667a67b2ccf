import type { LateralSpec, LinkSpec, NetworkSpec, NodeSpec } from '../hydraulics/network';
import type { Supply } from '../hydraulics/source';
import { groundM, type LaidRun, type Layout } from '../layout';
import type { Block, FullPlan, HeadPart, Source } from '../plan';
import { meanS } from './bucket';

/** What a step of the way from source to emitter is. */
export type StepKind = 'backflow' | 'filter' | 'main' | 'regulator' | 'header' | 'run';

/** A plan's network, and which of its links are what. */
export interface PlanNetwork {
  network: NetworkSpec;
  /** Links from the source to the header's feed, in order. */
  trunk: { kind: Exclude<StepKind, 'header' | 'run'>; link: number; node: string }[];
  /** Node of the header's feed. */
  feedNode: string;
  /** Node of each take-off, by its place among the layout's. */
  takeOffNodes: string[];
  /** Header links from the feed to each take-off. */
  headerLinks: number[][];
}

/**
 * Flow measured at a tap, L/h: bucket over mean time, or as stated.
 */
export const measuredLph = (source: Source): number => {
  if (source.kind !== 'tap') return Infinity;
  const secondsPerHour = 3600;
  return source.method === 'bucket'
    ? (source.bucketL / meanS(source.triesS)) * secondsPerHour
    : source.flowingLph;
};

/**
 * A source as the solver takes it.
 * @param allowance share of a measured flow to plan on: the tap's curve is drawn in to it
 * @param level which water level of a tank
 */
export function supplyOf(source: Source, allowance: number, level: 'low' | 'high' = 'low'): Supply {
  if (source.kind === 'tank')
    return { kind: 'tank', waterLevelM: source.heightM + (level === 'low' ? source.lowM : source.highM) };
  const openBucketKpa = 0;
  return {
    kind: 'two-point',
    staticKpa: source.shutKpa,
    flowingKpa: source.method === 'bucket' ? openBucketKpa : source.flowingKpa,
    flowLph: measuredLph(source) * allowance,
  };
}

/** Height of a source's node: the ground for a tap, the outlet for a tank. */
export const sourceNodeM = (source: Source): number =>
  source.heightM + (source.kind === 'tank' ? source.outletM : 0);

const partLink = (from: string, to: string, part: HeadPart): LinkSpec => ({
  kind: 'loss',
  from,
  to,
  fixedKpa: part.fixedKpa,
  lossKpa: part.lossKpa,
  atLph: part.atLph,
});

export const hasPart = (part: HeadPart): boolean => part.part !== 'none';

/** A run as the solver takes it. */
export function lateralOf(block: Block, run: LaidRun, node: string): LateralSpec {
  const { tape } = block;
  return {
    id: run.id,
    node,
    lengthM: run.lengthM,
    diameterMm: tape.boreMm,
    hazenWilliamsC: tape.hazenWilliamsC,
    slope: run.slope,
    firstEmitterM: run.leadM + tape.spacingM,
    inletK: block.header.takeOffK,
    emitter:
      tape.kind === 'compensating'
        ? { kind: 'compensating', spacingM: tape.spacingM, flowLph: tape.flowLph, minKpa: tape.minKpa }
        : {
            kind: 'power',
            spacingM: tape.spacingM,
            flowLph: tape.flowLph,
            atKpa: tape.atKpa,
            exponent: tape.exponent,
          },
  };
}

/** Places closer together than this share a take-off, m. */
const SAME_PLACE_M = 1e-6;

/**
 * The network of a plan's block as it is laid out: source, head, main, regulator, header piece by piece, runs.
 * @param supply another supply than the plan's source, at its node
 */
export function buildNetwork(plan: FullPlan, layout: Layout, blockIndex = 0, supply?: Supply): PlanNetwork {
  const block = plan.blocks[blockIndex];
  const { source } = layout;
  const nodes: NodeSpec[] = [{ id: 'source', elevationM: sourceNodeM(source) }];
  const links: LinkSpec[] = [];
  const trunk: PlanNetwork['trunk'] = [];
  let at = 'source';
  const extend = (
    kind: PlanNetwork['trunk'][number]['kind'],
    id: string,
    elevationM: number,
    link: LinkSpec,
  ): void => {
    nodes.push({ id, elevationM });
    trunk.push({ kind, link: links.length, node: id });
    links.push(link);
    at = id;
  };
  const sourceM = nodes[0].elevationM;
  const feedM = groundM(block, layout.header.feedXM, layout.header.yM);
  const regulator = (elevationM: number): void => {
    if (!hasPart(block.regulator)) return;
    const { setKpa, fixedKpa, lossKpa, atLph } = block.regulator;
    extend('regulator', 'after-regulator', elevationM, {
      kind: 'regulator',
      from: at,
      to: 'after-regulator',
      setKpa,
      fixedKpa,
      lossKpa,
      atLph,
    });
  };
  const { backflow, filter } = plan.head;
  if (hasPart(backflow))
    extend('backflow', 'after-backflow', sourceM, partLink(at, 'after-backflow', backflow));
  if (hasPart(filter)) extend('filter', 'after-filter', sourceM, partLink(at, 'after-filter', filter));
  if (block.regulator.at === 'source') regulator(sourceM);
  const { boreMm, hazenWilliamsC, minorK } = block.main;
  extend('main', 'block', feedM, {
    kind: 'pipe',
    from: at,
    to: 'block',
    lengthM: Math.max(layout.main.lengthM, SAME_PLACE_M),
    diameterMm: boreMm,
    hazenWilliamsC,
    minorK,
  });
  if (block.regulator.at === 'header') regulator(feedM);
  const feedNode = at;

  const takeOffNodes: string[] = new Array(layout.takeOffsM.length);
  const headerLinks: number[][] = new Array(layout.takeOffsM.length);
  const lay = (order: number[]): void => {
    let from = feedNode;
    let fromX = layout.header.feedXM;
    let path: number[] = [];
    for (const i of order) {
      const x = layout.takeOffsM[i];
      if (Math.abs(x - fromX) > SAME_PLACE_M) {
        const to = `take-off-${i + 1}`;
        nodes.push({ id: to, elevationM: groundM(block, x, layout.header.yM) });
        path = [...path, links.length];
        links.push({
          kind: 'pipe',
          from,
          to,
          lengthM: Math.abs(x - fromX),
          diameterMm: block.header.boreMm,
          hazenWilliamsC: block.header.hazenWilliamsC,
        });
        from = to;
        fromX = x;
      }
      takeOffNodes[i] = from;
      headerLinks[i] = path;
    }
  };
  const indices = layout.takeOffsM.map((_, i) => i);
  lay(indices.filter((i) => layout.takeOffsM[i] >= layout.header.feedXM));
  lay(indices.filter((i) => layout.takeOffsM[i] < layout.header.feedXM).reverse());

  const place = new Map(layout.takeOffsM.map((x, i) => [x, i]));
  const laterals = layout.runs.map((run) => lateralOf(block, run, takeOffNodes[place.get(run.xM)!]));
  const network: NetworkSpec = {
    name: plan.name,
    waterC: plan.wishes.waterC,
    friction: plan.wishes.friction,
    supply: { node: 'source', ...(supply ?? supplyOf(source, plan.wishes.allowance)) },
    nodes,
    links,
    laterals,
  };
  return { network, trunk, feedNode, takeOffNodes, headerLinks };
}
