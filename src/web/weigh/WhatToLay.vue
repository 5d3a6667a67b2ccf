<script setup lang="ts">
import { reactive, shallowRef, watch } from 'vue';
import { msg } from '../../core/language';
import { material } from '../../core/catalog/materials';
import { waterKind } from '../../core/catalog/water';
import { soilKind } from '../../core/catalog/soils';
import { tellReason, type Asked, type Weighed } from '../../core/choose';
import ChoiceField from '../parts/ChoiceField.vue';
import QuantityField from '../parts/QuantityField.vue';
import { useAdvice } from '../stores/advice';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useWeigh } from '../stores/weigh';

/** Every kind of thing that could be laid, weighed by questions and by solving the plan with it. */
const plan = usePlan();
const settings = useSettings();
const advice = useAdvice();
const weigh = useWeigh();

const asked = reactive<Asked>({
  curved: plan.block.beds.rows === 'curved',
  years: 2,
  budget: 'fair',
  steppedOn: false,
});
const found = shallowRef<Weighed[]>([]);
const MOST_YEARS = 20;
const BUDGETS = [
  { id: 'tight', name: msg`small` },
  { id: 'fair', name: msg`medium` },
  { id: 'free', name: msg`large` },
];
const YES = [
  { id: 'yes', name: msg`are` },
  { id: 'no', name: msg`are not` },
];
function setYears(value: number) {
  if (!Number.isInteger(value) || value < 1 || value > MOST_YEARS)
    return { rule: 'contradiction', what: msg`whole years, 1 to ${MOST_YEARS}` };
  asked.years = value;
  return undefined;
}
async function go(): Promise<void> {
  const list = await weigh.ask((a, n, p, tell) => a.whatToLay(n, p, plan.block.id, { ...asked }, tell));
  if (list) found.value = list;
}
watch([() => ({ ...asked }), () => plan.plan, () => plan.block.id], () => void go(), { immediate: true });
const sayReasons = (w: Weighed, good: boolean): string[] =>
  w.reasons.filter((r) => r.good === good).map((r) => tellReason(r, settings.show));
function take(w: Weighed): void {
  advice.takeAs(msg`lay ${material(w.material).name} in ${plan.block.name}`, w.changes);
}
</script>

<template>
  <section>
    <p class="fill">
      The rows
      <ChoiceField
        label="Rows are curved"
        :value="asked.curved ? 'yes' : 'no'"
        :options="YES"
        @pick="asked.curved = $event === 'yes'"
      />
      curved, and people
      <ChoiceField
        label="It is stepped on"
        :value="asked.steppedOn ? 'yes' : 'no'"
        :options="[
          { id: 'yes', name: msg`do` },
          { id: 'no', name: msg`do not` },
        ]"
        @pick="asked.steppedOn = $event === 'yes'"
      />
      step on it. It should last for
      <QuantityField
        id="years-it-should-last"
        label="Years it should last"
        kind="count"
        :value="asked.years"
        :take="setYears"
      />
      years; budget:
      <ChoiceField
        label="Budget"
        :value="asked.budget"
        :options="BUDGETS"
        @pick="asked.budget = $event as Asked['budget']"
      />. From the plan: {{ plan.source.water.map((w) => waterKind(w).name).join(', ') }} water,
      {{ soilKind(plan.block.ground.soil).name }}, beds of up to
      {{ settings.show(Math.max(plan.block.beds.lengthM, 0), 'length') }}.
    </p>
    <v-progress-linear
      v-if="weigh.working"
      :model-value="100 * weigh.progress"
      color="primary"
      height="6"
      aria-label="Progress of the comparison"
    />
    <ol>
      <li v-for="(w, i) in found" :key="w.material">
        <h3>
          {{ i + 1 }} · {{ material(w.material).name }} <small v-if="w.changes.length === 0">as it is</small>
        </h3>
        <ul class="for">
          <li v-for="r in sayReasons(w, true)" :key="r">{{ r }}</li>
        </ul>
        <ul class="against">
          <li v-for="r in sayReasons(w, false)" :key="r">{{ r }}</li>
        </ul>
        <v-btn
          v-if="w.changes.length > 0"
          size="small"
          :aria-label="msg`Lay it: ${material(w.material).name}`"
          @click="take(w)"
          >Lay it</v-btn
        >
      </li>
    </ol>
    <p class="quiet">
      Best first: what works here outweighs comfort, and cost counts as much as you say. Costs are typical, in
      no particular currency.
    </p>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(290px, 1fr));
  gap: 12px;
}
ol > li {
  border: 1px solid var(--line);
  border-left: 5px solid var(--faint);
  border-radius: 4px;
  padding: 8px 12px 10px;
}
ol > li:first-child {
  border-left-color: var(--leaf);
}
h3 {
  font-size: 16px;
  margin-bottom: 4px;
}
small {
  font-weight: 400;
  color: var(--faint);
}
ul {
  list-style: none;
  padding: 0;
  margin: 0 0 6px;
  font-size: 14px;
  line-height: 1.4;
}
.for li::before {
  content: '+ ';
  font-weight: 700;
  color: var(--leaf);
}
.against li::before {
  content: '− ';
  font-weight: 700;
  color: var(--clay);
}
</style>
