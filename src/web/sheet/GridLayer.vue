<script setup lang="ts">
import { computed } from 'vue';
import { useSettings } from '../stores/settings';
import { M_PER_FT } from '../../core/units';

/** A grid of round lengths to draw over. */
const props = defineProps<{
  toField: (x: number, y: number) => readonly [number, number];
  toScreen: (x: number, y: number) => [number, number];
  k: number;
  width: number;
  height: number;
}>();
const settings = useSettings();

const LEAST_PX = 34;
const STEPS = [1, 2, 5, 10, 20, 50, 100, 200, 500];
const lines = computed(() => {
  const unitM = settings.units.system === 'us' ? M_PER_FT : 1;
  const step = (STEPS.find((s) => s * unitM * props.k >= LEAST_PX) ?? 1000) * unitM;
  const [ax, ay] = props.toField(0, 0);
  const [bx, by] = props.toField(props.width, props.height);
  let d = '';
  const [x0, x1, y0, y1] = [Math.min(ax, bx), Math.max(ax, bx), Math.min(ay, by), Math.max(ay, by)];
  for (let x = Math.ceil(x0 / step) * step; x <= x1; x += step)
    d += `M${props.toScreen(x, y0).join(' ')}L${props.toScreen(x, y1).join(' ')}`;
  for (let y = Math.ceil(y0 / step) * step; y <= y1; y += step)
    d += `M${props.toScreen(x0, y).join(' ')}L${props.toScreen(x1, y).join(' ')}`;
  return d;
});
</script>

<template>
  <path :d="lines" class="grid" aria-hidden="true" />
</template>

<style scoped>
.grid {
  fill: none;
  stroke: var(--line);
  stroke-width: 0.7;
  opacity: 0.65;
  pointer-events: none;
}
</style>
