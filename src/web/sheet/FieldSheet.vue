<script setup lang="ts">
import { mdiFitToScreenOutline, mdiMinus, mdiPlus } from '@mdi/js';
import { computed, nextTick, ref, watch } from 'vue';
import { layOut } from '../../core/layout';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import BedHandles from './BedHandles.vue';
import EmittersLayer from './EmittersLayer.vue';
import PipesLayer from './PipesLayer.vue';
import RunsLayer from './RunsLayer.vue';
import ScaleBar from './ScaleBar.vue';
import SheetLegend from './SheetLegend.vue';
import WeakestMark from './WeakestMark.vue';
import { useHand } from './useHand';
import { useSheetEdits } from './useSheetEdits';
import { useSheetView } from './useSheetView';

const plan = usePlan();
const results = useResults();
const settings = useSettings();
const view = useView();
const svg = ref<SVGSVGElement>();

/** Laid out here from the plan itself, so that the drawing is never behind the hand. */
const layout = computed(() => layOut(plan.full));
const bounds = () => ({
  x0: Math.min(0, layout.value.source.xM),
  y0: Math.min(0, layout.value.source.yM),
  x1: Math.max(layout.value.widthM, layout.value.source.xM),
  y1: Math.max(layout.value.lengthM, layout.value.source.yM),
});
/** Long beds lie across the screen, where there is more room. */
const TURN_FROM = 1.15;
const turned = computed(() => layout.value.lengthM > TURN_FROM * layout.value.widthM);
const sheet = useSheetView(svg, bounds, () => turned.value);
const hand = useHand(sheet.toField);
const edits = useSheetEdits(() => turned.value);
const place = computed(sheet.matrix);
const k = computed(() => sheet.view.value.k);
/** The bed that the walk's last step runs along, while that step is pointed at. */
const litBed = computed(() => (view.pointedStep === 'run' ? results.walk?.bed : undefined));
const EMITTER_PX = 9;
const nearEnough = computed(() => k.value * plan.block.tape.spacingM > EMITTER_PX);
const runWidth = computed(() => Math.min(6, Math.max(1.1, k.value * 0.22)));
/** Bed numbers are thinned until they do not touch. */
const everyLabel = computed(() => Math.max(1, Math.ceil((turned.value ? 16 : 26) / ((plan.block.beds.widthM + plan.block.beds.pathM) * k.value))));
const overview = computed(() => {
  const r = results.results;
  return `Field sheet: ${layout.value.beds.length} beds, ${layout.value.runs.length} runs${r ? `, weakest emitter ${settings.show(r.runs[r.weakest].minKpa, 'pressure')} in bed ${r.runs[r.weakest].run.bed}` : ''}`;
});

watch(() => plan.opened, () => void nextTick(sheet.fit));
// A plan that grows out of sight by typing is brought back into it; a hand's movement is not disturbed.
watch([() => layout.value.widthM, () => layout.value.lengthM, turned], (_now, [, , wasTurned]) => {
  if (!hand.holding.value && (!sheet.moved.value || wasTurned !== turned.value)) sheet.fit();
});
</script>

<template>
  <section class="wrap" aria-label="Field sheet">
    <svg ref="svg" role="group" :aria-label="overview" @click.self="view.pickedBed = undefined">
      <g :transform="place">
        <g class="beds">
          <rect
            v-for="b in layout.beds"
            :key="b.number"
            :x="b.leftM"
            y="0"
            :width="b.widthM"
            :height="b.lengthM"
            :class="{ picked: view.pickedBed === b.number, pointed: view.pointedBed === b.number || litBed === b.number }"
            data-hand
            @pointerenter="view.pointedBed = b.number"
            @pointerleave="view.pointedBed = undefined"
            @click="view.pickedBed = view.pickedBed === b.number ? undefined : b.number"
          />
        </g>
        <RunsLayer :layout="layout" :window="plan.block.tape" :width="runWidth" />
      </g>
      <EmittersLayer v-if="nearEnough" :layout="layout" :to-screen="sheet.toScreen" :k="k" :width="sheet.width.value" :height="sheet.height.value" />
      <PipesLayer :layout="layout" :to-screen="sheet.toScreen" :turned="turned" :hand="hand" :edits="edits" />
      <BedHandles :layout="layout" :to-screen="sheet.toScreen" :turned="turned" :k="k" :hand="hand" :edits="edits" :every-label="everyLabel" />
      <WeakestMark :to-screen="sheet.toScreen" :turned="turned" :width="sheet.width.value" :height="sheet.height.value" />
      <SheetLegend transform="translate(16 24)" :min-kpa="plan.block.tape.minKpa" :max-kpa="plan.block.tape.maxKpa" />
      <ScaleBar :transform="`translate(${sheet.width.value - 150} ${sheet.height.value - 16})`" :px-per-m="k" />
    </svg>
    <div class="zoom" role="group" aria-label="Zoom">
      <button type="button" title="Nearer" aria-label="Zoom in" @click="sheet.zoomBy(1.6)"><v-icon :icon="mdiPlus" size="18" /></button>
      <button type="button" title="Further" aria-label="Zoom out" @click="sheet.zoomBy(1 / 1.6)"><v-icon :icon="mdiMinus" size="18" /></button>
      <button type="button" title="Whole plan" aria-label="Show the whole plan" @click="sheet.fit()"><v-icon :icon="mdiFitToScreenOutline" size="18" /></button>
    </div>
  </section>
</template>

<style scoped>
.wrap { position: relative; min-height: 0; overflow: hidden; }
svg { width: 100%; height: 100%; display: block; touch-action: none; cursor: grab; user-select: none; }
svg:active { cursor: grabbing; }
.beds rect { fill: var(--earth); stroke: var(--earth-line); stroke-width: 0.8; vector-effect: non-scaling-stroke; cursor: pointer; }
.beds rect.pointed { stroke: var(--ink); stroke-width: 1.4; }
.beds rect.picked { stroke: var(--ink); stroke-width: 2.2; }
.zoom { position: absolute; right: 10px; top: 10px; display: flex; flex-direction: column; border: 1px solid var(--line); border-radius: 4px; background: var(--card); }
.zoom button { width: 32px; height: 32px; border: 0; background: none; cursor: pointer; }
.zoom button:hover { background: var(--picked); }
.zoom button + button { border-top: 1px solid var(--line); }
</style>
