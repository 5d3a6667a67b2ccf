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
import { DEFAULT_WATER_C, NetworkError, type LinkSpec, type NetworkSpec } from './types';

/** Loss of one link, prepared: friction, fittings or a part, and the rise across it. */
export interface Link {
  /** Place among the network's links. */
  index: number;
  riseKpa: number;
  /** Set pressure of a regulator; Infinity for any other link. */
  setKpa: number;
  pipe?: { friction: Friction; lengthM: number; minor: number };
  part?: LossLaw;
}

/**
 * A network's shape as flat arrays. Node 0 is the supply's; every other node comes after its parent.
 */
export interface Tree extends Shape {
  curve: SupplyCurve;
  /** Node of each lateral, in the spec's order. */
  lateralNode: Int32Array;
}

/** Of a tree, what its nodes and links alone settle. */
export interface Shape {
  medium: Medium;
  /** Node ids in order, and the place of each. */
  ids: string[];
  place: Map<string, number>;
  parent: Int32Array;
  /** The link from the parent; none for node 0. */
  link: (Link | undefined)[];
}

/** Loss in kPa of a link at a flow, its rise left out. */
export function linkLossKpa(link: Link, q: number): number {
  if (link.pipe) return link.pipe.lengthM * frictionKpaPerM(link.pipe.friction, q) + link.pipe.minor * q * q;
  return link.part ? partLossKpa(link.part, q) : 0;
}

/** Slope of {@link linkLossKpa}, kPa per L/h. */
export function linkLossSlope(link: Link, q: number): number {
  if (link.pipe) return link.pipe.lengthM * frictionSlope(link.pipe.friction, q) + 2 * link.pipe.minor * q;
  return link.part ? partLossSlope(link.part, q) : 0;
}

/**
 * Orders a network from its supply on.
 * @param before a network ordered before, and its tree: its shape serves again while nodes and links are the very same
 * @throws NetworkError with the field's path when it is not a tree that hangs together
 */
export function buildTree(network: NetworkSpec, before?: { network: NetworkSpec; tree: Tree }): Tree {
  const shape =
    before &&
    before.network.nodes === network.nodes &&
    before.network.links === network.links &&
    before.network.supply.node === network.supply.node &&
    before.network.waterC === network.waterC &&
    before.network.friction === network.friction
      ? before.tree
      : buildShape(network);
  const supplyNode = network.nodes.find((n) => n.id === network.supply.node)!;
  const lateralIds = new Set<string>();
  const lateralNode = Int32Array.from(network.laterals, (lateral, i) => {
    const at = shape.place.get(lateral.node);
    if (at === undefined) throw new NetworkError(`laterals[${i}].node`, `there is no node “${lateral.node}”`);
    if (lateralIds.has(lateral.id))
      throw new NetworkError(`laterals[${i}].id`, `there are two runs “${lateral.id}”`);
    lateralIds.add(lateral.id);
    return at;
  });
  const { medium, ids, place, parent, link } = shape;
  return {
    medium,
    ids,
    place,
    parent,
    link,
    lateralNode,
    curve: supplyCurve(network.supply, supplyNode.elevationM),
  };
}

function buildShape(network: NetworkSpec): Shape {
  const medium: Medium = {
    waterC: network.waterC ?? DEFAULT_WATER_C,
    friction: network.friction ?? 'darcy-weisbach',
  };
  const elevation = new Map<string, number>();
  network.nodes.forEach((node, i) => {
    if (elevation.has(node.id)) throw new NetworkError(`nodes[${i}].id`, `there are two nodes “${node.id}”`);
    elevation.set(node.id, node.elevationM);
  });
  const known = (id: string, path: string): void => {
    if (!elevation.has(id)) throw new NetworkError(path, `there is no node “${id}”`);
  };
  known(network.supply.node, 'supply.node');
  const fedBy = new Map<string, number>();
  const children = new Map<string, number[]>();
  network.links.forEach((link, i) => {
    known(link.from, `links[${i}].from`);
    known(link.to, `links[${i}].to`);
    if (link.to === network.supply.node) {
      throw new NetworkError(`links[${i}].to`, `leads back to the supply's node “${link.to}”: a loop`);
    }
    if (fedBy.has(link.to)) {
      throw new NetworkError(`links[${i}].to`, `node “${link.to}” is fed twice: a loop`);
    }
    fedBy.set(link.to, i);
    const siblings = children.get(link.from);
    if (siblings) siblings.push(i);
    else children.set(link.from, [i]);
  });

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
    const why = fedBy.has(node.id) ? 'is in a loop that the supply does not reach' : 'is not fed by any link';
    throw new NetworkError(`nodes[${i}]`, `node “${node.id}” ${why}`);
  });
  return { medium, ids, place, parent: Int32Array.from(parent), link: links };
}

/**
 * Loss across one link at a flow, kPa: friction and fittings, or a part's. The rise across it is left out.
 * Of a regulator, its own loss wide open.
 */
export const lossAcross = (spec: LinkSpec, flowLph: number, medium: Medium): number =>
  linkLossKpa(prepareLink(spec, 0, 0, medium), flowLph);

function prepareLink(spec: LinkSpec, index: number, riseM: number, medium: Medium): Link {
  const riseKpa = riseM * KPA_PER_M;
  if (spec.kind === 'pipe') {
    return {
      index,
      riseKpa,
      setKpa: Infinity,
      pipe: {
        friction: friction(spec.diameterMm, spec.hazenWilliamsC ?? SMOOTH_PLASTIC_C, medium),
        lengthM: spec.lengthM,
        minor: fittingKpaPerLph2(spec.minorK ?? 0, spec.diameterMm),
      },
    };
  }
  const part: LossLaw = {
    fixedKpa: spec.fixedKpa ?? 0,
    lossKpa: spec.lossKpa,
    atLph: spec.atLph,
    exponent: spec.exponent ?? TURBULENT_EXPONENT,
  };
  return { index, riseKpa, setKpa: spec.kind === 'regulator' ? spec.setKpa : Infinity, part };
}
