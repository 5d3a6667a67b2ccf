<script setup lang="ts">
import { computed, reactive, ref } from 'vue';
import { msg } from '../../../core/language';
import { fingerprint, SHEETS, type SheetId } from '../../../core/print';
import { writePlan } from '../../../core/plan';
import { isLanguage, LANGUAGE_NAMES } from '../../../languages/load';
import { choosePaperLanguage, paperLanguage } from '../../page/chosenLanguage';
import ChoiceField from '../../parts/ChoiceField.vue';
import { download } from '../../storage/download';
import { useBuilding } from '../../stores/building';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useView } from '../../stores/view';

/** Field sheets to print and take along. */
const building = useBuilding();
const plan = usePlan();
const edits = useEdits();
const view = useView();
const wanted = reactive(new Set<SheetId>(SHEETS.map((s) => s.id)));
const PAPERS = [
  { id: 'a4', name: 'A4' },
  { id: 'letter', name: msg`Letter` },
];
const LANGUAGES = Object.entries(LANGUAGE_NAMES).map(([id, name]) => ({ id, name }));
const speaks = ref(paperLanguage());
function speak(id: string): void {
  if (!isLanguage(id)) return;
  speaks.value = id;
  choosePaperLanguage(id);
}
const code = computed(() => fingerprint(writePlan(plan.plan)));
function toggle(id: SheetId): void {
  if (!wanted.delete(id)) wanted.add(id);
}
async function make(): Promise<void> {
  const pdf = await building.paper(SHEETS.map((s) => s.id).filter((id) => wanted.has(id)));
  if (!pdf) return;
  const stem =
    plan.full.name
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '') || 'farm';
  download(`${stem}-field-sheets.pdf`, pdf, 'application/pdf');
  view.notice = msg`The field sheets are made.`;
}
const print = (): void => window.print();
</script>

<template>
  <div>
    <ul class="sheets" aria-label="Sheets to print">
      <li v-for="s in SHEETS" :key="s.id">
        <label
          ><input type="checkbox" :checked="wanted.has(s.id)" @change="toggle(s.id)" /> {{ s.name }}</label
        >
      </li>
    </ul>
    <p class="fill">
      On
      <ChoiceField
        label="Paper to print on"
        :value="plan.full.build.paper"
        :options="PAPERS"
        :is-default="plan.plan.build?.paper === undefined"
        @pick="edits.build({ paper: $event as 'a4' }, msg`choose the paper`)"
      />, in
      <ChoiceField
        label="Language of the sheets and the calendar"
        :value="speaks"
        :options="LANGUAGES"
        :is-default="false"
        @pick="speak"
      />, black and white. Every page carries the plan’s code <span class="num">{{ code }}</span>: a print
      with another one is of an older plan.
    </p>
    <p>
      <button v-if="building.printing" type="button" class="make" @click="building.stopPaper()">Stop</button>
      <button v-else type="button" class="make" :disabled="wanted.size === 0" @click="make">
        Make the PDF
      </button>
      <button type="button" class="small" @click="print">Print this page from the browser</button>
    </p>
    <v-progress-linear
      v-if="building.printing"
      :model-value="100 * building.progress"
      :indeterminate="building.progress >= 0.5"
      color="primary"
      height="8"
      aria-label="Progress of the sheets"
    />
    <p class="quiet">The other leaves print from the browser too: open Buy, Cut or Steps and print.</p>
  </div>
</template>

<style scoped>
.sheets {
  list-style: none;
  padding: 0;
  margin: 0 0 10px;
  font-size: 15px;
  line-height: 1.9;
}
.sheets input {
  width: 18px;
  height: 18px;
  vertical-align: -3px;
  accent-color: var(--leaf);
  margin-right: 6px;
}
.make {
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  font-size: 15px;
  padding: 8px 20px;
  cursor: pointer;
  margin-right: 10px;
}
.make:disabled {
  opacity: 0.5;
  cursor: default;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  padding: 5px 10px;
  cursor: pointer;
  color: var(--ink);
}
</style>
