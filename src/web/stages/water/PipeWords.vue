<script setup lang="ts">
import { PIPES } from '../../../core/catalog/pipes';
import type { PipePiece } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { useSourceFields } from './useSourceFields';

/** A drop or suction pipe: kind, bore, length. */
defineProps<{ piece: PipePiece & { lengthM: number }; part: 'drop' | 'suction'; name: string }>();
const edits = useEdits();
const { isDefault, set } = useSourceFields();
</script>

<template>
  <span>
    <QuantityField
      :id="`length-of ${part}`"
      :label="msg`Length of the ${name}`"
      :field="`${part}.lengthM`"
      kind="length"
      :value="piece.lengthM"
      :is-default="isDefault('lengthM', part)"
      :take="set('lengthM', msg`set the ${name}’s length`, part)"
    />
    of
    <ChoiceField
      :label="msg`The ${name}`"
      :value="piece.pipe"
      :options="PIPES"
      :is-default="isDefault('pipe', part)"
      @pick="
        edits.source(
          { pipe: $event, boreMm: undefined, hazenWilliamsC: undefined },
          msg`change the ${name}`,
          undefined,
          part,
        )
      "
    />
    (<QuantityField
      :id="`bore-of ${part}`"
      :label="msg`Bore of the ${name}`"
      kind="bore"
      :value="piece.boreMm"
      :is-default="isDefault('boreMm', part)"
      :take="set('boreMm', msg`set the ${name}’s bore`, part)"
    />
    bore)
  </span>
</template>
