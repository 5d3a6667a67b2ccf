<script setup lang="ts">
import { useSettings } from './stores/settings';
import { useView } from './stores/view';

const settings = useSettings();
const view = useView();

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
      <v-btn @click="again">Try again</v-btn>
      <v-btn variant="text" @click="view.stuck = undefined">Close</v-btn>
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
.stuck { position: fixed; z-index: 3000; left: 50%; top: 18px; transform: translateX(-50%); width: min(560px, calc(100vw - 24px)); background: var(--card); color: var(--ink); border: 2px solid var(--alarm); border-radius: 4px; padding: 14px 18px; }
</style>
