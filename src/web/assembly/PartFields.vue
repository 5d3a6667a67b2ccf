<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { ENDS, HEAD_PARTS, isBranch, REGULATOR_SETS_KPA, type PartLabel } from '../../core/catalog/headParts';
import type { PartResult } from '../../core/network';
import { statedParts, type Part } from '../../core/plan';
import ChoiceField from '../parts/ChoiceField.vue';
import QuantityField from '../parts/QuantityField.vue';
import { fieldsOf } from '../parts/useDraft';
import { useEdits } from '../stores/edits';
import { freshId } from '../stores/edits/fields';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';

/** What the picked part's label says, as sentences. */
const props = defineProps<{ place: string; part: Part; result?: PartResult }>();
fieldsOf(() => `${props.place}/${props.part.id}`);
const emit = defineEmits<{ gone: [] }>();
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const view = useView();

const stated = computed(() => {
  const list = statedParts(plan.plan, props.place);
  return (list?.find((p) => p.id === props.part.id) ?? {}) as Partial<PartLabel>;
});
const isDefault = (field: keyof PartLabel): boolean => stated.value[field] === undefined;
const set = (field: keyof PartLabel, label: string) => (value: number, gesture: string) =>
  edits.part(props.place, props.part.id, { [field]: value }, label, gesture);
const choose = (field: 'inEnd' | 'outEnd', value: string): void =>
  void edits.part(props.place, props.part.id, { [field]: value as never }, msg`change an end`);
/** Parts of the same kind on the shelf. */
const alike = computed(() => [...HEAD_PARTS, ...plan.full.parts].filter((p) => p.role === props.part.role));
/** Another part of the same kind in its place, with its own label. */
function exchange(kind: string): void {
  const cleared = Object.fromEntries(
    Object.keys(stated.value)
      .filter((k) => k !== 'id' && k !== 'kind' && k !== 'setKpa')
      .map((k) => [k, undefined]),
  );
  edits.part(props.place, props.part.id, { ...cleared, kind }, msg`exchange a part`);
}
const sets = computed(
  () =>
    `${REGULATOR_SETS_KPA.map((kpa) => settings.parts(kpa, 'pressure').number).join(', ')} ${settings.parts(0, 'pressure').unit}`,
);
const branch = computed(() => isBranch(props.part.role));
const NO_LIMIT_LPH = 1e6;
/** Keeps the part as it is labelled here on the plan's own shelf. */
function keep(): void {
  const { kind, ...label } = props.part;
  const id = freshId(plan.full.parts, 'own');
  const name = plan.full.parts.some((p) => p.id === kind) ? props.part.name : msg`${props.part.name}, my own`;
  const refusal = edits.ownParts([{ ...label, id, name }], msg`keep a part of my own`);
  view.notice = refusal ? refusal.what : msg`Kept on the shelf as “${name}”.`;
}
function remove(): void {
  edits.removePart(props.place, props.part.id);
  emit('gone');
}
</script>

<template>
  <div class="fields">
    <p class="fill">
      <ChoiceField
        :label="msg`Kind of part ${part.name}`"
        :value="part.kind"
        :options="alike"
        @pick="exchange"
      /><template v-if="part.role === 'regulator'">
        set to
        <QuantityField
          id="set-pressure"
          label="Set pressure"
          usual="regulators"
          kind="pressure"
          :value="part.setKpa"
          :is-default="isDefault('setKpa')"
          :take="set('setKpa', msg`set the regulator`)" /></template
      ><template v-if="part.role === 'relief'">
        opening at
        <QuantityField
          id="opens-at"
          label="Opens at"
          kind="pressure"
          :value="part.opensKpa"
          :is-default="isDefault('opensKpa')"
          :take="set('opensKpa', msg`set the relief valve`)" /></template
      >.
      <template v-if="result && !branch">
        <span class="quiet"
          >{{ settings.show(result.beforeKpa, 'pressure') }} before,
          {{ settings.show(result.afterKpa, 'pressure') }} after, at {{ settings.show(result.flowLph, 'flow')
          }}{{
            result.dirtyKpa > 0 ? msg`; dirty, ${settings.show(result.dirtyKpa, 'pressure')} less` : ''
          }}.</span
        >
      </template>
    </p>
    <p v-if="part.role === 'regulator'" class="quiet">Commonly sold set to {{ sets }}.</p>
    <details class="more">
      <summary>Its label</summary>
      <p v-if="!branch" class="fill">
        It takes
        <template v-if="part.fixedKpa > 0"
          ><QuantityField
            id="fixed-loss"
            label="Fixed loss"
            kind="pressure"
            :value="part.fixedKpa"
            :is-default="isDefault('fixedKpa')"
            :take="set('fixedKpa', msg`set its loss`)"
          />
          always, and
        </template>
        <QuantityField
          id="loss"
          label="Loss"
          kind="pressure"
          :value="part.lossKpa"
          :is-default="isDefault('lossKpa')"
          :take="set('lossKpa', msg`set its loss`)"
        />
        at
        <QuantityField
          id="loss-at"
          label="Loss, at"
          kind="flow"
          :value="part.atLph"
          :is-default="isDefault('atLph')"
          :take="set('atLph', msg`set its loss`)"
        /><template v-if="part.dirtyKpa > 0"
          >,
          <QuantityField
            id="further-loss-when-dirty"
            label="Further loss when dirty"
            kind="pressure"
            :value="part.dirtyKpa"
            :is-default="isDefault('dirtyKpa')"
            :take="set('dirtyKpa', msg`set its dirty loss`)"
          />
          more when dirty</template
        >.
        <template v-if="part.mesh > 0"
          >Mesh
          <QuantityField
            id="mesh"
            label="Mesh"
            kind="count"
            :value="part.mesh"
            :is-default="isDefault('mesh')"
            :take="set('mesh', msg`set the mesh`)"
          />.</template
        >
        <template v-if="part.minLph > 0 || part.maxLph < NO_LIMIT_LPH">
          It works from
          <QuantityField
            id="minimum-flow"
            label="Minimum flow"
            kind="flow"
            :value="part.minLph"
            :is-default="isDefault('minLph')"
            :take="set('minLph', msg`set its minimum flow`)"
          />
          to
          <QuantityField
            id="maximum-flow"
            label="Maximum flow"
            kind="flow"
            :value="part.maxLph"
            :is-default="isDefault('maxLph')"
            :take="set('maxLph', msg`set its maximum flow`)"
          />.</template
        >
        <template v-if="part.role === 'venturi'"
          >At full suction it draws
          <QuantityField
            id="most-stock-drawn"
            label="Most stock drawn"
            kind="emitterFlow"
            :value="part.stockLph ?? 0"
            :is-default="isDefault('stockLph')"
            :take="set('stockLph', msg`set the stock it draws`)"
          />.</template
        >
        <template v-if="part.needsKpa > 0"
          >It needs
          <QuantityField
            id="pressure-needed"
            label="Pressure needed"
            kind="pressure"
            :value="part.needsKpa"
            :is-default="isDefault('needsKpa')"
            :take="set('needsKpa', msg`set the pressure it needs`)"
          />
          to work.</template
        >
      </p>
      <p class="fill">
        Rated for
        <QuantityField
          id="pressure-rating"
          label="Pressure rating"
          kind="pressure"
          :value="part.ratingKpa"
          :is-default="isDefault('ratingKpa')"
          :take="set('ratingKpa', msg`set its rating`)"
        /><template v-if="!branch"
          >; in
          <ChoiceField
            label="Inlet end"
            :value="part.inEnd"
            :options="ENDS"
            :is-default="isDefault('inEnd')"
            @pick="choose('inEnd', $event)" />, out
          <ChoiceField
            label="Outlet end"
            :value="part.outEnd"
            :options="ENDS"
            :is-default="isDefault('outEnd')"
            @pick="choose('outEnd', $event)" /></template
        >.
      </p>
    </details>
    <p class="acts">
      <button type="button" class="asks" @click="keep">keep on my own shelf</button>
      <button type="button" class="asks" @click="remove">take it out</button>
    </p>
  </div>
</template>

<style scoped>
.fields {
  border-left: 4px solid var(--ink);
  padding-left: 10px;
  margin: 4px 0 10px;
}
.fill {
  margin-bottom: 4px;
}
.acts {
  display: flex;
  gap: 18px;
  margin-bottom: 2px;
}
</style>
