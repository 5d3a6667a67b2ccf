<script setup lang="ts">
import { computed } from 'vue';
import { workingOf } from '../../core/working';
import { formatParts } from '../../core/units';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';

const results = useResults();
const settings = useSettings();
const view = useView();

const working = computed(() =>
  view.openWorking && results.solved && results.walkRun >= 0
    ? workingOf(view.openWorking, results.solved.plan, results.solved.results, results.walkRun)
    : undefined,
);
const show = (value: number, kind: Parameters<typeof formatParts>[1]): string =>
  Number.isFinite(value) ? formatParts(value, kind, settings.units, kind === 'count' ? 0 : 1).text : 'no limit';

const asText = computed(() => {
  const w = working.value;
  if (!w) return '';
  const line = (t: { symbol: string; meaning: string; value: number; kind: Parameters<typeof show>[1] }): string =>
    `${t.symbol ? `${t.symbol} = ` : ''}${show(t.value, t.kind)}  (${t.meaning})`;
  return [w.title, w.says, w.formula, ...w.terms.map(line), line(w.result), w.source].join('\n');
});

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(asText.value);
    view.notice = 'The working is copied.';
  } catch {
    view.notice = 'This browser does not let the page copy. Select the text instead.';
  }
}
</script>

<template>
  <v-dialog :model-value="working !== undefined" :aria-label="working?.title" @update:model-value="view.openWorking = undefined">
    <v-card v-if="working">
      <v-card-title>{{ working.title }}</v-card-title>
      <v-card-text>
        <p>{{ working.says }}</p>
        <p class="formula num">{{ working.formula }}</p>
        <table>
          <tbody>
            <tr v-for="(t, i) in working.terms" :key="i">
              <td class="num">{{ t.symbol }}</td>
              <td>{{ t.meaning }}</td>
              <td class="num">{{ show(t.value, t.kind) }}</td>
            </tr>
            <tr class="result">
              <td class="num">{{ working.result.symbol }}</td>
              <td>{{ working.result.meaning }}</td>
              <td class="num">{{ show(working.result.value, working.result.kind) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="quiet">{{ working.source }}</p>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="copy">Copy</v-btn>
        <v-spacer />
        <v-btn @click="view.openWorking = undefined">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.formula { border-left: 4px solid var(--water); padding: 6px 12px; font-size: 16px; }
table { width: 100%; border-collapse: collapse; margin-bottom: 12px; }
td { padding: 4px 8px 4px 0; border-bottom: 1px solid var(--line); vertical-align: baseline; }
td:last-child { text-align: right; white-space: nowrap; padding-right: 0; }
td:first-child { white-space: nowrap; }
.result td { border-bottom: 2px solid var(--ink); font-weight: 700; }
</style>
