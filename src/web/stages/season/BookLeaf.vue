<script setup lang="ts">
import { computed, ref, shallowRef, toRaw } from 'vue';
import { dateLocale, msg } from '../../../core/language';
import { writeBookCsv } from '../../../core/formats/bookCsv';
import type { ReadingsAsk, ReadingsReading } from '../../../core/formats/readingsCsv';
import { FEELS, type Feel, type Standing } from '../../../core/season';
import { clashPlace, type PlanClash } from '../../../core/plan';
import { parseQuantity, type KindName } from '../../../core/units';
import ChoiceField from '../../parts/ChoiceField.vue';
import TextField from '../../parts/TextField.vue';
import { useDraftText } from '../../parts/useDraft';
import { download } from '../../storage/download';
import { writePhoto } from '../../storage/bookShelf';
import { plain } from '../../page/plain';
import { useFiles } from '../../stores/files';
import { forWorker } from '../../stores/jobs';
import { useBook } from '../../stores/book';
import { useKeeping } from '../../stores/keeping';
import { usePlan } from '../../stores/plan';
import { useSeason } from '../../stores/season';
import { useSharing } from '../../stores/sharing';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import AskedFirst from './AskedFirst.vue';
import BookCharts from './BookCharts.vue';
import BookWater from './BookWater.vue';
import { madeSmall } from '../../storage/bookFile';
import { entrySays, FEEL_NAMES, WHAT_NAMES } from './entryWords';
import { fileName } from './fileName';
import PhotoOf from './PhotoOf.vue';
import { useNoting } from './useNoting';
import { S_PER_MIN } from '../../../core/units/time';

/** The season's book: entries by one hand, everything that was written, and the file that goes from laptop to phone. */
const book = useBook();
const plan = usePlan();
const season = useSeason();
const settings = useSettings();
const keeping = useKeeping();
const view = useView();
const sharing = useSharing();
const files = useFiles();
const { note, asked, takeAnyway, drop } = useNoting();
type Quick =
  'minutes' | 'rain' | 'soil' | 'meter' | 'repair' | 'flush' | 'cleaned' | 'feed' | 'note' | 'photo';
const QUICK: { id: Quick; name: string; asks?: 'number' | 'text' | 'feel' | 'photo' }[] = [
  { id: 'minutes', name: msg`Watered`, asks: 'number' },
  { id: 'rain', name: msg`Rain`, asks: 'number' },
  { id: 'soil', name: msg`Soil`, asks: 'feel' },
  { id: 'meter', name: msg`Meter`, asks: 'number' },
  { id: 'cleaned', name: msg`Filter cleaned` },
  { id: 'flush', name: msg`Flushed` },
  { id: 'repair', name: msg`Repair`, asks: 'text' },
  { id: 'feed', name: msg`Feed`, asks: 'text' },
  { id: 'note', name: msg`Note`, asks: 'text' },
  { id: 'photo', name: msg`Photograph`, asks: 'photo' },
];
const picked = ref<Quick>();
const ask = computed(() => QUICK.find((q) => q.id === picked.value)?.asks);
const text = useDraftText(() => `book ${picked.value}`);
const why = ref('');
const block = ref('');
const blocks = computed(() => [
  { id: '', name: msg`the whole farm` },
  ...plan.full.blocks.map((b) => ({ id: b.id, name: b.name })),
]);
const KINDS: Partial<Record<Quick, KindName>> = { minutes: 'minutes', rain: 'rain', meter: 'volume' };
const inSet = () => (season.set !== undefined ? { set: season.set } : {});
/** A place or bed picked on the sheet goes before the block that is chosen. */
const place = computed(() => season.placeOf(season.picked));
const bed = computed(() => (place.value ? undefined : view.pickedBed));
const whereSays = computed(() => {
  if (place.value) return place.value.name;
  const b = bed.value && plan.full.blocks.find((x) => x.id === bed.value!.block);
  return b ? msg`${b.name}, bed ${bed.value!.key}` : '';
});
function nowhere(): void {
  season.picked = undefined;
  view.pickedBed = undefined;
}
function inBlock(): { spot?: string; block?: string; beds?: string[] } {
  if (place.value) {
    const of = place.value.block === undefined ? undefined : plan.full.blocks[place.value.block]?.id;
    return { spot: place.value.id, ...(of !== undefined && { block: of }) };
  }
  if (bed.value && whereSays.value) return { block: bed.value.block, beds: [bed.value.key] };
  return block.value ? { block: block.value } : {};
}
function press(q: (typeof QUICK)[number]): void {
  why.value = '';
  if (q.asks) return void (picked.value = picked.value === q.id ? undefined : q.id);
  picked.value = undefined;
  note({ what: q.id, ...inBlock() });
  view.notice = msg`Noted: ${WHAT_NAMES[q.id]}.`;
}
function takeText(): void {
  const what = picked.value!;
  const kind = KINDS[what];
  if (!kind) {
    if (text.value.trim() === '') return void (why.value = msg`Write a few words.`);
    note({ what, text: text.value.trim(), ...inBlock() });
  } else {
    const parsed = parseQuantity(text.value, kind, settings.units);
    if (!parsed.ok) return void (why.value = `${parsed.why}.`);
    if (parsed.value < 0) return void (why.value = msg`It cannot be below zero.`);
    note({
      what,
      value: what === 'minutes' ? parsed.value / S_PER_MIN : parsed.value,
      ...(what === 'minutes' && inSet()),
      ...(what === 'meter' && { spot: 'meter' }),
    });
  }
  text.value = '';
  picked.value = undefined;
}
function feel(f: Feel): void {
  note({ what: 'soil', feel: f, ...inBlock() });
  picked.value = undefined;
}
async function photo(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  try {
    const jpeg = await madeSmall(file);
    const id = crypto.randomUUID();
    await writePhoto({ plan: keeping.id, id, jpeg });
    note({ what: 'photo', photo: id, ...inBlock() });
    picked.value = undefined;
  } catch (error) {
    why.value = msg`The photograph could not be kept: ${(error as Error).message}.`;
  }
}
const MOST_SHOWN = 40;
const shown = ref(MOST_SHOWN);
const list = computed(() => book.standing.filter((s) => s.entry.what !== 'walk').slice(0, shown.value));
const says = (s: Standing): string =>
  entrySays(s.entry, plan.full, settings.show, season.placeOf(s.entry.spot));
const clock = (at: number): string =>
  new Date(at).toLocaleString(dateLocale(), {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
const opened = ref<string>();
const fix = useDraftText(() => `correction ${opened.value}`);
function correct(s: Standing): void {
  const e = s.entry;
  if (e.value !== undefined && !e.text) {
    const kind: KindName = KINDS[e.what as Quick] ?? 'pressure';
    const parsed = parseQuantity(fix.value, kind, settings.units);
    if (!parsed.ok) return void (why.value = `${parsed.why}.`);
    book.correct(e, { value: e.what === 'minutes' ? parsed.value / S_PER_MIN : parsed.value });
  } else book.correct(e, { text: fix.value.trim() });
  why.value = '';
  fix.value = '';
  opened.value = undefined;
}
const csv = (): void =>
  download(fileName(plan.full.name, 'book.csv'), writeBookCsv(book.standing, plan.full), 'text/csv');
const file = async (): Promise<void> =>
  download(fileName(plan.full.name, 'with-book.zip'), await sharing.pack(), 'application/zip');
const making = ref(false);
async function report(): Promise<void> {
  making.value = true;
  const pdf = await season.report(book.season);
  making.value = false;
  if (pdf)
    download(
      fileName(plan.full.name, 'season.pdf'),
      new Blob([pdf as BlobPart], { type: 'application/pdf' }),
      'application/pdf',
    );
}
/** The year is closed: pictures and report begin anew, what was learned and the age of the line go on. */
function closeYear(): void {
  book.add({ what: 'year', text: String(new Date().getFullYear()) });
  view.notice = msg`The year is closed. What was learned and how old the line is go on.`;
}
/** A value of the plan that both devices changed. */
const MOST_SAID = 60;
function valueSays(value: unknown): string {
  if (value === undefined) return 'nothing';
  if (typeof value === 'object' && value !== null)
    return 'name' in value ? `“${String(value.name)}”` : JSON.stringify(value).slice(0, MOST_SAID);
  return String(value);
}
const settlePlan = (clash: PlanClash, holds: 'mine' | 'theirs'): void =>
  void (told.value = sharing.settle(clash, holds) ?? '');
const told = ref('');
async function takeFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const chosen = field.files?.[0];
  field.value = '';
  if (!chosen) return;
  if (/\.csv$/i.test(chosen.name)) return takeReadings(chosen);
  const outcome = await files.read('parcel', chosen, (reader, number) => reader.readParcel(number, chosen));
  if (outcome.ended === 'failed') told.value = outcome.why;
  if (outcome.ended !== 'answered') return;
  const unpacked = outcome.value;
  if (!unpacked.ok) return void (told.value = msg`${chosen.name} was not added: ${unpacked.why}.`);
  told.value = (await sharing.takeIn(unpacked)).join(' ');
}
/** A logger's table whose columns do not say in which unit they are. */
const table = shallowRef<{
  file: File;
  reading: ReadingsReading;
  asks: ReadingsAsk[];
  units: Record<string, string>;
}>();
async function takeReadings(chosen: File): Promise<void> {
  const reading = await readTable(chosen, {});
  if (!reading) return;
  const { asks } = reading;
  table.value = {
    file: chosen,
    reading,
    asks,
    units: Object.fromEntries(asks.map((a) => [a.column, a.taken])),
  };
  if (asks.length === 0) await takeTable();
}
async function readTable(file: File, units: Record<string, string>): Promise<ReadingsReading | undefined> {
  const outcome = await files.read('readings', file, (reader, number) =>
    reader.readReadings(
      number,
      file,
      forWorker(toRaw(plan.plan)),
      season.set,
      plain(settings.choice),
      plain(units),
    ),
  );
  told.value = outcome.ended === 'failed' ? outcome.why : '';
  return outcome.ended === 'answered' ? outcome.value : undefined;
}
function useUnit(column: string, unit: string): void {
  table.value = { ...table.value!, units: { ...table.value!.units, [column]: unit } };
}
async function takeTable(): Promise<void> {
  const { file, reading, asks, units } = table.value!;
  const read = asks.length === 0 ? reading : await readTable(file, units);
  if (!read) return;
  table.value = undefined;
  for (const r of read.readings)
    book.add({
      what: r.seen ? 'seen' : 'reading',
      spot: r.spot,
      ...inSet(),
      ...(r.value !== undefined && { value: r.value }),
      ...(r.seen && { seen: r.seen }),
      ...(r.at !== undefined && { at: r.at }),
    });
  told.value = msg`${read.readings.length} readings were added.${read.ignored.length > 0 ? msg` Columns that are no place here: ${read.ignored.slice(0, 5).join(', ')}.` : ''} ${read.refused
    .slice(0, 5)
    .map((r) => msg`Line ${r.line}: ${r.why}.`)
    .join(' ')}`;
}
</script>

<template>
  <div>
    <p v-if="whereSays" class="fill">
      Where: <b>{{ whereSays }}</b>
      <button type="button" class="asks" @click="nowhere">somewhere else</button>
    </p>
    <p v-else class="fill">
      Where:
      <ChoiceField
        label="Block that the entry is of"
        :value="block"
        :options="blocks"
        @pick="block = $event"
      />
      <span class="quiet">or press a place or a bed on the sheet</span>
    </p>
    <div class="quick" role="group" aria-label="What to note">
      <button v-for="q in QUICK" :key="q.id" type="button" :aria-pressed="picked === q.id" @click="press(q)">
        {{ q.name }}
      </button>
    </div>
    <form v-if="ask === 'number' || ask === 'text'" class="one" @submit.prevent="takeText">
      <TextField
        :id="`book ${picked}`"
        :key="picked"
        look="tall"
        :decimal="ask === 'number'"
        :longest="2000"
        :placeholder="
          picked && KINDS[picked] ? settings.parts(1, KINDS[picked]!).unit : msg`what, where, parts used`
        "
        :label="QUICK.find((q) => q.id === picked)!.name"
        :value="text"
        :take="(t) => void (text = t)"
      />
      <button type="submit">Note</button>
    </form>
    <div v-if="ask === 'feel'" class="quick" role="group" aria-label="The soil in the hand">
      <button v-for="f in FEELS" :key="f" type="button" @click="feel(f)">{{ FEEL_NAMES[f] }}</button>
    </div>
    <label v-if="ask === 'photo'" class="photo"
      >Take or choose a photograph <input type="file" accept="image/*" capture="environment" @change="photo"
    /></label>
    <p v-if="why" role="alert" class="alarm">{{ why }}</p>
    <AskedFirst :questions="asked" @take="takeAnyway()" @drop="drop" />
    <BookCharts />
    <BookWater />
    <ol aria-label="Entries" :data-count="book.standing.length">
      <li v-for="s in list" :key="s.root">
        <button
          type="button"
          class="entry"
          :aria-expanded="opened === s.root"
          @click="opened = opened === s.root ? undefined : s.root"
        >
          <span
            ><b>{{ WHAT_NAMES[s.entry.what] }}</b> {{ says(s) }}</span
          ><span class="quiet">{{ clock(s.entry.at) }}</span>
        </button>
        <div v-if="opened === s.root" class="open">
          <PhotoOf v-if="s.entry.photo" :id="s.entry.photo" />
          <form v-if="s.entry.value !== undefined || s.entry.text" class="one" @submit.prevent="correct(s)">
            <TextField
              :id="`correction ${s.root}`"
              look="tall"
              :longest="2000"
              label="What it should say"
              placeholder="what it should say"
              :value="fix"
              :take="(t) => void (fix = t)"
            /><button type="submit">Correct</button>
          </form>
          <p v-for="b in s.before" :key="b.id" class="quiet">
            Before: {{ entrySays(b, plan.full, settings.show, season.placeOf(b.spot)) }} ({{
              clock(b.written)
            }})
          </p>
          <button type="button" class="plain" @click="book.strike(s.entry)">Strike it out</button>
        </div>
      </li>
    </ol>
    <p v-if="list.length === 0" class="quiet">Nothing is written yet. Readings of Today come here too.</p>
    <button v-if="book.standing.length > shown" type="button" class="asks" @click="shown += 200">
      Show more
    </button>
    <h3>To and from the phone</h3>
    <p class="files">
      <button type="button" class="plain" @click="file">Save plan and book as one file</button>
      <button type="button" class="plain" @click="csv">Book as a table</button>
      <button type="button" class="plain" :disabled="making" @click="report">
        {{ making ? msg`Making the report …` : msg`Season report (PDF)` }}
      </button>
    </p>
    <label class="photo"
      >Add a book from elsewhere, or a logger’s table
      <input type="file" accept=".zip,.json,.csv,application/zip" @change="takeFile"
    /></label>
    <section v-if="table" aria-label="Units of the table" class="clashes">
      <p>{{ table.file.name }} does not say in which units these columns are:</p>
      <p v-for="a in table.asks" :key="a.column" class="fill">
        “{{ a.column }}”, for example {{ a.sample || msg`empty` }}, is in
        <ChoiceField
          :label="msg`Unit of ${a.column}`"
          :value="table.units[a.column]"
          :options="a.options.map((u) => ({ id: u, name: u }))"
          @pick="useUnit(a.column, $event)"
        />
      </p>
      <button type="button" @click="takeTable">Use these units</button>
      <button type="button" @click="table = undefined">Do not add it</button>
    </section>
    <p v-if="told" role="status">{{ told }}</p>
    <section v-if="book.clashes.length > 0" aria-label="Corrected on both sides" class="clashes">
      <p v-for="c in book.clashes" :key="c.root">
        Corrected on both sides: here “{{
          entrySays(c.mine, plan.full, settings.show, season.placeOf(c.mine.spot)) || msg`struck out`
        }}”, there “{{
          entrySays(c.theirs, plan.full, settings.show, season.placeOf(c.theirs.spot)) || msg`struck out`
        }}”. <button type="button" @click="book.settle(c, 'mine')">Keep mine</button>
        <button type="button" @click="book.settle(c, 'theirs')">Take theirs</button>
      </p>
    </section>
    <section v-if="sharing.clashes.length > 0" aria-label="Plan changed on both devices" class="clashes">
      <p v-for="c in sharing.clashes" :key="c.path.join('/')">
        {{ clashPlace(c.path, plan.full) }}: here {{ valueSays(c.mine) }}, there {{ valueSays(c.theirs) }}.
        <button type="button" @click="settlePlan(c, 'mine')">Keep what is here</button>
        <button type="button" @click="settlePlan(c, 'theirs')">Take the other</button>
      </p>
    </section>
    <h3>The end of the season</h3>
    <p class="quiet">
      Save the report and the file first. Charts and report then start again from zero. What was learned and
      the age of the tape are kept. Nothing is deleted.
    </p>
    <p>
      <button type="button" class="plain" :disabled="book.season.length === 0" @click="closeYear">
        Close the year
      </button>
    </p>
  </div>
</template>

<style scoped>
.quick {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 10px;
}
.quick button,
.plain,
.clashes button {
  min-height: 44px;
  border: 1.5px solid var(--leaf);
  border-radius: 4px;
  background: none;
  padding: 4px 13px;
  cursor: pointer;
  font-size: 15px;
}
.quick button[aria-pressed='true'] {
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
}
.one {
  display: flex;
  gap: 6px;
  margin-bottom: 10px;
}
.one button {
  min-height: 44px;
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  padding: 6px 18px;
  cursor: pointer;
}
.photo {
  display: block;
  font-size: 14.5px;
  margin-bottom: 10px;
}
.photo input {
  display: block;
  min-height: 44px;
  padding-top: 8px;
  max-width: 100%;
  font: inherit;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0 0 10px;
  border-top: 1px solid var(--line);
}
li {
  border-bottom: 1px solid var(--line);
}
.entry {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  width: 100%;
  min-height: 44px;
  align-items: center;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  font-size: 14.5px;
  line-height: 1.3;
  padding: 5px 0;
}
.entry .quiet {
  white-space: nowrap;
  font-size: 12.5px;
}
.open {
  padding-bottom: 10px;
}
.alarm {
  color: var(--alarm);
}
.clashes {
  border: 2px solid var(--clay);
  border-radius: 4px;
  padding: 8px 10px;
  margin-bottom: 10px;
}
h3 {
  font-size: 16px;
  margin: 14px 0 8px;
}
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
