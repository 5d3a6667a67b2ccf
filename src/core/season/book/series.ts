import type { Expected } from '../diagnosis/expected';
import { judgeReading, type Judged } from '../diagnosis/expected';
import type { Entry } from './types';
import type { Standing } from './entries';
import { MS_PER_DAY } from '../../units/time';

/** A reading over what was expected there. */
export interface SharePoint {
  at: number;
  share: number;
  low: number;
  high: number;
  judged: Judged;
  spot: string;
}

/** Readings of a set as shares of what is expected, oldest first. */
export function sharesOf(
  standing: readonly Standing[],
  expected: ReadonlyMap<string, Expected>,
  set: string | undefined,
): SharePoint[] {
  return standing
    .flatMap(({ entry: e }): SharePoint[] => {
      const exp = e.spot !== undefined && e.set === set ? expected.get(e.spot) : undefined;
      if (!exp || e.value === undefined || !(exp.value > 0)) return [];
      return [
        {
          at: e.at,
          share: e.value / exp.value,
          low: exp.low / exp.value,
          high: exp.high / exp.value,
          judged: judgeReading(e.value, exp),
          spot: e.spot!,
        },
      ];
    })
    .sort((a, b) => a.at - b.at);
}

/** What a filter takes, from a gauge before and one after it read within the same hour. */
export interface LossPoint {
  at: number;
  kpa: number;
}
const SAME_WALK_MS = 3_600_000;

/** Loss of what lies between two spots, each time both were read on one walk, oldest first. */
export function lossesOf(standing: readonly Standing[], before: string, after: string): LossPoint[] {
  const of = (spot: string): Entry[] =>
    standing.map((s) => s.entry).filter((e) => e.spot === spot && e.value !== undefined);
  const afters = of(after);
  return of(before)
    .flatMap((b): LossPoint[] => {
      const near = afters
        .filter((a) => a.set === b.set && Math.abs(a.at - b.at) <= SAME_WALK_MS)
        .sort((x, y) => Math.abs(x.at - b.at) - Math.abs(y.at - b.at))[0];
      return near ? [{ at: Math.max(b.at, near.at), kpa: b.value! - near.value! }] : [];
    })
    .sort((x, y) => x.at - y.at);
}

/** When a loss that grows will have come to a limit: a straight line through its points since it was cleaned last. */
export interface DueDay {
  /** kPa a day. */
  perDay: number;
  /** ms since 1970; none where it does not grow. */
  at?: number;
}

/** @returns nothing where fewer than two points tell of different days */
export function dueDay(
  points: readonly LossPoint[],
  cleanedAt: number | undefined,
  limitKpa: number,
): DueDay | undefined {
  const own = points.filter((p) => cleanedAt === undefined || p.at >= cleanedAt);
  if (own.length < 2) return undefined;
  const t0 = own[0].at;
  const x = own.map((p) => (p.at - t0) / MS_PER_DAY);
  const meanX = x.reduce((a, b) => a + b, 0) / x.length;
  const meanY = own.reduce((a, p) => a + p.kpa, 0) / own.length;
  const sxx = x.reduce((s, v) => s + (v - meanX) ** 2, 0);
  if (sxx <= 0) return undefined;
  const perDay = x.reduce((s, v, i) => s + (v - meanX) * (own[i].kpa - meanY), 0) / sxx;
  if (perDay <= 0) return { perDay };
  const days = meanX + (limitKpa - meanY) / perDay;
  return { perDay, at: Math.max(own.at(-1)!.at, t0 + days * MS_PER_DAY) };
}
