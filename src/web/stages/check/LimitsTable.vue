<script setup lang="ts">
import { msg } from '../../../core/language';
import { LIMIT_NAMES, LIMIT_TABLE, limitsOf, type LimitName } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';

/** The limits that findings go by, each with its source; a grower may set others. */
const plan = usePlan();
const edits = useEdits();
const own = (name: LimitName): boolean => plan.plan.wishes?.limits?.[name] !== undefined;
const set = (name: LimitName) => (value: number, gesture: string) => edits.limit(name, value, gesture);
const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const SCHOOLS = [
  { id: 'eu', name: msg`emission uniformity` },
  { id: 'variation', name: msg`what flow variation leaves` },
  { id: 'cu', name: msg`Christiansen’s coefficient` },
  { id: 'du', name: msg`the low quarter` },
];
</script>

<template>
  <details class="more">
    <summary>Limits used for these findings</summary>
    <p class="fill">
      Evenness is measured as
      <ChoiceField
        label="Measure of evenness"
        :value="plan.wishes.evenness"
        :options="SCHOOLS"
        :is-default="plan.plan.wishes?.evenness === undefined"
        @pick="edits.wishes({ evenness: $event as 'eu' }, msg`measure evenness otherwise`)"
      />, and
      <QuantityField
        id="target-evenness"
        label="Target evenness"
        kind="share"
        :value="plan.wishes.uniformity"
        :is-default="plan.plan.wishes?.uniformity === undefined"
        :take="(v, g) => edits.wishes({ uniformity: v }, msg`set the target evenness`, g)"
      />
      is the target.
    </p>
    <ul>
      <li v-for="name in LIMIT_NAMES" :key="name">
        <span>{{ capital(LIMIT_TABLE[name].says) }}</span>
        <QuantityField
          :id="`limit ${name}`"
          :label="capital(LIMIT_TABLE[name].says)"
          :kind="LIMIT_TABLE[name].kind"
          :value="limitsOf(plan.full)[name]"
          :is-default="!own(name)"
          :take="set(name)"
        />
        <small class="quiet">{{ LIMIT_TABLE[name].source }}</small>
        <button v-if="own(name)" type="button" class="asks" @click="edits.limit(name, undefined)">
          back to the usual
        </button>
      </li>
    </ul>
  </details>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 6px 0 12px;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 10px;
  align-items: baseline;
  padding: 5px 0;
  border-bottom: 1px solid var(--line);
  font-size: 14px;
}
small {
  grid-column: 1 / -1;
  line-height: 1.35;
}
</style>
