<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { measuredLph } from '../../../core/network';
import type { SourceKind } from '../../../core/plan';
import Asks from '../../parts/Asks.vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import TextField from '../../parts/TextField.vue';
import { fieldsOf } from '../../parts/useDraft';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import BoosterSentences from './BoosterSentences.vue';
import PumpSentences from './PumpSentences.vue';
import MarksLegend from './MarksLegend.vue';
import SourceList from './SourceList.vue';
import SupplyCurve from './SupplyCurve.vue';
import TankSentences from './TankSentences.vue';
import TapSentences from './TapSentences.vue';
import WaterQuality from './WaterQuality.vue';
import WellSentences from './WellSentences.vue';
import { useSourceFields } from './useSourceFields';

const plan = usePlan();
const edits = useEdits();
const results = useResults();
const settings = useSettings();
const { isDefault, set, choose } = useSourceFields();

const KINDS = [
  { id: 'tap', name: msg`tap or hydrant` },
  { id: 'well', name: msg`well with a submersible pump` },
  { id: 'pump', name: msg`surface pump at open water` },
  { id: 'tank', name: msg`tank that stands high` },
];
const SEASONS = [
  { id: 'unknown', name: msg`at a time not noted` },
  { id: 'dry', name: msg`in the dry season` },
  { id: 'wet', name: msg`in the wet season` },
];
const source = computed(() => plan.source);
/** What drawing on another source took out or put back, in words, until another is drawn on (or that is undone). */
const drawn = ref<{ source: string; says: string[] }>({ source: '', says: [] });
function draw(kind: SourceKind): void {
  const says = edits.sourceKind(kind);
  drawn.value = { source: source.value.id, says };
}
const rename = (name: string, gesture: string) =>
  edits.source({ name: name.trim() || undefined }, msg`name the source`, gesture);
fieldsOf(() => source.value.id);
</script>

<template>
  <section>
    <h2>Water</h2>
    <p class="fill">
      It comes from a
      <ChoiceField
        label="Kind of source"
        :value="source.kind"
        :options="KINDS"
        @pick="draw($event as SourceKind)"
      />
      called
      <TextField id="name" :key="source.id" label="Name of the source" :value="source.name" :take="rename" />.
    </p>
    <p v-if="drawn.source === source.id && drawn.says.length > 0" class="quiet" role="status">
      <template v-if="source.kind === 'tank'"
        >Some parts cannot work at this tank’s pressure, so this was done:</template
      >
      <template v-else>Another source, so:</template>
      {{ drawn.says.join('; ') }}. Undo brings all back.
    </p>
    <div :key="source.id">
      <TapSentences v-if="source.kind === 'tap'" :tap="source" />
      <WellSentences v-else-if="source.kind === 'well'" :well="source" />
      <PumpSentences v-else-if="source.kind === 'pump'" :pump="source" />
      <TankSentences v-else :tank="source" />
    </div>

    <SupplyCurve :class="{ stale: results.stale }" />
    <dl v-if="results.results" class="rows" :class="{ stale: results.stale }">
      <template v-if="source.kind === 'tap'">
        <dt>
          <Asks v-if="source.method === 'bucket'" working="bucket">Open, it gives</Asks
          ><span v-else>Running, it gave</span>
        </dt>
        <dd class="num">{{ settings.show(measuredLph(source), 'flow') }}</dd>
      </template>
      <dt><Asks working="available">Here it can give</Asks></dt>
      <dd class="num">
        {{
          Number.isFinite(results.results.demand.availableLph)
            ? settings.show(results.results.demand.availableLph, 'flow')
            : msg`enough`
        }}
      </dd>
      <dt><Asks working="asked">At the pressure needed</Asks></dt>
      <dd class="num">{{ settings.show(results.results.demand.neededKpa, 'pressure') }}</dd>
      <dt>The beds ask for</dt>
      <dd class="num">{{ settings.show(results.results.demand.askedLph, 'flow') }}</dd>
    </dl>

    <WaterQuality />
    <BoosterSentences />
    <SourceList />
    <details class="more">
      <summary>Allowance, season, neighbours, temperature</summary>
      <p class="fill">
        Plan on
        <QuantityField
          id="allowance"
          label="Allowance"
          kind="share"
          :value="plan.wishes.allowance"
          :is-default="plan.plan.wishes?.allowance === undefined"
          :take="(v, g) => edits.wishes({ allowance: v }, msg`set the allowance`, g)"
        />
        of a measured flow or yield: wells sink, filters clog. It was measured
        <ChoiceField
          label="When it was measured"
          :value="source.testedIn"
          :options="SEASONS"
          :is-default="isDefault('testedIn')"
          @pick="choose('testedIn', msg`say when it was measured`)($event)"
        />. House and neighbours draw
        <QuantityField
          id="drawn-by-others"
          label="Drawn by others"
          kind="flow"
          :value="source.othersLph"
          :is-default="isDefault('othersLph')"
          :take="set('othersLph', msg`set what others draw`)"
        />
        at the same time. The water is at
        <QuantityField
          id="water-temperature"
          label="Water temperature"
          kind="temperature"
          :value="plan.wishes.waterC"
          :is-default="plan.plan.wishes?.waterC === undefined"
          :take="(v, g) => edits.wishes({ waterC: v }, msg`set the water temperature`, g)"
        />.
      </p>
    </details>
    <MarksLegend />
    <p v-if="source.kind === 'tap'" class="caution">
      Backflow protection is law on most public supplies. Local water rules and licensed plumbers decide what
      yours needs.
    </p>
    <p v-else-if="source.kind === 'tank'" class="caution">
      A tank weighs 1 kg per litre. Above about 1 m or 200 kg somebody competent must design its stand. Rain
      and surface water is not for drinking.
    </p>
    <p v-else class="caution">
      Pump and well electrics are work for a licensed electrician.<template v-if="source.kind === 'pump'">
        Surface water is not for drinking, nor for overhead watering of leaves eaten raw.</template
      >
    </p>
  </section>
</template>

<style scoped></style>
