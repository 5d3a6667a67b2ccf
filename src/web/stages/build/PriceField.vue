<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { tableNumber } from '../../../core/formats/tableNumbers';

/** A price as it is typed: with a decimal comma or point, with or without the money's sign. Emptied it is unknown again. */
const props = defineProps<{ value: number | undefined; label: string; take: (value: number | undefined) => { what: string } | undefined }>();
const MOST = 1e7;
const typed = ref<string>();
const why = ref('');
const shown = computed(() => typed.value ?? (props.value === undefined ? '' : String(props.value)));
function done(event: Event): void {
  const text = (event.target as HTMLInputElement).value.trim();
  const value = text === '' ? undefined : tableNumber(text, true);
  if (text !== '' && value === undefined) why.value = msg`That is not a price.`;
  else if (value !== undefined && value < 0) why.value = msg`A price cannot be below zero.`;
  else if (value !== undefined && value > MOST) why.value = msg`That is more than anything here costs.`;
  else why.value = props.take(value)?.what ?? '';
  typed.value = why.value ? text : undefined;
}
</script>

<template>
  <span class="price">
    <input type="text" inputmode="decimal" :value="shown" :aria-label="label" :aria-invalid="why !== ''" placeholder="price" @change="done" />
    <span v-if="why" role="alert" class="why">{{ why }}</span>
  </span>
</template>

<style scoped>
input { width: 74px; border: 0; border-bottom: 2px solid var(--leaf); background: var(--card); color: var(--ink); font: inherit; text-align: right; padding: 1px 4px; }
input[aria-invalid='true'] { border-color: var(--alarm); }
.why { display: block; color: var(--alarm); font-size: 12.5px; }
</style>
