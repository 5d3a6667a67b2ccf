<script setup lang="ts">
import { useDebounceFn, useMutationObserver, useResizeObserver } from '@vueuse/core';
import { shallowRef } from 'vue';

/** The parts of a long panel, at its top: pressed, a part is brought before the eyes. */
const props = defineProps<{ panel: HTMLElement }>();
interface Part {
  name: string;
  at: HTMLElement;
}
const parts = shallowRef<Part[]>([]);
/** Shorter panels need none. */
const LEAST_PARTS = 3;
const LONG = 1.5;
const LOOK_MS = 150;
const look = useDebounceFn(() => {
  const found = [...props.panel.querySelectorAll<HTMLElement>('h3:not(.sr)')]
    .filter((at) => at.getClientRects().length > 0)
    .map((at) => ({ name: at.textContent.trim(), at }));
  const long = props.panel.scrollHeight > LONG * props.panel.clientHeight;
  const next = long && found.length >= LEAST_PARTS ? found : [];
  if (
    next.length !== parts.value.length ||
    next.some((p, i) => p.at !== parts.value[i].at || p.name !== parts.value[i].name)
  )
    parts.value = next;
}, LOOK_MS);
useMutationObserver(
  () => props.panel,
  () => void look(),
  { childList: true, subtree: true },
);
useResizeObserver(
  () => props.panel,
  () => void look(),
);
function show({ at }: Part): void {
  at.tabIndex = -1;
  at.scrollIntoView({ block: 'start' });
  at.focus({ preventScroll: true });
}
</script>

<template>
  <nav v-if="parts.length > 0" class="outline" aria-label="Parts of this stage">
    <button v-for="(p, i) in parts" :key="i" type="button" @click="show(p)">{{ p.name }}</button>
  </nav>
</template>

<style scoped>
.outline {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  margin: -6px 0 12px -8px;
}
.outline button {
  text-align: left;
  border: 0;
  background: none;
  padding: 2px 8px;
  font-size: 13.5px;
  color: var(--water);
  cursor: pointer;
  border-radius: 3px;
}
.outline button:hover {
  background: var(--picked);
}
</style>
