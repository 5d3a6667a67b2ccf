<script setup lang="ts">
import { computed, watch } from 'vue';
import { DIRECTION_WORDS } from '../../parts/directionWords';
import { msg } from '../../../core/language';
import { directionsFor, onlyBeds } from '../../../core/layout';
import TermWord from '../../parts/TermWord.vue';
import BlockPicker from '../../parts/BlockPicker.vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import { useWeigh } from '../../stores/weigh';
import BedRows from './BedRows.vue';
import PaintLegend from './PaintLegend.vue';
import PlantsPanel from './PlantsPanel.vue';
import PickedBeds from './PickedBeds.vue';
import SnakedHose from './SnakedHose.vue';
import StripsPicture from './StripsPicture.vue';
import TapeSentences from './TapeSentences.vue';

const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const view = useView();
const weigh = useWeigh();

const beds = computed(() => plan.block.beds);
const stated = computed(() => plan.statedBlock.beds as Record<string, unknown> | undefined);
const isDefault = (field: string): boolean => stated.value?.[field] === undefined;
const set = (field: string, label: string) => (value: number, gesture: string) =>
  edits.block('beds', { [field]: value }, label, gesture);
const layout = computed(() => plan.laidBlock);
/** The same list while no bed changes: edits of pipes do not draw this panel anew. */
const laid = computed(() => onlyBeds(layout.value));
const fills = computed(() => plan.block.outline !== undefined || plan.block.tunnel !== undefined);
const lengths = computed(() => {
  const all = laid.value.map((b) => b.lengthM);
  return {
    shortest: Math.min(...all),
    longest: Math.max(...all),
    unlike: all.some((m) => Math.abs(m - all[0]) > 0.005),
    total: all.reduce((s, m) => s + m, 0),
  };
});
const own = computed(() =>
  laid.value.some((b) => b.single?.lengthM !== undefined || b.single?.startM !== undefined),
);
const removed = computed(() => Object.values(beds.value.single).filter((s) => s.removed).length);
watch(
  () => view.pickedBed?.block,
  (id) => id && plan.pickBlock(id),
);

const KINDS = [
  { id: 'beds', name: msg`beds` },
  { id: 'plants', name: msg`plants at places: pots, bushes, trees` },
  { id: 'both', name: msg`beds, and plants at places beside them` },
];
const growing = computed(() => (!plan.block.places ? 'beds' : plan.block.places.beds ? 'both' : 'plants'));
/** Usual directions, each once; the same list while they are the same. */
const directions = computed((before?: { id: string; name: string; deg: number }[]) => {
  const found = directionsFor(layout.value, plan.blocks, plan.ground.northDeg);
  const round = (deg: number): number => Math.round(deg * 10) / 10;
  const next = found
    .filter((d, i) => found.findIndex((e) => round(e.deg) === round(d.deg)) === i)
    .map((d) => ({
      id: String(d.deg),
      name: `${DIRECTION_WORDS[d.why]}, ${Math.round(d.deg)}°`,
      deg: d.deg,
    }));
  return before?.length === next.length &&
    next.every((d, i) => d.id === before[i].id && d.name === before[i].name)
    ? before
    : next;
});
const turn = computed(() => {
  const now = ((plan.block.turnDeg % 180) + 180) % 180;
  const found = directions.value.find((d) => Math.abs(d.deg - now) < 0.06);
  const as = { id: 'as', name: msg`at ${Math.round(((plan.block.turnDeg % 360) + 360) % 360)}°` };
  return { id: found?.id ?? as.id, options: found ? directions.value : [as, ...directions.value] };
});
</script>

<template>
  <section>
    <h2>Beds</h2>
    <BlockPicker />
    <p class="fill">
      Here grow
      <ChoiceField
        label="What grows here"
        :value="growing"
        :options="KINDS"
        :is-default="false"
        @pick="edits.grow(plan.block.id, $event as typeof growing)"
      />.
    </p>
    <template v-if="growing === 'plants'">
      <PlantsPanel />
      <PaintLegend />
    </template>
    <template v-else>
      <p v-if="fills" class="fill">
        {{ plan.block.tunnel ? msg`The tunnel` : msg`The outline` }} holds <b>{{ laid.length }} beds</b>,
        {{ settings.show(lengths.total, 'length') }} in all<template v-if="lengths.unlike">
          ({{ settings.show(lengths.shortest, 'length') }} to
          {{ settings.show(lengths.longest, 'length') }})</template
        >; each
        <QuantityField
          id="bed-width"
          label="Bed width"
          usual="bedWidths"
          kind="width"
          :value="beds.widthM"
          :is-default="isDefault('widthM')"
          :take="set('widthM', msg`set the bed width`)"
        />
        wide with
        <QuantityField
          id="path-width"
          label="Path width"
          usual="pathWidths"
          kind="width"
          :value="beds.pathM"
          :is-default="isDefault('pathM')"
          :take="set('pathM', msg`set the path width`)"
        />
        paths<template v-if="plan.block.outline"
          >, running
          <ChoiceField
            label="Direction of the beds"
            :value="turn.id"
            :options="turn.options"
            :is-default="plan.statedBlock.turnDeg === undefined"
            @pick="$event !== 'as' && edits.blockSelf({ turnDeg: Number($event) }, msg`turn the beds`)" />.
          Free at the near end:
          <QuantityField
            id="headland-at-the-near-end"
            label="Headland at the near end"
            kind="width"
            :value="beds.headNearM"
            :is-default="isDefault('headNearM')"
            :take="set('headNearM', msg`set the near headland`)" />, at the far end
          <QuantityField
            id="headland-at-the-far-end"
            label="Headland at the far end"
            kind="width"
            :value="beds.headFarM"
            :is-default="isDefault('headFarM')"
            :take="set('headFarM', msg`set the far headland`)" /></template
        >, free before the first bed
        <QuantityField
          id="free-before-the-first-bed"
          label="Free before the first bed"
          kind="width"
          :value="beds.offsetM"
          :is-default="isDefault('offsetM')"
          :take="set('offsetM', msg`shift the beds`)"
        />.
        <QuantityField
          id="runs-per-bed"
          label="Runs per bed"
          kind="count"
          :value="beds.runsPerBed"
          :is-default="isDefault('runsPerBed')"
          :take="set('runsPerBed', msg`set the runs per bed`)"
        />
        <TermWord term="run">runs</TermWord> in each.
      </p>
      <p v-else class="fill">
        <QuantityField
          id="number-of-beds"
          label="Number of beds"
          kind="count"
          :value="beds.count"
          :is-default="isDefault('count')"
          :take="set('count', msg`set the number of beds`)"
        />
        beds,
        <QuantityField
          id="bed-width"
          label="Bed width"
          usual="bedWidths"
          kind="width"
          :value="beds.widthM"
          :is-default="isDefault('widthM')"
          :take="set('widthM', msg`set the bed width`)"
        />
        wide with
        <QuantityField
          id="path-width"
          label="Path width"
          usual="pathWidths"
          kind="width"
          :value="beds.pathM"
          :is-default="isDefault('pathM')"
          :take="set('pathM', msg`set the path width`)"
        />
        paths,
        <QuantityField
          id="length-of-the-beds"
          label="Length of the beds"
          usual="bedLengths"
          kind="length"
          :value="beds.lengthM"
          :is-default="isDefault('lengthM')"
          :take="(v, g) => edits.block('beds', { lengthM: v }, msg`set the beds’ length`, g)"
        />
        long<template v-if="lengths.unlike">
          except some ({{ settings.show(lengths.shortest, 'length') }} to
          {{ settings.show(lengths.longest, 'length') }})</template
        >, {{ settings.show(lengths.total, 'length') }} in all.
        <QuantityField
          id="runs-per-bed"
          label="Runs per bed"
          kind="count"
          :value="beds.runsPerBed"
          :is-default="isDefault('runsPerBed')"
          :take="set('runsPerBed', msg`set the runs per bed`)"
        />
        <TermWord term="run">runs</TermWord> in each.
      </p>
      <SnakedHose v-if="laid.length > 0" />
      <p v-if="laid.length === 0" class="caution">
        No bed fits: the ground is narrower or shorter than a bed with its headlands. Make the beds narrower,
        the headlands shorter, or turn them.
      </p>
      <p v-if="own || removed > 0" class="acts">
        <button v-if="own" type="button" class="small" @click="edits.evenLengths(plan.blockIndex)">
          make all alike
        </button>
        <button v-if="removed > 0" type="button" class="small" @click="edits.restoreBeds(plan.blockIndex)">
          bring back {{ removed === 1 ? msg`the removed bed` : msg`${removed} removed beds` }}
        </button>
      </p>
      <PickedBeds />
      <PaintLegend />
      <TapeSentences />
      <p class="acts">
        <button type="button" class="asks" @click="weigh.open = 'lay'">What to lay?</button>
        <button type="button" class="asks" @click="weigh.open = 'compare'">Compare options</button>
        <button type="button" class="asks" @click="weigh.open = 'length'">How long may a run be?</button>
        <button
          v-if="plan.block.tape.kind === 'drilled' || plan.block.tape.kind === 'microtubes'"
          type="button"
          class="asks"
          @click="weigh.open = 'holes'"
        >
          Which drill, which length?
        </button>
      </p>
      <StripsPicture />

      <BedRows />
      <template v-if="growing === 'both'">
        <h3>Plants beside the beds</h3>
        <PlantsPanel />
      </template>
    </template>
  </section>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
</style>
