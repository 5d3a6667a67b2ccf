<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';

/** Whether runs lie straight along their beds or are snaked through them, and how much line that takes. */
const plan = usePlan();
const edits = useEdits();

const beds = computed(() => plan.block.beds);
const stated = computed(() => plan.statedBlock.beds);
const LIES = [
  { id: 'straight', name: msg`straight along the bed` },
  { id: 'snaked', name: msg`back and forth through the bed` },
];
/** There and back, and there again: the least that is snaked and ends away from the header. */
const USUAL_PASSES = 3;
/** Line of a snaked run within the first bed that has one, m. */
const hoseM = computed(() => {
  const { beds: laid, runs } = plan.laidBlock;
  const first = runs.find((r) => laid[r.bedIndex].passes > 1 && laid[r.bedIndex].single?.hoseM === undefined);
  return runs.reduce(
    (m, r) => (first && r.bed === first.bed && r.xM === first.xM ? m + r.lengthM - r.leadM : m),
    0,
  );
});
function lay(how: string): void {
  edits.block(
    'beds',
    { passes: how === 'snaked' ? USUAL_PASSES : undefined, hoseM: undefined },
    how === 'snaked' ? msg`snake the runs through their beds` : msg`lay the runs straight`,
  );
}
</script>

<template>
  <p class="fill">
    Each run lies
    <ChoiceField
      label="How a run lies in its bed"
      :value="beds.passes > 1 ? 'snaked' : 'straight'"
      :options="LIES"
      :is-default="stated?.passes === undefined"
      @pick="lay"
    /><template v-if="beds.passes > 1">
      and goes
      <QuantityField
        id="times-along-the-bed"
        label="Times along the bed"
        kind="count"
        :value="beds.passes"
        :is-default="stated?.passes === undefined"
        :take="(v, g) => edits.block('beds', { passes: v }, msg`set how often a run lies along its bed`, g)"
      />
      times along it:
      <QuantityField
        id="line-of-each-run"
        label="Line of each run"
        kind="length"
        :value="hoseM"
        :is-default="beds.hoseM === undefined"
        :take="(v, g) => edits.block('beds', { hoseM: v }, msg`set the line of each run`, g)"
      />
      of line<template v-if="beds.hoseM !== undefined">
        as measured (<button
          type="button"
          class="asks"
          @click="edits.block('beds', { hoseM: undefined }, msg`take the line as drawn`)"
        >
          take it as drawn</button
        >)</template
      ></template
    >.
  </p>
</template>
