<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue';
import { msg } from '../../../core/language';
import { bringsAbout, roots, type Finding } from '../../../core/check';
import { tellWorse } from '../../../core/remedy';
import { WORKING_NAMES, workingOf, type WorkingName } from '../../../core/working';
import Asks from '../../parts/Asks.vue';
import { useAdvice } from '../../stores/advice';
import { usePlan } from '../../stores/plan';
import { useJudgement } from '../../stores/judgement';
import { useResults } from '../../stores/results';
import { useWeigh } from '../../stores/weigh';
import { useSettings } from '../../stores/settings';
import FindingCard from './FindingCard.vue';
import { costTold, figuresTold } from './figures';
import FitDialog from './FitDialog.vue';
import LimitsTable from './LimitsTable.vue';
import { fieldsOf } from '../../parts/useDraft';

const results = useResults();
const judgement = useJudgement();
const advice = useAdvice();
const plan = usePlan();
const settings = useSettings();
const weigh = useWeigh();
onBeforeUnmount(advice.show());
const fitOpen = ref(false);

const shownRoots = computed(() => roots(judgement.told));
const follows = (cause: Finding): Finding[] => bringsAbout(cause, judgement.told);
const worse = computed(() => (advice.together ? tellWorse(advice.together, plan.full, settings.choice) : []));

const SAYS: Record<WorkingName, string> = {
  bucket: msg`Flow of the open tap`,
  pumpCurve: msg`What the pump gives at the present flow`,
  available: msg`What the source can give`,
  drawdown: msg`Water between starts`,
  starts: msg`Starts of the pump`,
  suction: msg`Suction head`,
  tank: msg`Water in the tank`,
  tankWeight: msg`Weight of the water`,
  roof: msg`Water from one rain`,
  asked: msg`Pressure needed`,
  parts: msg`Loss in the head`,
  main: msg`Loss in the main`,
  velocity: msg`Speed in the main`,
  surge: msg`Surge`,
  header: msg`Loss in the header`,
  bed: msg`Flow of a bed`,
  end: msg`Pressure at the far end`,
  blockFlow: msg`Flow of the block`,
  uniformity: msg`Evenness`,
  longest: msg`Longest run`,
  rate: msg`Depth put on`,
  tapeLength: msg`Laid in the ground`,
  rest: msg`Pressure at rest`,
  strips: msg`Ground wetted`,
  puddle: msg`Puddles`,
  cost: msg`Cost, typical`,
};
const WORKINGS = WORKING_NAMES.map((name) => ({ name, says: SAYS[name] }));
/** Those that arise in this plan; looked at when it is judged, not with every movement of a hand. */
const shown = computed(() => {
  const now = results.results;
  const runIndex = Math.max(0, now?.weakest ?? -1);
  return now && results.toldPlan && now.runs.length > 0
    ? WORKINGS.filter((w) => workingOf(w.name, results.toldPlan!, now, runIndex))
    : [];
});
fieldsOf(() => 'farm');
</script>

<template>
  <section :class="{ stale: results.stale }">
    <h2>Check</h2>
    <p class="acts">
      <v-btn @click="fitOpen = true">Fit it for me</v-btn>
      <v-btn variant="text" @click="weigh.open = 'sure'">How sure is it?</v-btn>
      <v-btn variant="text" @click="weigh.open = 'compare'">Compare options</v-btn>
    </p>
    <FitDialog v-model="fitOpen" />
    <p v-if="judgement.failed" class="caution" role="alert">
      {{ judgement.failed }}
      <button type="button" class="asks" @click="judgement.workOut()">Try again</button>
    </p>
    <p v-if="shownRoots.length === 0 && judgement.said" class="fine">
      No problems found. {{ judgement.said.headline }}.
    </p>
    <ol v-else>
      <FindingCard
        v-for="finding in shownRoots"
        :key="finding.id"
        :finding="finding"
        :follows="follows(finding)"
      />
    </ol>
    <p v-if="advice.broke" class="caution" role="alert">
      {{ advice.broke }} <button type="button" class="asks" @click="advice.workOut()">Try again</button>
    </p>
    <aside v-if="advice.ticked.length > 0" class="together" aria-label="Remedies taken together">
      <p><b>Together:</b> {{ advice.tickedSays.join('; ') }}.</p>
      <template v-if="advice.ticked.length > 1">
        <p v-if="advice.together" class="num">
          <span v-for="f in figuresTold(advice.together, settings.show)" :key="f.name"
            >{{ f.name }} {{ f.from }} → {{ f.to }}
          </span>
          <span>{{ costTold(advice.together) }}</span>.
          {{
            advice.together.left === 0
              ? msg`Nothing is left to mend.`
              : msg`${advice.together.left} left to look at.`
          }}
        </p>
        <p v-else class="quiet">Working it out</p>
        <p v-if="worse.length > 0" class="worse">but: {{ worse.join('; ') }}</p>
        <v-btn :disabled="!advice.together" @click="advice.take(advice.ticked.flat())"
          >Take them together</v-btn
        >
      </template>
      <p v-else class="quiet">Tick another to see what they come to together.</p>
    </aside>
    <LimitsTable />
    <h3 class="below">All workings</h3>
    <ul class="workings">
      <li v-for="w in shown" :key="w.name">
        <Asks :working="w.name">{{ w.says }}</Asks>
      </li>
    </ul>
    <p class="caution">
      Planning figures, not a design signed by an engineer. Local water rules, licensed plumbers and
      electricians decide.
    </p>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  margin: 0;
}
.fine {
  border-left: 5px solid var(--leaf);
  padding: 6px 12px;
}
.together {
  position: sticky;
  bottom: 0;
  background: var(--paper);
  border: 1.5px solid var(--leaf);
  border-radius: 4px;
  padding: 10px 12px;
  margin-bottom: 12px;
  font-size: 14px;
}
.together p {
  margin-bottom: 6px;
}
.together .num {
  font-size: 13px;
}
.worse {
  color: var(--clay);
}
.below {
  margin-top: 18px;
  font-size: 16px;
}
.workings {
  list-style: none;
  padding: 0;
  columns: 2;
  margin: 0 0 14px;
  font-size: 14.5px;
}
.workings li {
  padding: 4px 0;
}
</style>
