<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { monthlyReference } from '../../../core/sets';
import { CLIMATES, monthsOf } from '../../../core/soil';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** What stands for the weather on days that nobody has told: a kind of climate, or the months as they usually are. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const NAMES = [
  msg`January`,
  msg`February`,
  msg`March`,
  msg`April`,
  msg`May`,
  msg`June`,
  msg`July`,
  msg`August`,
  msg`September`,
  msg`October`,
  msg`November`,
  msg`December`,
];
const climate = computed(() => plan.full.watering.climate);
const stated = computed(() => plan.plan.watering?.climate ?? {});
const need = computed(() => plan.full.watering.need);
const months = computed(() => climate.value.months ?? monthsOf(climate.value.kind, climate.value.latDeg));
const reference = computed(() => monthlyReference(plan.full));
const most = computed(() => Math.max(...reference.value));
const told = computed(() => plan.full.watering.weather !== undefined);
const rainMm = computed(() => need.value.rainMm ?? 0);
</script>

<template>
  <p class="fill">
    {{ told ? msg`Days that have no weather are` : msg`No weather is given, so every day is` }}
    <template v-if="climate.months">a usual day of its month, as you typed it</template
    ><template v-else
      >a usual day of its month in a place of
      <ChoiceField
        label="Kind of climate"
        :value="climate.kind"
        :options="CLIMATES"
        :is-default="stated.kind === undefined"
        @pick="edits.climate({ kind: $event }, msg`choose the kind of climate`)"
      />
      at latitude
      <QuantityField
        id="latitude-of-the-place"
        label="Latitude of the place"
        kind="angle"
        :value="climate.latDeg"
        :is-default="stated.latDeg === undefined"
        :take="(v, g) => edits.climate({ latDeg: v }, msg`set the latitude`, g)"
      />
      (south below 0): an assumption</template
    >. In the thirstiest month a day draws
    <QuantityField
      id="reference-in-the-thirstiest-month"
      label="Reference in the thirstiest month"
      kind="depth"
      :value="most"
      :is-default="need.hotDayMm === undefined"
      :take="(v, g) => edits.need({ hotDayMm: v }, msg`set what a day of the thirstiest month draws`, g)"
    />;
    <template v-if="!climate.months || need.rainMm !== undefined"
      >a usual week brings
      <QuantityField
        id="rain-of-a-usual-week"
        label="Rain of a usual week"
        kind="rain"
        :value="rainMm"
        :is-default="need.rainMm === undefined"
        :take="(v, g) => edits.need({ rainMm: v }, msg`set the usual rain`, g)"
      />
      of rain.</template
    ><template v-else>each month has its own rain.</template>
  </p>
  <details class="more">
    <summary>The months</summary>
    <p class="quiet">
      Two temperatures are enough: from them and the latitude the month’s reference follows. A figure typed
      here makes the months your own.
    </p>
    <table aria-label="Months as they usually are">
      <thead>
        <tr>
          <th scope="col">month</th>
          <th scope="col">nights</th>
          <th scope="col">days</th>
          <th scope="col">rain</th>
          <th scope="col">draws a day</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(m, i) in months" :key="i">
          <th scope="row">{{ NAMES[i] }}</th>
          <td>
            <QuantityField
              :id="`nights-in ${i + 1}`"
              :label="msg`Nights in ${NAMES[i]}`"
              kind="temperature"
              :value="m.minC"
              :is-default="!climate.months"
              :take="(v, g) => edits.monthFields(i, { minC: v }, msg`set the nights of ${NAMES[i]}`, g)"
            />
          </td>
          <td>
            <QuantityField
              :id="`days-in ${i + 1}`"
              :label="msg`Days in ${NAMES[i]}`"
              kind="temperature"
              :value="m.maxC"
              :is-default="!climate.months"
              :take="(v, g) => edits.monthFields(i, { maxC: v }, msg`set the days of ${NAMES[i]}`, g)"
            />
          </td>
          <td>
            <QuantityField
              :id="`rain-in ${i + 1}`"
              :label="msg`Rain in ${NAMES[i]}`"
              kind="rain"
              :value="m.rainMm ?? 0"
              :is-default="m.rainMm === undefined"
              :take="(v, g) => edits.monthFields(i, { rainMm: v }, msg`set the rain of ${NAMES[i]}`, g)"
            />
          </td>
          <td class="num">{{ settings.show(reference[i], 'depth') }}</td>
        </tr>
      </tbody>
    </table>
    <button
      v-if="climate.months"
      type="button"
      class="small"
      @click="edits.climate({ months: undefined }, msg`go back to the kind of climate`)"
    >
      back to the kind of climate
    </button>
  </details>
</template>

<style scoped>
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 13px;
  margin-bottom: 8px;
}
th,
td {
  text-align: left;
  padding: 2px 6px 2px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
thead th {
  color: var(--faint);
  font-size: 12.5px;
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
