import type { Programme } from '../sets';
import { writeCalendar } from './calendar';
import { writeProgrammeCsv } from './programmeCsv';
import { readWeatherCsv } from './weatherCsv';

const programme: Programme = {
  rows: [
    { station: 1, set: 'set-1', name: 'Set 1', starts: [300, 1020], minutes: 65, everyDays: 2 },
    { station: 2, set: 'set-2', name: '=Set, 2', starts: [370], minutes: 40, everyDays: 2 },
  ],
  months: [{ month: '2027-04', share: 0.6 }],
  from: '2027-04-01',
  until: '2027-10-17',
};

describe('a timer’s programme', () => {
  it('is a table of stations, starts, minutes, days and budget', () => {
    const lines = writeProgrammeCsv(programme).trimEnd().split('\r\n');
    expect(lines[0]).toBe('\uFEFFstation,set,start 1,start 2,minutes,days,budget %');
    expect(lines[1]).toBe('1,Set 1,05:00,17:00,65,every other day,100');
    // A name that a spreadsheet would take for a formula stays a name.
    expect(lines[2]).toBe(`2,"'=Set, 2",06:10,,40,every other day,100`);
    expect(lines[3]).toBe(',budget 2027-04,,,,,60');
  });

  it('is a calendar with an event for each start, again until the season ends', () => {
    const text = writeCalendar(programme, 'Otter; strip', 0);
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(3);
    expect(text).toContain('DTSTART:20270401T050000\r\n');
    expect(text).toContain('DTSTART:20270401T170000\r\n');
    expect(text).toContain('DURATION:PT1H5M');
    expect(text).toContain('RRULE:FREQ=DAILY;INTERVAL=2;UNTIL=20271017T235959');
    expect(new Set(text.match(/UID:.*/g)).size).toBe(3);
    expect(text.split('\r\n').every((l) => l.length <= 75)).toBe(true);
    expect(() => writeCalendar({ ...programme, rows: [] }, 'x', 0)).toThrow(/nothing to water/);
  });
});

describe('daily weather from a table', () => {
  it('reads what stations write, in the units of the titles', () => {
    const { days, refused, taken, ignored } = readWeatherCsv(
      'Date;Min temp (°C);Max temp (°C);RH min (%);RH max (%);Wind (km/h);Solar (W/m²);Rain (in);Battery\n' +
        '2027-05-01;8,5;21;45;92;7.2;250;0.1;12\n' +
        '2.5.2027;9;22;;;;;;\n',
    );
    expect(refused).toEqual([]);
    expect(days).toHaveLength(2);
    expect(days[0]).toMatchObject({
      date: '2027-05-01',
      minC: 8.5,
      maxC: 21,
      humidityMin: 0.45,
      humidityMax: 0.92,
    });
    expect(days[0].windMps).toBeCloseTo(2, 9);
    expect(days[0].sunMj).toBeCloseTo(21.6, 9);
    expect(days[0].rainMm).toBeCloseTo(2.54, 9);
    expect(days[1]).toEqual({ date: '2027-05-02', minC: 9, maxC: 22 });
    expect(taken).toContain('wind');
    expect(ignored).toEqual(['Battery']);
  });

  it('reads Fahrenheit, and a station’s own reference', () => {
    const { days } = readWeatherCsv('date,low (°F),high (°F),ET0 (in)\n2027-05-01,50,77,0.2\n');
    expect(days[0].minC).toBeCloseTo(10, 9);
    expect(days[0].maxC).toBeCloseTo(25, 9);
    expect(days[0].et0Mm).toBeCloseTo(5.08, 9);
  });

  it('refuses lines that are not possible, each with its reason, and keeps the others', () => {
    const { days, refused } = readWeatherCsv(
      'date,min (°C),max (°C),rh min (%),rh max (%),rain (mm)\n' +
        '2027-05-01,8,20,,,0\n' +
        '2027-02-30,8,20,,,0\n' +
        'yesterday,8,20,,,0\n' +
        '2027-05-02,21,20,,,0\n' +
        '2027-05-03,8,900,,,0\n' +
        '2027-05-04,8,20,90,40,0\n' +
        '2027-05-05,8,20,,,-3\n' +
        '2027-05-06,,20,,,\n' +
        '2027-05-07,warm,20,,,\n' +
        '2027-05-01,9,21,,,0\n',
    );
    expect(days.map((d) => d.date)).toEqual(['2027-05-01']);
    expect(refused.map((r) => [r.line, r.why])).toEqual([
      [3, 'there is no such day'],
      [4, '“yesterday” is not a date like 2027-05-01'],
      [5, 'its least warmth is above its greatest'],
      [6, 'its greatest warmth is not possible'],
      [7, 'its least humidity is above its greatest'],
      [8, 'its rain is not possible'],
      [9, 'the least warmth is missing'],
      [10, '“warm” is not a number'],
      [11, '2027-05-01 stands in the table twice; the first is taken'],
    ]);
  });

  it.each([
    ['', /empty/],
    ['a,b\n1,2\n', /no column “date”/],
    ['date,rain\n2027-05-01,2\n', /least warmth/],
  ])('says what is missing of %j', (text, why) => {
    expect(readWeatherCsv(text).refused[0].why).toMatch(why);
  });
});
