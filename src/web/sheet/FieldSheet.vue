<script setup lang="ts">
import { mdiFitToScreenOutline, mdiMinus, mdiPlus } from '@mdi/js';
import { msg } from '../../core/language';
import { bedName, onlyPlaces } from '../../core/plan';
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { boxOf } from '../../core/ground';
import { sheetCorners, type BlockLayout, onlyBeds } from '../../core/layout';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import BedHandles from './BedHandles.vue';
import BedWords from './BedWords.vue';
import BedMarks from './BedMarks.vue';
import BedShapes from './BedShapes.vue';
import { blockView, type BlockView } from './blockView';
import DrawLayer from './DrawLayer.vue';
import GridLayer from './GridLayer.vue';
import HeaderLayer from './HeaderLayer.vue';
import HeldReadout from './HeldReadout.vue';
import LabelsLayer from './labels/LabelsLayer.vue';
import { boxesAlong, type Rect, type Soft } from './labels/placeLabels';
import { provideLabels } from './labels/useLabels';
import HeightsLayer from './HeightsLayer.vue';
import MainsLayer from './MainsLayer.vue';
import NorthArrow from './NorthArrow.vue';
import PlantsLayer from './PlantsLayer.vue';
import OutlineHandles from './OutlineHandles.vue';
import SceneLayers from './scene/SceneLayers.vue';
import ScaleBar from './ScaleBar.vue';
import SheetLegend from './SheetLegend.vue';
import SheetTools from './SheetTools.vue';
import ThingsLayer from './ThingsLayer.vue';
import WeakestMark from './WeakestMark.vue';
import { useBoxChoice } from './useBoxChoice';
import { useDrawing } from './useDrawing';
import { useHand } from './useHand';
import { usePainting } from './usePainting';
import { useSheetEdits } from './useSheetEdits';
import { useSheetView } from './useSheetView';

/** Only Season needs it. */
const SpotsLayer = defineAsyncComponent(() => import('./SpotsLayer.vue'));
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const view = useView();
const route = useRoute();
const frame = ref<HTMLElement>();
const svg = ref<SVGSVGElement>();
const back = ref<SVGSVGElement>();
/** What lies about the beds, and the beds to be taken hold of, under the painted scene. */
const ground = ref<SVGSVGElement>();
const scene = ref<InstanceType<typeof SceneLayers>>();

/** Laid out here from the plan itself, so that the drawing is never behind the hand. */
const farm = computed(() => plan.laid);
/** What the sheet is fitted to: the farm, not what lies about it. */
const bounds = () => {
  const { blocks, mains, head, joins } = farm.value;
  return boxOf([
    ...blocks.flatMap(sheetCorners),
    ...mains.flatMap(
      (m) =>
        [
          [m.start.xM, m.start.yM],
          [m.end.xM, m.end.yM],
        ] as const,
    ),
    [head.xM, head.yM],
    ...joins.map(({ start }): [number, number] => [start.xM, start.yM]),
  ]);
};
/** Long beds lie across the screen, where there is more room. */
const TURN_FROM = 1.15;
const size = computed(() => {
  const b = boxOf(farm.value.blocks.flatMap(sheetCorners));
  return { across: b.x1 - b.x0, along: b.y1 - b.y0 };
});
/**
 * Which way up the sheet lies is settled when a plan is opened, and when the whole of it is asked for: it is never turned under
 * the hand. Plants at places are told to the right and up, so with them it stays upright.
 */
const turned = ref(false);
function settle(): void {
  // On a sheet higher than wide, as a phone is held, they lie upright.
  const { width, height } = frame.value?.getBoundingClientRect() ?? { width: 0, height: 0 };
  const upright = height > width;
  const { along, across } = size.value;
  turned.value =
    !plan.blocks.some((b) => b.places) && (upright ? across > TURN_FROM * along : along > TURN_FROM * across);
}
settle();
watch(turned, (now) => (view.sheetTurned = now), { immediate: true });
const sheet = useSheetView(
  frame,
  () => [svg.value, back.value, ground.value, ...(scene.value?.canvases ?? [])],
  bounds,
  () => turned.value,
);
const hand = useHand(sheet.toField, sheet.hold, results.isBusy);
const edits = useSheetEdits(() => turned.value);
const painting = usePainting();
const choice = useBoxChoice(() => farm.value, sheet.toScreen);
const middle = () => sheet.onField(sheet.width.value / 2, sheet.height.value / 2);
const drawing = useDrawing(edits, middle);
const matrix = computed(sheet.matrix);
const place = computed(() => `matrix(${matrix.value.join(' ')})`);
const k = computed(() => sheet.view.value.k);
/** Blocks with where they fall on the screen: the same view while neither the block's ground nor the sheet has moved. */
const seen = computed((before?: { layout: BlockLayout; on: BlockView; at: string }[]) => {
  const { x, y, k: scale } = sheet.view.value;
  const at = `${x} ${y} ${scale} ${turned.value}`;
  return farm.value.blocks.map((layout, i) => {
    const was = before?.[i];
    const same = was && was.layout.frame === layout.frame && was.at === at;
    return { layout, at, on: same ? was.on : blockView(layout, sheet.toScreen) };
  });
});
/** Zoom and tools stand at the sheet's right edge, px. */
const TOOLS = { wide: 44, high: 226 };
const EDGE_PX = 4;
const roomFor = (): Rect => ({
  minX: EDGE_PX,
  minY: EDGE_PX,
  maxX: sheet.width.value - EDGE_PX,
  maxY: sheet.height.value - EDGE_PX,
});
const toolsAt = (): Rect[] => [
  { minX: sheet.width.value - TOOLS.wide, minY: 0, maxX: sheet.width.value, maxY: TOOLS.high },
];
/** Ground that beds cover; of blocks that lie aslant bed by bed. */
const FLAT = 0.02;
const bedsSoft = computed((): Soft[] =>
  seen.value.flatMap(({ layout, on }) => {
    const { box } = layout;
    const corner = [
      [box.leftM, box.nearM],
      [box.rightM, box.nearM],
      [box.rightM, box.farM],
      [box.leftM, box.farM],
    ].map(([x, y]) => on.at(x, y));
    const whole = {
      minX: Math.min(...corner.map((c) => c[0])),
      minY: Math.min(...corner.map((c) => c[1])),
      maxX: Math.max(...corner.map((c) => c[0])),
      maxY: Math.max(...corner.map((c) => c[1])),
      weight: 1,
    };
    if (Math.min(Math.abs(on.along[0]), Math.abs(on.along[1])) < FLAT) return [whole];
    const half = (layout.beds[0]?.widthM ?? 1) * k.value * 0.5;
    return onlyBeds(layout).flatMap((b) =>
      boxesAlong(on.at(b.leftM + b.widthM / 2, b.nearM), on.at(b.leftM + b.widthM / 2, b.farM), half, 48).map(
        (r) => ({ ...r, weight: 1 }),
      ),
    );
  }),
);
const { drawn } = provideLabels(
  roomFor,
  toolsAt,
  () => bedsSoft.value,
  () => hand.holding.value !== '',
);
/** The legend's height hangs on the sheet's width alone: what it says changes with the scale, and the scale with the room that is left. */
const FOOT = [
  { fromPx: 721, highPx: 30, folded: false },
  { fromPx: 561, highPx: 56, folded: true },
  { fromPx: 0, highPx: 78, folded: true },
];
const foot = computed(() => FOOT.find((f) => sheet.width.value >= f.fromPx || sheet.width.value === 0)!);
const EMITTER_PX = 9;
const nearEnough = computed(() => !onlyPlaces(plan.block) && k.value * plan.block.tape.spacingM > EMITTER_PX);
const runWidth = computed(() => Math.min(6, Math.max(1.1, k.value * 0.22)));
const onGround = computed(() => route.name === 'ground');
/** Where something is read today. */
const onSeason = computed(
  () => route.name === 'season' && (view.seasonLeaf === 'today' || view.seasonLeaf === 'walk'),
);
const turnsBeds = computed(() => onGround.value || route.name === 'beds');
const bedBlocks = computed(() => farm.value.blocks.filter((x) => !onlyPlaces(x.block)));
const current = computed(() => seen.value.find((b) => b.layout.block.id === plan.block.id));
const underlay = computed(() => plan.underlay);
const overview = computed(() => {
  const r = results.results;
  const beds = farm.value.blocks.reduce((n, b) => n + b.beds.length, 0);
  const runs = farm.value.blocks.reduce((n, b) => n + b.runs.length, 0);
  const weakest =
    r && r.weakest >= 0
      ? msg`, weakest emitter ${settings.show(r.runs[r.weakest].minKpa, 'pressure')} in ${bedName(plan.full.blocks[r.runs[r.weakest].run.block], r.runs[r.weakest].run.bed)}`
      : '';
  const plants = farm.value.blocks.reduce(
    (n, b) => n + (b.small ? b.beds.filter((x) => x.plant).length : 0),
    0,
  );
  return msg`Field sheet: ${plants < beds || beds === 0 ? msg`${beds - plants} beds` : ''}${plants > 0 ? msg`${plants < beds ? ', ' : ''}${plants} plants` : ''}, ${runs} runs${weakest}`;
});
function letGo(): void {
  view.pickedBed = undefined;
  view.pickedThing = undefined;
  view.chosen.clear();
}

/** A phone opens it later, and is turned itself. */
watch(
  () => sheet.height.value > sheet.width.value,
  () => {
    if (!sheet.moved.value && sheet.width.value > 0) showAll();
  },
);
watch(
  () => plan.opened,
  () => {
    settle();
    void nextTick(sheet.fit);
  },
);
watch(
  () => plan.blocks.some((b) => b.places),
  (places) => places && settle(),
);
function showAll(): void {
  settle();
  void nextTick(sheet.fit);
}
// A plan that grows out of sight by typing is brought back into it; a hand's movement is not disturbed.
watch([() => size.value.across, () => size.value.along, turned], (_now, [, , wasTurned]) => {
  if (!hand.holding.value && (!sheet.moved.value || wasTurned !== turned.value)) sheet.fit();
});
</script>

<template>
  <section class="wrap" aria-label="Field sheet" :style="`--foot: ${foot.highPx}px`">
    <div
      ref="frame"
      class="area"
      :style="sheet.width.value > 0 ? `--wide: ${sheet.width.value}px; --high: ${sheet.height.value}px` : ''"
    >
      <svg ref="back" class="back" aria-hidden="true">
        <g v-if="underlay" :transform="place">
          <image
            :href="underlay.picture"
            :width="underlay.widthPx"
            :height="underlay.heightPx"
            :opacity="underlay.strength"
            :transform="`translate(${underlay.xM} ${underlay.yM}) rotate(${-underlay.turnDeg}) scale(${underlay.mPerPx} ${-underlay.mPerPx})`"
            class="picture"
          />
        </g>
        <GridLayer
          v-if="onGround"
          :to-field="sheet.onField"
          :to-screen="sheet.toScreen"
          :k="k"
          :width="sheet.width.value"
          :height="sheet.height.value"
        />
      </svg>
      <svg ref="ground" class="ground" @click.self="letGo" @pointerdown.self="choice.begin">
        <template v-if="sheet.ready.value">
          <ThingsLayer
            :place="place"
            :to-screen="sheet.toScreen"
            :open="onGround"
            :hand="hand"
            :edits="edits"
          />
          <g :transform="place">
            <BedShapes
              v-for="b in bedBlocks"
              :key="b.block.id"
              :block-id="b.block.id"
              :beds="onlyBeds(b)"
              :frame="b.frame"
              :pitch-m="b.block.beds.widthM + b.block.beds.pathM"
              :k="k"
              :painting="painting"
            />
          </g>
        </template>
      </svg>
      <SceneLayers
        v-if="sheet.ready.value"
        ref="scene"
        :farm="farm"
        :to-screen="sheet.toScreen"
        :matrix="matrix"
        :k="k"
        :width="sheet.width.value"
        :height="sheet.height.value"
        :run-width="runWidth"
        :near="nearEnough"
      />
      <svg ref="svg" class="front sheet-front" role="group" :aria-label="overview">
        <template v-if="sheet.ready.value">
          <BedWords
            v-for="b in seen.filter((x) => !onlyPlaces(x.layout.block))"
            :key="`words ${b.layout.block.id}`"
            :block-id="b.layout.block.id"
            :beds="onlyBeds(b.layout)"
            :plan-beds="b.layout.block.beds"
            :on="b.on"
            :k="k"
          />
          <BedMarks v-for="b in bedBlocks" :key="`marks ${b.block.id}`" :layout="b" :place="place" />
          <MainsLayer
            :farm="farm"
            :k="k"
            :width="sheet.width.value"
            :to-screen="sheet.toScreen"
            :to-field="sheet.toField"
            :turned="turned"
            :hand="hand"
            :edits="edits"
          />
          <template v-for="b in seen" :key="b.layout.block.id">
            <template v-if="!onlyPlaces(b.layout.block)">
              <HeaderLayer
                :layout="b.layout"
                :on="b.on"
                :turned="turned"
                :k="k"
                :raised="onGround"
                :hand="hand"
                :edits="edits"
              />
              <BedHandles
                :layout="b.layout"
                :on="b.on"
                :turned="turned"
                :k="k"
                :width="sheet.width.value"
                :height="sheet.height.value"
                :hand="hand"
                :edits="edits"
              />
            </template>
            <PlantsLayer
              v-if="b.layout.small"
              :layout="b.layout"
              :on="b.on"
              :k="k"
              :raised="onGround"
              :hand="hand"
              :edits="edits"
              :painting="painting"
            />
          </template>
          <HeightsLayer
            v-if="onGround"
            :to-screen="sheet.toScreen"
            :hand="hand"
            :edits="edits"
            :width="sheet.width.value"
            :height="sheet.height.value"
          />
          <OutlineHandles
            v-if="turnsBeds && current"
            :layout="current.layout"
            :on="current.on"
            :to-screen="sheet.toScreen"
            :corners="onGround"
            :hand="hand"
            :edits="edits"
          />
          <SpotsLayer v-if="onSeason" :to-screen="sheet.toScreen" />
          <WeakestMark
            v-if="!onGround && !onSeason"
            :to-screen="sheet.toScreen"
            :k="k"
            :width="sheet.width.value"
          />
          <LabelsLayer :drawn="drawn" />
          <rect v-if="choice.box.value" v-bind="choice.box.value" class="choice" />
          <DrawLayer
            :drawing="drawing"
            :edits="edits"
            :to-screen="sheet.toScreen"
            :to-field="sheet.toField"
            :width="sheet.width.value"
            :height="sheet.height.value"
          />
        </template>
      </svg>
      <div class="zoom" role="group" aria-label="Zoom" data-kit>
        <button type="button" title="Nearer" aria-label="Zoom in" @click="sheet.zoomBy(1.6)">
          <v-icon :icon="mdiPlus" size="18" />
        </button>
        <button type="button" title="Further" aria-label="Zoom out" @click="sheet.zoomBy(1 / 1.6)">
          <v-icon :icon="mdiMinus" size="18" />
        </button>
        <button type="button" title="Whole plan" aria-label="Show the whole plan" @click="showAll">
          <v-icon :icon="mdiFitToScreenOutline" size="18" />
        </button>
      </div>
      <HeldReadout :holding="hand.holding.value" />
      <SheetTools :drawing="drawing" />
    </div>
    <footer class="foot" :class="{ folded: foot.folded }">
      <SheetLegend :min-kpa="results.walkFootKpa" :max-kpa="results.walkTape.maxKpa" />
      <span class="grow" />
      <ScaleBar :px-per-m="k" />
      <NorthArrow :deg="plan.ground.northDeg + (turned ? 90 : 0)" />
    </footer>
  </section>
</template>

<style scoped>
/* A block of known height within the page's grid: what moves on the sheet is laid out within it alone. */
.wrap {
  min-height: 0;
  overflow: hidden;
  contain: strict;
}
.area {
  position: relative;
  height: calc(100% - var(--foot));
  overflow: hidden;
  contain: strict;
}
.foot {
  contain: strict;
  display: flex;
  gap: 2px 18px;
  align-items: center;
  align-content: center;
  height: var(--foot);
  overflow: hidden;
  padding: 0 14px;
  border-top: 1px solid var(--line);
  background: var(--paper);
}
.foot.folded {
  flex-wrap: wrap;
}
.foot.folded > :first-child {
  flex-basis: 100%;
}
.grow {
  flex: 1;
}
/* In px: a share of the room would be worked out anew whenever anything on the page is. */
.area > svg {
  position: relative;
  width: var(--wide, 100%);
  height: var(--high, 100%);
  display: block;
  touch-action: none;
  cursor: grab;
  user-select: none;
  overflow: visible;
  will-change: transform;
  transform-origin: 0 0;
}
.area > .ground,
.area > .front {
  position: absolute;
  inset: 0;
}
.area > .back {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.area > svg:active {
  cursor: grabbing;
}
.zoom {
  position: absolute;
  right: 10px;
  top: 10px;
  display: flex;
  flex-direction: column;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--card);
}
.zoom button {
  width: 32px;
  height: 32px;
  border: 0;
  background: none;
  cursor: pointer;
}
.zoom button:hover {
  background: var(--picked);
}
.zoom button + button {
  border-top: 1px solid var(--line);
}
.picture {
  pointer-events: none;
}
.choice {
  fill: color-mix(in srgb, var(--leaf) 14%, transparent);
  stroke: var(--leaf);
  stroke-dasharray: 5 3;
  pointer-events: none;
}
</style>
