<script setup lang="ts">
import { msg } from '../../../core/language';
import type { TapSource } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import BucketTries from './BucketTries.vue';
import { useSourceFields } from './useSourceFields';

defineProps<{ tap: TapSource }>();
const edits = useEdits();
const { isDefault, set, choose } = useSourceFields();
const METHODS = [
  { id: 'bucket', name: msg`a bucket and a shut gauge` },
  { id: 'gauge', name: msg`a gauge, shut and running` },
];
</script>

<template>
  <p class="fill">
    It was measured with
    <ChoiceField
      label="How it was measured"
      :value="tap.method"
      :options="METHODS"
      :is-default="isDefault('method')"
      @pick="choose('method', msg`measure another way`)($event)"
    />.
  </p>
  <p v-if="tap.method === 'bucket'" class="fill">
    A
    <QuantityField
      id="bucket"
      label="Bucket"
      usual="buckets"
      kind="volume"
      :value="tap.bucketL"
      :is-default="isDefault('bucketL')"
      :take="set('bucketL', msg`set the bucket`)"
    />
    bucket fills in
    <BucketTries
      :tries="tap.triesS"
      :is-default="isDefault('triesS')"
      :take="(triesS, label, gesture) => edits.source({ triesS }, label, gesture)"
    />
    with the tap wide open; shut, the gauge reads
    <QuantityField
      id="gauge-shut"
      label="Gauge, shut"
      field="shutKpa"
      kind="pressure"
      :value="tap.shutKpa"
      :is-default="isDefault('shutKpa')"
      :take="set('shutKpa', msg`set the shut gauge`)"
    />.
  </p>
  <p v-else class="fill">
    Shut, the gauge reads
    <QuantityField
      id="gauge-shut"
      label="Gauge, shut"
      field="shutKpa"
      kind="pressure"
      :value="tap.shutKpa"
      :is-default="isDefault('shutKpa')"
      :take="set('shutKpa', msg`set the shut gauge`)"
    />; while
    <QuantityField
      id="flow-while-running"
      label="Flow while running"
      kind="flow"
      :value="tap.flowingLph"
      :is-default="isDefault('flowingLph')"
      :take="set('flowingLph', msg`set the running flow`)"
    />
    runs it reads
    <QuantityField
      id="gauge-running"
      label="Gauge, running"
      field="flowingKpa"
      kind="pressure"
      :value="tap.flowingKpa"
      :is-default="isDefault('flowingKpa')"
      :take="set('flowingKpa', msg`set the running gauge`)"
    />.
  </p>
</template>
