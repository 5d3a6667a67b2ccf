import { readChannels, readMessage } from '../../formats/fieldMessages';
import { readReadings } from '../../formats/readingsCsv';
import { METRIC } from '../../units';
import { fieldLogger, historyCsv } from './logger';
import { sketchPlan } from '../season.testing';

const logger = fieldLogger(sketchPlan('house-well'), 7);
const DAY = 1440;
const minutes = (from: number, n: number) => Array.from({ length: n }, (_, i) => logger.messagesIn(from + i));

test('the same farm, seed and minute send the same, and all of it says that it is simulated', () => {
  const again = fieldLogger(sketchPlan('house-well'), 7);
  for (const m of [0, 500, 99_999]) expect(again.messagesIn(m)).toEqual(logger.messagesIn(m));
  const all = minutes(3 * DAY, DAY).flat();
  expect(all.every((m) => m.simulated)).toBe(true);
  expect(fieldLogger(sketchPlan('house-well'), 8).messagesIn(3 * DAY + 400)).not.toEqual(
    logger.messagesIn(3 * DAY + 400),
  );
});

test('gauges stand about what is expected while a set runs, with the error of ordinary gauges; valves say when', () => {
  const { library, hidden } = logger;
  const gauge = logger.channels.find((c) => c.kind === 'pressure')!;
  const i = library.spots.findIndex((s) => s.id === gauge.spot);
  const open = minutes(5 * DAY + 365, 100).flat();
  const values = open.filter((m) => m.channel === gauge.id).map((m) => m.value);
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  expect(mean / hidden.shown.values[i]).toBeCloseTo(1, 1);
  expect(new Set(values).size).toBeGreaterThan(10);
  expect(open.filter((m) => m.channel === 'valve').every((m) => m.value === 1)).toBe(true);
  expect(
    minutes(5 * DAY + 600, 10)
      .flat()
      .filter((m) => m.channel === 'valve')
      .every((m) => m.value === 0),
  ).toBe(true);
});

test('it is silent now and then, and its clock drifts', () => {
  const days = minutes(10 * DAY, 4 * DAY);
  const silent = days.filter((d) => d.length === 0).length;
  expect(silent / days.length).toBeGreaterThan(0.02);
  expect(silent / days.length).toBeLessThan(0.06);
  const late = minutes(10 * DAY + 1430, 9).flat()[0] ?? minutes(10 * DAY + 1400, 9).flat()[0];
  expect(late.at % 60_000).toBeGreaterThan(3000);
});

test('what it sends is read by the reader of the format, and its history as a table of readings', () => {
  const [first] = logger.messagesIn(5 * DAY + 400);
  expect(readMessage(JSON.stringify(first))).toEqual({ ok: true, message: first });
  expect(readMessage('{"v":2}')).toMatchObject({ ok: false });
  expect(readMessage('{"v":1,"at":1,"channel":"a","value":"much"}')).toMatchObject({ ok: false });
  expect(readMessage('nonsense')).toEqual({ ok: false, why: 'it is not JSON' });
  expect(readChannels({ simulated: true, channels: logger.channels })).toEqual({
    simulated: true,
    channels: logger.channels,
  });
  expect(readChannels({ channels: [{ id: 1 }] })).toBeUndefined();
  const csv = historyCsv(logger, 5 * DAY + 360, 30);
  const table = csv.split('\n').slice(1).join('\n');
  const { readings, refused } = readReadings(table, logger.library.spots, METRIC);
  expect(refused).toEqual([]);
  expect(readings.length).toBeGreaterThan(20);
  expect(readings.every((r) => r.at !== undefined)).toBe(true);
});

test('something may be wrong on it, as hard to find as is asked', () => {
  expect(fieldLogger(sketchPlan('tap-beds'), 3, 'nasty').hidden.faults).toHaveLength(2);
  expect(fieldLogger(sketchPlan('tap-beds'), 3).hidden.faults).toHaveLength(0);
});
