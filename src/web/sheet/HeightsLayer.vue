<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { around, useLabels, type SheetLabel } from './labels/useLabels';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** Measured heights, each to take hold of. */
const props = defineProps<{
  toScreen: (x: number, y: number) => [number, number];
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
  width: number;
  height: number;
}>();
const plan = usePlan();
const changes = useEdits();
const settings = useSettings();

/** More than these in view are only marked. */
const MOST_HELD = 200;
const seen = computed(() =>
  plan.ground.heights
    .map((h, i) => ({ h, i, at: props.toScreen(h.xM, h.yM) }))
    .filter(({ at: [x, y] }) => x > -10 && y > -10 && x < props.width + 10 && y < props.height + 10),
);
const told = computed(() => seen.value.length <= MOST_HELD);
const RANK = 75;
useLabels(() => ({
  labels: told.value
    ? seen.value.map(({ h, i, at }): SheetLabel => ({
        key: `measured/${i}`,
        text: settings.parts(h.zM, 'height').number,
        style: 'contour',
        rank: RANK,
        at,
        stands: around(8, 11).slice(4),
      }))
    : [],
}));
const dots = computed(() => seen.value.map(({ at: [x, y] }) => `M${x - 3} ${y}h6M${x} ${y - 3}v6`).join(''));
function move(i: number, x: number, y: number, g: string, free: boolean): void {
  changes.height(
    i,
    { xM: props.edits.snapped(x, free), yM: props.edits.snapped(y, free) },
    msg`move a height`,
    g,
  );
}
function keys(event: KeyboardEvent, i: number): void {
  const h = plan.ground.heights[i];
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    changes.removeHeight(i);
  } else props.edits.moveKeys(event, h, (x, y, g, free) => move(i, x, y, g, free), `height-${i}`);
}
</script>

<template>
  <g class="heights">
    <path v-if="!told" :d="dots" class="dots" />
    <g
      v-for="s in told ? seen : []"
      v-else
      :key="s.i"
      :transform="`translate(${s.at.join(' ')})`"
      role="button"
      tabindex="0"
      data-hand
      class="height"
      :aria-label="
        msg`Height ${s.i + 1}: ${settings.show(s.h.zM, 'height')}. Arrow keys move it, Delete takes it away`
      "
      @pointerdown="hand.grab($event, `height-${s.i}`, (x, y, g, free) => move(s.i, x, y, g, free))"
      @keydown="keys($event, s.i)"
    >
      <circle r="9" class="room" />
      <path d="M-4 0H4M0 -4V4" />
    </g>
  </g>
</template>

<style scoped>
.room {
  fill: transparent;
}
.height {
  cursor: move;
}
.height path,
.dots {
  stroke: var(--clay);
  stroke-width: 1.8;
  fill: none;
}
.height:focus-visible {
  outline: none;
}
.height:focus-visible path {
  stroke: var(--water);
  stroke-width: 4;
}
</style>
