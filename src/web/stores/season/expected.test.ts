import { reactive, ref } from 'vue';
import type { Entry } from '../../../core/season';
import type { Place } from '../../../worker/season';
import type { useBook } from '../book';
import { todaysReadings } from './expected';

const NOW = Date.UTC(2027, 5, 1, 12);
const HOUR = 3_600_000;
beforeAll(() => void jest.spyOn(Date, 'now').mockReturnValue(NOW));
afterAll(() => jest.restoreAllMocks());

let written = 0;
const entry = (fields: Partial<Entry>): Entry =>
  ({
    id: `e${++written}`,
    written,
    what: 'reading',
    at: NOW - HOUR,
    spot: 'gauge/source',
    ...fields,
  }) as Entry;

/** A book that says so much, the newest first, in the set that runs. */
function day(...entries: Entry[]) {
  const book = reactive({ standing: entries.map((e) => ({ root: e.id, entry: e, before: [] })) });
  const place = {
    id: 'gauge/source',
    kind: 'gauge',
    expected: { value: 100, deviation: 2 },
  } as unknown as Place;
  const look = { id: 'look/block/b', kind: 'look' } as unknown as Place;
  const set = ref<string | undefined>('s1');
  const found = (id: string): Place | undefined => [place, look].find((p) => p.id === id);
  const told = todaysReadings(book as unknown as ReturnType<typeof useBook>, found, set);
  return { ...told, place, look, set };
}

test('what was read since the morning counts, the oldest first; what is older, mended since or of no place does not', () => {
  const [late, early] = [entry({ value: 90 }), entry({ value: 95, at: NOW - 11 * HOUR })];
  const d = day(late, early, entry({ at: NOW - 13 * HOUR, value: 80 }), entry({ spot: undefined }));
  expect(d.counted.value.map((e) => e.id)).toEqual([early.id, late.id]);
  const mended = day(late, entry({ what: 'repair', at: NOW - 2 * HOUR, spot: undefined }), early);
  expect(mended.counted.value.map((e) => e.id)).toEqual([late.id]);
  const cleaned = day(entry({ what: 'cleaned', at: NOW }), late);
  expect(cleaned.counted.value).toEqual([]);
});

test('a reading strays by how far it is from what is expected, in the set that runs only', () => {
  const at = (value: number, set = 's1') => day(entry({ value, set }));
  expect(at(101).strays.value).toBe(false);
  expect(at(50).strays.value).toBe(true);
  expect(at(50, 's2').strays.value).toBe(false);
  expect(at(50).judgedAt(at(50).place)).toBe('stop');
  expect(at(101).judgedAt(at(101).place)).toBe('as-expected');
  // Of another set nothing was read here today.
  expect(at(50, 's2').readAt(at(50).place)).toBeUndefined();
});

test('what is seen strays unless it is fine, whichever set runs', () => {
  const seen = (what: string) =>
    day(entry({ what: 'seen', spot: 'look/block/b', set: 's1', seen: what as never }));
  expect(seen('fine').strays.value).toBe(false);
  expect(seen('water:b').strays.value).toBe(true);
  expect(seen('fine').judgedAt(seen('fine').look)).toBe('as-expected');
  expect(seen('dry:b').judgedAt(seen('dry:b').look)).toBe('stop');
});

test('the last reading of a place is the one that counts, and all of them go to the diagnosis', () => {
  const [last, first] = [
    entry({ value: 99, set: 's1' }),
    entry({ value: 40, set: 's1', at: NOW - 2 * HOUR }),
  ];
  const d = day(last, first);
  expect(d.readAt(d.place)?.id).toBe(last.id);
  expect(d.readingsNow()).toEqual([
    { spot: 'gauge/source', set: 's1', value: 40 },
    { spot: 'gauge/source', set: 's1', value: 99 },
  ]);
});

test('where nothing is expected nothing is judged', () => {
  const d = day(entry({ spot: 'gauge/elsewhere', value: 5, set: 's1' }));
  expect(d.judged('gauge/elsewhere', 5)).toBeUndefined();
  expect(d.strays.value).toBe(false);
});
