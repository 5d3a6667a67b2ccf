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
  cuts: { lengthM: number; label: string }[];
  leftM: number;
}

export interface CutPlan {
  rolls: CutRoll[];
  /** New rolls or sticks, and how few there could be at best. */
  bought: number;
  atLeast: number;
  /** Places where two ends of rolls meet within one piece. */
  joins: { label: string; atM: number }[];
}

/** Lengths are cut to the centimetre. */
const CM_PER_M = 100;
const cmUp = (m: number): number => Math.ceil(m * CM_PER_M - 1e-6);
/** Beyond this many steps of length, or lengths, the best cuts are not looked for: cuts are made longest first. */
const MOST_STEPS = 20_000;
const MOST_LENGTHS = 100;
const MOST_ROUNDS = 200;
const EPS = 1e-6;

interface Piece {
  cm: number;
  label: string;
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/**
 * Cuts lengths from pieces that are there, then from new rolls or sticks of one length, to as few of these as possible: columns of
 * cuts are added while they pay (Gilmore & Gomory 1961), and the best whole numbers of them are taken.
 *
 * A length beyond a whole roll is made of several, joined. What joining would save is not asked here: see `joinedCuts`.
 * @param have lengths of pieces that are there, m
 * @param solve without it, or where there are very many lengths, the longest are cut first
 */
export function cutStock(
  wanted: readonly Wanted[],
  stockM: number,
  have: readonly number[] = [],
  solve?: LinearSolver,
): CutPlan {
  const stock = Math.floor(stockM * CM_PER_M + EPS);
  const pieces: Piece[] = wanted.flatMap(({ lengthM, count, label }) =>
    Array.from({ length: count }, () => ({ cm: cmUp(lengthM), label })),
  );
  pieces.sort((a, b) => b.cm - a.cm);
  const { rolls: used, left: whole } = fromWhatIsThere(pieces, have);
  const joins: CutPlan['joins'] = [];
  const left = whole.flatMap((p) => partsOf(p, stock, joins)).sort((a, b) => b.cm - a.cm);
  const total = left.reduce((sum, p) => sum + p.cm, 0);
  const first = longestFirst(left, stock);
  let { rolls } = { rolls: first };
  let atLeast = total > 0 ? Math.ceil(total / stock - EPS) : 0;
  if (solve && rolls.length > atLeast) {
    const better = byColumns(left, stock, solve);
    if (better) {
      atLeast = Math.max(atLeast, better.atLeast);
      if (better.rolls.length < rolls.length) rolls = better.rolls;
    }
  }
  const told = (list: Piece[][], lengthCm: (i: number) => number, had: boolean): CutRoll[] =>
    list.map((cuts, i) => ({
      lengthM: lengthCm(i) / CM_PER_M,
      had,
      cuts: cuts.map((c) => ({ lengthM: c.cm / CM_PER_M, label: c.label })),
      leftM: (lengthCm(i) - cuts.reduce((s, c) => s + c.cm, 0)) / CM_PER_M,
    }));
  return {
    rolls: [
      ...told(
        used.map((u) => u.cuts),
        (i) => used[i].cm,
        true,
      ),
      ...told(rolls, () => stock, false),
    ],
    bought: rolls.length,
    atLeast,
    joins,
  };
}

/** A length beyond a whole roll in parts: whole rolls and what is left, with the places where they are joined. */
function partsOf(p: Piece, stock: number, joins: CutPlan['joins']): Piece[] {
  const parts: Piece[] = [];
  for (let left = p.cm; left > 0; left -= stock) {
    if (parts.length > 0) joins.push({ label: p.label, atM: (parts.length * stock) / CM_PER_M });
    parts.push({ cm: Math.min(left, stock), label: p.label });
  }
  return parts;
}

/** Fills each piece that is there, the shortest first, as full as it goes. */
function fromWhatIsThere(
  pieces: readonly Piece[],
  have: readonly number[],
): { rolls: { cm: number; cuts: Piece[] }[]; left: Piece[] } {
  let left = [...pieces];
  const rolls: { cm: number; cuts: Piece[] }[] = [];
  for (const cm of have.map((h) => Math.floor(h * CM_PER_M + EPS)).sort((a, b) => a - b)) {
    const cuts = fullest(left, cm);
    if (cuts.length === 0) continue;
    rolls.push({ cm, cuts });
    const gone = new Set(cuts);
    left = left.filter((p) => !gone.has(p));
  }
  return { rolls, left };
}

/** The pieces that fill a length best. */
function fullest(pieces: readonly Piece[], cm: number): Piece[] {
  const fit = pieces.filter((p) => p.cm <= cm && p.cm > 0).slice(0, MOST_FILLED);
  if (fit.length === 0) return [];
  /** The piece that brought a sum about, −1 for none. */
  const by = new Int32Array(cm + 1).fill(-1);
  const reached: number[] = [0];
  const known = new Uint8Array(cm + 1);
  known[0] = 1;
  fit.forEach((p, i) => {
    for (let k = reached.length - 1; k >= 0; k--) {
      const sum = reached[k] + p.cm;
      if (sum > cm || known[sum]) continue;
      known[sum] = 1;
      by[sum] = i;
      reached.push(sum);
    }
  });
  const cuts: Piece[] = [];
  for (let sum = Math.max(...reached); sum > 0; sum -= fit[by[sum]].cm) cuts.push(fit[by[sum]]);
  return cuts;
}
const MOST_FILLED = 400;

/** Each length from the first roll that still has it, longest first. */
function longestFirst(pieces: readonly Piece[], stock: number): Piece[][] {
  const rolls: Piece[][] = [];
  const room: number[] = [];
  for (const p of pieces) {
    let i = room.findIndex((r) => r >= p.cm);
    if (i < 0) {
      i = rolls.length;
      rolls.push([]);
      room.push(stock);
    }
    rolls[i].push(p);
    room[i] -= p.cm;
  }
  return rolls;
}

function byColumns(
  pieces: readonly Piece[],
  stock: number,
  solve: LinearSolver,
): { rolls: Piece[][]; atLeast: number } | undefined {
  const counts = new Map<number, number>();
  for (const p of pieces) counts.set(p.cm, (counts.get(p.cm) ?? 0) + 1);
  const lengths = [...counts.keys()].sort((a, b) => b - a);
  const step = lengths.reduce(gcd, stock);
  if (lengths.length > MOST_LENGTHS || stock / step > MOST_STEPS) return undefined;
  const l = lengths.map((x) => x / step);
  const room = stock / step;
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
  for (const p of pieces) stores.set(p.cm, [...(stores.get(p.cm) ?? []), p]);
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
  const stock = Math.floor(stockM * CM_PER_M + EPS);
  const rolls: CutRoll[] = [];
  const joins: CutPlan['joins'] = [];
  let left = 0;
  for (const { lengthM, count, label } of wanted)
    for (let n = 0; n < count; n++) {
      let need = cmUp(lengthM);
      const parts: number[] = [];
      while (need > 0) {
        if (left === 0) {
          rolls.push({ lengthM: stock / CM_PER_M, had: false, cuts: [], leftM: 0 });
          left = stock;
        }
        const part = Math.min(need, left);
        rolls[rolls.length - 1].cuts.push({ lengthM: part / CM_PER_M, label });
        parts.push(part);
        need -= part;
        left -= part;
      }
      if (parts.length - 1 > mostJoins) return undefined;
      let atM = 0;
      for (const part of [...parts].sort((a, b) => b - a).slice(0, -1))
        joins.push({ label, atM: (atM += part / CM_PER_M) });
    }
  if (rolls.length > 0) rolls[rolls.length - 1].leftM = left / CM_PER_M;
  return { rolls, bought: rolls.length, atLeast: rolls.length, joins };
}
