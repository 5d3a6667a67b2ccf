<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { LIES, material, materialsFor } from '../../../core/catalog/materials';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { fieldsOf } from '../../parts/useDraft';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** A tape by its label: the block's, or a further one of the plan's. Flow per emitter and flow per length are one thing: either may be typed. */
const props = defineProps<{ further?: string }>();
const plan = usePlan();
fieldsOf(() => props.further ?? plan.block.id);
const edits = useEdits();
const settings = useSettings();
const tape = computed(() => plan.full.tapes.find((t) => t.id === props.further)?.tape ?? plan.block.tape);
const stated = computed(
  () =>
    (props.further ? plan.plan.tapes?.find((t) => t.id === props.further)?.tape : plan.statedBlock.tape) as
      Record<string, unknown> | undefined,
);
const isDefault = (field: string): boolean => stated.value?.[field] === undefined;
const change = (fields: object, label: string, gesture?: string) =>
  props.further
    ? edits.furtherTape(props.further, fields, label, gesture)
    : edits.block('tape', fields, label, gesture);
const set = (field: string, label: string) => (value: number, gesture: string) =>
  change({ [field]: value }, label, gesture);
const perMetre = computed(() => tape.value.flowLph / tape.value.spacingM);
const setPerMetre = (lphPerM: number, gesture: string) =>
  change({ flowLph: lphPerM * tape.value.spacingM }, msg`set the tape’s flow`, gesture);

const ROWS = [
  { id: 'straight', name: msg`straight` },
  { id: 'curved', name: msg`curved` },
];
const kind = computed(() => material(tape.value.kind));
const kinds = computed(() => [
  ...materialsFor(undefined),
  ...(tape.value.kind === 'adjustable' ? [kind.value] : []),
]);
/** Flow follows from the drill or the tube: the label has none. */
const made = computed(() => tape.value.kind === 'drilled' || tape.value.kind === 'microtubes');
</script>

<template>
  <p class="fill">
    It is
    <ChoiceField
      label="What is laid"
      :value="tape.kind"
      :options="kinds"
      :is-default="isDefault('kind')"
      @pick="change({ kind: $event }, msg`lay something else`)"
    />
    of
    <QuantityField
      id="bore-of-the-tape"
      label="Bore of the tape"
      :usual="tape.kind === 'tape' ? 'tapeBores' : 'tubingBores'"
      kind="bore"
      :value="tape.boreMm"
      :is-default="isDefault('boreMm')"
      :take="set('boreMm', msg`set the bore`)"
    />
    bore with {{ tape.kind === 'tape' ? msg`emitters` : `${kind.outlet}s` }} every
    <QuantityField
      id="emitter-spacing"
      label="Emitter spacing"
      usual="spacings"
      kind="spacing"
      :value="tape.spacingM"
      :is-default="isDefault('spacingM')"
      :take="set('spacingM', msg`set the emitter spacing`)"
    />.
    <template v-if="tape.kind === 'drilled'"
      >Holes of
      <QuantityField
        id="drill-of-the-holes"
        label="Drill of the holes"
        usual="drills"
        kind="bore"
        :value="tape.holeMm"
        :is-default="isDefault('holeMm')"
        :take="set('holeMm', msg`set the drill`)"
      />
      give {{ settings.show(tape.flowLph, 'emitterFlow') }} each at
      {{ settings.show(tape.atKpa, 'pressure') }}.
    </template>
    <template v-else-if="tape.kind === 'microtubes'"
      >Each tube is
      <QuantityField
        id="length-of-the-microtubes"
        label="Length of the microtubes"
        kind="height"
        :value="tape.tubeM"
        :is-default="isDefault('tubeM')"
        :take="set('tubeM', msg`set the tubes’ length`)"
      />
      of
      <QuantityField
        id="bore-of-the-microtubes"
        label="Bore of the microtubes"
        usual="microtubes"
        kind="bore"
        :value="tape.tubeMm"
        :is-default="isDefault('tubeMm')"
        :take="set('tubeMm', msg`set the tubes’ bore`)"
      />: {{ settings.show(tape.flowLph, 'emitterFlow') }} each at
      {{ settings.show(tape.atKpa, 'pressure') }}.
    </template>
    <template v-else>
      Its label says
      <QuantityField
        id="flow-per-emitter"
        label="Flow per emitter"
        :usual="tape.kind === 'tape' ? 'tapeFlows' : 'dripperFlows'"
        kind="emitterFlow"
        :value="tape.flowLph"
        :is-default="isDefault('flowLph')"
        :take="set('flowLph', msg`set the tape’s flow`)"
      />
      each, which is
      <QuantityField
        id="flow-per-length"
        label="Flow per length"
        kind="flowPerLength"
        :value="perMetre"
        :is-default="isDefault('flowLph')"
        :take="setPerMetre"
      />,
      <template v-if="tape.kind !== 'compensating'"
        >at
        <QuantityField
          id="label-pressure"
          label="Label pressure"
          kind="pressure"
          :value="tape.atKpa"
          :is-default="isDefault('atKpa')"
          :take="set('atKpa', msg`set the label’s pressure`)"
        />; wall
        <QuantityField
          id="wall-of-the-tape"
          label="Wall of the tape"
          usual="walls"
          kind="wall"
          :value="tape.wallMm"
          :is-default="isDefault('wallMm')"
          :take="set('wallMm', msg`set the tape’s wall`)"
        />.
      </template>
      <template v-else
        >from
        <QuantityField
          id="minimum-working-pressure"
          label="Minimum working pressure"
          kind="pressure"
          :value="tape.minKpa"
          :is-default="isDefault('minKpa')"
          :take="set('minKpa', msg`set the window’s lowest pressure`)"
        />
        up.</template
      >
    </template>
    It lies
    <ChoiceField
      label="Where it lies"
      :value="tape.lies"
      :options="LIES"
      :is-default="isDefault('lies')"
      @pick="change({ lies: $event }, msg`lay it elsewhere`)"
    />
    and should last
    <QuantityField
      id="seasons-it-should-last"
      label="Seasons it should last"
      kind="count"
      :value="tape.seasons"
      :is-default="isDefault('seasons')"
      :take="set('seasons', msg`set how long it should last`)"
    />
    {{ forms(tape.seasons, 'season', 'seasons')
    }}<template v-if="!further"
      >, in
      <ChoiceField
        label="Rows"
        :value="plan.block.beds.rows"
        :options="ROWS"
        :is-default="plan.statedBlock.beds?.rows === undefined"
        @pick="edits.block('beds', { rows: $event as 'straight' }, msg`set how the rows run`)"
      />
      rows</template
    >.
  </p>
  <details class="more">
    <summary>Pressures, exponent, variation</summary>
    <p class="fill">
      It works from
      <QuantityField
        id="window-from"
        label="Window, from"
        field="tape.minKpa"
        kind="pressure"
        :value="tape.minKpa"
        :is-default="isDefault('minKpa')"
        :take="set('minKpa', msg`set the window’s lowest pressure`)"
      />
      to
      <QuantityField
        id="window-to"
        label="Window, to"
        field="tape.maxKpa"
        kind="pressure"
        :value="tape.maxKpa"
        :is-default="isDefault('maxKpa')"
        :take="set('maxKpa', msg`set the window’s highest pressure`)"
      />.
      <template v-if="tape.kind !== 'compensating' && !made"
        >Emitter exponent
        <QuantityField
          id="exponent"
          label="Exponent"
          kind="factor"
          :value="tape.exponent"
          :is-default="isDefault('exponent')"
          :take="set('exponent', msg`set the exponent`)"
        />.</template
      >
      Emitters vary as made by (CV)
      <QuantityField
        id="variation-between-emitters-cv"
        label="Variation between emitters (CV)"
        kind="share"
        :value="tape.cv"
        :is-default="isDefault('cv')"
        :take="set('cv', msg`set the variation between emitters`)"
      />. A run should water
      <QuantityField
        id="target-evenness"
        label="Target evenness"
        kind="share"
        :value="plan.wishes.uniformity"
        :is-default="plan.plan.wishes?.uniformity === undefined"
        :take="(v, g) => edits.wishes({ uniformity: v }, msg`set the target evenness`, g)"
      />
      evenly.
    </p>
    <p class="quiet">Typical values: read your label. The top of a tape’s window follows from its wall.</p>
  </details>
</template>
