<script setup lang="ts">
import { line, scaleLinear } from 'd3';
import { computed } from 'vue';
import { grouped, msg } from '../../../core/language';
import { intakeCurve, intakeOf, measuredLph, mediumOf, sourceFlowLph } from '../../../core/network';
import { isPumped, kindOf } from '../../../core/plan';
import { KINDS, shownUnit } from '../../../core/units';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';

/** The source's pressure against its flow: as measured, minus the allowance, and where this plan works on it. */
const plan = usePlan();
const results = useResults();
const settings = useSettings();

const W = 344;
const H = 214;
const BOX = { x0: 46, x1: W - 12, y0: 20, y1: H - 34 };
const SAMPLES = 48;

const drawn = computed(() => {
  const { source } = plan;
  const { allowance } = plan.wishes;
  const demand = results.results?.demand;
  const flow = results.results?.flowLph ?? 0;
  const medium = mediumOf(plan.full);
  const asMeasured = intakeCurve(intakeOf(source, 1, 'best'), medium);
  const planned = intakeCurve(intakeOf(source, allowance), medium);
  const shut = asMeasured.kpa(0);
  const open = isPumped(source) ? sourceFlowLph(source, plan.full, 0) : measuredLph(source);
  const most = Math.max(Number.isFinite(open) ? open : 0, (demand?.askedLph ?? 0) * 1.15, flow * 1.15, 1);
  const top = Math.max(shut, Math.min(demand?.neededKpa ?? 0, shut * 2), 1) * 1.12;
  const flowUnit = KINDS.flow.units[shownUnit('flow', settings.units) as keyof typeof KINDS.flow.units];
  const pressureUnit =
    KINDS.pressure.units[shownUnit('pressure', settings.units) as keyof typeof KINDS.pressure.units];
  const x = scaleLinear([0, most], [BOX.x0, BOX.x1]);
  const y = scaleLinear([0, top], [BOX.y1, BOX.y0]);
  const path = line<[number, number]>();
  const trace = (kpa: (q: number) => number): string =>
    path(
      Array.from({ length: SAMPLES + 1 }, (_, i) => (most * i) / SAMPLES)
        .filter((q, i) => i === 0 || kpa(q) >= 0)
        .map((q): [number, number] => [x(q), y(kpa(q))]),
    ) ?? '';
  return {
    best: trace(asMeasured.kpa),
    planned: trace(planned.kpa),
    xTicks: scaleLinear([0, most / flowUnit.perUnit], [0, 1])
      .ticks(4)
      .map((t) => ({ at: x(t * flowUnit.perUnit), text: grouped(t) })),
    yTicks: scaleLinear([0, top / pressureUnit.perUnit], [0, 1])
      .ticks(4)
      .map((t) => ({ at: y(t * pressureUnit.perUnit), text: grouped(t) })),
    flowUnit: flowUnit.symbol,
    pressureUnit: pressureUnit.symbol,
    works: results.results ? { x: x(flow), y: y(Math.max(0, planned.kpa(flow))) } : undefined,
    needs:
      demand && demand.neededKpa <= top
        ? { x: x(demand.askedLph), y: y(Math.max(0, demand.neededKpa)) }
        : undefined,
    offSheet: demand !== undefined && demand.neededKpa > top,
  };
});
const summary = computed(() => {
  const r = results.results;
  if (!r) return msg`Supply curve`;
  return msg`Supply curve of ${plan.source.name}: the plan draws ${settings.show(r.flowLph, 'flow')}; it asks for ${settings.show(r.demand.askedLph, 'flow')} at ${settings.show(r.demand.neededKpa, 'pressure')}`;
});
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="summary">
      <g class="grid">
        <g v-for="t in drawn.yTicks" :key="`y${t.text}`">
          <path :d="`M${BOX.x0} ${t.at}H${BOX.x1}`" />
          <text :x="BOX.x0 - 6" :y="t.at + 4" text-anchor="end" class="num">{{ t.text }}</text>
        </g>
        <g v-for="t in drawn.xTicks" :key="`x${t.text}`">
          <path :d="`M${t.at} ${BOX.y1}v4`" />
          <text :x="t.at" :y="BOX.y1 + 17" text-anchor="middle" class="num">{{ t.text }}</text>
        </g>
        <text :x="BOX.x0 - 6" y="11" text-anchor="end">{{ drawn.pressureUnit }}</text>
        <text :x="BOX.x1" :y="H - 3" text-anchor="end">flow, {{ drawn.flowUnit }}</text>
      </g>
      <path :d="drawn.best" class="measured" />
      <path :d="drawn.planned" class="planned" />
      <g v-if="drawn.needs" class="needs">
        <path :d="`M${drawn.needs.x - 6} ${drawn.needs.y}h12M${drawn.needs.x} ${drawn.needs.y - 6}v12`" />
        <text :x="Math.min(drawn.needs.x + 9, BOX.x1 - 70)" :y="drawn.needs.y + 16">asked for</text>
      </g>
      <g v-if="drawn.works" class="works">
        <circle :cx="drawn.works.x" :cy="drawn.works.y" r="5.5" />
        <text :x="Math.min(drawn.works.x + 10, BOX.x1 - 76)" :y="drawn.works.y - 8">works here</text>
      </g>
    </svg>
    <figcaption class="quiet">
      {{ kindOf(plan.source).words.curve }}
      <template v-if="drawn.offSheet"> What the beds ask for is above the top of this chart.</template>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 4px 0 12px;
}
svg {
  width: 100%;
  display: block;
  overflow: visible;
}
.grid path {
  stroke: var(--line);
  fill: none;
}
.grid text {
  font-size: 12px;
  fill: var(--faint);
}
.planned {
  fill: none;
  stroke: var(--water);
  stroke-width: 2.6;
}
.measured {
  fill: none;
  stroke: var(--water);
  stroke-width: 1.4;
  stroke-dasharray: 5 4;
}
.works circle {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 2.6;
}
.needs path {
  stroke: var(--clay);
  stroke-width: 2.4;
}
.works text,
.needs text {
  font-size: 12.5px;
  font-weight: 600;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.needs text {
  fill: var(--clay);
}
</style>
