import { METRIC, US } from '../units';
import { fillIn } from '../plan';
import { demoPlan } from '../season/season.testing';
import { openFarm, spotsOf, standingOf } from '../season';
import { writeBookCsv } from './bookCsv';
import { readReadings } from './readingsCsv';

const spots = spotsOf(openFarm(demoPlan('larch-tunnels'), undefined));

describe('readings from a table', () => {
  it('a line a reading: by id or name, with any unit, and what was seen', () => {
    const { readings, refused } = readReadings(
      'place;value;unit;seen;set;time\ngauge/source;4,5;psi;;;2027-06-01 07:30\nthe gauge after the 1 in screen filter at the head;0.21 bar;;;A;\nlook/open;;;water:main/path;;\n',
      spots,
      US,
    );
    expect(refused).toEqual([]);
    expect(readings[0]).toMatchObject({ spot: 'gauge/source', at: new Date(2027, 5, 1, 7, 30).getTime() });
    expect(readings[0].value).toBeCloseTo(31.03, 1);
    expect(readings[1]).toEqual({ spot: 'fixed/head/gauge-after', set: 'A', value: 21 });
    expect(readings[2]).toEqual({ spot: 'look/open', seen: 'water:main/path' });
  });
  it('a column a place, with its unit in the title, or asked for', () => {
    const table =
      'time,where rain tank meets the pipes (mbar),how high the water stands in rain tank\n2027-06-01 07:30,310,3.1\n2027-06-01 08:30,300,3.0\n';
    const read = readReadings(table, spots, METRIC);
    expect(read.readings.map((r) => [r.spot, r.value])).toEqual([
      ['gauge/source', 31],
      ['gauge/source', 30],
      ['level', 3.1],
      ['level', 3],
    ]);
    expect(read.asks).toEqual([
      {
        column: 'how high the water stands in rain tank',
        sample: '3.1',
        options: ['m', 'cm', 'ft'],
        taken: 'm',
      },
    ]);
    const answered = readReadings(table, spots, METRIC, { 'how high the water stands in rain tank': 'ft' });
    expect(answered.asks).toEqual([]);
    expect(answered.readings[2].value).toBeCloseTo(3.1 * 0.3048, 9);
  });
  it('says line by line what cannot be used, and takes the rest', () => {
    const { readings, refused } = readReadings(
      'place,value,time\nmoon,1,\ngauge/source,wet,\ngauge/source,31,yesterday\ngauge/source,30,\nlook/open,odd,\n',
      spots,
      METRIC,
    );
    expect(readings).toEqual([{ spot: 'gauge/source', value: 30 }]);
    expect(refused.map((r) => r.line)).toEqual([2, 3, 4, 6]);
    expect(refused[0].why).toMatch(/moon/);
    expect(refused[2].why).toMatch(/yesterday/);
    expect(readReadings('', spots, METRIC).refused[0].why).toMatch(/empty/);
    expect(readReadings('a,b\n1,2\n', spots, METRIC)).toMatchObject({
      ignored: ['a', 'b'],
      refused: [{ line: 1 }],
    });
    expect(
      readReadings(
        'time,where rain tank meets the pipes (kPa)\n2027-13-01 07:30,1\n2027-02-30 07:30,1\n',
        spots,
        METRIC,
      ).refused,
    ).toHaveLength(2);
  });
});

test('the book as a table: the oldest first, a line a cup, and nothing that a spreadsheet would reckon', () => {
  const plan = fillIn({ ...demoPlan('larch-tunnels') } as never);
  const csv = writeBookCsv(
    standingOf([
      { id: 'a', what: 'note', at: 2000, written: 1, text: '=1+1' },
      { id: 'b', what: 'reading', at: 1000, written: 1, spot: 'gauge/source', value: 31 },
      {
        id: 'c',
        what: 'cups',
        at: 3000,
        written: 1,
        seconds: 60,
        block: 'west',
        cups: [
          { bed: '1', along: 0, ml: 7 },
          { bed: '1', along: 1, ml: 8 },
        ],
      },
    ]),
    plan,
  );
  const lines = csv.trim().split('\r\n');
  expect(lines).toHaveLength(5);
  expect(lines[1]).toMatch(/reading,,gauge\/source,31,kPa/);
  expect(lines[2]).toContain("'=1+1");
  expect(lines[3]).toMatch(/West tunnel/);
});
