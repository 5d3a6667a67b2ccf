import { isInjector } from '../catalog/headParts';
import { VENTURI_SHARE, venturiDrawsLph } from '../hydraulics/venturi';
import { inletParts, type FarmResults, type PartResult } from '../network';
import type { FullPlan } from '../plan';
import type { Filling } from './filling';
import { alikeBeds } from './groups';
import type { Travel } from './travel';
import { MIN_PER_HOUR } from '../units/time';

/** How one set is fed through the drip. */
export interface FeedPlan {
  /** Feed as bought for its open beds, g. */
  feedG: number;
  areaM2: number;
  stockL: number;
  /** Minutes: to fill, to inject, to rinse, and all of it. */
  fillMin: number;
  injectMin: number;
  rinseMin: number;
  totalMin: number;
  /** Of stock into the water, L/h, and water for one of stock. */
  rateLph: number;
  ratio: number;
  /** What flows to the beds while it is injected carries so much, g/L. */
  strengthGPerL: number;
  /** Injector there is; none where feed has nowhere to go in. */
  injector: Injector | undefined;
}

export interface Injector {
  name: string;
  kind: 'venturi' | 'dosing';
  /** Pressure difference or pressure it has, and what it needs, kPa. */
  hasKpa: number;
  needsKpa: number;
  /** Stock it draws as the set runs, L/h; not known of a dosing one, which is set by hand. */
  drawsLph: number | undefined;
}

/** Ratio beyond which no common injector draws. */
export const LEAST_RATIO = 20;

/** The injector that water to what is open passes, with what it has to work with: the fall to the place after it, or for a dosing one the pressure. */
function injectorOf(results: FarmResults): Injector | undefined {
  const parts: PartResult[] = [...results.head, ...results.blocks.flatMap((b) => inletParts(results, b))];
  const found = parts.find((p) => isInjector(p.step.part.role));
  if (!found) return undefined;
  const { part } = found.step;
  const venturi = part.role === 'venturi';
  const { beforeKpa, afterKpa } = found;
  if (!venturi)
    return {
      name: part.name,
      kind: 'dosing',
      hasKpa: beforeKpa,
      needsKpa: part.needsKpa,
      drawsLph: undefined,
    };
  const hasKpa = Math.max(0, fallAfterKpa(results, beforeKpa, afterKpa));
  return {
    name: part.name,
    kind: 'venturi',
    hasKpa,
    needsKpa: VENTURI_SHARE * beforeKpa,
    drawsLph: venturiDrawsLph(part.stockLph ?? 0, beforeKpa, hasKpa),
  };
}

/** What falls from a venturi's inlet to the lowest header: on a bypass about what takes pressure it has all of it, kPa. */
export const fallAfterKpa = (results: FarmResults, beforeKpa: number, afterKpa: number): number =>
  beforeKpa - Math.min(afterKpa, ...results.blocks.map((b) => b.feedKpa));

/**
 * The feed of a set: fill until the last run is at pressure, inject for at least the time water takes to the last emitter
 * of the slowest run, and until a venturi has drawn all the stock; rinse for as long as water travels. Only open beds get any.
 */
export function feedOf(plan: FullPlan, results: FarmResults, filling: Filling, travel: Travel): FeedPlan {
  const { perM2G, stockGPerL, injectTimes, rinseTimes } = plan.watering.feeding;
  const areaM2 = alikeBeds(plan, results.layout).reduce((sum, b) => sum + b.lengthM * b.bedM, 0);
  const feedG = perM2G * areaM2;
  const stockL = feedG / stockGPerL;
  const travelMin = travel.seconds / 60;
  const injector = injectorOf(results);
  // A venturi that draws nothing is told of by itself.
  const drawMin = injector?.drawsLph ? (stockL / injector.drawsLph) * MIN_PER_HOUR : 0;
  const injectMin = Math.max(travelMin * injectTimes, drawMin);
  const rinseMin = travelMin * rinseTimes;
  const fillMin = filling.seconds / 60;
  const rateLph = injectMin > 0 ? stockL / (injectMin / MIN_PER_HOUR) : 0;
  return {
    feedG,
    areaM2,
    stockL,
    fillMin,
    injectMin,
    rinseMin,
    totalMin: fillMin + injectMin + rinseMin,
    rateLph,
    ratio: rateLph > 0 ? results.flowLph / rateLph : Infinity,
    strengthGPerL: results.flowLph > 0 && injectMin > 0 ? feedG / ((results.flowLph * injectMin) / 60) : 0,
    injector,
  };
}
