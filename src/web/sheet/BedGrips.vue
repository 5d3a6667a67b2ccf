<script setup lang="ts">
import { computed } from 'vue';
import type { BlockLayout, LaidBed } from '../../core/layout';
import type { Beds } from '../../core/plan';
import { useView } from '../stores/view';
import { anchorFor, bedEndAt, type BedEnd, type BlockView } from './blockView';
import { useLabels, type SheetLabel } from './labels/useLabels';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** Numbers and ends of a block's beds, which edits of its pipes do not change: apart, so that those need not draw them anew. */
const props = defineProps<{
  beds: readonly LaidBed[];
  planBeds: Beds;
  blockId: string;
  index: number;
  /** The header lies at the near end, where the numbers stand. */
  byHeader: boolean;
  on: BlockView;
  k: number;
  width: number;
  height: number;
  picked: string | undefined;
  layoutNow: () => BlockLayout;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
}>();
const view = useView();

const GRIP_PX = 16;
/** Beds narrower than this on the screen are too close to be taken hold of one by one. */
const LEAST_PX = 3;
const end = (bed: LaidBed, yM: number): BedEnd => bedEndAt(props.on, props.k, bed, yM);
const seen = ({ x, y }: BedEnd): boolean =>
  x > -20 && y > -20 && x < props.width + 20 && y < props.height + 20;
const near = computed(() => (props.planBeds.widthM * props.k < LEAST_PX ? [] : props.beds));
const farEnds = computed(() => near.value.map((b) => end(b, b.farM)).filter(seen));
const nearEnds = computed(() => near.value.map((b) => end(b, b.nearM)).filter(seen));
/** A box about a bed's end, so long along the bed, turned with it. */
const boxAt = (e: BedEnd) => ({
  x: -GRIP_PX / 2,
  y: -e.w / 2,
  width: GRIP_PX,
  height: e.w,
  transform: `translate(${e.x} ${e.y}) rotate(${props.on.angle})`,
});
/** Numbers are thinned until they do not touch. */
const every = computed(() =>
  Math.max(
    1,
    Math.ceil(
      (18 + 8 * Math.abs(props.on.across[0])) / ((props.planBeds.widthM + props.planBeds.pathM) * props.k),
    ),
  ),
);
const NUMBER_PX = { clear: 15, byHeader: 30 };
const RANK = { picked: 4, number: 60 };
/** A number stands off the near end of its bed, or, where that is taken, all of the block's stand off the far ends. */
const labelled = computed(() => {
  const [ax, ay] = props.on.along;
  const off = props.byHeader ? NUMBER_PX.byHeader : NUMBER_PX.clear;
  return props.beds
    .filter((b) => (b.number - 1) % every.value === 0 || b.key === props.picked)
    .map((b): SheetLabel => {
      const [near, far] = [end(b, b.nearM), end(b, b.farM)];
      const picked = b.key === props.picked;
      return {
        key: `bed/${props.blockId}/${b.key}`,
        text: b.key,
        style: picked ? 'picked' : 'number',
        rank: picked ? RANK.picked : RANK.number,
        ...(!picked && { group: `beds/${props.blockId}` }),
        at: [near.x, near.y],
        stands: [
          { dx: -off * ax, dy: -off * ay, anchor: anchorFor([-ax, 0]) },
          {
            dx: far.x - near.x + NUMBER_PX.clear * ax,
            dy: far.y - near.y + NUMBER_PX.clear * ay,
            anchor: anchorFor([ax, 0]),
          },
          { dx: -NUMBER_PX.clear * ax, dy: -NUMBER_PX.clear * ay, anchor: anchorFor([-ax, 0]) },
        ],
      };
    });
});
useLabels(() => ({ labels: labelled.value }));
const idOf = (b: LaidBed): string => (props.index === 0 ? b.key : `${props.index}-${b.key}`);
const refOf = (b: LaidBed) => ({ block: props.blockId, key: b.key });
const cursor = computed(() => {
  const a = ((props.on.angle % 180) + 180) % 180;
  return a < 22 || a > 158 ? 'ew-resize' : a < 68 ? 'nwse-resize' : a < 112 ? 'ns-resize' : 'nesw-resize';
});
function grab(event: PointerEvent, b: LaidBed, which: 'far' | 'near'): void {
  view.pickedBed = refOf(b);
  const move = which === 'far' ? props.edits.bedEnd : props.edits.bedStart;
  props.hand.grab(event, `${props.blockId}-${which}-${b.key}`, (x, y, g, free) =>
    move(props.layoutNow(), b.key, props.on.from(x, y)[1], g, free),
  );
}
</script>

<template>
  <g :style="{ '--along': cursor }">
    <rect
      v-for="e in farEnds"
      :key="e.bed.key"
      v-bind="boxAt(e)"
      class="grip"
      data-hand
      :data-bed-end="idOf(e.bed)"
      @pointerenter="view.pointedBed = refOf(e.bed)"
      @pointerleave="view.pointedBed = undefined"
      @pointerdown="grab($event, e.bed, 'far')"
    />
    <rect
      v-for="e in nearEnds"
      :key="`near ${e.bed.key}`"
      v-bind="boxAt(e)"
      class="grip"
      data-hand
      :data-bed-start="idOf(e.bed)"
      @pointerenter="view.pointedBed = refOf(e.bed)"
      @pointerleave="view.pointedBed = undefined"
      @pointerdown="grab($event, e.bed, 'near')"
    />
  </g>
</template>

<style scoped>
.grip {
  fill: transparent;
  cursor: var(--along);
}
</style>
