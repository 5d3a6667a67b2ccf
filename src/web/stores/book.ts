import { until } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { msg } from '../../core/language';
import {
  mergeBooks,
  standingOf,
  type Clash,
  type Entry,
  type Learned,
  type Standing,
} from '../../core/season';
import { moveBook, readEntriesOf, writeEntries } from '../storage/bookShelf';
import { moveShared } from '../storage/sharing';
import { plain } from '../page/plain';
import { useKeeping } from './keeping';

const NOT_KEPT = msg`This browser does not keep the book: its storage is full, switched off or does not answer. Save the book as a file.`;

/** Measures that a page keeps of the book: how long it took to open, and until the last entry was safe. */
const OPENED = 'book opened';
const KEPT = 'entry kept';

/** What a new entry is given by itself. */
export type NewEntry = Omit<Entry, 'id' | 'written' | 'at'> & { at?: number };

/** The season's book of the plan on the desk. Entries are only ever added; what stands is worked out of them. */
export const useBook = defineStore('book', () => {
  const keeping = useKeeping();
  const entries = shallowRef<readonly Entry[]>([]);
  const loaded = ref('');
  const trouble = ref('');
  const clashes = shallowRef<Clash[]>([]);
  /** Entries written here since the book was opened, which can be taken back, the last at the end. */
  const made = shallowRef<string[]>([]);
  const standing = shallowRef<readonly Standing[]>([]);

  async function load(id: string): Promise<void> {
    const began = performance.now();
    try {
      const all = await readEntriesOf(id);
      if (id !== keeping.id) return;
      entries.value = Object.freeze(all);
      standing.value = standingOf(all);
      performance.measure(OPENED, { start: began });
      trouble.value = '';
    } catch (error) {
      trouble.value = msg`The book could not be read: ${(error as Error).message}`;
    }
    loaded.value = id;
    made.value = [];
    clashes.value = [];
  }
  watch(
    () => keeping.id,
    (id, before) => {
      // A demo that became one's own keeps its book.
      if (before && keeping.became === id) {
        void Promise.all([moveBook(before, id), moveShared(before, id)]).catch(
          () => (trouble.value = NOT_KEPT),
        );
        loaded.value = id;
      } else if (id) void load(id);
    },
    { immediate: true },
  );

  /** Adds entries; they are on their way to the browser's own process when this returns. */
  function put(news: readonly Entry[]): void {
    const frozen = plain(news) as Entry[];
    const began = performance.now();
    // On its way first, shown then.
    const writing = writeEntries(keeping.id, frozen);
    entries.value = [...entries.value, ...frozen];
    const [only] = frozen;
    // The newest of all, which corrects nothing, stands before the rest as they are.
    standing.value =
      frozen.length === 1 && only.corrects === undefined && only.at >= (standing.value[0]?.entry.at ?? 0)
        ? [{ root: only.id, entry: only, before: [] }, ...standing.value]
        : standingOf(entries.value);
    void writing.then(
      () => {
        performance.measure(KEPT, { start: began });
        if (trouble.value === NOT_KEPT) trouble.value = '';
      },
      () => (trouble.value = NOT_KEPT),
    );
  }
  /** The browser is asked once not to clear what is kept when it needs room. */
  let askedToKeep = false;
  function add(entry: NewEntry): Entry {
    if (!askedToKeep) {
      askedToKeep = true;
      void navigator.storage?.persist?.().catch(() => false);
    }
    const now = Date.now();
    const whole: Entry = { at: now, ...entry, id: crypto.randomUUID(), written: now };
    put([whole]);
    made.value = [...made.value, whole.id];
    return whole;
  }
  /** Writes an entry anew, in place of another; the other stays in the book as what it was corrected from. */
  const correct = (of: Entry, fields: Partial<NewEntry>): Entry => {
    const { id, written: _, struck: __, ...rest } = of;
    void _;
    void __;
    return add({ ...rest, ...fields, corrects: id });
  };
  const strike = (of: Entry): Entry => add({ what: of.what, at: of.at, corrects: of.id, struck: true });
  /** Takes back what was written last: a correction gives way to what it corrected, an entry is struck out. */
  function undo(): boolean {
    const last = made.value.at(-1);
    const entry = entries.value.find((e) => e.id === last);
    if (!entry) return false;
    const before =
      entry.corrects === undefined ? undefined : entries.value.find((e) => e.id === entry.corrects);
    if (before) correct({ ...before, id: entry.id }, {});
    else strike(entry);
    made.value = made.value.slice(0, -2);
    return true;
  }
  /** Takes in another book of this plan. */
  function merge(theirs: readonly Entry[]): number {
    const merged = mergeBooks(entries.value, theirs);
    const known = new Set(entries.value.map((e) => e.id));
    put(merged.entries.filter((e) => !known.has(e.id)));
    clashes.value = merged.clashes;
    return merged.added;
  }
  /** Says which of two corrections holds. */
  function settle(clash: Clash, holds: 'mine' | 'theirs'): void {
    correct(clash[holds], {});
    clashes.value = clashes.value.filter((c) => c !== clash);
  }

  /** What the farm's own readings taught, as it was accepted last. */
  const learned = computed<Learned | undefined>(
    () => standing.value.find((s) => s.entry.what === 'learned')?.entry.learned,
  );
  /** What was written since the last year was closed. */
  const season = computed<readonly Standing[]>(() => {
    const closed = standing.value.find((s) => s.entry.what === 'year')?.entry.written ?? 0;
    return closed === 0
      ? standing.value
      : standing.value.filter((s) => s.entry.written > closed || s.entry.what === 'learned');
  });
  /** When the farm was first under water, by the book. */
  const started = computed(() =>
    standing.value.reduce((first, s) => Math.min(first, s.entry.at), Date.now()),
  );

  /** Done when the book of a plan is read. */
  const opened = (id: string): Promise<void> =>
    loaded.value === id
      ? Promise.resolve()
      : until(loaded)
          .toBe(id)
          .then(() => {});

  return {
    opened,
    entries,
    standing,
    loaded,
    trouble,
    clashes,
    season,
    made,
    add,
    correct,
    strike,
    undo,
    merge,
    settle,
    learned,
    started,
  };
});
