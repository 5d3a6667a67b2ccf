<script setup lang="ts">
import { computed } from 'vue';
import { SOILS } from '../../../core/catalog/parts';
import Asks from '../../parts/Asks.vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import StripsPicture from './StripsPicture.vue';
import TapeSentences from './TapeSentences.vue';

const plan = usePlan();
const edits = useEdits();
const results = useResults();
const settings = useSettings();
const view = useView();

const beds = computed(() => plan.block.beds);
const stated = computed(() => plan.plan.blocks[0]);
const isDefault = (part: 'beds' | 'ground', field: string): boolean => (stated.value[part] as Record<string, unknown> | undefined)?.[field] === undefined;
const set = (field: string, label: string) => (value: number, gesture: string) => edits.block('beds', { [field]: value }, label, gesture);
const ground = (field: 'slopeAlong' | 'slopeAcross', label: string) => (value: number, gesture: string) => edits.block('ground', { [field]: value }, label, gesture);

const lengths = computed(() => {
  const all = Array.from({ length: beds.value.count }, (_, i) => beds.value.lengthsM[i + 1] ?? beds.value.lengthM);
  return { shortest: Math.min(...all), longest: Math.max(...all), unlike: Math.min(...all) !== Math.max(...all) };
});
const picked = computed(() => (view.pickedBed !== undefined && view.pickedBed <= beds.value.count ? view.pickedBed : undefined));
const pickedLength = computed(() => (picked.value === undefined ? 0 : (beds.value.lengthsM[picked.value] ?? beds.value.lengthM)));
const bedNumber = computed(() => results.walk?.bed ?? 1);
const bedFlow = computed(() => results.results?.beds[bedNumber.value - 1]?.flowLph ?? 0);
/** Water over bed and path together, mm/h: litres per hour on a square metre. */
const rate = computed(() => {
  const r = results.results;
  if (!r) return 0;
  const areaM2 = r.layout.beds.reduce((a, b) => a + b.lengthM * (b.widthM + beds.value.pathM), 0);
  return r.flowLph / areaM2;
});
const tapeM = computed(() => results.results?.runs.reduce((m, r) => m + r.run.lengthM - r.run.leadM, 0) ?? 0);
const rises = (slope: number): string => (slope === 0 ? 'level' : slope > 0 ? 'rising' : 'falling');
</script>

<template>
  <section>
    <h2>Beds</h2>
    <p class="fill">
      <QuantityField label="Number of beds" kind="count" :value="beds.count" :is-default="isDefault('beds', 'count')" :take="set('count', 'set the number of beds')" /> beds,
      <QuantityField label="Bed width" kind="width" :value="beds.widthM" :is-default="isDefault('beds', 'widthM')" :take="set('widthM', 'set the bed width')" /> wide with
      <QuantityField label="Path width" kind="width" :value="beds.pathM" :is-default="isDefault('beds', 'pathM')" :take="set('pathM', 'set the path width')" /> paths,
      <QuantityField label="Length of the beds" kind="length" :value="beds.lengthM" :is-default="isDefault('beds', 'lengthM')" :take="(v, g) => edits.block('beds', { lengthM: v }, 'set the beds’ length', g)" /> long<template v-if="lengths.unlike">
        but for some ({{ settings.show(lengths.shortest, 'length') }} to {{ settings.show(lengths.longest, 'length') }};
        <button type="button" class="asks" @click="edits.bedLength(undefined, beds.lengthM)">make all alike</button>)</template>.
      <QuantityField label="Runs per bed" kind="count" :value="beds.runsPerBed" :is-default="isDefault('beds', 'runsPerBed')" :take="set('runsPerBed', 'set the runs per bed')" /> runs in each.
    </p>
    <p v-if="picked !== undefined" class="fill picked">
      Bed {{ picked }} is <QuantityField :key="picked" :label="`Length of bed ${picked}`" kind="length" :value="pickedLength" :take="(v, g) => edits.bedLength(picked, v, g)" /> long.
    </p>
    <p v-else class="quiet">Take hold of a bed’s far end on the sheet to shorten it, or pick a bed and type its length.</p>

    <TapeSentences />

    <p class="fill">
      The soil is <ChoiceField label="Soil" :value="plan.block.ground.soil" :options="SOILS" :is-default="isDefault('ground', 'soil')" @pick="edits.block('ground', { soil: $event as never }, 'set the soil')" />.
      Along the beds the ground is {{ rises(plan.block.ground.slopeAlong) }}:
      <QuantityField label="Rise along the beds" kind="slope" :value="plan.block.ground.slopeAlong" :is-default="isDefault('ground', 'slopeAlong')" :take="ground('slopeAlong', 'set the slope along')" />; across them, left to right,
      <QuantityField label="Rise across the beds" kind="slope" :value="plan.block.ground.slopeAcross" :is-default="isDefault('ground', 'slopeAcross')" :take="ground('slopeAcross', 'set the slope across')" />.
    </p>
    <p class="quiet">A fall is written with a minus. That makes {{ settings.show(plan.block.ground.slopeAlong * beds.lengthM, 'height') }} from the near to the far end.</p>
    <StripsPicture />

    <dl v-if="results.results && results.answer" class="rows" :class="{ stale: results.stale }">
      <dt><Asks working="bed">Bed {{ bedNumber }} draws</Asks></dt>
      <dd class="num">{{ settings.show(bedFlow, 'flow') }}</dd>
      <dt>All {{ beds.count }}</dt>
      <dd class="num">{{ settings.show(results.results.flowLph, 'flow') }}</dd>
      <dt>Longest run that keeps {{ settings.show(plan.full.wishes.uniformity, 'share') }}</dt>
      <dd class="num">{{ results.answer.longestM >= 1000 ? 'any' : settings.show(results.answer.longestM, 'length') }}</dd>
      <dt>Put on, beds and paths</dt>
      <dd class="num">{{ settings.show(rate, 'rate') }}</dd>
      <dt>Tape in the ground</dt>
      <dd class="num">{{ settings.show(tapeM, 'length') }}</dd>
    </dl>
  </section>
</template>

<style scoped>
.picked { border-left: 4px solid var(--ink); padding-left: 10px; }
</style>
