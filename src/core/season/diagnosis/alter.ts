import { HOLE_DISCHARGE, ORIFICE_EXPONENT } from '../../hydraulics/emitter';
import { fittingKpaPerLph2 } from '../../hydraulics/friction';
import type { LateralSpec, LinkSpec, NetworkSpec, NodeSpec } from '../../hydraulics/network';
import { DENSITY } from '../../hydraulics/water';

/*
 * Changes to a network, each on a copy: what is not changed stays the same object, so that runs solved before are known.
 */

const LPH_PER_M3S = 3.6e6;
/** Flow and pressure that a hole's size is told at; any pair of its curve would do. */
const HOLE_AT_KPA = 100;

/** The network with the link that leads to a node changed, where it is still of the kind that it was. */
export const withLink = <K extends LinkSpec['kind']>(
  network: NetworkSpec,
  link: Extract<LinkSpec, { kind: K }>,
  change: (link: Extract<LinkSpec, { kind: K }>) => LinkSpec,
): NetworkSpec => ({
  ...network,
  links: network.links.map((l) =>
    l.to === link.to && l.kind === link.kind ? change(l as Extract<LinkSpec, { kind: K }>) : l,
  ),
});

export const withLaterals = (
  network: NetworkSpec,
  change: (lateral: LateralSpec, i: number) => LateralSpec,
): NetworkSpec => ({ ...network, laterals: network.laterals.map(change) });

/** A further loss in line after a link, with the square of the flow. */
export function afterLink(
  network: NetworkSpec,
  link: LinkSpec,
  lossKpa: number,
  atLph: number,
  fixedKpa = 0,
): NetworkSpec {
  const mid = `${link.to}/squeezed`;
  const end = network.nodes.find((n) => n.id === link.to)!;
  const extra: LinkSpec = { kind: 'loss', from: mid, to: link.to, lossKpa, atLph, fixedKpa };
  return {
    ...network,
    nodes: [...network.nodes, { ...end, id: mid }],
    // The links are kept in the order of the water.
    links: network.links.flatMap((l) => (l.to === link.to ? [{ ...l, to: mid }, extra] : [l])),
  };
}

/** A pipe in two halves, with a node between them. */
export function halved(network: NetworkSpec, link: LinkSpec): { network: NetworkSpec; node: string } {
  if (link.kind !== 'pipe') return { network, node: link.to };
  const node = `${link.to}/half`;
  const height = (id: string): number => network.nodes.find((n) => n.id === id)!.elevationM;
  return {
    node,
    network: {
      ...network,
      nodes: [...network.nodes, { id: node, elevationM: (height(link.from) + height(link.to)) / 2 }],
      links: network.links.flatMap((l): LinkSpec[] =>
        l.to === link.to && l.kind === 'pipe'
          ? [
              { ...l, to: node, lengthM: l.lengthM / 2 },
              { ...l, from: node, lengthM: l.lengthM / 2, minorK: 0 },
            ]
          : [l],
      ),
    },
  };
}

/** A hole at a node: a run of one emitter, its flow with the square root of the pressure. */
export const hole = (id: string, node: string, lph: number, atKpa: number): LateralSpec => {
  const spacingM = 0.01;
  const wideMm = 100;
  return {
    id,
    node,
    lengthM: spacingM,
    diameterMm: wideMm,
    emitter: {
      kind: 'power',
      spacingM,
      flowLph: lph * Math.sqrt(HOLE_AT_KPA / atKpa),
      atKpa: HOLE_AT_KPA,
      exponent: ORIFICE_EXPONENT,
    },
  };
};

export const withHole = (network: NetworkSpec, spec: LateralSpec): NetworkSpec => ({
  ...network,
  laterals: [...network.laterals, spec],
});

/**
 * What leaves a pipe's open end of a bore, L/h, at a pressure: q = 0.61·A·√(2p/ρ), as of a hole of that size; the end of a
 * cut tape, pinched or in soil, does not do better.
 */
export const openEndLph = (boreMm: number, kpa: number): number =>
  HOLE_DISCHARGE * (Math.PI / 4) * (boreMm / 1000) ** 2 * Math.sqrt((2 * kpa * 1000) / DENSITY) * LPH_PER_M3S;

/** Fitting loss (K) that takes a pressure at a flow in a bore. */
export const kOf = (kpa: number, lph: number, boreMm: number): number =>
  kpa / (fittingKpaPerLph2(1, boreMm) * lph ** 2);

/** A run open at its far end is solved in so many pieces, each with its own share of the emitters. */
const PIECES = 5;

/**
 * A run with its far end open: pieces of pipe from node to node that carry on what flows out at the end, each piece's emitters
 * as a short run at the node before them.
 * @param riseM rise of the ground at a distance along the run
 * @returns also the laterals that stand for the run, by place, and the node at its end
 */
export function openedAtEnd(
  network: NetworkSpec,
  at: number,
  riseM: (distanceM: number) => number,
  share: number,
): { network: NetworkSpec; laterals: number[]; endNode: string } {
  const run = network.laterals[at];
  const start = network.nodes.find((n) => n.id === run.node)!;
  const nodes: NodeSpec[] = [...network.nodes];
  const links: LinkSpec[] = [...network.links];
  const laterals: LateralSpec[] = [...network.laterals];
  const places: number[] = [];
  const pieceM = run.lengthM / PIECES;
  let from = run.node;
  for (let i = 0; i < PIECES; i++) {
    const to = `${run.id}/open-${i + 1}`;
    const elevationM = start.elevationM + riseM((i + 1) * pieceM);
    nodes.push({ id: to, elevationM });
    links.push({
      kind: 'pipe',
      from,
      to,
      lengthM: pieceM,
      diameterMm: run.diameterMm,
      hazenWilliamsC: run.hazenWilliamsC,
      minorK: i === 0 ? run.inletK : 0,
    });
    const spec: LateralSpec = {
      ...run,
      id: `${run.id}/piece-${i + 1}`,
      node: to,
      lengthM: pieceM,
      slope: 0,
      profile: undefined,
      inletK: 0,
      firstEmitterM: i === 0 ? run.firstEmitterM : run.emitter.spacingM / 2,
    };
    if (i === 0) {
      laterals[at] = spec;
      places.push(at);
    } else {
      places.push(laterals.length);
      laterals.push(spec);
    }
    from = to;
  }
  laterals.push(hole(`${run.id}/end`, from, share * openEndLph(run.diameterMm, HOLE_AT_KPA), HOLE_AT_KPA));
  return { network: { ...network, nodes, links, laterals }, laterals: places, endNode: from };
}
