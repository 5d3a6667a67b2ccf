import fc from 'fast-check';
import { mergeBooks, standingOf } from './entries';
import { questionsOf } from './questions';
import { readBook, writeBook } from './schema';
import { dueDay, lossesOf, sharesOf } from './series';
import type { Entry } from './types';
import type { Expected } from '../diagnosis/expected';

const DAY = 86_400_000;
let n = 0;
const entry = (fields: Partial<Entry> = {}): Entry => ({
  id: `e${++n}`,
  what: 'note',
  at: n * 1000,
  written: n * 1000,
  ...fields,
});
const correct = (of: Entry, fields: Partial<Entry>): Entry =>
  entry({ ...of, id: `e${++n}`, written: n * 1000, corrects: of.id, ...fields });

describe('the book', () => {
  it('shows the last correction, keeps what was before, and leaves out what was struck', () => {
    const a = entry({ text: 'one' });
    const b = correct(a, { text: 'two' });
    const c = correct(b, { text: 'three' });
    const other = entry({ text: 'other' });
    const gone = entry({ text: 'gone' });
    const strike = entry({ corrects: gone.id, struck: true });
    const standing = standingOf([c, a, strike, other, b, gone]);
    expect(standing.map((s) => s.entry.text)).toEqual(['other', 'three']);
    expect(standing[1].before.map((e) => e.text)).toEqual(['two', 'one']);
    expect(standing[1].root).toBe(a.id);
  });

  it('merges: both sides’ entries are kept, whichever way round, and once only', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 30 })),
        fc.array(fc.integer({ min: 0, max: 30 })),
        (mine, theirs) => {
          const of = (ids: number[]): Entry[] =>
            [...new Set(ids)].map((i) => entry({ id: `x${i}`, at: i, written: i, text: String(i) }));
          const [a, b] = [of(mine), of(theirs)];
          const ids = (e: readonly Entry[]): string[] => e.map((x) => x.id).sort();
          const one = mergeBooks(a, b);
          expect(ids(one.entries)).toEqual(ids(mergeBooks(b, a).entries));
          expect(ids(mergeBooks(one.entries, b).entries)).toEqual(ids(one.entries));
          expect(one.clashes).toEqual([]);
          expect(one.added).toBe(one.entries.length - a.length);
        },
      ),
    );
  });

  it('asks where the same entry was corrected on both sides, and only there', () => {
    const a = entry({ text: 'as read', value: 200 });
    const mine = correct(a, { value: 210 });
    const theirs = correct(a, { value: 190 });
    const { clashes, entries } = mergeBooks([a, mine], [a, theirs]);
    expect(entries).toHaveLength(3);
    expect(clashes).toEqual([{ root: a.id, of: a, mine, theirs }]);
    // The same correction on both sides is none, nor one that was made knowing the other.
    const alike = { ...correct(a, { value: 210 }), at: mine.at };
    expect(mergeBooks([a, mine], [a, alike]).clashes).toEqual([]);
    expect(mergeBooks([a, mine], [a, mine, correct(mine, { value: 205 })]).clashes).toEqual([]);
    expect(mergeBooks([a], [a, theirs]).clashes).toEqual([]);
    // Of several corrections of theirs the last is asked about.
    const again = correct(theirs, { value: 180 });
    expect(mergeBooks([a, mine], [a, theirs, again]).clashes).toEqual([
      { root: a.id, of: a, mine, theirs: again },
    ]);
  });

  it('reads what it wrote, and says where a file is wrong', () => {
    const entries = [
      entry({ what: 'cups', seconds: 120, cups: [{ bed: '1', along: 0.5, ml: 30 }] }),
      entry({ what: 'seen', spot: 'look/open', seen: 'water:main/a' }),
    ];
    const read = readBook(writeBook(entries));
    expect(read).toEqual({ ok: true, book: { format: 'idle-furrow-book', version: 1, entries } });
    expect(readBook('{')).toMatchObject({ ok: false });
    expect(
      readBook(
        JSON.stringify({
          format: 'idle-furrow-book',
          version: 1,
          entries: [{ ...entries[0], cups: [{ bed: '1', along: 2, ml: 1 }] }],
        }),
      ),
    ).toMatchObject({ ok: false, path: 'entries.0.cups.0.along' });
    expect(readBook(JSON.stringify({ format: 'idle-furrow-book', version: 9, entries: [] }))).toMatchObject({
      ok: false,
      what: expect.stringMatching(/newer/) as string,
    });
    expect(readBook(JSON.stringify({ format: 'other', version: 1, entries: [] }))).toMatchObject({
      ok: false,
      path: 'format',
    });
  });
});

describe('what is asked about', () => {
  const known = { now: 100 * DAY, standing: standingOf([]) };
  const codes = (fields: Partial<Entry>, more: object = {}): string[] =>
    questionsOf(entry({ at: 50 * DAY, ...fields }), { ...known, ...more }).map((q) => q.code);
  it('is what cannot be, and nothing else', () => {
    expect(codes({ what: 'reading', value: -101 })).toEqual(['below-vacuum']);
    expect(codes({ what: 'reading', value: -99 })).toEqual([]);
    expect(codes({ what: 'reading', value: 2600 })).toEqual(['gauge-huge']);
    expect(codes({ what: 'note', at: 101 * DAY })).toEqual(['future']);
    expect(codes({ what: 'minutes', value: 90 }, { planted: 60 * DAY })).toEqual(['before-planting']);
    expect(codes({ what: 'minutes', value: 90 }, { planted: 40 * DAY })).toEqual([]);
    expect(codes({ what: 'minutes', value: 1441 })).toEqual(['minutes-long']);
    expect(codes({ what: 'rain', value: 201 })).toEqual(['rain-much']);
  });
  it('is a meter that runs backwards, and a cup larger than time allows', () => {
    const before = standingOf([entry({ what: 'meter', value: 500, at: 10 * DAY, spot: 'meter' })]);
    expect(codes({ what: 'meter', value: 499, spot: 'meter' }, { standing: before })).toEqual(['meter-back']);
    expect(codes({ what: 'meter', value: 501, spot: 'meter' }, { standing: before })).toEqual([]);
    // 1 L/h gives 33 mL in two minutes; a cup of 200 mL is six times that.
    expect(
      codes({ what: 'cups', seconds: 120, cups: [{ bed: '1', along: 0, ml: 201 }] }, { labelLph: 1 }),
    ).toEqual(['cup-large']);
    expect(
      codes({ what: 'cups', seconds: 120, cups: [{ bed: '1', along: 0, ml: 199 }] }, { labelLph: 1 }),
    ).toEqual([]);
  });
});

describe('the season in figures', () => {
  const reading = (spot: string, value: number, at: number, set?: string) =>
    entry({ what: 'reading', spot, value, at, ...(set && { set }) });
  it('readings as shares of what is expected in their set', () => {
    const expected = new Map([['g', { value: 200, deviation: 10, low: 180, high: 220 } as Expected]]);
    const shares = sharesOf(
      standingOf([
        reading('g', 100, 2 * DAY),
        reading('g', 200, DAY),
        reading('h', 1, DAY),
        reading('g', 1, DAY, 'other'),
      ]),
      expected,
      undefined,
    );
    expect(shares.map((s) => [s.share, s.judged])).toEqual([
      [1, 'as-expected'],
      [0.5, 'stop'],
    ]);
    expect(shares[0]).toMatchObject({ low: 0.9, high: 1.1 });
  });
  it('a filter’s loss of gauges read on one walk, and the day it is due by a straight line', () => {
    const losses = lossesOf(
      standingOf([
        reading('b', 300, DAY),
        reading('a', 290, DAY + 60_000),
        reading('b', 300, 11 * DAY),
        reading('a', 280, 11 * DAY),
        reading('b', 300, 5 * DAY),
        reading('a', 1, 6 * DAY),
      ]),
      'b',
      'a',
    );
    expect(losses.map((l) => l.kpa)).toEqual([10, 20]);
    // 1 kPa a day from 10: 35 on the 25th day after.
    const due = dueDay(losses, undefined, 35)!;
    expect(due.perDay).toBeCloseTo(1, 3);
    expect(due.at! / DAY).toBeCloseTo(26, 1);
    // Cleaned since: what was before does not count; one reading is no trend; one that falls is never due.
    expect(dueDay(losses, 10 * DAY, 35)).toBeUndefined();
    expect(
      dueDay(
        [
          { at: 0, kpa: 20 },
          { at: DAY, kpa: 10 },
        ],
        undefined,
        35,
      )!.at,
    ).toBeUndefined();
  });
});
