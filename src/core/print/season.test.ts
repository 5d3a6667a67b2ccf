import { METRIC, format, type KindName } from '../units';
import { expectedReadings, openFarm, seasonWater, standingOf, type Entry } from '../season';
import { demoPlan } from '../season/season.testing';
import { seasonReport } from './seasonReport';

const plan = demoPlan('larch-tunnels');
const show = (v: number, k: KindName): string => format(v, k, METRIC);
const DAY = 86_400_000;
let n = 0;
const entry = (fields: Partial<Entry>): Entry => ({
  id: `r${++n}`,
  what: 'note',
  at: n * DAY,
  written: n,
  ...fields,
});
const farm = openFarm(plan, undefined);
const expected = new Map(expectedReadings(farm).map((e) => [`/${e.spot.id}`, e]));
const report = (entries: Entry[]): string =>
  JSON.stringify(
    seasonReport({
      plan,
      standing: standingOf(entries),
      expected,
      water: seasonWater(plan, standingOf(entries), () => farm.results, 20 * DAY),
      show,
      day: (at) => `day ${at / DAY}`,
      on: '2027-10-01',
    }).content,
  ).replace(/\u00a0/g, ' ');

test('the report adds up minutes and meter, tells readings that were off, repairs, cups', () => {
  const text = report([
    entry({ what: 'minutes', value: 90 }),
    entry({ what: 'minutes', value: 30 }),
    entry({ what: 'meter', value: 1000 }),
    entry({ what: 'meter', value: 2200 }),
    entry({ what: 'rain', value: 12 }),
    entry({ what: 'reading', spot: 'gauge/source', value: expected.get('/gauge/source')!.value }),
    entry({ what: 'reading', spot: 'gauge/source', value: 11 }),
    entry({ what: 'repair', text: 'coupling in bed 3', block: 'west' }),
    entry({ what: 'seen', spot: 'look/open', seen: 'fine' }),
    entry({
      what: 'cups',
      block: 'west',
      seconds: 360,
      cups: [30, 40, 50, 40].map((ml, i) => ({ bed: '1', along: i / 3, ml })),
    }),
  ]);
  // Two hours of the whole farm, noted before the meter was read; 1,200 L by the meter with no minutes; 40 mL in six minutes is 0.4 L/h.
  expect(text).toMatch(/2 h|120 min/);
  expect(text).toContain(show(2 * farm.results.flowLph, 'volume').replace(/\u00a0/g, ' '));
  expect(text).toContain('1,200 L');
  expect(text).toContain('12 mm');
  expect(text).toContain('2 readings, 1 of them as expected');
  expect(text).toContain('11 kPa');
  expect(text).toContain('West tunnel, coupling in bed 3');
  expect(text).toContain('0.40 L/h');
  expect(text).not.toMatch(/undefined|NaN|all fine/);
});

test('an empty book is told as one', () => {
  expect(report([])).toMatch(/Nothing was written[\s\S]*No minutes/);
});
