import Papa from 'papaparse';
import { guarded, unguarded, writeCsv } from './csv';

test.each(['=1+1', '+cmd', '-2+3', '@sum(a1)', '\t=1', '＝1+1'])(
  '%s is kept a text, and comes back',
  (text) => {
    expect(guarded(text)).toBe(`'${text}`);
    expect(unguarded(`'${text}`)).toBe(text);
  },
);

test.each(['plain', '', '-3.5', '+2', '4-bed', "'s-Hertogenveld", 12, -3, undefined, null])(
  '%s is left as it is',
  (cell) => {
    expect(guarded(cell)).toBe(cell);
    if (typeof cell === 'string') expect(unguarded(cell)).toBe(cell);
  },
);

test('titles and cells are guarded, quoted where they must be, and read back the same', () => {
  const text = writeCsv(
    ['name', '=title'],
    [
      ['=a;"b"\nc', -1],
      ['d,e', undefined],
    ],
  );
  expect(text.startsWith('\uFEFFname,')).toBe(true);
  expect(text.endsWith('\r\n')).toBe(true);
  const { data } = Papa.parse<string[]>(text.trim());
  expect(data).toEqual([
    ['name', "'=title"],
    ['\'=a;"b"\nc', '-1'],
    ['d,e', ''],
  ]);
  expect(writeCsv(['a'], [], { marked: false })).toBe('a\r\n');
});
