<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { extent, line, scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { perShownUnit, type KindName } from '../../core/units';
import { useSettings } from '../stores/settings';

/** Lines over two quantities, told apart by pattern and by a name at their end. */
const props = defineProps<{
  label: string;
  series: readonly { name: string; points: readonly (readonly [number, number])[] }[];
  dots?: readonly { x: number; y: number; name: string }[];
  xName: string;
  yName: string;
  xKind: KindName;
  yKind: KindName;
  /** The least of the upright axis; else that of the lines. */
  from?: number;
  height?: number;
}>();

const settings = useSettings();
const frame = ref<HTMLElement>();
const { width } = useElementSize(frame);
const LEAST_W = 320;
const W = computed(() => Math.max(LEAST_W, width.value));
const xText = (v: number): string => settings.show(v, props.xKind);
const yText = (v: number): string => settings.show(v, props.yKind);
const H = computed(() => props.height ?? 260);
const LEFT = 74;
const RIGHT = 150;
const TOP = 12;
const BOTTOM = 40;
const PATTERNS = ['', '9 4', '2 4', '12 4 2 4'];
const LABEL_PX = 16;
const TICK_PX = 70;

const all = computed(() => [
  ...props.series.flatMap((s) => s.points),
  ...(props.dots ?? []).map((d) => [d.x, d.y] as const),
]);
const x = computed(() =>
  scaleLinear(extent(all.value, (p) => p[0]) as [number, number], [LEFT, W.value - RIGHT]),
);
const y = computed(() => {
  const [low, high] = extent(all.value, (p) => p[1]) as [number, number];
  return scaleLinear([props.from ?? low, high], [H.value - BOTTOM, TOP]).nice(5);
});
const path = computed(() =>
  line<readonly [number, number]>(
    (p) => x.value(p[0]),
    (p) => y.value(p[1]),
  ),
);
/** Ticks that are round in the unit shown. */
function ticks(scale: typeof x.value, kind: KindName, count: number): number[] {
  const perUnit = perShownUnit(kind, settings.units);
  const [low, high] = scale.domain();
  return scaleLinear([low / perUnit, high / perUnit], [0, 1])
    .ticks(count)
    .map((t) => t * perUnit);
}
const xTicks = computed(() =>
  ticks(x.value, props.xKind, Math.max(2, Math.floor((W.value - LEFT - RIGHT) / TICK_PX))),
);
const yTicks = computed(() => ticks(y.value, props.yKind, 5));
/** Names at the lines' ends, pushed apart where they would lie on each other. */
const ends = computed(() => {
  const placed = props.series
    .map((s, i) => ({ i, name: s.name, y: y.value(s.points.at(-1)?.[1] ?? 0) }))
    .sort((a, b) => a.y - b.y);
  for (let i = 1; i < placed.length; i++) placed[i].y = Math.max(placed[i].y, placed[i - 1].y + LABEL_PX);
  return placed;
});
const says = computed(() =>
  props.series
    .map((s) => {
      const first = s.points[0];
      const last = s.points.at(-1);
      return first && last
        ? msg`${s.name}: ${yText(first[1])} at ${xText(first[0])}, ${yText(last[1])} at ${xText(last[0])}`
        : s.name;
    })
    .join('; '),
);
</script>

<template>
  <div ref="frame">
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`${label}. ${says}`">
      <g class="grid">
        <template v-for="t in yTicks" :key="`y${t}`">
          <line :x1="LEFT" :x2="W - RIGHT" :y1="y(t)" :y2="y(t)" />
          <text :x="LEFT - 8" :y="y(t) + 4" text-anchor="end" class="num">{{ yText(t) }}</text>
        </template>
        <template v-for="t in xTicks" :key="`x${t}`">
          <line :x1="x(t)" :x2="x(t)" :y1="H - BOTTOM" :y2="H - BOTTOM + 5" />
          <text :x="x(t)" :y="H - BOTTOM + 18" text-anchor="middle" class="num">{{ xText(t) }}</text>
        </template>
        <text :x="(LEFT + W - RIGHT) / 2" :y="H - 4" text-anchor="middle">{{ xName }}</text>
        <text :x="LEFT" :y="TOP - 1" class="axis">{{ yName }}</text>
      </g>
      <path
        v-for="(s, i) in series"
        :key="s.name"
        :d="path(s.points) ?? ''"
        class="line"
        :class="`s${i}`"
        :stroke-dasharray="PATTERNS[i % PATTERNS.length]"
      />
      <text v-for="e in ends" :key="e.name" :x="W - RIGHT + 8" :y="e.y + 4" class="name" :class="`s${e.i}`">
        {{ e.name }}
      </text>
      <circle v-for="(d, i) in dots" :key="i" :cx="x(d.x)" :cy="y(d.y)" r="4.5" class="dot">
        <title>{{ d.name }}</title>
      </circle>
    </svg>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
div {
  width: 100%;
}
.grid line {
  stroke: var(--line);
}
text {
  font-size: 12px;
  fill: var(--faint);
}
.axis {
  font-weight: 600;
}
.line {
  fill: none;
  stroke-width: 2.5;
  stroke: var(--water);
}
.line.s1 {
  stroke: var(--leaf);
}
.line.s2 {
  stroke: var(--clay);
}
.line.s3 {
  stroke: var(--ink);
}
.name {
  font-weight: 600;
  fill: var(--water);
}
.name.s1 {
  fill: var(--leaf);
}
.name.s2 {
  fill: var(--clay);
}
.name.s3 {
  fill: var(--ink);
}
.dot {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
