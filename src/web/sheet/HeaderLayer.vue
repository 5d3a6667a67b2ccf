<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { pipeKind } from '../../core/catalog/pipes';
import type { BlockLayout } from '../../core/layout';
import { stepKey } from '../../core/network';
import { alongHeader, headerBores, onHeader as placeOnHeader, statedHeader } from '../../core/scene';
import { usePlan } from '../stores/plan';
import { useView } from '../stores/view';
import BlockSign from './BlockSign.vue';
import type { BlockView } from './blockView';
import { boxesAlong } from './labels/placeLabels';
import { around, useLabels } from './labels/useLabels';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** A block's headers, the parts at its inlet, and its name: each to take hold of. The pipes themselves are painted. */
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
const markM = computed(() => 1 / props.k);
/** A place on a header, drawn off the beds' ends where it lies along them. */
const onHeader = (h: number, xM: number): Px =>
  props.on.at(...placeOnHeader(props.layout, h, xM, markM.value));
const pathOf = (h: number, fromM: number, toM: number): string =>
  `M${alongHeader(props.layout, h, fromM, toM, markM.value)
    .map(([x, y]) => props.on.at(x, y).join(' '))
    .join('L')}`;
const headers = computed(() =>
  props.layout.headers.map((laid, h) => {
    const { fromXM, toXM } = laid;
    const line = statedHeader(props.layout, h);
    return {
      h,
      whole: pathOf(h, fromXM, toXM),
      grips:
        line.line === 'straight'
          ? [
              { end: 'left' as const, at: onHeader(h, fromXM) },
              { end: 'right' as const, at: onHeader(h, toXM) },
            ]
          : [],
      share: line.line === 'near-ends' ? 0 : line.line === 'far-ends' ? 1 : line.along,
      where: whereOf(h),
      name: `${h > 0 ? msg`Second header` : msg`Header`}${several.value ? msg` of ${block.value.name}` : ''}`,
    };
  }),
);
function whereOf(h: number): string {
  const { line, along, alongRight } = statedHeader(props.layout, h);
  if (line === 'near-ends') return msg`along the near ends of the beds`;
  if (line === 'far-ends') return msg`along the far ends of the beds`;
  const percent = (s: number): string => `${Math.round(s * 100)} %`;
  if (alongRight !== undefined && alongRight !== along)
    return msg`slantwise, ${percent(along)} along the beds at its left, ${percent(alongRight)} at its right`;
  return along === 0
    ? msg`at the near end of the beds`
    : along === 1
      ? msg`at the far end of the beds`
      : along === 0.5
        ? msg`in the middle of the beds`
        : msg`${percent(along)} along the beds`;
}
const names = computed(() =>
  [
    ...new Set(headerBores(props.layout, props.layout.headers[0], 0).map((s) => pipeKind(s.pipe.pipe).name)),
  ].join(' → '),
);
const LABELS_FROM_PX = 90;
const size = computed(() => ({
  wide: props.layout.box.rightM - props.layout.box.leftM,
  long: props.layout.box.farM - props.layout.box.nearM,
}));
const roomy = computed(() => size.value.wide * props.k > LABELS_FROM_PX);
const flat = computed(() => Math.abs(props.on.across[0]) > 0.7);
const key = computed(() => stepKey.header(block.value.id));
const RANK = 45;
/** Writing on a pipe hides it: three times as bad as on beds. */
const PIPE_WEIGHT = 3;
useLabels(() => {
  const { headers: laid } = props.layout;
  const soft = laid.flatMap((l, h) =>
    boxesAlong(onHeader(h, l.fromXM), onHeader(h, l.toXM), 5).map((r) => ({ ...r, weight: PIPE_WEIGHT })),
  );
  if (!roomy.value) return { soft };
  const at = onHeader(0, laid[0].toXM);
  return {
    soft,
    labels: [
      {
        key: `header/${block.value.id}`,
        text: names.value,
        style: 'pipe',
        rank: RANK + (several.value ? 20 : 0),
        at,
        stands: around(11, 16),
      },
    ],
  };
});
</script>

<template>
  <g class="pipes" :class="{ resting: !block.inUse }">
    <template v-for="t in headers" :key="t.h">
      <g
        role="slider"
        tabindex="0"
        class="header"
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
        @pointerdown="
          plan.pickBlock(block.id);
          hand.grab($event, `header-${block.id}-${t.h}`, (x, y, g, free) =>
            edits.header(layout, t.h, ...on.from(x, y), g, free),
          );
        "
        @focus="plan.pickBlock(block.id)"
        @keydown="edits.headerKeys($event, layout, t.h)"
      >
        <path :d="t.whole" class="grip" />
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
          @pointerdown="
            hand.grab($event, `slant-${block.id}-${t.h}`, (x, y, gesture, free) =>
              edits.headerEnd(layout, t.h, g.end, on.from(x, y)[1], gesture, free),
            )
          "
        />
      </template>
    </template>
    <BlockSign
      :layout="layout"
      :on="on"
      :k="k"
      :raised="raised"
      :feed="onHeader(0, layout.headers[0].feed[0])"
      :hand="hand"
      :edits="edits"
    />
  </g>
</template>

<style scoped>
.resting {
  opacity: 0.55;
}
.grip {
  stroke: transparent;
  stroke-width: 20;
  fill: none;
}
.slant {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 1.4;
  opacity: 0;
  cursor: crosshair;
}
.slant:hover,
.header:focus-visible ~ .slant {
  opacity: 1;
}
.header:focus-visible {
  outline: none;
}
.header:focus-visible .grip {
  stroke: color-mix(in srgb, var(--water) 30%, transparent);
}
</style>
