import fc from 'fast-check';
import { boxesAlong, boxOfLabel, placeLabels, type Label, type Rect } from './placeLabels';

const ROOM: Rect = { minX: 0, minY: 0, maxX: 400, maxY: 300 };
const label = (key: string, x: number, y: number, more: Partial<Label> = {}): Label => ({
  key,
  rank: 1,
  at: [x, y],
  width: 60,
  height: 14,
  stands: [
    { dx: 10, dy: 0, anchor: 'start' },
    { dx: -10, dy: 0, anchor: 'end' },
  ],
  ...more,
});
const hit = (a: Rect, b: Rect): boolean =>
  a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;

test('a label stands where it stands best, else at its next place; without room it waits', () => {
  const two = placeLabels([label('a', 100, 50), label('b', 100, 50)], ROOM, [], []);
  expect(two.get('a')).toMatchObject({ x: 110, y: 50, anchor: 'start' });
  expect(two.get('b')).toMatchObject({ x: 90, y: 50, anchor: 'end' });
  const three = placeLabels([label('a', 100, 50), label('b', 100, 50), label('c', 100, 50)], ROOM, [], []);
  expect(three.has('c')).toBe(false);
});

test('the lower rank goes first, whatever the order', () => {
  const placed = placeLabels(
    [label('late', 100, 50, { rank: 9 }), label('early', 100, 50, { rank: 2 })],
    ROOM,
    [],
    [],
  );
  expect(placed.get('early')!.anchor).toBe('start');
  expect(placed.get('late')!.anchor).toBe('end');
});

test('nothing lies off the edge or under a tool', () => {
  const placed = placeLabels(
    [label('edge', 380, 50), label('tool', 100, 100)],
    ROOM,
    [{ minX: 105, minY: 90, maxX: 175, maxY: 110 }],
    [],
  );
  expect(placed.get('edge')!.anchor).toBe('end');
  expect(placed.get('tool')!.anchor).toBe('end');
});

test('what leads stands further away with a line from its place, and never on what it must keep off', () => {
  const own: Rect = { minX: 20, minY: 90, maxX: 380, maxY: 110 };
  const placed = placeLabels(
    [label('callout', 100, 100, { leads: true, keepOff: [own], width: 200, height: 40 })],
    ROOM,
    [],
    [],
  ).get('callout')!;
  expect(hit(placed.box, own)).toBe(false);
  expect(placed.leader!.slice(0, 2)).toEqual([100, 100]);
});

test('beds are hidden less rather than more', () => {
  const beds = { minX: 100, minY: 0, maxX: 400, maxY: 300, weight: 1 };
  expect(placeLabels([label('a', 100, 50)], ROOM, [], [beds]).get('a')!.anchor).toBe('end');
});

test('a group takes one side: the one where most of it finds room', () => {
  const group = [0, 1, 2, 3].map((i) =>
    label(`n${i}`, 100 + i * 70, 150, {
      width: 20,
      group: 'numbers',
      stands: [
        { dx: 0, dy: 20, anchor: 'middle' },
        { dx: 0, dy: -20, anchor: 'middle' },
      ],
    }),
  );
  const main: Rect = { minX: 90, minY: 160, maxX: 260, maxY: 180 };
  const placed = placeLabels(group, ROOM, [main], []);
  expect([...placed.values()].map((p) => p.y)).toEqual([130, 130, 130, 130]);
});

test('a turned label takes the room of its turned text', () => {
  const box = boxOfLabel(label('t', 100, 100, { turn: 90 }), { dx: 0, dy: 0, anchor: 'middle' });
  expect(box.maxX - box.minX).toBeCloseTo(14, 9);
  expect(box.maxY - box.minY).toBeCloseTo(60, 9);
  expect(boxesAlong([0, 0], [100, 0], 3)).toHaveLength(5);
});

test('however many there are, no two lie on each other, none off the edge, and none is told twice', () => {
  const any = fc.array(
    fc.record({
      x: fc.integer({ min: -20, max: 420 }),
      y: fc.integer({ min: -20, max: 320 }),
      width: fc.integer({ min: 5, max: 220 }),
      turn: fc.constantFrom(0, 0, 30, 90),
      leads: fc.boolean(),
      rank: fc.integer({ min: 0, max: 5 }),
      group: fc.constantFrom(undefined, undefined, 'g'),
    }),
    { maxLength: 60 },
  );
  fc.assert(
    fc.property(any, (list) => {
      const labels = list.map(({ x, y, ...more }, i) => label(String(i), x, y, more));
      const boxes = [...placeLabels(labels, ROOM, [], []).values()].map((p) => p.box);
      for (const [i, a] of boxes.entries()) {
        expect(a.minX >= 0 && a.minY >= 0 && a.maxX <= 400 && a.maxY <= 300).toBe(true);
        for (const b of boxes.slice(i + 1)) expect(hit(a, b)).toBe(false);
      }
    }),
  );
});
