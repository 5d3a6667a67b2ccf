<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { msg } from '../../../core/language';
import { kindOfSpot } from '../../../core/formats/readingsCsv';
import { FAULT_KINDS, LESSONS, LEVELS, type Level, type Reading } from '../../../core/season';
import type { Place, PracticeEnd, PracticeFarm } from '../../../worker/season';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import FieldStation from './FieldStation.vue';

/** Practice on a made-up farm: something is wrong, each reading costs its minutes, and in the end it is told how it could be found. */
const season = useSeason();
const settings = useSettings();
const LEVEL_NAMES: Record<Level, string> = {
  easy: msg`Easy`,
  fair: msg`Fair`,
  nasty: msg`Nasty: two at once`,
};
const MOST_SEED = 1_000_000;
const farm = shallowRef<PracticeFarm>();
const lesson = ref<string>();
const level = ref<Level>('easy');
const making = ref(false);
const taken = ref<{ place: Place; reading: Reading; says: string }[]>([]);
const minutes = ref(0);
const choices = shallowRef<{ group: string; kind: string; place: string }[]>([]);
const named = ref<string[]>([]);
const kind = ref('');
const end = shallowRef<PracticeEnd>();
const none = ref('');
async function begin(asked: { level: Level; lesson?: string }): Promise<void> {
  making.value = true;
  level.value = asked.level;
  lesson.value = asked.lesson;
  end.value = undefined;
  taken.value = [];
  named.value = [];
  minutes.value = 0;
  kind.value = '';
  farm.value = await season.practise({ ...asked, seed: Math.floor(Math.random() * MOST_SEED) });
  choices.value = farm.value ? ((await season.practiceChoices()) ?? []) : [];
  none.value = farm.value ? '' : msg`Nothing could be hidden on this farm. Try another.`;
  making.value = false;
}
async function read(p: Place): Promise<void> {
  const found = await season.practiceRead(p.id);
  if (!found) return;
  taken.value = [{ place: p, reading: found.reading, says: found.says }, ...taken.value];
  minutes.value = found.minutes;
}
const show = (p: Place, v: number): string => settings.show(v, kindOfSpot(p.kind));
const off = (t: { place: Place; reading: Reading }): boolean => {
  const { expected } = t.place;
  if (t.reading.seen) return t.reading.seen !== 'fine';
  return expected !== undefined && (t.reading.value! < expected.low || t.reading.value! > expected.high);
};
const kinds = computed(() => FAULT_KINDS.filter((k) => choices.value.some((c) => c.kind === k.kind)));
const places = computed(() => choices.value.filter((c) => c.kind === kind.value));
const wanted = computed(() =>
  lesson.value
    ? (LESSONS.find((l) => l.id === lesson.value)?.faults.length ?? 1)
    : level.value === 'nasty'
      ? 2
      : 1,
);
function name(group: string): void {
  if (group && !named.value.includes(group)) named.value = [...named.value, group].slice(-wanted.value);
}
async function say(): Promise<void> {
  end.value = await season.practiceEnd(named.value);
}
const spoken = (group: string): string => {
  const c = choices.value.find((x) => x.group === group);
  return c ? `${FAULT_KINDS.find((k) => k.kind === c.kind)!.name}, ${c.place}` : group;
};
const list = computed(() =>
  (farm.value?.places ?? []).map((p) => ({
    id: p.id,
    name: p.kind === 'look' ? msg`look ${p.name}` : p.name,
    p,
  })),
);
</script>

<template>
  <div>
    <template v-if="!farm">
      <p>
        Something is wrong on a made-up farm. Read its gauges, look along its beds, and say what it is. Each
        reading takes its minutes.
      </p>
      <div class="row" role="group" aria-label="Practice at random">
        <button v-for="l in LEVELS" :key="l" type="button" :disabled="making" @click="begin({ level: l })">
          {{ LEVEL_NAMES[l] }}
        </button>
      </div>
      <h3>Twelve lessons</h3>
      <ol>
        <li v-for="(l, i) in LESSONS" :key="l.id">
          <button
            type="button"
            class="asks"
            :disabled="making"
            @click="begin({ level: 'fair', lesson: l.id })"
          >
            {{ i + 1 }}. {{ l.title }}
          </button>
        </li>
      </ol>
      <p v-if="making" role="status" class="quiet">
        Making the farm: {{ Math.round(100 * season.progress) }} %
      </p>
      <p v-if="none" role="alert">{{ none }}</p>
      <FieldStation />
    </template>
    <template v-else>
      <p>
        <b>{{ farm.name }}</b>. {{ farm.ask }}
        <span class="quiet">Everything here is simulated; nothing goes into your book.</span>
      </p>
      <p>
        <b class="num">{{ Math.round(minutes) }}</b> min so far, {{ taken.length }} reading{{
          forms(taken.length, '', 's')
        }}.
      </p>
      <template v-if="!end">
        <label class="pick"
          >Read or look
          <select
            aria-label="Read or look"
            @change="
              read(list.find((x) => x.id === ($event.target as HTMLSelectElement).value)!.p);
              ($event.target as HTMLSelectElement).value = '';
            "
          >
            <option value="" disabled selected>where …</option>
            <option v-for="x in list" :key="x.id" :value="x.id">{{ x.name }}</option>
          </select></label
        >
        <ul aria-label="What was read">
          <li v-for="(t, i) in taken" :key="taken.length - i" :class="{ off: off(t) }">
            {{ t.place.name }}:
            <b v-if="t.reading.value !== undefined" class="num">{{ show(t.place, t.reading.value) }}</b><b
              v-else
              >{{ t.says }}</b
            ><span v-if="t.place.expected" class="quiet">
              (should be {{ show(t.place, t.place.expected.value) }})</span
            >
          </li>
        </ul>
        <label class="pick"
          >It is
          <select v-model="kind" aria-label="What is wrong">
            <option value="" disabled>what …</option>
            <option v-for="k in kinds" :key="k.kind" :value="k.kind">{{ k.name }}</option>
          </select></label
        >
        <label v-if="kind" class="pick"
          >at
          <select aria-label="Where it is" @change="name(($event.target as HTMLSelectElement).value)">
            <option value="" disabled selected>where …</option>
            <option v-for="c in places" :key="c.group" :value="c.group">{{ c.place }}</option>
          </select></label
        >
        <p v-if="named.length > 0">You say: {{ named.map(spoken).join('; and ') }}.</p>
        <div class="row">
          <button type="button" class="do" :disabled="named.length < wanted" @click="say">That is it</button
          ><button type="button" @click="farm = undefined">Leave it</button>
        </div>
      </template>
      <section v-else aria-label="What it was">
        <p class="says">
          {{ end.right ? msg`Right.` : msg`Not so.` }} It was:
          {{
            end.hidden
              .map((h) => `${h.title.charAt(0).toLowerCase()}${h.title.slice(1)}, ${h.place}; ${h.size}`)
              .join('; and ')
          }}.
        </p>
        <p>
          You took {{ Math.round(end.minutes) }} min. An expert would take about
          {{ Math.round(end.expertMinutes) }} min:
        </p>
        <ol class="expert">
          <li v-for="(e, i) in end.expert" :key="i">
            {{ e.name }}: <b>{{ e.read }}</b>. <span class="quiet">{{ e.says }}</span>
          </li>
        </ol>
        <p v-if="end.teaches" class="fine">{{ end.teaches }}</p>
        <div class="row">
          <button type="button" class="do" @click="begin({ level, ...(lesson !== undefined && { lesson }) })">
            Once more</button
          ><button type="button" @click="farm = undefined">Another</button>
        </div>
      </section>
    </template>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 10px 0;
}
.row button {
  min-height: 44px;
  border: 1.5px solid var(--leaf);
  border-radius: 4px;
  background: none;
  padding: 6px 16px;
  cursor: pointer;
}
.row .do {
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
}
.row button:disabled {
  opacity: 0.5;
  cursor: default;
}
h3 {
  font-size: 16px;
  margin: 12px 0 6px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
}
ol .asks {
  min-height: 40px;
}
.expert {
  list-style: decimal;
  padding-left: 22px;
  font-size: 14.5px;
}
.pick {
  display: block;
  margin: 8px 0;
}
select {
  min-height: 44px;
  width: 100%;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--card);
  color: var(--ink);
  font: inherit;
  padding: 4px 8px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 8px 0;
  font-size: 14.5px;
}
ul li {
  border-left: 5px solid var(--leaf);
  padding: 3px 8px;
  margin-bottom: 4px;
}
ul li.off {
  border-left-color: var(--alarm);
}
.says {
  font-size: 17px;
  font-weight: 700;
  line-height: 1.35;
}
.fine {
  border-left: 5px solid var(--leaf);
  padding: 4px 10px;
}
</style>
