<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import type { BlockLayout } from '../../core/layout';
import { besideName } from '../../core/switching';
import { GLYPHS } from '../glyphs/glyphs';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import { stepKey } from '../../core/network';
import type { BlockView } from './blockView';
import { about, around, useLabels, type AnyLabel } from './labels/useLabels';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** A block's name, by which it is taken hold of and moved, and the parts at its inlet, in a row before its feed. */
const props = defineProps<{
  layout: BlockLayout;
  on: BlockView;
  k: number;
  /** Names stand higher, clear of the sides' lengths. */
  raised: boolean;
  /** Where its header is fed, px. */
  feed: [number, number];
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
}>();
const plan = usePlan();
const settings = useSettings();
const view = useView();

type Px = [number, number];
const block = computed(() => props.layout.block);
const several = computed(() => plan.blocks.length > 1);
const current = computed(() => plan.block.id === block.value.id);
const flat = computed(() => Math.abs(props.on.across[0]) > 0.7);
const LABELS_FROM_PX = 90;
const size = computed(() => ({
  wide: props.layout.box.rightM - props.layout.box.leftM,
  long: props.layout.box.farM - props.layout.box.nearM,
}));
const roomy = computed(() => size.value.wide * props.k > LABELS_FROM_PX);
/** Parts at the inlet, in a row before the feed. */
const inlet = computed(() => {
  const [x, y] = props.feed;
  const [ax, ay] = props.on.across;
  const parts = block.value.inlet.filter((p) => p.planned !== 'head');
  return parts.map((part, i) => {
    const back = (parts.length - i) * 20 - 4;
    return { part, x: x - ax * back, y: y - ay * back };
  });
});
const regulator = computed(() => inlet.value.find((p) => p.part.role === 'regulator'));
/** Blocks drawn smaller than a name keep it to themselves, but for the one looked at. */
const NAME_FITS_PX = 44;
const named = computed(() => (flat.value ? size.value.long : size.value.wide) * props.k > NAME_FITS_PX);
const NAME_PX = { usual: 13, raised: 27 };
/** The name stands by the corner of the beds that is highest on the screen, furthest to the left of those as high. */
const nameAt = computed(() => {
  const { box } = props.layout;
  const corners = [box.leftM, box.rightM].flatMap((x) => [box.nearM, box.farM].map((y) => props.on.at(x, y)));
  const top = corners.reduce((a, b) =>
    b[1] < a[1] - 8 || (Math.abs(b[1] - a[1]) <= 8 && b[0] < a[0]) ? b : a,
  );
  const left = Math.min(...corners.map((c) => c[0]));
  const right = Math.max(...corners.map((c) => c[0]));
  const foot = Math.max(...corners.map((c) => c[1]));
  const up = props.raised && current.value ? NAME_PX.raised : NAME_PX.usual;
  return {
    at: top,
    stands: [
      { dx: 0, dy: -up, anchor: 'start' as const },
      { dx: right - top[0], dy: -up, anchor: 'end' as const },
      { dx: (left + right) / 2 - top[0], dy: -up, anchor: 'middle' as const },
      { dx: 0, dy: -2 * up, anchor: 'start' as const },
      { dx: left - top[0], dy: foot - top[1] + 2 * up, anchor: 'start' as const },
      { dx: right - top[0], dy: foot - top[1] + 2 * up, anchor: 'end' as const },
      { dx: right - top[0] + up, dy: 10, anchor: 'start' as const },
      { dx: left - top[0] - up, dy: 10, anchor: 'end' as const },
    ],
  };
});
/** The number of the valve that opens it, as on labels and wire. */
const valve = computed(() => besideName(plan.full, plan.laid, block.value.id));
const nameText = computed(
  () => `${block.value.name}${valve.value}${block.value.inUse ? '' : msg` (out of use)`}`,
);
const RANK = { current: 10, name: 30, setting: 35 };
const nameKey = computed(() => `name/${block.value.id}`);
const placed = useLabels(() => {
  const labels: AnyLabel[] = [];
  if (several.value && (named.value || current.value))
    labels.push({
      key: nameKey.value,
      text: nameText.value,
      style: current.value ? 'name' : 'other',
      own: true,
      rank: current.value ? RANK.current : RANK.name,
      leads: true,
      ...nameAt.value,
    });
  if (roomy.value && regulator.value)
    labels.push({
      key: `setting/${block.value.id}`,
      text: settings.show(regulator.value.part.setKpa, 'pressure'),
      style: 'figure',
      rank: RANK.setting,
      at: [regulator.value.x, regulator.value.y],
      stands: around(14, 18),
    });
  return { labels, hard: roomy.value ? inlet.value.map((p) => about([p.x, p.y], 9)) : [] };
});
const name = computed(() => placed.value.get(nameKey.value));
/** From the middle of a line to its foot, px. */
const FOOT_PX = 4.5;
/** From the place a hand took hold of the name to the block's own place. */
let heldAt: Px | undefined;
function moveBlock(x: number, y: number, g: string, free: boolean): void {
  heldAt ??= [block.value.xM - x, block.value.yM - y];
  props.edits.block(props.layout.index, x + heldAt[0], y + heldAt[1], g, free);
}
</script>

<template>
  <g>
    <template v-if="roomy">
      <g
        v-for="p in inlet"
        :key="p.part.id"
        :transform="`translate(${p.x} ${p.y})`"
        class="part"
        :class="{ lit: view.pointedStep === stepKey.part(block.id, p.part.id) }"
        @pointerenter="view.pointedStep = stepKey.part(block.id, p.part.id)"
        @pointerleave="view.pointedStep = undefined"
      >
        <title>{{ p.part.name }}</title>
        <rect x="-9" y="-9" width="18" height="18" rx="2" />
        <path :d="GLYPHS[p.part.role]" transform="scale(0.62)" />
      </g>
    </template>
    <text
      v-if="several"
      v-show="name"
      role="button"
      tabindex="0"
      class="name"
      :class="{ picked: current }"
      data-hand
      :x="name?.x"
      :y="(name?.y ?? 0) + FOOT_PX"
      :text-anchor="name?.anchor"
      :data-label="nameKey"
      :aria-label="msg`${nameText}${block.inUse ? '' : msg`, not in use`}. Arrow keys move it`"
      @pointerdown="
        plan.pickBlock(block.id);
        heldAt = undefined;
        hand.grab($event, `block-${block.id}`, moveBlock);
      "
      @focus="plan.pickBlock(block.id)"
      @keydown="
        edits.moveKeys(
          $event,
          block,
          (x, y, g, free) => edits.block(layout.index, x, y, g, free),
          `block-${block.id}`,
        )
      "
    >
      {{ nameText }}
    </text>
    <path
      v-if="name?.leader"
      :d="`M${name.leader[0]} ${name.leader[1]}L${name.leader[2]} ${name.leader[3]}`"
      class="leader"
    />
  </g>
</template>

<style scoped>
.leader {
  stroke: var(--faint);
  fill: none;
  pointer-events: none;
}
.name {
  font-size: 13px;
  font-weight: 600;
  fill: var(--faint);
  stroke: var(--paper);
  stroke-width: 4px;
  paint-order: stroke;
  cursor: move;
}
.name.picked {
  fill: var(--ink);
  font-weight: 700;
}
.part rect {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.part path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.4;
}
.part.lit rect {
  stroke: var(--water);
  stroke-width: 3.2;
}
</style>
