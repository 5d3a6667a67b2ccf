<script setup lang="ts">
import { ref } from 'vue';
import { useDesk } from '../stores/desk';

defineOptions({ inheritAttrs: false });
const emit = defineEmits<{ opened: [] }>();
const desk = useDesk();
const input = ref<HTMLInputElement>();
const problems = ref<string[]>([]);
const MOST_SHOWN = 6;

async function take(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  if (!file) return;
  problems.value = await desk.openFile(file);
  field.value = '';
  if (problems.value.length === 0) emit('opened');
}
</script>

<template>
  <button type="button" v-bind="$attrs" @click="input?.click()">Open a file…</button>
  <input ref="input" type="file" accept=".json,application/json" class="sr" tabindex="-1" aria-label="Plan file" @change="take" />
  <v-dialog :model-value="problems.length > 0" aria-label="The file was not opened" @update:model-value="problems = []">
    <v-card role="alert">
      <v-card-title>The file was not opened</v-card-title>
      <v-card-text>
        <p>What was here stays as it is.</p>
        <ul class="pl-5">
          <li v-for="p in problems.slice(0, MOST_SHOWN)" :key="p">{{ p }}</li>
          <li v-if="problems.length > MOST_SHOWN">and {{ problems.length - MOST_SHOWN }} more</li>
        </ul>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="problems = []">Close</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>
