<script setup lang="ts">
import { computed } from 'vue';
import type { LaidBed } from '../../core/layout';
import type { Beds } from '../../core/plan';
import { useResults } from '../stores/results';
import { useTools } from '../stores/tools';
import { sameBed, useView } from '../stores/view';
import { useBedPaint } from './useBedPaint';
import type { usePainting } from './usePainting';

/** A block's beds as painted, in its own frame: apart from its runs, which change far more often. */
const props = defineProps<{ beds: readonly LaidBed[]; planBeds: Beds; blockId: string; index: number; inUse: boolean; k: number; painting: ReturnType<typeof usePainting> }>();
const view = useView();
const results = useResults();
const tools = useTools();
const { paintOf } = useBedPaint();

/** Beds closer together than this on the screen are drawn as one, px. */
const CLOSE_PX = 2.5;
const close = computed(() => (props.planBeds.widthM + props.planBeds.pathM) * props.k < CLOSE_PX);
/** Beds drawn as one box are no wider together than this, px. */
const BOX_PX = 2;
const boxPath = (b: Pick<LaidBed, 'leftM' | 'widthM' | 'nearM' | 'lengthM'>): string => `M${b.leftM} ${b.nearM}h${b.widthM}v${b.lengthM}h${-b.widthM}z`;
const painted = computed(() => props.beds.map((bed) => ({ bed, paint: paintOf(props.planBeds, bed, props.blockId) })));
/** All beds of one colour as one path, where they are too close to be taken hold of. */
const whole = computed(() => {
  const paths = new Map<string, string[]>();
  const beds = painted.value;
  for (let i = 0; i < beds.length; i++) {
    const { bed, paint } = beds[i];
    const ink = paint?.ink ?? '';
    let box: Pick<LaidBed, 'leftM' | 'widthM' | 'nearM' | 'lengthM'> = bed;
    // Beds of one colour within the same pixels are one box.
    while (beds[i + 1] && (beds[i + 1].paint?.ink ?? '') === ink) {
      const next = beds[i + 1].bed;
      const widthM = next.leftM + next.widthM - box.leftM;
      if (!(widthM > 0 && widthM * props.k <= BOX_PX)) break;
      const nearM = Math.min(box.nearM, next.nearM);
      box = { leftM: box.leftM, widthM, nearM, lengthM: Math.max(box.nearM + box.lengthM, next.nearM + next.lengthM) - nearM };
      i++;
    }
    const list = paths.get(ink);
    if (list) list.push(boxPath(box));
    else paths.set(ink, [boxPath(box)]);
  }
  return [...paths].map(([ink, d]) => ({ ink, d: d.join('') }));
});
/** The bed that the walk's last step runs along, while that step is pointed at. */
const lit = (key: string): boolean => view.pointedStep === 'run' && results.walk?.block === props.index && results.walk.bed === key;
const picked = (key: string): boolean => sameBed(view.pickedBed, props.blockId, key);
function pick(event: MouseEvent, key: string): void {
  if (tools.brush) return;
  const bed = { block: props.blockId, key };
  if (event.shiftKey || event.ctrlKey || event.metaKey) return view.toggle(bed);
  view.chosen.clear();
  view.pickedBed = picked(key) ? undefined : bed;
}
const fill = (ink: string | undefined) => (ink ? { fill: `color-mix(in srgb, ${ink} 45%, var(--earth))` } : undefined);
</script>

<template>
  <g v-if="close" :class="{ shut: !inUse }">
    <path v-for="w in whole" :key="w.ink" :d="w.d" class="whole" :style="fill(w.ink)" />
  </g>
  <g v-else class="beds" :class="{ shut: !inUse }">
    <rect
      v-for="{ bed: b, paint } in painted"
      :key="b.key"
      :x="b.leftM"
      :y="b.nearM"
      :width="b.widthM"
      :height="b.lengthM"
      :class="{ picked: picked(b.key) || view.isChosen(blockId, b.key), pointed: sameBed(view.pointedBed, blockId, b.key) || lit(b.key), rests: b.resting }"
      :style="fill(paint?.ink)"
      data-hand
      :data-bed="`${blockId}/${b.key}`"
      @pointerdown="painting.begin($event, { block: blockId, key: b.key })"
      @pointerenter="view.pointedBed = { block: blockId, key: b.key }; painting.over({ block: blockId, key: b.key })"
      @pointerleave="view.pointedBed = undefined"
      @click="pick($event, b.key)"
    />
  </g>
</template>

<style scoped>
.beds rect { fill: var(--earth); stroke: var(--earth-line); stroke-width: 0.8; vector-effect: non-scaling-stroke; cursor: pointer; }
.shut rect, .beds rect.rests { fill: none; stroke-dasharray: 4 4; pointer-events: all; }
.beds rect.pointed { stroke: var(--ink); stroke-width: 1.4; }
.beds rect.picked { stroke: var(--ink); stroke-width: 2.2; }
.whole { fill: var(--earth); }
.shut .whole { fill: var(--line); }
</style>
