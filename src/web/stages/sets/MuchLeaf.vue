<script setup lang="ts">
import { computed, ref } from 'vue';
import { cropKind, type CropId } from '../../../core/catalog/crops';
import { cropNeed } from '../../../core/catalog/cropNeeds';
import { layOut } from '../../../core/layout';
import { FEELS } from '../../../core/plan';
import { alikeBeds, dayText, setWorking, type SetWorkingName } from '../../../core/sets';
import ChoiceField from '../../parts/ChoiceField.vue';
import DateField from '../../parts/DateField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { useOutlook } from '../../stores/outlook';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import WeatherIn from './WeatherIn.vue';

/** How much the beds need and how long each set runs for it. */
const plan = usePlan();
const edits = useEdits();
const outlook = useOutlook();
const settings = useSettings();
const view = useView();

const RULES = [
  { id: 'weather', name: 'the weather and the crop' },
  { id: 'depth', name: 'a depth each week' },
  { id: 'row', name: 'litres for each row' },
  { id: 'minutes', name: 'minutes a day' },
];
const FOLLOWS = [
  { id: 'need', name: 'what was used since the last' },
  { id: 'programme', name: 'the minutes of the programme' },
];
const need = computed(() => plan.full.watering.need);
const stated = computed(() => plan.plan.watering?.need ?? {});
const season = computed(() => plan.full.watering.season);
const isDefault = (name: keyof typeof need.value): boolean => stated.value[name] === undefined;
const set = (name: string, label: string, to: (v: number) => number = (v) => v) => (v: number, g: string) => edits.need({ [name]: to(v) }, label, g);
const current = computed(() => outlook.current);
const date = computed(() => outlook.outlook?.date);
const PHASES = { 'not yet': 'not planted yet', begins: 'just planted', grows: 'growing', stands: 'full grown', ripens: 'ripening', over: 'over' };
const MIN_S = 60;
/** Rows are told by the foot where people do so, m. */
const FOOT_M = 0.3048;
const rowUnitM = computed(() => (settings.units.system === 'us' ? FOOT_M : 1));
const minutes = (v: number): string => settings.show(Math.round(v) * MIN_S, 'minutes');
const cropName = (crop: CropId | 'none'): string => (crop === 'none' ? 'mixed vegetables' : cropKind(crop).name);

/** Crops grown, each with what it needs and when it was planted. */
const crops = computed(() => {
  const found = new Map<CropId | 'none', { planted: string; isDefault: boolean }>();
  for (const g of alikeBeds(plan.full, layOut(plan.full))) if (!found.has(g.crop)) found.set(g.crop, { planted: g.planted, isDefault: plan.plan.watering?.planted?.[g.crop] === undefined });
  return [...found].map(([crop, at]) => ({ crop, ...at, need: cropNeed(crop, plan.full.watering.crops[crop]), own: plan.plan.watering?.crops?.[crop] ?? {} }));
});
/** The bed picked on the sheet: successions are planted bed by bed. */
const picked = computed(() => {
  const at = view.pickedBed;
  const block = at && plan.blocks.find((b) => b.id === at.block);
  if (!at || !block) return undefined;
  const single = block.beds.single[at.key];
  const crop = single?.crop ?? block.beds.crop;
  if (crop === 'none') return undefined;
  const planted = single?.planted ?? block.planted ?? plan.full.watering.planted[crop] ?? season.value.from;
  return { ref: at, key: at.key, name: block.name, planted, own: single?.planted !== undefined };
});
const openCrop = ref<string>();
const fields = [
  { name: 'kcBegin', says: 'coefficient at first', kind: 'factor' },
  { name: 'kcMiddle', says: 'full grown', kind: 'factor' },
  { name: 'kcEnd', says: 'at the end', kind: 'factor' },
  { name: 'beginD', says: 'days to begin', kind: 'count' },
  { name: 'growD', says: 'days to grow', kind: 'count' },
  { name: 'middleD', says: 'days full grown', kind: 'count' },
  { name: 'endD', says: 'days to ripen', kind: 'count' },
  { name: 'rootM', says: 'roots go down', kind: 'spacing' },
  { name: 'useShare', says: 'of the held water may be used', kind: 'share' },
] as const;
const noteDate = ref('');
const noteFeel = ref<string>(FEELS[2].id);
function note(): void {
  edits.addNote(noteDate.value || (date.value ?? season.value.from), plan.block.id, noteFeel.value);
}
function ask(name: SetWorkingName): void {
  if (outlook.outlook && current.value) view.openMade = setWorking(name, current.value.id, outlook.outlook, plan.full);
}
</script>

<template>
  <div>
    <p class="fill">
      Water by <ChoiceField label="Need is worked out by" :value="need.by" :options="RULES" :is-default="isDefault('by')" @pick="edits.need({ by: $event }, 'reckon need another way')" /><template v-if="need.by === 'depth'">:
        <QuantityField label="Depth a week" kind="rain" :value="need.depthMm" :is-default="isDefault('depthMm')" :take="set('depthMm', 'set the depth a week')" /> on the whole bed, less
        <QuantityField label="Rain of a usual week" kind="rain" :value="need.rainMm" :is-default="isDefault('rainMm')" :take="set('rainMm', 'set the usual rain')" /> of rain</template><template v-else-if="need.by === 'row'">:
        <QuantityField label="For each length of row a week" kind="volume" :value="need.rowL * rowUnitM" :is-default="isDefault('rowL')" :take="set('rowL', 'set the litres for a row', (v) => v / rowUnitM)" /> for each {{ settings.units.system === 'us' ? 'foot' : 'metre' }} of row a week, under mulch</template><template v-else-if="need.by === 'minutes'">:
        <QuantityField label="Minutes a day" kind="minutes" :value="need.minutes * MIN_S" :is-default="isDefault('minutes')" :take="set('minutes', 'set the minutes a day', (v) => v / MIN_S)" /></template><template v-else-if="!plan.full.watering.weather">;
        no weather is told, so a hot day draws <QuantityField label="Reference on a hot day" kind="depth" :value="need.hotDayMm" :is-default="isDefault('hotDayMm')" :take="set('hotDayMm', 'set a hot day’s reference')" />, less
        <QuantityField label="Rain of a usual week" kind="rain" :value="need.rainMm" :is-default="isDefault('rainMm')" :take="set('rainMm', 'set the usual rain')" /> of rain a week</template>.
      <template v-if="need.by === 'weather'">Mulch leaves <QuantityField label="Left under mulch" kind="share" :value="need.mulchShare" :is-default="isDefault('mulchShare')" :take="set('mulchShare', 'set what mulch leaves')" /> of the use, a tunnel
        <QuantityField label="Left in a tunnel" kind="share" :value="need.tunnelShare" :is-default="isDefault('tunnelShare')" :take="set('tunnelShare', 'set what a tunnel leaves')" />; film lets
        <QuantityField label="Rain through film" kind="share" :value="need.filmRain" :is-default="isDefault('filmRain')" :take="set('filmRain', 'set the rain through film')" /> of the rain in.</template>
    </p>
    <WeatherIn />
    <template v-if="current">
      <h3>{{ current.name }}<template v-if="date">, for the week of {{ dayText(date) }}</template></h3>
      <dl class="rows">
        <dt><button type="button" class="asks" @click="ask('need')">need a day, thirstiest beds</button></dt>
        <dd class="num">{{ need.by === 'minutes' ? 'by minutes' : settings.show(Math.max(0, ...current.time.beds.map((b) => b.need.mm)), 'depth') }}</dd>
        <dt><button type="button" class="asks" @click="ask('filling')">fills in</button></dt>
        <dd class="num">{{ Number.isFinite(current.filling.seconds) ? minutes(current.time.fillMin) : 'never' }}</dd>
        <dt><button type="button" class="asks" @click="ask('runTime')">runs, each of {{ current.time.starts }} {{ current.time.starts === 1 ? 'start' : 'starts' }}</button></dt>
        <dd class="num big">{{ minutes(current.time.minutes) }}</dd>
        <dt><button type="button" class="asks" @click="ask('longest')">longest useful watering</button></dt>
        <dd class="num">{{ minutes(Math.min(...current.time.beds.map((b) => b.longestMin))) }}</dd>
        <dt>strip holds enough for</dt>
        <dd class="num">{{ Number.isFinite(current.time.mostDays) ? `${current.time.mostDays < 1 ? 'under 1' : Math.floor(current.time.mostDays)} d` : '–' }}</dd>
      </dl>
      <table class="rates" aria-label="Rates on the beds">
        <thead><tr><th scope="col">beds</th><th scope="col">on the bed</th><th scope="col">on the strip</th><th scope="col">gets</th></tr></thead>
        <tbody>
          <tr v-for="b in current.time.beds" :key="b.beds.id">
            <th scope="row">{{ cropName(b.beds.crop) }}<template v-if="b.beds.crop !== 'none'">, {{ PHASES[b.need.crop.phase] }}</template></th>
            <td class="num">{{ settings.show(b.rateMm, 'rate') }}</td>
            <td class="num">{{ settings.show(b.stripRateMm, 'rate') }}</td>
            <td class="num">{{ need.by !== 'minutes' && b.need.mm > 0 ? settings.show(b.share, 'share') : '–' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="current.time.pulseWhy" class="quiet">
        Better in {{ current.time.pulses }} starts:
        {{ current.time.pulseWhy === 'roots' ? 'in one it wets deeper than the roots.' : current.time.pulseWhy === 'puddle' ? 'puddles grow wider than the strip; a rest lets them soak in.' : 'on sand water goes straight down; shorter starts spread it sideways.' }}
        Against it: each start drains {{ settings.show(current.filling.drainsL, 'volume') }} out of its pipes, {{ settings.show(current.time.givesL > 0 ? current.filling.drainsL / current.time.givesL : 0, 'share') }} of a day’s water.
        <button type="button" class="small" @click="edits.dayRules({ startsPerDay: current.time.pulses }, `water in ${current.time.pulses} starts`)">water in {{ current.time.pulses }} starts</button>
      </p>
    </template>
    <p v-if="current?.time.meetDays" class="quiet">
      In one watering emitters do not wet up to each other along the run. Watered every {{ current.time.meetDays }} days and as much longer they do, and the strip holds out that long.
      <button type="button" class="small" @click="edits.dayRules({ everyDays: current.time.meetDays }, `water every ${current.time.meetDays} days`)">water every {{ current.time.meetDays }} days</button>
    </p>
    <details class="more">
      <summary>Crops and planting</summary>
      <p class="quiet">By the crop; pick a bed on the sheet to plant it on a day of its own.</p>
      <div v-for="c in crops" :key="c.crop" class="crop">
        <p>
          <b>{{ cropName(c.crop) }}</b><template v-if="c.crop !== 'none'">, planted <DateField :label="`Planting of ${cropName(c.crop)}`" :date="c.planted" :is-default="c.isDefault" :take="(d) => edits.plantCrop(c.crop, d)" /></template>
          <button type="button" class="asks" :aria-expanded="openCrop === c.crop" @click="openCrop = openCrop === c.crop ? undefined : c.crop">what it needs</button>
        </p>
        <dl v-if="openCrop === c.crop" class="rows">
          <template v-for="f in fields" :key="f.name">
            <dt>{{ f.says }}</dt>
            <dd><QuantityField :label="`${cropName(c.crop)}: ${f.says}`" :kind="f.kind" :value="c.need[f.name]" :is-default="c.own[f.name] === undefined" :take="(v, g) => edits.cropFields(c.crop, { [f.name]: v }, g)" /></dd>
          </template>
        </dl>
      </div>
    </details>
    <p v-if="picked" class="fill one">
      Bed {{ picked.key }} of {{ picked.name }} was planted <DateField :label="`Planting of bed ${picked.key}`" :date="picked.planted" :is-default="!picked.own" :take="(d) => edits.single(picked!.ref, { planted: d }, `set when bed ${picked!.key} was planted`)" />
      <button v-if="picked.own" type="button" class="small" @click="edits.single(picked.ref, { planted: undefined }, `plant bed ${picked.key} with its crop`)">with its crop</button>
    </p>
    <details class="more">
      <summary>The season, and how the soil feels</summary>
      <p class="fill">
        It begins on <DateField label="First day of the season" :date="season.from" :is-default="plan.plan.watering?.season?.from === undefined" :take="(d) => edits.season({ from: d }, 'set the first day of the season')" /> and lasts
        <QuantityField label="Days of the season" kind="count" :value="season.days" :is-default="plan.plan.watering?.season?.days === undefined" :take="(v, g) => edits.season({ days: v }, 'set the length of the season', g)" /> days. Each watering gives
        <ChoiceField label="Each watering gives" :value="season.follow" :options="FOLLOWS" :is-default="plan.plan.watering?.season?.follow === undefined" @pick="edits.season({ follow: $event }, 'draw the season another way')" />.
      </p>
      <p class="fill">
        On <input v-model="noteDate" type="date" aria-label="Day the soil was felt" /> the soil of {{ plan.block.name }} at root depth was
        <ChoiceField label="The soil felt" :value="noteFeel" :options="FEELS" @pick="noteFeel = $event" /> <button type="button" class="small" @click="note">note it</button>
      </p>
      <ul v-if="plan.full.watering.notes.length > 0" class="notes">
        <li v-for="n in plan.full.watering.notes" :key="n.id">{{ dayText(n.date) }}, {{ plan.blocks.find((b) => b.id === n.block)?.name }}: {{ FEELS.find((f) => f.id === n.feel)?.name }} <button type="button" class="small" :aria-label="`Take the note of ${dayText(n.date)} away`" @click="edits.removeNote(n.id)">×</button></li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
h3 { font-size: 16px; margin: 0 0 2px; }
.rows { font-size: 14px; margin-bottom: 10px; }
.rates { border-collapse: collapse; width: 100%; font-size: 13px; margin-bottom: 10px; }
.rates th, .rates td { text-align: left; padding: 3px 6px 3px 0; border-bottom: 1px solid var(--line); font-weight: 400; white-space: nowrap; }
.rates tbody th { white-space: normal; }
.rates thead th { color: var(--faint); font-size: 12.5px; }
.big { font-size: 18px; font-weight: 700; }
.one { font-size: 14.5px; line-height: 1.8; }
.crop { margin-bottom: 6px; font-size: 14.5px; }
.crop p { margin-bottom: 4px; }
.notes { list-style: none; padding: 0; font-size: 14px; }
.small { border: 1px solid var(--faint); border-radius: 3px; background: var(--card); font-size: 12.5px; line-height: 1.3; padding: 1px 7px; cursor: pointer; }
input[type='date'] { background: var(--card); border: 0; border-bottom: 2px solid var(--leaf); color: var(--ink); font: inherit; color-scheme: light dark; }
</style>
