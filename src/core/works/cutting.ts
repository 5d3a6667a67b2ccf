import { byColumns } from './cutColumns';
import { byFlow } from './cutFlow';
import { EPS, type Filled, type LinearSolver, type Piece, type Sold } from './cutTypes';

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
