<script setup lang="ts">
import { computed } from 'vue';
import { onlyBeds, type BlockLayout } from '../../core/layout';
import BedShapes from './BedShapes.vue';
import type { usePainting } from './usePainting';

/** A block's ground and beds, in its own frame. */
const props = defineProps<{ layout: BlockLayout; k: number; painting: ReturnType<typeof usePainting> }>();

const matrix = computed(() => {
  const { sin, cos, xM, yM } = props.layout.frame;
  return `matrix(${cos} ${-sin} ${sin} ${cos} ${xM} ${yM})`;
});
/** Without the plants at places beside them. */
const beds = computed(() => onlyBeds(props.layout));
const outline = computed(() => props.layout.outline && `M${props.layout.outline.map((p) => p.join(' ')).join('L')}Z`);
</script>

<template>
  <g :transform="matrix">
    <path v-if="outline" :d="outline" class="outline" :class="{ tunnel: layout.block.tunnel }" />
    <BedShapes :beds="beds" :plan-beds="layout.block.beds" :block-id="layout.block.id" :index="layout.index" :in-use="layout.block.inUse" :k="k" :painting="painting" />
  </g>
</template>

<style scoped>
.outline { fill: color-mix(in srgb, var(--leaf) 7%, transparent); stroke: var(--leaf); stroke-width: 1.4; stroke-dasharray: 9 4 2 4; vector-effect: non-scaling-stroke; pointer-events: none; }
.outline.tunnel { stroke: var(--ink); stroke-dasharray: none; stroke-width: 2.4; fill: color-mix(in srgb, var(--water) 7%, transparent); }
</style>
