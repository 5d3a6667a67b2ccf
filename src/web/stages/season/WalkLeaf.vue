<script setup lang="ts">
import { computed, ref } from 'vue';
import { kindOfSpot } from '../../../core/formats/readingsCsv';
import type { Seen, Stop } from '../../../core/season';
import { useBook } from '../../stores/book';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import AskedFirst from './AskedFirst.vue';
import TakeReading from './TakeReading.vue';
import { useNoting } from './useNoting';

/** The first walk after building, or in spring: stop by stop, with what each should show. */
const season = useSeason();
const settings = useSettings();
const book = useBook();
const view = useView();
const { note, asked, takeAnyway, drop } = useNoting();
/** A walk that began within so long is gone on with, ms. */
const SAME_WALK_MS = 24 * 3_600_000;
const stops = computed(() => season.today?.stops ?? []);
/** Stops done on this walk stand in the book, so that a phone that was switched off goes on where it was. */
const done = computed(
  () =>
    new Set(
      book.standing
        .filter(
          (s) =>
            s.entry.what === 'walk' && s.entry.set === season.set && s.entry.at > Date.now() - SAME_WALK_MS,
        )
        .map((s) => s.entry.text),
    ),
);
const next = computed(() => stops.value.find((s) => !done.value.has(s.id)));
const opened = ref<string>();
const isOpen = (s: Stop): boolean => (opened.value ?? next.value?.id) === s.id;
const inSet = () => (season.set !== undefined ? { set: season.set } : {});
function tick(s: Stop): void {
  book.add({ what: 'walk', text: s.id, ...inSet() });
  opened.value = undefined;
}
function took(s: Stop, value: number): void {
  if (note({ what: 'reading', spot: s.expected!.spot.id, value, ...inSet() })) tick(s);
}
function saw(s: Stop, seen: string): void {
  note({ what: 'seen', spot: s.look!.id, seen: seen as Seen, ...inSet() });
  tick(s);
}
const choices = (s: Stop) => season.placeOf(s.look?.id)?.choices?.slice(1) ?? [];
const show = (s: Stop, v: number): string => settings.show(v, kindOfSpot(s.expected!.spot.kind));
const print = (): void => window.print();
const minutes = computed(() => Math.round(stops.value.reduce((sum, s) => sum + s.walkMin, 0)));
</script>

<template>
  <div class="to-print">
    <p>
      <b>{{ done.size }} of {{ stops.length }}</b> stops done; {{ minutes }} min of walking.
      <button type="button" class="asks no-print" @click="print">Print the walk</button>
    </p>
    <p v-if="season.strays" class="caution">
      Something is off:
      <button type="button" class="asks" @click="view.seasonLeaf = 'today'">What is wrong</button> stands
      under Today.
    </p>
    <AskedFirst :questions="asked" @take="takeAnyway()" @drop="drop" />
    <ol>
      <li v-for="(s, i) in stops" :key="s.id" :class="{ done: done.has(s.id), next: s.id === next?.id }">
        <button type="button" class="stop" :aria-expanded="isOpen(s)" @click="opened = isOpen(s) ? '' : s.id">
          {{ i + 1 }}. {{ s.title }}
        </button>
        <div v-if="isOpen(s)" class="open">
          <p>{{ s.see }}</p>
          <p v-if="s.expected">
            It should read <b class="num">{{ show(s, s.expected.value) }}</b>, at least
            {{ show(s, s.expected.low) }} and at most {{ show(s, s.expected.high) }}.
          </p>
          <TakeReading
            v-if="s.expected"
            :id="`walk ${s.id}`"
            :kind="kindOfSpot(s.expected.spot.kind)"
            :label="s.title"
            @took="took(s, $event)"
          />
          <select
            v-if="s.look"
            :aria-label="msg`Something is seen: ${s.title}`"
            @change="saw(s, ($event.target as HTMLSelectElement).value)"
          >
            <option value="" disabled selected>Something is …</option>
            <option v-for="c in choices(s)" :key="c.seen" :value="c.seen">{{ c.name }}</option>
          </select>
          <button type="button" class="do" @click="s.look ? saw(s, 'fine') : tick(s)">
            {{ s.look ? msg`All fine` : done.has(s.id) ? msg`Done again` : msg`Done` }}
          </button>
        </div>
      </li>
    </ol>
    <p class="caution">Shut the source at once where anything sprays. Then mend it with the pressure off.</p>
  </div>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--line);
  padding-left: 6px;
  border-left: 5px solid transparent;
}
li.next {
  border-left-color: var(--leaf);
}
.stop {
  width: 100%;
  min-height: 44px;
  border: 0;
  background: none;
  text-align: left;
  font-size: 15.5px;
  cursor: pointer;
  padding: 6px 0;
  line-height: 1.3;
}
.next .stop {
  font-weight: 700;
}
.done .stop {
  color: var(--faint);
  text-decoration: line-through;
}
.open {
  padding-bottom: 12px;
  display: grid;
  gap: 8px;
}
.open p {
  margin: 0;
  font-size: 14.5px;
}
select {
  min-height: 44px;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--card);
  color: var(--ink);
  font: inherit;
  padding: 4px 8px;
  max-width: 100%;
}
.do {
  min-height: 44px;
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  cursor: pointer;
}
@media print {
  .no-print {
    display: none;
  }
}
</style>
