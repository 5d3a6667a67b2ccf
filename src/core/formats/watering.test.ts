import type { Programme } from '../sets';
import { writeCalendar } from './calendar';
import { writeProgrammeCsv } from './programmeCsv';
import { readWeatherCsv, seasonNotes } from './weatherCsv';

const programme: Programme = {
  rows: [
    {
      by: 'wired',
      station: 1,
      what: 'station 1',
      valves: 'V1, V3',
      set: 'set-1',
      name: 'Set 1',
      starts: [300, 1020],
      minutes: 65,
      everyDays: 2,
    },
    {
      by: 'hand',
      what: 'by hand',
      valves: 'V2',
      set: 'set-2',
      name: '=Set, 2',
      starts: [370],
      minutes: 40,
      litres: 900,
      everyDays: 2,
    },
  ],
  months: [{ month: '2027-04', share: 0.6 }],
  from: '2027-04-01',
  until: '2027-10-17',
};

describe('a timer’s programme', () => {
  it('is a table of stations, starts, minutes, days and budget', () => {
    const lines = writeProgrammeCsv(programme).trimEnd().split('\r\n');
    expect(lines[0]).toBe('\uFEFFopened by,valves,set,start 1,start 2,minutes,litres,days,budget %');
    expect(lines[1]).toBe('station 1,"V1, V3",Set 1,05:00,17:00,65,,every other day,100');
    // A name that a spreadsheet would take for a formula stays a name.
    expect(lines[2]).toBe(`by hand,V2,"'=Set, 2",06:10,,40,900,every other day,100`);
    expect(lines[3]).toBe(',,budget 2027-04,,,,,,60');
  });

  it('is a calendar with an event for each start of each month, with its share of the minutes', () => {
    const months = [
      { month: '2027-04', share: 0.6 },
      { month: '2027-05', share: 1 },
      { month: '2027-10', share: 0 },
    ];
    const told = {
      ...programme,
      months,
      rows: programme.rows.map((r) => ({ ...r, opens: 'Field: bed 1, bed 2' })),
    };
    const text = writeCalendar(told, 'Otter; strip', 'plan 7', 0).replaceAll('\r\n ', '');
    // Three starts in each of two months; in October nothing is watered.
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(6);
    // From 1 April every other day: 29 April, then 1 May, the thirtieth day after the first.
    expect(text).toContain('DTSTART:20270401T050000\r\n');
    expect(text).toContain('DTSTART:20270501T050000\r\n');
    expect(text).toContain('INTERVAL=2;UNTIL=20270430T235959');
    expect(text).toContain('INTERVAL=2;UNTIL=20270531T235959');
    // 0.6 of 65 minutes, and all of them.
    expect(text).toContain('Set 1: open for 39 min');
    expect(text).toContain('Set 1: open for 65 min');
    expect(text).toContain('Opens Field: bed 1\\, bed 2.');
    expect(text).toContain('Opened by station 1: V1\\, V3.');
    expect(text).toContain('Opened by hand: V2. The meter ends it after 540 L.');
    expect(new Set(text.match(/UID:.*/g)).size).toBe(6);
  });

  it('goes on counting watering days over the end of a month', () => {
    const rows = [{ ...programme.rows[1], everyDays: 4 }];
    const months = ['2027-04', '2027-05'].map((month) => ({ month, share: 1 }));
    const text = writeCalendar({ ...programme, rows, months }, 'x', 'y', 0);
    // 1, 5, … 29 April, 3 May.
    expect(text).toContain('DTSTART:20270503T061000');
  });

  it('is a calendar until the season ends where no months are told', () => {
    const text = writeCalendar({ ...programme, months: [] }, 'Otter; strip', 'plan 7', 0);
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(3);
    expect(text).toContain('DTSTART:20270401T050000\r\n');
    expect(text).toContain('DTSTART:20270401T170000\r\n');
    expect(text).toContain('DURATION:PT1H5M');
    expect(text).toContain('RRULE:FREQ=DAILY;INTERVAL=2;UNTIL=20271017T235959');
    expect(new Set(text.match(/UID:.*/g)).size).toBe(3);
    expect(text.split('\r\n').every((l) => l.length <= 75)).toBe(true);
    expect(() => writeCalendar({ ...programme, rows: [] }, 'x', 'y', 0)).toThrow(/nothing to water/);
  });
});

test('a calendar’s lines hold 75 octets at most, whatever the letters, and events bear the plan’s own id', () => {
  const rows = [{ ...programme.rows[0], name: 'Gurkenbeete am Wäldchen 水やり 🥒🥒🥒🥒🥒🥒🥒🥒🥒🥒🥒🥒' }];
  const text = writeCalendar({ ...programme, rows, months: [] }, 'Gärten', 'a-1', 0);
  const octets = (line: string): number => new TextEncoder().encode(line).length;
  for (const line of text.split('\r\n')) expect(octets(line)).toBeLessThanOrEqual(75);
  // Unfolded, every letter is whole.
  expect(text.replaceAll('\r\n ', '')).toContain('水やり 🥒🥒🥒🥒🥒🥒🥒🥒🥒🥒🥒🥒: open for 65 min');
  expect(text.replaceAll('\r\n ', '')).toMatch(/^UID:a-1\.set-1\.1@idle-furrow\.local$/m);
  expect(writeCalendar(programme, 'x', 'b-2', 0)).not.toContain('a-1.');
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
      [5, 'its minimum temperature is above its maximum'],
      [6, 'its maximum temperature is not possible'],
      [7, 'its minimum humidity is above its maximum'],
      [8, 'its rain is not possible'],
      [9, 'the minimum temperature is missing'],
      [10, '“warm” is not a number'],
      [11, '2027-05-01 is in the table twice; the first is used'],
    ]);
  });

  it.each([
    ['', /empty/],
    ['a,b\n1,2\n', /no column “date”/],
    ['date,rain\n2027-05-01,2\n', /minimum temperature/],
  ])('says what is missing of %j', (text, why) => {
    expect(readWeatherCsv(text).refused[0].why).toMatch(why);
  });
});

describe('weather as stations send it', () => {
  it('asks for units that titles do not tell, and takes the answers', () => {
    const text = 'date,min,max,wind,rain\n2027-05-01,41,50,7,0.2\n2027-05-02,40,52,5,0\n';
    const asked = readWeatherCsv(text);
    expect(asked.asks.map((a) => [a.group, a.columns, a.sample, a.taken])).toEqual([
      ['temperature', ['min', 'max'], '41', '°C'],
      ['wind', ['wind'], '7', 'm/s'],
      ['rain', ['rain'], '0.2', 'mm'],
    ]);
    const { days } = readWeatherCsv(text, { temperature: '°F', wind: 'mph', rain: 'in' });
    expect(days[0].minC).toBeCloseTo(5, 9);
    expect(days[0].windMps).toBeCloseTo(3.129, 3);
    expect(days[0].rainMm).toBeCloseTo(5.08, 9);
  });

  it('knows Fahrenheit and shares by their numbers where these are plain', () => {
    const read = readWeatherCsv(
      'date,min,max,rh min,rh max\n2027-07-01,61,88,0.35,0.92\n2027-07-02,60,84,0.4,1\n',
    );
    expect(read.asks).toEqual([]);
    expect(read.days[0].maxC).toBeCloseTo(31.11, 2);
    expect(read.days[0].humidityMin).toBe(0.35);
  });

  it('makes hourly tables daily: least, greatest, means and sums', () => {
    const rows = Array.from({ length: 60 }, (_, h) => {
      const hour = h % 24;
      const at = `2027-05-0${1 + Math.floor(h / 24)} ${String(hour).padStart(2, '0')}:00`;
      return `${at},${10 + hour / 2},${50 + hour},${hour < 12 ? 2 : 4},${hour > 5 && hour < 18 ? 400 : 0},0.1`;
    });
    const read = readWeatherCsv(
      `time,temperature (°C),humidity (%),wind (m/s),solar (W/m²),rain (mm)\n${rows.join('\n')}\n`,
    );
    expect(read.days).toHaveLength(2);
    expect(read.days[0]).toMatchObject({
      date: '2027-05-01',
      minC: 10,
      maxC: 21.5,
      humidityMin: 0.5,
      humidityMax: 0.73,
      windMps: 3,
    });
    // 12 hours of 400 W/m² are 17.28 MJ/m².
    expect(read.days[0].sunMj).toBeCloseTo(17.28, 9);
    expect(read.days[0].rainMm).toBeCloseTo(2.4, 9);
    expect(read.notes[0]).toMatch(/60 readings made into 2 days/);
    expect(read.refused).toEqual([
      { line: 50, why: expect.stringMatching(/2027-05-03 has only 12 readings/) },
    ]);
  });

  it('takes two rows a day for a day told twice, and more for readings within it', () => {
    const twice = ['2027-05-01,8,20', '2027-05-01,9,25', '2027-05-02,7,18', '2027-05-02,6,19'];
    const read = readWeatherCsv(`date,min (°C),max (°C)\n${twice.join('\n')}\n`);
    expect(read.days.map((d) => [d.date, d.minC, d.maxC])).toEqual([
      ['2027-05-01', 8, 20],
      ['2027-05-02', 7, 18],
    ]);
    expect(read.refused.map((r) => r.line)).toEqual([3, 5]);
    expect(read.refused[0].why).toMatch(/in the table twice/);
    // One of the days with many: on average there are more than two.
    const within = [
      ...twice.slice(0, 2),
      ...Array.from({ length: 20 }, (_, i) => `2027-05-03,${i},${i + 5}`),
    ];
    const more = readWeatherCsv(`date,min (°C),max (°C)\n${within.join('\n')}\n`);
    expect(more.days.map((d) => [d.date, d.minC, d.maxC])).toEqual([['2027-05-03', 0, 24]]);
  });

  it('tells gaps and days outside the season', () => {
    const day = (date: string) => ({ date, minC: 5, maxC: 15 });
    const season = { from: '2027-05-01', days: 30 };
    expect(seasonNotes([day('2027-05-02'), day('2027-05-06')], season)).toEqual([
      '3 days between 2027-05-02 and 2027-05-06 are missing.',
    ]);
    expect(seasonNotes([day('2027-04-30'), day('2027-05-01')], season)[0]).toMatch(
      /1 day lies outside the season \(2027-05-01 to 2027-05-30\) and will not count/,
    );
    expect(seasonNotes([day('2026-05-02')], season)[0]).toMatch(/none of them counts/);
    expect(seasonNotes([day('2027-05-02'), day('2027-05-03')], season)).toEqual([]);
  });

  it('one temperature a day is not enough, and says so', () => {
    expect(readWeatherCsv('date,temperature (°C)\n2027-05-01,12\n2027-05-02,13\n').refused[0].why).toMatch(
      /one temperature a day/,
    );
  });
});
