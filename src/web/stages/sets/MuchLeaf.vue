<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { cropName, FEELS } from '../../../core/plan';
import { setWorking, type SetWorkingName } from '../../../core/sets';
import ChoiceField from '../../parts/ChoiceField.vue';
import DateField from '../../parts/DateField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { useOutlook } from '../../stores/outlook';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import ClimateSentences from './ClimateSentences.vue';
import CropNeeds from './CropNeeds.vue';
import NeedSentences from './NeedSentences.vue';
import WaterAllowed from './WaterAllowed.vue';
import WeatherIn from './WeatherIn.vue';
import { S_PER_MIN } from '../../../core/units/time';

/** How much the beds need and how long each set runs for it. */
const plan = usePlan();
const edits = useEdits();
const outlook = useOutlook();
const settings = useSettings();
const view = useView();

const FOLLOWS = [
  { id: 'need', name: msg`what was used since the last` },
  { id: 'programme', name: msg`the minutes of the programme` },
];
const need = computed(() => plan.full.watering.need);
const season = computed(() => plan.full.watering.season);
const current = computed(() => outlook.current);
const date = computed(() => outlook.outlook?.date);
const PHASES = {
  'not yet': msg`not planted yet`,
  begins: msg`just planted`,
  grows: msg`growing`,
  stands: msg`full grown`,
  ripens: msg`ripening`,
  over: msg`over`,
};
const minutes = (v: number): string => settings.show(Math.round(v) * S_PER_MIN, 'minutes');
/** Beds get about what they need: more, and less, is told. */
const ENOUGH = { least: 0.9, most: 1.15 };
/** Bed that litres are told for: a metre, or a hundred feet where people reckon so. */
const bedUnit = computed(() =>
  settings.units.system === 'us' ? { name: '100 ft', lengthM: 30.48 } : { name: msg`metre`, lengthM: 1 },
);
const noteDate = ref('');
const noteFeel = ref<string>(FEELS[2].id);
function note(): void {
  edits.addNote(noteDate.value || (date.value ?? season.value.from), plan.block.id, noteFeel.value);
}
function ask(name: SetWorkingName): void {
  if (outlook.outlook && current.value)
    view.openMade = setWorking(name, current.value.id, outlook.outlook, plan.full);
}
/** All of the set stand at places of their own: their need is told by the plant. */
const single = computed(
  () =>
    current.value !== undefined &&
    current.value.time.beds.length > 0 &&
    current.value.time.beds.every((b) => plan.full.blocks[b.beds.block]?.places),
);
const perPlantL = computed(() =>
  Math.max(
    0,
    ...(current.value?.time.beds ?? []).map((b) => (b.need.mm * b.beds.areaM2) / Math.max(1, b.beds.plants)),
  ),
);
</script>

<template>
  <div>
    <NeedSentences />
    <ClimateSentences v-if="need.by === 'weather' || need.by === 'depth'" />
    <WeatherIn />
    <template v-if="current">
      <h3>
        {{ current.name }}<template v-if="date">, for the week of {{ settings.day(date) }}</template>
      </h3>
      <dl class="rows">
        <dt>
          <button type="button" class="asks" @click="ask('need')">
            need a day, thirstiest {{ single ? msg`plants` : msg`beds` }}
          </button>
        </dt>
        <dd class="num">
          {{
            need.by === 'minutes'
              ? msg`by minutes`
              : single
                ? msg`${settings.show(perPlantL, 'volume')} for each plant`
                : msg`${settings.show(Math.max(0, ...current.time.beds.map((b) => b.need.perM * bedUnit.lengthM)), 'volume')} for each ${bedUnit.name} of bed`
          }}
        </dd>
        <dt><button type="button" class="asks" @click="ask('filling')">fills in</button></dt>
        <dd class="num">
          {{ Number.isFinite(current.filling.seconds) ? minutes(current.time.fillMin) : msg`never` }}
        </dd>
        <dt>
          <button type="button" class="asks" @click="ask('runTime')">
            runs, each of {{ current.time.starts }} {{ forms(current.time.starts, 'start', 'starts') }}
          </button>
        </dt>
        <dd class="num big">{{ minutes(current.time.minutes) }}</dd>
        <dt><button type="button" class="asks" @click="ask('longest')">longest useful watering</button></dt>
        <dd class="num">{{ minutes(Math.min(...current.time.beds.map((b) => b.longestMin))) }}</dd>
        <dt>{{ single ? msg`soil or pot` : msg`strip` }} holds enough for</dt>
        <dd class="num">
          {{
            Number.isFinite(current.time.mostDays)
              ? `${current.time.mostDays < 1 ? 'under 1' : Math.floor(current.time.mostDays)} d`
              : '–'
          }}
        </dd>
      </dl>
      <table class="rates" aria-label="Rates on the beds">
        <thead>
          <tr>
            <th scope="col">beds</th>
            <th scope="col">on the bed</th>
            <th scope="col">on the strip</th>
            <th scope="col">gets of its need</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="b in current.time.beds" :key="b.beds.id">
            <th scope="row">
              {{ cropName(plan.full, b.beds.crop)
              }}<template v-if="b.beds.crop !== 'none'">, {{ PHASES[b.need.crop.phase] }}</template>
            </th>
            <td class="num">{{ settings.show(b.rateMm, 'rate') }}</td>
            <td class="num">{{ settings.show(b.stripRateMm, 'rate') }}</td>
            <td
              class="num"
              :class="{
                off:
                  need.by !== 'minutes' && b.need.mm > 0 && (b.share < ENOUGH.least || b.share > ENOUGH.most),
              }"
            >
              {{ need.by !== 'minutes' && b.need.mm > 0 ? settings.show(b.share, 'share') : '–' }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="current.time.pulseWhy" class="quiet">
        Better in {{ current.time.pulses }} starts:
        {{
          current.time.pulseWhy === 'pot'
            ? msg`the pots hold less than the plants use until the next watering.`
            : current.time.pulseWhy === 'puddle'
              ? msg`puddles grow wider than the strip; a rest lets them soak in.`
              : msg`on sand water goes straight down; shorter starts spread it sideways.`
        }}
        Against it: each start drains {{ settings.show(current.filling.drainsL, 'volume') }} out of its pipes,
        {{
          settings.show(current.time.givesL > 0 ? current.filling.drainsL / current.time.givesL : 0, 'share')
        }}
        of a day’s water.
        <button
          type="button"
          class="small"
          @click="
            edits.dayRules({ startsPerDay: current.time.pulses }, msg`water in ${current.time.pulses} starts`)
          "
        >
          water in {{ current.time.pulses }} starts
        </button>
      </p>
    </template>
    <p v-if="current?.time.meetDays" class="quiet">
      In one watering emitters do not wet up to each other along the run. Watered every
      {{ current.time.meetDays }} days and as much longer they do, and the strip holds out that long.
      <button
        type="button"
        class="small"
        @click="
          edits.dayRules({ everyDays: current.time.meetDays }, msg`water every ${current.time.meetDays} days`)
        "
      >
        water every {{ current.time.meetDays }} days
      </button>
    </p>
    <CropNeeds />
    <WaterAllowed />
    <details class="more">
      <summary>The season, and how the soil feels</summary>
      <p class="fill">
        It begins on
        <DateField
          label="First day of the season"
          :date="season.from"
          :is-default="plan.plan.watering?.season?.from === undefined"
          :take="(d) => edits.season({ from: d }, msg`set the first day of the season`)"
        />
        and lasts
        <QuantityField
          id="days-of-the-season"
          label="Days of the season"
          kind="count"
          :value="season.days"
          :is-default="plan.plan.watering?.season?.days === undefined"
          :take="(v, g) => edits.season({ days: v }, msg`set the length of the season`, g)"
        />
        days. Each watering gives
        <ChoiceField
          label="Each watering gives"
          :value="season.follow"
          :options="FOLLOWS"
          :is-default="plan.plan.watering?.season?.follow === undefined"
          @pick="edits.season({ follow: $event }, msg`draw the season another way`)"
        />.
      </p>
      <p class="fill">
        On <DateField label="Day the soil was felt" :date="noteDate" :take="(d) => void (noteDate = d)" /> the
        soil of {{ plan.block.name }} at root depth was
        <ChoiceField label="The soil felt" :value="noteFeel" :options="FEELS" @pick="noteFeel = $event" />
        <button type="button" class="small" @click="note">note it</button>
      </p>
      <ul v-if="plan.full.watering.notes.length > 0" class="notes">
        <li v-for="n in plan.full.watering.notes" :key="n.id">
          {{ settings.day(n.date) }}, {{ plan.blocks.find((b) => b.id === n.block)?.name }}:
          {{ FEELS.find((f) => f.id === n.feel)?.name }}
          <button
            type="button"
            class="small"
            :aria-label="msg`Take the note of ${settings.day(n.date)} away`"
            @click="edits.removeNote(n.id)"
          >
            ×
          </button>
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
h3 {
  font-size: 16px;
  margin: 0 0 2px;
}
.rows {
  font-size: 14px;
  margin-bottom: 10px;
}
.rates {
  border-collapse: collapse;
  width: 100%;
  font-size: 13px;
  margin-bottom: 10px;
}
.rates th,
.rates td {
  text-align: left;
  padding: 3px 6px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  white-space: nowrap;
}
.rates tbody th {
  white-space: normal;
}
.rates thead th {
  color: var(--faint);
  font-size: 12.5px;
}
.big {
  font-size: 18px;
  font-weight: 700;
}
.off {
  color: var(--clay);
  font-weight: 700;
}
.notes {
  list-style: none;
  padding: 0;
  font-size: 14px;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 12.5px;
  line-height: 1.3;
  padding: 1px 7px;
  cursor: pointer;
}
input[type='date'] {
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--leaf);
  color: var(--ink);
  font: inherit;
  color-scheme: light dark;
}
</style>
