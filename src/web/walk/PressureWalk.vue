<script setup lang="ts">
import { msg } from '../../core/language';
import type { WalkKind } from '../../core/network';
import { bedName } from '../../core/plan';
import type { WorkingName } from '../../core/working';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { KINDS, shownUnit } from '../../core/units';
import type { WalkStep } from '../../core/network';
import Asks from '../parts/Asks.vue';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import { STEP_TYPE, useStepWords } from './useStepWords';
import { drawWalk, foldSteps } from './walkLine';
import { textWidth, typeLoaded } from '../parts/textWidth';

/** From the source to one emitter, where the pressure goes. */
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const view = useView();
const words = useStepWords();
const router = useRouter();
const chart = ref<HTMLElement>();
const { width, height } = useElementSize(chart);

/** Room under the line for names and figures, level or slanted. */
const FOOT_PX = { level: 46, slanted: 112 };
/** A step is no narrower than this while there is something to fold. */
const LEAST_PX = 48;
const LEFT_PX = 46;
const groups = computed(() =>
  foldSteps(results.walk?.steps ?? [], Math.max(4, Math.floor((width.value - LEFT_PX - 18) / LEAST_PX))),
);
const GAP_PX = 4;
/** Room along a slanted line for the name, px. */
const SLANTED_PX = 70;
/** Names stand aslant where they would run into each other. */
const slanted = computed(() => {
  void typeLoaded.value;
  if (width.value < 100) return false;
  const px = (box0: number): number =>
    (box0 - LEFT_PX - 18) / groups.value.reduce((sum, [g]) => sum + (g.lengthM > 0 ? 1.55 : 1), 0);
  const unit = px(width.value);
  return groups.value.some(
    (g) =>
      Math.max(
        textWidth(words.nameOf(g, 1), STEP_TYPE),
        textWidth(words.changeOf(g), { ...STEP_TYPE, mono: true }),
      ) >
      unit - GAP_PX,
  );
});
const box = computed(() => ({
  x0: LEFT_PX,
  x1: Math.max(200, width.value - 18),
  y0: 8,
  y1: Math.max(60, height.value - (slanted.value ? FOOT_PX.slanted : FOOT_PX.level)),
}));
const drawn = computed(() => {
  if (!results.walk || width.value < 100) return undefined;
  const key = shownUnit('pressure', settings.units) as keyof typeof KINDS.pressure.units;
  return drawWalk(
    results.walk,
    box.value,
    results.walkTape.maxKpa,
    KINDS.pressure.units[key].perUnit,
    groups.value,
  );
});
const worst = computed(() => {
  // What a regulator takes off is its work, not a loss to mend.
  const falls = (results.walk?.steps ?? [])
    .slice(1)
    .filter((s) => s.step?.part.role !== 'regulator' && s.kind !== 'switch' && s.kind !== 'hold')
    .map((s) => ({ s, fall: s.beforeKpa - s.afterKpa }));
  return falls.reduce<{ s: WalkStep; fall: number } | undefined>(
    (a, b) => (!a || b.fall > a.fall ? b : a),
    undefined,
  )?.s;
});
const band = computed(() => {
  if (!drawn.value) return undefined;
  const run = drawn.value.steps.find((s) => s.steps[0].kind === 'header') ?? drawn.value.steps.at(-1)!;
  const { minKpa, maxKpa } = results.walkTape;
  return {
    x: run.x0,
    w: box.value.x1 - run.x0,
    y: drawn.value.y(maxKpa),
    h: Math.max(2, drawn.value.y(minKpa) - drawn.value.y(maxKpa)),
  };
});
const title = computed(() =>
  results.walk
    ? msg`in ${settings.parts(0, 'pressure').unit}, ${plan.source.name} → ${plan.blocks.length > 1 ? `${plan.blocks[results.walk.block]?.name}, ` : ''}${bedName(plan.blocks[results.walk.block], results.walk.bed)}, ${results.walk.endDistanceM > 0 ? msg`its weakest emitter` : msg`its inlet`}`
    : '',
);
/** What shows how a step was come by. */
const WORKING_OF: Record<WalkKind, WorkingName> = {
  rest: 'available',
  drawing: 'available',
  draw: 'available',
  lift: 'available',
  switch: 'available',
  boost: 'available',
  hold: 'available',
  join: 'available',
  part: 'parts',
  main: 'main',
  header: 'header',
  run: 'end',
};
/** A part is shown where it can be changed; of all else the working. */
function open(step: WalkStep): void {
  const part = step.kind === 'part' ? /^part (.+) ([^ ]+)$/.exec(step.key) : undefined;
  if (!part) return void (view.openWorking = WORKING_OF[step.kind]);
  if (plan.blocks.some((b) => b.id === part[1])) plan.pickBlock(part[1]);
  view.pickedPart = { place: part[1], id: part[2] };
  void router.push({ name: 'pipework', params: router.currentRoute.value.params });
}
const number = (kpa: number): string => settings.parts(kpa, 'pressure').number;
/** Axis figures are round: no decimals that say nothing. */
const tick = (kpa: number): string =>
  String(
    Number(
      (
        kpa /
        KINDS.pressure.units[shownUnit('pressure', settings.units) as keyof typeof KINDS.pressure.units]
          .perUnit
      ).toPrecision(6),
    ),
  );
</script>

<template>
  <section class="walk" aria-label="Pressure walk">
    <header>
      <h3>Pressure walk</h3>
      <span class="quiet">{{ title }}</span>
      <span class="grow" />
      <span class="quiet"
        ><Asks working="header">header loss</Asks> · <Asks working="end">far end</Asks></span
      >
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
        <text :x="box.x1" :y="band.y < 20 ? band.y + 15 : band.y - 5" text-anchor="end" class="window">
          {{
            results.walkFootKpa < results.walkTape.minKpa
              ? msg`its label says`
              : results.walkTape.kind === 'tape'
                ? msg`tape works`
                : msg`emitters work`
          }}
          {{ number(results.walkTape.minKpa) }}–{{ settings.show(results.walkTape.maxKpa, 'pressure') }}
        </text>
        <path :d="drawn.area" class="area" />
        <path :d="drawn.line" class="line" />
        <circle :cx="box.x1" :cy="drawn.y(results.walk!.endKpa)" r="5" class="end" />
        <g
          v-for="(s, i) in drawn.steps"
          :key="i"
          class="step"
          :class="{
            lit: s.steps.some((x) => x.key === view.pointedStep),
            worst: worst && s.steps.includes(worst),
          }"
          role="button"
          tabindex="0"
          :aria-description="words.sentenceOf(s.steps)"
          @click="open(s.step)"
          @keydown.enter="open(s.step)"
          @pointerenter="view.pointedStep = s.step.key"
          @pointerleave="view.pointedStep = undefined"
          @focus="view.pointedStep = s.step.key"
          @blur="view.pointedStep = undefined"
        >
          <rect :x="s.x0" :y="0" :width="s.x1 - s.x0" :height="height" class="hit" />
          <path :d="`M${s.x0} ${box.y1}v5M${s.x1} ${box.y1}v5`" />
          <text
            v-if="slanted"
            :transform="`translate(${(s.x0 + s.x1) / 2 + 4} ${box.y1 + 16}) rotate(-56)`"
            text-anchor="end"
            :data-label="`step/${i}`"
          >
            {{ words.nameOf(s.steps, SLANTED_PX) }}
            <tspan class="num">{{ words.changeOf(s.steps) }}</tspan>
          </text>
          <template v-else>
            <text :x="(s.x0 + s.x1) / 2" :y="height - 25" text-anchor="middle" :data-label="`step/${i}`">
              {{ words.nameOf(s.steps, s.x1 - s.x0) }}
            </text>
            <text
              :x="(s.x0 + s.x1) / 2"
              :y="height - 7"
              text-anchor="middle"
              class="num"
              :data-label="`loss/${i}`"
            >
              {{ words.changeOf(s.steps) }}
            </text>
          </template>
        </g>
      </svg>
    </div>
  </section>
</template>

<style scoped>
.walk {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 8px 0 0;
}
header {
  display: flex;
  gap: 16px;
  align-items: baseline;
  padding: 0 16px;
}
.grow {
  flex: 1;
}
h3 {
  font-size: 15.5px;
}
.chart {
  flex: 1;
  min-height: 0;
  overflow: hidden;
}
.grid path {
  stroke: var(--line);
  stroke-width: 0.8;
}
.grid text {
  font-size: 12px;
  fill: var(--faint);
}
.band {
  fill: var(--window);
}
.window {
  font-size: 12.5px;
  font-weight: 600;
  fill: var(--leaf);
  stroke: var(--paper);
  stroke-width: 3px;
  paint-order: stroke;
}
.area {
  fill: var(--walk);
}
.line {
  fill: none;
  stroke: var(--water);
  stroke-width: 2.6;
}
.end {
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 2.4;
}
.step path {
  stroke: var(--faint);
  fill: none;
}
.step text {
  font-size: 12.5px;
  fill: var(--ink);
}
.step .hit {
  fill: transparent;
}
.step {
  cursor: help;
}
.step.lit .hit {
  fill: color-mix(in srgb, var(--picked) 55%, transparent);
}
.step:focus-visible {
  outline: none;
}
.step:focus-visible .hit {
  stroke: var(--water);
  stroke-width: 2.5;
}
.step.worst text {
  font-weight: 700;
  fill: var(--clay);
}
</style>
