import { zipSync } from 'fflate';
import { blankPlan, writePlan } from '../plan';
import type { Entry } from '../season';
import { LARGEST, tooLarge } from './fileSizes';
import { readParcel, writeParcel } from './parcel';

const ENTRY: Entry = { id: 'a', at: 1000, written: 1000, what: 'note', text: 'a leak at bed 2' };
const PHOTO = { id: 'p1', jpeg: new Uint8Array([255, 216, 255, 1, 2, 3]) };
const plan = blankPlan('metric');
const whole = (): Uint8Array => writeParcel(plan, [ENTRY], [PHOTO], { lineage: 'line-1' }, 5000);

/** Says in the zip's list that a file is so large once unpacked. */
function claiming(zip: Uint8Array, name: string, bytes: number): Uint8Array {
  const view = new DataView(zip.buffer, zip.byteOffset);
  const ENTRY_MARK = 0x02014b50;
  for (let i = 0; i + 46 <= zip.length; i++) {
    if (view.getUint32(i, true) !== ENTRY_MARK) continue;
    const called = new TextDecoder().decode(zip.subarray(i + 46, i + 46 + view.getUint16(i + 28, true)));
    if (called === name) view.setUint32(i + 24, bytes, true);
  }
  return zip;
}
const MB = 1024 * 1024;

test('a plan, its book and its photographs come back as they were', () => {
  const read = readParcel(whole());
  expect(read).toMatchObject({ ok: true, entries: [ENTRY], shared: { lineage: 'line-1', at: 5000 } });
  if (!read.ok) throw new Error(read.why);
  expect(read.plan).toBe(writePlan(plan));
  expect(read.photos.map((p) => [p.id, [...p.jpeg]])).toEqual([['p1', [...PHOTO.jpeg]]]);
});

test('what is too large once unpacked is refused by its list alone, with the file and both sizes', () => {
  expect(readParcel(claiming(whole(), 'photos/p1.jpg', 200 * MB))).toEqual({
    ok: false,
    why: '“photos/p1.jpg” in it would be 200 MB, more than 20 MB',
  });
  expect(readParcel(claiming(whole(), 'book.json', 51 * MB))).toMatchObject({
    ok: false,
    why: expect.stringMatching(/book\.json.*51 MB, more than 50 MB/),
  });
  // Twenty photographs of 19 MB are each allowed, and too much together.
  const many = zipSync(
    Object.fromEntries([
      ['book.json', new Uint8Array(2)],
      ...Array.from({ length: 20 }, (_, i) => [`photos/${i}.jpg`, new Uint8Array(10)]),
    ]),
  );
  for (let i = 0; i < 20; i++) claiming(many, `photos/${i}.jpg`, 19 * MB);
  expect(readParcel(many)).toEqual({ ok: false, why: 'unpacked it would be more than 300 MB' });
});

test('what is no book, or bent, is refused in words', () => {
  const text = (t: string): Uint8Array => new TextEncoder().encode(t);
  const why = (bytes: Uint8Array): string => {
    const read = readParcel(bytes);
    return read.ok ? 'ok' : read.why;
  };
  expect(why(zipSync({ 'plan.furrow.json': text('{}') }))).toBe('there is no book.json in it');
  expect(why(text('nonsense'))).toMatch(/it is not JSON/);
  expect(why(text('['.repeat(100_000)))).toBe('it is nested too deep to be a book');
  expect(why(whole().slice(0, 40))).toMatch(/the file is damaged/);
});

test('a broken line of descent makes a parcel one of its own, and loses nothing else', () => {
  const read = readParcel(
    zipSync({
      'book.json': new TextEncoder().encode('{"format":"idle-furrow-book","version":1,"entries":[]}'),
      'shared.json': new TextEncoder().encode('{"lineage":5}'),
    }),
  );
  expect(read).toMatchObject({ ok: true, entries: [] });
  expect('shared' in read).toBe(false);
});

test('files over their size are told with it and with what to do; those below are not', () => {
  expect(tooLarge('weather', LARGEST.weather)).toBeUndefined();
  expect(tooLarge('weather', LARGEST.weather + 1)).toBe(
    'The file is larger than 20 MB: cut it down to the seasons you need and choose it again.',
  );
});
