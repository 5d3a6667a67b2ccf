<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import type { PumpCurve } from '../../../core/hydraulics/pump';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import BucketTries from './BucketTries.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';

/** A pump by its curve or by its label. */
const props = defineProps<{ curve: PumpCurve; ofBooster?: boolean }>();
const edits = useEdits();
const plan = usePlan();

const who = computed(() => (props.ofBooster ? msg`Booster` : msg`Pump`));
const at = computed(() => (props.ofBooster ? 'booster.curve' : 'curve'));
const stated = computed(() => {
  const s = plan.plan.sources[plan.sourceIndex] as unknown as {
    curve?: object;
    booster?: { curve?: object };
  };
  return ((props.ofBooster ? s.booster?.curve : s.curve) ?? {}) as Record<string, unknown>;
});
const isDefault = (field: string): boolean => stated.value[field] === undefined;
const METHODS = computed(() => [
  { id: 'points', name: msg`points of its curve` },
  { id: 'label', name: msg`its label: power and one point` },
  ...(props.ofBooster ? [] : [{ id: 'bucket', name: msg`a bucket and a gauge only` }]),
]);
const set = (field: string, label: string) => (value: number, gesture: string) =>
  edits.curve({ [field]: value }, label, gesture, props.ofBooster);
const setPoint = (i: number, field: 'flowLph' | 'headM') => (value: number, gesture: string) =>
  edits.curve(
    { points: props.curve.points.map((p, j) => (j === i ? { ...p, [field]: value } : p)) },
    msg`set a point of the curve`,
    gesture,
    props.ofBooster,
  );
const MOST = 12;
/** A further point goes on as the last two run. */
function add(): void {
  const [a, b] = props.curve.points.slice(-2);
  const next = { flowLph: 2 * b.flowLph - a.flowLph, headM: Math.max(0, 2 * b.headM - a.headM) };
  edits.curve({ points: [...props.curve.points, next] }, msg`add a point`, undefined, props.ofBooster);
}
const remove = (i: number): void =>
  void edits.curve(
    { points: props.curve.points.filter((_, j) => j !== i) },
    msg`take a point away`,
    undefined,
    props.ofBooster,
  );
</script>

<template>
  <p class="fill">
    {{ who }} known by
    <ChoiceField
      :label="msg`${who} known by`"
      :value="curve.method"
      :options="METHODS"
      :is-default="isDefault('method')"
      @pick="edits.curve({ method: $event }, msg`know the pump another way`, undefined, ofBooster)"
    />:
  </p>
  <table v-if="curve.method === 'points'" class="points">
    <thead>
      <tr>
        <th scope="col">flow</th>
        <th scope="col">its head</th>
        <th><span class="sr">take away</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(p, i) in curve.points" :key="i">
        <td>
          <QuantityField
            :id="`${ofBooster ? 'booster' : 'pump'} point ${i + 1} flow`"
            :label="msg`${who} point ${i + 1}, flow`"
            :field="`${at}.points[${i}].flowLph`"
            kind="flow"
            :value="p.flowLph"
            :is-default="isDefault('points')"
            :take="setPoint(i, 'flowLph')"
          />
        </td>
        <td>
          <QuantityField
            :id="`${ofBooster ? 'booster' : 'pump'} point ${i + 1} head`"
            :label="msg`${who} point ${i + 1}, head`"
            :field="`${at}.points[${i}].headM`"
            kind="height"
            :value="p.headM"
            :is-default="isDefault('points')"
            :take="setPoint(i, 'headM')"
          />
        </td>
        <td>
          <button
            v-if="curve.points.length > 2"
            type="button"
            class="small"
            :aria-label="msg`Take point ${i + 1} away`"
            @click="remove(i)"
          >
            −
          </button>
        </td>
      </tr>
    </tbody>
    <tfoot>
      <tr>
        <td colspan="3">
          <button v-if="curve.points.length < MOST" type="button" class="small" @click="add">
            add a point
          </button>
        </td>
      </tr>
    </tfoot>
  </table>
  <p v-else-if="curve.method === 'bucket'" class="fill">
    While it runs without stopping, a
    <QuantityField
      id="bucket-at-the-pump"
      label="Bucket at the pump"
      usual="buckets"
      kind="volume"
      :value="curve.bucketL"
      :is-default="isDefault('bucketL')"
      :take="set('bucketL', msg`set the bucket`)"
    />
    bucket fills in
    <BucketTries
      :tries="curve.triesS"
      :is-default="isDefault('triesS')"
      :take="(triesS, label, gesture) => edits.curve({ triesS }, label, gesture)"
    />
    and the gauge stays at
    <QuantityField
      id="gauge-while-the-bucket-fills"
      label="Gauge while the bucket fills"
      kind="pressure"
      :value="curve.bucketKpa"
      :is-default="isDefault('bucketKpa')"
      :take="set('bucketKpa', msg`set the gauge`)"
    />.
    <span class="quiet"
      >The rest of its curve is estimated, and so are its starts: as a label’s point is taken, and at least to
      where its switch stops it. Open a tap near the pressure tank just far enough that the gauge neither
      rises nor falls.</span
    >
  </p>
  <p v-else class="fill">
    <QuantityField
      :id="`${ofBooster ? 'booster' : 'pump'} power`"
      :label="msg`${who} power`"
      :field="`${at}.powerKw`"
      kind="power"
      :value="curve.powerKw"
      :is-default="isDefault('powerKw')"
      :take="set('powerKw', msg`set the pump’s power`)"
    />, giving
    <QuantityField
      :id="`${ofBooster ? 'booster' : 'pump'} label-flow`"
      :label="msg`${who} label flow`"
      :field="`${at}.labelLph`"
      kind="flow"
      :value="curve.labelLph"
      :is-default="isDefault('labelLph')"
      :take="set('labelLph', msg`set the label’s flow`)"
    />
    at a head of
    <QuantityField
      :id="`${ofBooster ? 'booster' : 'pump'} label-head`"
      :label="msg`${who} label head`"
      kind="height"
      :value="curve.labelM"
      :is-default="isDefault('labelM')"
      :take="set('labelM', msg`set the label’s head`)"
    />.
    <span class="quiet"
      >Shut, it is assumed to reach a third more, and to give twice that flow at no head: its own curve is
      better.</span
    >
  </p>
</template>

<style scoped>
.points {
  border-collapse: collapse;
  margin: -6px 0 10px;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--faint);
  font-size: 13px;
}
td,
th {
  padding: 1px 14px 1px 0;
  vertical-align: top;
}
</style>
