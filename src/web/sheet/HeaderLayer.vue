<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { pipeKind } from '../../core/catalog/pipes';
import { yOnLine, type BlockLayout, type LaidHeader } from '../../core/layout';
import { headerPipeAt, stepKey, stepXM } from '../../core/network';
import { usePlan } from '../stores/plan';
import { useView } from '../stores/view';
import BlockSign from './BlockSign.vue';
import { offHeader, type BlockView } from './blockView';
import { boxesAlong } from './labels/placeLabels';
import { around, useLabels } from './labels/useLabels';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** A block's headers with their take-offs, the parts at its inlet, and its name: each to take hold of. */
const props = defineProps<{
  layout: BlockLayout;
  on: BlockView;
  turned: boolean;
  k: number;
  /** Names stand higher, clear of the sides' lengths. */
  raised: boolean;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
}>();
const plan = usePlan();
const view = useView();

type Px = [number, number];
const block = computed(() => props.layout.block);
const several = computed(() => plan.blocks.length > 1);
const current = computed(() => plan.block.id === block.value.id);
const lineOf = (h: number) => (h > 0 ? block.value.header.other! : block.value.header);
const shifted = ([x, y]: Px, px: number): Px => [x + props.on.along[0] * px, y + props.on.along[1] * px];
/** A place on a header, drawn off the beds' ends where it lies along them. */
const onHeader = (h: number, xM: number): Px =>
  shifted(props.on.at(xM, yOnLine(props.layout.headers[h].line, xM)), offHeader(lineOf(h)));
const pathOf = (h: number, fromM: number, toM: number): string => {
  const inner = props.layout.headers[h].line.filter(([x]) => x > fromM && x < toM).map(([x]) => x);
  return `M${[fromM, ...inner, toM].map((x) => onHeader(h, x).join(' ')).join('L')}`;
};
/** Stretches of one bore, drawn as wide as they are to each other. */
function stretchesOf(laid: LaidHeader, h: number) {
  const { fromXM, toXM } = laid;
  const { steps } = block.value.header;
  const cuts = h > 0 ? [] : steps.map((s) => stepXM(props.layout, s.fromBed)).filter((x) => x > fromXM && x < toXM);
  const edges = [fromXM, ...cuts, toXM];
  const widest = Math.max(block.value.header.boreMm, laid.pipe.boreMm, ...steps.map((s) => s.boreMm));
  return edges.slice(1).map((to, i) => {
    const pipe = h > 0 ? laid.pipe : headerPipeAt(props.layout, (edges[i] + to) / 2);
    return { d: pathOf(h, edges[i], to), width: 3.5 + 3.5 * (pipe.boreMm / widest), pipe };
  });
}
const headers = computed(() =>
  props.layout.headers.map((laid, h) => {
    const { fromXM, toXM } = laid;
    const feed = onHeader(h, laid.feed[0]);
    const ends = [fromXM, toXM].map((x) => onHeader(h, x));
    const line = lineOf(h);
    const beside = shifted([0, 0], offHeader(line) === 0 ? 9 : 0.8 * offHeader(line));
    const aside = (xM: number): string => onHeader(h, xM).map((v, i) => v + beside[i]).join(' ');
    return {
      h,
      whole: pathOf(h, fromXM, toXM),
      stretches: stretchesOf(laid, h),
      caps: block.value.header.feed === 'both' ? [] : ends.filter(([x, y]) => Math.hypot(x - feed[0], y - feed[1]) > 2),
      second: block.value.header.feed === 'both' ? `M${feed.join(' ')}L${aside(laid.feed[0])}L${aside(toXM)}L${ends[1].join(' ')}` : '',
      link: h > 0 ? `M${onHeader(0, props.layout.headers[0].feed[0]).join(' ')}L${feed.join(' ')}` : '',
      grips: line.line === 'straight' ? [
        { end: 'left' as const, at: onHeader(h, fromXM) },
        { end: 'right' as const, at: onHeader(h, toXM) },
      ] : [],
      share: line.line === 'near-ends' ? 0 : line.line === 'far-ends' ? 1 : line.along,
      where: whereOf(h),
      name: `${h > 0 ? msg`Second header` : msg`Header`}${several.value ? msg` of ${block.value.name}` : ''}`,
    };
  }),
);
function whereOf(h: number): string {
  const { line, along, alongRight } = lineOf(h);
  if (line === 'near-ends') return msg`along the near ends of the beds`;
  if (line === 'far-ends') return msg`along the far ends of the beds`;
  const percent = (s: number): string => `${Math.round(s * 100)} %`;
  if (alongRight !== undefined && alongRight !== along) return msg`slantwise, ${percent(along)} along the beds at its left, ${percent(alongRight)} at its right`;
  return along === 0 ? msg`at the near end of the beds` : along === 1 ? msg`at the far end of the beds` : along === 0.5 ? msg`in the middle of the beds` : msg`${percent(along)} along the beds`;
}
const CLOSE_PX = 2;
const takeOffs = computed(() =>
  block.value.beds.widthM * props.k < CLOSE_PX
    ? ''
    : props.layout.takeOffs.map((t) => `M${onHeader(t.header, t.xM).join(' ')}L${props.on.at(t.xM, t.yM).join(' ')}`).join(''),
);
const names = computed(() => [...new Set(headers.value[0].stretches.map((s) => pipeKind(s.pipe.pipe).name))].join(' → '));
const LABELS_FROM_PX = 90;
const size = computed(() => ({ wide: props.layout.box.rightM - props.layout.box.leftM, long: props.layout.box.farM - props.layout.box.nearM }));
const roomy = computed(() => size.value.wide * props.k > LABELS_FROM_PX);
const flat = computed(() => Math.abs(props.on.across[0]) > 0.7);
const key = computed(() => stepKey.header(block.value.id));
const RANK = 45;
/** Writing on a pipe hides it: three times as bad as on beds. */
const PIPE_WEIGHT = 3;
useLabels(() => {
  const { headers: laid } = props.layout;
  const soft = laid.flatMap((l, h) => boxesAlong(onHeader(h, l.fromXM), onHeader(h, l.toXM), 5).map((r) => ({ ...r, weight: PIPE_WEIGHT })));
  if (!roomy.value) return { soft };
  const at = onHeader(0, laid[0].toXM);
  return { soft, labels: [{ key: `header/${block.value.id}`, text: names.value, style: 'pipe', rank: RANK + (several.value ? 20 : 0), at, stands: around(11, 16) }] };
});
</script>

<template>
  <g class="pipes" :class="{ resting: !block.inUse }">
    <path :d="takeOffs" class="takeoff" />
    <template v-for="t in headers" :key="t.h">
      <path v-if="t.link" :d="t.link" class="second" />
      <path v-if="t.second" :d="t.second" class="second" />
      <g
        role="slider"
        tabindex="0"
        class="header"
        :class="{ lit: view.pointedStep === key }"
        data-hand
        :aria-label="msg`${t.name}, place along the beds`"
        :aria-orientation="turned ? 'horizontal' : 'vertical'"
        :aria-valuenow="Math.round(t.share * 100)"
        aria-valuemin="0"
        aria-valuemax="100"
        :aria-valuetext="t.where"
        :style="{ cursor: flat ? 'ns-resize' : 'ew-resize' }"
        @pointerenter="view.pointedStep = key"
        @pointerleave="view.pointedStep = undefined"
        @pointerdown="plan.pickBlock(block.id); hand.grab($event, `header-${block.id}-${t.h}`, (x, y, g, free) => edits.header(layout, t.h, ...on.from(x, y), g, free))"
        @focus="plan.pickBlock(block.id)"
        @keydown="edits.headerKeys($event, layout, t.h)"
      >
        <path :d="t.whole" class="grip" />
        <template v-for="(s, i) in t.stretches" :key="i">
          <path :d="s.d" class="case" :stroke-width="s.width" />
          <path :d="s.d" class="water" :stroke-width="s.width - 3.5" />
        </template>
        <rect v-for="c in t.caps" :key="c.join()" x="-6" y="-2" width="12" height="4" :transform="`translate(${c[0]} ${c[1]}) rotate(${on.angle})`" class="cap" />
      </g>
      <template v-if="current && roomy">
        <circle
          v-for="g in t.grips"
          :key="g.end"
          :cx="g.at[0]"
          :cy="g.at[1]"
          r="7"
          class="slant"
          data-hand
          :data-slant="`${t.h}-${g.end}`"
          @pointerdown="hand.grab($event, `slant-${block.id}-${t.h}`, (x, y, gesture, free) => edits.headerEnd(layout, t.h, g.end, on.from(x, y)[1], gesture, free))"
        />
      </template>
    </template>
    <BlockSign :layout="layout" :on="on" :k="k" :raised="raised" :feed="onHeader(0, layout.headers[0].feed[0])" :hand="hand" :edits="edits" />
  </g>
</template>

<style scoped>
.resting { opacity: 0.55; }
.case { stroke: var(--ink); fill: none; }
.water { stroke: color-mix(in srgb, var(--water) 55%, var(--paper)); fill: none; }
.grip { stroke: transparent; stroke-width: 20; fill: none; }
.second { stroke: var(--ink); stroke-width: 3; fill: none; }
.lit .case { stroke: var(--water); }
.cap { fill: var(--ink); }
.slant { fill: var(--card); stroke: var(--ink); stroke-width: 1.4; opacity: 0; cursor: crosshair; }
.slant:hover, .header:focus-visible ~ .slant { opacity: 1; }
.header:focus-visible { outline: none; }
.header:focus-visible .case { stroke: var(--water); }
.header:focus-visible .grip { stroke: color-mix(in srgb, var(--water) 30%, transparent); }
.takeoff { stroke: var(--ink); stroke-width: 1; fill: none; pointer-events: none; }
</style>
