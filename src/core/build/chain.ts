import { DirectedGraph } from 'graphology';
import dijkstra from 'graphology-shortest-path/dijkstra';
import { FITTINGS, type Fitting } from './fittings';
import type { Family } from '../plan';
import { jointKey, mateOf, meets, type Joint, type JointKind } from './joint';

/** A fitting more counts for more than any price. */
const FEWEST_FIRST = 1e4;

/** Open ends as nodes; a fitting leads from the end that it takes up to the end that it offers instead. */
function graphOf(fittings: readonly Fitting[]): DirectedGraph {
  const graph = new DirectedGraph();
  const lead = (fitting: Fitting, takes: Joint, offers: Joint): void => {
    const [from, to] = [jointKey(mateOf(takes)), jointKey(offers)];
    if (from === to) return;
    graph.mergeNode(from);
    graph.mergeNode(to);
    const weight = FEWEST_FIRST + fitting.price;
    const known = graph.edge(from, to);
    if (known === undefined) graph.addEdge(from, to, { weight, fitting });
    else if (weight < (graph.getEdgeAttribute(known, 'weight') as number))
      graph.replaceEdgeAttributes(known, { weight, fitting });
  };
  for (const f of fittings) {
    lead(f, f.a, f.b);
    lead(f, f.b, f.a);
  }
  return graph;
}
/** Kinds of thread that a family's shops have no fittings of. */
const FOREIGN: Record<Family, readonly JointKind[]> = { inch: ['parallel'], metric: ['taper', 'hose'] };
const stockOf = (family: Family): DirectedGraph =>
  graphOf(FITTINGS.filter((f) => ![f.a.kind, f.b.kind].some((k) => FOREIGN[family].includes(k))));
const stocks: Record<Family, DirectedGraph> = { inch: stockOf('inch'), metric: stockOf('metric') };
const found = new Map<string, Fitting[] | undefined>();

/**
 * The stock fittings of a family that join one end to another, from the first on: as few as there are, then as cheap; none
 * where the two meet.
 * @returns nothing where no stock fittings join them
 */
export function chainBetween(from: Joint, to: Joint, family: Family): Fitting[] | undefined {
  if (meets(from, to)) return [];
  const key = `${family} ${jointKey(from)}>${jointKey(to)}`;
  if (!found.has(key)) found.set(key, shortest(from, to, stocks[family]));
  return found.get(key);
}

function shortest(from: Joint, to: Joint, stock: DirectedGraph): Fitting[] | undefined {
  const [a, b] = [jointKey(from), jointKey(mateOf(to))];
  if (!stock.hasNode(a) || !stock.hasNode(b)) return undefined;
  const way = dijkstra.bidirectional(stock, a, b, 'weight') as string[] | null;
  return way
    ?.slice(1)
    .map((node, i) => stock.getEdgeAttribute(stock.edge(way[i], node)!, 'fitting') as Fitting);
}

/** The ends of a fitting as it stands in a chain after an open end: what it offers next. */
export const offeredBy = (fitting: Fitting, after: Joint): Joint =>
  meets(fitting.a, after) ? fitting.b : fitting.a;

/**
 * A chain that goes through a fitting that the grower has.
 * @returns nothing where it cannot be joined that way
 */
export function chainThrough(from: Joint, has: Fitting, to: Joint, family: Family): Fitting[] | undefined {
  const ways = [
    [has.a, has.b],
    [has.b, has.a],
  ].flatMap(([takes, offers]) => {
    const [before, after] = [chainBetween(from, takes, family), chainBetween(offers, to, family)];
    return before && after ? [[...before, has, ...after]] : [];
  });
  return ways.sort((x, y) => x.length - y.length)[0];
}
