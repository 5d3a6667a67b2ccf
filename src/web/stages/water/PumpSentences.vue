<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { limitsOf } from '../../../core/plan';
import { suctionFacts } from '../../../core/network';
import type { PumpSource } from '../../../core/plan';
import Asks from '../../parts/Asks.vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import CurveFields from './CurveFields.vue';
import PipeWords from './PipeWords.vue';
import VesselSentences from './VesselSentences.vue';
import { useSourceFields } from './useSourceFields';

const props = defineProps<{ pump: PumpSource & { id: string } }>();
const edits = useEdits();
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const { isDefault, set } = useSourceFields();
const FOOT = [
  { id: 'yes', name: msg`a foot valve with a strainer` },
  { id: 'no', name: msg`no foot valve` },
];
const facts = computed(() =>
  suctionFacts(props.pump, plan.full, results.results?.flowLph ?? 0, limitsOf(plan.full).suctionMarginM),
);
</script>

<template>
  <p class="fill">
    It stands
    <QuantityField
      id="pump-above-the-water"
      label="Pump above the water"
      field="liftM"
      kind="height"
      :value="pump.liftM"
      :is-default="isDefault('liftM')"
      :take="set('liftM', msg`set the lift`)"
    />
    above the water and sucks through
    <PipeWords :piece="pump.suction" part="suction" :name="msg`suction pipe`" /> with
    <ChoiceField
      label="Foot valve"
      :value="pump.footValve ? 'yes' : 'no'"
      :options="FOOT"
      :is-default="isDefault('footValve')"
      @pick="edits.source({ footValve: $event === 'yes' }, msg`change the foot valve`)"
    />. The place lies
    <QuantityField
      id="altitude"
      label="Altitude"
      kind="height"
      :value="pump.altitudeM"
      :is-default="isDefault('altitudeM')"
      :take="set('altitudeM', msg`set the altitude`)"
    />
    above sea level; the pump needs a suction head of
    <QuantityField
      id="suction-head-the-pump-needs"
      label="Suction head the pump needs"
      kind="height"
      :value="pump.npshM"
      :is-default="isDefault('npshM')"
      :take="set('npshM', msg`set the suction head needed`)"
    />.
  </p>
  <p class="quiet">
    <Asks working="suction">{{ settings.show(facts.haveM, 'height') }} of suction head is left</Asks>,
    {{ settings.show(facts.spareM, 'height') }} over its need. Highest it may stand above the water:
    {{ settings.show(facts.highestLiftM, 'height') }}. A minus stands for a pump below the water.
  </p>
  <details class="more">
    <summary>Fittings of the suction pipe</summary>
    <p class="fill">
      Strainer, foot valve and bends:
      <QuantityField
        id="fittings-of-the-suction-pipe"
        label="Fittings of the suction pipe"
        kind="factor"
        :value="pump.suction.minorK"
        :is-default="isDefault('minorK', 'suction')"
        :take="set('minorK', msg`set the suction’s fittings`, 'suction')"
      />
      (fitting loss, K).
    </p>
  </details>
  <CurveFields :curve="pump.curve" />
  <VesselSentences :source="pump" />
  <p class="caution">
    Prime it before each start and never run it dry. Set it as near and as low to the water as flooding
    allows.
  </p>
</template>
