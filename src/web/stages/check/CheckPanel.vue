<script setup lang="ts">
import { computed } from 'vue';
import { describe, GRADE_WORDS, type Finding } from '../../../core/check';
import { stepKey } from '../../../core/network';
import { workingOf, type WorkingName } from '../../../core/working';
import { usePlan } from '../../stores/plan';
import Asks from '../../parts/Asks.vue';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';

const plan = usePlan();
const results = useResults();
const settings = useSettings();
const view = useView();

const told = computed(() =>
  results.toldPlan ? results.findings.map((finding) => ({ finding, words: describe(finding, results.toldPlan!, settings.units) })) : [],
);
const STAGE_OF: Record<Finding['place']['kind'], string> = {
  source: 'water',
  backup: 'water',
  head: 'pipework',
  part: 'pipework',
  main: 'pipework',
  header: 'pipework',
  block: 'pipework',
  run: 'beds',
};
const NAMES: Record<string, string> = { water: 'Water', beds: 'Beds', pipework: 'Pipework' };
const WORKINGS: { name: WorkingName; says: string }[] = [
  { name: 'bucket', says: 'Flow of the open tap' },
  { name: 'available', says: 'What the source can give' },
  { name: 'drawdown', says: 'Water between starts' },
  { name: 'starts', says: 'Starts of the pump' },
  { name: 'suction', says: 'Suction head' },
  { name: 'asked', says: 'Pressure needed' },
  { name: 'bed', says: 'Flow of a bed' },
  { name: 'header', says: 'Loss in the header' },
  { name: 'end', says: 'Pressure at the far end' },
  { name: 'uniformity', says: 'Evenness' },
];
const shown = computed(() =>
  WORKINGS.filter((w) => results.solved && results.walkRun >= 0 && workingOf(w.name, results.solved.plan, results.solved.results, results.walkRun)),
);

function light(finding: Finding): void {
  const { place } = finding;
  const idOf = (index: number): string => plan.blocks[index]?.id ?? '';
  if (place.kind === 'run') view.pickedBed = { block: idOf(place.block), key: place.bed };
  else if (place.kind === 'main') view.pointedStep = stepKey.main(place.to);
  else if (place.kind === 'part') view.pointedStep = stepKey.part(place.place, place.id);
  else if (place.kind === 'header' || place.kind === 'block') view.pointedStep = stepKey.header(idOf(place.block));
  else view.pointedStep = stepKey.source;
  if ('block' in place) plan.pickBlock(idOf(place.block));
}
</script>

<template>
  <section :class="{ stale: results.stale }">
    <h2>Check</h2>
    <p v-if="told.length === 0 && results.results" class="fine">Nothing found to mend. {{ results.said?.headline }}.</p>
    <ol v-else>
      <li v-for="({ finding, words }, i) in told" :key="`${finding.code} ${i}`" :class="finding.grade">
        <h3><span class="grade">{{ GRADE_WORDS[finding.grade] }}</span> {{ words.title }}</h3>
        <p>{{ words.howMuch }}</p>
        <p class="quiet">{{ words.why }}</p>
        <p v-if="words.tries.length > 0" class="quiet"><b>Try:</b> {{ words.tries.join('; ') }}.</p>
        <p class="where">
          <button type="button" class="asks" @click="light(finding)">Show on the sheet: {{ words.where }}</button>
          <router-link :to="{ name: STAGE_OF[finding.place.kind] }">mend it in {{ NAMES[STAGE_OF[finding.place.kind]] }}</router-link>
        </p>
      </li>
    </ol>
    <h3 class="below">Show the working</h3>
    <ul class="workings">
      <li v-for="w in shown" :key="w.name"><Asks :working="w.name">{{ w.says }}</Asks></li>
    </ul>
    <p class="caution">Planning figures, not a design signed by an engineer. Local water rules, licensed plumbers and electricians decide.</p>
  </section>
</template>

<style scoped>
ol { list-style: none; padding: 0; margin: 0; }
ol > li { border-top: 1px solid var(--line); padding: 12px 0 4px 12px; border-left: 5px solid var(--clay); margin-bottom: 8px; }
li.stop { border-left-color: var(--alarm); border-left-style: double; border-left-width: 7px; padding-left: 10px; }
h3 { font-size: 16px; margin-bottom: 6px; }
.grade { font-size: 12.5px; border: 1.5px solid currentcolor; border-radius: 3px; padding: 0 6px; margin-right: 4px; color: var(--clay); }
.stop .grade { color: var(--alarm); }
ol p { margin-bottom: 6px; font-size: 14.5px; }
.where { display: flex; gap: 16px; flex-wrap: wrap; }
.where a { color: var(--ink); }
.fine { border-left: 5px solid var(--leaf); padding: 6px 12px; }
.below { margin-top: 18px; }
.workings { list-style: none; padding: 0; columns: 2; margin: 0 0 14px; font-size: 14.5px; }
.workings li { padding: 4px 0; }
</style>
