<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { ADJUSTABLE_MOST_LPH, LIES, material, materialsFor } from '../../../core/catalog/materials';
import { writePlantsCsv } from '../../../core/formats/plantsCsv';
import type { Places, Stated } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { download } from '../../storage/download';
import { plain } from '../../page/plain';
import { useFiles } from '../../stores/files';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useTools } from '../../stores/tools';
import CropField from './CropField.vue';
import EvenOpenings from './EvenOpenings.vue';
import PlantRows from './PlantRows.vue';
import PlantsLaid from './PlantsLaid.vue';
import { usePlantLabel } from './usePlantLabel';

/** Plants at places: what stands at each, how the pipe leads to them, and ways to put many at once. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const tools = useTools();

const places = computed(() => plan.block.places!);
const stated = computed(() => (plan.statedBlock.places ?? {}) as Stated<Places>);
const isDefault = (field: keyof Places): boolean => stated.value[field] === undefined;
const set = (field: keyof Places, label: string) => (value: number, g: string) =>
  edits.places(plan.block.id, { [field]: value }, label, g);
const change = (fields: Stated<Places>, label: string) => edits.places(plan.block.id, fields, label);

const { tape, isDefault: tapeDefault, change: changeTape } = usePlantLabel();
const setTape = (field: string, label: string) => (value: number, g: string) =>
  changeTape({ [field]: value }, label, g);
const NAMES: Partial<Record<string, string>> = {
  emitters: msg`button emitters`,
  adjustable: msg`adjustable emitters`,
  microtubes: 'microtubes',
  compensating: msg`compensating emitters`,
  drilled: msg`drilled holes`,
};
const ring = computed(() => places.value.around === 'ring');
const kinds = computed(() => {
  const fit = materialsFor(places.value);
  return [...fit, ...(fit.some((m) => m.id === tape.value.kind) ? [] : [material(tape.value.kind)])].map(
    (m) => ({ id: m.id, name: (ring.value ? undefined : NAMES[m.id]) ?? m.name }),
  );
});
const AROUND = [
  { id: 'point', name: msg`at one place` },
  { id: 'ring', name: msg`along a ring laid round it` },
];
function goAround(id: string): void {
  const around = id as Places['around'];
  change({ around }, around === 'ring' ? msg`lay rings round the plants` : msg`set emitters at one place`);
  if (!materialsFor({ around }).some((m) => m.id === tape.value.kind))
    changeTape({ kind: around === 'ring' ? 'dripline' : 'emitters' }, msg`lay what fits`);
}

const layout = computed(() => plan.laidBlock);
const emitters = computed(() => layout.value.beds.reduce((n, b) => n + (b.plant?.emitters ?? 0), 0));
const pipeM = computed(() => layout.value.small?.pipes.reduce((m, p) => m + p.lengthM, 0) ?? 0);

const trouble = ref('');
const notes = ref<string[]>([]);
const file = ref<HTMLInputElement>();
const files = useFiles();
async function take(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const picked = field.files?.[0];
  if (!picked) return;
  field.value = '';
  notes.value = [];
  const outcome = await files.read('plants', picked, (reader, number) =>
    reader.readPlants(number, picked, plain(settings.choice)),
  );
  if (outcome.ended === 'failed') trouble.value = outcome.why;
  if (outcome.ended !== 'answered') return;
  const read = outcome.value;
  notes.value = read.ok ? read.notes : [];
  trouble.value = read.ok ? '' : read.why;
  if (
    read.ok &&
    edits.addPlants(plan.block.id, read.plants, msg`put ${read.plants.length} plants from ${picked.name}`)
      .length === 0
  )
    trouble.value = msg`There is no room for so many plants in one block.`;
}
const save = (): void =>
  download(msg`${plan.block.name} plants.csv`, writePlantsCsv(places.value, settings.units), 'text/csv');
</script>

<template>
  <p class="fill">
    <b>{{ places.plants.length === 1 ? msg`1 plant` : msg`${places.plants.length} plants` }}</b>,
    {{ emitters === 1 ? msg`1 emitter` : msg`${emitters} emitters` }}, {{ settings.show(pipeM, 'length') }} of
    small pipe. The leaves of each spread
    <QuantityField
      id="spread-of-a-plant"
      label="Spread of a plant"
      kind="width"
      :value="places.spreadM"
      :is-default="isDefault('spreadM')"
      :take="set('spreadM', msg`set how far the plants spread`)"
    />
    across; a pot of
    <QuantityField
      id="pot-volume"
      label="Pot volume"
      kind="volume"
      :value="places.potL"
      :is-default="isDefault('potL')"
      :take="set('potL', msg`set the pots’ volume`)"
    />
    (0: in the ground). <CropField v-if="!places.beds" label="Crop of the plants" />
  </p>
  <p class="fill">
    At each stand
    <template v-if="!ring"
      ><QuantityField
        id="emitters-at-a-plant"
        label="Emitters at a plant"
        kind="count"
        :value="places.emitters"
        :is-default="isDefault('emitters')"
        :take="set('emitters', msg`set the emitters at a plant`)"
    /></template>
    <ChoiceField
      label="What stands at a plant"
      :value="tape.kind"
      :options="kinds"
      :is-default="tapeDefault('kind')"
      @pick="changeTape({ kind: $event }, msg`set what stands at a plant`)"
    />
    <ChoiceField
      label="Emitters lie"
      :value="places.around"
      :options="AROUND"
      :is-default="isDefault('around')"
      @pick="goAround"
    /><template v-if="ring">
      of
      <QuantityField
        id="ring-across"
        label="Ring across"
        kind="width"
        :value="places.ringM"
        :is-default="isDefault('ringM')"
        :take="set('ringM', msg`set the rings’ size`)" />
      across, an emitter every
      <QuantityField
        id="emitter-spacing"
        label="Emitter spacing"
        kind="spacing"
        :value="tape.spacingM"
        :is-default="tapeDefault('spacingM')"
        :take="setTape('spacingM', msg`set the emitter spacing`)" /></template
    >.
    <template v-if="tape.kind === 'drilled'"
      >Holes of
      <QuantityField
        id="drill-of-the-holes"
        label="Drill of the holes"
        kind="bore"
        :value="tape.holeMm"
        :is-default="tapeDefault('holeMm')"
        :take="setTape('holeMm', msg`set the drill`)"
      />
      give {{ settings.show(tape.flowLph, 'emitterFlow') }} each at
      {{ settings.show(tape.atKpa, 'pressure') }}.</template
    >
    <template v-else-if="tape.kind === 'microtubes'"
      >Each tube is
      <QuantityField
        id="length-of-the-microtubes"
        label="Length of the microtubes"
        kind="height"
        :value="tape.tubeM"
        :is-default="tapeDefault('tubeM')"
        :take="setTape('tubeM', msg`set the tubes’ length`)"
      />
      of
      <QuantityField
        id="bore-of-the-microtubes"
        label="Bore of the microtubes"
        kind="bore"
        :value="tape.tubeMm"
        :is-default="tapeDefault('tubeMm')"
        :take="setTape('tubeMm', msg`set the tubes’ bore`)"
      />, longer where a plant stands further off.</template
    >
    <template v-else
      >The label says
      <QuantityField
        id="flow-per-emitter"
        label="Flow per emitter"
        kind="emitterFlow"
        :value="tape.flowLph"
        :is-default="tapeDefault('flowLph')"
        :take="setTape('flowLph', msg`set the emitters’ flow`)"
      />
      each
      <template v-if="tape.kind === 'compensating'"
        >from
        <QuantityField
          id="minimum-working-pressure"
          label="Minimum working pressure"
          kind="pressure"
          :value="tape.minKpa"
          :is-default="tapeDefault('minKpa')"
          :take="setTape('minKpa', msg`set the window’s lowest pressure`)"
        />
        up</template
      ><template v-else
        >at
        <QuantityField
          id="label-pressure"
          label="Label pressure"
          kind="pressure"
          :value="tape.atKpa"
          :is-default="tapeDefault('atKpa')"
          :take="setTape('atKpa', msg`set the label’s pressure`)" /></template
      ><template v-if="tape.kind === 'adjustable'"
        >, fully open about {{ settings.show(ADJUSTABLE_MOST_LPH, 'emitterFlow') }}</template
      >.</template
    >
    They lie
    <ChoiceField
      label="Where it lies"
      :value="tape.lies"
      :options="LIES"
      :is-default="tapeDefault('lies')"
      @pick="changeTape({ lies: $event }, msg`lay it elsewhere`)"
    />.
    <template v-if="!ring && tape.kind !== 'microtubes'"
      >A plant off the pipe is reached by thin tube of
      <QuantityField
        id="bore-of-the-thin-tube"
        label="Bore of the thin tube"
        kind="bore"
        :value="places.tubeMm"
        :is-default="isDefault('tubeMm')"
        :take="set('tubeMm', msg`set the thin tube’s bore`)"
      />
      bore,
      <QuantityField
        id="tube-longer-by"
        label="Tube longer by"
        kind="width"
        :value="places.tubeExtraM"
        :is-default="isDefault('tubeExtraM')"
        :take="set('tubeExtraM', msg`set the tube’s slack`)"
      />
      longer than the way.</template
    >
    <span class="quiet">
      What each lets out varies by {{ settings.show(tape.cv, 'share') }} (CV); several at a plant vary less
      together.</span
    >
  </p>
  <EvenOpenings v-if="tape.kind === 'adjustable' && !ring" />
  <h3>Put plants on the sheet</h3>
  <p class="acts">
    <button type="button" class="small" :aria-pressed="tools.tool === 'plant'" @click="tools.take('plant')">
      one by one, by hand
    </button>
    <button type="button" class="small" @click="file?.click()">from a CSV file</button>
    <input
      ref="file"
      type="file"
      accept=".csv,text/csv,text/plain"
      class="sr"
      tabindex="-1"
      aria-label="CSV file of plants"
      @change="take"
    />
    <button v-if="places.plants.length > 0" type="button" class="small" @click="save">
      save them as CSV
    </button>
  </p>
  <PlantRows />
  <p v-if="trouble" class="why" role="alert">{{ trouble }}</p>
  <ul v-if="notes.length > 0" class="quiet">
    <li v-for="n in notes.slice(0, 5)" :key="n">{{ n }}</li>
  </ul>
  <PlantsLaid />
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 13.5px;
  line-height: 1.5;
  padding: 2px 9px;
  cursor: pointer;
}
.small[aria-pressed='true'] {
  background: var(--picked);
  border-color: var(--ink);
}
.why {
  color: var(--alarm);
  font-weight: 600;
}
</style>
