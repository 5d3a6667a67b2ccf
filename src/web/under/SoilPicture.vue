<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { msg } from '../../core/language';
import { cropIn, cropName } from '../../core/plan';
import { soilKind } from '../../core/catalog/soils';
import { runOffsets } from '../../core/layout';
import { wettedBy } from '../../core/soil';
import ChoiceField from '../parts/ChoiceField.vue';
import { useOutlook } from '../stores/outlook';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';

/** A cut through a bed to scale: how wide and deep each run has wetted after a time, against roots and plants. */
const plan = usePlan();
const outlook = useOutlook();
const settings = useSettings();
const frame = ref<HTMLElement>();
const { width, height } = useElementSize(frame);
const picked = ref('');
const minutes = ref(60);

const groups = computed(() => outlook.current?.time.beds ?? []);
const options = computed(() =>
  groups.value.map((b) => ({
    id: b.beds.id,
    name: `${plan.blocks[b.beds.block]?.name}: ${cropName(plan.full, b.beds.crop)}`,
  })),
);
const bed = computed(() => groups.value.find((b) => b.beds.id === picked.value) ?? groups.value[0]);
const soil = computed(() => soilKind(plan.blocks[bed.value?.beds.block ?? 0].ground.soil));
const net = computed(() =>
  Math.max(0, (outlook.current?.time.minutes ?? 0) - (outlook.current?.time.fillMin ?? 0)),
);
const most = computed(
  () =>
    Math.ceil(Math.min(24 * 60, Math.max(60, 2 * net.value, 1.3 * (bed.value?.longestMin ?? 0))) / 10) * 10,
);
watch(
  () => [bed.value?.beds.id, Math.round(net.value)],
  () => (minutes.value = Math.round(net.value)),
  { immediate: true },
);

const wetted = computed(() => {
  const b = bed.value;
  return b ? wettedBy((b.emitterLph * minutes.value) / 60, b.ground) : undefined;
});
const MARGIN_M = 0.22;
const AIR_M = 0.3;
const deepM = computed(() =>
  Math.max(0.5, (bed.value?.need.crop.rootM ?? 0.4) * 1.35, (wetted.value?.depthM ?? 0) * 1.08),
);
const k = computed(() =>
  Math.min(
    (width.value - 40) / ((bed.value?.beds.bedM ?? 1) + 2 * MARGIN_M),
    (height.value - 12) / (AIR_M + deepM.value),
  ),
);
const left = computed(() => width.value / 2 - ((bed.value?.beds.bedM ?? 1) / 2) * k.value);
const groundY = computed(() => 8 + AIR_M * k.value);
const runs = computed(() => (bed.value ? runOffsets(bed.value.beds.bedM, bed.value.beds.linesPerBed) : []));
/** Half a bulb, widest a third of the way down as water spreads below the ground. */
function bulb(atM: number): string {
  const w = ((wetted.value?.widthM ?? 0) / 2) * k.value;
  const z = (wetted.value?.depthM ?? 0) * k.value;
  const cx = left.value + atM * k.value;
  const y = groundY.value;
  return `M${cx - w * 0.72} ${y}C${cx - w * 1.18} ${y + z * 0.35} ${cx - w * 0.85} ${y + z} ${cx} ${y + z}C${cx + w * 0.85} ${y + z} ${cx + w * 1.18} ${y + z * 0.35} ${cx + w * 0.72} ${y}Z`;
}
const plants = computed(() => {
  const b = bed.value;
  if (!b) return [];
  const crop = cropIn(plan.full, b.beds.crop);
  const rows = crop?.wets === 'single' ? 1 : b.beds.linesPerBed;
  return runOffsets(b.beds.bedM, rows);
});
const rootM = computed(() => bed.value?.need.crop.rootM ?? 0);
const gapM = computed(() =>
  runs.value.length > 1 ? runs.value[1] - runs.value[0] : (bed.value?.beds.bedM ?? 0),
);
/** Closer than this wetted soil touches, m. */
const TOUCH_M = 1e-6;
const says = computed(() => {
  const b = bed.value;
  const w = wetted.value;
  if (!b || !w || minutes.value === 0) return msg`Nothing has run yet.`;
  const across =
    runs.value.length > 1
      ? w.widthM >= gapM.value - TOUCH_M
        ? msg`runs meet across the bed`
        : msg`dry gaps of ${settings.show(gapM.value - w.widthM, 'spacing')} between runs`
      : '';
  const along = w.meets
    ? msg`emitters meet along the run`
    : w.widthM >= b.beds.tape.spacingM
      ? msg`emitters barely touch along the run`
      : msg`dry gaps of ${settings.show(b.beds.tape.spacingM - w.widthM, 'spacing')} along the run`;
  const deep =
    w.depthM > rootM.value * 1.001
      ? msg`water is ${settings.show(w.depthM - rootM.value, 'spacing')} past the roots`
      : msg`the roots reach ${settings.show(rootM.value - w.depthM, 'spacing')} deeper`;
  return [across, along, deep].filter(Boolean).join('; ');
});
const puddleM = computed(() => bed.value?.puddleM ?? 0);
</script>

<template>
  <section aria-label="Under the bed">
    <header>
      <h3 class="sr">Under the bed</h3>
      <ChoiceField
        v-if="options.length > 1"
        label="Beds cut through"
        :value="bed?.beds.id ?? ''"
        :options="options"
        @pick="picked = $event"
      />
      <label class="time"
        >from soil as dry as it may get, after
        <input
          v-model.number="minutes"
          type="range"
          min="0"
          :max="most"
          step="5"
          aria-label="Minutes of watering"
          :aria-valuetext="msg`${minutes} minutes`"
        />
        <b class="num">{{ minutes }} min</b></label
      >
    </header>
    <div ref="frame" class="frame">
      <svg
        v-if="bed && width > 120 && height > 60"
        :width="width"
        :height="height"
        role="img"
        :aria-label="msg`A cut through the bed, ${soil.name}. ${says}`"
      >
        <rect x="0" :y="groundY" :width="width" :height="height" class="path" />
        <rect :x="left" :y="groundY" :width="bed.beds.bedM * k" :height="height" class="bed" />
        <path v-for="(r, i) in runs" :key="`b${i}`" :d="bulb(r)" class="bulb" />
        <line
          :x1="left"
          :x2="left + bed.beds.bedM * k"
          :y1="groundY + rootM * k"
          :y2="groundY + rootM * k"
          class="root"
        />
        <text :x="left + bed.beds.bedM * k + 8" :y="groundY + rootM * k + 4">
          roots, {{ settings.show(rootM, 'spacing') }}
        </text>
        <text
          v-if="wetted && wetted.depthM > 0"
          :x="left - 8"
          :y="Math.min(height - 4, groundY + wetted.depthM * k + 4)"
          text-anchor="end"
          class="wet"
        >
          {{ settings.show(wetted.widthM, 'spacing') }} wide, wet to
          {{ settings.show(wetted.depthM, 'spacing') }}
        </text>
        <text x="14" :y="height - 8">{{ soil.name }}</text>
        <g v-for="(p, i) in plants" :key="`p${i}`" aria-hidden="true">
          <path
            :d="`M${left + p * k} ${groundY}v${-0.1 * k}m0 ${0.05 * k}q${0.05 * k} ${-0.02 * k} ${0.07 * k} ${-0.09 * k}q${-0.06 * k} 0 ${-0.07 * k} ${0.09 * k}m0 ${-0.02 * k}q${-0.05 * k} ${-0.02 * k} ${-0.07 * k} ${-0.09 * k}q${0.06 * k} 0 ${0.07 * k} ${0.09 * k}`"
            class="plant"
          />
          <path
            v-for="s in [-1, -0.4, 0.4, 1]"
            :key="s"
            :d="`M${left + p * k} ${groundY}q${s * 0.04 * k} ${rootM * 0.5 * k} ${s * 0.1 * k} ${rootM * (1 - Math.abs(s) * 0.25) * k}`"
            class="roots"
          />
        </g>
        <g v-for="(r, i) in runs" :key="`r${i}`">
          <rect
            v-if="puddleM > 0.01"
            :x="left + (r - puddleM) * k"
            :y="groundY - 3"
            :width="2 * puddleM * k"
            height="3"
            class="puddle"
          />
          <circle :cx="left + r * k" :cy="groundY - 3" r="4.5" class="tape" />
        </g>
        <line x1="0" :x2="width" :y1="groundY" :y2="groundY" class="ground" />
        <text
          v-for="(line, i) in says.split('; ')"
          :key="line"
          :x="width - 14"
          :y="18 + 16 * i"
          text-anchor="end"
          class="says"
        >
          {{ line }}
        </text>
      </svg>
      <p v-else class="quiet empty">
        {{ outlook.working ? msg`Working it out` : msg`No bed of this set waters.` }}
      </p>
    </div>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding-top: 6px;
}
header {
  display: flex;
  gap: 14px;
  align-items: baseline;
  padding: 0 16px;
  white-space: nowrap;
  overflow: hidden;
}
.time {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  font-size: 14px;
}
.time input {
  width: 150px;
  accent-color: var(--water);
}
.frame {
  flex: 1;
  min-height: 0;
  overflow: hidden;
}
text {
  font-size: 12.5px;
  fill: var(--faint);
}
.wet {
  fill: var(--water);
  font-weight: 600;
}
.says {
  fill: var(--ink);
  font-size: 13px;
  stroke: var(--paper);
  stroke-width: 3px;
  paint-order: stroke;
}
.path {
  fill: color-mix(in srgb, var(--earth) 55%, var(--paper));
}
.bed {
  fill: var(--earth);
}
.bulb {
  fill: color-mix(in srgb, var(--water) 38%, transparent);
  stroke: var(--water);
  stroke-width: 1.6;
}
.root {
  stroke: var(--leaf);
  stroke-width: 1.4;
  stroke-dasharray: 7 4;
}
.roots {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 1.2;
  opacity: 0.8;
}
.plant {
  fill: color-mix(in srgb, var(--leaf) 50%, transparent);
  stroke: var(--leaf);
  stroke-width: 1.8;
}
.tape {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 2;
}
.puddle {
  fill: var(--water);
}
.ground {
  stroke: var(--earth-line);
  stroke-width: 2;
}
.empty {
  padding: 20px;
}
</style>
