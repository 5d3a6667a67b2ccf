<script setup lang="ts">
import { computed, nextTick } from 'vue';

/** A choice in a sentence. */
const props = defineProps<{
  value: string;
  options: readonly { id: string; name: string }[];
  label: string;
  isDefault?: boolean;
}>();
const emit = defineEmits<{ pick: [id: string] }>();

type Options = typeof props.options;
/** Made anew with every movement of a hand, they mostly say the same. */
const offered = computed((before?: Options): Options =>
  before?.length === props.options.length &&
  before.every((o, i) => o.id === props.options[i].id && o.name === props.options[i].name)
    ? before
    : props.options,
);

/** What is not taken does not stay shown. */
function pick(event: Event): void {
  const select = event.target as HTMLSelectElement;
  emit('pick', select.value);
  void nextTick(() => (select.value = props.value));
}
</script>

<template>
  <select
    v-memo="[value, label, isDefault, offered]"
    :class="{ default: isDefault }"
    :value="value"
    :aria-label="isDefault ? msg`${label} (default)` : label"
    :title="isDefault ? msg`A default, not yet your own` : undefined"
    @change="pick"
  >
    <option v-for="o in offered" :key="o.id" :value="o.id">{{ o.name }}</option>
  </select>
</template>

<style scoped>
select {
  appearance: none;
  field-sizing: content;
  background: var(--card) no-repeat right 5px center / 9px
    url("data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 10 6'%3E%3Cpath d='M1 1l4 4 4-4' fill='none' stroke='%23808a80' stroke-width='1.6'/%3E%3C/svg%3E");
  border: 0;
  border-bottom: 2px solid var(--leaf);
  color: var(--ink);
  font: inherit;
  font-weight: 600;
  line-height: 1.5;
  padding: 0 19px 0 4px;
  cursor: pointer;
  max-width: 100%;
}
select.default {
  border-bottom-style: dotted;
  font-weight: 400;
  color: var(--faint);
}
</style>
