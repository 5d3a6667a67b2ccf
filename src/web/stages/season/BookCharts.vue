<script setup lang="ts">
import { refDebounced } from '@vueuse/core';
import { area, line, max, min, scaleLinear, scaleTime } from 'd3';
import { computed } from 'vue';
import { dateLocale, msg } from '../../../core/language';
import { lossesOf, sharesOf, type Expected } from '../../../core/season';
import { isFilter } from '../../../core/catalog/headParts';
import { useBook } from '../../stores/book';
import { usePlan } from '../../stores/plan';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import { CHART, useChartFrame } from './useChartFrame';

/** The season in pictures: readings as shares of what is expected, and what the filter takes over time. */
const book = useBook();
const season = useSeason();
const plan = usePlan();
const settings = useSettings();
const W = useChartFrame();
const { height: H, left: LEFT, right: RIGHT, top: TOP, bottom: BOTTOM } = CHART;
const expected = computed(
  () =>
    new Map(
      season.places.flatMap((p) =>
        p.expected ? [[p.id, { spot: p as never, ...p.expected } as Expected] as const] : [],
      ),
    ),
);
/** Pictures follow when the hand rests: an entry does not wait for them. */
const RESTS_MS = 250;
const rows = refDebounced(
  computed(() => book.season),
  RESTS_MS,
);
const shares = computed(() => sharesOf(rows.value, expected.value, season.set));
/** Gauges before and after the first filter of the head. */
const pair = computed(() => {
  const i = plan.full.head.findIndex((p) => isFilter(p.role));
  const before = plan.full.head
    .slice(0, Math.max(0, i))
    .reverse()
    .find((p) => p.role === 'gauge');
  const after = plan.full.head.slice(i + 1).find((p) => p.role === 'gauge');
  return i >= 0 && before && after
    ? { part: plan.full.head[i], before: `fixed/head/${before.id}`, after: `fixed/head/${after.id}` }
    : undefined;
});
const losses = computed(() => (pair.value ? lossesOf(rows.value, pair.value.before, pair.value.after) : []));
const limit = computed(() => (pair.value ? pair.value.part.lossKpa + pair.value.part.dirtyKpa : 0));
const MOST_SHARE = 2;
/** More points than this would lie on each other: of many every so manyth is drawn,. */
const MOST_POINTS = 300;
function thinned<T>(list: readonly T[]): T[] {
  const step = Math.ceil(list.length / MOST_POINTS);
  return step <= 1 ? [...list] : list.filter((_, i) => i % step === 0 || i === list.length - 1);
}
interface Picture {
  name: string;
  says: string;
  points: { at: number; y: number; bad?: boolean }[];
  band?: { at: number; low: number; high: number }[];
  limit?: number;
  tick: (v: number) => string;
  top: number;
}
const pictures = computed<Picture[]>(() => {
  const list: Picture[] = [];
  if (shares.value.length > 1)
    list.push({
      name: msg`Readings as shares of what is expected`,
      says: msg`${shares.value.length} readings, ${shares.value.filter((s) => s.judged !== 'as-expected').length} of them off`,
      points: thinned(shares.value).map((s) => ({
        at: s.at,
        y: Math.min(MOST_SHARE, s.share),
        bad: s.judged !== 'as-expected',
      })),
      band: thinned(shares.value).map((s) => ({ at: s.at, low: s.low, high: Math.min(MOST_SHARE, s.high) })),
      tick: (v) => settings.show(v, 'share'),
      top: 1.3,
    });
  if (losses.value.length > 1)
    list.push({
      name: msg`What the ${pair.value!.part.name} takes`,
      says: msg`clean it at ${settings.show(limit.value, 'pressure')}`,
      points: thinned(losses.value).map((l) => ({ at: l.at, y: l.kpa, bad: l.kpa > limit.value })),
      limit: limit.value,
      tick: (v) => settings.show(v, 'pressure'),
      top: limit.value * 1.2,
    });
  return list;
});
const drawn = computed(() =>
  pictures.value.map((p) => {
    const from = min(p.points, (d) => d.at)!;
    const to = max(p.points, (d) => d.at)!;
    const x = scaleTime([from, to === from ? from + 1 : to], [LEFT, W.value - RIGHT]);
    const y = scaleLinear(
      [
        Math.min(
          0,
          min(p.points, (d) => d.y)!,
        ),
        Math.max(
          p.top,
          max(p.points, (d) => d.y)!,
        ),
      ],
      [H - BOTTOM, TOP],
    ).nice(4);
    return {
      ...p,
      x,
      y,
      path:
        line<{ at: number; y: number }>(
          (d) => x(d.at),
          (d) => y(d.y),
        )(p.points) ?? '',
      shade: p.band
        ? (area<{ at: number; low: number; high: number }>(
            (d) => x(d.at),
            (d) => y(d.low),
            (d) => y(d.high),
          )(p.band) ?? '')
        : '',
      days: x.ticks(Math.max(2, Math.floor(W.value / 110))),
    };
  }),
);
const day = (d: Date): string => d.toLocaleDateString(dateLocale(), { day: 'numeric', month: 'short' });
</script>

<template>
  <div ref="frame">
    <figure v-for="p in drawn" :key="p.name">
      <figcaption>
        <b>{{ p.name }}</b> <span class="quiet">{{ p.says }}</span>
      </figcaption>
      <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`${p.name}: ${p.says}`">
        <g class="grid">
          <template v-for="t in p.y.ticks(4)" :key="t">
            <line :x1="LEFT" :x2="W - RIGHT" :y1="p.y(t)" :y2="p.y(t)" />
            <text :x="LEFT - 5" :y="p.y(t) + 4" text-anchor="end" class="num">{{ p.tick(t) }}</text>
          </template>
          <text v-for="d in p.days" :key="d.getTime()" :x="p.x(d)" :y="H - 6" text-anchor="middle">
            {{ day(d) }}
          </text>
        </g>
        <path v-if="p.shade" :d="p.shade" class="band" />
        <line v-if="p.limit" :x1="LEFT" :x2="W - RIGHT" :y1="p.y(p.limit)" :y2="p.y(p.limit)" class="limit" />
        <path v-if="!p.band" :d="p.path" class="line" />
        <circle
          v-for="(d, i) in p.points"
          :key="i"
          :cx="p.x(d.at)"
          :cy="p.y(d.y)"
          :r="d.bad ? 5 : 3.5"
          :class="{ bad: d.bad }"
        />
      </svg>
    </figure>
  </div>
</template>

<style scoped>
figure {
  margin: 0 0 12px;
}
figcaption {
  font-size: 14px;
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
.band {
  fill: var(--window);
}
.line {
  fill: none;
  stroke: var(--water);
  stroke-width: 2.5;
}
.limit {
  stroke: var(--clay);
  stroke-dasharray: 6 4;
  stroke-width: 2;
}
circle {
  fill: var(--water);
}
circle.bad {
  fill: var(--paper);
  stroke: var(--alarm);
  stroke-width: 2.5;
}
</style>
