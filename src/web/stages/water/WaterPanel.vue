<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { measuredLph } from '../../../core/network';
import { isStored, kindOf, SOURCE_KINDS, type SourceKind } from '../../../core/plan';
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
import MarksLegend from './MarksLegend.vue';
import SourceList from './SourceList.vue';
import SourceSentences from './SourceSentences.vue';
import SupplyCurve from './SupplyCurve.vue';
import WaterQuality from './WaterQuality.vue';
import { useSourceFields } from './useSourceFields';

const plan = usePlan();
const edits = useEdits();
const results = useResults();
const settings = useSettings();
const { isDefault, set, choose } = useSourceFields();

const KINDS = SOURCE_KINDS.map(({ kind, words }) => ({ id: kind, name: words.choice }));
const SEASONS = [
  { id: 'unknown', name: msg`at a time not noted` },
  { id: 'dry', name: msg`in the dry season` },
  { id: 'wet', name: msg`in the wet season` },
];
const source = computed(() => plan.source);
const cautions = computed(() => kindOf(source.value).cautions().join(' '));
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
      <template v-if="isStored(source)"
        >Some parts cannot work at this tank’s pressure, so this was done:</template
      >
      <template v-else>Another source, so:</template>
      {{ drawn.says.join('; ') }}. Undo brings all back.
    </p>
    <div :key="source.id"><SourceSentences /></div>

    <SupplyCurve :class="{ stale: results.stale }" />
    <dl v-if="results.results" class="rows" :class="{ stale: results.stale }">
      <template v-if="Number.isFinite(measuredLph(source))">
        <dt>
          <Asks v-if="'method' in source && source.method === 'bucket'" working="bucket">Open, it gives</Asks
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
    <p class="caution">{{ cautions }}</p>
  </section>
</template>

<style scoped></style>
