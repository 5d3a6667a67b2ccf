<script setup lang="ts">
import { computed } from 'vue';
import type { LaidBed } from '../../core/layout';
import type { Beds } from '../../core/plan';
import { readable, type BlockView } from './blockView';
import { useBedPaint } from './useBedPaint';

/** What beds are painted with, written along them where there is room. */
const props = defineProps<{ beds: readonly LaidBed[]; planBeds: Beds; blockId: string; on: BlockView; k: number }>();
const { paintOf } = useBedPaint();

const WIDE_PX = 13;
const LETTER_PX = 6.2;
const SPARE_LETTERS = 3;
const words = computed(() => {
  const { at, angle } = props.on;
  return props.beds.flatMap((bed) => {
    if (bed.widthM * props.k < WIDE_PX) return [];
    const paint = paintOf(props.planBeds, bed, props.blockId);
    if (!paint || bed.lengthM * props.k < (paint.word.length + SPARE_LETTERS) * LETTER_PX) return [];
    const [x, y] = at(bed.leftM + bed.widthM / 2, bed.nearM + bed.lengthM / 2);
    return { key: bed.key, word: paint.word, place: `translate(${x} ${y}) rotate(${readable(angle)})` };
  });
});
</script>

<template>
  <g class="words" aria-hidden="true">
    <text v-for="w in words" :key="w.key" :transform="w.place" y="4" text-anchor="middle">{{ w.word }}</text>
  </g>
</template>

<style scoped>
text { font-size: 11px; fill: var(--ink); pointer-events: none; stroke: var(--earth); stroke-width: 3px; paint-order: stroke; }
</style>
