import { shallowRef, watch, type Ref } from 'vue';
import { fixed, forms, msg } from '../../../core/language';
import type { Change } from '../../../core/changes';
import { useBuilding } from '../../stores/building';
import { usePlan } from '../../stores/plan';

/** What some ways would cost in the grower's own prices, in words; nothing where no price is known yet. */
export function useOwnPrices(ways: Ref<readonly (readonly Change[])[]>): Ref<string[]> {
  const building = useBuilding();
  const plan = usePlan();
  const told = shallowRef<string[]>([]);
  let asked = 0;
  watch(
    [ways, () => plan.plan],
    async ([list]) => {
      const own = ++asked;
      told.value = [];
      if (list.length === 0 || !plan.plan.build?.prices?.length) return;
      const priced = await building.price(list);
      if (own !== asked || !priced) return;
      const [before, ...after] = priced;
      const sign = plan.full.build.currency ? ` ${plan.full.build.currency}` : '';
      told.value = after.map(({ total, gaps }) => {
        const more = total - before.total;
        const missing = gaps > 0 ? msg`, ${gaps} ${forms(gaps, 'line', 'lines')} without a price` : '';
        return msg`${more < 0 ? '−' : '+'}${fixed(Math.abs(more), 2)}${sign} in your prices, ${fixed(total, 2)}${sign} in all${missing}`;
      });
    },
    { immediate: true },
  );
  return told;
}
