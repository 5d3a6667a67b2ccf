<script setup lang="ts">
import { computed } from 'vue';
import { fixed, msg } from '../../../core/language';
import { boxOf } from '../../../core/ground';
import type { OneWay } from '../../../core/formats/ground';

/** A file whose latitude and longitude seem swapped, drawn both ways round, to be chosen from. */
const props = defineProps<{ asWritten: OneWay; turned: OneWay }>();
const emit = defineEmits<{ pick: [way: OneWay] }>();
const SIZE = 120;
const MARGIN = 8;

const degrees = (v: number, plus: string, minus: string): string =>
  `${fixed(Math.abs(v), 4)}° ${v < 0 ? minus : plus}`;
const ways = computed(() =>
  [
    { name: msg`As it is written`, way: props.asWritten },
    { name: msg`The other way round`, way: props.turned },
  ].map(({ name, way }) => {
    const shapes = way.found?.outlines.map((o) => o.outline) ?? [];
    const points = [...shapes.flat(), ...(way.found?.heights.map((h) => [h.xM, h.yM] as const) ?? [])];
    const box = boxOf(points);
    const scale = (SIZE - 2 * MARGIN) / Math.max(1e-9, box.x1 - box.x0, box.y1 - box.y0);
    const at = ([x, y]: readonly [number, number]): string =>
      `${(MARGIN + (x - box.x0) * scale).toFixed(1)},${(SIZE - MARGIN - (y - box.y0) * scale).toFixed(1)}`;
    return {
      name,
      way,
      where: `${degrees(way.middle.lat, msg`north`, msg`south`)}, ${degrees(way.middle.lon, msg`east`, msg`west`)}`,
      shapes: shapes.map((s) => s.map(at).join(' ')),
      dots: shapes.length === 0 ? points.slice(0, 400).map(at) : [],
      wide: points.length > 0 ? Math.max(box.x1 - box.x0, box.y1 - box.y0) : 0,
    };
  }),
);
</script>

<template>
  <div class="ways">
    <p>Latitude and longitude seem to be swapped in this file. Which of the two is your ground?</p>
    <article v-for="w in ways" :key="w.name">
      <h4>{{ w.name }}</h4>
      <svg :viewBox="`0 0 ${SIZE} ${SIZE}`" role="img" :aria-label="`${w.name}: ${w.where}`">
        <polygon v-for="s in w.shapes" :key="s" :points="s" />
        <circle v-for="d in w.dots" :key="d" :cx="d.split(',')[0]" :cy="d.split(',')[1]" r="2" />
        <text v-if="!w.way.found" :x="SIZE / 2" :y="SIZE / 2" text-anchor="middle">not there</text>
      </svg>
      <p class="num">{{ w.where }}</p>
      <p v-if="w.way.found" class="quiet">{{ Math.round(w.wide) }} m across</p>
      <p v-else class="quiet">{{ w.way.why }}</p>
      <button type="button" :disabled="!w.way.found" @click="emit('pick', w.way)">this one</button>
    </article>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.ways > p {
  grid-column: 1 / -1;
}
h4 {
  font-size: 14px;
  margin: 0;
}
.ways > p {
  margin: 0;
}
svg {
  width: 100%;
  background: var(--card);
  border: 1px solid var(--line);
}
polygon {
  fill: color-mix(in srgb, var(--leaf) 25%, transparent);
  stroke: var(--leaf);
  stroke-width: 1.5;
}
circle {
  fill: var(--leaf);
}
text {
  font-size: 12px;
  fill: var(--faint);
}
.num {
  font-size: 13px;
  margin: 4px 0 0;
}
button {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  padding: 3px 12px;
  cursor: pointer;
}
button:disabled {
  opacity: 0.4;
  cursor: default;
}
</style>
