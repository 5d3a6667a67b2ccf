<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { BOOSTER_VESSEL_L } from '../../../core/network';
import { isStored } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { usePlan } from '../../stores/plan';
import CurveFields from './CurveFields.vue';
import { useSourceFields } from './useSourceFields';

/** A booster pump in line after a weak source. */
const plan = usePlan();
const { isDefault, set, choose } = useSourceFields();
const booster = computed(() => plan.source.booster);
const KINDS = [
  { id: 'none', name: msg`no booster` },
  { id: 'fixed', name: msg`a booster of one speed` },
  { id: 'variable', name: msg`a booster that holds a pressure` },
];
</script>

<template>
  <details class="more" :open="booster.kind !== 'none'">
    <summary>Booster</summary>
    <p class="fill">
      After it comes
      <ChoiceField
        label="Booster"
        :value="booster.kind"
        :options="KINDS"
        :is-default="isDefault('kind', 'booster')"
        @pick="choose('kind', msg`change the booster`, 'booster')($event)"
      /><template v-if="booster.kind === 'variable'">
        of
        <QuantityField
          id="pressure-held"
          label="Pressure held"
          kind="pressure"
          :value="booster.holdKpa"
          :is-default="isDefault('holdKpa', 'booster')"
          :take="set('holdKpa', msg`set the pressure held`, 'booster')" /></template
      >.
      <template v-if="booster.kind !== 'none'">
        <template v-if="isStored(plan.source)">
          A dry-run guard stops it when the tank is empty. It stops too when less than
        </template>
        <template v-else>It stops when less than</template>
        <QuantityField
          id="low-cut-out"
          label="Low cut-out"
          kind="pressure"
          :value="booster.lowCutKpa"
          :is-default="isDefault('lowCutKpa', 'booster')"
          :take="set('lowCutKpa', msg`set the low cut-out`, 'booster')"
        />
        is left before it, or more than
        <QuantityField
          id="high-cut-out"
          label="High cut-out"
          kind="pressure"
          :value="booster.highCutKpa"
          :is-default="isDefault('highCutKpa', 'booster')"
          :take="set('highCutKpa', msg`set the high cut-out`, 'booster')"
        />
        stands after it<template v-if="booster.kind === 'fixed'"
          >, and starts again under
          <QuantityField
            id="start-of-the-booster"
            label="Start of the booster"
            kind="pressure"
            :value="booster.startKpa ?? booster.highCutKpa"
            :is-default="booster.startKpa === undefined"
            :take="set('startKpa', msg`set the booster’s start`, 'booster')" />, on a vessel of
          <QuantityField
            id="vessel-of-the-booster"
            label="Vessel of the booster"
            kind="volume"
            :value="booster.vesselL ?? BOOSTER_VESSEL_L"
            :is-default="booster.vesselL === undefined"
            :take="set('vesselL', msg`set the booster’s vessel`, 'booster')" /></template
        >; at most
        <QuantityField
          id="maximum-flow-of-the-booster"
          label="Maximum flow of the booster"
          kind="flow"
          :value="booster.maxLph"
          :is-default="isDefault('maxLph', 'booster')"
          :take="set('maxLph', msg`set the booster’s maximum flow`, 'booster')"
        />
        may pass.
      </template>
    </p>
    <CurveFields v-if="booster.kind !== 'none'" :curve="booster.curve" of-booster />
    <p v-if="booster.kind !== 'none'" class="caution">
      A booster adds pressure, not water. Pump electrics are work for a licensed electrician.
    </p>
  </details>
</template>
