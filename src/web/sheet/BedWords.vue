<script setup lang="ts">
import type { LaidBed } from '../../core/layout';
import type { Beds } from '../../core/plan';
import { readable, type BlockView } from './blockView';
import { useLabels, type SheetLabel } from './labels/useLabels';
import { useBedPaint } from './useBedPaint';

/** What beds are painted with, written along them where there is room. */
const props = defineProps<{
  beds: readonly LaidBed[];
  planBeds: Beds;
  blockId: string;
  on: BlockView;
  k: number;
}>();
const { paintOf } = useBedPaint();

const WIDE_PX = 13;
const LETTER_PX = 6.2;
const SPARE_LETTERS = 3;
const RANK = 70;
useLabels(() => {
  const { at, angle } = props.on;
  const labels = props.beds.flatMap((bed): SheetLabel[] => {
    if (bed.widthM * props.k < WIDE_PX) return [];
    const paint = paintOf(props.planBeds, bed, props.blockId);
    if (!paint || bed.lengthM * props.k < (paint.word.length + SPARE_LETTERS) * LETTER_PX) return [];
    const shift = (bed.lengthM * props.k) / 4;
    return [
      {
        key: `word/${props.blockId}/${bed.key}`,
        text: paint.word,
        style: 'bed',
        rank: RANK,
        at: at(bed.leftM + bed.widthM / 2, bed.nearM + bed.lengthM / 2),
        turn: readable(angle),
        stands: [0, shift, -shift].map((dx) => ({ dx, dy: 0, anchor: 'middle' })),
      },
    ];
  });
  return { labels };
});
</script>

<template>
  <g />
</template>
