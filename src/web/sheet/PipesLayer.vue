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
  turned: boolean;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
}>();
const plan = usePlan();
const settings = useSettings();
const view = useView();

/** The header is drawn this far off the beds' ends, so that both can be seen. */
const OFF_PX = 11;
const block = computed(() => plan.block);
/** Screen steps away from the near end of the beds, times the header's side of them. */
const offset = computed((): [number, number] => {
  const side = block.value.header.along <= 0 ? OFF_PX : block.value.header.along >= 1 ? -OFF_PX : 0;
  return props.turned ? [-side, 0] : [0, side];
});
const onHeader = (xM: number): [number, number] => {
  const [x, y] = props.toScreen(xM, props.layout.header.yM);
  return [x + offset.value[0], y + offset.value[1]];
};
const header = computed(() => {
  const { fromXM, toXM, feedXM } = props.layout.header;
  return { from: onHeader(fromXM), to: onHeader(toXM), feed: onHeader(feedXM) };
});
const headerLine = computed(() => `M${header.value.from.join(' ')}L${header.value.to.join(' ')}`);
const caps = computed(() => [header.value.from, header.value.to].filter(([x, y]) => Math.hypot(x - header.value.feed[0], y - header.value.feed[1]) > 2));
const headerLabel = computed(() => {
  const [x, y] = header.value.to;
  return props.turned ? { x: x - 4, y: y + 19, anchor: 'middle' } : { x: x + 9, y: y + 4, anchor: 'start' };
});
const source = computed(() => props.toScreen(props.layout.source.xM, props.layout.source.yM));
const main = computed(() => `M${source.value.join(' ')}L${header.value.feed.join(' ')}`);
const takeOffs = computed(() =>
  props.layout.takeOffsM.map((x) => `M${onHeader(x).join(' ')}L${props.toScreen(x, props.layout.header.yM).join(' ')}`).join(''),
);
const onto = (share: number): [number, number] => [
  source.value[0] + (header.value.feed[0] - source.value[0]) * share,
  source.value[1] + (header.value.feed[1] - source.value[1]) * share,
];
/** Parts of the head along the main, from the source on. */
const PART_PX = 26;
const parts = computed(() => {
  const far = Math.hypot(header.value.feed[0] - source.value[0], header.value.feed[1] - source.value[1]);
  const { backflow, filter } = plan.full.head;
  const { regulator } = block.value;
  const bySource: ('backflow' | 'filter' | 'regulator')[] = [];
  if (backflow.part !== 'none') bySource.push('backflow');
  if (filter.part !== 'none') bySource.push('filter');
  if (regulator.part !== 'none' && regulator.at === 'source') bySource.push('regulator');
  // On a short main they close up, and stand in order all the same.
  const step = Math.min(PART_PX, (far * 0.6) / Math.max(1, bySource.length));
  const list = bySource.map((kind, i) => ({ kind, at: onto(far > 0 ? (step * (i + 1)) / far : 0) }));
  if (regulator.part !== 'none' && regulator.at === 'header') list.push({ kind: 'regulator', at: onto(far > 0 ? 1 - Math.min(PART_PX, far * 0.2) / far : 1) });
  return list;
});
const GLYPHS = { backflow: 'M-5.500 -5V5L4 0ZM5.500 -5V5', filter: 'M-6 -6L0 6L6 -6M-3.500 -1H3.500', regulator: 'M-5.500 -4.500H0V3.500H5.500' } as const;
const CHARACTER_PX = 6.3;
const mainText = computed(() => `${pipeKind(block.value.main.pipe).name} · ${settings.show(props.layout.main.lengthM, 'length')}`);
/** The main's label stands beside its middle, on the side away from the beds. */
const label = computed(() => {
  const [x, y] = onto(0.58);
  const flat = Math.abs(header.value.feed[0] - source.value[0]) > 2.5 * Math.abs(header.value.feed[1] - source.value[1]);
  if (flat) return { x, y: y - 12, anchor: 'middle' };
  const roomLeft = x - 14 > mainText.value.length * CHARACTER_PX;
  return source.value[0] <= header.value.feed[0] && roomLeft ? { x: x - 14, y: y + 4, anchor: 'end' } : { x: x + 14, y: y + 4, anchor: 'start' };
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
      <path :d="main" class="case" />
      <path :d="main" class="water" />
      <text :x="label.x" :y="label.y" :text-anchor="label.anchor" class="label">{{ mainText }}</text>
    </g>
    <path :d="takeOffs" class="takeoff" />
    <g
      role="slider"
      tabindex="0"
      class="header"
      :class="{ turned, lit: view.pointedStep === 'header' }"
      data-hand
      aria-label="Header, place along the beds"
      :aria-orientation="turned ? 'horizontal' : 'vertical'"
      :aria-valuenow="Math.round(block.header.along * 100)"
      aria-valuemin="0"
      aria-valuemax="100"
      :aria-valuetext="where"
      @pointerenter="view.pointedStep = 'header'"
      @pointerleave="view.pointedStep = undefined"
      @pointerdown="hand.grab($event, 'header', (_x, y, g, free) => edits.header(y / layout.lengthM, g, free))"
      @keydown="edits.headerKeys"
    >
      <path :d="headerLine" class="grip" />
      <path :d="headerLine" class="case" />
      <path :d="headerLine" class="water" />
      <rect v-for="c in caps" :key="c.join()" :x="c[0] - (turned ? 6 : 2)" :y="c[1] - (turned ? 2 : 6)" :width="turned ? 12 : 4" :height="turned ? 4 : 12" class="cap" />
    </g>
    <text :x="headerLabel.x" :y="headerLabel.y" :text-anchor="headerLabel.anchor" class="label">{{ pipeKind(block.header.pipe).name }}</text>
    <g
      v-for="p in parts"
      :key="p.kind"
      :transform="`translate(${p.at[0]} ${p.at[1]})`"
      class="part"
      :class="{ lit: view.pointedStep === p.kind }"
      @pointerenter="view.pointedStep = p.kind"
      @pointerleave="view.pointedStep = undefined"
    >
      <title>{{ p.kind }}</title>
      <rect x="-9" y="-9" width="18" height="18" rx="2" />
      <path :d="GLYPHS[p.kind]" />
      <text v-if="p.kind === 'regulator'" x="15" y="5" class="label num">{{ settings.show(block.regulator.setKpa, 'pressure') }}</text>
    </g>
    <g
      :transform="`translate(${source[0]} ${source[1]})`"
      role="button"
      tabindex="0"
      class="source part"
      :class="{ lit: view.pointedStep === 'rest' || view.pointedStep === 'drawing' }"
      data-hand
      :aria-label="sourceSays"
      @pointerenter="view.pointedStep = 'rest'"
      @pointerleave="view.pointedStep = undefined"
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
      <text x="-19" y="5" text-anchor="end" class="label">{{ plan.source.name }}</text>
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
.header.turned { cursor: ew-resize; }
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
