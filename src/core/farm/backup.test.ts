import { blankPlan, fillIn, type Plan, type StatedPart } from '../plan';
import { amountOf, farmOf, type Thing } from './index';

/** A tank 10 m from the tap that stands in for it. */
const plan = (
  backup: { takesOver?: boolean } = {},
  tap: StatedPart[] = [],
  tank: StatedPart[] = [],
): Plan => ({
  ...blankPlan('metric'),
  sources: [
    {
      id: 'tank',
      kind: 'tank',
      xM: 0,
      yM: 0,
      shape: 'round',
      diameterM: 1,
      outletM: 1,
      lowM: 1.1,
      highM: 2,
      branch: tank,
    },
    { id: 'tap', kind: 'tap', name: 'yard tap', xM: 10, yM: 0, joins: { pipe: 'pe-32' }, branch: tap },
  ],
  sourceId: 'tank',
  backup: { sourceId: 'tap', ...backup },
  head: [],
  blocks: [{ id: 'b', xM: 0, yM: 5, header: { pipe: 'pe-32' }, main: { pipe: 'pe-32' }, inlet: [] }],
});
const headOf = (...of: Parameters<typeof plan>): Thing[] =>
  farmOf(fillIn(plan(...of))).things.filter((t) => t.at.place === 'head');
const count = (things: readonly Thing[], starts: string): number =>
  things.filter((t) => t.item.id.startsWith(starts)).reduce((n, t) => n + amountOf(t), 0);

const DOUBLE: StatedPart = { id: 'its-double', kind: 'double-check' };
const VALVE: StatedPart = { id: 'its-valve', kind: 'ball-1' };

test('a backup is bought with the parts of its branch, its pipe and the tee where waters join', () => {
  const things = headOf({}, [DOUBLE], [VALVE]);
  expect(count(things, 'part:ball-1')).toBe(1);
  expect(count(things, 'part:double-check')).toBe(1);
  // Ten metres between the two.
  const pipe = things.find((t) => t.reason === 'from yard tap to the head')!;
  expect([pipe.item.id, pipe.pieceM]).toEqual(['pipe:pe-32', expect.closeTo(10, 9)]);
  // The tank of 707 L has an outlet of 1 in, and so has the tee.
  expect(count(things, 'tee:parallel:1')).toBe(1);
  expect(count(things, 'source:tap')).toBe(1);
});

test('its valve opens by itself where it takes over; where nothing was stated, nothing is bought', () => {
  expect(count(headOf({ takesOver: true }), 'backup-valve:')).toBe(1);
  const bare = headOf();
  expect(count(bare, 'backup-valve:') + count(bare, 'part:')).toBe(0);
  expect(count(bare, 'tee:parallel:1')).toBe(1);
});

test('water of both comes to the tee: from the tank first, and every thing of the backup hangs on its tap', () => {
  const { things } = farmOf(fillIn(plan({}, [DOUBLE], [VALVE])));
  const byId = new Map(things.map((t) => [t.id, t]));
  const rootOf = (t: Thing): string => (t.on === undefined ? t.item.id : rootOf(byId.get(t.on)!));
  const tee = things.find((t) => t.reason === 'where yard tap joins')!;
  expect(rootOf(tee)).toMatch(/^source:tank/);
  expect(rootOf(things.find((t) => t.part === 'its-double')!)).toBe('source:tap');
  expect(rootOf(things.find((t) => t.part === 'its-valve')!)).toMatch(/^source:tank/);
  expect(rootOf(things.find((t) => t.reason === 'from yard tap to the head')!)).toBe('source:tap');
});
