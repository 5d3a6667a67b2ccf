<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { grouped, msg } from '../../core/language';
import { optionName, optionsFor, type Compared } from '../../core/choose';
import LineChart from '../parts/LineChart.vue';
import QuantityField from '../parts/QuantityField.vue';
import ToggleRow from '../parts/ToggleRow.vue';
import { useAdvice } from '../stores/advice';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useWeigh } from '../stores/weigh';

/** Two to four materials, sizes or layouts of one block, solved and drawn side by side. */
const plan = usePlan();
const settings = useSettings();
const weigh = useWeigh();
const advice = useAdvice();

const LEAST = 2;
const MOST = 4;
const options = computed(() => optionsFor(plan.block));
const nameOf = (id: string): string => {
  const option = options.value.find((o) => o.id === id);
  return option ? optionName(option, plan.block, settings.show) : id;
};
const picked = ref<string[]>(options.value.slice(0, LEAST).map((o) => o.id));
const needMm = ref(5);
const seen = shallowRef<Compared[]>([]);

function toggle(id: string): void {
  if (picked.value.includes(id)) {
    if (picked.value.length > LEAST) picked.value = picked.value.filter((p) => p !== id);
  } else picked.value = [...picked.value.slice(-(MOST - 1)), id];
}
function setNeed(value: number) {
  if (!(value > 0)) return { rule: 'contradiction', what: msg`a depth above zero` };
  needMm.value = value;
  return undefined;
}
watch(options, (now) => {
  const left = picked.value.filter((id) => now.some((o) => o.id === id));
  picked.value = left.length >= LEAST ? left : now.slice(0, LEAST).map((o) => o.id);
});
watch(
  [picked, needMm, () => plan.plan, () => plan.block.id],
  async () => {
    const asked = options.value.filter((o) => picked.value.includes(o.id));
    const answer = await weigh.ask((a, n, p) => a.compare(n, p, plan.block.id, asked, needMm.value));
    if (answer) seen.value = answer.filter((x) => x !== undefined);
  },
  { immediate: true },
);
const flows = computed(() =>
  seen.value.map((s) => ({ name: nameOf(s.id), points: s.along.map((p) => [p.distanceM, p.lph] as const) })),
);
const longest = computed(() =>
  seen.value.map((s) => ({
    name: nameOf(s.id),
    points: s.longest.map((p) => [p.slope, p.lengthM] as const),
  })),
);
const rows = computed(() => [
  { name: msg`flow of the block`, tell: (s: Compared) => settings.show(s.blockLph, 'flow') },
  { name: msg`weakest emitter`, tell: (s: Compared) => settings.show(s.figures.weakestKpa, 'pressure') },
  { name: msg`evenness`, tell: (s: Compared) => settings.show(s.evenness, 'share') },
  {
    name: msg`time for ${settings.show(needMm.value, 'rain')}`,
    tell: (s: Compared) => (Number.isFinite(s.minutes) ? msg`${Math.round(s.minutes)} min` : msg`never`),
  },
  { name: msg`cost of it all, typical`, tell: (s: Compared) => grouped(Math.round(s.figures.cost)) },
]);
function take(id: string): void {
  const option = options.value.find((o) => o.id === id);
  if (option) advice.take(option.changes);
}
</script>

<template>
  <section>
    <p class="pick">Pick two to four</p>
    <ToggleRow
      label="Pick two to four"
      :options="options.map((o) => ({ id: o.id, name: nameOf(o.id) }))"
      :picked="picked"
      @press="toggle"
    />
    <p class="fill">
      The need to put on:
      <QuantityField
        id="depth-to-put-on"
        label="Depth to put on"
        kind="rain"
        :value="needMm"
        :take="setNeed"
      />
      over the whole bed.
    </p>
    <div v-if="seen.length > 0" class="charts">
      <figure>
        <figcaption>Flow of each emitter along the weakest run</figcaption>
        <LineChart
          label="Flow along the run"
          :series="flows"
          x-name="from the header"
          y-name=""
          x-kind="length"
          y-kind="emitterFlow"
          :from="0"
        />
      </figure>
      <figure>
        <figcaption>
          Longest run that is {{ settings.show(plan.wishes.uniformity, 'share') }} even, on falling and rising
          ground
        </figcaption>
        <LineChart
          label="Longest run against slope"
          :series="longest"
          x-name="slope away from the header"
          y-name=""
          x-kind="slope"
          y-kind="length"
          :from="0"
        />
      </figure>
    </div>
    <table v-if="seen.length > 0">
      <thead>
        <tr>
          <th></th>
          <th v-for="s in seen" :key="s.id" scope="col">{{ nameOf(s.id) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name">
          <th scope="row">{{ row.name }}</th>
          <td v-for="s in seen" :key="s.id" class="num">{{ row.tell(s) }}</td>
        </tr>
        <tr>
          <th></th>
          <td v-for="s in seen" :key="s.id">
            <v-btn
              v-if="s.id !== 'as-it-is'"
              size="small"
              :aria-label="msg`Take it: ${nameOf(s.id)}`"
              @click="take(s.id)"
              >Take it</v-btn
            >
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.pick {
  font-weight: 700;
  margin: 0 0 4px;
}
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(380px, 1fr));
  gap: 16px;
}
figure {
  margin: 0;
}
figcaption {
  font-weight: 700;
  font-size: 14.5px;
  margin-bottom: 4px;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 14.5px;
  margin-top: 8px;
}
th,
td {
  text-align: left;
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  vertical-align: top;
}
thead th {
  font-weight: 700;
}
</style>
