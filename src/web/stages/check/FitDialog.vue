<script setup lang="ts">
import { computed, reactive } from 'vue';
import { msg } from '../../../core/language';
import { describe, GRADE_WORDS, type Finding } from '../../../core/check';
import { fillIn } from '../../../core/plan';
import {
  cautionsOf,
  changed,
  FIT_NAMES,
  tellFit,
  tellRefusal,
  tellSet,
  type Fit,
} from '../../../core/remedy';
import QuantityField from '../../parts/QuantityField.vue';
import { useAdvice } from '../../stores/advice';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useOwnPrices } from './useOwnPrices';

/** Whole plans that work within limits, looked for and laid side by side. */
const open = defineModel<boolean>({ required: true });
const advice = useAdvice();
const plan = usePlan();
const settings = useSettings();

const limits = reactive({ keepSource: true, keepTape: false, keepHeaders: false, budget: 0, mostSets: 4 });
const MOST_SETS = 24;
const found = computed(() => (advice.fitted?.of === plan.plan ? advice.fitted.answer : undefined));
const whole = (value: number, least: number, most: number) =>
  Number.isInteger(value) && value >= least && value <= most
    ? undefined
    : { rule: 'contradiction', what: msg`a whole number from ${least} to ${most}` };
function setSets(value: number) {
  const why = whole(value, 1, MOST_SETS);
  if (!why) limits.mostSets = value;
  return why;
}
function setBudget(value: number) {
  if (value < 0) return { rule: 'contradiction', what: msg`a budget cannot be below zero` };
  limits.budget = value;
  return undefined;
}
const go = (): Promise<void> =>
  advice.search({ ...limits, budget: limits.budget > 0 ? limits.budget : undefined });
const names = (fit: Fit): string => fit.kinds.map((k) => FIT_NAMES[k]).join(', ');
const steps = (fit: Fit): string[] =>
  fit.changes.filter((c) => c.kind !== 'sets').map((c) => advice.say([c]));
const title = (f: Finding): string => describe(f, plan.full, settings.choice).title;
/** What is left once a plan is taken, told of that plan. */
const left = computed(() =>
  (found.value?.fits ?? []).map((fit) => {
    const taken = fillIn(changed(plan.plan, fit.changes));
    return fit.left.map((f) => ({
      id: f.id,
      grade: f.grade,
      title: describe(f, taken, settings.choice).title,
    }));
  }),
);
const prices = useOwnPrices(computed(() => found.value?.fits.map((fit) => fit.changes) ?? []));
/** Sets of the plan as it is. */
const sets = computed(() => Math.max(1, plan.full.watering.sets.length));
/** Long lists of like steps are cut. */
const MOST_STEPS = 9;
function take(fit: Fit): void {
  advice.takeAs(msg`fit the plan: ${names(fit)}`, fit.changes);
  open.value = false;
}
function shut(): void {
  if (advice.searching) advice.stopSearch();
  open.value = false;
}
</script>

<template>
  <v-dialog :model-value="open" max-width="1060" aria-label="Fit it for me" @update:model-value="shut">
    <v-card>
      <v-card-title>Fit it for me</v-card-title>
      <v-card-text>
        <p class="fill">
          <label><input v-model="limits.keepSource" type="checkbox" /> Keep the source as it is.</label>
          <label><input v-model="limits.keepTape" type="checkbox" /> Keep the present tape.</label>
          <label
            ><input v-model="limits.keepHeaders" type="checkbox" /> Keep the headers where they are.</label
          ><br />
          At most
          <QuantityField
            id="most-sets-in-a-day"
            label="Most sets in a day"
            kind="count"
            :value="limits.mostSets"
            :take="setSets"
          />
          sets a day, and a budget of
          <QuantityField
            id="budget-at-typical-prices-0-for-none"
            label="Budget at typical prices, 0 for none"
            kind="count"
            :value="limits.budget"
            :is-default="limits.budget === 0"
            :take="setBudget"
          />
          at typical prices (0: none).
        </p>
        <div v-if="advice.searching" class="going">
          <v-progress-linear
            :model-value="100 * advice.fitting"
            color="primary"
            height="8"
            aria-label="Progress of the search"
          />
          <p class="quiet">Laying and solving: {{ Math.round(100 * advice.fitting) }} %</p>
        </div>
        <p v-if="found?.refusal" class="caution" role="alert">
          {{ tellRefusal(found.refusal, settings.show, title) }}
        </p>
        <p v-if="advice.failed" class="caution" role="alert">{{ advice.failed }}</p>
        <div v-if="found" class="fits">
          <article v-for="(fit, i) in found.fits" :key="names(fit)">
            <h3>{{ names(fit) }}</h3>
            <p>{{ tellFit(fit, settings.show) }}</p>
            <p v-if="prices[i]" class="num">{{ prices[i] }}</p>
            <ul v-if="steps(fit).length > 0">
              <li v-for="step in steps(fit).slice(0, MOST_STEPS)" :key="step">{{ step }}</li>
              <li v-if="steps(fit).length > MOST_STEPS">
                and {{ steps(fit).length - MOST_STEPS }} more like these
              </li>
            </ul>
            <p v-else-if="fit.sets.length === sets && left[i].length === 0" class="quiet">
              Nothing needs to change.
            </p>
            <p v-else-if="left[i].length > 0 && fit.changes.length === 0" class="quiet">
              No change was found that mends what is left.
            </p>
            <template v-if="left[i].length > 0">
              <p class="left">Left once it is taken:</p>
              <ul class="left">
                <li v-for="f in left[i]" :key="f.id">{{ GRADE_WORDS[f.grade] }}: {{ f.title }}</li>
              </ul>
            </template>
            <ol v-if="fit.sets.length > 1">
              <li v-for="(set, n) in fit.sets" :key="n">{{ tellSet(set, plan.full) }}</li>
            </ol>
            <p v-for="c in cautionsOf(fit.changes)" :key="c" class="caution">{{ c }}</p>
            <v-btn @click="take(fit)">Take this plan</v-btn>
          </article>
        </div>
        <p v-if="found" class="quiet">
          {{ found.solves }} plans were solved. The first set is left open; the others are shut until their
          turn.
        </p>
      </v-card-text>
      <v-card-actions>
        <v-btn v-if="advice.searching" @click="advice.stopSearch">Stop</v-btn>
        <v-btn v-else @click="go">Look for plans</v-btn>
        <v-spacer />
        <v-btn @click="shut">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.fits {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 14px;
}
article {
  border: 1px solid var(--faint);
  border-top: 5px solid var(--leaf);
  border-radius: 4px;
  padding: 10px 14px 12px;
}
h3 {
  font-size: 17px;
  margin-bottom: 6px;
}
h3::first-letter {
  text-transform: capitalize;
}
article p,
article li {
  font-size: 14.5px;
  line-height: 1.4;
}
article ul,
article ol {
  padding-left: 20px;
  margin: 6px 0;
}
article .left {
  color: var(--clay);
}
label {
  margin-right: 10px;
  white-space: nowrap;
}
label input {
  accent-color: var(--leaf);
  width: 16px;
  height: 16px;
  vertical-align: -2px;
}
.going {
  margin: 10px 0;
}
</style>
