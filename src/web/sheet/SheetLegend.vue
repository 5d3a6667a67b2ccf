<script setup lang="ts">
import { SHADES, shadeColour } from '../../core/scene';
import { useSettings } from '../stores/settings';

/** What the colours and patterns of runs mean. */
defineProps<{ minKpa: number; maxKpa: number }>();
const settings = useSettings();
const n = (kpa: number): string => settings.parts(kpa, 'pressure').number;
</script>

<template>
  <p class="legend" aria-hidden="true">
    <span class="what">pressure, {{ settings.parts(0, 'pressure').unit }}</span>
    <span
      ><svg width="36" height="12">
        <path d="M0 6H36" stroke="var(--alarm)" stroke-width="3" stroke-dasharray="6 4" /></svg
      >{{ minKpa > 0 ? msg`under ${n(minKpa)}` : msg`dry` }}</span
    >
    <span
      ><svg :width="SHADES * 11" height="12">
        <rect
          v-for="s in SHADES"
          :key="s"
          :x="(s - 1) * 11"
          y="2"
          width="11.5"
          height="9"
          :fill="shadeColour(s - 1)"
        /></svg
      >{{ minKpa > 0 ? msg`in the window` : msg`drips evenly` }}</span
    >
    <span
      ><svg width="36" height="12">
        <path d="M0 6H36" stroke="var(--clay)" stroke-width="6" />
        <path d="M0 6H36" stroke="var(--paper)" stroke-width="2" /></svg
      >over {{ n(maxKpa) }}</span
    >
  </p>
</template>

<style scoped>
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin: 0;
  font-size: 12.5px;
  color: var(--faint);
  align-items: center;
}
.legend span {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
</style>
