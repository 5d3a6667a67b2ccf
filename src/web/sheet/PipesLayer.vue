<script setup lang="ts">
import { computed } from 'vue';
import { pipeKind } from '../../core/catalog/parts';
import type { Layout } from '../../core/layout';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** Source, main, regulator, header and take-offs, each to take hold of. */
const props = defineProps<{
  layout: Layout;
  toScreen: (x: number, y: number) => [number, number];
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
}>();
const plan = usePlan();
const settings = useSettings();
const view = useView();

/** The header is drawn this far off the beds' ends, so that both can be seen. */
const OFF_PX = 11;
const block = computed(() => plan.block);
const offset = computed(() => (block.value.header.along <= 0 ? OFF_PX : block.value.header.along >= 1 ? -OFF_PX : 0));
const header = computed(() => {
  const { fromXM, toXM, feedXM, yM } = props.layout.header;
  const [x0, y] = props.toScreen(fromXM, yM);
  return { x0, x1: props.toScreen(toXM, yM)[0], feed: props.toScreen(feedXM, yM)[0], y: y + offset.value };
});
const source = computed(() => props.toScreen(props.layout.source.xM, props.layout.source.yM));
const takeOffs = computed(() => {
  const bedY = props.toScreen(0, props.layout.header.yM)[1];
  return props.layout.takeOffsM.map((x) => `M${props.toScreen(x, 0)[0]} ${header.value.y}V${bedY - Math.sign(offset.value) * 2}`).join('');
});
const onto = (share: number): [number, number] => [
  source.value[0] + (header.value.feed - source.value[0]) * share,
  source.value[1] + (header.value.y - source.value[1]) * share,
];
const regulator = computed(() => onto(block.value.regulator.at === 'source' ? 0.22 : 0.82));
const label = computed(() => {
  const [x, y] = onto(0.5);
  const steep = Math.abs(header.value.y - source.value[1]) > Math.abs(header.value.feed - source.value[0]);
  return { x: steep ? x + 10 : x, y: steep ? y + 4 : y - 9, anchor: steep ? 'start' : 'middle' };
});
const where = computed(() => {
  const { along } = block.value.header;
  return along === 0 ? 'at the near end of the beds' : along === 1 ? 'at the far end of the beds' : along === 0.5 ? 'in the middle of the beds' : `${Math.round(along * 100)} % along the beds`;
});
const sourceSays = computed(() => {
  const { xM, yM } = props.layout.source;
  const side = (v: number, plus: string, minus: string): string => `${settings.show(Math.abs(v), 'length')} ${v < 0 ? minus : plus}`;
  return `${plan.source.name}: ${side(xM, 'right', 'left')} and ${side(yM, 'beyond', 'before')} the near left corner. Arrow keys move it`;
});
</script>

<template>
  <g class="pipes">
    <g :class="{ lit: view.pointedStep === 'main' }" @pointerenter="view.pointedStep = 'main'" @pointerleave="view.pointedStep = undefined">
      <path :d="`M${source[0]} ${source[1]}L${header.feed} ${header.y}`" class="case" />
      <path :d="`M${source[0]} ${source[1]}L${header.feed} ${header.y}`" class="water" />
      <text :x="label.x" :y="label.y" :text-anchor="label.anchor" class="label">{{ pipeKind(block.main.pipe).name }} · {{ settings.show(layout.main.lengthM, 'length') }}</text>
    </g>
    <path :d="takeOffs" class="takeoff" />
    <g
      role="slider"
      tabindex="0"
      class="header"
      :class="{ lit: view.pointedStep === 'header' }"
      data-hand
      aria-label="Header, place along the beds"
      aria-orientation="vertical"
      :aria-valuenow="Math.round(block.header.along * 100)"
      aria-valuemin="0"
      aria-valuemax="100"
      :aria-valuetext="where"
      @pointerenter="view.pointedStep = 'header'"
      @pointerleave="view.pointedStep = undefined"
      @pointerdown="hand.grab($event, 'header', (_x, y, g, free) => edits.header(y / layout.lengthM, g, free))"
      @keydown="edits.headerKeys"
    >
      <path :d="`M${header.x0} ${header.y}H${header.x1}`" class="grip" />
      <path :d="`M${header.x0} ${header.y}H${header.x1}`" class="case" />
      <path :d="`M${header.x0} ${header.y}H${header.x1}`" class="water" />
      <rect v-for="x in [header.x0, header.x1].filter((x) => Math.abs(x - header.feed) > 2)" :key="x" :x="x - 2" :y="header.y - 6" width="4" height="12" class="cap" />
    </g>
    <text :x="header.x1 + 9" :y="header.y + 4" class="label">{{ pipeKind(block.header.pipe).name }}</text>
    <g v-if="block.regulator.part !== 'none'" :transform="`translate(${regulator[0]} ${regulator[1]})`" class="part" :class="{ lit: view.pointedStep === 'regulator' }" @pointerenter="view.pointedStep = 'regulator'" @pointerleave="view.pointedStep = undefined">
      <rect x="-9" y="-9" width="18" height="18" rx="2" />
      <path d="M-5.500 -4.500H0V3.500H5.500" />
      <text x="0" y="24" text-anchor="middle" class="label num">{{ settings.show(block.regulator.setKpa, 'pressure') }}</text>
    </g>
    <g
      :transform="`translate(${source[0]} ${source[1]})`"
      role="button"
      tabindex="0"
      class="source part"
      :class="{ lit: view.pointedStep === 'rest' || view.pointedStep === 'drawing' }"
      data-hand
      :aria-label="sourceSays"
      @pointerdown="hand.grab($event, 'source', (x, y, g, free) => edits.source(x, y, g, free))"
      @keydown="edits.sourceKeys"
    >
      <template v-if="plan.source.kind === 'tank'">
        <rect x="-12" y="-14" width="24" height="24" rx="3" />
        <path d="M-12 -5q6 -4 12 0t12 0" />
        <path d="M-8 10v5M8 10v5" />
      </template>
      <template v-else>
        <circle r="13" />
        <path d="M0 -7.500c3.500 5 5.200 6.800 5.200 9.600a5.200 5.200 0 0 1-10.400 0c0-2.800 1.700-4.600 5.200-9.600z" class="drop" />
      </template>
      <text x="19" y="5" class="label">{{ plan.source.name }}</text>
    </g>
  </g>
</template>

<style scoped>
.case { stroke: var(--ink); stroke-width: 6; fill: none; }
.water { stroke: color-mix(in srgb, var(--water) 55%, var(--paper)); stroke-width: 3; fill: none; }
.header .case { stroke-width: 7; }
.grip { stroke: transparent; stroke-width: 20; fill: none; }
.lit .case { stroke: var(--water); stroke-width: 9; }
.cap { fill: var(--ink); }
.header { cursor: ns-resize; }
.header:focus-visible, .source:focus-visible { outline: none; }
.header:focus-visible .case { stroke: var(--water); stroke-width: 10; }
.takeoff { stroke: var(--ink); stroke-width: 1; fill: none; pointer-events: none; }
.label { font-size: 12.5px; fill: var(--ink); stroke: var(--paper); stroke-width: 4px; paint-order: stroke; }
.part rect, .part circle { fill: var(--card); stroke: var(--ink); stroke-width: 2; }
.part path { fill: none; stroke: var(--ink); stroke-width: 2; }
.part .drop { fill: var(--water); stroke: none; }
.part.lit rect, .part.lit circle, .source:focus-visible rect, .source:focus-visible circle { stroke: var(--water); stroke-width: 3.5; }
.source { cursor: move; }
</style>
