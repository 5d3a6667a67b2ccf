<script setup lang="ts">
import { msg } from '../../core/language';
import TermText from './TermText.vue';
import { computed } from 'vue';
import { findingWorking } from '../../core/check';
import { isDefault, printed, workingOf, workingText } from '../../core/working';
import { usePlan } from '../stores/plan';
import { useJudgement } from '../stores/judgement';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';

const plan = usePlan();
const results = useResults();
const judgement = useJudgement();
const settings = useSettings();
const view = useView();

const working = computed(() => {
  if (view.openMade) return view.openMade;
  if (view.openFinding && judgement.full)
    return findingWorking(view.openFinding, judgement.full, settings.choice);
  return view.openWorking && results.solved && results.walkRun >= 0
    ? workingOf(view.openWorking, results.solved.plan, results.solved.results, results.walkRun)
    : undefined;
});
function shut(): void {
  view.openWorking = undefined;
  view.openFinding = undefined;
  view.openMade = undefined;
}
const assumed = (field: string | undefined): boolean => field !== undefined && isDefault(plan.plan, field);
const any = computed(() => working.value?.terms.some((t) => assumed(t.field)) ?? false);
const numbers = computed(() => working.value && printed(working.value, settings.choice));
const asText = computed(() => (working.value ? workingText(working.value, settings.choice, assumed) : ''));

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(asText.value);
    view.notice = msg`The working is copied.`;
  } catch {
    view.notice = msg`This browser does not let the page copy. Select the text instead.`;
  }
}
</script>

<template>
  <v-dialog :model-value="working !== undefined" :aria-label="working?.title" @update:model-value="shut">
    <v-card v-if="working">
      <v-card-title>{{ working.title }}</v-card-title>
      <v-card-text>
        <p><TermText :text="working.says" /></p>
        <p class="formula num">{{ working.formula }}</p>
        <table>
          <tbody>
            <tr v-for="(t, i) in working.terms" :key="i">
              <td class="num">{{ t.symbol }}</td>
              <td>{{ t.meaning }}<em v-if="assumed(t.field)"> · a default</em></td>
              <td class="num">{{ numbers?.terms[i] }}</td>
            </tr>
            <tr v-if="working.result" class="result">
              <td class="num">{{ working.result.symbol }}</td>
              <td>{{ working.result.meaning }}</td>
              <td class="num">{{ numbers?.result }}</td>
            </tr>
          </tbody>
        </table>
        <p class="quiet">
          {{ working.source
          }}<template v-if="any"> Defaults are typical values that nobody has stated yet.</template>
        </p>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="copy">Copy</v-btn>
        <v-spacer />
        <v-btn @click="shut">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.formula {
  border-left: 4px solid var(--water);
  padding: 6px 12px;
  font-size: 16px;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin-bottom: 12px;
}
td {
  padding: 4px 8px 4px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: baseline;
}
td:last-child {
  text-align: right;
  white-space: nowrap;
  padding-right: 0;
}
td:first-child {
  white-space: nowrap;
}
.result td {
  border-bottom: 2px solid var(--ink);
  font-weight: 700;
}
em {
  color: var(--faint);
  font-style: normal;
  border-bottom: 1.5px dotted var(--faint);
}
</style>
