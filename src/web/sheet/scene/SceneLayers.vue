<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { onlyBeds, type BlockLayout, type FarmLayout } from '../../../core/layout';
import { onlyPlaces } from '../../../core/plan';
import { bedsLayer, headersLayer, mainsLayers, type Layer } from '../../../core/scene';
import { stepKey } from '../../../core/network';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import { useBedPaint } from '../useBedPaint';
import { inksOf, screenStyle, type Inks } from './inks';
import { keepLayers } from './kept';
import type { Matrix } from './paint';
import SceneCanvas from './SceneCanvas.vue';
import { useEmitters } from './useEmitters';
import { useRelief } from './useRelief';
import { useRuns } from './useRuns';

/**
 * The farm as it is painted: ground, outlines and beds, which seldom change, on one canvas; runs, pipes and emitters, which change
 * with every answer, on another over it.
 */
const props = defineProps<{
  farm: FarmLayout;
  toScreen: (x: number, y: number) => [number, number];
  matrix: Matrix;
  k: number;
  width: number;
  height: number;
  runWidth: number;
  /** Emitters are told apart. */ near: boolean;
}>();
const settings = useSettings();
const view = useView();
const { paintOf, paintedBy } = useBedPaint();
const still = ref<InstanceType<typeof SceneCanvas>>();
const live = ref<InstanceType<typeof SceneCanvas>>();
const canvases = computed(() => [still.value?.canvas, live.value?.canvas]);
defineExpose({ canvases });

const bedBlocks = computed(() => props.farm.blocks.filter((b) => !onlyPlaces(b.block)));
const relief = useRelief(
  () => props.farm,
  () => props.toScreen,
);
const runs = useRuns(
  () => bedBlocks.value,
  () => props.k,
);
const emitters = useEmitters(
  () => props.near,
  () => props,
);

const keptBeds = keepLayers();
const ground = computed((): Layer[] => {
  const keep = keptBeds();
  const beds = bedBlocks.value.map((layout: BlockLayout) => {
    const { block, frame, outline } = layout;
    const list = onlyBeds(layout);
    const place = [frame.xM, frame.yM, frame.turnDeg].join();
    return keep(block.id, [list, outline, place, block.inUse, block.tunnel, ...paintedBy(block.beds)], () =>
      bedsLayer(layout, (bed) => paintOf(block.beds, bed, block.id)?.ink),
    );
  });
  return [...relief.layers.value, ...beds];
});
/** What of the ground is painted, for whoever cannot see the canvas. */
const shows = computed(() =>
  [...new Set(ground.value.flatMap((l) => l.figures.map((f) => f.role)))].join(' '),
);
const keptPipes = keepLayers();
const working = computed((): Layer[] => {
  const keep = keptPipes();
  const markM = 1 / props.k;
  const pointed = view.pointedStep;
  const headers = bedBlocks.value.map((layout) => {
    const lit = pointed === stepKey.header(layout.block.id);
    return keep(layout.block.id, [layout, markM, lit], () => headersLayer(layout, markM, lit));
  });
  const mains = mainsLayers(props.farm, markM, pointed).map((layer) =>
    keep(layer.key, [JSON.stringify(layer.figures)], () => layer),
  );
  return [...runs.layers.value, ...mains, ...headers, ...emitters.layers.value];
});

const inks = shallowRef<Inks>();
const readInks = (): void => void (still.value?.canvas && (inks.value = inksOf(still.value.canvas)));
onMounted(readInks);
// The page takes its new colours first.
watch(
  () => settings.theme,
  () => requestAnimationFrame(readInks),
);
const styleOf = computed(() =>
  inks.value ? screenStyle(inks.value, props.k, props.runWidth) : () => undefined,
);
</script>

<template>
  <SceneCanvas
    ref="still"
    :layers="ground"
    :data-shows="shows"
    :picture="relief.light.value"
    :matrix="matrix"
    :k="k"
    :width="width"
    :height="height"
    :style-of="styleOf"
  />
  <SceneCanvas
    ref="live"
    class="live"
    :layers="working"
    :matrix="matrix"
    :k="k"
    :width="width"
    :height="height"
    :style-of="styleOf"
    :data-emitters="emitters.count.value"
  />
</template>
