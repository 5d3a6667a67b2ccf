<script setup lang="ts">
import { computed } from 'vue';
import { grouped, msg } from '../../core/language';
import { bedName } from '../../core/plan';
import { placeOnRun, toSheet } from '../../core/layout';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import { boxesAlong } from './labels/placeLabels';
import { about, useLabels } from './labels/useLabels';

/** Where the walk ends: the weakest emitter, of all or of the bed pointed at, with its pressure. */
const props = defineProps<{
  toScreen: (x: number, y: number) => [number, number];
  k: number;
  width: number;
}>();
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const view = useView();

const BOX = { w: 218, h: 40 };
const CHARACTER_PX = 6.9;
const RANK = 1;
const mark = computed(() => {
  const r = results.walked?.results;
  const walk = results.walk;
  if (!r || !walk) return undefined;
  const { run } = r.runs[walk.runIndex];
  const block = results.walked!.plan.blocks[run.block];
  const { frame } = r.layout.blocks[run.block];
  const [x, y] = props.toScreen(...toSheet(frame, ...placeOnRun(run, walk.endDistanceM)));
  const { maxKpa } = run.tape;
  const minKpa = results.walkFootKpa;
  const bed = `${plan.blocks.length > 1 ? `${block.name}, ` : ''}${bedName(block, run.bed)}`;
  const state =
    walk.endKpa <= 0
      ? 'dry'
      : walk.endKpa < minKpa
        ? msg`under its window`
        : walk.endKpa > maxKpa
          ? msg`over its window`
          : walk.endKpa < run.tape.minKpa
            ? msg`slow but even`
            : msg`in its window`;
  const whole = view.pointedBed === undefined && view.pickedBed === undefined;
  const second = whole
    ? msg`${bed} · weakest of ${grouped(r.emitters)}${bed.length > 12 ? '' : msg` emitters`}`
    : msg`${bed} · its weakest emitter`;
  const w = Math.min(Math.max(BOX.w, second.length * CHARACTER_PX + 18), props.width - 16);
  // Its own bed, in pieces along it, stays to be seen.
  const laid = r.layout.blocks[run.block].beds.find((b) => b.key === run.bed);
  const halfPx = Math.max(4, ((laid?.widthM ?? 0) * props.k) / 2);
  const middle = laid ? laid.leftM + laid.widthM / 2 : run.xM;
  const keepOff = laid
    ? boxesAlong(
        props.toScreen(...toSheet(frame, middle, laid.nearM)),
        props.toScreen(...toSheet(frame, middle, laid.farM)),
        halfPx,
      )
    : [];
  return {
    x,
    y,
    first: `${settings.show(walk.endKpa, 'pressure')}, ${state}`,
    second,
    w,
    keepOff,
    bad: walk.endKpa < minKpa || walk.endKpa > maxKpa,
  };
});
const placed = useLabels(() => {
  const m = mark.value;
  if (!m) return {};
  const aside = m.w / 2 + 24;
  return {
    labels: [
      {
        key: 'callout',
        rank: RANK,
        at: [m.x, m.y],
        width: m.w,
        height: BOX.h,
        stands: [
          { dx: aside, dy: -40, anchor: 'middle' },
          { dx: -aside, dy: -40, anchor: 'middle' },
          { dx: aside, dy: 40, anchor: 'middle' },
          { dx: -aside, dy: 40, anchor: 'middle' },
        ],
        leads: true,
        keepOff: m.keepOff,
      },
    ],
    hard: [about([m.x, m.y], 7)],
  };
});
/** Where the box stands, and the line from its nearest edge to the emitter. */
const box = computed(() => {
  const at = placed.value.get('callout')?.box;
  const m = mark.value;
  if (!at || !m) return undefined;
  return {
    x: at.minX,
    y: at.minY,
    line: `M${m.x} ${m.y}L${Math.min(Math.max(m.x, at.minX + 6), at.maxX - 6)} ${Math.min(Math.max(m.y, at.minY), at.maxY)}`,
  };
});
</script>

<template>
  <g v-if="mark" class="mark" :class="{ bad: mark.bad }">
    <path v-if="box" :d="box.line" />
    <circle :cx="mark.x" :cy="mark.y" r="6.5" />
    <g v-if="box" data-label="callout">
      <rect :x="box.x" :y="box.y" :width="mark.w" :height="BOX.h" rx="3" />
      <text :x="box.x + 9" :y="box.y + 17" class="first">{{ mark.first }}</text>
      <text :x="box.x + 9" :y="box.y + 33">{{ mark.second }}</text>
    </g>
  </g>
</template>

<style scoped>
.mark {
  pointer-events: none;
}
path {
  stroke: var(--ink);
  fill: none;
}
circle {
  fill: var(--card);
  stroke: var(--leaf);
  stroke-width: 2.6;
}
.bad circle {
  stroke: var(--alarm);
}
rect {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 1.2;
}
text {
  font-size: 12.5px;
  fill: var(--faint);
}
.first {
  font-size: 14px;
  font-weight: 700;
  fill: var(--ink);
}
.bad .first {
  fill: var(--alarm);
}
</style>
