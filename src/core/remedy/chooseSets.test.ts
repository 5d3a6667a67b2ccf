import { judge } from '../check';
import { blankPlan, fillIn, type Plan } from '../plan';
import { makeSets } from '../sets';
import { chooseSets } from './chooseSets';

/** A tap with flow enough for all at once, and a separator that needs some flow to spin. */
const plan = (leastLph: number, apart = true): Plan => ({
  ...blankPlan('metric'),
  sources: [
    {
      id: 's',
      kind: 'tap',
      method: 'gauge',
      shutKpa: 400,
      flowingKpa: 330,
      flowingLph: 6000,
      water: ['sandy'],
    },
  ],
  parts: [
    {
      ...{ id: 'own', role: 'separator', name: 'sand separator' },
      ...{ fixedKpa: 0, lossKpa: 15, atLph: 3000, dirtyKpa: 0, minLph: leastLph, maxLph: 8000 },
      ...{
        ratingKpa: 600,
        needsKpa: 0,
        setKpa: 70,
        opensKpa: 0,
        mesh: 120,
        inEnd: 'thread-1',
        outEnd: 'thread-1',
      },
    },
  ],
  head: [
    { id: 'backflow', kind: 'double-check' },
    { id: 'separator', kind: 'own' },
    { id: 'gauge', kind: 'gauge' },
    { id: 'screen', kind: 'screen-1' },
    { id: 'gauge-2', kind: 'gauge' },
  ],
  blocks: [
    {
      id: 'b',
      beds: { count: 8, lengthM: 30, runsPerBed: 2, single: { 1: { runs: 1 }, 2: { runs: 1 } } },
      header: { pipe: 'pe-1-1/4' },
      main: { pipe: 'pe-1-1/4' },
      inlet: [{ id: 'regulator', kind: 'regulator-low', setKpa: 69 }],
    },
  ],
  watering: { apart },
});

describe('choosing between sets', () => {
  it('keeps beds of unlike need apart where no set has new problems by it', () => {
    const chosen = chooseSets(plan(0), { afresh: true });
    expect(chosen.mixed).toBe(false);
    expect(chosen.sets.length).toBe(makeSets(fillIn(plan(0)), { afresh: true }).sets.length);
  });

  it('puts them together where a set alone would be too small for a part', () => {
    const p = plan(700);
    const apart = makeSets(fillIn(p), { afresh: true });
    expect(apart.sets.length).toBe(2);
    const found = judge({ ...p, watering: { ...p.watering, sets: apart.sets } }).each;
    expect(found.map((f) => f.code)).toContain('flow-under-rating');
    const chosen = chooseSets(p, { afresh: true });
    expect(chosen.mixed).toBe(true);
    expect(chosen.sets.length).toBe(1);
    const after = judge({ ...p, watering: { ...p.watering, sets: chosen.sets } }).each;
    expect(after.map((f) => f.code)).not.toContain('flow-under-rating');
  });

  it('does as it is told where beds need not be kept apart, and changes no sets that are only fitted', () => {
    expect(chooseSets(plan(700, false), { afresh: true }).mixed).toBe(false);
    const p = plan(700);
    const { sets } = makeSets(fillIn(p), { afresh: true });
    const fitted = chooseSets({ ...p, watering: { ...p.watering, sets } }, { afresh: false });
    expect(fitted.sets.length).toBe(2);
    expect(fitted.mixed).toBe(false);
  });

  it('opens whole blocks where a part of one is too little for its regulator', () => {
    // Three blocks that take turns; parted evenly each set would have a stump of one, under what its regulator works with.
    const block = (id: string, xM: number) => ({
      id,
      xM,
      yM: 5,
      beds: { count: 6, lengthM: 40, runsPerBed: 2 },
      header: { pipe: 'pe-1-1/4' },
      main: { pipe: 'pe-1-1/2' },
      inlet: [{ id: 'regulator', kind: 'regulator-mid', setKpa: 69, minLph: 900 }],
    });
    const stated: Plan = {
      ...blankPlan('metric'),
      sources: [{ id: 's', kind: 'tap', method: 'gauge', shutKpa: 400, flowingKpa: 250, flowingLph: 3300 }],
      head: [{ id: 'backflow', kind: 'double-check' }],
      blocks: [block('a', 0), block('b', 12), block('c', 24)],
      watering: { switching: { by: 'hand' } },
    };
    const parted = makeSets(fillIn(stated), { afresh: true });
    const wholes = makeSets(fillIn(stated), { afresh: true, wholes: true });
    expect(parted.sets.some((s) => s.beds.some((g) => g.keys))).toBe(true);
    expect(wholes.sets.every((s) => s.beds.every((g) => !g.keys))).toBe(true);
    const small = judge({ ...stated, watering: { ...stated.watering, sets: parted.sets } }).each;
    const chosen = chooseSets(stated, { afresh: true });
    expect(small.map((f) => f.code)).toContain('regulator-range');
    expect(chosen.worse.map((f) => f.code)).not.toContain('regulator-range');
    expect(chosen.sets).toEqual(wholes.sets);
  });
});
