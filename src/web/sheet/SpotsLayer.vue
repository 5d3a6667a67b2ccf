<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import type { Judged } from '../../core/season';
import type { Place } from '../../worker/season';
import { useSeason } from '../stores/season';

/** Where something can be read, by how it stands: pressed, it is opened in the panel. */
const props = defineProps<{ toScreen: (x: number, y: number) => [number, number] }>();
const season = useSeason();
const GRAVEST: Judged[] = ['stop', 'drifting', 'as-expected'];
const SAME_PX = 9;
interface Mark {
  x: number;
  y: number;
  places: Place[];
  judged: Judged | undefined;
}
/** Places that fall on each other are one mark. */
const marks = computed(() => {
  const list: Mark[] = [];
  for (const p of season.places) {
    const [x, y] = props.toScreen(...p.at);
    const judged = season.judgedAt(p);
    const near = list.find((m) => Math.hypot(m.x - x, m.y - y) < SAME_PX);
    if (!near) list.push({ x, y, places: [p], judged });
    else {
      near.places.push(p);
      if (judged && (!near.judged || GRAVEST.indexOf(judged) < GRAVEST.indexOf(near.judged)))
        near.judged = judged;
    }
  }
  return list;
});
const isPicked = (m: Mark): boolean => m.places.some((p) => p.id === season.picked);
/** Pressed again it goes on to the next place that lies there. */
function pick(m: Mark): void {
  const at = m.places.findIndex((p) => p.id === season.picked);
  season.picked = m.places[(at + 1) % m.places.length].id;
}
const SAYS: Record<Judged, string> = {
  'as-expected': msg`as expected`,
  drifting: msg`drifting`,
  stop: msg`stop and look`,
};
const says = (m: Mark): string =>
  `${m.places[0].name}${m.places.length > 1 ? msg` and ${m.places.length - 1} more` : ''}${m.judged ? `, ${SAYS[m.judged]}` : ''}`;
</script>

<template>
  <g aria-label="Places to read" role="group">
    <g
      v-for="m in marks"
      :key="m.places[0].id"
      :transform="`translate(${m.x} ${m.y})`"
      class="spot"
      :class="[m.judged, { picked: isPicked(m) }]"
      role="button"
      tabindex="0"
      :aria-label="says(m)"
      @click="pick(m)"
      @keydown.enter.prevent="pick(m)"
      @keydown.space.prevent="pick(m)"
    >
      <circle r="16" class="hit" />
      <path v-if="m.judged === 'stop'" d="M0 -8L8 7H-8Z" />
      <rect v-else-if="m.judged === 'drifting'" x="-6" y="-6" width="12" height="12" />
      <circle v-else r="5" class="dot" />
      <circle v-if="isPicked(m)" r="11" class="ring" />
    </g>
  </g>
</template>

<style scoped>
.spot {
  cursor: pointer;
}
.hit {
  fill: transparent;
}
.dot {
  fill: var(--card);
  stroke: var(--faint);
  stroke-width: 1.6;
}
.as-expected .dot {
  fill: var(--leaf);
  stroke: var(--leaf);
}
rect {
  fill: var(--clay);
  stroke: var(--paper);
}
path {
  fill: var(--alarm);
  stroke: var(--paper);
}
.ring {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.2;
}
</style>
