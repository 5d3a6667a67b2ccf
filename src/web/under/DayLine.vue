<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { clockText, dayOf, freePlace, minutesIn, type DayEntry } from '../../core/sets';
import { useEdits } from '../stores/edits';
import { useOpening } from '../stores/opening';
import { useOutlook } from '../stores/outlook';
import { usePlan } from '../stores/plan';
import { setInk } from '../sheet/crops';
import { MIN_PER_DAY } from '../../core/units/time';

/** The day from midnight to midnight: when each set runs, and the hours that let it. Bars are dragged along it. */
const plan = usePlan();
const opening = useOpening();
const outlook = useOutlook();
const edits = useEdits();
const frame = ref<HTMLElement>();
const { width, height } = useElementSize(frame);

const LEFT = 92;
const RIGHT = 34;
const TOP = 22;
const BANDS_H = 46;
const STEP_MIN = 5;
const rules = computed(() => plan.full.watering.day);
const x = computed(() => scaleLinear([0, MIN_PER_DAY], [LEFT, Math.max(LEFT + 200, width.value - RIGHT)]));
/** Times as they were worked out, opened when the plan now says. */
const times = computed(() =>
  (outlook.outlook?.times ?? []).map((t) => {
    const stated = opening.sets.find((s) => s.id === t.id)?.starts;
    return { ...t, at: stated, starts: stated?.length ?? t.starts };
  }),
);
const day = computed(() => dayOf(times.value, rules.value));
const rowH = computed(() =>
  Math.max(7, Math.min(34, (height.value - TOP - BANDS_H - 22) / Math.max(1, times.value.length))),
);
const rowY = (set: string): number => TOP + times.value.findIndex((t) => t.id === set) * rowH.value;
const ink = (set: string): string => setInk(opening.sets.findIndex((s) => s.id === set));

interface Band {
  name: string;
  cls: string;
  spans: [number, number][];
}
/** Hours of a kind as stretches of the day. */
function spansOf(inside: Uint8Array): [number, number][] {
  const found: [number, number][] = [];
  for (let m = 0; m < MIN_PER_DAY; m++) {
    if (!inside[m]) continue;
    let end = m;
    while (end < MIN_PER_DAY && inside[end]) end++;
    found.push([m, end]);
    m = end;
  }
  return found;
}
const bands = computed((): Band[] => [
  { name: msg`may run`, cls: 'pump', spans: spansOf(minutesIn(rules.value.pump)) },
  { name: msg`cool`, cls: 'cool', spans: spansOf(minutesIn(rules.value.cool)) },
  ...(rules.value.byHand
    ? [{ name: msg`somebody`, cls: 'person', spans: spansOf(minutesIn(rules.value.person)) }]
    : []),
  ...(rules.value.prices.length > 0
    ? [{ name: msg`price`, cls: 'price', spans: rules.value.prices.flatMap((p) => spansOf(minutesIn(p))) }]
    : []),
]);
const bandH = computed(() => BANDS_H / Math.max(1, bands.value.length));
const CLASH_WORDS = {
  overlap: msg`another set runs`,
  pump: msg`outside the hours`,
  person: msg`nobody is there`,
};
const told = (e: DayEntry): string =>
  msg`${times.value.find((t) => t.id === e.set)?.name}, start ${e.start + 1}: ${clockText(e.fromMin)} to ${clockText(e.toMin)}${e.byHand ? msg`, set by hand` : ''}${e.clashes.length > 0 ? msg`, but ${e.clashes.map((c) => CLASH_WORDS[c]).join(msg` and `)}` : ''}. Left and right arrows move it`;

const held = ref<{
  set: string;
  start: number;
  fromX: number;
  fromMin: number;
  minutes: number;
  gesture: string;
}>();
/** Sets one start of a set; the others stay where they are. */
function moveTo(e: { set: string; start: number }, minute: number, gesture: string): void {
  const own = day.value.entries.filter((o) => o.set === e.set).sort((a, b) => a.start - b.start);
  const starts = own.map(
    (o) => ((Math.round(o.start === e.start ? minute : o.fromMin) % MIN_PER_DAY) + MIN_PER_DAY) % MIN_PER_DAY,
  );
  const name = times.value.find((t) => t.id === e.set)?.name ?? msg`the set`;
  edits.setFields(e.set, { starts }, msg`open ${name} at ${clockText(minute)}`, gesture);
}
function grip(event: PointerEvent, e: DayEntry): void {
  if (event.button !== 0 || opening.sets.length === 0) return;
  event.preventDefault();
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  (event.currentTarget as SVGElement).focus();
  held.value = {
    set: e.set,
    start: e.start,
    fromX: event.clientX,
    fromMin: e.fromMin,
    minutes: e.toMin - e.fromMin,
    gesture: msg`day ${Date.now()}`,
  };
}
function drag(event: PointerEvent): void {
  const h = held.value;
  if (!h) return;
  const by = x.value.invert(LEFT + event.clientX - h.fromX);
  moveTo(h, Math.round((h.fromMin + by) / STEP_MIN) * STEP_MIN, h.gesture);
}
/** Let go on another set or outside the hours, it goes to the nearest place that is free. */
function drop(): void {
  const h = held.value;
  held.value = undefined;
  if (!h) return;
  const now = day.value.entries.find((e) => e.set === h.set && e.start === h.start);
  if (!now || now.clashes.length === 0) return;
  const free = freePlace(day.value, rules.value, h, now.fromMin);
  if (free !== undefined) moveTo(h, free, h.gesture);
}
function nudge(event: KeyboardEvent, e: DayEntry): void {
  const by = { ArrowLeft: -STEP_MIN, ArrowRight: STEP_MIN }[event.key];
  if (!by || opening.sets.length === 0) return;
  event.preventDefault();
  moveTo(e, e.fromMin + by * (event.shiftKey ? 12 : 1), msg`nudge ${e.set} ${e.start}`);
}
const HOURS = [0, 3, 6, 9, 12, 15, 18, 21, 24];
</script>

<template>
  <section aria-label="The day">
    <header>
      <h3 class="sr">The day</h3>
      <span class="quiet">{{
        opening.sets.length > 0
          ? msg`drag a set along it; let go on another, it takes the nearest free place`
          : msg`make sets to move them about`
      }}</span>
    </header>
    <div ref="frame" class="frame">
      <svg v-if="width > 200" :width="width" :height="height" role="group" aria-label="Sets along the day">
        <g v-for="h in HOURS" :key="h" aria-hidden="true">
          <line :x1="x(h * 60)" :x2="x(h * 60)" :y1="TOP - 4" :y2="height - 4" class="grid" />
          <text :x="x(h * 60)" y="13" text-anchor="middle" class="num">
            {{ clockText(h * 60) === '00:00' && h === 24 ? '24:00' : clockText(h * 60) }}
          </text>
        </g>
        <g
          v-for="(b, i) in bands"
          :key="b.name"
          :transform="`translate(0 ${height - BANDS_H - 6 + i * bandH})`"
          aria-hidden="true"
        >
          <text :x="LEFT - 8" :y="bandH / 2 + 3" text-anchor="end">{{ b.name }}</text>
          <rect
            v-for="(s, j) in b.spans"
            :key="j"
            :x="x(s[0])"
            :y="2"
            :width="x(s[1]) - x(s[0])"
            :height="bandH - 4"
            :class="b.cls"
            class="band"
          />
        </g>
        <text
          v-for="t in times"
          :key="t.id"
          :x="LEFT - 8"
          :y="rowY(t.id) + rowH / 2 + 4"
          text-anchor="end"
          class="set"
        >
          {{ t.name }}
        </text>
        <g
          v-for="e in day.entries"
          :key="`${e.set} ${e.start}`"
          class="entry"
          :class="{ clash: e.clashes.length > 0, held: held?.set === e.set && held.start === e.start }"
          role="slider"
          tabindex="0"
          aria-orientation="horizontal"
          :aria-valuemin="0"
          :aria-valuemax="1435"
          :aria-valuenow="Math.round(e.fromMin)"
          :aria-valuetext="told(e)"
          :aria-label="msg`${times.find((t) => t.id === e.set)?.name}, start ${e.start + 1}`"
          @pointerdown="grip($event, e)"
          @pointermove="drag"
          @pointerup="drop"
          @pointercancel="drop"
          @keydown="nudge($event, e)"
        >
          <title>{{ told(e) }}</title>
          <rect
            v-for="shift in e.toMin > MIN_PER_DAY ? [0, -MIN_PER_DAY] : [0]"
            :key="shift"
            :x="x(Math.max(0, e.fromMin + shift))"
            :y="rowY(e.set) + 2"
            :width="
              Math.max(3, x(Math.min(MIN_PER_DAY, e.toMin + shift)) - x(Math.max(0, e.fromMin + shift)))
            "
            :height="rowH - 4"
            rx="2"
            :style="{ fill: `color-mix(in srgb, ${ink(e.set)} 72%, var(--paper))` }"
          />
          <text
            v-if="rowH > 14"
            :x="x(Math.min(MIN_PER_DAY, e.toMin)) + 6"
            :y="rowY(e.set) + rowH / 2 + 4"
            class="num when"
          >
            {{ clockText(e.fromMin) }}–{{ clockText(e.toMin)
            }}{{ e.clashes.length > 0 ? ` · ${e.clashes.map((c) => CLASH_WORDS[c]).join(', ')}` : '' }}
          </text>
        </g>
        <text v-if="times.length === 0" :x="LEFT" :y="TOP + 24">
          {{ outlook.working ? msg`Working it out` : msg`Nothing waters yet.` }}
        </text>
      </svg>
    </div>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding-top: 6px;
}
header {
  display: flex;
  gap: 16px;
  align-items: baseline;
  padding: 0 16px;
}
.frame {
  flex: 1;
  min-height: 0;
  overflow: hidden;
}
.grid {
  stroke: var(--line);
  stroke-width: 0.8;
}
text {
  font-size: 12px;
  fill: var(--faint);
}
.set {
  font-weight: 600;
  fill: var(--ink);
}
.when {
  fill: var(--ink);
  pointer-events: none;
  stroke: var(--paper);
  stroke-width: 3px;
  paint-order: stroke;
}
.band {
  fill: var(--line);
}
.band.pump {
  fill: color-mix(in srgb, var(--water) 45%, var(--paper));
}
.band.cool {
  fill: color-mix(in srgb, var(--leaf) 40%, var(--paper));
}
.band.person {
  fill: color-mix(in srgb, var(--clay) 40%, var(--paper));
}
.band.price {
  fill: color-mix(in srgb, var(--faint) 50%, var(--paper));
}
.entry {
  cursor: ew-resize;
  touch-action: none;
}
.entry rect {
  stroke: var(--ink);
  stroke-width: 1;
}
.entry.clash rect {
  stroke: var(--alarm);
  stroke-width: 2.4;
  stroke-dasharray: 5 3;
}
.entry.held rect {
  stroke-width: 2.4;
}
.entry:focus-visible {
  outline: none;
}
.entry:focus-visible rect {
  stroke: var(--water);
  stroke-width: 3;
}
.entry.clash .when {
  fill: var(--alarm);
}
</style>
