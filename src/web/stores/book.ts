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
class Book {
  private readonly keeping = useKeeping();
  readonly entries = shallowRef<readonly Entry[]>([]);
  readonly loaded = ref('');
  readonly trouble = ref('');
  readonly clashes = shallowRef<Clash[]>([]);

  /** Entries written here since the book was opened, which can be taken back, the last at the end. */
  readonly made = shallowRef<string[]>([]);
  readonly standing = shallowRef<readonly Standing[]>([]);

  private async load(id: string): Promise<void> {
    const began = performance.now();
    try {
      const all = await readEntriesOf(id);
      if (id !== this.keeping.id) return;
      this.entries.value = Object.freeze(all);
      this.standing.value = standingOf(all);
      performance.measure(OPENED, { start: began });
      this.trouble.value = '';
    } catch (error) {
      this.trouble.value = msg`The book could not be read: ${(error as Error).message}`;
    }
    this.loaded.value = id;
    this.made.value = [];
    this.clashes.value = [];
  }

  /** Adds entries; they are on their way to the browser's own process when this returns. */
  private put(news: readonly Entry[]): void {
    const frozen = plain(news) as Entry[];
    const began = performance.now();
    // On its way first, shown then.
    const writing = writeEntries(this.keeping.id, frozen);
    this.entries.value = [...this.entries.value, ...frozen];
    const [only] = frozen;
    // The newest of all, which corrects nothing, stands before the rest as they are.
    this.standing.value =
      frozen.length === 1 && only.corrects === undefined && only.at >= (this.standing.value[0]?.entry.at ?? 0)
        ? [{ root: only.id, entry: only, before: [] }, ...this.standing.value]
        : standingOf(this.entries.value);
    void writing.then(
      () => {
        performance.measure(KEPT, { start: began });
        if (this.trouble.value === NOT_KEPT) this.trouble.value = '';
      },
      () => (this.trouble.value = NOT_KEPT),
    );
  }

  /** The browser is asked once not to clear what is kept when it needs room. */
  private askedToKeep = false;

  readonly add = (entry: NewEntry): Entry => {
    if (!this.askedToKeep) {
      this.askedToKeep = true;
      void navigator.storage?.persist?.().catch(() => false);
    }
    const now = Date.now();
    const whole: Entry = { at: now, ...entry, id: crypto.randomUUID(), written: now };
    this.put([whole]);
    this.made.value = [...this.made.value, whole.id];
    return whole;
  };

  /** Writes an entry anew, in place of another; the other stays in the book as what it was corrected from. */
  readonly correct = (of: Entry, fields: Partial<NewEntry>): Entry => {
    const { id, written: _, struck: __, ...rest } = of;
    void _;
    void __;
    return this.add({ ...rest, ...fields, corrects: id });
  };

  readonly strike = (of: Entry): Entry =>
    this.add({ what: of.what, at: of.at, corrects: of.id, struck: true });

  /** Takes back what was written last: a correction gives way to what it corrected, an entry is struck out. */
  readonly undo = (): boolean => {
    const last = this.made.value.at(-1);
    const entry = this.entries.value.find((e) => e.id === last);
    if (!entry) return false;
    const before =
      entry.corrects === undefined ? undefined : this.entries.value.find((e) => e.id === entry.corrects);
    if (before) this.correct({ ...before, id: entry.id }, {});
    else this.strike(entry);
    this.made.value = this.made.value.slice(0, -2);
    return true;
  };

  /** Takes in another book of this plan. */
  readonly merge = (theirs: readonly Entry[]): number => {
    const merged = mergeBooks(this.entries.value, theirs);
    const known = new Set(this.entries.value.map((e) => e.id));
    this.put(merged.entries.filter((e) => !known.has(e.id)));
    this.clashes.value = merged.clashes;
    return merged.added;
  };

  /** Says which of two corrections holds. */
  readonly settle = (clash: Clash, holds: 'mine' | 'theirs'): void => {
    this.correct(clash[holds], {});
    this.clashes.value = this.clashes.value.filter((c) => c !== clash);
  };

  /** What the farm's own readings taught, as it was accepted last. */
  readonly learned = computed<Learned | undefined>(
    () => this.standing.value.find((s) => s.entry.what === 'learned')?.entry.learned,
  );

  /** What was written since the last year was closed. */
  readonly season = computed<readonly Standing[]>(() => {
    const closed = this.standing.value.find((s) => s.entry.what === 'year')?.entry.written ?? 0;
    return closed === 0
      ? this.standing.value
      : this.standing.value.filter((s) => s.entry.written > closed || s.entry.what === 'learned');
  });

  /** When the farm was first under water, by the book. */
  readonly started = computed(() =>
    this.standing.value.reduce((first, s) => Math.min(first, s.entry.at), Date.now()),
  );

  /** Done when the book of a plan is read. */
  readonly opened = (id: string): Promise<void> =>
    this.loaded.value === id
      ? Promise.resolve()
      : until(this.loaded)
          .toBe(id)
          .then(() => {});

  constructor() {
    watch(
      () => this.keeping.id,
      (id, before) => {
        // A demo that became one's own keeps its book.
        if (before && this.keeping.became === id) {
          void Promise.all([moveBook(before, id), moveShared(before, id)]).catch(
            () => (this.trouble.value = NOT_KEPT),
          );
          this.loaded.value = id;
        } else if (id) void this.load(id);
      },
      { immediate: true },
    );
  }
}

export const useBook = defineStore('book', () => {
  const own = new Book();
  return {
    opened: own.opened,
    entries: own.entries,
    standing: own.standing,
    loaded: own.loaded,
    trouble: own.trouble,
    clashes: own.clashes,
    season: own.season,
    made: own.made,
    add: own.add,
    correct: own.correct,
    strike: own.strike,
    undo: own.undo,
    merge: own.merge,
    settle: own.settle,
    learned: own.learned,
    started: own.started,
  };
});
