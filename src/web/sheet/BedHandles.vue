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
  turned: boolean;
  k: number;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
  everyLabel: number;
}>();
const results = useResults();
const settings = useSettings();
const view = useView();

const GRIP_PX = 16;
const END_PX = 10;
const ends = computed(() =>
  props.layout.beds.map((b) => {
    const [ax, ay] = props.toScreen(b.leftM, b.lengthM);
    const [bx, by] = props.toScreen(b.leftM + b.widthM, b.lengthM);
    return { ...b, x: (ax + bx) / 2, y: (ay + by) / 2, w: Math.max(6, b.widthM * props.k) };
  }),
);
/** A box about a bed's far end, so long along the bed. */
const boxAt = (b: { x: number; y: number; w: number }, along: number, more = 0) => {
  const [w, h] = props.turned ? [along, b.w + more] : [b.w + more, along];
  return { x: b.x - w / 2, y: b.y - h / 2, width: w, height: h };
};
const focusBed = computed(() => ends.value[(view.pickedBed ?? 1) - 1] ?? ends.value[0]);
const said = computed(() => {
  const bed = results.results?.beds[focusBed.value.number - 1];
  const length = settings.show(focusBed.value.lengthM, 'length');
  return bed ? `${length}, weakest ${settings.show(bed.minKpa, 'pressure')}` : length;
});
const labelled = computed(() => ends.value.filter((b) => (b.number - 1) % props.everyLabel === 0 || b.number === view.pickedBed));
/** Numbers stand at the near end, beyond a header that lies there. */
const numberAt = (b: { leftM: number; widthM: number }): [number, number] => {
  const [x, y] = props.toScreen(b.leftM + b.widthM / 2, 0);
  const off = props.layout.header.yM < props.layout.lengthM / 4 ? 30 : 14;
  return props.turned ? [x - off, y + 4] : [x, y + off + 3];
};
/** The picked bed's dimension line beside it. */
const dimension = computed(() => {
  const b = focusBed.value;
  const off = b.w / 2 + 9;
  const [nx, ny] = props.toScreen(b.leftM + b.widthM / 2, 0);
  if (props.turned) {
    const y = b.y - off;
    return { d: `M${nx} ${y}H${b.x}M${nx} ${y - 4}v8M${b.x} ${y - 4}v8`, text: `translate(${(nx + b.x) / 2} ${y - 6})` };
  }
  const x = b.x - off;
  return { d: `M${x} ${ny}V${b.y}M${x - 4} ${ny}h8M${x - 4} ${b.y}h8`, text: `translate(${x - 6} ${(ny + b.y) / 2}) rotate(-90)` };
});
</script>

<template>
  <g class="handles">
    <text v-for="b in labelled" :key="b.number" :x="numberAt(b)[0]" :y="numberAt(b)[1]" :text-anchor="turned ? 'end' : 'middle'" class="number" :class="{ picked: b.number === view.pickedBed }">{{ b.number }}</text>
    <rect
      v-for="b in ends"
      :key="b.number"
      v-bind="boxAt(b, GRIP_PX)"
      class="grip"
      :class="{ turned }"
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
      :aria-orientation="turned ? 'horizontal' : 'vertical'"
      @keydown="edits.bedKeys($event, focusBed.number)"
      @focus="view.pickedBed ??= focusBed.number"
    >
      <rect v-bind="boxAt(focusBed, END_PX, 4)" rx="3" />
    </g>
    <g v-if="view.pickedBed !== undefined && focusBed" class="dimension">
      <path :d="dimension.d" />
      <text :transform="dimension.text" text-anchor="middle" class="num">{{ settings.show(focusBed.lengthM, 'length') }}</text>
    </g>
  </g>
</template>

<style scoped>
.grip { fill: transparent; cursor: ns-resize; }
.grip.turned { cursor: ew-resize; }
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
