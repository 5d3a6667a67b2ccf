<script setup lang="ts">
import { computed } from 'vue';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
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
/** Room that a height's figure takes, px. */
const ROOM = { wide: 46, high: 20 };
const seen = computed(() =>
  plan.ground.heights
    .map((h, i) => ({ h, i, at: props.toScreen(h.xM, h.yM) }))
    .filter(({ at: [x, y] }) => x > -10 && y > -10 && x < props.width + 10 && y < props.height + 10),
);
const told = computed(() => seen.value.length <= MOST_HELD);
/** Those whose figure has room: the first in each cell. */
const roomy = computed(() => {
  const taken = new Set<string>();
  return new Set(
    seen.value.flatMap(({ i, at: [x, y] }) => {
      const [c, r] = [Math.round(x / ROOM.wide), Math.round(y / ROOM.high)];
      const near = [-1, 0, 1].some((d) => taken.has(`${c + d} ${r}`));
      taken.add(`${c} ${r}`);
      return near ? [] : [i];
    }),
  );
});
const dots = computed(() => seen.value.map(({ at: [x, y] }) => `M${x - 3} ${y}h6M${x} ${y - 3}v6`).join(''));
function move(i: number, x: number, y: number, g: string, free: boolean): void {
  changes.height(i, { xM: props.edits.snapped(x, free), yM: props.edits.snapped(y, free) }, 'move a height', g);
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
    <g v-for="s in told ? seen : []" v-else :key="s.i" :transform="`translate(${s.at.join(' ')})`" role="button" tabindex="0" data-hand class="height" :aria-label="`Height ${s.i + 1}: ${settings.show(s.h.zM, 'height')}. Arrow keys move it, Delete takes it away`" @pointerdown="hand.grab($event, `height-${s.i}`, (x, y, g, free) => move(s.i, x, y, g, free))" @keydown="keys($event, s.i)">
      <circle r="9" class="room" />
      <path d="M-4 0H4M0 -4V4" />
      <text v-if="roomy.has(s.i)" x="6" y="-5" class="num">{{ settings.parts(s.h.zM, 'height').number }}</text>
    </g>
  </g>
</template>

<style scoped>
.room { fill: transparent; }
.height { cursor: move; }
.height path, .dots { stroke: var(--clay); stroke-width: 1.8; fill: none; }
.height:focus-visible { outline: none; }
.height:focus-visible path { stroke: var(--water); stroke-width: 4; }
text { font-size: 10.5px; fill: var(--clay); stroke: var(--paper); stroke-width: 3px; paint-order: stroke; pointer-events: none; }
</style>
