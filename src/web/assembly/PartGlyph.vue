<script setup lang="ts">
import { computed } from 'vue';
import { isBranch, type Role } from '../../core/catalog/headParts';
import { GLYPHS } from '../glyphs/glyphs';

/** A part on its piece of pipe, with the way the water goes; without a part, the pipe alone. */
const props = defineProps<{ role?: Role; bare?: boolean; width?: number }>();
const branch = computed(() => props.role !== undefined && isBranch(props.role));
const half = computed(() => (props.width ?? 62) / 2);
</script>

<template>
  <svg v-if="bare && role" width="20" height="20" viewBox="-12 -12 24 24" aria-hidden="true">
    <path :d="GLYPHS[role]" class="glyph" />
  </svg>
  <svg v-else :width="half * 2" height="46" :viewBox="`${-half} -30 ${half * 2} 46`" aria-hidden="true">
    <path :d="`M${-half} 0H${half}`" class="case" />
    <path :d="`M${-half} 0H${half}`" class="water" />
    <path v-if="role" :d="`M${half - 9} -4L${half - 3} 0L${half - 9} 4`" class="arrow" />
    <template v-if="role && branch">
      <path d="M0 -3V-8" class="stub" />
      <g transform="translate(0 -17) scale(0.74)">
        <circle r="16" />
        <path :d="GLYPHS[role]" class="glyph" />
      </g>
    </template>
    <template v-else-if="role">
      <rect x="-15" y="-15" width="30" height="30" rx="3" />
      <path :d="GLYPHS[role]" class="glyph" />
    </template>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  flex: none;
}
.case {
  stroke: var(--ink);
  stroke-width: 6;
  fill: none;
}
.water {
  stroke: color-mix(in srgb, var(--water) 55%, var(--paper));
  stroke-width: 3;
  fill: none;
}
.arrow {
  stroke: var(--ink);
  stroke-width: 1.8;
  fill: none;
}
.stub {
  stroke: var(--ink);
  stroke-width: 4;
}
rect,
circle {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.glyph {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.7;
  stroke-linecap: round;
  stroke-linejoin: round;
}
</style>
