import { KPA_PER_M } from '../water';
import type { Medium } from '../friction';
import { lossAcross } from './tree';
import { msg } from '../../language';
import { NetworkError, type LinkSpec, type NetworkSolution, type NetworkSpec } from './types';

/*
 * Regulators, and parts that lose a fixed pressure, inside loops. Each of them obeys another straight rule on either side of a
 * bend: a regulator is open, holds its set pressure or is shut (it passes water one way only); a part with a fixed loss passes
 * water forth, back, or none while less than that loss lies across it. For given states the network is smooth and is solved as
 * any other, shut links left out; what contradicts its state changes it, until none does (a complementarity problem, solved by
 * pivots: Cottle, Pang & Stone 1992). Pressures differ by losses that rise with the flow, so there is one answer.
 */

export type State = 'forth' | 'back' | 'open' | 'holds' | 'shut';

/** A link or tie whose law bends, by its place among the network's links and, after them, its ties. */
export interface Bent {
  at: number;
  spec: Extract<LinkSpec, { kind: 'loss' | 'regulator' }>;
}

/** Where a reduced network's flow of a link of the whole one stands. */
interface Place {
  among: 'links' | 'ties';
  at: number;
  sign: 1 | -1;
}

/** The link by which a node is fed. */
interface Fed {
  at: number;
  from: string;
  to: string;
  sign: 1 | -1;
}

/** A network for given states, smooth but for its runs. */
export interface Reduced {
  network: NetworkSpec;
  /** Pressure that each link, then each tie, loses whatever flows, kPa. */
  offsets: { links: Float64Array; ties: Float64Array };
  /** Of each link and tie of the whole network; nothing where it is shut. */
  places: (Place | undefined)[];
}

const bends = (spec: LinkSpec): spec is Bent['spec'] =>
  spec.kind === 'regulator' || (spec.kind === 'loss' && (spec.fixedKpa ?? 0) > 0);

/** Links and ties that bend and lie in a loop; none in a tree. */
export function bentInLoops(network: NetworkSpec): Bent[] {
  const ties = network.ties ?? [];
  if (ties.length === 0) return [];
  const feeds = new Map(network.links.map((l, i) => [l.to, i]));
  /** How often each link lies on the way from the supply to a tie's end: once is in its loop, twice is above it. */
  const inLoop = new Set<number>();
  for (const tie of ties) {
    const once = new Set<number>();
    for (const end of [tie.from, tie.to])
      for (let at = feeds.get(end); at !== undefined; at = feeds.get(network.links[at].from))
        if (!once.delete(at)) once.add(at);
    once.forEach((at) => inLoop.add(at));
  }
  return [...network.links, ...ties].flatMap((spec, at) =>
    bends(spec) && (at >= network.links.length || inLoop.has(at)) ? [{ at, spec }] : [],
  );
}

export const firstStates = (bent: readonly Bent[]): State[] =>
  bent.map(({ spec }) => (spec.kind === 'regulator' ? 'open' : 'forth'));

/** A held regulator has that much to spare, kPa: what is above it no longer matters. */
const AMPLE_KPA = 5e3;

/**
 * The network that the states leave.
 * @returns nothing where they cut nodes off
 */
export function reduce(
  network: NetworkSpec,
  bent: readonly Bent[],
  states: readonly State[],
): Reduced | undefined {
  const { links } = network;
  const all = [...links, ...(network.ties ?? [])];
  const stateAt = new Map(bent.map(({ at }, i) => [at, states[i]]));
  const isShut = (at: number): boolean => stateAt.get(at) === 'shut';
  const between = (at: number): { from: string; to: string } => all[at];
  // Each node and the link that feeds it, those that are shut left out.
  const fedBy = new Map<string, Omit<Fed, 'to'>>();
  const { reaches, downTo } = ways(links, isShut, fedBy, network, all);
  const used = new Set<number>();
  for (;;) {
    const off = new Set(network.nodes.map((n) => n.id).filter((id) => !reaches(id)));
    if (off.size === 0) break;
    let joined = false;
    for (let at = links.length; at < all.length && !joined; at++) {
      if (isShut(at) || used.has(at)) continue;
      const { from, to } = between(at);
      if (off.has(from) === off.has(to)) continue;
      const [near, far, sign] = off.has(to) ? ([from, to, 1] as const) : ([to, from, -1] as const);
      const way = downTo(far);
      if (!way) continue;
      // What led down from the part's top to here leads up to it now.
      for (const step of way)
        fedBy.set(step.from, { at: step.at, from: step.to, sign: step.sign === 1 ? -1 : 1 });
      fedBy.set(far, { at, from: near, sign });
      used.add(at);
      joined = true;
    }
    if (!joined) return undefined;
  }

  const places: (Place | undefined)[] = new Array(all.length).fill(undefined);
  const newLinks: LinkSpec[] = [];
  const newTies: LinkSpec[] = [];
  const offsets = { links: [] as number[], ties: [] as number[] };
  const put = (among: Place['among'], at: number, from: string, to: string, sign: 1 | -1): void => {
    const [list, own] = among === 'links' ? [newLinks, offsets.links] : [newTies, offsets.ties];
    places[at] = { among, at: list.length, sign };
    const { spec, offsetKpa } = smooth(all[at], stateAt.get(at));
    list.push({ ...spec, from, to });
    own.push(sign * offsetKpa);
  };
  for (const { id } of network.nodes) {
    const fed = fedBy.get(id);
    if (fed) put('links', fed.at, fed.from, id, fed.sign);
  }
  for (let at = links.length; at < all.length; at++)
    if (!isShut(at) && !used.has(at)) put('ties', at, all[at].from, all[at].to, 1);
  return {
    network: { ...network, links: newLinks, ties: newTies },
    offsets: { links: Float64Array.from(offsets.links), ties: Float64Array.from(offsets.ties) },
    places,
  };
}

/** Which nodes water still reaches, and what lies below each. */
function ways(
  links: readonly LinkSpec[],
  isShut: (at: number) => boolean,
  fedBy: Map<string, Omit<Fed, 'to'>>,
  network: NetworkSpec,
  all: LinkSpec[],
) {
  links.forEach((l, at) => {
    if (!isShut(at)) fedBy.set(l.to, { at, from: l.from, sign: 1 });
  });
  const reaches = (node: string): boolean => {
    for (let at = node; at !== network.supply.node;) {
      const fed = fedBy.get(at);
      if (!fed) return false;
      at = fed.from;
    }
    return true;
  };
  const mayTurn = (at: number): boolean => all[at].kind === 'pipe' || all[at].kind === 'loss';
  /** Links from a cut-off part's top down to a node; nothing where one of them passes water one way only. */
  const downTo = (node: string): Fed[] | undefined => {
    const way: Fed[] = [];
    for (let to = node, fed = fedBy.get(to); fed; to = fed.from, fed = fedBy.get(to)) {
      if (!mayTurn(fed.at)) return undefined;
      way.push({ ...fed, to });
    }
    return way;
  };
  return { reaches, downTo };
}

/** A link without its bend: what is left of its law, and what it loses whatever flows. */
function smooth(spec: LinkSpec, state: State | undefined): { spec: LinkSpec; offsetKpa: number } {
  if (state === undefined) return { spec, offsetKpa: 0 };
  if (spec.kind === 'regulator') {
    if (state === 'holds') return { spec, offsetKpa: -AMPLE_KPA };
    const { from, to, lossKpa, atLph, exponent, fixedKpa = 0 } = spec;
    return { spec: { kind: 'loss', from, to, lossKpa, atLph, exponent }, offsetKpa: fixedKpa };
  }
  const fixedKpa = (spec as { fixedKpa?: number }).fixedKpa ?? 0;
  return {
    spec: { ...spec, fixedKpa: 0 } as LinkSpec,
    offsetKpa: state === 'back' ? -fixedKpa : fixedKpa,
  };
}

/** Flows and pressures nearer than this to a bend are on it, L/h and kPa. */
const FLOW_SLACK_LPH = 1e-6;
const KPA_SLACK = 1e-7;

/**
 * The state that a bent link should have by what flows through it and the pressures at its ends.
 * @param lph from `from` to `to`
 * @param heightM of the end `to` over `from`
 * @param slack how much further from a bend still counts as on it
 */
export function stateBy(
  { spec }: Bent,
  state: State,
  lph: number,
  fromKpa: number,
  toKpa: number,
  heightM: number,
  medium: Medium,
  slack = 1,
): State {
  const [noLph, noKpa] = [FLOW_SLACK_LPH * slack, KPA_SLACK * slack];
  const fixed = spec.fixedKpa ?? 0;
  /** What lies across it, its rise left out. */
  const across = fromKpa - heightM * KPA_PER_M - toKpa;
  if (spec.kind === 'loss') {
    if (state === 'forth') return lph < -noLph ? 'shut' : state;
    if (state === 'back') return lph > noLph ? 'shut' : state;
    return across > fixed + noKpa ? 'forth' : across < -fixed - noKpa ? 'back' : state;
  }
  const unregulated = (flow: number): number =>
    fromKpa - heightM * KPA_PER_M - lossAcross({ ...spec }, Math.max(0, flow), medium);
  if (state === 'shut') {
    const still = fromKpa - heightM * KPA_PER_M - fixed;
    if (toKpa >= Math.min(spec.setKpa, still) - noKpa) return state;
    return still > spec.setKpa ? 'holds' : 'open';
  }
  if (lph < -noLph) return 'shut';
  if (state === 'open') return toKpa > spec.setKpa + noKpa ? 'holds' : state;
  return unregulated(lph) < spec.setKpa - noKpa ? 'open' : state;
}

/** Rounds in which everything that contradicts itself changes at once; after them one at a time, which cannot go round. */
const AT_ONCE = 12;
/** So long they change in the order that they are listed; then by turns, some steps on each time (a prime). */
const IN_ORDER = 60;
const STRIDE = 7919;
/** Each so many turns what counts as on a bend is doubled, up to so much: a thousandth of a L/h, a ten-thousandth of a kPa. */
const PER_SLACK = 8;
const MOST_SLACK = 1024;
/** Far more than any network of ours has taken. */
const MOST_TURNS = 400;

export interface Pivots {
  /** The network for the present states. */
  now(): { reduced: Reduced; states: readonly State[] };
  /**
   * Changes states that an answer contradicts.
   * @returns whether any did
   * @throws NetworkError where states go round
   */
  turn(found: NetworkSolution, medium: Medium): boolean;
}

/** Later on another one each time: the first that may can go round where parts feed each other. */
function inTurn(contradicted: readonly number[], turns: number): number[] {
  const from = turns > IN_ORDER ? (turns * STRIDE) % contradicted.length : 0;
  return [...contradicted.slice(from), ...contradicted.slice(0, from)];
}

/** The search for states that their own answer does not contradict. @param start states to begin with, where they are as many */
export function createPivots(network: NetworkSpec, bent: readonly Bent[], start: readonly State[]): Pivots {
  const place = new Map(network.nodes.map((n, i) => [n.id, i]));
  const heightOf = (id: string): number => network.nodes[place.get(id)!].elevationM;
  let states = firstStates(bent);
  let reduced = reduce(network, bent, states)!;
  let turns = 0;
  const seen = new Set<string>();
  const take = (next: State[]): boolean => {
    const made = reduce(network, bent, next);
    if (!made) return false;
    states = next;
    reduced = made;
    return true;
  };
  if (start.length === bent.length && start.every((s, i) => fits(bent[i], s))) take([...start]);

  return {
    now: () => ({ reduced, states }),
    turn(found, medium) {
      // What is on its bend to the last digit might go to and fro for ever.
      const slack = Math.min(MOST_SLACK, 2 ** Math.max(0, Math.floor((turns - AT_ONCE) / PER_SLACK)));
      const lphAt = (at: number): number =>
        at < network.links.length ? found.linkLph[at] : found.tieLph[at - network.links.length];
      const wanted = bent.map((b, i) => {
        const { from, to } = b.spec;
        return stateBy(
          b,
          states[i],
          lphAt(b.at),
          found.nodeKpa[place.get(from)!],
          found.nodeKpa[place.get(to)!],
          heightOf(to) - heightOf(from),
          medium,
          slack,
        );
      });
      const contradicted = wanted.flatMap((s, i) => (s === states[i] ? [] : [i]));
      if (contradicted.length === 0) return false;
      if (++turns > MOST_TURNS)
        throw new NetworkError(
          'network',
          msg`no steady state found: parts in its loops open and shut without end`,
        );
      const key = wanted.join();
      const again = turns > AT_ONCE || seen.has(key);
      seen.add(key);
      if (!again && take(wanted)) return true;
      // One at a time, the first that may: a part that would cut others off from all water stays as it is.
      const change = (i: number, to: State): boolean => take(states.map((s, k) => (k === i ? to : s)));
      for (const i of inTurn(contradicted, turns)) if (change(i, wanted[i])) return true;
      // What cannot be shut, since it alone feeds what is behind it, passes water the other way.
      const other: Partial<Record<State, State>> = { forth: 'back', back: 'forth' };
      for (const i of contradicted) {
        const turned = other[states[i]];
        if (turned && change(i, turned)) return true;
      }
      return false;
    },
  };
}

const fits = ({ spec }: Bent, state: State): boolean =>
  state === 'shut' || (spec.kind === 'regulator') === (state === 'open' || state === 'holds');
