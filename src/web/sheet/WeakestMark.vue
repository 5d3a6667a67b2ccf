<script setup lang="ts">
import { computed } from 'vue';
import { bedWord } from '../../core/plan';
import { placeOnRun, toSheet } from '../../core/layout';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';

/** Where the walk ends: the weakest emitter, of all or of the bed pointed at, with its pressure. */
const props = defineProps<{ toScreen: (x: number, y: number) => [number, number]; turned: boolean; width: number; height: number }>();
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const view = useView();

const BOX = { w: 218, h: 40 };
const CHARACTER_PX = 6.3;
/** Kept free for the scale bar. */
const FOOT_PX = 38;
const mark = computed(() => {
  const r = results.solved?.results;
  const walk = results.walk;
  if (!r || !walk) return undefined;
  const { run } = r.runs[walk.runIndex];
  const block = results.solved!.plan.blocks[run.block];
  const { frame } = r.layout.blocks[run.block];
  const [x, y] = props.toScreen(...toSheet(frame, ...placeOnRun(run, walk.endDistanceM)));
  const { maxKpa } = run.tape;
  const minKpa = results.walkFootKpa;
  const bed = `${plan.blocks.length > 1 ? `${block.name}, ` : ''}${bedWord(block, run.bed)} ${run.bed}`;
  const state = walk.endKpa <= 0 ? 'dry' : walk.endKpa < minKpa ? 'under its window' : walk.endKpa > maxKpa ? 'over its window' : walk.endKpa < run.tape.minKpa ? 'slow but even' : 'in its window';
  const whole = view.pointedBed === undefined && view.pickedBed === undefined;
  const second = whole ? `${bed} · weakest of ${r.emitters.toLocaleString('en-US')}${bed.length > 12 ? '' : ' emitters'}` : `${bed} · its weakest emitter`;
  const w = Math.max(BOX.w, second.length * CHARACTER_PX + 18);
  const boxX = Math.min(Math.max(8, x + 22), props.width - w - 48);
  const boxY = Math.min(Math.max(8, props.turned ? y + 20 : y - 58), props.height - BOX.h - FOOT_PX);
  return {
    x,
    y,
    boxX,
    boxY,
    first: `${settings.show(walk.endKpa, 'pressure')}, ${state}`,
    lineY: boxY > y ? boxY : boxY + BOX.h,
    second,
    w,
    bad: walk.endKpa < minKpa || walk.endKpa > maxKpa,
  };
});
</script>

<template>
  <g v-if="mark" class="mark" :class="{ bad: mark.bad }">
    <path :d="`M${mark.x} ${mark.y}L${Math.min(Math.max(mark.x, mark.boxX + 8), mark.boxX + mark.w - 8)} ${mark.lineY}`" />
    <circle :cx="mark.x" :cy="mark.y" r="6.5" />
    <rect :x="mark.boxX" :y="mark.boxY" :width="mark.w" :height="BOX.h" rx="3" />
    <text :x="mark.boxX + 9" :y="mark.boxY + 17" class="first">{{ mark.first }}</text>
    <text :x="mark.boxX + 9" :y="mark.boxY + 33">{{ mark.second }}</text>
  </g>
</template>

<style scoped>
.mark { pointer-events: none; }
path { stroke: var(--ink); fill: none; }
circle { fill: var(--card); stroke: var(--leaf); stroke-width: 2.6; }
.bad circle { stroke: var(--alarm); }
rect { fill: var(--card); stroke: var(--ink); stroke-width: 1.2; }
text { font-size: 12.5px; fill: var(--faint); }
.first { font-size: 14px; font-weight: 700; fill: var(--ink); }
.bad .first { fill: var(--alarm); }
</style>
