import { computed, shallowRef, watch, type Ref } from 'vue';
import { msg } from '../../../core/language';
import { judgeReading, type Entry, type Judged, type Reading } from '../../../core/season';
import type { Place, Today } from '../../../worker/season';
import { plain } from '../../page/plain';
import type { useBook } from '../book';
import type { usePlan } from '../plan';
import type { Asides } from './asides';

/** Readings count together for so long: what is wrong in the morning is wrong at noon. */
const SAME_DAY_MS = 12 * 3_600_000;

/** What the gauges should read in the set that runs; worked out while somebody looks at it. */
export function expectedToday(
  plan: ReturnType<typeof usePlan>,
  book: ReturnType<typeof useBook>,
  { jobs, say, stated }: Asides,
  set: Ref<string | undefined>,
  watched: Ref<number>,
) {
  const today = shallowRef<Today>();
  async function expect(): Promise<void> {
    const outcome = await jobs.ask((w, n) => w.today(n, stated(), set.value, plain(book.learned)));
    if (outcome.ended === 'cancelled') return;
    say(outcome, msg`What the gauges should read could not be worked out`);
    if (outcome.ended === 'answered') today.value = outcome.value;
  }
  watch(
    [() => watched.value > 0, () => plan.plan, set, () => book.learned],
    ([shown]) => {
      if (shown) void expect();
    },
    { immediate: true },
  );
  const places = computed(() => today.value?.places ?? []);
  const placeOf = (id: string | undefined): Place | undefined => places.value.find((p) => p.id === id);
  return { today, places, placeOf };
}

/** Readings that count today, and what they say of their places. */
export function todaysReadings(
  book: ReturnType<typeof useBook>,
  placeOf: (id: string) => Place | undefined,
  set: Ref<string | undefined>,
) {
  /** Readings before this are not counted with today's: something was mended or cleaned since. */
  const since = computed(() =>
    book.standing.reduce(
      (last, { entry: e }) => (e.what === 'repair' || e.what === 'cleaned' ? Math.max(last, e.at) : last),
      0,
    ),
  );
  /** Readings and looks that count now, the oldest first. */
  const counted = computed<Entry[]>(() => {
    const from = Math.max(since.value, Date.now() - SAME_DAY_MS);
    return book.standing
      .map((s) => s.entry)
      .filter((e) => (e.what === 'reading' || e.what === 'seen') && e.at >= from && e.spot !== undefined)
      .reverse();
  });
  const judged = (spot: string, value: number): Judged | undefined => {
    const expected = placeOf(spot)?.expected;
    return expected && judgeReading(value, expected);
  };
  const latest = computed(() => new Map(counted.value.map((e) => [`${e.set ?? ''}/${e.spot}`, e])));
  /** The last of today's readings or looks at a place, in the set that runs. */
  const readAt = (p: Place): Entry | undefined => latest.value.get(`${set.value ?? ''}/${p.id}`);
  const judgedAt = (p: Place): Judged | undefined => {
    const e = readAt(p);
    if (e?.seen) return e.seen === 'fine' ? 'as-expected' : 'stop';
    return e?.value !== undefined && p.kind !== 'look' ? judged(p.id, e.value) : undefined;
  };
  const straysAt = (e: Entry): boolean => {
    if (e.seen) return e.seen !== 'fine';
    if (e.set !== set.value || e.value === undefined) return false;
    return (judged(e.spot!, e.value) ?? 'as-expected') !== 'as-expected';
  };
  /** Any reading of now strays, or something was seen. */
  const strays = computed(() => counted.value.some(straysAt));
  return {
    since,
    counted,
    judged,
    readAt,
    judgedAt,
    strays,
    readingsNow: () => counted.value.map(asReading),
  };
}

/** A reading as the core takes it. */
const asReading = (e: Entry): Reading => ({
  spot: e.spot!,
  ...(e.set !== undefined && { set: e.set }),
  ...(e.value !== undefined && { value: e.value }),
  ...(e.seen && { seen: e.seen }),
});
