import { isInjector } from '../catalog/headParts';
import { inletParts, type FarmResults, type PartResult } from '../network';
import type { FullPlan } from '../plan';
import type { Filling } from './filling';
import { alikeBeds } from './groups';
import type { Travel } from './travel';

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
  /** Flow of the set within what it works with. */
  flowFits: boolean;
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
  // A venturi sits on a bypass about a part that takes pressure: it has what falls between its place and the header.
  const after = results.blocks[0]?.feedKpa ?? found.afterKpa;
  return {
    name: part.name,
    kind: venturi ? 'venturi' : 'dosing',
    hasKpa: venturi ? Math.max(0, found.beforeKpa - after) : found.beforeKpa,
    needsKpa: part.needsKpa,
    flowFits: part.minLph <= found.flowLph && (part.maxLph === 0 || found.flowLph <= part.maxLph),
  };
}

/**
 * The feed of a set: fill until the last run is at pressure, inject for at least the time water takes to the last emitter
 * of the slowest run, rinse for as long. Only open beds get any.
 */
export function feedOf(plan: FullPlan, results: FarmResults, filling: Filling, travel: Travel): FeedPlan {
  const { perM2G, stockGPerL, injectTimes, rinseTimes } = plan.watering.feeding;
  const areaM2 = alikeBeds(plan, results.layout).reduce((sum, b) => sum + b.lengthM * b.bedM, 0);
  const feedG = perM2G * areaM2;
  const stockL = feedG / stockGPerL;
  const travelMin = travel.seconds / 60;
  const injectMin = travelMin * injectTimes;
  const rinseMin = travelMin * rinseTimes;
  const fillMin = filling.seconds / 60;
  const rateLph = injectMin > 0 ? stockL / (injectMin / 60) : 0;
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
    injector: injectorOf(results),
  };
}
