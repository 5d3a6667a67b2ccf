import { blankPlan, type Plan } from '../plan';
import { METRIC } from '../units';
import { describe as inWords, judge } from './index';

const crossed = (more: Partial<Plan>, pipe = 'pe-1') => {
  const { plan, each } = judge({
    ...blankPlan('metric'),
    sources: [{ id: 's', kind: 'tap', xM: -10, yM: 0 }],
    obstacles: [
      {
        id: 'l',
        kind: 'lane',
        name: 'Mill lane',
        points: [
          [-5, -20],
          [-5, 20],
        ],
        widthM: 3,
      },
    ],
    ...more,
    blocks: [{ id: 'b', xM: 0, yM: 0, main: { pipe } }],
  });
  const found = each.filter((f) => f.code === 'lane-crossed');
  return found.map((f) => ({ ...f, words: inWords(f, plan, METRIC) }));
};

test('a main under a lane is told with the length to bury, and defers to whoever locates what is buried', () => {
  const [f, ...others] = crossed({});
  expect(others).toEqual([]);
  expect(f).toMatchObject({
    grade: 'note',
    place: { kind: 'main', to: 'b' },
    measured: expect.closeTo(3, 9),
  });
  expect(f.words.title).toBe('A pipe goes under the Mill lane');
  expect(f.words.why).toMatch(/located before digging/);
});

test('flat hose cannot be buried: that is to be mended', () => {
  expect(crossed({}, 'layflat-2')[0]).toMatchObject({ grade: 'mend', says: { flat: true } });
});

test('no pipe goes through a building; trees and wet ground stop none', () => {
  const at = (kind: 'building' | 'wet' | 'tree') =>
    crossed({
      obstacles: [
        {
          id: 'x',
          kind,
          points:
            kind === 'tree'
              ? [[-5, 0]]
              : [
                  [-7, -3],
                  [-7, 3],
                  [-4, 3],
                  [-4, -3],
                ],
        },
      ],
    });
  expect(at('building')[0]).toMatchObject({ grade: 'mend', measured: expect.closeTo(3, 9) });
  expect([...at('wet'), ...at('tree')]).toEqual([]);
});

test('a header that lies along a lane’s ditch is told once, with all of it', () => {
  const [f] = crossed({
    obstacles: [
      {
        id: 'd',
        kind: 'ditch',
        points: [
          [2, -5],
          [2, 50],
        ],
        widthM: 1,
      },
    ],
  });
  expect(f).toMatchObject({ place: { kind: 'header', block: 0 }, measured: expect.closeTo(1, 9) });
});
