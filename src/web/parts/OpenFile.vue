<script setup lang="ts">
import { ref, shallowRef } from 'vue';
import type { Recovered } from '../../core/plan';
import type { useDesk } from '../stores/desk';
import { wholeLanguage } from '../page/wholeLanguage';

defineOptions({ inheritAttrs: false });
const emit = defineEmits<{ opened: [id: string] }>();
/** What reads files is loaded with the first one. */
const desk = shallowRef<ReturnType<typeof useDesk>>();
const input = ref<HTMLInputElement>();
const problems = ref<string[]>([]);
const recovered = shallowRef<Recovered>();
const MOST_SHOWN = 6;

async function take(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  if (!file) return;
  await wholeLanguage();
  desk.value ??= (await import('../stores/desk')).useDesk();
  const answer = await desk.value.openFile(file);
  field.value = '';
  if (typeof answer === 'string') return emit('opened', answer);
  problems.value = answer.problems;
  recovered.value = answer.recovered;
}
function recover(): void {
  problems.value = [];
  emit('opened', desk.value!.takeRecovered(recovered.value!));
}
</script>

<template>
  <button type="button" v-bind="$attrs" @click="input?.click()">Open a file…</button>
  <input
    ref="input"
    type="file"
    accept=".json,.zip,application/json,application/zip"
    class="sr"
    tabindex="-1"
    aria-label="Plan file"
    @change="take"
  />
  <v-dialog
    :model-value="desk !== undefined && desk.readingFile !== ''"
    max-width="420"
    aria-label="Reading the file"
    persistent
  >
    <v-card>
      <v-card-text role="status"
        >Reading {{ desk?.readingFile }} …<v-progress-linear
          indeterminate
          color="primary"
          height="6"
          aria-label="Reading the file"
      /></v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="desk?.stopReading()">Stop</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
  <v-dialog
    :model-value="problems.length > 0"
    aria-label="The file was not opened"
    @update:model-value="problems = []"
  >
    <v-card role="alert">
      <v-card-title>The file was not opened</v-card-title>
      <v-card-text>
        <p>What was here stays as it is.</p>
        <ul class="pl-5">
          <li v-for="p in problems.slice(0, MOST_SHOWN)" :key="p">{{ p }}</li>
          <li v-if="problems.length > MOST_SHOWN">and {{ problems.length - MOST_SHOWN }} more</li>
        </ul>
      </v-card-text>
      <v-card-text v-if="recovered">
        What can be read of it can be opened as a plan of its own: {{ recovered.plan.blocks.length }}
        {{ forms(recovered.plan.blocks.length, 'block', 'blocks')
        }}<template v-if="recovered.dropped.length > 0"
          >, with {{ recovered.dropped.length }} {{ forms(recovered.dropped.length, 'place', 'places') }} left
          out</template
        >. Compare it with what you remember.
      </v-card-text>
      <v-card-actions
        ><v-btn v-if="recovered" @click="recover">Open what can be read</v-btn><v-spacer /><v-btn
          @click="problems = []"
          >Close</v-btn
        ></v-card-actions
      >
    </v-card>
  </v-dialog>
</template>
