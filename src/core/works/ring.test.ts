import { BATTERY } from '../check/battery.testing';
import { layOut } from '../layout';
import { fillIn } from '../plan';
import { lowPoints } from '../season/book/upkeep';
import { format, METRIC } from '../units';
import { shopFor } from './shop';
import { stepsFor } from './steps';

const { plan: stated } = BATTERY.find((b) => b.name === 'a ring main with three blocks on it')!;

test('a ring is dug for, laid and bought by the name that it has on the sheet', () => {
  const plan = fillIn({ ...stated, build: { mains: 'buried' } });
  const titles = stepsFor(plan, (v, k) => format(v, k, METRIC)).map((s) => s.title);
  expect(titles).toContain('Dig the trench to the ring to tee 3');
  expect(titles).toContain('Lay the main to the ring to tee 3');
  expect(titles.join()).not.toContain('tee 0');
  const ring = layOut(plan).mains.find((m) => m.ring)!;
  const things = shopFor(plan)
    .lines.flatMap((l) => l.things)
    .filter((t) => t.at.id === 'ring');
  expect(things.find((t) => t.laidM !== undefined && Math.abs(t.laidM - ring.lengthM) < 1e-9)).toBeDefined();
  expect(things.filter((t) => t.item.id.startsWith('valve:'))).toHaveLength(1);
});

test('a tee that a ring comes down to is a low point where it lies under all its neighbours, the ring’s other end among them', () => {
  const at = (heights: number[]) =>
    lowPoints(
      fillIn({
        ...stated,
        sources: [{ ...stated.sources[0], heightM: 5 }],
        tees: stated.tees!.map((t, i) => ({ ...t, heightM: heights[i] })),
        blocks: stated.blocks.map((b) => ({ ...b, heightM: 6 })),
      }),
    ).map((p) => p.name);
  expect(at([4, 3, 2])).toContain('tee 3 of the main');
  expect(at([4, 3, 2]).join()).not.toContain('tee 0');
  // Its own piece comes down to it, but the ring leads on downwards to the head.
  expect(at([9, 8, 7])).not.toContain('tee 3 of the main');
});
