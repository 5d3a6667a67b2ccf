<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import BlockPicker from '../parts/BlockPicker.vue';
import { useWeigh, WEIGHINGS, type Weighing } from '../stores/weigh';

/** What can be weighed up before anything is bought, one sheet each. */
const weigh = useWeigh();
const SHEETS: Record<Weighing, ReturnType<typeof defineAsyncComponent>> = {
  lay: defineAsyncComponent(() => import('./WhatToLay.vue')),
  compare: defineAsyncComponent(() => import('./SideBySide.vue')),
  length: defineAsyncComponent(() => import('./RunLengths.vue')),
  header: defineAsyncComponent(() => import('./HeaderTable.vue')),
  holes: defineAsyncComponent(() => import('./HolesAndTubes.vue')),
  sure: defineAsyncComponent(() => import('./HowSure.vue')),
};
const sheet = computed(() => weigh.open && SHEETS[weigh.open]);
function turn(to: Weighing): void {
  if (to === weigh.open) return;
  weigh.stop();
  weigh.open = to;
}
function shut(): void {
  weigh.stop();
  weigh.open = undefined;
}
</script>

<template>
  <v-dialog
    :model-value="weigh.open !== undefined"
    max-width="1000"
    aria-label="Choose materials"
    scrollable
    @update:model-value="shut"
  >
    <v-card>
      <v-card-title>Choose materials</v-card-title>
      <nav aria-label="What to compare">
        <button
          v-for="w in WEIGHINGS"
          :key="w.id"
          type="button"
          :aria-current="weigh.open === w.id ? 'page' : undefined"
          @click="turn(w.id)"
        >
          {{ w.name }}
        </button>
      </nav>
      <v-card-text>
        <BlockPicker v-if="weigh.open !== 'sure'" chooser />
        <p v-if="weigh.failed" class="caution" role="alert">{{ weigh.failed }}</p>
        <component :is="sheet" v-if="sheet" />
      </v-card-text>
      <v-card-actions>
        <v-btn v-if="weigh.working" @click="weigh.stop">Stop</v-btn>
        <v-spacer />
        <v-btn @click="shut">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  padding: 0 16px;
  border-bottom: 1px solid var(--line);
}
nav button {
  background: none;
  border: 0;
  border-bottom: 4px solid transparent;
  padding: 6px 10px 5px;
  font-size: 15px;
  color: var(--ink);
  cursor: pointer;
}
nav button[aria-current] {
  border-bottom-color: var(--leaf);
  font-weight: 700;
}
</style>
