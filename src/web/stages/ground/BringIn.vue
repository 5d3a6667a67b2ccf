<script setup lang="ts">
import { useDropZone } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue';
import { grouped, msg } from '../../../core/language';
import type {
  FileReading,
  FoundGround,
  OneWay,
  SurveyColumns,
  SurveyTable,
} from '../../../core/formats/ground';
import { areaM2 } from '../../../core/ground';
import { plain } from '../../page/plain';
import { useEdits } from '../../stores/edits';
import { useFiles } from '../../stores/files';
import type { Outcome } from '../../stores/jobs';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import TwoWays from './TwoWays.vue';

/** Ground from a file: an outline, a walked track, surveyed heights. What was found is shown before it is taken. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const view = useView();
const picker = ref<HTMLInputElement>();
const zone = ref<HTMLElement>();
const name = ref('');
const why = ref('');
const reading = ref(false);
const found = shallowRef<FoundGround>();
const ways = shallowRef<Extract<FileReading, { ok: 'swapped' }>>();
const table = shallowRef<SurveyTable>();
const columns = ref<SurveyColumns>();
const files = useFiles();

const stop = (): void => files.stop('ground');
onBeforeUnmount(stop);
function clear(): void {
  why.value = '';
  found.value = undefined;
  ways.value = undefined;
  table.value = undefined;
}
const place = () => {
  const { origin, grid, northDeg } = plan.ground;
  return plain({ northDeg, ...(origin && { origin }), ...(grid && { grid }) });
};
async function read(asked: Promise<Outcome<FileReading>>): Promise<void> {
  reading.value = true;
  const outcome = await asked;
  if (outcome.ended !== 'cancelled') reading.value = false;
  if (outcome.ended === 'failed') why.value = outcome.why;
  if (outcome.ended !== 'answered') return;
  const answer = outcome.value;
  if (answer.ok === 'ask') {
    table.value = answer.table;
    columns.value = answer.table.guess ?? {
      x: 0,
      y: 1,
      z: answer.table.header.length > 2 ? 2 : -1,
      degrees: false,
      unit: 'm',
    };
  } else if (answer.ok === 'swapped') {
    ways.value = answer;
    table.value = undefined;
  } else if (answer.ok) {
    found.value = answer.found;
    table.value = undefined;
  } else why.value = answer.why;
}
function pickWay(way: OneWay): void {
  ways.value = undefined;
  found.value = way.found;
}
async function take(file: File | undefined): Promise<void> {
  if (!file) return;
  clear();
  name.value = file.name;
  const asked = file;
  await read(files.read('ground', asked, (worker, number) => worker.readGround(number, asked, place())));
}
function pick(event: Event): void {
  const input = event.target as HTMLInputElement;
  void take(input.files?.[0]);
  input.value = '';
}
useDropZone(zone, { onDrop: (files) => void take(files?.[0]) });
const readTable = () =>
  read(
    files.ask('ground', (worker, number) =>
      worker.readTable(number, plain(table.value!), plain(columns.value!), place()),
    ),
  );
function bringIn(): void {
  const refusal = edits.takeGround(found.value!, name.value);
  if (refusal) return void (why.value = msg`Not taken: ${refusal.what}.`);
  view.notice = msg`Brought in ${name.value}.`;
  clear();
}
const summary = computed(() => {
  const f = found.value;
  if (!f) return [];
  return [
    ...f.outlines.map(
      (o) =>
        msg`${o.name ? `“${o.name}”` : msg`An outline`}: ${o.outline.length} corners, ${settings.show(areaM2(o.outline), 'area')}.`,
    ),
    ...(f.heights.length > 0
      ? [
          msg`${f.heights.length} heights, ${settings.show(Math.min(...f.heights.map((h) => h.zM)), 'height')} to ${settings.show(Math.max(...f.heights.map((h) => h.zM)), 'height')}.`,
        ]
      : []),
    ...(f.things.length > 0 ? [msg`${f.things.length} things in the way.`] : []),
  ];
});
const KINDS = [
  { id: 'x', name: msg`right (east)` },
  { id: 'y', name: msg`up (north)` },
  { id: 'z', name: msg`height` },
] as const;
const UNITS = ['m', 'ft', msg`survey ft`] as const;
</script>

<template>
  <div ref="zone" class="part">
    <p class="acts">
      <button type="button" class="small" @click="picker?.click()">bring in a file</button>
      <input
        ref="picker"
        type="file"
        accept=".geojson,.json,.gpx,.kml,.kmz,.zip,.csv,.txt,.tsv"
        aria-label="File of ground"
        class="sr"
        tabindex="-1"
        @change="pick"
      />
      <span class="quiet">GeoJSON, KML or KMZ, a GPX track, or a CSV of points; or drop it here.</span>
    </p>
    <p v-if="reading" role="status">
      Reading {{ name }} … <button type="button" class="small" @click="stop">stop</button>
    </p>
    <p v-if="why" role="alert" class="why">{{ name }}: {{ why }}</p>
    <form v-if="table && columns" class="ask" @submit.prevent="readTable">
      <p>{{ name }} has {{ grouped(table.rows.length) }} rows. Which column is what?</p>
      <label v-for="k in KINDS" :key="k.id"
        >{{ k.name }}
        <select v-model.number="columns[k.id]">
          <option v-if="k.id === 'z'" :value="-1">none</option>
          <option v-for="(h, i) in table.header" :key="i" :value="i">
            {{ h || msg`column ${i + 1}` }} ({{ table.rows[0]?.[i] }})
          </option>
        </select>
      </label>
      <label
        >places in
        <select v-model="columns.degrees">
          <option :value="false">metres or feet</option>
          <option :value="true">degrees (longitude, latitude)</option>
        </select>
      </label>
      <label
        >lengths in
        <select v-model="columns.unit">
          <option v-for="u in UNITS" :key="u" :value="u">
            {{ u === 'm' ? msg`metres` : u === 'ft' ? msg`feet` : msg`US survey feet` }}
          </option>
        </select></label
      >
      <button type="submit" class="small">use these columns</button>
      <button type="button" class="small" @click="clear">leave it</button>
    </form>
    <div v-if="ways" class="ask">
      <TwoWays :as-written="ways.asWritten" :turned="ways.turned" @pick="pickWay" />
      <button type="button" class="small" @click="clear">leave it</button>
    </div>
    <div v-if="found" class="ask">
      <ul>
        <li v-for="s in summary" :key="s">{{ s }}</li>
        <li v-for="n in found.notes" :key="n" class="quiet">{{ n }}</li>
      </ul>
      <button type="button" class="small" @click="bringIn">take it into the plan</button>
      <button type="button" class="small" @click="clear">leave it</button>
    </div>
  </div>
</template>

<style scoped>
.part {
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: baseline;
  position: relative;
}
.why {
  color: var(--alarm);
  font-size: 14px;
}
.ask {
  border-left: 4px solid var(--leaf);
  padding-left: 10px;
  margin-bottom: 12px;
  font-size: 14.5px;
}
.ask label {
  display: block;
  margin-bottom: 4px;
}
.ask select {
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--leaf);
  color: var(--ink);
  max-width: 230px;
}
ul {
  margin: 0 0 8px;
  padding-left: 16px;
}
</style>
