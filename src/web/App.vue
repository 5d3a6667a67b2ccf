<script setup lang="ts">
import { useSettings } from './stores/settings';
import { useView } from './stores/view';

const settings = useSettings();
const view = useView();
</script>

<template>
  <v-app :theme="settings.theme">
    <router-view />
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
