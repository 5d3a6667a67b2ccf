<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import type { Finding } from '../../../core/check';
import { cautionsOf, remedyWorking, tellWorse, type Remedy } from '../../../core/remedy';
import { useAdvice } from '../../stores/advice';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import { costTold, figuresTold } from './figures';
import { useOwnPrices } from './useOwnPrices';

/** Remedies that were worked out: each is taken with one press, or ticked to be taken with others. */
const props = defineProps<{ finding: Finding; remedies: readonly Remedy[] }>();
const advice = useAdvice();
const plan = usePlan();
const settings = useSettings();
const view = useView();

const prices = useOwnPrices(computed(() => props.remedies.map((remedy) => remedy.changes)));
const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const worse = computed(() =>
  props.remedies.map((remedy) => tellWorse(remedy, plan.full, settings.choice).join('; ')),
);
/** It is promised to put things right only where nothing else gets worse, in any state of the plan. */
const promise = (r: Remedy): string =>
  !r.clears ? msg`helps, but not enough` : r.worse.length === 0 ? msg`puts it right` : msg`mends this`;
</script>

<template>
  <ul class="remedies">
    <li v-for="(remedy, i) in remedies" :key="advice.say(remedy.changes)">
      <input
        type="checkbox"
        :checked="advice.isTicked(remedy)"
        :aria-label="msg`Tick to take together with others: ${advice.say(remedy.changes)}`"
        title="Tick to take together with others"
        @change="advice.tick(remedy)"
      />
      <button type="button" @click="advice.take(remedy.changes)">
        <b>{{ capital(advice.say(remedy.changes)) }}</b>
        <span class="promise" :class="{ half: !remedy.clears || remedy.worse.length > 0 }">{{
          promise(remedy)
        }}</span>
        <span class="num figures"
          ><span v-for="f in figuresTold(remedy, settings.show)" :key="f.name"
            >{{ f.name }} {{ f.from }} → {{ f.to }}</span
          ><span>{{ costTold(remedy) }}</span></span
        >
        <span v-if="prices[i]" class="num figures">{{ prices[i] }}</span>
        <span v-if="worse[i]" class="worse">but: {{ worse[i] }}</span>
      </button>
      <button
        type="button"
        class="asks how"
        :aria-label="msg`How it was worked out: ${advice.say(remedy.changes)}`"
        @click="view.openMade = remedyWorking(remedy, finding, plan.full, settings.choice)"
      >
        how it was worked out
      </button>
    </li>
  </ul>
  <p v-for="c in cautionsOf(remedies.flatMap((r) => r.changes))" :key="c" class="caution">{{ c }}</p>
</template>

<style scoped>
.how {
  grid-column: 2;
  justify-self: start;
  font-size: 13px;
  margin-top: 3px;
}
.remedies {
  list-style: none;
  margin: 4px 0 10px;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 22px 1fr;
  align-items: start;
  margin-bottom: 6px;
}
input {
  margin: 11px 0 0;
  width: 16px;
  height: 16px;
  accent-color: var(--leaf);
}
button:not(.how) {
  text-align: left;
  background: var(--card);
  border: 1px solid var(--faint);
  border-radius: 4px;
  padding: 7px 10px 8px;
  cursor: pointer;
  font-size: 14.5px;
  line-height: 1.35;
  display: block;
  width: 100%;
  color: var(--ink);
}
button:not(.how):hover {
  border-color: var(--leaf);
  background: var(--picked);
}
.promise {
  margin-left: 6px;
  font-size: 12.5px;
  color: var(--leaf);
  white-space: nowrap;
}
.promise::before {
  content: '✓ ';
}
.promise.half {
  color: var(--clay);
}
.promise.half::before {
  content: '~ ';
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  font-size: 12.5px;
  color: var(--faint);
  margin-top: 3px;
}
.worse {
  display: block;
  color: var(--clay);
  font-size: 13px;
  margin-top: 2px;
}
</style>
