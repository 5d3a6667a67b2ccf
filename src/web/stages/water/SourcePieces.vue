<script setup lang="ts">
import type { Piece } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { useSettings } from '../../stores/settings';
import BucketTries from './BucketTries.vue';
import PipeWords from './PipeWords.vue';
import { useSourceFields } from './useSourceFields';

/** A sentence about a source, with its fields in their places. */
defineProps<{ pieces: Piece[] }>();
const edits = useEdits();
const settings = useSettings();
const { isDefault, set, choose } = useSourceFields();
/** Marks that close up to what is before them. */
const CLOSES = /^[.,;:)]/;
const gap = (piece: Piece, i: number): string =>
  i === 0 || (typeof piece === 'string' && CLOSES.test(piece)) ? '' : ' ';
const keyOf = (piece: Piece, i: number): string | number =>
  typeof piece === 'string' ? i : 'field' in piece ? piece.id : 'choice' in piece ? piece.choice : i;
function pick(piece: Extract<Piece, { choice: string }>, id: string): void {
  if (piece.as) edits.source({ [piece.choice]: piece.as(id) }, piece.edit);
  else choose(piece.choice, piece.edit)(id);
}
</script>

<template>
  <template v-for="(p, i) in pieces" :key="keyOf(p, i)"
    >{{ gap(p, i) }}<template v-if="typeof p === 'string'">{{ p }}</template
    ><QuantityField
      v-else-if="'field' in p"
      :id="p.id"
      :label="p.label"
      :field="p.part ? `${p.part}.${p.field}` : p.field"
      :kind="p.kind"
      :value="p.value"
      v-bind="p.usual ? { usual: p.usual } : {}"
      :is-default="p.unsaid ?? isDefault(p.field, p.part)"
      :take="set(p.field, p.edit, p.part)"
    /><ChoiceField
      v-else-if="'choice' in p"
      :label="p.label"
      :value="p.value"
      :options="p.options"
      :is-default="isDefault(p.choice)"
      @pick="pick(p, $event)"
    /><PipeWords v-else-if="'pipe' in p" :piece="p.of" :part="p.pipe" :name="p.name" /><BucketTries
      v-else-if="'tries' in p"
      :tries="p.tries"
      :is-default="isDefault('triesS')"
      :take="(triesS, label, gesture) => edits.source({ triesS }, label, gesture)"
    /><template v-else>{{ settings.show(p.shows, p.kind) }}</template></template
  >
</template>
