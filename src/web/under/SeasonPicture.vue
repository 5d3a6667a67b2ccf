<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { area, line, max, scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { dayAfter, seasonBeds, seasonWorking } from '../../core/sets';
import ChoiceField from '../parts/ChoiceField.vue';
import { useOutlook } from '../stores/outlook';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';

/** The water in the root zone under the drip, day by day: what comes in, what passes the roots, when the crop goes short. */
const plan = usePlan();
const outlook = useOutlook();
const settings = useSettings();
const view = useView();
const frame = ref<HTMLElement>();
const { width, height } = useElementSize(frame);
const picked = ref('');

const season = computed(() => outlook.season);
const options = computed(() =>
  (season.value?.beds ?? []).map((b) => ({
    id: b.id,
    name: plan.full.blocks[b.block] ? seasonBeds(plan.full, b) : '',
  })),
);
const beds = computed(() => season.value?.beds.find((b) => b.id === picked.value) ?? season.value?.beds[0]);
const LEFT = 52;
const RIGHT = 62;
const TOP = 10;
const FOOT = 20;
/** Days looked at: those on which something grows, with a week about them. */
const ABOUT_D = 7;
const span = computed(() => {
  const all = season.value?.days ?? 1;
  const grows = (beds.value?.full ?? []).map((v) => !Number.isNaN(v));
  const [first, last] = [grows.indexOf(true), grows.lastIndexOf(true)];
  return first < 0
    ? { from: 0, to: all }
    : { from: Math.max(0, first - ABOUT_D), to: Math.min(all, last + 1 + ABOUT_D) };
});
const x = computed(() =>
  scaleLinear([span.value.from, span.value.to], [LEFT, Math.max(LEFT + 100, width.value - RIGHT)]),
);
const y = computed(() => scaleLinear([0, 1], [height.value - FOOT, TOP]));
/** Depths on the bed, from the top down for rain and given water, mm. */
const widthOf = computed(() => plan.blocks[beds.value?.block ?? 0]?.beds.widthM ?? 1);
const mm = (litresPerM: number): number => litresPerM / widthOf.value;
const mostMm = computed(() =>
  Math.max(5, max(beds.value?.givenL ?? [], mm) ?? 0, max(beds.value?.rainL ?? [], mm) ?? 0),
);
const bar = computed(() => scaleLinear([0, mostMm.value], [0, (height.value - FOOT - TOP) * 0.45]));
const days = computed(() =>
  (beds.value?.full ?? []).map((full, i) => ({ i, full })).slice(span.value.from, span.value.to),
);
const filled = computed(
  () =>
    area<{ i: number; full: number }>(
      (d) => x.value(d.i + 0.5),
      () => y.value(0),
      (d) => y.value(d.full),
    ).defined((d) => !Number.isNaN(d.full))(days.value) ?? '',
);
const edge = computed(
  () =>
    line<{ i: number; full: number }>(
      (d) => x.value(d.i + 0.5),
      (d) => y.value(d.full),
    ).defined((d) => !Number.isNaN(d.full))(days.value) ?? '',
);
const dayW = computed(() => Math.max(1, x.value(1) - x.value(0)));
/** Room that a month's name takes, px. */
const MONTH_PX = 50;
const dayOfNextMonth = (date: string): number => 32 - Number(date.slice(8));
const months = computed(() => {
  const found: { i: number; name: string }[] = [];
  for (let i = span.value.from; season.value && i < span.value.to; i++) {
    const date = dayAfter(season.value.from, i);
    // The first day is named where the next month's name leaves it room.
    if (
      (i === span.value.from && x.value(dayOfNextMonth(date) + i) - x.value(i) > MONTH_PX) ||
      date.endsWith('-01')
    )
      found.push({ i, name: settings.day(date) });
  }
  return found;
});
const noted = computed(() =>
  plan.full.watering.notes
    .filter((n) => n.block === plan.blocks[beds.value?.block ?? 0]?.id)
    .map((n) => ({ ...n, i: season.value!.sky.findIndex((d) => d.date === n.date) }))
    .filter((n) => n.i >= span.value.from && n.i < span.value.to),
);
const says = computed(() => {
  const b = beds.value;
  if (!b) return '';
  const sum = (list: number[]): number => list.reduce((a, c) => a + c, 0);
  const given = sum(b.givenL) * b.lengthM;
  const deep = sum(b.deepL) * b.lengthM;
  return msg`given ${settings.show(given, 'volume')} · rain ${settings.show(sum(b.rainL) * b.lengthM, 'volume')} · lost ${settings.show(deep, 'volume')} · ${b.shortDays === 0 ? msg`never short` : msg`short on ${b.shortDays} days`}${b.deepDays > 0 ? msg` · too wet on ${b.deepDays}` : ''}`;
});
/** Where a day's weather is from, where it was not told. */
const SKY_WORDS = {
  told: '',
  'another year': msg` (like that day of another year)`,
  months: msg` (a usual day of its month)`,
  climate: msg` (assumed, by the kind of climate)`,
};
const tipOf = (i: number): string => {
  const b = beds.value!;
  const sky = season.value!.sky[i];
  return msg`${settings.day(sky.date)}: ${Number.isNaN(b.full[i]) ? msg`no crop` : msg`${settings.show(b.full[i], 'share')} full, ${b.phases[i]}`}; reference ${settings.show(sky.et0Mm, 'depth')}${SKY_WORDS[sky.from]}, rain ${settings.show(sky.rainMm, 'depth')}, given ${settings.show(mm(b.givenL[i]), 'depth')}, past the roots ${settings.show(mm(b.deepL[i]), 'depth')}`;
};
</script>

<template>
  <section aria-label="The season">
    <header>
      <h3 class="sr">The season</h3>
      <ChoiceField
        v-if="options.length > 0"
        label="Beds of the season"
        :value="beds?.id ?? ''"
        :options="options"
        @pick="picked = $event"
      />
      <button
        v-if="beds"
        type="button"
        class="asks quiet"
        title="Show the working"
        @click="view.openMade = seasonWorking(beds, plan.full)"
      >
        {{ says }}
      </button>
    </header>
    <div ref="frame" class="frame">
      <svg
        v-if="beds && width > 150"
        :width="width"
        :height="height"
        role="img"
        :aria-label="msg`Water under the drip through the season. ${says}`"
      >
        <g aria-hidden="true">
          <rect
            :x="LEFT"
            :y="y(beds.shortAt)"
            :width="x(span.to) - LEFT"
            :height="y(0) - y(beds.shortAt)"
            class="short"
          />
          <template v-for="m in months" :key="m.i">
            <line :x1="x(m.i)" :x2="x(m.i)" :y1="TOP" :y2="y(0)" class="grid" />
            <text :x="x(m.i) + 3" :y="height - 5">{{ m.name }}</text>
          </template>
          <text :x="LEFT - 6" :y="y(1) + 8" text-anchor="end">full</text>
          <text :x="LEFT - 6" :y="y(beds.shortAt) + 4" text-anchor="end">short</text>
          <text :x="LEFT - 6" :y="y(0)" text-anchor="end">dry</text>
        </g>
        <path :d="filled" class="water" />
        <path :d="edge" class="edge" />
        <g v-for="d in days" :key="d.i">
          <title>{{ tipOf(d.i) }}</title>
          <rect :x="x(d.i)" :y="TOP" :width="dayW" :height="height - FOOT - TOP" class="hit" />
          <rect
            v-if="beds.givenL[d.i] > 0"
            :x="x(d.i) + dayW * 0.1"
            :y="TOP"
            :width="dayW * 0.4"
            :height="bar(mm(beds.givenL[d.i]))"
            class="given"
          />
          <rect
            v-if="beds.rainL[d.i] > 0"
            :x="x(d.i) + dayW * 0.55"
            :y="TOP"
            :width="dayW * 0.4"
            :height="bar(mm(beds.rainL[d.i]))"
            class="rain"
          />
          <rect
            v-if="beds.deepL[d.i] > 0.01"
            :x="x(d.i)"
            :y="y(0) - 1"
            :width="dayW"
            :height="Math.min(12, 2 + bar(mm(beds.deepL[d.i])) * 0.3)"
            class="deep"
          />
        </g>
        <g v-for="n in noted" :key="n.id" aria-hidden="true">
          <circle :cx="x(n.i + 0.5)" :cy="y(beds.full[n.i] || 0)" r="4" class="felt" />
        </g>
        <g :transform="`translate(${width - RIGHT + 8} ${TOP + 8})`" aria-hidden="true" class="key">
          <rect width="9" height="9" y="-8" class="given" />
          <text x="14">given</text>
          <rect width="9" height="9" y="9" class="rain" />
          <text x="14" y="17">rain</text>
          <rect width="9" height="9" y="26" class="deep" />
          <text x="14" y="34">lost</text>
          <circle cx="4.500" cy="48" r="4" class="felt" />
          <text x="14" y="52">felt</text>
        </g>
      </svg>
      <p v-else class="quiet empty">{{ outlook.working ? msg`Working it out` : msg`Nothing grows yet.` }}</p>
    </div>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding-top: 6px;
}
header {
  display: flex;
  gap: 14px;
  align-items: baseline;
  padding: 0 16px;
  white-space: nowrap;
  overflow: hidden;
}
.frame {
  flex: 1;
  min-height: 0;
  overflow: hidden;
}
.grid {
  stroke: var(--line);
  stroke-width: 0.8;
}
text {
  font-size: 12px;
  fill: var(--faint);
}
.short {
  fill: color-mix(in srgb, var(--clay) 22%, transparent);
}
.water {
  fill: var(--walk);
}
.edge {
  fill: none;
  stroke: var(--water);
  stroke-width: 1.8;
}
.hit {
  fill: transparent;
}
.given {
  fill: var(--leaf);
}
.rain {
  fill: var(--water);
}
.deep {
  fill: var(--alarm);
}
.felt {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 2;
}
.empty {
  padding: 20px;
}
</style>
