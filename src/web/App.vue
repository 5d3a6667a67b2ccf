<script setup lang="ts">
import { ref } from 'vue';
import { msg } from '../core/language';
import { newer } from './page/offline';
import { useSettings } from './stores/settings';
import { useView } from './stores/view';

const settings = useSettings();
const view = useView();

/** Not now: it is loaded with the next visit, or on the start page. */
const later = ref(false);
const taking = ref(false);

async function takeIt(): Promise<void> {
  taking.value = true;
  await newer.value?.();
  // Whoever chose to stay on the page may ask again.
  taking.value = false;
}

function again(): void {
  const asked = view.stuck;
  view.stuck = undefined;
  asked?.again();
}
</script>

<template>
  <v-app :theme="settings.theme">
    <router-view />
    <div v-if="view.stuck" class="stuck" role="alert">
      <p>{{ view.stuck.says }}</p>
      <p class="quiet">{{ view.stuck.why }}</p>
      <v-btn @click="again">{{ view.stuck.action ?? msg`Try again` }}</v-btn>
      <v-btn variant="text" @click="view.stuck = undefined">Close</v-btn>
    </div>
    <div v-if="newer && !view.stuck && !later" class="newer" role="status">
      <span>There is a newer version of Idle Furrow. What you typed and drew is kept.</span>
      <v-btn size="small" :loading="taking" @click="takeIt">Load it now</v-btn>
      <v-btn size="small" variant="text" @click="later = true">Later</v-btn>
    </div>
    <v-snackbar
      :model-value="view.notice !== ''"
      :timeout="9000"
      location="bottom start"
      role="status"
      @update:model-value="view.notice = ''"
    >
      {{ view.notice }}
      <template #actions><v-btn variant="text" @click="view.notice = ''">Close</v-btn></template>
    </v-snackbar>
  </v-app>
</template>

<style scoped>
.newer {
  position: fixed;
  z-index: 2900;
  left: 50%;
  bottom: 14px;
  transform: translateX(-50%);
  max-width: calc(100vw - 24px);
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  background: var(--card);
  color: var(--ink);
  border: 2px solid var(--leaf);
  border-radius: 4px;
  padding: 8px 14px;
  font-size: 14.5px;
}
.stuck {
  position: fixed;
  z-index: 3000;
  left: 50%;
  top: 18px;
  transform: translateX(-50%);
  width: min(560px, calc(100vw - 24px));
  background: var(--card);
  color: var(--ink);
  border: 2px solid var(--alarm);
  border-radius: 4px;
  padding: 14px 18px;
}
</style>
