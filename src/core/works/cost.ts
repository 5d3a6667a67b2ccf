import type { FarmLayout } from '../layout';
import type { FullPlan } from '../plan';
import { amountOf, farmOf, isThere, SOURCE_ITEM, sourceThings, type GroupId } from '../farm';

/** What there is to buy for a farm costs at typical prices, before spares and whole packs. */
export interface Cost {
  pipe: number;
  laid: number;
  parts: number;
  /** Take-offs, run ends, fittings and what joins them. */
  joints: number;
  /** Tank and stand, wire, boxes, tools. */
  others: number;
  total: number;
}

/** Under what each group of the list is told. */
const TOLD: Partial<Record<GroupId, Exclude<keyof Cost, 'total'>>> = {
  pipe: 'pipe',
  laid: 'laid',
  part: 'parts',
  takeoff: 'joints',
  fitting: 'joints',
  small: 'joints',
};

/** Of every thing of the farm, blocks in use or not, that is not there already. What belongs to the source itself is told apart. */
export function costOf(plan: FullPlan, layout: FarmLayout): Cost {
  const cost: Cost = { pipe: 0, laid: 0, parts: 0, joints: 0, others: 0, total: 0 };
  for (const thing of farmOf(plan, layout).things) {
    const { item } = thing;
    if (item.id.startsWith(SOURCE_ITEM) || isThere(plan, item)) continue;
    const price = amountOf(thing) * item.typical;
    cost[TOLD[item.group] ?? 'others'] += price;
    cost.total += price;
  }
  return cost;
}

/**
 * What a change of the source's own things costs at typical prices: everything that it has afterwards and had not before, whole,
 * since a larger tank is not got by adding to the smaller one.
 */
export function sourceCost(before: FullPlan, after: FullPlan): number {
  const of = (plan: FullPlan): Map<string, { count: number; each: number }> => {
    const found = new Map<string, { count: number; each: number }>();
    for (const { item, ...t } of sourceThings(plan)) {
      if (!item.id.startsWith(SOURCE_ITEM)) continue;
      found.set(item.id, { count: (found.get(item.id)?.count ?? 0) + amountOf(t), each: item.typical });
    }
    return found;
  };
  const had = of(before);
  let cost = 0;
  for (const [id, { count, each }] of of(after)) {
    const own = had.get(id);
    // What is there goes on being used, unless it is another: then the difference is paid.
    cost += Math.max(0, count - (own?.count ?? 0)) * each;
    if (own) cost += Math.min(count, own.count) * Math.max(0, each - own.each);
  }
  return cost;
}
