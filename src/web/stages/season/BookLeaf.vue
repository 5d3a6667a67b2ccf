<script setup lang="ts">
import { computed, ref } from 'vue';
import { writeBookCsv } from '../../../core/formats/bookCsv';
import { readReadings } from '../../../core/formats/readingsCsv';
import { FEELS, spotsOf, openFarm, type Feel, type Standing } from '../../../core/season';
import { parseQuantity, type KindName } from '../../../core/units';
import ChoiceField from '../../parts/ChoiceField.vue';
import { download } from '../../storage/download';
import { writePhoto } from '../../storage/bookShelf';
import { useBook } from '../../stores/book';
import { useKeeping } from '../../stores/keeping';
import { usePlan } from '../../stores/plan';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import AskedFirst from './AskedFirst.vue';
import BookCharts from './BookCharts.vue';
import BookWater from './BookWater.vue';
import { keepPhotos, madeSmall, parcel, unpack } from '../../storage/bookFile';
import { entrySays, FEEL_NAMES, WHAT_NAMES } from './entryWords';
import { fileName } from './fileName';
import PhotoOf from './PhotoOf.vue';
import { useNoting } from './useNoting';

/** The season's book: entries by one hand, everything that was written, and the file that goes from laptop to phone. */
const book = useBook();
const plan = usePlan();
const season = useSeason();
const settings = useSettings();
const keeping = useKeeping();
const view = useView();
const { note, asked, takeAnyway, drop } = useNoting();
type Quick = 'minutes' | 'rain' | 'soil' | 'meter' | 'repair' | 'flush' | 'cleaned' | 'feed' | 'note' | 'photo';
const QUICK: { id: Quick; name: string; asks?: 'number' | 'text' | 'feel' | 'photo' }[] = [
  { id: 'minutes', name: 'Watered', asks: 'number' },
  { id: 'rain', name: 'Rain', asks: 'number' },
  { id: 'soil', name: 'Soil', asks: 'feel' },
  { id: 'meter', name: 'Meter', asks: 'number' },
  { id: 'cleaned', name: 'Filter cleaned' },
  { id: 'flush', name: 'Flushed' },
  { id: 'repair', name: 'Repair', asks: 'text' },
  { id: 'feed', name: 'Feed', asks: 'text' },
  { id: 'note', name: 'Note', asks: 'text' },
  { id: 'photo', name: 'Photograph', asks: 'photo' },
];
const picked = ref<Quick>();
const ask = computed(() => QUICK.find((q) => q.id === picked.value)?.asks);
const text = ref('');
const why = ref('');
const block = ref('');
const blocks = computed(() => [{ id: '', name: 'the whole farm' }, ...plan.full.blocks.map((b) => ({ id: b.id, name: b.name }))]);
const KINDS: Partial<Record<Quick, KindName>> = { minutes: 'minutes', rain: 'rain', meter: 'volume' };
const S_PER_MIN = 60;
const inSet = () => (season.set !== undefined ? { set: season.set } : {});
const inBlock = () => (block.value ? { block: block.value } : {});
function press(q: (typeof QUICK)[number]): void {
  why.value = '';
  text.value = '';
  if (q.asks) return void (picked.value = picked.value === q.id ? undefined : q.id);
  picked.value = undefined;
  note({ what: q.id, ...inBlock() });
  view.notice = `Noted: ${WHAT_NAMES[q.id]}.`;
}
function takeText(): void {
  const what = picked.value!;
  const kind = KINDS[what];
  if (!kind) {
    if (text.value.trim() === '') return void (why.value = 'Write a few words.');
    note({ what, text: text.value.trim().slice(0, 2000), ...inBlock() });
  } else {
    const parsed = parseQuantity(text.value, kind, settings.units);
    if (!parsed.ok) return void (why.value = `${parsed.why}.`);
    if (parsed.value < 0) return void (why.value = 'It cannot be less than nothing.');
    note({ what, value: what === 'minutes' ? parsed.value / S_PER_MIN : parsed.value, ...(what === 'minutes' && inSet()), ...(what === 'meter' && { spot: 'meter' }) });
  }
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
    why.value = `The photograph could not be kept: ${(error as Error).message}.`;
  }
}
const MOST_SHOWN = 40;
const shown = ref(MOST_SHOWN);
const list = computed(() => book.standing.filter((s) => s.entry.what !== 'walk').slice(0, shown.value));
const says = (s: Standing): string => entrySays(s.entry, plan.full, settings.show, season.placeOf(s.entry.spot));
const clock = (at: number): string => new Date(at).toLocaleString(undefined, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
const opened = ref<string>();
const fix = ref('');
function correct(s: Standing): void {
  const e = s.entry;
  if (e.value !== undefined && !e.text) {
    const kind: KindName = KINDS[e.what as Quick] ?? 'pressure';
    const parsed = parseQuantity(fix.value, kind, settings.units);
    if (!parsed.ok) return void (why.value = `${parsed.why}.`);
    book.correct(e, { value: e.what === 'minutes' ? parsed.value / S_PER_MIN : parsed.value });
  } else book.correct(e, { text: fix.value.trim().slice(0, 2000) });
  why.value = '';
  opened.value = undefined;
}
const csv = (): void => download(fileName(plan.full.name, 'book.csv'), writeBookCsv(book.standing, plan.full), 'text/csv');
const file = async (): Promise<void> => download(fileName(plan.full.name, 'with-book.zip'), await parcel(plan.plan, keeping.id, book.entries), 'application/zip');
const making = ref(false);
async function report(): Promise<void> {
  making.value = true;
  const pdf = await season.report(book.season);
  making.value = false;
  if (pdf) download(fileName(plan.full.name, 'season.pdf'), new Blob([pdf as BlobPart], { type: 'application/pdf' }), 'application/pdf');
}
/** The year is closed: pictures and report begin anew, what was learned and the age of the line go on. */
function closeYear(): void {
  book.add({ what: 'year', text: String(new Date().getFullYear()) });
  view.notice = 'The year is closed. What was learned and how old the line is go on.';
}
const told = ref('');
async function takeFile(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const chosen = field.files?.[0];
  field.value = '';
  if (!chosen) return;
  if (/\.csv$/i.test(chosen.name)) return takeReadings(chosen);
  const unpacked = await unpack(chosen);
  if (!unpacked.ok) return void (told.value = `${chosen.name} was not taken in: ${unpacked.why}.`);
  await keepPhotos(keeping.id, unpacked.photos);
  const added = book.merge(unpacked.entries);
  told.value = `${added} ${added === 1 ? 'entry was' : 'entries were'} new${book.clashes.length > 0 ? `; ${book.clashes.length} were corrected on both sides` : ''}.`;
}
/** A logger's table. */
async function takeReadings(chosen: File): Promise<void> {
  const farm = openFarm(plan.full, season.set);
  const read = readReadings(new Uint8Array(await chosen.arrayBuffer()), spotsOf(farm), settings.choice);
  for (const r of read.readings)
    book.add({ what: r.seen ? 'seen' : 'reading', spot: r.spot, ...inSet(), ...(r.value !== undefined && { value: r.value }), ...(r.seen && { seen: r.seen }), ...(r.at !== undefined && { at: r.at }) });
  const units = read.asks.map((a) => `“${a.column}” was taken in ${a.taken}`).join('; ');
  told.value = `${read.readings.length} readings were taken in. ${units ? `${units}; write the unit behind the title if it is another. ` : ''}${read.refused.slice(0, 5).map((r) => `Line ${r.line}: ${r.why}.`).join(' ')}`;
}
</script>

<template>
  <div>
    <p class="fill">Where: <ChoiceField label="Block that the entry is of" :value="block" :options="blocks" @pick="block = $event" /></p>
    <div class="quick" role="group" aria-label="What to note">
      <button v-for="q in QUICK" :key="q.id" type="button" :aria-pressed="picked === q.id" @click="press(q)">{{ q.name }}</button>
    </div>
    <form v-if="ask === 'number' || ask === 'text'" class="one" @submit.prevent="takeText">
      <input v-model="text" type="text" :inputmode="ask === 'number' ? 'decimal' : 'text'" autocomplete="off" :placeholder="picked && KINDS[picked] ? settings.parts(1, KINDS[picked]!).unit : 'what, where, parts used'" :aria-label="QUICK.find((q) => q.id === picked)!.name" />
      <button type="submit">Note</button>
    </form>
    <div v-if="ask === 'feel'" class="quick" role="group" aria-label="The soil in the hand">
      <button v-for="f in FEELS" :key="f" type="button" @click="feel(f)">{{ FEEL_NAMES[f] }}</button>
    </div>
    <label v-if="ask === 'photo'" class="photo">Take or choose a photograph <input type="file" accept="image/*" capture="environment" @change="photo" /></label>
    <p v-if="why" role="alert" class="alarm">{{ why }}</p>
    <AskedFirst :questions="asked" @take="takeAnyway()" @drop="drop" />
    <section v-if="book.clashes.length > 0" aria-label="Corrected on both sides" class="clashes">
      <p v-for="c in book.clashes" :key="c.root">
        Corrected on both sides: here “{{ entrySays(c.mine, plan.full, settings.show, season.placeOf(c.mine.spot)) || 'struck out' }}”, there “{{ entrySays(c.theirs, plan.full, settings.show, season.placeOf(c.theirs.spot)) || 'struck out' }}”.
        <button type="button" @click="book.settle(c, 'mine')">Keep mine</button> <button type="button" @click="book.settle(c, 'theirs')">Take theirs</button>
      </p>
    </section>
    <BookCharts />
    <BookWater />
    <ol aria-label="Entries" :data-count="book.standing.length">
      <li v-for="s in list" :key="s.root">
        <button type="button" class="entry" :aria-expanded="opened === s.root" @click="opened = opened === s.root ? undefined : s.root; fix = ''">
          <span><b>{{ WHAT_NAMES[s.entry.what] }}</b> {{ says(s) }}</span><span class="quiet">{{ clock(s.entry.at) }}</span>
        </button>
        <div v-if="opened === s.root" class="open">
          <PhotoOf v-if="s.entry.photo" :id="s.entry.photo" />
          <form v-if="s.entry.value !== undefined || s.entry.text" class="one" @submit.prevent="correct(s)">
            <input v-model="fix" type="text" aria-label="What it should say" placeholder="what it should say" /><button type="submit">Correct</button>
          </form>
          <p v-for="b in s.before" :key="b.id" class="quiet">Before: {{ entrySays(b, plan.full, settings.show, season.placeOf(b.spot)) }} ({{ clock(b.written) }})</p>
          <button type="button" class="plain" @click="book.strike(s.entry)">Strike it out</button>
        </div>
      </li>
    </ol>
    <p v-if="list.length === 0" class="quiet">Nothing is written yet. Readings of Today come here too.</p>
    <button v-if="book.standing.length > shown" type="button" class="asks" @click="shown += 200">Show more</button>
    <h3>To and from the phone</h3>
    <p class="files"><button type="button" class="plain" @click="file">Save plan and book as one file</button> <button type="button" class="plain" @click="csv">Book as a table</button> <button type="button" class="plain" :disabled="making" @click="report">{{ making ? 'Making the report …' : 'Season report (PDF)' }}</button></p>
    <label class="photo">Take in a book from elsewhere, or a logger’s table <input type="file" accept=".zip,.json,.csv,application/zip" @change="takeFile" /></label>
    <h3>The end of the season</h3>
    <p class="quiet">Save the report and the file first. Pictures and report then begin anew; what was learned, and how old the line is, go on. Nothing is thrown away.</p>
    <p><button type="button" class="plain" :disabled="book.season.length === 0" @click="closeYear">Close the year</button></p>
    <p v-if="told" role="status">{{ told }}</p>
  </div>
</template>

<style scoped>
.quick { display: flex; flex-wrap: wrap; gap: 6px; margin-bottom: 10px; }
.quick button, .plain, .clashes button { min-height: 44px; border: 1.5px solid var(--leaf); border-radius: 4px; background: none; padding: 4px 13px; cursor: pointer; font-size: 15px; }
.quick button[aria-pressed='true'] { background: var(--leaf); color: var(--paper); font-weight: 700; }
.one { display: flex; gap: 6px; margin-bottom: 10px; }
.one input { flex: 1; min-width: 0; min-height: 44px; border: 1px solid var(--line); border-bottom: 2.5px solid var(--leaf); border-radius: 3px; background: var(--card); color: var(--ink); font: inherit; font-size: 16px; padding: 4px 8px; }
.one button { min-height: 44px; border: 0; border-radius: 4px; background: var(--leaf); color: var(--paper); font-weight: 700; padding: 6px 18px; cursor: pointer; }
.photo { display: block; font-size: 14.5px; margin-bottom: 10px; }
.photo input { display: block; min-height: 44px; padding-top: 8px; max-width: 100%; font: inherit; }
ol { list-style: none; padding: 0; margin: 0 0 10px; border-top: 1px solid var(--line); }
li { border-bottom: 1px solid var(--line); }
.entry { display: flex; justify-content: space-between; gap: 10px; width: 100%; min-height: 44px; align-items: center; border: 0; background: none; text-align: left; cursor: pointer; font-size: 14.5px; line-height: 1.3; padding: 5px 0; }
.entry .quiet { white-space: nowrap; font-size: 12.5px; }
.open { padding-bottom: 10px; }
.alarm { color: var(--alarm); }
.clashes { border: 2px solid var(--clay); border-radius: 4px; padding: 8px 10px; margin-bottom: 10px; }
h3 { font-size: 16px; margin: 14px 0 8px; }
.files { display: flex; flex-wrap: wrap; gap: 8px; }
</style>
