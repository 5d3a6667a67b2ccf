<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import type { Obstacle } from '../../core/plan';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useView } from '../stores/view';
import { about, useLabels, type SheetLabel } from './labels/useLabels';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** Things in the way: drawn in the field's metres, with their names and, when picked, their corners on the screen. */
const props = defineProps<{
  place: string;
  toScreen: (x: number, y: number) => [number, number];
  /** They can be picked and moved just now. */
  open: boolean;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
}>();
const plan = usePlan();
const changes = useEdits();
const view = useView();

const isLine = (t: Obstacle): boolean => t.kind === 'lane' || t.kind === 'ditch';
const path = (t: Obstacle): string => `M${t.points.map((p) => p.join(' ')).join('L')}${isLine(t) ? '' : 'Z'}`;
const things = computed(() =>
  plan.obstacles.map((t) => {
    const middle = isLine(t)
      ? t.points[Math.floor((t.points.length - 1) / 2)]
      : ([
          t.points.reduce((s, p) => s + p[0], 0) / t.points.length,
          t.points.reduce((s, p) => s + p[1], 0) / t.points.length,
        ] as const);
    const [x, y] = props.toScreen(middle[0], middle[1]);
    return { t, d: path(t), at: [x, y] as const };
  }),
);
const RANK = 55;
useLabels(() => ({
  labels: things.value.map(({ t, at }): SheetLabel => ({
    key: `thing/${t.id}`,
    text: t.name,
    style: 'thing',
    rank: RANK,
    at,
    stands: [isLine(t) ? -10 : 0, 12, -12, 24, -24].map((dy) => ({ dx: 0, dy, anchor: 'middle' })),
  })),
  hard: corners.value.map((c) => about(c.at, 7)),
}));
const corners = computed(() => {
  const picked = plan.obstacles.find((t) => t.id === view.pickedThing);
  if (!picked || !props.open) return [];
  return picked.points.map((p, i) => ({
    id: picked.id,
    name: picked.name,
    i,
    xM: p[0],
    yM: p[1],
    at: props.toScreen(p[0], p[1]),
  }));
});
function moveCorner(id: string, i: number, xM: number, yM: number, gesture: string, free: boolean): void {
  const thing = plan.obstacles.find((t) => t.id === id);
  if (!thing) return;
  const points = thing.points.map((p, j) =>
    j === i ? ([props.edits.snapped(xM, free), props.edits.snapped(yM, free)] as const) : p,
  );
  changes.thing(id, { points }, msg`move the ${thing.name}`, gesture);
}
function keys(event: KeyboardEvent, c: { id: string; i: number; xM: number; yM: number }): void {
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    changes.removeThing(c.id);
    view.pickedThing = undefined;
  } else
    props.edits.moveKeys(
      event,
      c,
      (x, y, g, free) => moveCorner(c.id, c.i, x, y, g, free),
      `thing-${c.id}-${c.i}`,
    );
}
</script>

<template>
  <g class="things" :class="{ open }">
    <g :transform="place">
      <g
        v-for="{ t, d } in things"
        :key="t.id"
        :data-hand="open || undefined"
        :class="[t.kind, { picked: view.pickedThing === t.id }]"
        @pointerdown.stop="open && (view.pickedThing = t.id)"
      >
        <template v-if="isLine(t)">
          <path :d="d" :stroke-width="t.widthM" class="band" />
          <path :d="d" class="middle" />
        </template>
        <template v-else-if="t.kind === 'tree'">
          <circle v-for="(p, i) in t.points" :key="i" :cx="p[0]" :cy="p[1]" :r="t.radiusM" />
        </template>
        <path v-else :d="d" class="area" />
      </g>
    </g>
    <circle
      v-for="c in corners"
      :key="c.i"
      :cx="c.at[0]"
      :cy="c.at[1]"
      r="6"
      class="corner"
      role="button"
      tabindex="0"
      data-hand
      :aria-label="msg`${c.name}, corner ${c.i + 1}. Arrow keys move it, Delete takes the ${c.name} away`"
      @pointerdown="
        hand.grab($event, `thing-${c.id}`, (x, y, g, free) => moveCorner(c.id, c.i, x, y, g, free))
      "
      @keydown="keys($event, c)"
    />
  </g>
</template>

<style scoped>
.things {
  pointer-events: none;
}
.things.open g[data-hand] {
  pointer-events: auto;
  cursor: pointer;
}
.band {
  fill: none;
  stroke: color-mix(in srgb, var(--faint) 30%, var(--paper));
  stroke-linejoin: round;
}
.middle {
  fill: none;
  stroke: var(--faint);
  stroke-width: 1;
  stroke-dasharray: 10 8;
  vector-effect: non-scaling-stroke;
}
.ditch .band {
  stroke: color-mix(in srgb, var(--water) 40%, var(--paper));
}
.tree circle {
  fill: color-mix(in srgb, var(--leaf) 38%, var(--paper));
  stroke: var(--leaf);
  stroke-width: 1.4;
  stroke-dasharray: 3 2;
  vector-effect: non-scaling-stroke;
}
.area {
  stroke: var(--ink);
  stroke-width: 1.6;
  vector-effect: non-scaling-stroke;
  fill: color-mix(in srgb, var(--faint) 45%, var(--paper));
}
.wet .area {
  stroke: var(--water);
  stroke-dasharray: 2 4;
  fill: color-mix(in srgb, var(--water) 26%, transparent);
}
.picked .area,
.picked circle {
  stroke: var(--water);
  stroke-width: 3;
}
.picked .middle {
  stroke: var(--water);
  stroke-width: 2.4;
}
.corner {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 2;
  cursor: move;
  pointer-events: auto;
}
.corner:focus-visible {
  outline: none;
  stroke: var(--water);
  stroke-width: 4;
}
</style>
