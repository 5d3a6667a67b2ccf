import { EPS, gcd, type Filled, type LinearSolver, type Piece, type Sold } from './cutTypes';

/** Beyond this many ways to lay a length the exact cuts are not looked for. */
const MOST_ARCS = 5000;

/** An arc of the graph of cuts: a length laid from one place on a roll on, or nothing more. */
interface Arc {
  from: number;
  to: number;
  /** By place among the lengths; none where the rest is left over. */
  length?: number;
}

/** Arcs on which each length may lie, longest first on every roll; nothing where there are too many. */
function arcsOf(lengths: readonly number[], need: readonly number[], most: number): Arc[] | undefined {
  const arcs: Arc[] = [];
  let places = new Set<number>([0]);
  for (const [i, length] of lengths.entries()) {
    const reached = new Set(places);
    let starts = places;
    for (let n = 0; n < need[i]; n++) {
      const next = new Set<number>();
      for (const from of starts) {
        const to = from + length;
        if (to > most) continue;
        next.add(to);
      }
      if (next.size === 0) break;
      for (const to of next) reached.add(to);
      starts = next;
    }
    for (const from of reached)
      if (reached.has(from + length) && from + length <= most)
        arcs.push({ from, to: from + length, length: i });
    if (arcs.length > MOST_ARCS) return undefined;
    places = reached;
  }
  return arcs;
}

/** Own pieces are used before new ones are bought, and short ones before long ones: each costs so little of a roll. */
const OWN_COST = 1e-3;

/**
 * The best cuts of all, as the cheapest flow through the graph of cuts.
 * @returns nothing where there are too many ways, or the solver finds none in its time
 */
export function byFlow(
  pieces: readonly Piece[],
  sold: readonly Sold[],
  own: readonly number[],
  solve: LinearSolver,
): Filled[] | undefined {
  const counts = new Map<number, number>();
  for (const p of pieces) counts.set(p.size, (counts.get(p.size) ?? 0) + 1);
  const sizes = [...counts.keys()].sort((a, b) => b - a);
  const step = sizes.reduce(gcd, 0);
  const lengths = sizes.map((l) => l / step);
  const need = sizes.map((l) => counts.get(l)!);
  const longest = Math.max(...sold.map((s) => s.size), ...own);
  // Own pieces of one length are one kind of roll, of which there are so many.
  const kinds = [
    ...sold.map((s) => ({ ...s, most: Infinity, had: false })),
    ...[...new Set(own)].map((size) => ({
      size,
      cost: (OWN_COST * size) / longest,
      most: own.filter((o) => o === size).length,
      had: true,
    })),
  ]
    .map((k) => ({ ...k, end: Math.floor(k.size / step + EPS) }))
    .filter((k) => k.end >= lengths[lengths.length - 1]);
  if (kinds.length === 0) return undefined;
  const dearestCost = Math.max(...sold.map((s) => s.cost));
  const arcs = arcsOf(lengths, need, Math.max(...kinds.map((k) => k.end)));
  if (!arcs) return undefined;
  const places = [...new Set([0, ...arcs.flatMap((a) => [a.from, a.to]), ...kinds.map((k) => k.end)])].sort(
    (a, b) => a - b,
  );
  for (let i = 1; i < places.length; i++) arcs.push({ from: places[i - 1], to: places[i] });
  if (arcs.length > MOST_ARCS) return undefined;
  const answer = solve(
    flowModel(
      arcs,
      places,
      kinds.map((k) => ({ ...k, cost: k.had ? k.cost : k.cost / dearestCost })),
      need,
    ),
  );
  if (!answer.solved) return undefined;
  return readFlow(arcs, kinds, answer.values, pieces, sizes);
}

interface Kind extends Sold {
  end: number;
  most: number;
  had: boolean;
}

function flowModel(
  arcs: readonly Arc[],
  places: readonly number[],
  kinds: readonly Kind[],
  need: readonly number[],
): string {
  const out = new Map<number, string[]>();
  const into = new Map<number, string[]>();
  const laid = need.map((): string[] => []);
  const add = (map: Map<number, string[]>, at: number, name: string): void => {
    const list = map.get(at);
    if (list) list.push(name);
    else map.set(at, [name]);
  };
  arcs.forEach((a, i) => {
    add(out, a.from, `x${i}`);
    add(into, a.to, `x${i}`);
    if (a.length !== undefined) laid[a.length].push(`x${i}`);
  });
  kinds.forEach((k, i) => add(out, k.end, `z${i}`));
  const plus = (names: readonly string[]): string => names.join('\n + ');
  const all = arcs.map((_, i) => `x${i}`);
  return [
    'Minimize',
    ` obj: ${kinds.map((k, i) => `${k.cost} z${i}`).join('\n + ')}`,
    'Subject To',
    ...places
      .slice(1)
      .map(
        (at, i) =>
          ` p${i}: ${plus(into.get(at) ?? [])}${(out.get(at) ?? []).map((name) => `\n - ${name}`).join('')} = 0`,
      ),
    ...laid.map((names, i) => ` d${i}: ${plus(names)} = ${need[i]}`),
    'Bounds',
    ...kinds.flatMap((k, i) => (Number.isFinite(k.most) ? [` z${i} <= ${k.most}`] : [])),
    'General',
    ...all.map((name) => ` ${name}`),
    ...kinds.map((_, i) => ` z${i}`),
    'End',
  ].join('\n');
}

/** Rolls from a flow: each a way from the beginning to its end. */
function readFlow(
  arcs: readonly Arc[],
  kinds: readonly Kind[],
  values: Readonly<Record<string, number>>,
  pieces: readonly Piece[],
  sizes: readonly number[],
): Filled[] | undefined {
  const flow = arcs.map((_, i) => Math.round(values[`x${i}`] ?? 0));
  const ends = kinds.map((_, i) => Math.round(values[`z${i}`] ?? 0));
  const leaving = new Map<number, number[]>();
  arcs.forEach((a, i) => leaving.set(a.from, [...(leaving.get(a.from) ?? []), i]));
  const stores = new Map<number, Piece[]>();
  for (const p of pieces) stores.set(p.size, [...(stores.get(p.size) ?? []), p]);
  const filled: Filled[] = [];
  for (let rolls = ends.reduce((a, b) => a + b, 0); rolls > 0; rolls--) {
    const cuts: Piece[] = [];
    for (let at = 0; ;) {
      const here = at;
      const kind = kinds.findIndex((k, i) => k.end === here && ends[i] > 0);
      if (kind >= 0) {
        ends[kind]--;
        if (cuts.length > 0) filled.push({ size: kinds[kind].size, had: kinds[kind].had, cuts });
        break;
      }
      const next = (leaving.get(at) ?? []).find((i) => flow[i] > 0);
      if (next === undefined) return undefined;
      flow[next]--;
      const { length, to } = arcs[next];
      if (length !== undefined) {
        const piece = stores.get(sizes[length])!.pop();
        if (!piece) return undefined;
        cuts.push(piece);
      }
      at = to;
    }
  }
  return [...stores.values()].every((s) => s.length === 0) ? filled : undefined;
}
