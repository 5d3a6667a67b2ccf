import type { Plan } from '../plan';
import { BLOCK, SOUND, source, tank, parts, HEAD } from './batteryBase.testing';
import { judge } from './index';

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
});
