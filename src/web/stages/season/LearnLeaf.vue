<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { fixed, msg } from '../../../core/language';
import { LEARNS, type Calibration, type Learned, type Reading } from '../../../core/season';
import TextField from '../../parts/TextField.vue';
import { useDraftText } from '../../parts/useDraft';
import { useBook } from '../../stores/book';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import { MS_PER_DAY } from '../../../core/units/time';

/** What the farm's own readings teach of what is not known exactly: shown first, taken if wished, undone at will. */
const book = useBook();
const season = useSeason();
const settings = useSettings();
const USUAL_DAYS = 60;
const daysText = useDraftText('days to learn from');
const days = computed(() => Number(daysText.value) || USUAL_DAYS);
const MOST_DAYS = 400;
function setDays(text: string): { what: string } | undefined {
  const days = Number(text);
  if (!(Number.isInteger(days) && days >= 1 && days <= MOST_DAYS))
    return { what: msg`Type a whole number of days, 1 to ${MOST_DAYS}` };
  daysText.value = text;
  return undefined;
}
/** Readings that are further off than this after all was learned, in deviations, cannot all be of good days. */
const DISAGREE = 2;
const found = shallowRef<(Calibration & { learned: Learned }) | undefined>();
const working = ref(false);
const readings = computed(() =>
  book.standing
    .map((s) => s.entry)
    .filter(
      (e) =>
        e.what === 'reading' &&
        e.value !== undefined &&
        e.spot &&
        e.at > Date.now() - days.value * MS_PER_DAY &&
        (e.set !== season.set || season.judged(e.spot, e.value) !== 'stop'),
    ),
);
async function learn(): Promise<void> {
  const bySet = new Map<string | undefined, Reading[]>();
  for (const e of readings.value)
    bySet.set(e.set, [
      ...(bySet.get(e.set) ?? []),
      { spot: e.spot!, value: e.value!, ...(e.set !== undefined && { set: e.set }) },
    ]);
  working.value = true;
  found.value = await season.calibrate([...bySet].map(([set, list]) => ({ set, readings: list })));
  working.value = false;
}
const taught = computed(() => found.value?.taught.filter((t) => t.within < LEARNS) ?? []);
const UP = { share: msg`more`, height: msg`higher`, pressure: msg`more` };
const DOWN = { share: msg`less`, height: msg`lower`, pressure: msg`less` };
const says = ({ one, out, within }: Calibration['taught'][number]): string =>
  msg`${settings.show(Math.abs(out) * one.value, one.kind)} ${out >= 0 ? UP[one.kind] : DOWN[one.kind]} than stated, give or take ${settings.show(2 * within * one.value, one.kind)} (before: ${settings.show(2 * one.value, one.kind)})`;
function accept(): void {
  book.add({ what: 'learned', learned: found.value!.learned });
  found.value = undefined;
}
const entry = computed(() => book.standing.find((s) => s.entry.what === 'learned')?.entry);
const forget = (): void => void (entry.value && book.strike(entry.value));
</script>

<template>
  <div>
    <p>
      Readings of good days tell what no label can: what the source really gives, what the line really drips,
      how high the beds really lie.
    </p>
    <p v-if="entry" class="fine">
      The gauges are predicted with what was learned on
      {{ settings.day(new Date(entry.at).toISOString().slice(0, 10)) }}.
      <button type="button" class="asks" @click="forget">Forget it</button>
    </p>
    <p class="fill">
      There are <b>{{ readings.length }}</b> readings of the last
      <TextField
        id="days-to-learn-from"
        class="num"
        width="5ch"
        decimal
        label="Days that readings are taken from"
        :value="String(days)"
        :take="setDays"
      />
      days. Take only days on which nothing was wrong; readings to stop at are left out.
    </p>
    <button type="button" class="do" :disabled="readings.length < 3 || working" @click="learn">
      {{ working ? msg`Learning …` : msg`See what they teach` }}
    </button>
    <p v-if="readings.length < 3" class="quiet">At least three readings, at different places.</p>
    <section v-if="found" aria-label="What was learned">
      <p v-if="taught.length === 0">These readings teach nothing new. Read more places.</p>
      <ul v-else>
        <li v-for="t in taught" :key="t.id">
          <b>{{ t.name.charAt(0).toUpperCase() + t.name.slice(1) }}</b>: {{ says(t) }}.
        </li>
      </ul>
      <p v-for="[a, b] in found.alike" :key="a + b" class="quiet">
        These readings cannot tell apart {{ a }} and {{ b }}: read where only one of them matters.
      </p>
      <p v-if="found.offAfter > DISAGREE" class="caution">
        These readings do not agree with each other, whatever is taken for the farm: was nothing wrong on any
        of these days? Read the oddest again first.
      </p>
      <p class="quiet">
        Readings were off by {{ fixed(found.offBefore, 1) }} of their usual deviation before,
        {{ fixed(found.offAfter, 1) }} after.
      </p>
      <button v-if="taught.length > 0" type="button" class="do" @click="accept">Predict with it</button>
      <p class="quiet">What you stated in the plan stays as it is.</p>
    </section>
  </div>
</template>

<style scoped>
.do {
  min-height: 44px;
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  padding: 6px 20px;
  cursor: pointer;
  margin-bottom: 12px;
}
.do:disabled {
  opacity: 0.5;
  cursor: default;
}
ul {
  padding-left: 18px;
  font-size: 14.5px;
  line-height: 1.5;
}
.fine {
  border-left: 5px solid var(--leaf);
  padding: 4px 10px;
  font-size: 14px;
}
</style>
