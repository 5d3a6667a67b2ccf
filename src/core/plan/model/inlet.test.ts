import { blankPlan, fillIn, type Plan } from '../index';

const inlet = (source: object, block: object = {}): string[] =>
  fillIn({
    ...blankPlan('metric'),
    sources: [{ id: 's', ...source } as Plan['sources'][number]],
    blocks: [{ id: 'b', ...block }],
  }).blocks[0].inlet.map((p) => p.kind);
const tank = (highM: number, more: object = {}) => ({
  kind: 'tank',
  outletM: 0.5,
  lowM: 0.6,
  highM,
  ...more,
});

describe('what stands at a block’s inlet by default', () => {
  test('a regulator, where the source has pressure for it', () => {
    expect(inlet({ kind: 'tap' })).toEqual(['regulator-mid']);
    expect(inlet({ kind: 'well' })).toEqual(['regulator-mid']);
  });

  test('nothing under a tank whose highest water gives no more than it would let out', () => {
    // It is set to 69 kPa: 7.03 m of water.
    expect(inlet(tank(7))).toEqual([]);
    expect(inlet(tank(7.1))).toEqual(['regulator-mid']);
    // Heights count: of the tank’s foot over the block, and of a float.
    expect(inlet(tank(5, { heightM: 3 }))).toEqual(['regulator-mid']);
    expect(inlet(tank(5), { heightM: -3 })).toEqual(['regulator-mid']);
    expect(inlet(tank(9, { level: 'held', floatM: 2 }))).toEqual([]);
  });

  test('what is stated stands, and changes as the source does', () => {
    expect(inlet(tank(2), { inlet: [{ id: 'r', kind: 'regulator-low' }] })).toEqual(['regulator-low']);
    const plan: Plan = {
      ...blankPlan('metric'),
      sources: [{ id: 't', kind: 'tap' }, { id: 's', ...tank(2) } as Plan['sources'][number]],
    };
    const of = (sourceId: string) => fillIn({ ...plan, sourceId }).blocks[0].inlet.length;
    expect([of('t'), of('s'), of('t')]).toEqual([1, 0, 1]);
  });
});
