import { EPS, gcd, type LinearSolver, type Piece } from './cutTypes';

/** Beyond this many steps of length, or lengths, the best cuts are not looked for: cuts are made longest first. */
const MOST_STEPS = 20_000;
const MOST_LENGTHS = 100;
const MOST_ROUNDS = 200;

/**
 * Cuts of rolls of one length by columns that are added while they pay (Gilmore & Gomory 1961), and how few rolls there could be.
 * @returns nothing where there are too many lengths, or the solver fails
 */
export function byColumns(
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
