<script setup lang="ts">
import { computed } from 'vue';
import { BACKFLOWS, FILTERS, PIPES, REGULATORS } from '../../../core/catalog/parts';
import { groundM, layOut } from '../../../core/layout';
import Asks from '../../parts/Asks.vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { headerLoss } from '../../../core/network';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import LossFields from './LossFields.vue';

const plan = usePlan();
const edits = useEdits();
const results = useResults();
const settings = useSettings();

const ALONG = [
  { id: '0', name: 'at the near end of the beds' },
  { id: '0.5', name: 'through their middle' },
  { id: '1', name: 'at their far end' },
];
const FEEDS = [
  { id: 'left', name: 'at its left end' },
  { id: 'middle', name: 'in its middle' },
  { id: 'right', name: 'at its right end' },
];
const PLACES = [
  { id: 'source', name: 'by the source' },
  { id: 'header', name: 'at the header' },
];

const block = computed(() => plan.block);
const layout = computed(() => layOut(plan.full));
const stated = computed(() => plan.plan.blocks[0]);
const isDefault = (part: 'main' | 'header' | 'regulator', field: string): boolean => (stated.value[part] as Record<string, unknown> | undefined)?.[field] === undefined;
const along = computed(() => {
  const at = String(block.value.header.along);
  return { id: at, options: ALONG.some((o) => o.id === at) ? ALONG : [...ALONG, { id: at, name: `${Math.round(block.value.header.along * 100)} % along them` }] };
});
const pickPipe = (part: 'main' | 'header', pipe: string): void =>
  void edits.block(part, { pipe, boreMm: undefined, hazenWilliamsC: undefined }, part === 'main' ? 'change the main' : 'change the header');
const loss = computed(() => (results.results ? headerLoss(results.results) : undefined));

/** The main is as long as it is drawn: a typed length moves the source along its line. */
function mainLength(lengthM: number, gesture: string) {
  const { fromXM, fromYM, toXM, toYM } = layout.value.main;
  const straight = Math.hypot(fromXM - toXM, fromYM - toYM);
  const wanted = Math.max(0, lengthM - block.value.main.extraM);
  const [dx, dy] = straight > 0 ? [(fromXM - toXM) / straight, (fromYM - toYM) / straight] : [-1, 0];
  return edits.source({ xM: toXM + dx * wanted, yM: toYM + dy * wanted }, 'set the main’s length', gesture);
}
/** A typed rise sets the height of the source under the header's feed. */
function mainRise(riseM: number, gesture: string) {
  const { feedXM, yM } = layout.value.header;
  return edits.source({ heightM: groundM(block.value, feedXM, yM) - riseM }, 'set the main’s rise', gesture);
}
const pickPart = (part: 'backflow' | 'filter', id: string): void =>
  void edits.head(part, { part: id, fixedKpa: undefined, lossKpa: undefined, atLph: undefined }, `change the ${part === 'backflow' ? 'backflow preventer' : 'filter'}`);
const pickRegulator = (id: string): void =>
  void edits.block('regulator', { part: id, fixedKpa: undefined, lossKpa: undefined, atLph: undefined, minLph: undefined, maxLph: undefined }, 'change the regulator');
</script>

<template>
  <section>
    <h2>Pipework</h2>
    <h3>Head</h3>
    <p class="fill">
      Backflow preventer: <ChoiceField label="Backflow preventer" :value="plan.full.head.backflow.part" :options="BACKFLOWS" :is-default="plan.plan.head?.backflow?.part === undefined" @pick="pickPart('backflow', $event)" />.
      Filter: <ChoiceField label="Filter" :value="plan.full.head.filter.part" :options="FILTERS" :is-default="plan.plan.head?.filter?.part === undefined" @pick="pickPart('filter', $event)" />.
    </p>
    <h3>Main</h3>
    <p class="fill">
      From the source runs <QuantityField label="Length of the main" kind="length" :value="layout.main.lengthM" :is-default="plan.plan.sources[plan.sourceIndex].xM === undefined" :take="mainLength" /> of
      <ChoiceField label="Main" :value="block.main.pipe" :options="PIPES" :is-default="isDefault('main', 'pipe')" @pick="pickPipe('main', $event)" />
      (<QuantityField label="Bore of the main" kind="bore" :value="block.main.boreMm" :is-default="isDefault('main', 'boreMm')" :take="(v, g) => edits.block('main', { boreMm: v }, 'set the main’s bore', g)" /> bore), rising
      <QuantityField label="Rise of the main" kind="height" :value="layout.main.riseM" :is-default="plan.plan.sources[plan.sourceIndex].heightM === undefined" :take="mainRise" /> to the header.
    </p>
    <h3>Regulator</h3>
    <p class="fill">
      <ChoiceField label="Regulator" :value="block.regulator.part" :options="REGULATORS" :is-default="isDefault('regulator', 'part')" @pick="pickRegulator" /><template v-if="block.regulator.part !== 'none'">
        set to <QuantityField label="Set pressure" kind="pressure" :value="block.regulator.setKpa" :is-default="isDefault('regulator', 'setKpa')" :take="(v, g) => edits.block('regulator', { setKpa: v }, 'set the regulator', g)" />
        stands <ChoiceField label="Where the regulator stands" :value="block.regulator.at" :options="PLACES" :is-default="isDefault('regulator', 'at')" @pick="edits.block('regulator', { at: $event as never }, 'move the regulator')" /></template>.
    </p>
    <h3>Header</h3>
    <p class="fill">
      <ChoiceField label="Header" :value="block.header.pipe" :options="PIPES" :is-default="isDefault('header', 'pipe')" @pick="pickPipe('header', $event)" />
      (<QuantityField label="Bore of the header" kind="bore" :value="block.header.boreMm" :is-default="isDefault('header', 'boreMm')" :take="(v, g) => edits.block('header', { boreMm: v }, 'set the header’s bore', g)" /> bore) lies
      <ChoiceField label="Where the header lies" :value="along.id" :options="along.options" :is-default="isDefault('header', 'along')" @pick="edits.block('header', { along: Number($event) }, 'move the header')" />, fed
      <ChoiceField label="Where the header is fed" :value="block.header.feed" :options="FEEDS" :is-default="isDefault('header', 'feed')" @pick="edits.block('header', { feed: $event as never }, 'feed the header elsewhere')" />.
    </p>
    <dl v-if="results.results && loss" class="rows" :class="{ stale: results.stale }">
      <dt>Pressure at the header’s feed</dt>
      <dd class="num">{{ settings.show(loss.feedKpa, 'pressure') }}</dd>
      <dt><Asks working="header">Lost along the header</Asks></dt>
      <dd class="num">{{ settings.show(loss.frictionKpa, 'pressure') }}</dd>
      <dt><Asks working="end">Far end of bed {{ results.walk?.bed }}</Asks></dt>
      <dd class="num">{{ settings.show(results.results.runs[results.walkRun]?.endKpa ?? 0, 'pressure') }}</dd>
      <dt>At rest, lowest tape</dt>
      <dd class="num">{{ settings.show(results.results.restKpa.lowestTape, 'pressure') }}</dd>
    </dl>
    <LossFields />
    <p class="caution">Every part with an arrow has a right way round. Before digging, have buried services located.</p>
  </section>
</template>

<style scoped>
h3 { font-size: 15px; color: var(--faint); font-weight: 600; }
.fill { margin-bottom: 10px; }
</style>
