<script setup lang="ts">
import { useSettings } from '../stores/settings';
import { SHADES, shadeColour } from './pressureScale';

defineProps<{ minKpa: number; maxKpa: number }>();
const settings = useSettings();
const n = (kpa: number): string => settings.parts(kpa, 'pressure').number;
</script>

<template>
  <g class="legend" aria-hidden="true">
    <rect x="-10" y="-16" width="252" height="58" rx="4" class="plate" />
    <text x="0" y="0">pressure in the runs, {{ settings.parts(0, 'pressure').unit }}</text>
    <path d="M0 14H48" stroke="var(--alarm)" stroke-width="3" stroke-dasharray="6 4" />
    <text x="24" y="33" text-anchor="middle">{{ minKpa > 0 ? `under ${n(minKpa)}` : 'dry' }}</text>
    <rect v-for="s in SHADES" :key="s" :x="62 + (s - 1) * 13" y="9" width="13.500" height="9" :fill="shadeColour(s - 1)" />
    <text x="114" y="33" text-anchor="middle">{{ minKpa > 0 ? 'in the window' : 'drips evenly' }}</text>
    <path d="M180 14H228" stroke="var(--clay)" stroke-width="6" />
    <path d="M180 14H228" stroke="var(--paper)" stroke-width="2" />
    <text x="204" y="33" text-anchor="middle">over {{ n(maxKpa) }}</text>
  </g>
</template>

<style scoped>
.plate { fill: var(--paper); opacity: 0.86; }
.legend { pointer-events: none; }
text { font-size: 12px; fill: var(--faint); }
</style>
