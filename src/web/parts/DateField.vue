<script setup lang="ts">
import { ref } from 'vue';
import { msg } from '../../core/language';
import type { Refusal } from '../stores/plan';

/** A day in a sentence. */
const props = defineProps<{ date: string; label: string; isDefault?: boolean; take: (date: string) => Refusal | undefined }>();
const why = ref('');
function read(event: Event): void {
  const { value } = event.target as HTMLInputElement;
  if (!value) return void (why.value = msg`A whole date is needed.`);
  const refusal = value === props.date ? undefined : props.take(value);
  why.value = refusal ? `${refusal.what.charAt(0).toUpperCase()}${refusal.what.slice(1)}.` : '';
}
</script>

<template>
  <span class="field">
    <input type="date" :class="{ default: isDefault }" :value="date" :aria-label="isDefault ? msg`${label} (default)` : label" :title="isDefault ? msg`A default, not yet your own` : undefined" @change="read" />
    <span v-if="why" class="why" role="alert">{{ why }}</span>
  </span>
</template>

<style scoped>
input { background: var(--card); border: 0; border-bottom: 2px solid var(--leaf); color: var(--ink); font-weight: 600; font: inherit; padding: 0 2px; color-scheme: light dark; }
input.default { border-bottom-style: dotted; color: var(--faint); }
.why { display: block; color: var(--alarm); font-size: 13.5px; }
</style>
