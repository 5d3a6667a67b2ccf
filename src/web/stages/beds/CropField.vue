<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { cropsOf } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';

/** What grows in the whole block. */
defineProps<{ label: string }>();
const plan = usePlan();
const edits = useEdits();
const options = computed(() => [
  { id: 'none', name: msg`no crop named` },
  ...cropsOf(plan.full).map((c) => ({ id: c.id, name: c.name })),
]);
</script>

<template>
  <span
    >They are
    <ChoiceField
      :label="label"
      :value="plan.block.beds.crop"
      :options="options"
      :is-default="plan.statedBlock.beds?.crop === undefined"
      @pick="edits.block('beds', { crop: $event === 'none' ? undefined : $event }, msg`set the crop`)"
    />.</span
  >
</template>
