<script setup lang="ts" generic="T extends string">
import { nextTick, ref } from 'vue';

/** Leaves of a stage, one question each. Arrows go from one to the next. */
const props = defineProps<{ leaves: readonly { id: T; name: string }[]; open: T; label: string; prefix: string }>();
const emit = defineEmits<{ turn: [id: T] }>();
const row = ref<HTMLElement>();
function step(by: number): void {
  const at = props.leaves.findIndex((l) => l.id === props.open);
  const next = props.leaves[(at + by + props.leaves.length) % props.leaves.length];
  emit('turn', next.id);
  void nextTick(() => row.value?.querySelector<HTMLElement>('[aria-selected="true"]')?.focus());
}
</script>

<template>
  <div ref="row" class="leaves" role="tablist" :aria-label="label" @keydown.right.prevent="step(1)" @keydown.left.prevent="step(-1)">
    <button v-for="l in leaves" :id="`${prefix}-${l.id}`" :key="l.id" type="button" role="tab" :aria-selected="open === l.id" :tabindex="open === l.id ? 0 : -1" @click="emit('turn', l.id)">{{ l.name }}</button>
  </div>
</template>

<style scoped>
.leaves { display: flex; flex-wrap: wrap; gap: 2px; border-bottom: 1.5px solid var(--ink); margin-bottom: 12px; }
[role='tab'] { border: 0; background: none; padding: 4px 9px 5px; cursor: pointer; font-size: 15px; border-radius: 3px 3px 0 0; }
[role='tab'][aria-selected='true'] { background: var(--ink); color: var(--paper); font-weight: 700; }
@media (max-width: 820px), (max-height: 480px) { [role='tab'] { min-height: 44px; padding: 6px 12px; font-size: 16px; } }
</style>
