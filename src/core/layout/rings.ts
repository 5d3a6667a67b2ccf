import { HEAD, type FullPlan } from '../plan';

/** Two places that a ring could join. */
export interface RingPlace {
  from: string;
  to: string;
}

/**
 * Where a ring would be closed: between the two ends of the main's branches that lie nearest to each other; where it has one branch
 * only, from its end back to the head. Nothing where it has no tee, or those are joined already.
 */
export function ringPlace(
  { tees, rings }: Pick<FullPlan, 'tees' | 'rings'>,
  head: [number, number],
): RingPlace | undefined {
  const ends = tees.filter((t) => !tees.some((o) => o.main.from === t.id));
  const joined = (a: string, b: string): boolean =>
    rings.some((r) => (r.main.from === a && r.to === b) || (r.main.from === b && r.to === a));
  const pairs = ends.flatMap((a, i) =>
    ends.slice(i + 1).map((b) => ({ from: a.id, to: b.id, m: Math.hypot(a.xM - b.xM, a.yM - b.yM) })),
  );
  const all =
    ends.length === 1 && ends[0].main.from !== HEAD
      ? [{ from: HEAD, to: ends[0].id, m: Math.hypot(ends[0].xM - head[0], ends[0].yM - head[1]) }]
      : pairs;
  const free = all.filter((p) => !joined(p.from, p.to)).sort((a, b) => a.m - b.m);
  return free.length > 0 ? { from: free[0].from, to: free[0].to } : undefined;
}
