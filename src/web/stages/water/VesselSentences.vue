<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { switchFacts } from '../../../core/network';
import type { PumpedSource } from '../../../core/plan';
import { formatDuration } from '../../../core/units';
import Asks from '../../parts/Asks.vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import { useSourceFields } from './useSourceFields';

/** The pressure tank and its switch, and how the pump works through each draw. */
const props = defineProps<{ source: PumpedSource }>();
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const { isDefault, set, choose } = useSourceFields();
const PARTS = [
  { id: 'tank', name: msg`a switch on a pressure tank` },
  { id: 'flow', name: msg`a flow switch` },
  { id: 'none', name: msg`hand or a timer, with no switch` },
];
const v = computed(() => props.source.vessel);
const facts = computed(() => switchFacts(props.source, plan.full));
/** The pump is known only by a bucket. */
const estimated = computed(() => props.source.curve.method === 'bucket');
const draws = computed(() => {
  const r = results.results;
  if (!facts.value || !r) return [];
  const list = [{ name: msg`all that is open`, lph: r.flowLph }];
  if (r.blocks.length > 1)
    for (const b of r.blocks) list.push({ name: msg`${plan.blocks[b.index]?.name} alone`, lph: b.flowLph });
  return list.map((d) => ({ ...d, cycle: facts.value!.cycle(d.lph) }));
});
</script>

<template>
  <p class="fill">
    It is started and stopped by
    <ChoiceField
      label="What starts the pump"
      :value="v.part"
      :options="PARTS"
      :is-default="isDefault('part', 'vessel')"
      @pick="choose('part', msg`change what starts the pump`, 'vessel')($event)"
    /><template v-if="v.part === 'tank'">
      of
      <QuantityField
        id="volume-of-the-pressure-tank"
        label="Volume of the pressure tank"
        kind="volume"
        :value="v.volumeL"
        :is-default="isDefault('volumeL', 'vessel')"
        :take="set('volumeL', msg`set the pressure tank`, 'vessel')" />, with air at
      <QuantityField
        id="air-in-the-empty-tank"
        label="Air in the empty tank"
        field="vessel.prechargeKpa"
        kind="pressure"
        :value="v.prechargeKpa"
        :is-default="isDefault('prechargeKpa', 'vessel')"
        :take="set('prechargeKpa', msg`set the tank’s air`, 'vessel')" />
      when empty. The switch starts the pump at
      <QuantityField
        id="cut-in"
        label="Cut-in"
        field="vessel.cutInKpa"
        kind="pressure"
        :value="v.cutInKpa"
        :is-default="isDefault('cutInKpa', 'vessel')"
        :take="set('cutInKpa', msg`set cut-in`, 'vessel')" />
      and stops it at
      <QuantityField
        id="cut-out"
        label="Cut-out"
        field="vessel.cutOutKpa"
        kind="pressure"
        :value="v.cutOutKpa"
        :is-default="isDefault('cutOutKpa', 'vessel')"
        :take="set('cutOutKpa', msg`set cut-out`, 'vessel')" /></template
    ><template v-else-if="v.part === 'flow'"
      >, which stops it where less than
      <QuantityField
        id="flow-that-keeps-the-pump-on"
        label="Flow that keeps the pump on"
        kind="flow"
        :value="v.stopsLph"
        :is-default="isDefault('stopsLph', 'vessel')"
        :take="set('stopsLph', msg`set the flow switch`, 'vessel')"
      />
      flows</template
    >.
  </p>
  <p v-if="v.part === 'flow'" class="quiet">
    While it runs the pressure follows the pump’s own curve: a regulator after it is what holds it for the
    beds.
  </p>
  <p v-else-if="v.part === 'none'" class="quiet">
    Open the first set’s valve before it starts, and stop it before the last one shuts. A timer that opens
    valves must start the pump with them.
  </p>
  <template v-if="facts">
    <p class="quiet">
      Planned at cut-in, where the pump gives {{ settings.show(facts.cutInLph, 'flow') }}; at cut-out it gives
      {{ facts.neverStops ? msg`nothing: it never gets there` : settings.show(facts.cutOutLph, 'flow') }}.
      <Asks working="drawdown"
        >Between the two the tank gives {{ settings.show(facts.drawdownL, 'volume') }}.</Asks
      >
    </p>
    <table v-if="draws.length > 0" class="draws">
      <thead>
        <tr>
          <th scope="col">draw</th>
          <th scope="col">
            <Asks working="starts">{{
              estimated ? msg`starts an hour, estimated` : msg`starts an hour`
            }}</Asks>
          </th>
          <th scope="col">one run</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in draws" :key="d.name">
          <th scope="row">{{ d.name }}, {{ settings.show(d.lph, 'flow') }}</th>
          <td class="num">{{ d.cycle.steady ? msg`runs on` : Math.round(d.cycle.startsPerHour) }}</td>
          <td class="num">{{ d.cycle.steady ? '' : formatDuration(d.cycle.runMin) }}</td>
        </tr>
      </tbody>
    </table>
  </template>
</template>

<style scoped>
.draws {
  border-collapse: collapse;
  width: 100%;
  margin: 0 0 12px;
  font-size: 14px;
}
.draws th {
  font-weight: 400;
  text-align: left;
}
.draws td,
.draws th {
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--line);
}
</style>
