import { msg } from '../../language';
import {
  fittingKpaPerLph2,
  friction,
  frictionKpaPerM,
  frictionSlope,
  type Friction,
  type Medium,
} from '../friction';
import { partLossKpa, partLossSlope, TURBULENT_EXPONENT, type LossLaw } from '../headPart';
import { SMOOTH_PLASTIC_C } from '../run';
import { supplyCurve, type SupplyCurve } from '../source';
import { KPA_PER_M } from '../water';
import { DEFAULT_WATER_C, NetworkError, type LateralSpec, type LinkSpec, type NetworkSpec } from './types';

/** Loss of one link, prepared: friction, fittings or a part, and the rise across it. */
export interface Link {
  /** Place among the network's links. */
  index: number;
  riseKpa: number;
  /** Set pressure of a regulator; Infinity for any other link. */
  setKpa: number;
  pipe: { friction: Friction; lengthM: number; minor: number } | undefined;
  part: LossLaw | undefined;
  /** What a pump in line adds. */
  boost: SupplyCurve | undefined;
}

/**
 * A network's shape as flat arrays. Node 0 is the supply's; every other node comes after its parent.
 */
export interface Tree extends Shape {
  curve: SupplyCurve;
  /** Node of each lateral, in the spec's order. */
  lateralNode: Int32Array;
  /** Ties may carry so much beyond what the farm draws, L/h: while states of parts are tried water may go round. */
  mayCirculateLph: number;
}

/** A link that closes a loop: between two nodes of the tree. */
export interface Tie {
  from: number;
  to: number;
  link: Link;
}

/** Of a tree, what its nodes and links alone settle. */
export interface Shape {
  medium: Medium;
  /** Node ids in order, and the place of each. */
  ids: string[];
  place: Map<string, number>;
  /** Place of each of the network's nodes, as it lists them. */
  nodePlace: Int32Array;
  parent: Int32Array;
  /** The link from the parent; none for node 0. */
  link: (Link | undefined)[];
  ties: Tie[];
}

/** Loss in kPa of a link at a flow, its rise left out; below 0 where the flow runs backwards. */
export function linkLossKpa(link: Link, q: number): number {
  if (q < 0) return -linkLossKpa(link, -q);
  if (link.pipe) return link.pipe.lengthM * frictionKpaPerM(link.pipe.friction, q) + link.pipe.minor * q * q;
  if (link.boost) return -link.boost.kpa(q);
  return link.part ? partLossKpa(link.part, q) : 0;
}

/** Slope of {@link linkLossKpa}, kPa per L/h. */
export function linkLossSlope(link: Link, q: number): number {
  if (q < 0) return linkLossSlope(link, -q);
  if (link.pipe) return link.pipe.lengthM * frictionSlope(link.pipe.friction, q) + 2 * link.pipe.minor * q;
  if (link.boost) return -link.boost.slope(q);
  return link.part ? partLossSlope(link.part, q) : 0;
}

/**
 * Orders a network from its supply on.
 * @param before a network ordered before, and its tree: its order serves again while the same things are joined the
 *   same way, and links that are the very same keep what was prepared of them
 * @throws NetworkError with the field's path when it is not a tree that hangs together
 */
export function buildTree(network: NetworkSpec, before?: { network: NetworkSpec; tree: Tree }): Tree {
  const shape = (before && shapeFrom(network, before)) ?? buildShape(network);
  const supplyNode = network.nodes.find((n) => n.id === network.supply.node)!;
  return {
    ...shape,
    lateralNode: placeLaterals(network, shape, before),
    curve: supplyCurve(network.supply, supplyNode.elevationM),
    mayCirculateLph: 0,
  };
}

function placeLaterals(
  { laterals }: NetworkSpec,
  shape: Shape,
  before?: { network: NetworkSpec; tree: Tree },
): Int32Array {
  const known = before?.tree.place === shape.place ? before.network.laterals : undefined;
  if (known?.length === laterals.length && laterals.every((l, i) => isPlacedAs(l, known[i])))
    return before!.tree.lateralNode;
  const lateralIds = new Set<string>();
  const places = new Int32Array(laterals.length);
  for (let i = 0; i < laterals.length; i++) {
    const lateral = laterals[i];
    const at = shape.place.get(lateral.node);
    if (at === undefined)
      throw new NetworkError(`laterals[${i}].node`, msg`there is no node “${lateral.node}”`);
    if (lateralIds.has(lateral.id))
      throw new NetworkError(`laterals[${i}].id`, msg`there are two runs “${lateral.id}”`);
    lateralIds.add(lateral.id);
    places[i] = at;
  }
  return places;
}

const isPlacedAs = (l: LateralSpec, known: LateralSpec): boolean =>
  l === known || (l.id === known.id && l.node === known.node);

/** The shape of a network that joins the same nodes by the same links as one before it; none if it does not. */
function shapeFrom(network: NetworkSpec, before: { network: NetworkSpec; tree: Tree }): Shape | undefined {
  const { network: old, tree } = before;
  const { nodes, links } = network;
  const ties = network.ties ?? [];
  const oldTies = old.ties ?? [];
  if (
    old.supply.node !== network.supply.node ||
    old.waterC !== network.waterC ||
    old.friction !== network.friction ||
    old.nodes.length !== nodes.length ||
    old.links.length !== links.length ||
    oldTies.length !== ties.length
  ) {
    return undefined;
  }
  /** Heights of nodes by their places, where some moved, and which did. */
  let heightM: Float64Array | undefined;
  const moved = new Uint8Array(tree.ids.length);
  if (old.nodes !== nodes) {
    for (let i = 0; i < nodes.length; i++) {
      if (nodes[i] === old.nodes[i]) continue;
      if (nodes[i].id !== old.nodes[i].id) return undefined;
      if (nodes[i].elevationM === old.nodes[i].elevationM) continue;
      heightM ??= new Float64Array(tree.ids.length);
      moved[tree.nodePlace[i]] = 1;
    }
  }
  const joinsAlike = (a: LinkSpec, b: LinkSpec): boolean => a === b || (a.from === b.from && a.to === b.to);
  if (old.links === links && !heightM && old.ties === network.ties) return tree;
  if (!links.every((l, i) => joinsAlike(l, old.links[i]))) return undefined;
  if (!ties.every((l, i) => joinsAlike(l, oldTies[i]))) return undefined;
  if (heightM) for (let i = 0; i < nodes.length; i++) heightM[tree.nodePlace[i]] = nodes[i].elevationM;
  const renew = (spec: LinkSpec, oldSpec: LinkSpec, link: Link, from: number, to: number): Link => {
    const lifted = heightM !== undefined && (moved[from] === 1 || moved[to] === 1);
    if (spec === oldSpec && !lifted) return link;
    const riseM = lifted ? heightM![to] - heightM![from] : link.riseKpa / KPA_PER_M;
    return prepareLink(spec, link.index, riseM, tree.medium);
  };
  return {
    ...tree,
    link: tree.link.map(
      (link, v) => link && renew(links[link.index], old.links[link.index], link, tree.parent[v], v),
    ),
    ties: tree.ties.map((tie, i) => ({
      ...tie,
      link: renew(ties[i], oldTies[i], tie.link, tie.from, tie.to),
    })),
  };
}

function buildShape(network: NetworkSpec): Shape {
  const medium: Medium = {
    waterC: network.waterC ?? DEFAULT_WATER_C,
    friction: network.friction ?? 'darcy-weisbach',
  };
  const elevation = new Map<string, number>();
  network.nodes.forEach((node, i) => {
    if (elevation.has(node.id))
      throw new NetworkError(`nodes[${i}].id`, msg`there are two nodes “${node.id}”`);
    elevation.set(node.id, node.elevationM);
  });
  const known = (id: string, path: string): void => {
    if (!elevation.has(id)) throw new NetworkError(path, msg`there is no node “${id}”`);
  };
  known(network.supply.node, 'supply.node');
  const fedBy = new Map<string, number>();
  const children = childrenOf(network, known, fedBy);

  const ids = [network.supply.node];
  const place = new Map([[network.supply.node, 0]]);
  const parent: number[] = [-1];
  const links: (Link | undefined)[] = [undefined];
  for (let at = 0; at < ids.length; at++) {
    for (const i of children.get(ids[at]) ?? []) {
      const spec = network.links[i];
      place.set(spec.to, ids.length);
      ids.push(spec.to);
      parent.push(at);
      links.push(prepareLink(spec, i, elevation.get(spec.to)! - elevation.get(spec.from)!, medium));
    }
  }
  network.nodes.forEach((node, i) => {
    if (place.has(node.id)) return;
    const why = fedBy.has(node.id)
      ? msg`is in a loop that the supply does not reach`
      : msg`is not fed by any link`;
    throw new NetworkError(`nodes[${i}]`, msg`node “${node.id}” ${why}`);
  });
  const ties = (network.ties ?? []).map((spec, i): Tie => {
    known(spec.from, `ties[${i}].from`);
    known(spec.to, `ties[${i}].to`);
    if (spec.kind === 'regulator')
      throw new NetworkError(
        `ties[${i}].kind`,
        msg`only a pipe or a part that loses pressure can close a loop`,
      );
    const riseM = elevation.get(spec.to)! - elevation.get(spec.from)!;
    return {
      from: place.get(spec.from)!,
      to: place.get(spec.to)!,
      link: prepareLink(spec, i, riseM, medium),
    };
  });
  const nodePlace = Int32Array.from(network.nodes, (node) => place.get(node.id)!);
  return { medium, ids, place, nodePlace, parent: Int32Array.from(parent), link: links, ties };
}

/**
 * Loss across one link at a flow, kPa: friction and fittings, or a part's. The rise across it is left out.
 * Of a regulator, its own loss wide open.
 */
export const lossAcross = (spec: LinkSpec, flowLph: number, medium: Medium): number =>
  linkLossKpa(prepareLink(spec, 0, 0, medium), flowLph);

/** Links by the node that they lead on from, in the order of the flow. */
function childrenOf(
  network: NetworkSpec,
  known: (id: string, path: string) => void,
  fedBy: Map<string, number>,
) {
  const children = new Map<string, number[]>();
  network.links.forEach((link, i) => {
    known(link.from, `links[${i}].from`);
    known(link.to, `links[${i}].to`);
    if (link.to === network.supply.node) {
      throw new NetworkError(`links[${i}].to`, msg`leads back to the supply's node “${link.to}”: a loop`);
    }
    if (fedBy.has(link.to)) {
      throw new NetworkError(`links[${i}].to`, msg`node “${link.to}” is fed twice: a loop`);
    }
    fedBy.set(link.to, i);
    const siblings = children.get(link.from);
    if (siblings) siblings.push(i);
    else children.set(link.from, [i]);
  });
  return children;
}

function prepareLink(spec: LinkSpec, index: number, riseM: number, medium: Medium): Link {
  // Every link has the same fields in the same order, so that the solver's loops meet one shape.
  const link: Link = {
    index,
    riseKpa: riseM * KPA_PER_M,
    setKpa: spec.kind === 'regulator' ? spec.setKpa : Infinity,
    pipe: undefined,
    part: undefined,
    boost: undefined,
  };
  if (spec.kind === 'pipe') {
    link.pipe = {
      friction: friction(spec.diameterMm, spec.hazenWilliamsC ?? SMOOTH_PLASTIC_C, medium),
      lengthM: spec.lengthM,
      minor: fittingKpaPerLph2(spec.minorK ?? 0, spec.diameterMm),
    };
  } else if (spec.kind === 'boost') {
    link.boost = supplyCurve(spec.pump, 0);
  } else {
    link.part = {
      fixedKpa: spec.fixedKpa ?? 0,
      lossKpa: spec.lossKpa,
      atLph: spec.atLph,
      exponent: spec.exponent ?? TURBULENT_EXPONENT,
    };
  }
  return link;
}
