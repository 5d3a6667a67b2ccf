<script setup lang="ts">
import { computed } from 'vue';
import { useSettings } from '../stores/settings';

/** A bar of round length, about a hundred pixels. */
const props = defineProps<{ pxPerM: number }>();
const settings = useSettings();

const M_PER_FT = 0.3048;
const bar = computed(() => {
  const perUnit = settings.units.system === 'us' ? M_PER_FT : 1;
  const target = 100 / (props.pxPerM * perUnit);
  const ten = 10 ** Math.floor(Math.log10(target));
  const round = [5, 2, 1].map((f) => f * ten).find((v) => v <= target) ?? ten;
  return { px: round * perUnit * props.pxPerM, text: `${round} ${settings.units.system === 'us' ? 'ft' : 'm'}` };
});
</script>

<template>
  <g class="bar" aria-hidden="true">
    <rect x="-12" y="-24" :width="bar.px + 30" height="36" class="plate" />
    <path :d="`M0 -5V3M0 0H${bar.px}M${bar.px} -5V3M${bar.px / 2} -3V0`" stroke="var(--ink)" fill="none" />
    <text :x="bar.px" y="-9" text-anchor="end">{{ bar.text }}</text>
    <text x="0" y="-9" text-anchor="middle">0</text>
  </g>
</template>

<style scoped>
.plate { fill: var(--paper); opacity: 0.8; }
.bar { pointer-events: none; }
text { font-size: 12px; fill: var(--ink); }
</style>
