<script setup lang="ts">
import { computed } from 'vue';
import { drawdownOf } from '../../../core/hydraulics/drawdown';
import type { WellSource } from '../../../core/plan';
import QuantityField from '../../parts/QuantityField.vue';
import { useSettings } from '../../stores/settings';
import CurveFields from './CurveFields.vue';
import PipeWords from './PipeWords.vue';
import VesselSentences from './VesselSentences.vue';
import { useSourceFields } from './useSourceFields';

const props = defineProps<{ well: WellSource & { id: string } }>();
const settings = useSettings();
/** How the water sinks with the flow; none where only the pumping level is known. */
const drawdown = computed(() => drawdownOf(props.well));
const A_THOUSAND_LPH = 1000;
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
    With nothing drawn it stands
    <QuantityField
      id="rest-level"
      label="Level at rest"
      field="restLevelM"
      kind="height"
      :value="well.restLevelM ?? well.pumpingLevelM"
      :is-default="well.restLevelM === undefined"
      :take="set('restLevelM', msg`set the level at rest`)"
    />
    deep, and the pumping level was read while
    <QuantityField
      id="test-flow"
      label="Flow of the test"
      field="testLph"
      kind="flow"
      :value="well.testLph ?? well.yieldLph"
      :is-default="well.testLph === undefined"
      :take="set('testLph', msg`set the flow of the test`)"
    />
    was drawn<template v-if="drawdown"
      >: it sinks {{ settings.show(drawdown.mPerLph * A_THOUSAND_LPH, 'height') }} for each
      {{ settings.show(A_THOUSAND_LPH, 'flow') }}</template
    >. The well gives
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
