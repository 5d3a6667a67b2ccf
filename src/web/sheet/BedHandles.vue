<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { onlyBeds, type BlockLayout, type LaidBed } from '../../core/layout';
import { LIMITS } from '../../core/plan';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { sameBed, useView } from '../stores/view';
import BedGrips from './BedGrips.vue';
import { bedEndAt, readable, type BedEnd, type BlockView } from './blockView';
import { useLabels } from './labels/useLabels';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** Bed numbers and ends of a block, and the picked bed's own end and dimension. */
const props = defineProps<{
  layout: BlockLayout;
  on: BlockView;
  turned: boolean;
  k: number;
  /** The screen's size, px. */
  width: number;
  height: number;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
}>();
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const view = useView();

const END_PX = 10;
const block = computed(() => props.layout.block);
const several = computed(() => plan.blocks.length > 1);
const end = (bed: LaidBed, yM: number): BedEnd => bedEndAt(props.on, props.k, bed, yM);
/** A box about a bed's end, so long along the bed, turned with it. */
const boxAt = (e: BedEnd, along: number, more = 0) => ({
  x: -along / 2,
  y: -(e.w + more) / 2,
  width: along,
  height: e.w + more,
  transform: `translate(${e.x} ${e.y}) rotate(${props.on.angle})`,
});
const picked = computed(() => (view.pickedBed?.block === block.value.id ? view.pickedBed.key : undefined));
const focusBed = computed(() => {
  const bed = onlyBeds(props.layout).find((b) => b.key === picked.value) ?? onlyBeds(props.layout)[0];
  return bed && end(bed, bed.farM);
});
const name = computed(
  () => msg`${several.value ? msg`${block.value.name}, bed` : msg`Bed`} ${focusBed.value?.bed.key}, length`,
);
const said = computed(() => {
  const { bed } = focusBed.value;
  const length = settings.show(bed.lengthM, 'length');
  // Only the picked bed tells its pressure: the others need not be drawn anew with every answer.
  if (picked.value === undefined) return length;
  const solved = results.results?.blocks
    .find((b) => b.index === props.layout.index)
    ?.beds.find((b) => b.key === bed.key);
  return bed.resting
    ? msg`${length}, resting`
    : solved && Number.isFinite(solved.minKpa)
      ? msg`${length}, weakest ${settings.show(solved.minKpa, 'pressure')}`
      : length;
});
/** The picked bed's dimension line beside it. */
const dimension = computed(() => {
  const { bed, x: fx, y: fy, w } = focusBed.value;
  const [nx, ny] = props.on.at(bed.leftM + bed.widthM / 2, bed.nearM);
  const off = w / 2 + 9;
  const [ax, ay] = props.on.across;
  const [lx, ly] = [-ax * off, -ay * off];
  const tick = (x: number, y: number): string => `M${x - ax * 4} ${y - ay * 4}L${x + ax * 4} ${y + ay * 4}`;
  const angle = readable(props.on.angle);
  const lift = ax * Math.sin((angle * Math.PI) / 180) - ay * Math.cos((angle * Math.PI) / 180) < 0 ? 11 : -10;
  return {
    d: `M${nx + lx} ${ny + ly}L${fx + lx} ${fy + ly}${tick(nx + lx, ny + ly)}${tick(fx + lx, fy + ly)}`,
    at: [(nx + fx) / 2 + lx, (ny + fy) / 2 + ly] as const,
    angle,
    lift,
  };
});
const RANK = 3;
useLabels(() => {
  if (picked.value === undefined || !focusBed.value) return {};
  const { at, angle, lift } = dimension.value;
  return {
    labels: [
      {
        key: `length/${block.value.id}`,
        text: settings.show(focusBed.value.bed.lengthM, 'length'),
        style: 'length',
        rank: RANK,
        at,
        turn: angle,
        stands: [0, 60, -60, 120, -120].flatMap((dx) =>
          [lift, -lift].map((dy) => ({ dx, dy, anchor: 'middle' as const })),
        ),
      },
    ],
  };
});
const refOf = (b: LaidBed) => ({ block: block.value.id, key: b.key });
const byHeader = computed(() => {
  const { along, line } = block.value.header;
  return line === 'near-ends' || (line === 'straight' && along < 0.25);
});
const layoutNow = (): BlockLayout => props.layout;
</script>

<template>
  <g class="handles">
    <BedGrips
      :beds="onlyBeds(layout)"
      :plan-beds="block.beds"
      :block-id="block.id"
      :index="layout.index"
      :by-header="byHeader"
      :on="on"
      :k="k"
      :width="width"
      :height="height"
      :picked="picked"
      :layout-now="layoutNow"
      :hand="hand"
      :edits="edits"
    />
    <g
      v-if="focusBed"
      role="slider"
      tabindex="0"
      class="end"
      :class="{ quiet: picked === undefined }"
      :aria-label="name"
      :aria-valuenow="Number(focusBed.bed.lengthM.toFixed(2))"
      :aria-valuemin="0"
      :aria-valuemax="LIMITS.lengthM"
      :aria-valuetext="said"
      :aria-orientation="turned ? 'horizontal' : 'vertical'"
      @keydown="edits.bedKeys($event, layout, focusBed.bed.key)"
      @focus="if (!sameBed(view.pickedBed, block.id, focusBed.bed.key)) view.pickedBed = refOf(focusBed.bed);"
    >
      <rect v-bind="boxAt(focusBed, END_PX, 4)" rx="3" />
    </g>
    <g v-if="picked !== undefined && focusBed" class="dimension">
      <path :d="dimension.d" />
    </g>
  </g>
</template>

<style scoped>
.end rect {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 1.8;
  pointer-events: none;
}
.end.quiet:not(:focus-visible) rect {
  opacity: 0;
}
.end:focus-visible {
  outline: none;
}
.end:focus-visible rect {
  stroke: var(--water);
  stroke-width: 3;
}
.dimension {
  pointer-events: none;
}
.dimension path {
  stroke: var(--leaf);
  fill: none;
  stroke-width: 1.2;
}
</style>
