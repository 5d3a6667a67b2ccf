<script setup lang="ts">
import { computed } from 'vue';
import type { Layout } from '../../core/layout';
import { LIMITS } from '../../core/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** Bed numbers, every bed's far end to take hold of, and the picked bed's dimension. */
const props = defineProps<{
  layout: Layout;
  toScreen: (x: number, y: number) => [number, number];
  k: number;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
  everyLabel: number;
}>();
const results = useResults();
const settings = useSettings();
const view = useView();

const GRIP_PX = 16;
const ends = computed(() =>
  props.layout.beds.map((b) => {
    const [x, y] = props.toScreen(b.leftM, b.lengthM);
    return { ...b, x, y, w: Math.max(6, b.widthM * props.k) };
  }),
);
const focusBed = computed(() => ends.value[(view.pickedBed ?? 1) - 1] ?? ends.value[0]);
const foot = computed(() => props.toScreen(0, 0)[1]);
const said = computed(() => {
  const bed = results.results?.beds[focusBed.value.number - 1];
  const length = settings.show(focusBed.value.lengthM, 'length');
  return bed ? `${length}, weakest ${settings.show(bed.minKpa, 'pressure')}` : length;
});
const labelled = computed(() => ends.value.filter((b) => (b.number - 1) % props.everyLabel === 0 || b.number === view.pickedBed));
const headerAtFoot = computed(() => props.layout.header.yM < props.layout.lengthM / 4);
</script>

<template>
  <g class="handles">
    <text v-for="b in labelled" :key="b.number" :x="b.x + b.w / 2" :y="foot + (headerAtFoot ? 32 : 17)" text-anchor="middle" class="number" :class="{ picked: b.number === view.pickedBed }">{{ b.number }}</text>
    <rect
      v-for="b in ends"
      :key="b.number"
      :x="b.x"
      :y="b.y - GRIP_PX / 2"
      :width="b.w"
      :height="GRIP_PX"
      class="grip"
      data-hand
      :data-bed-end="b.number"
      @pointerenter="view.pointedBed = b.number"
      @pointerleave="view.pointedBed = undefined"
      @pointerdown="view.pickedBed = b.number; hand.grab($event, `bed-${b.number}`, (_x, y, g, free) => edits.bedEnd(b.number, y, g, free))"
    />
    <g
      v-if="focusBed"
      role="slider"
      tabindex="0"
      class="end"
      :class="{ quiet: view.pickedBed === undefined }"
      :aria-label="`Bed ${focusBed.number}, length`"
      :aria-valuenow="Number(focusBed.lengthM.toFixed(2))"
      :aria-valuemin="0"
      :aria-valuemax="LIMITS.lengthM"
      :aria-valuetext="said"
      aria-orientation="vertical"
      @keydown="edits.bedKeys($event, focusBed.number)"
      @focus="view.pickedBed ??= focusBed.number"
    >
      <rect :x="focusBed.x - 2" :y="focusBed.y - 5" :width="focusBed.w + 4" height="10" rx="3" />
    </g>
    <g v-if="view.pickedBed !== undefined && focusBed" class="dimension">
      <path :d="`M${focusBed.x - 14} ${foot}V${focusBed.y}M${focusBed.x - 18} ${foot}h8M${focusBed.x - 18} ${focusBed.y}h8`" />
      <text :transform="`translate(${focusBed.x - 19} ${(foot + focusBed.y) / 2}) rotate(-90)`" text-anchor="middle" class="num">{{ settings.show(focusBed.lengthM, 'length') }}</text>
    </g>
  </g>
</template>

<style scoped>
.grip { fill: transparent; cursor: ns-resize; }
.number { font-size: 12px; fill: var(--ink); pointer-events: none; }
.number.picked { font-weight: 700; }
.end rect { fill: var(--card); stroke: var(--ink); stroke-width: 1.8; pointer-events: none; }
.end.quiet:not(:focus-visible) rect { opacity: 0; }
.end:focus-visible { outline: none; }
.end:focus-visible rect { stroke: var(--water); stroke-width: 3; }
.dimension { pointer-events: none; }
.dimension path { stroke: var(--leaf); fill: none; stroke-width: 1.2; }
.dimension text { fill: var(--leaf); font-size: 13px; font-weight: 600; paint-order: stroke; stroke: var(--paper); stroke-width: 4px; }
</style>
