import { blankPlan, fillIn, type Plan } from '../plan';
import { amountOf, farmOf, type Thing } from './index';

/** A tank 10 m from the tap that stands in for it. */
const plan = (backup: Omit<NonNullable<Plan['backup']>, 'sourceId'>): Plan => ({
  ...blankPlan('metric'),
  sources: [
    { id: 'tank', kind: 'tank', xM: 0, yM: 0, shape: 'round', diameterM: 1, outletM: 1, lowM: 1.1, highM: 2 },
    { id: 'tap', kind: 'tap', xM: 10, yM: 0 },
  ],
  sourceId: 'tank',
  backup: { sourceId: 'tap', ...backup },
  head: [],
  blocks: [{ id: 'b', xM: 0, yM: 5, header: { pipe: 'pe-32' }, main: { pipe: 'pe-32' }, inlet: [] }],
});
const headOf = (backup: Parameters<typeof plan>[0]): Thing[] =>
  farmOf(fillIn(plan(backup))).things.filter((t) => t.at.place === 'head');
const count = (things: readonly Thing[], starts: string): number =>
  things.filter((t) => t.item.id.startsWith(starts)).reduce((n, t) => n + amountOf(t), 0);

test('a backup is bought with its valve, its preventer, its pipe and the tee where waters join', () => {
  const things = headOf({ valve: true, backflow: 'double-check' });
  expect(count(things, 'valve:')).toBe(1);
  expect(count(things, 'part:double-check')).toBe(1);
  // Ten metres between the two, of the pipe that the first main is of.
  const pipe = things.find((t) => t.reason === 'from the backup to the head')!;
  expect([pipe.item.id, pipe.pieceM]).toEqual(['pipe:pe-32', expect.closeTo(10, 9)]);
  // The tank of 707 L has an outlet of 1 in, and so has the tee.
  expect(count(things, 'tee:parallel:1')).toBe(1);
  expect(count(things, 'source:tap')).toBe(1);
});

test('its valve opens by itself where it takes over; where nothing was stated, nothing is bought', () => {
  const taking = headOf({ valve: true, takesOver: true });
  expect([count(taking, 'backup-valve:'), count(taking, 'valve:')]).toEqual([1, 0]);
  const bare = headOf({});
  expect(count(bare, 'valve:') + count(bare, 'backup-valve:') + count(bare, 'part:')).toBe(0);
  expect(count(bare, 'tee:parallel:1')).toBe(1);
});

test('water of both comes to the tee: from the tank first, and every thing of the backup hangs on its tap', () => {
  const { things } = farmOf(fillIn(plan({ valve: true, backflow: 'double-check' })));
  const byId = new Map(things.map((t) => [t.id, t]));
  const rootOf = (t: Thing): string => (t.on === undefined ? t.item.id : rootOf(byId.get(t.on)!));
  const tee = things.find((t) => t.reason === 'where the backup joins')!;
  expect(rootOf(tee)).toMatch(/^source:tank/);
  expect(rootOf(things.find((t) => t.item.id.startsWith('valve:'))!)).toBe('source:tap');
  expect(rootOf(things.find((t) => t.reason === 'from the backup to the head')!)).toBe('source:tap');
});
