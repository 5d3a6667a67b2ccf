/** A solver of linear programmes in the LP text form, as HiGHS is. */
export type LinearSolver = (model: string) => {
  solved: boolean;
  objective: number;
  /** Values of the columns by name. */
  values: Record<string, number>;
  /** Shadow prices of the rows, in their order. */
  duals: number[];
};

/** A length that is wanted, m, so many times, and what for. */
export interface Wanted {
  lengthM: number;
  count: number;
  label: string;
}

/** A roll, stick or piece, and what is cut from it. */
export interface CutRoll {
  lengthM: number;
  /** It was there already. */
  had: boolean;
  /** A hose that is not cut: what is left of it is slack. */
  whole?: true;
  cuts: { lengthM: number; label: string }[];
  leftM: number;
}

export interface CutPlan {
  rolls: CutRoll[];
  /** New rolls or sticks, and how few there could be at best. */
  bought: number;
  atLeast: number;
  /** Places where two ends of rolls meet within one piece. */
  joins: { label: string; atM: number; /** Threads of two whole hoses. */ screwed?: true }[];
}

/** A length that rolls or sticks are sold in, m, and what one costs against the others. */
export interface Stock {
  lengthM: number;
  cost: number;
}

/** Lengths are reckoned in tenths of a millimetre: inches and centimetres are whole numbers of them. */
const UNITS_PER_M = 10_000;
const units = (m: number): number => Math.round(m * UNITS_PER_M);
/** Beyond this many steps of length, or lengths, the best cuts are not looked for: cuts are made longest first. */
const MOST_STEPS = 20_000;
const MOST_LENGTHS = 100;
const MOST_ROUNDS = 200;
/** Beyond this many ways to lay a length the exact cuts are not looked for. */
const MOST_ARCS = 5000;
const EPS = 1e-6;

interface Piece {
  size: number;
  label: string;
}
/** A roll, stick or own piece while it is filled. */
interface Filled {
  size: number;
  had: boolean;
  cuts: Piece[];
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
const sizeSum = (pieces: readonly Piece[]): number => pieces.reduce((sum, p) => sum + p.size, 0);

/**
 * Cuts lengths from pieces that are there, then from new rolls or sticks at the least cost: of one length, columns of cuts are
 * added while they pay (Gilmore & Gomory 1961); where the bound that this gives is not reached, and where there are own pieces
 * or several lengths, all ways to lay the lengths are a graph whose cheapest flow is taken (Valério de Carvalho 1999), which is
 * the best there is.
 *
 * A length beyond a whole roll is made of several, joined. What joining would save is not asked here: see `joinedCuts`.
 * @param stock the length they are sold in, m, or several with what each costs
 * @param have lengths of pieces that are there, m
 * @param solve without it, or where there are very many lengths, the longest are cut first
 */
export function cutStock(
  wanted: readonly Wanted[],
  stock: number | readonly Stock[],
  have: readonly number[] = [],
  solve?: LinearSolver,
): CutPlan {
  const stocks = typeof stock === 'number' ? [{ lengthM: stock, cost: 1 }] : stock;
  const sold = stocks.map((s) => ({ size: units(s.lengthM), cost: s.cost })).sort((a, b) => a.size - b.size);
  const longest = sold[sold.length - 1].size;
  const pieces: Piece[] = wanted.flatMap(({ lengthM, count, label }) =>
    Array.from({ length: count }, () => ({ size: Math.max(1, units(lengthM)), label })),
  );
  pieces.sort((a, b) => b.size - a.size);
  const own = have.map(units).sort((a, b) => a - b);
  const joins: CutPlan['joins'] = [];
  const { whole, alone } = beyondRolls(pieces, own, longest, joins);
  const { filled, atLeast } = cheapest(whole, sold, own, solve);
  const rolls = [...alone, ...filled];
  return {
    rolls: [...rolls.filter((r) => r.had), ...rolls.filter((r) => !r.had)].map(
      ({ size, had, cuts }): CutRoll => ({
        lengthM: size / UNITS_PER_M,
        had,
        cuts: cuts.map((c) => ({ lengthM: c.size / UNITS_PER_M, label: c.label })),
        leftM: (size - sizeSum(cuts)) / UNITS_PER_M,
      }),
    ),
    bought: rolls.filter((r) => !r.had).length,
    atLeast,
    joins,
  };
}

interface Sold {
  size: number;
  cost: number;
}

/** Lengths beyond the longest roll: from an own piece that holds them, or in parts that are joined. What own pieces are left is in `own`. */
function beyondRolls(
  pieces: readonly Piece[],
  own: number[],
  longest: number,
  joins: CutPlan['joins'],
): { whole: Piece[]; alone: Filled[] } {
  const alone: Filled[] = [];
  const whole = pieces.flatMap((p) => {
    if (p.size <= longest) return [p];
    const i = own.findIndex((size) => size >= p.size);
    if (i < 0) return partsOf(p, longest, joins);
    const [size] = own.splice(i, 1);
    alone.push({ size, had: true, cuts: [p] });
    return [];
  });
  return { whole: whole.sort((a, b) => b.size - a.size), alone };
}

/** A length beyond a whole roll in parts: whole rolls and what is left, with the places where they are joined. */
function partsOf(p: Piece, longest: number, joins: CutPlan['joins']): Piece[] {
  const parts: Piece[] = [];
  for (let left = p.size; left > 0; left -= longest) {
    if (parts.length > 0) joins.push({ label: p.label, atM: (parts.length * longest) / UNITS_PER_M });
    parts.push({ size: Math.min(left, longest), label: p.label });
  }
  return parts;
}

/** Cuts that cost so little over the least there can be are taken, a share. */
const NEAR_ENOUGH = 0.005;

const costOfRolls = (filled: readonly Filled[], sold: readonly Sold[]): number =>
  filled.reduce((sum, f) => sum + (f.had ? 0 : sold.find((s) => s.size === f.size)!.cost), 0);

/** The cheapest cuts that are found, and how few new rolls there could be at best. */
function cheapest(
  pieces: readonly Piece[],
  sold: readonly Sold[],
  own: readonly number[],
  solve: LinearSolver | undefined,
): { filled: Filled[]; atLeast: number } {
  if (pieces.length === 0) return { filled: [], atLeast: 0 };
  const greedy = fromWhatIsThere(pieces, own);
  const longest = sold[sold.length - 1].size;
  const least = Math.max(0, Math.ceil((sizeSum(pieces) - own.reduce((a, b) => a + b, 0)) / longest - EPS));
  let atLeast = least;
  let best: Filled[] | undefined;
  const offer = (filled: Filled[]): void => {
    if (!best || costOfRolls(filled, sold) < costOfRolls(best, sold) - EPS) best = filled;
  };
  const biggest = greedy.left[0]?.size ?? 0;
  for (const { size } of sold) {
    if (size < biggest) continue;
    const first = longestFirst(greedy.left, size);
    let rolls = first;
    if (solve && greedy.left.length > 0 && first.length > Math.ceil(sizeSum(greedy.left) / size - EPS)) {
      const better = byColumns(greedy.left, size, solve);
      if (better && better.rolls.length < rolls.length) rolls = better.rolls;
      if (better && own.length === 0 && sold.length === 1) atLeast = Math.max(atLeast, better.atLeast);
    }
    offer([...greedy.rolls, ...rolls.map((cuts) => smallest(cuts, sold))]);
  }
  const count = (filled: readonly Filled[]): number => filled.filter((f) => !f.had).length;
  // No cuts cost less than every metre at the cheapest roll's price.
  const bound =
    Math.min(...sold.map((s) => s.cost / s.size)) *
    Math.max(0, sizeSum(pieces) - own.reduce((a, b) => a + b, 0));
  const proven =
    sold.length === 1 ? count(best!) === atLeast : costOfRolls(best!, sold) <= bound * (1 + NEAR_ENOUGH);
  if (solve && !proven) {
    const exact = byFlow(pieces, sold, own, solve);
    if (exact) {
      offer(exact);
      if (sold.length === 1) atLeast = Math.max(atLeast, count(exact));
    }
  }
  return { filled: best!, atLeast: sold.length > 1 ? Math.min(least, count(best!)) : atLeast };
}

/** Cuts on the cheapest roll that holds them. */
function smallest(cuts: Piece[], sold: readonly Sold[]): Filled {
  const need = sizeSum(cuts);
  const fits = sold.filter((s) => s.size >= need);
  return { size: fits.reduce((a, b) => (b.cost < a.cost ? b : a)).size, had: false, cuts };
}

/** Fills each piece that is there, the shortest first, as full as it goes. */
function fromWhatIsThere(
  pieces: readonly Piece[],
  own: readonly number[],
): { rolls: Filled[]; left: Piece[] } {
  let left = [...pieces];
  const rolls: Filled[] = [];
  for (const size of own) {
    const cuts = fullest(left, size);
    if (cuts.length === 0) continue;
    rolls.push({ size, had: true, cuts });
    const gone = new Set(cuts);
    left = left.filter((p) => !gone.has(p));
  }
  return { rolls, left };
}

/** The pieces that fill a length best. */
function fullest(pieces: readonly Piece[], size: number): Piece[] {
  const fit = pieces.filter((p) => p.size <= size).slice(0, MOST_FILLED);
  if (fit.length === 0) return [];
  /** The sum before the last piece, and that piece, of each sum that is reached. */
  const reached = new Map<number, { before: number; piece: Piece } | undefined>([[0, undefined]]);
  for (const piece of fit)
    for (const before of [...reached.keys()]) {
      const sum = before + piece.size;
      if (sum <= size && !reached.has(sum) && reached.size < MOST_SUMS) reached.set(sum, { before, piece });
    }
  const cuts: Piece[] = [];
  for (let at = reached.get(Math.max(...reached.keys())); at; at = reached.get(at.before))
    cuts.push(at.piece);
  return cuts;
}
const MOST_FILLED = 400;
const MOST_SUMS = 50_000;

/** Each length from the first roll that still has it, longest first. */
function longestFirst(pieces: readonly Piece[], stock: number): Piece[][] {
  const rolls: Piece[][] = [];
  const room: number[] = [];
  /** Rolls before this one have no room for the shortest piece. */
  const shortest = pieces.at(-1)?.size ?? 0;
  let from = 0;
  for (const p of pieces) {
    while (from < rolls.length && room[from] < shortest) from++;
    let i = from;
    while (i < rolls.length && room[i] < p.size) i++;
    if (i === rolls.length) {
      rolls.push([]);
      room.push(stock);
    }
    rolls[i].push(p);
    room[i] -= p.size;
  }
  return rolls;
}

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
function byFlow(
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

function byColumns(
  pieces: readonly Piece[],
  stock: number,
  solve: LinearSolver,
): { rolls: Piece[][]; atLeast: number } | undefined {
  const counts = new Map<number, number>();
  for (const p of pieces) counts.set(p.size, (counts.get(p.size) ?? 0) + 1);
  const lengths = [...counts.keys()].sort((a, b) => b - a);
  const step = lengths.reduce(gcd, 0);
  const room = Math.floor(stock / step + EPS);
  if (lengths.length > MOST_LENGTHS || room > MOST_STEPS) return undefined;
  const l = lengths.map((x) => x / step);
  const need = lengths.map((x) => counts.get(x)!);
  const columns = l.map((own, i) =>
    l.map((_, j) => (i === j ? Math.min(need[i], Math.floor(room / own)) : 0)),
  );
  // A line of the text form may not be long: each term has its own.
  const model = (whole: boolean): string =>
    [
      'Minimize',
      ` obj: ${columns.map((_, p) => `x${p}`).join('\n + ')}`,
      'Subject To',
      ...l.map(
        (_, i) =>
          ` r${i}: ${columns.flatMap((c, p) => (c[i] > 0 ? [`${c[i]} x${p}`] : [])).join('\n + ')} >= ${need[i]}`,
      ),
      ...(whole ? ['General', ...columns.map((_, p) => ` x${p}`)] : []),
      'End',
    ].join('\n');
  let objective = 0;
  let done = false;
  for (let round = 0; round < MOST_ROUNDS && !done; round++) {
    const answer = solve(model(false));
    if (!answer.solved) return undefined;
    objective = answer.objective;
    const { column, worth } = dearest(l, answer.duals, room);
    if (worth <= 1 + EPS) done = true;
    else columns.push(column);
  }
  const answer = solve(model(true));
  if (!answer.solved) return undefined;
  // Only a column search that came to its end proves anything.
  const atLeast = done ? Math.ceil(objective - 1e-5) : 0;
  const stores = new Map<number, Piece[]>();
  for (const p of pieces) stores.set(p.size, [...(stores.get(p.size) ?? []), p]);
  const rolls: Piece[][] = [];
  columns.forEach((column, p) => {
    for (let n = Math.round(answer.values[`x${p}`] ?? 0); n > 0; n--) {
      const cuts = column.flatMap((count, i) => stores.get(lengths[i])!.splice(0, count));
      if (cuts.length > 0) rolls.push(cuts);
    }
  });
  return [...stores.values()].every((s) => s.length === 0) ? { rolls, atLeast } : undefined;
}

/** The cuts of one roll that are worth most at the lengths' shadow prices. What is cut beyond what is wanted is left out later. */
function dearest(
  l: readonly number[],
  prices: readonly number[],
  room: number,
): { column: number[]; worth: number } {
  const worth = new Float64Array(room + 1);
  const by = new Int16Array(room + 1).fill(-1);
  for (let w = 1; w <= room; w++) {
    worth[w] = worth[w - 1];
    by[w] = -1;
    for (let i = 0; i < l.length; i++) {
      if (l[i] > w) continue;
      const v = worth[w - l[i]] + prices[i];
      if (v > worth[w] + EPS) {
        worth[w] = v;
        by[w] = i;
      }
    }
  }
  const column = l.map(() => 0);
  for (let w = room; w > 0;) {
    const i = by[w];
    if (i < 0) w--;
    else {
      column[i]++;
      w -= l[i];
    }
  }
  return { column, worth: worth[room] };
}

/**
 * Cuts with joins, one after the other off each roll: a length that the roll's end cuts in two is joined. The join lies in its far
 * half, where less water passes it: the longer part is laid first.
 * @returns nothing where a length would have more joins than are wished
 */
export function joinedCuts(
  wanted: readonly Wanted[],
  stockM: number,
  mostJoins: number,
): CutPlan | undefined {
  const stock = units(stockM);
  const rolls: CutRoll[] = [];
  const joins: CutPlan['joins'] = [];
  let left = 0;
  for (const { lengthM, count, label } of wanted)
    for (let n = 0; n < count; n++) {
      let need = units(lengthM);
      const parts: number[] = [];
      while (need > 0) {
        if (left === 0) {
          rolls.push({ lengthM: stock / UNITS_PER_M, had: false, cuts: [], leftM: 0 });
          left = stock;
        }
        const part = Math.min(need, left);
        rolls[rolls.length - 1].cuts.push({ lengthM: part / UNITS_PER_M, label });
        parts.push(part);
        need -= part;
        left -= part;
      }
      if (parts.length - 1 > mostJoins) return undefined;
      let atM = 0;
      for (const part of [...parts].sort((a, b) => b - a).slice(0, -1))
        joins.push({ label, atM: (atM += part / UNITS_PER_M) });
    }
  if (rolls.length > 0) rolls[rolls.length - 1].leftM = left / UNITS_PER_M;
  return { rolls, bought: rolls.length, atLeast: rolls.length, joins };
}
