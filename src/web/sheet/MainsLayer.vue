<script setup lang="ts">
import { kindOf } from '../../core/plan';
import { computed } from 'vue';
import { msg } from '../../core/language';
import { pipeKind } from '../../core/catalog/pipes';
import type { FarmLayout, LaidMain, Spot } from '../../core/layout';
import { stepKey } from '../../core/network';
import { mainEnds } from '../../core/scene';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import { boxesAlong } from './labels/placeLabels';
import { about, around, useLabels, type SheetLabel } from './labels/useLabels';
import type { useHand } from './useHand';
import type { useSheetEdits } from './useSheetEdits';

/** The main as a tree of pieces and tees, the sources, and the highest and lowest point: each to take hold of. */
const props = defineProps<{
  farm: FarmLayout;
  toScreen: (x: number, y: number) => [number, number];
  toField: (x: number, y: number) => [number, number];
  turned: boolean;
  k: number;
  width: number;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
}>();
const plan = usePlan();
const changes = useEdits();
const settings = useSettings();
const view = useView();

const on = (s: { xM: number; yM: number }): [number, number] => props.toScreen(s.xM, s.yM);
const source = computed(() => on(props.farm.head));
const LABEL_FROM_PX = 60;
/** Pieces bear the numbers that they have in lists and on paper. */
const numbered = (i: number): string => (props.farm.mains.length > 1 ? `${i + 1} · ` : '');
const pieces = computed(() =>
  props.farm.mains.map((m, i) => {
    const [from, to] = mainEnds(props.farm, m, 1 / props.k).map(([x, y]) => props.toScreen(x, y));
    const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const text =
      long > LABEL_FROM_PX
        ? `${numbered(i)}${pipeKind(m.piece.pipe).name} · ${settings.show(m.lengthM, 'length')}`
        : '';
    const crosses = m.crossings
      .map((c) => msg`${settings.show(c.lengthM, 'length')} under the ${c.thing.name}`)
      .join(', ');
    return { m, crosses, from, to, d: `M${from.join(' ')}L${to.join(' ')}`, text };
  }),
);
const RANK = { source: 15, height: 40, other: 42, main: 50 };
/** Along a piece its label may stand at these shares of its length. */
const SHARES = [0.58, 0.4, 0.75, 0.25];
/** Writing on a pipe hides it: three times as bad as on beds. */
const PIPE_WEIGHT = 3;
const MARK_PX = { source: 15, tee: 7, height: 6 };
/** Beside a piece of the main, on either side, on its length. */
function besidePiece(from: [number, number], to: [number, number]): Pick<SheetLabel, 'at' | 'stands'> {
  const flat = Math.abs(to[0] - from[0]) > 2.5 * Math.abs(to[1] - from[1]);
  const at = [from[0] + (to[0] - from[0]) * SHARES[0], from[1] + (to[1] - from[1]) * SHARES[0]] as const;
  const stands = SHARES.flatMap((share): SheetLabel['stands'] => {
    const [dx, dy] = [(to[0] - from[0]) * (share - SHARES[0]), (to[1] - from[1]) * (share - SHARES[0])];
    return flat
      ? [
          { dx, dy: dy - 14, anchor: 'middle' },
          { dx, dy: dy + 14, anchor: 'middle' },
        ]
      : [
          { dx: dx - 14, dy, anchor: 'end' },
          { dx: dx + 14, dy, anchor: 'start' },
        ];
  });
  return { at, stands };
}
useLabels(() => ({
  labels: [
    {
      key: 'source',
      text: plan.source.name,
      style: 'pipe',
      rank: RANK.source,
      at: source.value,
      stands: [{ dx: -19, dy: 0, anchor: 'end' }, ...around(19, 24)],
      leads: true,
    },
    ...others.value.map((o): SheetLabel => ({
      key: `source/${o.source.id}`,
      text: plan.full.backup?.sourceId === o.source.id ? msg`${o.source.name} (backup)` : o.source.name,
      style: 'pipe',
      rank: RANK.other,
      at: o.at,
      stands: [{ dx: -19, dy: 0, anchor: 'end' }, ...around(19, 24)],
      leads: true,
    })),
    ...heights.value.map((h): SheetLabel => ({
      key: h.key,
      text: h.text,
      style: 'height',
      rank: RANK.height,
      at: h.at,
      stands: around(9, 15),
      leads: true,
    })),
    // The longest first: a farm of many pieces tells what it has room for.
    ...pieces.value
      .filter((p) => p.text)
      .map((p): SheetLabel => ({
        key: `main/${p.m.to}`,
        text: p.text,
        style: 'pipe',
        rank: view.pointedStep === stepKey.main(p.m.to) ? RANK.source : RANK.main + 1 / (1 + p.m.lengthM),
        ...besidePiece(p.from, p.to),
      })),
  ],
  hard: [
    about(source.value, MARK_PX.source),
    ...others.value.map((o) => about(o.at, MARK_PX.source)),
    ...heights.value.map((h) => about(h.at, MARK_PX.height)),
  ],
  soft: [
    ...pieces.value.flatMap((p) => boxesAlong(p.from, p.to, 5).map((r) => ({ ...r, weight: PIPE_WEIGHT }))),
    ...props.farm.joins.flatMap((j) =>
      boxesAlong(on(j.start), on(j.end), 5).map((r) => ({ ...r, weight: PIPE_WEIGHT })),
    ),
    ...plan.full.tees.map((t) => ({ ...about(on(t), MARK_PX.tee), weight: 2 * PIPE_WEIGHT })),
  ],
}));

/** A double click on a piece puts a tee there. */
function teeAt(event: MouseEvent, m: LaidMain): void {
  const [x, y] = props.toField(event.clientX, event.clientY);
  const dx = m.end.xM - m.start.xM;
  const dy = m.end.yM - m.start.yM;
  const long = dx * dx + dy * dy;
  const share = long > 0 ? ((x - m.start.xM) * dx + (y - m.start.yM) * dy) / long : 0.5;
  view.pickedTee = changes.addTee(m.to, Math.min(0.95, Math.max(0.05, share)));
}
function teeKeys(event: KeyboardEvent, tee: { id: string; xM: number; yM: number }): void {
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    changes.removeTee(tee.id);
  } else props.edits.moveKeys(event, tee, (x, y, g) => props.edits.tee(tee.id, x, y, g), `tee-${tee.id}`);
}
const side = (v: number, plus: string, minus: string): string =>
  `${settings.show(Math.abs(v), 'length')} ${v < 0 ? minus : plus}`;
const sourceSays = computed(
  () =>
    msg`${plan.source.name}: ${side(props.farm.head.xM, msg`right`, msg`left`)} and ${side(props.farm.head.yM, msg`beyond`, msg`before`)} the near left corner. Arrow keys move it`,
);
const teeSays = (t: { xM: number; yM: number; heightM: number }, i: number): string =>
  msg`Tee ${i + 1}: ${side(t.xM, msg`right`, msg`left`)}, ${side(t.yM, msg`beyond`, msg`before`)}, at ${settings.show(t.heightM, 'height')}. Arrow keys move it, Delete takes it out`;
/** Shown only where the ground is not level. */
const LEVEL_M = 0.05;
const NEAR_PX = 24;
const heights = computed(() => {
  const { highest, lowest } = props.farm;
  if (highest.zM - lowest.zM < LEVEL_M) return [];
  const mark = (key: string, s: Spot, word: string, d: string) => {
    const [x, y] = on(s);
    // At the source its own glyph stands: the mark goes beside it.
    const aside = Math.hypot(x - source.value[0], y - source.value[1]) < NEAR_PX ? NEAR_PX : 0;
    return {
      key,
      at: [x + aside, y] as [number, number],
      d,
      text: `${word} ${settings.show(s.zM, 'height')}`,
    };
  };
  return [
    mark('highest', highest, msg`highest`, 'M-6 4L0 -6L6 4Z'),
    mark('lowest', lowest, msg`lowest`, 'M-6 -4L0 6L6 -4Z'),
  ];
});
const others = computed(() =>
  plan.full.sources
    .filter((s) => s.id !== plan.source.id)
    .map((s) => ({ source: s, at: on(s) }))
    // One that stands in the same place is kept in the plan, not drawn over the one in use.
    .filter((o) => Math.hypot(o.at[0] - source.value[0], o.at[1] - source.value[1]) > NEAR_PX),
);
const sign = computed(() => kindOf(plan.source).sign);
const SOURCE_KEYS = ['source'];
</script>

<template>
  <g class="mains">
    <g
      v-for="p in pieces"
      :key="p.m.to"
      :class="{ lit: view.pointedStep === stepKey.main(p.m.to) }"
      @pointerenter="view.pointedStep = stepKey.main(p.m.to)"
      @pointerleave="view.pointedStep = undefined"
      @dblclick.stop="teeAt($event, p.m)"
    >
      <path :d="p.d" class="grip"
        ><title v-if="p.crosses">{{ p.crosses }}</title></path
      >
    </g>
    <g
      v-for="(t, i) in plan.full.tees"
      :key="t.id"
      :transform="`translate(${on(t).join(' ')})`"
      role="button"
      tabindex="0"
      class="tee"
      :class="{ picked: view.pickedTee === t.id }"
      data-hand
      :aria-label="teeSays(t, i)"
      @focus="view.pickedTee = t.id"
      @pointerdown="
        view.pickedTee = t.id;
        hand.grab($event, `tee-${t.id}`, (x, y, g, free) => edits.tee(t.id, x, y, g, free));
      "
      @keydown="teeKeys($event, t)"
    >
      <circle r="12" class="grip-dot" />
      <circle r="5.500" />
    </g>
    <g
      v-for="h in heights"
      :key="h.key"
      :transform="`translate(${h.at.join(' ')})`"
      class="height"
      aria-hidden="true"
    >
      <path :d="h.d" />
    </g>
    <g
      v-for="o in others"
      :key="o.source.id"
      :transform="`translate(${o.at.join(' ')})`"
      class="spare"
      aria-hidden="true"
    >
      <circle r="9" />
    </g>
    <g
      :transform="`translate(${source[0]} ${source[1]})`"
      role="button"
      tabindex="0"
      class="source"
      :class="{ lit: SOURCE_KEYS.includes(view.pointedStep ?? '') }"
      data-hand
      :aria-label="sourceSays"
      @pointerenter="view.pointedStep = stepKey.source"
      @pointerleave="view.pointedStep = undefined"
      @pointerdown="hand.grab($event, 'source', (x, y, g, free) => edits.source(x, y, g, free))"
      @keydown="edits.moveKeys($event, plan.source, edits.source, 'source')"
    >
      <circle v-if="sign.frame === 'round'" r="13" />
      <path :d="sign.path" :class="{ drop: sign.drop, body: sign.frame === 'none' }" />
    </g>
  </g>
</template>

<style scoped>
.grip {
  stroke: transparent;
  stroke-width: 14;
  fill: none;
}
.tee {
  cursor: move;
}
.tee circle {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 2.4;
}
.tee .grip-dot {
  fill: transparent;
  stroke: none;
}
.tee.picked circle:not(.grip-dot),
.tee:focus-visible circle:not(.grip-dot) {
  stroke: var(--water);
  stroke-width: 4;
}
.tee:focus-visible {
  outline: none;
}
.height path {
  fill: var(--clay);
  opacity: 0.8;
}
.height {
  pointer-events: none;
}
.spare circle {
  fill: var(--paper);
  stroke: var(--faint);
  stroke-width: 1.6;
  stroke-dasharray: 3 2;
}
.source .body,
.source circle {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 2;
}
.source path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.source .drop {
  fill: var(--water);
  stroke: none;
}
.source.lit rect,
.source.lit circle,
.source:focus-visible rect,
.source:focus-visible circle {
  stroke: var(--water);
  stroke-width: 3.5;
}
.source:focus-visible {
  outline: none;
}
.source {
  cursor: move;
}
</style>
