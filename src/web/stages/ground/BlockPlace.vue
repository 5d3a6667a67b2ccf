<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useView } from '../../stores/view';

/** Where a block lies and how it is turned, in numbers: in words that match the sheet as it is shown. */
const plan = usePlan();
const edits = useEdits();
const view = useView();
const stated = computed(() => plan.statedBlock);
const words = computed(() =>
  view.sheetTurned
    ? { x: msg`down the sheet`, y: msg`to the right` }
    : { x: msg`to the right`, y: msg`up the sheet` },
);
</script>

<template>
  <p class="fill">
    Its {{ plan.block.places ? msg`feed` : msg`near left corner` }} lies
    <QuantityField
      id="block-x"
      :label="msg`Block, ${words.x}`"
      kind="length"
      :value="plan.block.xM"
      :is-default="stated.xM === undefined"
      :take="(v, g) => edits.blockSelf({ xM: v }, msg`move the block`, g)"
    />
    {{ words.x }} and
    <QuantityField
      id="block-y"
      :label="msg`Block, ${words.y}`"
      kind="length"
      :value="plan.block.yM"
      :is-default="stated.yM === undefined"
      :take="(v, g) => edits.blockSelf({ yM: v }, msg`move the block`, g)"
    />
    {{ words.y }} from the sheet’s zero, turned
    <QuantityField
      id="block-turned-by"
      label="Block turned by"
      kind="angle"
      :value="plan.block.turnDeg"
      :is-default="stated.turnDeg === undefined"
      :take="(v, g) => edits.blockSelf({ turnDeg: v }, msg`turn the block`, g)"
    />
    clockwise.
  </p>
</template>
