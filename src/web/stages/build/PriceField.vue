<script setup lang="ts">
import { msg } from '../../../core/language';
import { tableNumber } from '../../../core/formats/tableNumbers';
import TextField from '../../parts/TextField.vue';

/** A price as it is typed: with a decimal comma or point, with or without the money's sign. Emptied it is unknown again. */
const props = defineProps<{
  id: string;
  value: number | undefined;
  label: string;
  take: (value: number | undefined, gesture: string) => { what: string } | undefined;
}>();
const MOST = 1e7;
function takeText(typed: string, gesture: string): { what: string } | undefined {
  const text = typed.trim();
  const value = text === '' ? undefined : tableNumber(text, true);
  if (text !== '' && value === undefined) return { what: msg`That is not a price.` };
  if (value !== undefined && value < 0) return { what: msg`A price cannot be below zero.` };
  if (value !== undefined && value > MOST) return { what: msg`That is more than anything here costs.` };
  return props.take(value, gesture);
}
</script>

<template>
  <TextField
    :id="id"
    class="price"
    look="small"
    width="74px"
    decimal
    :longest="30"
    :label="label"
    placeholder="price"
    :value="value === undefined ? '' : String(value)"
    :take="takeText"
  />
</template>

<style scoped>
.price :deep(input) {
  text-align: right;
}
@media print {
  .price {
    display: none;
  }
}
</style>
