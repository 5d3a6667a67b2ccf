<script setup lang="ts">
import { computed } from 'vue';
import type { Frame, LaidBed } from '../../core/layout';
import { useTools } from '../stores/tools';
import { sameBed, useView } from '../stores/view';
import type { usePainting } from './usePainting';

/** A block's beds to point at, pick and paint, in its own frame. What they look like is painted on the canvas. */
const props = defineProps<{
  blockId: string;
  beds: readonly LaidBed[];
  frame: Frame;
  /** From one bed to the next, m. */
  pitchM: number;
  k: number;
  painting: ReturnType<typeof usePainting>;
}>();
const view = useView();
const tools = useTools();

/** Beds closer together than this on the screen are not taken hold of, px. */
const CLOSE_PX = 2.5;
const close = computed(() => props.pitchM * props.k < CLOSE_PX);
const matrix = computed(() => {
  const { sin, cos, xM, yM } = props.frame;
  return `matrix(${cos} ${-sin} ${sin} ${cos} ${xM} ${yM})`;
});
function pick(event: MouseEvent, key: string): void {
  if (tools.brush) return;
  const bed = { block: props.blockId, key };
  if (event.shiftKey || event.ctrlKey || event.metaKey) return view.toggle(bed);
  view.chosen.clear();
  view.pickedBed = sameBed(view.pickedBed, props.blockId, key) ? undefined : bed;
}
</script>

<template>
  <g v-if="!close" class="beds" :transform="matrix">
    <rect
      v-for="b in beds"
      :key="b.key"
      :x="b.leftM"
      :y="b.nearM"
      :width="b.widthM"
      :height="b.lengthM"
      data-hand
      :data-bed="`${blockId}/${b.key}`"
      @pointerdown="painting.begin($event, { block: blockId, key: b.key })"
      @pointerenter="
        view.pointedBed = { block: blockId, key: b.key };
        painting.over({ block: blockId, key: b.key });
      "
      @pointerleave="view.pointedBed = undefined"
      @click="pick($event, b.key)"
    />
  </g>
</template>

<style scoped>
.beds rect {
  fill: none;
  pointer-events: all;
  cursor: pointer;
}
</style>
