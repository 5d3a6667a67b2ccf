<script setup lang="ts">
import { computed } from 'vue';
import Asks from '../../parts/Asks.vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { measuredLph } from '../../../core/network';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import BucketTries from './BucketTries.vue';
import SupplyCurve from './SupplyCurve.vue';
import TankSentences from './TankSentences.vue';

const plan = usePlan();
const edits = useEdits();
const results = useResults();
const settings = useSettings();

const KINDS = [
  { id: 'tap', name: 'tap or hydrant' },
  { id: 'tank', name: 'tank that stands high' },
];
const METHODS = [
  { id: 'bucket', name: 'a bucket and a shut gauge' },
  { id: 'gauge', name: 'a gauge, shut and running' },
];

const stated = computed(() => plan.plan.sources[plan.sourceIndex] as unknown as Record<string, unknown>);
const isDefault = (field: string): boolean => stated.value[field] === undefined;
const set = (field: string, label: string) => (value: number, gesture: string) => edits.source({ [field]: value }, label, gesture);
const tap = computed(() => (plan.source.kind === 'tap' ? plan.source : undefined));
const rename = (event: Event): void => void edits.source({ name: (event.target as HTMLInputElement).value.trim() || undefined }, 'name the source');
</script>

<template>
  <section>
    <h2>Water</h2>
    <p class="fill">
      It comes from a
      <ChoiceField label="Kind of source" :value="plan.source.kind" :options="KINDS" @pick="edits.sourceKind($event as 'tap' | 'tank')" />
      called
      <input class="name" type="text" maxlength="80" aria-label="Name of the source" :value="plan.source.name" @change="rename" />.
    </p>

    <template v-if="tap">
      <p class="fill">
        It was measured with
        <ChoiceField label="How it was measured" :value="tap.method" :options="METHODS" :is-default="isDefault('method')" @pick="edits.source({ method: $event }, 'measure another way')" />.
      </p>
      <p v-if="tap.method === 'bucket'" class="fill">
        A <QuantityField label="Bucket" kind="volume" :value="tap.bucketL" :is-default="isDefault('bucketL')" :take="set('bucketL', 'set the bucket')" /> bucket fills in
        <BucketTries :tries="tap.triesS" :is-default="isDefault('triesS')" /> with the tap wide open; shut, the gauge reads
        <QuantityField label="Gauge, shut" kind="pressure" :value="tap.shutKpa" :is-default="isDefault('shutKpa')" :take="set('shutKpa', 'set the shut gauge')" />.
      </p>
      <p v-else class="fill">
        Shut, the gauge reads <QuantityField label="Gauge, shut" kind="pressure" :value="tap.shutKpa" :is-default="isDefault('shutKpa')" :take="set('shutKpa', 'set the shut gauge')" />; while
        <QuantityField label="Flow while running" kind="flow" :value="tap.flowingLph" :is-default="isDefault('flowingLph')" :take="set('flowingLph', 'set the running flow')" /> runs it reads
        <QuantityField label="Gauge, running" kind="pressure" :value="tap.flowingKpa" :is-default="isDefault('flowingKpa')" :take="set('flowingKpa', 'set the running gauge')" />.
      </p>
    </template>
    <TankSentences v-else-if="plan.source.kind === 'tank'" :tank="plan.source" :is-default="isDefault" :set="set" />

    <SupplyCurve :class="{ stale: results.stale }" />
    <dl v-if="results.results" class="rows" :class="{ stale: results.stale }">
      <template v-if="tap">
        <dt><Asks v-if="tap.method === 'bucket'" working="bucket">Open, it gives</Asks><span v-else>Running, it gave</span></dt>
        <dd class="num">{{ settings.show(measuredLph(tap), 'flow') }}</dd>
      </template>
      <dt><Asks working="available">Here it can give</Asks></dt>
      <dd class="num">{{ Number.isFinite(results.results.demand.availableLph) ? settings.show(results.results.demand.availableLph, 'flow') : 'enough' }}</dd>
      <dt><Asks working="asked">At the pressure needed</Asks></dt>
      <dd class="num">{{ settings.show(results.results.demand.neededKpa, 'pressure') }}</dd>
      <dt>The beds ask for</dt>
      <dd class="num">{{ settings.show(results.results.demand.askedLph, 'flow') }}</dd>
    </dl>

    <details class="more">
      <summary>Allowance and temperature</summary>
      <p class="fill">
        Plan on <QuantityField label="Allowance" kind="share" :value="plan.full.wishes.allowance" :is-default="plan.plan.wishes?.allowance === undefined" :take="(v, g) => edits.wishes({ allowance: v }, 'set the allowance', g)" />
        of a measured flow: wells sink, neighbours draw, filters clog. The water is at
        <QuantityField label="Water temperature" kind="temperature" :value="plan.full.wishes.waterC" :is-default="plan.plan.wishes?.waterC === undefined" :take="(v, g) => edits.wishes({ waterC: v }, 'set the water temperature', g)" />.
      </p>
    </details>
    <p v-if="tap" class="caution">Backflow protection is law on most public supplies. Local water rules and licensed plumbers decide what yours needs.</p>
    <p v-else class="caution">A tank weighs 1 kg per litre. Above about 1 m or 200 kg somebody competent designs its stand. Rain and surface water is not for drinking.</p>
  </section>
</template>

<style scoped>
.name { background: var(--card); border: 0; border-bottom: 2px solid var(--leaf); color: var(--ink); font-weight: 600; padding: 0 4px; width: 10em; line-height: 1.5; }
</style>
