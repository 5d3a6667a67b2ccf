<script setup lang="ts">
import { computed } from 'vue';
import { DIRECTION_WORDS } from '../parts/directionWords';
import { msg } from '../../core/language';
import type { Point } from '../../core/ground';
import { middleOf, sheetOutline, type BlockLayout } from '../../core/layout';
import { useEdits } from '../stores/edits';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import { readable, type BlockView } from './blockView';
import { about, around, useLabels, type SheetLabel } from './labels/useLabels';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** The picked block's corners with its sides' lengths, and the handle that turns its beds. */
const props = defineProps<{
  layout: BlockLayout;
  on: BlockView;
  toScreen: (x: number, y: number) => [number, number];
  /** Corners can be moved just now, not only the beds turned. */
  corners: boolean;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
}>();
const changes = useEdits();
const settings = useSettings();
const view = useView();

const block = computed(() => props.layout.block);
const outline = computed(() => (props.corners ? sheetOutline(block.value) : undefined));
const places = computed(() =>
  (outline.value ?? []).map((p, i) => ({ i, xM: p[0], yM: p[1], at: props.toScreen(p[0], p[1]) })),
);
const sides = computed(() =>
  places.value.map((a, i) => {
    const b = places.value[(i + 1) % places.value.length];
    const x = (a.at[0] + b.at[0]) / 2;
    const y = (a.at[1] + b.at[1]) / 2;
    const long = Math.hypot(b.at[0] - a.at[0], b.at[1] - a.at[1]);
    const angle = readable((Math.atan2(b.at[1] - a.at[1], b.at[0] - a.at[0]) * 180) / Math.PI);
    return {
      i,
      x,
      y,
      long,
      angle,
      lengthM: Math.hypot(b.xM - a.xM, b.yM - a.yM),
      mid: [(a.xM + b.xM) / 2, (a.yM + b.yM) / 2] as Point,
    };
  }),
);
const ROOM_PX = 46;

function move(i: number, xM: number, yM: number, gesture: string, free: boolean): void {
  const corners = outline.value!.map((p, j): Point =>
    j === i ? [props.edits.snapped(xM, free), props.edits.snapped(yM, free)] : p,
  );
  const refusal = changes.outline(
    corners,
    msg`move corner ${i + 1} of ${block.value.name}`,
    gesture,
    props.layout.index,
  );
  if (refusal) view.notice = msg`Left as it was: ${refusal.what}.`;
}
/** A new corner on a side, to be dragged on at once. */
let added = -1;
function bend(i: number, xM: number, yM: number, gesture: string, free: boolean): void {
  const corners = [...outline.value!];
  if (added < 0) {
    corners.splice(i + 1, 0, [xM, yM]);
    added = i + 1;
  } else corners[added] = [props.edits.snapped(xM, free), props.edits.snapped(yM, free)];
  changes.outline(corners, msg`add a corner to ${block.value.name}`, gesture, props.layout.index);
}
function remove(i: number): void {
  if (places.value.length <= 3) return void (view.notice = msg`A field needs at least three corners.`);
  const corners = outline.value!.filter((_, j) => j !== i);
  changes.outline(
    corners,
    msg`take corner ${i + 1} of ${block.value.name} away`,
    undefined,
    props.layout.index,
  );
}
function keys(event: KeyboardEvent, c: { i: number; xM: number; yM: number }): void {
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    remove(c.i);
  } else if (event.key === 'Insert' || event.key === '+') {
    event.preventDefault();
    added = -1;
    bend(c.i, ...(sides.value[c.i].mid as [number, number]), msg`bend ${Date.now()}`, true);
    added = -1;
  } else
    props.edits.moveKeys(
      event,
      c,
      (x, y, g, free) => move(c.i, x, y, g, free),
      `corner-${block.value.id}-${c.i}`,
    );
}

/** The turning handle stands beyond the far end of the beds. */
const OUT_PX = 44;
const hub = computed(() => props.toScreen(...(middleOf(props.layout) as [number, number])));
const knob = computed(() => {
  const { box } = props.layout;
  const [x, y] = props.on.at((box.leftM + box.rightM) / 2, box.farM);
  return [x + props.on.along[0] * OUT_PX, y + props.on.along[1] * OUT_PX] as const;
});
const degrees = computed(() => `${Math.round(((block.value.turnDeg % 360) + 360) % 360)}°`);
const turnSays = computed(
  () =>
    `${degrees.value}${props.edits.turnWhy.value ? `, ${DIRECTION_WORDS[props.edits.turnWhy.value]}` : ''}`,
);
const turning = computed(() => props.hand.holding.value === `turn-${block.value.id}`);
function turnTo(xM: number, yM: number, gesture: string, free: boolean): void {
  const [mx, my] = middleOf(props.layout);
  props.edits.turn(props.layout, (Math.atan2(xM - mx, yM - my) * 180) / Math.PI, gesture, free);
}
function turnKeys(event: KeyboardEvent): void {
  const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageUp: 15, PageDown: -15 }[
    event.key
  ];
  if (by === undefined) return;
  event.preventDefault();
  props.edits.turn(
    props.layout,
    block.value.turnDeg + (event.shiftKey ? by / 10 : by),
    `turn-${block.value.id}-keys`,
    true,
  );
}
const RANK = { side: 6, turn: 7, corner: 20 };
useLabels(() => ({
  labels: [
    ...sides.value
      .filter((x) => x.long > ROOM_PX)
      .map((x): SheetLabel => ({
        key: `side/${x.i}`,
        text: settings.show(x.lengthM, 'length'),
        style: 'length',
        rank: RANK.side,
        at: [x.x, x.y],
        turn: x.angle,
        stands: [0, 50, -50].flatMap((dx) => [-12, 12].map((dy) => ({ dx, dy, anchor: 'middle' as const }))),
      })),
    {
      key: 'turn',
      text: turning.value ? turnSays.value : degrees.value,
      style: 'length',
      rank: RANK.turn,
      at: [knob.value[0], knob.value[1]],
      stands: around(15, 20),
    },
    ...(props.corners
      ? places.value.map((c): SheetLabel => ({
          key: `corner/${c.i}`,
          text: String(c.i + 1),
          style: 'length',
          rank: RANK.corner,
          at: [c.at[0], c.at[1]],
          stands: around(12, 15).slice(4),
        }))
      : []),
  ],
  hard: [...places.value.map((c) => about(c.at, 7)), about([knob.value[0], knob.value[1]], 9)],
}));
</script>

<template>
  <g class="outline">
    <template v-for="s in sides" :key="`side ${s.i}`">
      <circle
        :cx="s.x"
        :cy="s.y"
        r="4"
        class="bend"
        data-hand
        @pointerdown="
          added = -1;
          hand.grab($event, `bend-${block.id}`, (x, y, g, free) => bend(s.i, x, y, g, free));
        "
      />
    </template>
    <g
      v-for="c in places"
      :key="c.i"
      :transform="`translate(${c.at.join(' ')})`"
      role="button"
      tabindex="0"
      class="corner"
      data-hand
      :data-corner="c.i + 1"
      :aria-label="
        msg`Corner ${c.i + 1} of ${block.name}. Arrow keys move it, Insert puts one after it, Delete takes it away`
      "
      @pointerdown="hand.grab($event, `corner-${block.id}`, (x, y, g, free) => move(c.i, x, y, g, free))"
      @keydown="keys($event, c)"
      @dblclick.stop="remove(c.i)"
    >
      <circle r="13" class="room" />
      <rect x="-5.5" y="-5.5" width="11" height="11" transform="rotate(45)" />
    </g>
    <g
      role="slider"
      tabindex="0"
      class="turn"
      data-hand
      data-turn
      :aria-label="msg`Direction of the beds of ${block.name}`"
      aria-valuemin="-180"
      aria-valuemax="180"
      :aria-valuenow="Math.round(block.turnDeg)"
      :aria-valuetext="turnSays"
      @pointerdown="hand.grab($event, `turn-${block.id}`, turnTo)"
      @keydown="turnKeys"
    >
      <path v-if="turning" :d="`M${hub.join(' ')}L${knob.join(' ')}`" />
      <g :transform="`translate(${knob.join(' ')}) rotate(${on.angle})`">
        <circle r="13" class="room" />
        <path d="M-8 -5L8 0L-8 5L-4 0Z" class="needle" />
      </g>
    </g>
  </g>
</template>

<style scoped>
.corner rect {
  fill: var(--card);
  stroke: var(--leaf);
  stroke-width: 2.2;
}
.room {
  fill: transparent;
}
.corner {
  cursor: move;
}
.corner:focus-visible,
.turn:focus-visible {
  outline: none;
}
.corner:focus-visible rect {
  stroke: var(--water);
  stroke-width: 4;
}
.bend {
  fill: var(--paper);
  stroke: var(--leaf);
  stroke-width: 1.2;
  cursor: copy;
  opacity: 0.75;
}
.turn {
  cursor: grab;
}
.turn > path {
  stroke: var(--leaf);
  stroke-dasharray: 5 4;
  fill: none;
}
.needle {
  fill: var(--leaf);
  stroke: var(--paper);
}
.turn:focus-visible .needle {
  fill: var(--water);
  stroke: var(--water);
  stroke-width: 3;
}
</style>
