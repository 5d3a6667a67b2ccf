<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { allowedOnDayL } from '../../../core/sets';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { useOutlook } from '../../stores/outlook';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** Water that may be drawn, and who is served first when it is short. */
const plan = usePlan();
const edits = useEdits();
const outlook = useOutlook();
const settings = useSettings();
const allowed = computed(() => plan.full.watering.allowed);
const limited = computed(() => allowed.value.dayL !== undefined || allowed.value.weekL !== undefined);
const rows = computed(() => {
  const { order } = allowed.value;
  const place = (id: string): number => (order.includes(id) ? order.indexOf(id) : order.length);
  return (outlook.outlook?.sets ?? [])
    .map((s) => ({ id: s.id, name: s.name, share: outlook.outlook!.ration?.shares.get(s.id) ?? 1 }))
    .sort((a, b) => place(a.id) - place(b.id));
});
function first(id: string): void {
  const order = [id, ...allowed.value.order.filter((x) => x !== id)];
  edits.allowed({ order }, msg`serve ${rows.value.find((r) => r.id === id)?.name ?? id} first`);
}
/** A limit to begin with: what is taken now, to be typed over. */
const taken = computed(() => Math.max(1, Math.round(outlook.outlook?.day.volumeL ?? 0) || 1000));
const takenWeek = computed(() => Math.max(1, Math.round(outlook.outlook?.weekL ?? 0) || 7000));
</script>

<template>
  <details class="more" :open="limited">
    <summary>Water that may be drawn</summary>
    <p class="fill">
      A meter, a permit or a neighbour allows
      <template v-if="allowed.dayL !== undefined"
        ><QuantityField
          id="water-allowed-a-day"
          label="Water allowed a day"
          kind="volume"
          :value="allowed.dayL"
          :take="(v, g) => edits.allowed({ dayL: v }, msg`set the water of a day`, g)"
        />
        a day
        <button
          type="button"
          class="small"
          @click="edits.allowed({ dayL: undefined }, msg`lift the limit of the day`)"
        >
          no limit
        </button></template
      ><button
        v-else
        type="button"
        class="small"
        @click="edits.allowed({ dayL: taken }, msg`limit the water of a day`)"
      >
        so much a day …</button
      >,
      <template v-if="allowed.weekL !== undefined"
        ><QuantityField
          id="water-allowed-a-week"
          label="Water allowed a week"
          kind="volume"
          :value="allowed.weekL"
          :take="(v, g) => edits.allowed({ weekL: v }, msg`set the water of a week`, g)"
        />
        a week
        <button
          type="button"
          class="small"
          @click="edits.allowed({ weekL: undefined }, msg`lift the limit of the week`)"
        >
          no limit
        </button></template
      ><button
        v-else
        type="button"
        class="small"
        @click="edits.allowed({ weekL: takenWeek }, msg`limit the water of a week`)"
      >
        so much a week …</button
      >.
      <template v-if="limited"
        >A watering day has
        {{ settings.show(allowedOnDayL(allowed, plan.full.watering.day.everyDays), 'volume') }}.</template
      >
    </p>
    <ol v-if="limited && rows.length > 1" aria-label="Who is served first">
      <li v-for="(r, i) in rows" :key="r.id">
        {{ r.name
        }}<span class="num">{{
          r.share < 1 ? msg`, ${settings.show(r.share, 'share')} of its water` : ''
        }}</span>
        <button
          v-if="i > 0"
          type="button"
          class="small"
          :aria-label="msg`Serve ${r.name} first`"
          @click="first(r.id)"
        >
          first
        </button>
      </li>
    </ol>
  </details>
</template>

<style scoped>
ol {
  font-size: 14px;
  padding-left: 22px;
  margin: 0 0 8px;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 12.5px;
  line-height: 1.3;
  padding: 1px 7px;
  cursor: pointer;
}
</style>
