<script setup lang="ts">
import { computed } from 'vue';
import type { Look } from '../../core/sketches';

/** A starting point drawn small: where the water comes from, the pipe, and what it waters. */
const props = defineProps<{ look: Look }>();

/** Sources, on ground at y 58, their outlet at (30, 52). */
const SOURCES: Record<Look['source'], string> = {
  tap: 'M24 58V34H34M30 34V40M26 30H34M34 34V48Q34 56 40 56',
  booster: 'M16 58V36H24M21 36V42M18 32H25M28 58V46H40V58M31 52a3 3 0 1 1 6 0a3 3 0 1 1 -6 0',
  barrel: 'M14 40V20H32V40ZM14 26H32M14 34H32M12 58L15 40M34 58L31 40M12 50H34',
  tank: 'M10 42V16H36V42ZM10 24H36M10 33H36M19 16V42M28 16V42M10 58V42M36 58V42',
  well: 'M12 58V44H32V58M12 44L22 34L32 44M22 34V58M22 64V92',
  pump: 'M4 66Q10 62 16 66T28 66M8 66V58H18M18 58V48H32V58ZM21 53a4 4 0 1 1 8 0a4 4 0 1 1 -8 0',
};
/** What is watered, fed from the left at (64, 58). */
const FIELDS: Record<Look['field'], { ground: string; lines: string; dots: [number, number][] }> = {
  raised: {
    ground: 'M72 30h24v22h-24zM106 30h24v22h-24zM72 64h24v22h-24zM106 64h24v22h-24z',
    lines:
      'M64 58H132M78 58V34M84 58V34M90 58V34M112 58V34M118 58V34M124 58V34M78 58V82M84 58V82M90 58V82M112 58V82M118 58V82M124 58V82',
    dots: [],
  },
  rows: {
    ground: 'M70 26h66v8h-66zM70 40h66v8h-66zM70 54h66v8h-66zM70 68h66v8h-66zM70 82h66v8h-66z',
    lines: 'M66 30V86M66 30H134M66 44H134M66 58H134M66 72H134M66 86H134',
    dots: [],
  },
  fields: {
    ground: 'M70 20h66v32h-66zM70 62h66v32h-66z',
    lines:
      'M64 58V36H70M64 58V78H70M70 24V48M70 66V90M70 26H134M70 32H134M70 38H134M70 44H134M70 68H134M70 74H134M70 80H134M70 86H134',
    dots: [],
  },
  tunnel: {
    ground: 'M70 84V40Q103 8 136 40V84Z',
    lines: 'M64 58H70M74 82V50M84 82V40M94 82V36M104 82V34M114 82V36M124 82V42M132 82V50M70 82H136',
    dots: [],
  },
  plots: {
    ground: 'M70 20h28v26h-28zM108 20h28v26h-28zM70 66h28v26h-28zM108 66h28v26h-28z',
    lines: 'M64 56H134M78 56V24M88 56V24M116 56V24M126 56V24M78 56V88M88 56V88M116 56V88M126 56V88',
    dots: [],
  },
  bushes: {
    ground: '',
    lines: 'M64 58H140',
    dots: [
      [74, 58],
      [88, 58],
      [102, 58],
      [116, 58],
      [130, 58],
    ],
  },
  pots: {
    ground: 'M70 40h12l-2 14h-8zM90 40h12l-2 14h-8zM110 40h12l-2 14h-8z',
    lines: 'M64 58V34H116M76 34V42M96 34V42M116 34V42M64 58V80H122',
    dots: [
      [82, 80],
      [122, 80],
    ],
  },
  tubes: {
    ground: 'M72 28h62v14h-62zM72 68h62v14h-62z',
    lines:
      'M64 55H136M80 55L76 40M94 55L90 40M108 55L104 40M122 55L118 40M80 55L76 72M94 55L90 72M108 55L104 72M122 55L118 72',
    dots: [],
  },
};
const field = computed(() => FIELDS[props.look.field]);
const ringed = computed(() => props.look.field === 'pots');
</script>

<template>
  <svg viewBox="0 0 144 100" aria-hidden="true" class="sketch">
    <path v-if="look.roof" d="M2 14L24 4L46 14M40 14V22" class="ink" />
    <path :d="SOURCES[look.source]" class="ink" />
    <path d="M34 56H64" class="pipe" />
    <path :d="field.ground" class="ground" />
    <path :d="field.lines" class="water" />
    <template v-for="d in field.dots" :key="d.join()">
      <circle :cx="d[0]" :cy="d[1]" :r="ringed ? 10 : 6.5" class="plant" />
      <circle v-if="ringed" :cx="d[0]" :cy="d[1]" r="6" class="water" />
      <circle :cx="d[0]" :cy="d[1]" r="2" class="drop" />
    </template>
  </svg>
</template>

<style scoped>
.sketch {
  width: 100%;
  height: auto;
  display: block;
}
path,
circle {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.ink {
  stroke: var(--ink);
  stroke-width: 2;
}
.pipe {
  stroke: var(--ink);
  stroke-width: 3;
}
.water {
  stroke: var(--water);
  stroke-width: 1.7;
}
.ground,
.plant {
  fill: var(--earth);
  stroke: var(--earth-line);
  stroke-width: 1;
}
.drop {
  fill: var(--water);
}
</style>
