import type { Plan, StatedPart } from '../plan';
import { BLOCK, SOUND, source, tank, parts, HEAD } from './batteryBase.testing';
import { judge, offersFor } from './index';

const vents = (plan: Plan): string[] =>
  judge(plan)
    .each.filter((f) => f.code === 'no-vent')
    .map((f) => (f.place.kind === 'main' ? `main ${f.place.to}` : f.place.kind));
const overTee = (heightM: number, vent = false): Plan => ({
  ...SOUND,
  tees: [{ id: 't', xM: 0, yM: -2, heightM, vent, main: { pipe: 'pe-1-1/4' } }],
  blocks: [{ ...BLOCK, main: { pipe: 'pe-1-1/4', from: 't' } }],
});

describe('air gathers at the highest point of a main', () => {
  test('at the head, where all of it falls away', () => {
    expect(vents(source({ heightM: 6 }))).toEqual(['head']);
    expect(vents({ ...source({ heightM: 6 }), head: [...HEAD, ...parts('air-vent')] })).toEqual([]);
    expect(vents(source({ heightM: 0 }))).toEqual([]);
  });

  test('not at a tank, which is open to the air', () => expect(vents(tank({ heightM: 6 }))).toEqual([]));

  test('at a tee over both its neighbours, unless it has a vent or one of them is as high', () => {
    expect(vents(overTee(5))).toEqual(['main t']);
    expect(vents(overTee(5, true))).toEqual([]);
    expect(vents(overTee(0.2))).toEqual([]);
    expect(
      vents({ ...overTee(5), blocks: [{ ...BLOCK, heightM: 5.1, main: { pipe: 'pe-1-1/4', from: 't' } }] }),
    ).not.toContain('main t');
  });

  test('at a block’s inlet that stands over its main', () => {
    const high = { ...SOUND, blocks: [{ ...BLOCK, heightM: 4 }] };
    expect(vents(high)).toEqual(['main b']);
    expect(
      vents({ ...high, blocks: [{ ...BLOCK, heightM: 4, inlet: [...BLOCK.inlet!, ...parts('air-vent')] }] }),
    ).toEqual([]);
  });

  test('not where nothing flows: a block out of use stands still', () => {
    const resting = { ...BLOCK, id: 'c', heightM: 6, xM: 60, inUse: false };
    expect(vents({ ...SOUND, blocks: [BLOCK, resting] })).toEqual([]);
    expect(vents({ ...SOUND, blocks: [BLOCK, { ...resting, inUse: true }] })).toEqual(['main c']);
  });

  test('a vent is offered where it is missing: on the tee, at the block, or last in the head', () => {
    const offered = (plan: Plan) => {
      const judged = judge(plan);
      const finding = judged.each.find((f) => f.code === 'no-vent')!;
      const { plan: open, results } = judged.worst;
      return offersFor({ finding, plan: open, results, whole: judged.plan })[0][0][0];
    };
    expect(offered(overTee(5))).toEqual({ kind: 'vent-tee', tee: 't' });
    expect(offered({ ...SOUND, blocks: [{ ...BLOCK, heightM: 4 }] })).toMatchObject({ place: 'b', at: 0 });
    expect(offered(source({ heightM: 6 }))).toMatchObject({ place: 'head', at: HEAD.length });
  });
});

describe('buried runs that fall away from their header suck in soil when they drain', () => {
  const falling = (lies: 'buried' | 'surface', slopeAlong: number, more: StatedPart[] = []): string[] =>
    vents({
      ...SOUND,
      blocks: [{ ...BLOCK, ground: { slopeAlong }, tape: { lies }, inlet: [...BLOCK.inlet!, ...more] }],
    });

  test('told of buried ones alone, where they fall, and where no vent breaks the vacuum', () => {
    expect(falling('buried', -0.05)).toEqual(['main b']);
    expect(falling('surface', -0.05)).toEqual([]);
    expect(falling('buried', 0.05)).toEqual([]);
    expect(falling('buried', -0.05, parts('air-vent'))).toEqual([]);
  });
});
