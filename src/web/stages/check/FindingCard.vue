<script setup lang="ts">
import TermText from '../../parts/TermText.vue';
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { GRADE_WORDS, hasOffers, stageOf, type Finding } from '../../../core/check';
import { stepKey } from '../../../core/network';
import { useAdvice } from '../../stores/advice';
import { usePlan } from '../../stores/plan';
import { STAGE_NAMES } from '../../page/stageNames';
import { useJudgement } from '../../stores/judgement';
import { useOpening } from '../../stores/opening';
import { useView } from '../../stores/view';
import RemedyList from './RemedyList.vue';

/** One thing found, what follows from it, and what would put it right. */
const props = defineProps<{ finding: Finding; follows: readonly Finding[] }>();
const plan = usePlan();
const judgement = useJudgement();
const opening = useOpening();
const advice = useAdvice();
const view = useView();

const words = computed(() => judgement.words(props.finding));
/** Each once: of many blocks the same may be told. */
const brings = computed(() => [...new Set(props.follows.map((f) => judgement.words(f).title))]);
const remedies = computed(() => advice.remediesOf(props.finding));
/** Why nothing is offered, once all was tried. */
const noRemedy = computed(() =>
  hasOffers(props.finding.code)
    ? msg`No change that was tried puts it right without harm elsewhere.`
    : msg`No change of the plan by itself puts it right: it is for you to do, or to decide.`,
);

const stage = computed(() => stageOf(props.finding));

/** Shows the place on the sheet, with a set open in which it is found. */
function light(): void {
  const { place } = props.finding;
  const idOf = (index: number): string => plan.blocks[index]?.id ?? '';
  if (place.kind === 'run') view.pickedBed = { block: idOf(place.block), key: place.bed };
  else if (place.kind === 'main') view.pointedStep = stepKey.main(place.to);
  else if (place.kind === 'part') view.pointedStep = stepKey.part(place.place, place.id);
  else if (place.kind === 'header' || place.kind === 'block')
    view.pointedStep = stepKey.header(idOf(place.block));
  else view.pointedStep = stepKey.source;
  if ('block' in place) plan.pickBlock(idOf(place.block));
  const set = place.kind === 'set' ? place.set : props.finding.holds.find((h) => h.set)?.set;
  if (set) opening.pick(set);
}
</script>

<template>
  <li :class="finding.grade">
    <h3>
      <span class="grade">{{ GRADE_WORDS[finding.grade] }}</span> {{ words.title }}
    </h3>
    <p><TermText :text="words.howMuch" /></p>
    <p v-if="words.whenOpen" class="when">It holds {{ words.whenOpen }}.</p>
    <p v-if="words.restsOn" class="when">It is based on {{ words.restsOn }}.</p>
    <p class="quiet"><TermText :text="words.why" /></p>
    <p v-if="brings.length > 0" class="brings"><b>It also causes:</b> {{ brings.join('; ') }}.</p>
    <RemedyList v-if="remedies && remedies.length > 0" :finding="finding" :remedies="remedies" />
    <p v-else-if="words.tries.length > 0" class="quiet">
      <template v-if="remedies">{{ noRemedy }}{{ ' ' }}</template
      ><b>Try:</b> {{ words.tries.filter(Boolean).join('; ') }}.
      <span v-if="!remedies && advice.working" class="working">Working it out</span>
    </p>
    <p class="where">
      <button type="button" class="asks" @click="light">Show on the sheet: {{ words.where }}</button>
      <button type="button" class="asks" @click="view.openFinding = finding">Show the working</button>
      <router-link :to="{ name: stage }">mend it in {{ STAGE_NAMES[stage] }}</router-link>
    </p>
  </li>
</template>

<style scoped>
li {
  border-top: 1px solid var(--line);
  padding: 12px 0 4px 12px;
  border-left: 5px solid var(--clay);
  margin-bottom: 8px;
}
li.stop {
  border-left-color: var(--alarm);
  border-left-style: double;
  border-left-width: 7px;
  padding-left: 10px;
}
li.watch,
li.note {
  border-left-color: var(--faint);
  border-left-style: dotted;
}
h3 {
  font-size: 16px;
  margin-bottom: 6px;
}
.grade {
  font-size: 12.5px;
  border: 1.5px solid currentcolor;
  border-radius: 3px;
  padding: 0 6px;
  margin-right: 4px;
  color: var(--clay);
}
.stop .grade {
  color: var(--alarm);
}
.watch .grade,
.note .grade {
  color: var(--faint);
}
p {
  margin-bottom: 6px;
  font-size: 14.5px;
}
.brings,
.when {
  font-size: 14px;
}
.when {
  font-style: italic;
}
.where {
  display: flex;
  gap: 16px;
  flex-wrap: wrap;
}
.where a {
  color: var(--ink);
}
.working {
  font-style: italic;
}
</style>
