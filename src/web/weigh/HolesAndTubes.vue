<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { material } from '../../core/catalog/materials';
import { drillsAlong, largestEvenHoleMm, tubesFor } from '../../core/choose';
import { mediumOf } from '../../core/network';
import DrillChooser from './DrillChooser.vue';
import QuantityField from '../parts/QuantityField.vue';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';

/** Drills for a hose that waters evenly, and lengths of microtube for a wished flow. */
const plan = usePlan();
const results = useResults();
const settings = useSettings();

const run = computed(() =>
  results.results && results.block && results.block.weakest >= 0
    ? results.results.runs[results.block.weakest]
    : undefined,
);
const kpa = ref<number>();
const lengthM = ref<number>();
const flowLph = ref(4);
const tubeMm = ref(plan.block.tape.tubeMm);
const boreMm = ref(material('drilled').label.boreMm);
const spacingM = ref(plan.block.tape.spacingM);
const inlet = computed(() => kpa.value ?? run.value?.inletKpa ?? 50);
const length = computed(
  () => lengthM.value ?? (run.value ? run.value.run.lengthM - run.value.run.leadM : plan.block.beds.lengthM),
);
const slope = computed(() => run.value?.run.lie().slope ?? 0);
const positive = (set: (v: number) => void, most: number) => (value: number) => {
  if (!(value > 0) || value > most) return { rule: 'number.max', limit: most, what: msg`above nothing` };
  set(value);
  return undefined;
};
const caseOf = computed(() => ({
  tape: {
    ...plan.block.tape,
    ...material('drilled').label,
    kind: 'drilled' as const,
    boreMm: boreMm.value,
    spacingM: spacingM.value,
  },
  medium: mediumOf(plan.full),
  school: plan.wishes.evenness,
  inletKpa: inlet.value,
  takeOffK: plan.block.header.takeOffK,
}));
const alike = computed(() =>
  largestEvenHoleMm(caseOf.value, length.value, slope.value, plan.wishes.uniformity),
);
const STRETCHES = 4;
const graded = computed(() => drillsAlong(caseOf.value, length.value, slope.value, flowLph.value, STRETCHES));
const SHARES = [1, 0.75, 0.5, 0.25];
const tubes = computed(() => {
  const pressures = SHARES.map((s) => inlet.value * s);
  return tubesFor(tubeMm.value, flowLph.value, pressures, plan.wishes.waterC).map((m, i) => ({
    kpa: pressures[i],
    m,
  }));
});
const drill = (mm: number): string =>
  Number.isFinite(mm) ? settings.show(Math.round(mm * 10) / 10, 'bore') : msg`no pressure left`;
const set = {
  kpa: positive((v) => (kpa.value = v), 2000),
  length: positive((v) => (lengthM.value = v), 1000),
  flow: positive((v) => (flowLph.value = v), 500),
  tube: positive((v) => (tubeMm.value = v), 5),
  bore: positive((v) => (boreMm.value = v), 100),
  spacing: positive((v) => (spacingM.value = v), 10),
};
</script>

<template>
  <section>
    <DrillChooser />
    <h3>One line by itself</h3>
    <p class="fill">
      A line
      <QuantityField
        id="length-of-the-line"
        label="Length of the line"
        kind="length"
        :value="length"
        :is-default="lengthM === undefined"
        :take="set.length"
      />
      long with
      <QuantityField
        id="pressure-at-its-inlet"
        label="Pressure at its inlet"
        kind="pressure"
        :value="inlet"
        :is-default="kpa === undefined"
        :take="set.kpa"
      />
      at its inlet,
      <QuantityField
        id="bore-of-the-hose"
        label="Bore of the hose"
        kind="bore"
        :value="boreMm"
        :take="set.bore"
      />
      bore, an outlet every
      <QuantityField
        id="distance-of-the-outlets"
        label="Distance of the outlets"
        kind="spacing"
        :value="spacingM"
        :take="set.spacing"
      />, each to give
      <QuantityField
        id="target-flow-of-an-outlet"
        label="Target flow of an outlet"
        kind="emitterFlow"
        :value="flowLph"
        :take="set.flow"
      />.
    </p>
    <div class="two">
      <article>
        <h3>Drilled hose</h3>
        <p v-if="alike">
          Holes all alike: up to <b class="num">{{ drill(alike) }}</b> it stays
          {{ settings.show(plan.wishes.uniformity, 'share') }} even, if drilled as exactly as with a jig.
        </p>
        <p v-else>
          Holes all alike are not {{ settings.show(plan.wishes.uniformity, 'share') }} even here, however
          small: drill them larger towards the far end.
        </p>
        <table>
          <thead>
            <tr>
              <th scope="col">stretch</th>
              <th scope="col">pressure</th>
              <th scope="col">drill</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="d in graded" :key="d.fromM">
              <th scope="row" class="num">
                {{ settings.show(d.fromM, 'length') }} – {{ settings.show(d.toM, 'length') }}
              </th>
              <td class="num">{{ settings.show(d.kpa, 'pressure') }}</td>
              <td class="num">{{ drill(d.holeMm) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="quiet">
          Orifice with a discharge of 0.61 (Torricelli). Try one stretch first: a blunt drill tears the hole
          wider.
        </p>
      </article>
      <article>
        <h3>Microtubes</h3>
        <p class="fill">
          Of
          <QuantityField
            id="bore-of-the-microtube"
            label="Bore of the microtube"
            kind="bore"
            :value="tubeMm"
            :take="set.tube"
          />
          bore they give that flow when cut to
        </p>
        <table>
          <thead>
            <tr>
              <th scope="col">pressure there</th>
              <th scope="col">length</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="t in tubes" :key="t.kpa">
              <th scope="row" class="num">{{ settings.show(t.kpa, 'pressure') }}</th>
              <td class="num">{{ t.m > 0 ? settings.show(t.m, 'height') : msg`too thin for it` }}</td>
            </tr>
          </tbody>
        </table>
        <p class="quiet">
          Friction of the tube itself with its entrance and jet (Darcy–Weisbach). The nearer the water, the
          longer.
        </p>
      </article>
    </div>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 24px;
}
h3 {
  font-size: 16px;
  margin-bottom: 6px;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 14.5px;
  margin-bottom: 8px;
}
th,
td {
  text-align: left;
  padding: 3px 10px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
thead th {
  font-weight: 700;
}
</style>
