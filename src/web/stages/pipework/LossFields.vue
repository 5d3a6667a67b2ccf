<script setup lang="ts">
import { computed } from 'vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan, type Refusal } from '../../stores/plan';

/** Losses of the parts and fittings, and the school of friction, for those who have the sheets. */
const plan = usePlan();
const edits = useEdits();

const SCHOOLS = [
  { id: 'darcy-weisbach', name: 'Darcy–Weisbach' },
  { id: 'hazen-williams', name: 'Hazen–Williams' },
];

interface Row {
  name: string;
  fixedKpa: number;
  lossKpa: number;
  atLph: number;
  stated: Record<string, unknown> | undefined;
  set: (fields: Record<string, number>, gesture: string) => Refusal | undefined;
}
const rows = computed((): Row[] => {
  const { backflow, filter } = plan.full.head;
  const { regulator } = plan.block;
  const list: (Row & { part: string })[] = [
    { ...backflow, name: 'Backflow preventer', stated: plan.plan.head?.backflow, set: (f, g) => edits.head('backflow', f, 'set its loss', g) },
    { ...filter, name: 'Filter', stated: plan.plan.head?.filter, set: (f, g) => edits.head('filter', f, 'set its loss', g) },
    { ...regulator, name: 'Regulator', stated: plan.plan.blocks[0].regulator, set: (f, g) => edits.block('regulator', f, 'set its loss', g) },
  ];
  return list.filter((r) => r.part !== 'none');
});
</script>

<template>
  <details class="more">
    <summary>Losses, fittings, friction</summary>
    <p v-for="r in rows" :key="r.name" class="fill">
      {{ r.name }}: <template v-if="r.fixedKpa > 0"><QuantityField :label="`${r.name}, fixed loss`" kind="pressure" :value="r.fixedKpa" :is-default="r.stated?.fixedKpa === undefined" :take="(v, g) => r.set({ fixedKpa: v }, g)" /> always, and </template>
      <QuantityField :label="`${r.name}, loss`" kind="pressure" :value="r.lossKpa" :is-default="r.stated?.lossKpa === undefined" :take="(v, g) => r.set({ lossKpa: v }, g)" /> at
      <QuantityField :label="`${r.name}, at`" kind="flow" :value="r.atLph" :is-default="r.stated?.atLph === undefined" :take="(v, g) => r.set({ atLph: v }, g)" />.
    </p>
    <p class="fill">
      Fittings of the main: <QuantityField label="Fittings of the main" kind="factor" :value="plan.block.main.minorK" :is-default="plan.plan.blocks[0].main?.minorK === undefined" :take="(v, g) => edits.block('main', { minorK: v }, 'set the main’s fittings', g)" /> velocity heads; pipe beyond the straight line
      <QuantityField label="Extra length of the main" kind="length" :value="plan.block.main.extraM" :is-default="plan.plan.blocks[0].main?.extraM === undefined" :take="(v, g) => edits.block('main', { extraM: v }, 'set the main’s extra length', g)" />.
      Each take-off: <QuantityField label="Take-off loss" kind="factor" :value="plan.block.header.takeOffK" :is-default="plan.plan.blocks[0].header?.takeOffK === undefined" :take="(v, g) => edits.block('header', { takeOffK: v }, 'set the take-offs’ loss', g)" />.
    </p>
    <p class="fill">
      Friction by <ChoiceField label="School of friction" :value="plan.full.wishes.friction" :options="SCHOOLS" :is-default="plan.plan.wishes?.friction === undefined" @pick="edits.wishes({ friction: $event as never }, 'compute friction another way')" />.
    </p>
    <p class="quiet">Typical parts, typical losses: read your label.</p>
  </details>
</template>
