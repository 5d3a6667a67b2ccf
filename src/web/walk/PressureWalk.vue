<script setup lang="ts">
import type { WalkKind } from '../../core/network';
import { bedWord } from '../../core/plan';
import type { WorkingName } from '../../core/working';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { KINDS, shownUnit } from '../../core/units';
import type { WalkStep } from '../../core/network';
import Asks from '../parts/Asks.vue';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import { useStepWords } from './useStepWords';
import { drawWalk } from './walkLine';

/** From the source to one emitter, where the pressure goes. */
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const view = useView();
const words = useStepWords();
const chart = ref<HTMLElement>();
const { width, height } = useElementSize(chart);

const FOOT_PX = 46;
const box = computed(() => ({ x0: 46, x1: Math.max(200, width.value - 18), y0: 8, y1: Math.max(60, height.value - FOOT_PX) }));
const drawn = computed(() => {
  if (!results.walk || width.value < 100) return undefined;
  const key = shownUnit('pressure', settings.units) as keyof typeof KINDS.pressure.units;
  return drawWalk(results.walk, box.value, results.walkTape.maxKpa, KINDS.pressure.units[key].perUnit);
});
const worst = computed(() => {
  // What a regulator takes off is its work, not a loss to mend.
  const falls = (results.walk?.steps ?? []).slice(1).filter((s) => s.step?.part.role !== 'regulator' && s.kind !== 'switch' && s.kind !== 'hold').map((s) => ({ s, fall: s.beforeKpa - s.afterKpa }));
  return falls.reduce<{ s: WalkStep; fall: number } | undefined>((a, b) => (!a || b.fall > a.fall ? b : a), undefined)?.s;
});
const band = computed(() => {
  if (!drawn.value) return undefined;
  const run = drawn.value.steps.find((s) => s.step.kind === 'header') ?? drawn.value.steps.at(-1)!;
  const { minKpa, maxKpa } = results.walkTape;
  return { x: run.x0, w: box.value.x1 - run.x0, y: drawn.value.y(maxKpa), h: Math.max(2, drawn.value.y(minKpa) - drawn.value.y(maxKpa)) };
});
const title = computed(() => (results.walk ? `in ${settings.parts(0, 'pressure').unit}, ${plan.source.name} → ${plan.blocks.length > 1 ? `${plan.blocks[results.walk.block]?.name}, ` : ''}${bedWord(plan.blocks[results.walk.block], results.walk.bed)} ${results.walk.bed}, ${results.walk.endDistanceM > 0 ? 'its weakest emitter' : 'its inlet'}` : ''));
/** What shows how a step was come by. */
const WORKING_OF: Record<WalkKind, WorkingName> = { rest: 'available', drawing: 'available', lift: 'available', switch: 'available', boost: 'available', hold: 'available', part: 'parts', main: 'main', header: 'header', run: 'end' };
const number = (kpa: number): string => settings.parts(kpa, 'pressure').number;
/** Axis figures are round: no decimals that say nothing. */
const tick = (kpa: number): string => String(Number((kpa / KINDS.pressure.units[shownUnit('pressure', settings.units) as keyof typeof KINDS.pressure.units].perUnit).toPrecision(6)));
</script>

<template>
  <section class="walk" aria-label="Pressure walk">
    <header>
      <h3>Pressure walk</h3>
      <span class="quiet">{{ title }}</span>
      <span class="grow" />
      <span class="quiet"><Asks working="header">header loss</Asks> · <Asks working="end">far end</Asks></span>
    </header>
    <div ref="chart" class="chart">
      <svg v-if="drawn && band" :width="width" :height="height">
        <g class="grid" aria-hidden="true">
          <g v-for="t in drawn.ticks" :key="t">
            <path :d="`M${box.x0} ${drawn.y(t)}H${box.x1}`" />
            <text :x="box.x0 - 7" :y="drawn.y(t) + 4" text-anchor="end" class="num">{{ tick(t) }}</text>
          </g>
        </g>
        <rect :x="band.x" :y="band.y" :width="band.w" :height="band.h" class="band" />
        <text :x="box.x1" :y="band.y - 5" text-anchor="end" class="window">{{ results.walkFootKpa < results.walkTape.minKpa ? 'its label says' : results.walkTape.kind === 'tape' ? 'tape works' : 'emitters work' }} {{ number(results.walkTape.minKpa) }}–{{ settings.show(results.walkTape.maxKpa, 'pressure') }}</text>
        <path :d="drawn.area" class="area" />
        <path :d="drawn.line" class="line" />
        <circle :cx="box.x1" :cy="drawn.y(results.walk!.endKpa)" r="5" class="end" />
        <g
          v-for="(s, i) in drawn.steps"
          :key="i"
          class="step"
          :class="{ lit: view.pointedStep === s.step.key, worst: s.step === worst }"
          role="button"
          tabindex="0"
          :aria-description="words.sentence(s.step)"
          @click="view.openWorking = WORKING_OF[s.step.kind]"
          @keydown.enter="view.openWorking = WORKING_OF[s.step.kind]"
          @pointerenter="view.pointedStep = s.step.key"
          @pointerleave="view.pointedStep = undefined"
          @focus="view.pointedStep = s.step.key"
          @blur="view.pointedStep = undefined"
        >
          <rect :x="s.x0" :y="0" :width="s.x1 - s.x0" :height="height" class="hit" />
          <path :d="`M${s.x0} ${box.y1}v5M${s.x1} ${box.y1}v5`" />
          <text :x="(s.x0 + s.x1) / 2" :y="height - 25" text-anchor="middle">{{ words.name(s.step, s.x1 - s.x0) }}</text>
          <text :x="(s.x0 + s.x1) / 2" :y="height - 7" text-anchor="middle" class="num">{{ words.change(s.step) }}</text>
        </g>
      </svg>
    </div>
  </section>
</template>

<style scoped>
.walk { display: flex; flex-direction: column; min-height: 0; padding: 8px 0 0; }
header { display: flex; gap: 16px; align-items: baseline; padding: 0 16px; }
.grow { flex: 1; }
h3 { font-size: 15.5px; }
.chart { flex: 1; min-height: 0; overflow: hidden; }
.grid path { stroke: var(--line); stroke-width: 0.8; }
.grid text { font-size: 12px; fill: var(--faint); }
.band { fill: var(--window); }
.window { font-size: 12.5px; font-weight: 600; fill: var(--leaf); stroke: var(--paper); stroke-width: 3px; paint-order: stroke; }
.area { fill: var(--walk); }
.line { fill: none; stroke: var(--water); stroke-width: 2.6; }
.end { fill: var(--paper); stroke: var(--ink); stroke-width: 2.4; }
.step path { stroke: var(--faint); fill: none; }
.step text { font-size: 12.5px; fill: var(--ink); }
.step .hit { fill: transparent; }
.step { cursor: help; }
.step.lit .hit { fill: color-mix(in srgb, var(--picked) 55%, transparent); }
.step:focus-visible { outline: none; }
.step:focus-visible .hit { stroke: var(--water); stroke-width: 2.5; }
.step.worst text { font-weight: 700; fill: var(--clay); }
</style>
