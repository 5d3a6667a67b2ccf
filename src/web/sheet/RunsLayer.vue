<script setup lang="ts">
import { computed } from 'vue';
import type { Layout } from '../../core/layout';
import { useResults } from '../stores/results';
import { classOf, SHADES, shadeColour, type PressureClass } from './pressureScale';

/** Every run, shaded along its length by pressure against the window. All stretches of one shade are one path. */
const props = defineProps<{ layout: Layout; window: { minKpa: number; maxKpa: number }; width: number }>();
const results = useResults();

const paths = computed(() => {
  const found = new Map<PressureClass, string[]>();
  const place = new Map(results.results?.runs.map((r, i) => [r.run.id, i]) ?? []);
  const plain: string[] = [];
  for (const run of props.layout.runs) {
    const shading = results.answer?.shading[place.get(run.id) ?? -1];
    const start = run.fromM + run.direction * run.leadM;
    const end = run.fromM + run.direction * run.lengthM;
    if (!shading || shading.length < 2) {
      plain.push(`M${run.xM} ${start}V${end}`);
      continue;
    }
    const pieces = shading.length - 1;
    let from = start;
    let shade = classOf((shading[0] + shading[1]) / 2, props.window.minKpa, props.window.maxKpa);
    for (let i = 1; i <= pieces; i++) {
      const next = i < pieces ? classOf((shading[i] + shading[i + 1]) / 2, props.window.minKpa, props.window.maxKpa) : undefined;
      if (next === shade) continue;
      const to = start + ((end - start) * i) / pieces;
      const list = found.get(shade);
      const d = `M${run.xM} ${from}V${to}`;
      if (list) list.push(d);
      else found.set(shade, [d]);
      from = to;
      if (next !== undefined) shade = next;
    }
  }
  return {
    plain: plain.join(''),
    under: found.get('under')?.join('') ?? '',
    over: found.get('over')?.join('') ?? '',
    shades: Array.from({ length: SHADES }, (_, s) => found.get(s)?.join('') ?? ''),
  };
});
</script>

<template>
  <g class="runs" fill="none">
    <path v-if="paths.plain" :d="paths.plain" stroke="var(--faint)" stroke-width="1.5" stroke-dasharray="2 4" />
    <template v-for="(d, s) in paths.shades" :key="s">
      <path v-if="d" :d="d" :stroke="shadeColour(s)" :stroke-width="width" />
    </template>
    <path v-if="paths.under" :d="paths.under" stroke="var(--alarm)" :stroke-width="Math.max(2, width * 0.7)" stroke-dasharray="5 4" data-state="under" />
    <path v-if="paths.over" :d="paths.over" stroke="var(--clay)" :stroke-width="Math.max(4, width + 1.5)" data-state="over" />
    <path v-if="paths.over" :d="paths.over" stroke="var(--paper)" :stroke-width="Math.max(1.4, width * 0.4)" />
  </g>
</template>

<style scoped>
path { vector-effect: non-scaling-stroke; }
.runs { pointer-events: none; }
</style>
