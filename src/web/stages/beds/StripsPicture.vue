<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { soilKind } from '../../../core/catalog/soils';
import { runOffsets } from '../../../core/layout';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** A cut through one bed, to scale across: do the wetted strips of its runs meet? */
const plan = usePlan();
const settings = useSettings();
const W = 344;
const DEPTH = 34;

const picture = computed(() => {
  const { widthM, pathM, runsPerBed, passes } = plan.block.beds;
  const lines = runsPerBed * passes;
  const strip = soilKind(plan.block.ground.soil).stripM;
  const whole = widthM + pathM;
  const scale = W / whole;
  const left = (pathM / 2) * scale;
  const xs = runOffsets(widthM, lines).map((m) => left + m * scale);
  const gap = lines > 1 ? widthM / lines - strip : 0;
  const soil = soilKind(plan.block.ground.soil).name;
  const each = msg`${settings.show(strip, 'spacing')} each`;
  const says =
    lines === 1
      ? msg`one run wets about ${settings.show(strip, 'spacing')} on ${soil}`
      : gap > 0
        ? msg`strips do not meet on ${soil}: ${each}, ${settings.show(gap, 'spacing')} dry between`
        : msg`strips meet on ${soil}: ${each}, ${settings.show(-gap, 'spacing')} overlap`;
  const right = W - left;
  return {
    xs,
    r: (strip / 2) * scale,
    says,
    path: `M0 26H${left - 8}Q${left - 2} 26 ${left} 12H${right}Q${right + 2} 26 ${right + 8} 26H${W}`,
  };
});
</script>

<template>
  <figure>
    <figcaption class="quiet">{{ picture.says }}</figcaption>
    <svg :viewBox="`0 0 ${W} 62`" aria-hidden="true">
      <ellipse
        v-for="(x, i) in picture.xs"
        :key="i"
        :cx="x"
        cy="17"
        :rx="picture.r"
        :ry="DEPTH"
        class="wet"
      />
      <rect x="0" y="-30" :width="W" height="41.500" class="air" />
      <path :d="picture.path" class="soil" />
      <circle v-for="(x, i) in picture.xs" :key="`r${i}`" :cx="x" cy="10" r="4" class="run" />
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: 6px 0 12px;
}
svg {
  width: 100%;
  display: block;
  overflow: hidden;
}
.wet {
  fill: var(--water);
  opacity: 0.32;
}
.air {
  fill: var(--paper);
}
.soil {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.run {
  fill: var(--ink);
}
</style>
