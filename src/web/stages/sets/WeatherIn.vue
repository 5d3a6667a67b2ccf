<script setup lang="ts">
import { useFileDialog } from '@vueuse/core';
import { computed, onBeforeUnmount, reactive, ref, shallowRef } from 'vue';
import { msg } from '../../../core/language';
import {
  seasonNotes,
  type WeatherAnswers,
  type WeatherAsk,
  type WeatherReading,
} from '../../../core/formats/weatherCsv';
import type { DayWeather, Station } from '../../../core/soil';
import DateField from '../../parts/DateField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import TextField from '../../parts/TextField.vue';
import { useDraftText } from '../../parts/useDraft';
import { parseQuantity, type KindName } from '../../../core/units';
import { dayAfter } from '../../../core/sets';
import { plain } from '../../page/plain';
import { useFiles } from '../../stores/files';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** Daily weather: typed a day at a time, from a table, or from the simulated station. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const weather = computed(() => plan.full.watering.weather);
const said = ref('');
const refused = ref<string[]>([]);
const MOST_TOLD = 5;
const listening = ref(false);

const { open, onChange } = useFileDialog({ accept: '.csv,.txt,text/csv', multiple: false, reset: true });
const files = useFiles();
onBeforeUnmount(() => files.stop('weather'));
const name = ref('');
let chosen: File | undefined;
/** What was read of the table, shown before it is taken. */
const found = shallowRef<WeatherReading>();
const answers = ref<WeatherAnswers>({});

async function read(): Promise<void> {
  const asked = chosen;
  if (!asked) return;
  said.value = msg`Reading ${name.value} …`;
  const outcome = await files.read('weather', asked, (worker, number) =>
    worker.readWeather(number, asked, plain(answers.value)),
  );
  if (outcome.ended === 'cancelled') return;
  said.value = outcome.ended === 'failed' ? outcome.why : '';
  if (outcome.ended !== 'answered') return;
  const reading = outcome.value;
  refused.value = reading.refused.map((r) => msg`line ${r.line}: ${r.why}`);
  found.value = reading.days.length > 0 ? reading : undefined;
  if (reading.days.length === 0) said.value = msg`No day could be used.`;
}
onChange(async (list) => {
  const file = list?.[0];
  if (!file) return;
  leave();
  name.value = file.name;
  chosen = file;
  answers.value = {};
  await read();
});
function answer(group: WeatherAsk['group'], unit: string): void {
  answers.value = { ...answers.value, [group]: unit };
  void read();
}
function leave(): void {
  found.value = undefined;
  refused.value = [];
  said.value = '';
  chosen = undefined;
}
const notes = computed(() =>
  found.value ? [...found.value.notes, ...seasonNotes(found.value.days, plan.full.watering.season)] : [],
);
const ASKED: Record<WeatherAsk['group'], string> = {
  temperature: msg`Temperature is in`,
  humidity: msg`Humidity is in`,
  wind: msg`Wind is in`,
  sunshine: msg`Sunshine is in`,
  radiation: msg`Radiation is in`,
  rain: msg`Rain is in`,
  reference: msg`ET0 is in`,
};
function takeFound(): void {
  const read = found.value!;
  found.value = undefined;
  take(read.days, msg`${read.days.length} days taken from ${name.value}: ${read.taken.join(', ')}.`);
}
function take(days: readonly DayWeather[], says: string, from?: { place: string; station: Station }): void {
  if (days.length === 0) return void (said.value = msg`No day could be used.`);
  const refusal = edits.takeWeather(days, from);
  said.value = refusal ? msg`The days were not taken: ${refusal.what}.` : says;
}

/** Asks the station that the server ships. Without it all else works. */
async function listen(): Promise<void> {
  listening.value = true;
  refused.value = [];
  try {
    const { from, days } = plan.full.watering.season;
    const answer = await fetch(`/station/days?from=${from}&days=${days}`);
    if (!answer.ok || !answer.headers.get('content-type')?.includes('json'))
      throw new Error(msg`it does not answer`);
    const told = (await answer.json()) as { place: string; station: Station; days: DayWeather[] };
    take(told.days, msg`${told.days.length} made-up days from ${told.place}.`, told);
  } catch {
    said.value = msg`The simulated station cannot be reached: it comes with the server of this application. Type days, or take a table.`;
  } finally {
    listening.value = false;
  }
}

// Typed now, taken by a press: kept as drafts until then.
const typed = reactive({
  date: useDraftText('weather day'),
  minC: useDraftText('weather least'),
  maxC: useDraftText('weather greatest'),
  rainMm: useDraftText('weather rain'),
});
const why = ref('');
function addDay(): void {
  const value = (text: string, kind: KindName, name: string): number | undefined => {
    const read = parseQuantity(text, kind, settings.units);
    if (!read.ok) why.value = `${name}: ${read.why}`;
    return read.ok ? read.value : undefined;
  };
  why.value = '';
  const date =
    typed.date ||
    (weather.value?.days.at(-1)
      ? dayAfter(weather.value.days.at(-1)!.date, 1)
      : plan.full.watering.season.from);
  const minC = value(typed.minC, 'temperature', msg`Minimum temperature`);
  const maxC = value(typed.maxC, 'temperature', msg`Maximum temperature`);
  const rainMm = typed.rainMm.trim() === '' ? 0 : value(typed.rainMm, 'rain', msg`Rain`);
  if (minC === undefined || maxC === undefined || rainMm === undefined) return;
  const refusal = edits.takeWeather([{ date, minC, maxC, rainMm }]);
  if (refusal) return void (why.value = `${refusal.what.charAt(0).toUpperCase()}${refusal.what.slice(1)}.`);
  Object.assign(typed, { date: dayAfter(date, 1), minC: '', maxC: '', rainMm: '' });
}
const station = computed(() => weather.value?.station);
const isDefault = (name: 'latDeg' | 'altitudeM' | 'windAtM'): boolean =>
  plan.plan.watering?.weather?.station?.[name] === undefined;
</script>

<template>
  <details class="more">
    <summary>
      Weather:
      {{
        weather
          ? msg`${weather.days.length} days${weather.place ? msg` of ${weather.place}` : ''}`
          : msg`none given`
      }}
    </summary>
    <p class="acts">
      <button type="button" class="small" @click="open()">take a table (CSV)</button>
      <button type="button" class="small" :disabled="listening" @click="listen">
        listen to the simulated station
      </button>
      <button v-if="weather" type="button" class="small" @click="edits.dropWeather()">put it away</button>
    </p>
    <p class="quiet">
      A table has a line of titles, a row a day or an hour: date, min (°C), max (°C), and what else there is:
      rain (mm), wind (m/s), sun (h), radiation (MJ/m²), humidity min and max (%), dew point (°C), ET0 (mm).
    </p>
    <p class="fill day">
      <DateField label="Day of weather" :date="typed.date" :take="(d) => void (typed.date = d)" /> from
      <TextField
        id="day-minC"
        class="num"
        width="5.5ch"
        decimal
        label="Minimum temperature of the day"
        :value="typed.minC"
        :take="(t) => void (typed.minC = t)"
      />
      to
      <TextField
        id="day-maxC"
        class="num"
        width="5.5ch"
        decimal
        label="Maximum temperature of the day"
        :value="typed.maxC"
        :take="(t) => void (typed.maxC = t)"
      />
      {{ settings.parts(0, 'temperature').unit }}, rain
      <TextField
        id="day-rainMm"
        class="num"
        width="5.5ch"
        decimal
        label="Rain of the day"
        placeholder="0"
        :value="typed.rainMm"
        :take="(t) => void (typed.rainMm = t)"
      />
      {{ settings.parts(0, 'rain').unit }}
      <button type="button" class="small" @click="addDay">add the day</button>
    </p>
    <p v-if="why" class="why" role="alert">{{ why }}</p>
    <p v-if="station" class="fill">
      It stands at
      <QuantityField
        id="latitude"
        label="Latitude"
        kind="angle"
        :value="station.latDeg"
        :is-default="isDefault('latDeg')"
        :take="(v, g) => edits.weatherFields({ latDeg: v }, msg`set the latitude`, g)"
      />
      (north; south below 0),
      <QuantityField
        id="height-above-sea-level"
        label="Height above sea level"
        kind="height"
        :value="station.altitudeM"
        :is-default="isDefault('altitudeM')"
        :take="(v, g) => edits.weatherFields({ altitudeM: v }, msg`set the height above sea level`, g)"
      />
      up, its wind gauge at
      <QuantityField
        id="height-of-the-wind-gauge"
        label="Height of the wind gauge"
        kind="height"
        :value="station.windAtM"
        :is-default="isDefault('windAtM')"
        :take="(v, g) => edits.weatherFields({ windAtM: v }, msg`set the wind gauge’s height`, g)"
      />.
    </p>
    <p v-if="weather" class="fill">
      <label
        ><input
          type="checkbox"
          :checked="weather.likeLast"
          @change="edits.likeLast(($event.target as HTMLInputElement).checked)"
        />
        Days without weather use the same day of another year</label
      >
    </p>
    <div v-if="found" class="found">
      <p>
        {{ name }}: {{ found.days.length }} days, {{ found.days[0].date }} to {{ found.days.at(-1)!.date }},
        with {{ found.taken.join(', ') }}.<template v-if="found.ignored.length > 0">
          Not understood: {{ found.ignored.join(', ') }}.</template
        >
      </p>
      <p v-for="a in found.asks" :key="a.group">
        <label
          >{{ ASKED[a.group] }}
          <select :value="a.taken" @change="answer(a.group, ($event.target as HTMLSelectElement).value)">
            <option v-for="o in a.options" :key="o">{{ o }}</option>
          </select></label
        >
        <span class="quiet"> The titles do not say ({{ a.columns.join(', ') }}: {{ a.sample }}).</span>
      </p>
      <ul>
        <li v-for="n in notes" :key="n" class="quiet">{{ n }}</li>
      </ul>
      <button type="button" class="small" @click="takeFound">take these days</button>
      <button type="button" class="small" @click="leave">leave them</button>
    </div>
    <p v-if="said" class="quiet" role="status">{{ said }}</p>
    <ul v-if="refused.length > 0" class="refused">
      <li v-for="r in refused.slice(0, MOST_TOLD)" :key="r">{{ r }}</li>
      <li v-if="refused.length > MOST_TOLD">and {{ refused.length - MOST_TOLD }} more</li>
    </ul>
  </details>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 12.5px;
  line-height: 1.3;
  padding: 2px 7px;
  cursor: pointer;
}
.day {
  font-size: 14.5px;
}
.why {
  color: var(--alarm);
  font-size: 13.5px;
}
.found {
  border-left: 4px solid var(--leaf);
  padding-left: 10px;
  margin-bottom: 10px;
  font-size: 14px;
}
.found select {
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--leaf);
  color: var(--ink);
  font: inherit;
}
.found ul {
  padding-left: 16px;
}
.refused {
  font-size: 13px;
  color: var(--clay);
  padding-left: 18px;
}
</style>
