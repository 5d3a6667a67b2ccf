<script setup lang="ts">
import type { WellSource } from '../../../core/plan';
import QuantityField from '../../parts/QuantityField.vue';
import CurveFields from './CurveFields.vue';
import PipeWords from './PipeWords.vue';
import VesselSentences from './VesselSentences.vue';
import { useSourceFields } from './useSourceFields';

defineProps<{ well: WellSource & { id: string } }>();
const { isDefault, set } = useSourceFields();
</script>

<template>
  <p class="fill">
    While the pump runs the water stands
    <QuantityField
      id="pumping-level"
      label="Pumping level"
      field="pumpingLevelM"
      kind="height"
      :value="well.pumpingLevelM"
      :is-default="isDefault('pumpingLevelM')"
      :take="set('pumpingLevelM', msg`set the pumping level`)"
    />
    under the ground; it comes up through <PipeWords :piece="well.drop" part="drop" :name="msg`drop pipe`" />.
    The well gives
    <QuantityField
      id="sustainable-yield"
      label="Sustainable yield"
      kind="flow"
      :value="well.yieldLph"
      :is-default="isDefault('yieldLph')"
      :take="set('yieldLph', msg`set the yield`)"
    />
    day and night.
  </p>
  <CurveFields :curve="well.curve" />
  <VesselSentences :source="well" />
</template>
