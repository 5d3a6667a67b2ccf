<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { msg } from '../../core/language';
import { areaM2 } from '../../core/ground';
import { useSettings } from '../stores/settings';
import { useTools } from '../stores/tools';
import type { useDrawing } from './useDrawing';
import type { useSheetEdits } from './useSheetEdits';

/** What is being drawn or measured, over everything else. It takes the hand while a drawing tool is taken up. */
const props = defineProps<{
  drawing: ReturnType<typeof useDrawing>;
  edits: ReturnType<typeof useSheetEdits>;
  toScreen: (x: number, y: number) => [number, number];
  toField: (x: number, y: number) => [number, number];
  width: number;
  height: number;
}>();
const tools = useTools();
const settings = useSettings();
const pad = ref<SVGGElement>();

const d = computed(() => props.drawing);
const px = computed(() => d.value.points.value.map((p) => props.toScreen(p[0], p[1])));
const hand = computed(() => props.toScreen(...(d.value.at.value as [number, number])));
const closed = computed(() => ['outline', 'building', 'wet'].includes(tools.tool));
const path = computed(() =>
  px.value.length > 0
    ? `M${[...px.value, hand.value].map((p) => p.join(' ')).join('L')}${closed.value && px.value.length > 1 ? 'Z' : ''}`
    : '',
);
const said = computed(() => {
  const s = d.value.stretch.value;
  if (!s) return '';
  const rise =
    Math.abs(s.riseM) > 0.005
      ? `, ${s.riseM > 0 ? msg`rising` : msg`falling`} ${settings.show(Math.abs(s.riseM), 'height')}`
      : '';
  return msg`${settings.show(s.lengthM, 'length')} at ${Math.round(s.deg)}°${rise}`;
});
const more = computed(() => {
  if (px.value.length < 2) return '';
  if (closed.value) return `${settings.show(areaM2([...d.value.points.value, d.value.at.value]), 'area')}`;
  return msg`${settings.show(d.value.totalM.value + (d.value.stretch.value?.lengthM ?? 0), 'length')} in all`;
});
const live = computed(
  () =>
    msg`Crosshair ${settings.show(d.value.at.value[0], 'length')} right, ${settings.show(d.value.at.value[1], 'length')} up${said.value ? msg`; ${said.value} from the last place` : ''}`,
);

watch(
  () => tools.tool,
  () => d.value.drawing.value && setTimeout(() => pad.value?.focus({ preventScroll: true })),
);

function keys(event: KeyboardEvent): void {
  if (event.key === ' ') d.value.add();
  else if (event.key === 'Enter') {
    if (d.value.canFinish.value) d.value.finish();
    else d.value.add();
  } else if (event.key === 'Escape') d.value.cancel();
  else if (event.key === 'Backspace') d.value.back();
  else {
    const [xM, yM] = d.value.at.value;
    props.edits.moveKeys(event, { xM, yM }, (x, y, _g, free) => d.value.moveTo(x, y, free), 'crosshair');
    return;
  }
  event.preventDefault();
}
function move(event: PointerEvent): void {
  d.value.moveTo(...props.toField(event.clientX, event.clientY), event.shiftKey);
}
function press(event: PointerEvent): void {
  if (event.button !== 0) return;
  move(event);
  d.value.add();
}
</script>

<template>
  <g
    v-if="d.drawing.value"
    ref="pad"
    class="draw"
    tabindex="0"
    role="application"
    data-hand
    :aria-label="
      msg`Drawing. Arrow keys move the crosshair, Space sets a place, Enter finishes, Backspace takes the last one back, Escape stops. ${live}`
    "
    @keydown="keys"
  >
    <rect
      x="0"
      y="0"
      :width="width"
      :height="height"
      class="pad"
      data-draw
      @pointermove="move"
      @pointerdown="press"
      @dblclick.stop="d.finish()"
    />
    <path v-if="path" :d="path" class="line" :class="{ closed }" />
    <rect v-for="p in px" :key="p.join()" :x="p[0] - 3.5" :y="p[1] - 3.5" width="7" height="7" class="dot" />
    <path :d="`M${hand[0] - 9} ${hand[1]}h18M${hand[0]} ${hand[1] - 9}v18`" class="cross" />
    <g
      v-if="said"
      :transform="`translate(${Math.min(hand[0] + 14, width - 210)} ${hand[1] - 12})`"
      class="told"
    >
      <text>{{ said }}</text>
      <text v-if="more" y="16">{{ more }}</text>
    </g>
  </g>
</template>

<style scoped>
.draw:focus {
  outline: none;
}
.pad {
  fill: transparent;
  cursor: crosshair;
}
.line {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 2;
  stroke-dasharray: 7 4;
  pointer-events: none;
}
.line.closed {
  fill: color-mix(in srgb, var(--leaf) 12%, transparent);
}
.dot {
  fill: var(--card);
  stroke: var(--leaf);
  stroke-width: 2;
  pointer-events: none;
}
.cross {
  stroke: var(--ink);
  stroke-width: 1.2;
  fill: none;
  pointer-events: none;
}
.draw:focus-visible .cross {
  stroke: var(--water);
  stroke-width: 2.4;
}
.told {
  pointer-events: none;
}
.told text {
  font-size: 13px;
  font-weight: 600;
  fill: var(--ink);
  stroke: var(--paper);
  stroke-width: 4px;
  paint-order: stroke;
}
</style>
