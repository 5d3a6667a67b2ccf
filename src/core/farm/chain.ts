import { threadSize } from './ends';
import { FITTINGS, isStub, THREADS as THREAD_SIZES, type Fitting } from './fittings';
import type { Family } from '../plan';
import { jointKey, mateOf, meets, type Joint, type JointKind } from './joint';

/** A fitting more counts for more than any price. */
const FEWEST_FIRST = 1e4;
/** A short piece of pipe brings two barbs and their clamps with it: it counts for more than a fitting does. */
const A_STUB = 1.5;
/** Of two ways that cost the same the one whose adaptors have male threads on pipe is taken (every shop has those), and female ones on hose. */
const FEMALE_ADAPTOR = 1e-3;
const THREADS: readonly JointKind[] = ['hose', 'taper', 'parallel'];
const isThread = (j: Joint): boolean => THREADS.includes(j.kind);
const isFemaleAdaptor = ({ a, b }: Fitting): boolean =>
  isThread(a) !== isThread(b) &&
  [a, b].some((j) => isThread(j) && j.half === 'female') &&
  ![a, b].some((j) => j.kind === 'hosebarb');

/** Open ends, and what leads on from each: a fitting leads from the end that it takes up to the end that it offers instead. */
type Stock = ReadonlyMap<string, ReadonlyMap<string, { fitting: Fitting; weight: number }>>;

function stockOf(fittings: readonly Fitting[]): Stock {
  const stock = new Map<string, Map<string, { fitting: Fitting; weight: number }>>();
  const lead = (fitting: Fitting, takes: Joint, offers: Joint): void => {
    const [from, to] = [jointKey(mateOf(takes)), jointKey(offers)];
    if (from === to) return;
    const on = stock.get(from) ?? new Map<string, { fitting: Fitting; weight: number }>();
    stock.set(from, on);
    const weight =
      FEWEST_FIRST * (isStub(fitting) ? A_STUB : 1) +
      fitting.price +
      (isFemaleAdaptor(fitting) ? FEMALE_ADAPTOR : 0);
    if (weight < (on.get(to)?.weight ?? Infinity)) on.set(to, { fitting, weight });
  };
  for (const f of fittings) {
    lead(f, f.a, f.b);
    lead(f, f.b, f.a);
  }
  return stock;
}
/** Kinds of thread that a family's shops have no fittings of. */
const FOREIGN: Record<Family, readonly JointKind[]> = { inch: ['parallel'], metric: ['taper', 'hose'] };
const soldIn = (family: Family): Fitting[] =>
  FITTINGS.filter((f) => ![f.a.kind, f.b.kind].some((k) => FOREIGN[family].includes(k)));
const stocks: Record<Family, Stock> = { inch: stockOf(soldIn('inch')), metric: stockOf(soldIn('metric')) };
const found = new Map<string, Fitting[] | undefined>();

const WIDTHS: readonly string[] = ['1/4', ...THREAD_SIZES];
/** How wide an end is, by the thread that goes with it. */
const widthOf = (j: Joint): number => WIDTHS.indexOf(j.size === '1/4' ? '1/4' : threadSize(j));
const wide = new Map<string, Stock>();
/** Fittings that narrow nothing: no end of them is narrower than the narrower of what they join. */
function wideStock(family: Family, least: number): Stock {
  const key = `${family} ${least}`;
  let stock = wide.get(key);
  if (!stock) {
    const fits = soldIn(family).filter((f) => Math.min(widthOf(f.a), widthOf(f.b)) >= least);
    wide.set(key, (stock = stockOf(fits)));
  }
  return stock;
}

/**
 * The stock fittings of a family that join one end to another, from the first on: as few as there are, then as cheap; none
 * where the two meet.
 * @returns nothing where no stock fittings join them
 */
export function chainBetween(from: Joint, to: Joint, family: Family): Fitting[] | undefined {
  if (meets(from, to)) return [];
  const key = `${family} ${jointKey(from)}>${jointKey(to)}`;
  if (!found.has(key)) {
    const least = Math.min(widthOf(from), widthOf(to));
    found.set(key, shortest(from, to, wideStock(family, least)) ?? shortest(from, to, stocks[family]));
  }
  return found.get(key);
}

/** The lightest way through a stock (Dijkstra 1959). */
function shortest(from: Joint, to: Joint, stock: Stock): Fitting[] | undefined {
  const [first, last] = [jointKey(from), jointKey(mateOf(to))];
  const reached = new Map<string, { weight: number; fittings: Fitting[] }>([
    [first, { weight: 0, fittings: [] }],
  ]);
  const settled = new Set<string>();
  for (;;) {
    let nearest: string | undefined;
    for (const [end, { weight }] of reached)
      if (!settled.has(end) && (nearest === undefined || weight < reached.get(nearest)!.weight))
        nearest = end;
    if (nearest === undefined) return undefined;
    const here = reached.get(nearest)!;
    if (nearest === last) return here.fittings;
    settled.add(nearest);
    for (const [end, { fitting, weight }] of stock.get(nearest) ?? [])
      if (here.weight + weight < (reached.get(end)?.weight ?? Infinity))
        reached.set(end, { weight: here.weight + weight, fittings: [...here.fittings, fitting] });
  }
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
