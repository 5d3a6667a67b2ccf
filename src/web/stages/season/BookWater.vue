<script setup lang="ts">
import { refDebounced } from '@vueuse/core';
import { area, line, scaleLinear } from 'd3';
import { computed, ref, shallowRef, watch } from 'vue';
import { fixed, forms, msg } from '../../../core/language';
import { cropName } from '../../../core/plan';
import type { BedsWater, SeasonWater } from '../../../core/season';
import ChoiceField from '../../parts/ChoiceField.vue';
import { useBook } from '../../stores/book';
import { usePlan } from '../../stores/plan';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import { FEEL_NAMES } from './entryWords';
import { CHART, useChartFrame } from './useChartFrame';

/** The season's water by crop, block or bed against need and rain; the soil's balance with what the hand felt; what it cost. */
const book = useBook();
const season = useSeason();
const plan = usePlan();
const settings = useSettings();
const W = useChartFrame();
const { height: H, left: LEFT, right: RIGHT, top: TOP, bottom: BOTTOM } = CHART;

/** It follows when the hand rests. */
const RESTS_MS = 400;
const entries = refDebounced(
  computed(() => book.season),
  RESTS_MS,
);
const water = shallowRef<SeasonWater>();
/** What the water is worked out from; without any of it there is nothing to show. */
const told = computed(() =>
  entries.value.some(
    ({ entry: e }) => e.what === 'minutes' || e.what === 'meter' || e.what === 'rain' || e.what === 'soil',
  ),
);
watch(
  [entries, () => plan.plan, () => book.learned],
  async () => {
    if (!told.value) return void (water.value = undefined);
    water.value = (await season.water(entries.value)) ?? water.value;
  },
  { immediate: true },
);

type By = 'crop' | 'block' | 'bed';
const BY: { id: By; name: string }[] = [
  { id: 'crop', name: msg`crop` },
  { id: 'block', name: msg`block` },
  { id: 'bed', name: msg`bed` },
];
const by = ref<By>('crop');
interface Row {
  name: string;
  givenL: number;
  rainL: number;
  neededL: number;
}
const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
const blockName = (id: string): string => plan.full.blocks.find((b) => b.id === id)?.name ?? id;
const MOST_ROWS = 12;
const shown = ref(MOST_ROWS);
const rows = computed<Row[]>(() => {
  const list = new Map<string, Row>();
  const add = (key: string, name: string, givenL: number, rainL: number, neededL: number): void => {
    const row = list.get(key) ?? { name, givenL: 0, rainL: 0, neededL: 0 };
    row.givenL += givenL;
    row.rainL += rainL;
    row.neededL += neededL;
    list.set(key, row);
  };
  for (const b of water.value?.beds ?? []) {
    const [needed, rain] = [sum(b.neededL), sum(b.rainL)];
    if (by.value === 'crop') add(b.crop, cropName(plan.full, b.crop), sum(b.givenL), rain, needed);
    else if (by.value === 'block') add(b.blockId, blockName(b.blockId), sum(b.givenL), rain, needed);
    else
      for (const bed of b.beds)
        add(
          `${b.blockId}/${bed.key}`,
          msg`${blockName(b.blockId)}, bed ${bed.key}`,
          bed.givenL,
          needed > 0 ? (rain * bed.neededL) / needed : 0,
          bed.neededL,
        );
  }
  return [...list.values()];
});
const most = computed(() => Math.max(1, ...rows.value.map((r) => Math.max(r.neededL, r.givenL + r.rainL))));
const share = (v: number): string => `${Math.max(0, Math.min(100, (v / most.value) * 100)).toFixed(1)}%`;
const litres = (v: number): string => settings.show(v, 'volume');
const rowSays = (r: Row): string =>
  msg`${litres(r.givenL)} given, ${litres(r.rainL)} rain, ${litres(r.neededL)} needed`;

const picked = ref('');
const options = computed(() =>
  (water.value?.beds ?? []).map((b) => ({
    id: b.id,
    name: `${blockName(b.blockId)}: ${cropName(plan.full, b.crop)}${b.beds.length > 0 ? `, ${b.beds[0].key}${b.beds.length > 1 ? msg` to ${b.beds.at(-1)!.key}` : ''}` : ''}`,
  })),
);
const beds = computed<BedsWater | undefined>(
  () =>
    water.value?.beds.find((b) => b.id === picked.value) ??
    water.value?.beds.find((b) => b.felt.length > 0) ??
    water.value?.beds[0],
);
const x = computed(() =>
  scaleLinear([0, Math.max(1, water.value?.dates.length ?? 1)], [LEFT, W.value - RIGHT]),
);
const y = scaleLinear([0, 1], [H - BOTTOM, TOP]);
interface Day {
  i: number;
  full: number;
}
const days = computed<Day[]>(() => (beds.value?.full ?? []).map((full, i) => ({ i, full })));
const grows = (d: Day): boolean => !Number.isNaN(d.full);
const filled = computed(
  () =>
    area<Day>(
      (d) => x.value(d.i + 0.5),
      y(0),
      (d) => y(d.full),
    ).defined(grows)(days.value) ?? '',
);
const edge = computed(
  () =>
    line<Day>(
      (d) => x.value(d.i + 0.5),
      (d) => y(d.full),
    ).defined(grows)(days.value) ?? '',
);
const NAMED_DAYS = 5;
const named = computed(() => {
  const dates = water.value?.dates ?? [];
  const step = Math.max(1, Math.ceil(dates.length / NAMED_DAYS));
  return dates.flatMap((date, i) => (i % step === 0 ? [{ i, name: settings.day(date) }] : []));
});
const shortDays = computed(
  () => days.value.filter((d) => grows(d) && d.full < (beds.value?.shortAt ?? 0)).length,
);
const soilSays = computed(() => {
  const b = beds.value;
  if (!b) return '';
  const felt =
    b.felt.length === 0
      ? msg`nobody felt the soil yet`
      : msg`felt ${b.felt.length === 1 ? msg`once` : msg`${b.felt.length} times`}, the balance goes on from what the hand felt`;
  return `${shortDays.value === 0 ? msg`never too dry` : msg`too dry on ${shortDays.value} ${forms(shortDays.value, 'day', 'days')}`}; ${felt}`;
});
const DIFFERS = 0.1;
const money = (v: number): string =>
  `${fixed(v, 2)}${plan.full.build.currency ? ` ${plan.full.build.currency}` : ''}`;
const meterSays = computed(() => {
  const m = water.value?.meter;
  if (!m) return '';
  if (!(m.byMinutesL > 0))
    return msg`The meter counted ${litres(m.countedL)}, and no minutes were noted in that time: the beds that got it are not known.`;
  const off = m.countedL / m.byMinutesL - 1;
  const says =
    Math.abs(off) < DIFFERS
      ? msg`The meter counted ${litres(m.countedL)}, as the minutes say.`
      : msg`The meter counted ${litres(m.countedL)}, ${settings.show(Math.abs(off), 'share')} ${off > 0 ? msg`more` : msg`less`} than minutes and planned flow say. The meter is used.`;
  return m.withoutMinutesL > 0 ? msg`${says} ${litres(m.withoutMinutesL)} ran without minutes noted.` : says;
});
const costSays = computed(() => {
  const w = water.value;
  if (!w) return '';
  const { waterCost, kwh, powerCost } = w;
  const said: string[] = [];
  if (waterCost !== undefined) said.push(msg`water ${money(waterCost)}`);
  if (kwh !== undefined)
    said.push(msg`power ${fixed(kwh, 1)} kWh${powerCost === undefined ? '' : `, ${money(powerCost)}`}`);
  const missing = [
    waterCost === undefined && 'water',
    kwh !== undefined && powerCost === undefined && 'power',
  ]
    .filter(Boolean)
    .join(msg` and `);
  return `${said.length > 0 ? msg`Cost so far: ${said.join('; ')}. ` : ''}${missing ? msg`Type the price of ${missing} in Sets, When, to see its cost.` : ''}`;
});
</script>

<template>
  <section v-if="water" ref="frame" aria-label="Water of the season">
    <h3>Water of the season</h3>
    <p>
      Given so far: <b class="num">{{ litres(water.litres) }}</b>; rain
      <b class="num">{{ settings.show(water.rainMm, 'rain') }}</b>
      <span class="quiet"
        >({{
          water.rainFrom === 'book'
            ? msg`as noted in the book`
            : msg`by the plan’s weather: note rain here to use your own`
        }})</span
      >.
    </p>
    <p v-if="meterSays">{{ meterSays }}</p>
    <p>{{ costSays }}</p>
    <p class="fill">
      Given, rain and need by
      <ChoiceField
        label="Water by"
        :value="by"
        :options="BY"
        @pick="
          by = $event as By;
          shown = MOST_ROWS;
        "
      />:
    </p>
    <ul class="rows">
      <li v-for="r in rows.slice(0, shown)" :key="r.name">
        <span class="name">{{ r.name }}</span>
        <span class="bar" role="img" :aria-label="`${r.name}: ${rowSays(r)}`"
          ><i class="given" :style="{ width: share(r.givenL) }" /><i
            class="rain"
            :style="{ width: share(r.rainL) }" /><i class="need" :style="{ left: share(r.neededL) }"
        /></span>
        <span class="quiet num" aria-hidden="true">{{ rowSays(r) }}</span>
      </li>
    </ul>
    <p class="key quiet" aria-hidden="true">
      <i class="given" /> given <i class="rain" /> rain that reached the roots <i class="need" /> needed
    </p>
    <button v-if="rows.length > shown" type="button" class="asks" @click="shown += 100">Show more</button>
    <template v-if="beds">
      <p class="fill">
        Water in the soil of
        <ChoiceField
          label="Beds whose soil is shown"
          :value="beds.id"
          :options="options"
          @pick="picked = $event"
        />
      </p>
      <p class="quiet">{{ soilSays.charAt(0).toUpperCase() + soilSays.slice(1) }}.</p>
      <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="msg`Water in the soil: ${soilSays}`">
        <g class="grid">
          <template v-for="t in [0, 0.5, 1]" :key="t">
            <line :x1="LEFT" :x2="W - RIGHT" :y1="y(t)" :y2="y(t)" />
            <text :x="LEFT - 5" :y="y(t) + 4" text-anchor="end" class="num">
              {{ settings.show(t, 'share') }}
            </text>
          </template>
          <text v-for="d in named" :key="d.i" :x="x(d.i + 0.5)" :y="H - 6">{{ d.name }}</text>
        </g>
        <path :d="filled" class="soil" />
        <path :d="edge" class="edge" />
        <line :x1="LEFT" :x2="W - RIGHT" :y1="y(beds.shortAt)" :y2="y(beds.shortAt)" class="short" />
        <text :x="W - RIGHT" :y="y(beds.shortAt) + 14" text-anchor="end">too dry below this</text>
        <g v-for="f in beds.felt" :key="f.day">
          <title>
            {{ settings.day(water.dates[f.day]) }}:
            {{ f.feel ? FEEL_NAMES[f.feel] : settings.show(f.share, 'share') }}
          </title>
          <circle :cx="x(f.day + 0.5)" :cy="y(f.share)" r="5" class="felt" />
        </g>
      </svg>
    </template>
  </section>
</template>

<style scoped>
h3 {
  font-size: 16px;
  margin: 14px 0 8px;
}
.rows {
  list-style: none;
  padding: 0;
  margin: 0 0 6px;
}
.rows li {
  display: grid;
  grid-template-columns: minmax(7em, 2fr) 3fr;
  gap: 2px 10px;
  align-items: center;
  padding: 4px 0;
  font-size: 14px;
}
.rows .num {
  grid-column: 1 / -1;
  font-size: 12.5px;
}
.bar {
  position: relative;
  display: flex;
  height: 16px;
  background: var(--card);
  border: 1px solid var(--line);
}
.bar i {
  display: block;
  height: 100%;
}
.given {
  background: var(--water);
}
.rain {
  background: repeating-linear-gradient(45deg, var(--water) 0 2px, transparent 2px 5px);
}
.bar .need {
  position: absolute;
  top: -3px;
  bottom: -3px;
  height: auto;
  width: 0;
  border-left: 3px solid var(--ink);
  margin-left: -1.5px;
}
.key i {
  display: inline-block;
  width: 16px;
  height: 11px;
  border: 1px solid var(--line);
  margin: 0 3px 0 10px;
  vertical-align: -1px;
}
.key .need {
  width: 0;
  border: 0;
  border-left: 3px solid var(--ink);
}
svg {
  width: 100%;
  display: block;
}
.grid line {
  stroke: var(--line);
}
text {
  font-size: 12px;
  fill: var(--faint);
}
.soil {
  fill: var(--window);
}
.edge {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
}
.short {
  stroke: var(--clay);
  stroke-width: 2;
  stroke-dasharray: 6 4;
}
.felt {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 2.2;
}
</style>
