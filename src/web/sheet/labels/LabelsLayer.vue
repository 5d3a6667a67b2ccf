<script setup lang="ts">
import { STYLES, type PlacedText } from './useLabels';

/** All lines of text of the sheet that are only read, where they found room. */
defineProps<{ drawn: readonly PlacedText[] }>();
/** From the middle of a line to its foot, as a share of its size. */
const FOOT = 0.35;
const place = (l: PlacedText): string =>
  l.turn === 0
    ? `translate(${l.x} ${l.y})`
    : `translate(${l.at[0]} ${l.at[1]}) rotate(${l.turn}) translate(${l.x - l.at[0]} ${l.y - l.at[1]})`;
</script>

<template>
  <g class="labels" aria-hidden="true">
    <template v-for="l in drawn" :key="l.key">
      <path v-if="l.leader" :d="`M${l.leader[0]} ${l.leader[1]}L${l.leader[2]} ${l.leader[3]}`" />
      <text
        :transform="place(l)"
        :y="STYLES[l.style].px * FOOT"
        :text-anchor="l.anchor"
        :class="[l.style, { num: STYLES[l.style].mono }]"
        :font-size="STYLES[l.style].px"
        :font-weight="STYLES[l.style].weight"
        :data-label="l.key"
        >{{ l.text }}</text
      >
    </template>
  </g>
</template>

<style scoped>
.labels {
  pointer-events: none;
}
path {
  stroke: var(--faint);
  fill: none;
}
text {
  fill: var(--ink);
  stroke: var(--paper);
  stroke-width: 3.5px;
  paint-order: stroke;
}
.other,
.thing {
  fill: var(--faint);
}
.thing {
  font-style: italic;
}
.height,
.contour {
  fill: var(--clay);
}
.length {
  fill: var(--leaf);
}
.bed {
  stroke: var(--earth);
  stroke-width: 3px;
}
.number,
.picked {
  stroke-width: 2.5px;
}
</style>
