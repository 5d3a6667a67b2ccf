<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { msg } from '../../core/language';
import { material } from '../../core/catalog/materials';
import type { RunLengthChart } from '../../core/choose';
import { mediumOf } from '../../core/network';
import LineChart from '../parts/LineChart.vue';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useWeigh } from '../stores/weigh';

/** Longest run against slope for what lies in the block, at the pressure its header gives, with its own runs as dots. */
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const weigh = useWeigh();
const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const chart = shallowRef<RunLengthChart[]>([]);
/** Runs drawn as dots, at most. */
const MOST_DOTS = 400;

const runs = computed(() => {
  const r = results.results;
  const block = results.block;
  return r && block
    ? r.runs
        .slice(block.firstRun, block.firstRun + block.runCount)
        .filter((x) => x.emitters > 0 && x.run.tape === plan.block.tape)
    : [];
});
/** The lowest of the block's runs' inlet pressures: what the chart promises holds for all of them. */
const inletKpa = computed(() => (runs.value.length > 0 ? Math.min(...runs.value.map((x) => x.inletKpa)) : 0));
watch(
  [inletKpa, () => plan.block.tape, () => plan.wishes],
  async () => {
    if (!(inletKpa.value > 0)) return void (chart.value = []);
    const c = {
      tape: plan.block.tape,
      medium: mediumOf(plan.full),
      school: plan.wishes.evenness,
      inletKpa: inletKpa.value,
      takeOffK: plan.block.header.takeOffK,
    };
    const found = await weigh.ask((a, n) => a.runLengths(n, JSON.parse(JSON.stringify(c))));
    if (found) chart.value = found;
  },
  { immediate: true },
);
const series = computed(() =>
  chart.value.map((l) => ({
    name: msg`${settings.show(l.evenness, 'share')} even`,
    points: l.points.map((p) => [p.slope, p.lengthM] as const),
  })),
);
const dots = computed(() => {
  const step = Math.max(1, Math.ceil(runs.value.length / MOST_DOTS));
  const slopes = chart.value[0]?.points.map((p) => p.slope) ?? [0];
  const within = (s: number): number => Math.min(slopes.at(-1)!, Math.max(slopes[0], s));
  return runs.value
    .filter((_, i) => i % step === 0)
    .map((x) => ({
      x: within(x.run.lie().slope),
      y: x.run.lengthM - x.run.leadM,
      name: msg`bed ${x.run.bed}: ${settings.show(x.run.lengthM - x.run.leadM, 'length')}, ${settings.show(x.uniformity, 'share')} even`,
    }));
});
</script>

<template>
  <section>
    <p v-if="runs.length === 0">No run of this block waters now.</p>
    <template v-else>
      <p>
        {{ capital(material(plan.block.tape.kind).name) }} of
        {{ settings.show(plan.block.tape.flowLph, 'emitterFlow') }} every
        {{ settings.show(plan.block.tape.spacingM, 'spacing') }} in a bore of
        {{ settings.show(plan.block.tape.boreMm, 'bore') }}, fed with
        {{ settings.show(inletKpa, 'pressure') }}, the least that a take-off of this block gets. Dots are its
        runs: under a line they are at least that even.
      </p>
      <p v-if="chart.length === 0" class="quiet">Working it out</p>
      <LineChart
        v-else
        label="Longest run against slope"
        :series="series"
        :dots="dots"
        x-name="slope away from the header: falling left, rising right"
        y-name=""
        x-kind="slope"
        y-kind="length"
        :from="0"
        :height="340"
      />
    </template>
  </section>
</template>
