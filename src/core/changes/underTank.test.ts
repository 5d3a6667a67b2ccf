import { blankPlan, fillIn, HEAD, type Plan, type TankSource } from '../plan';
import { clearedForTank, mostUnderTankKpa } from './underTank';

const plan = (more: Partial<Plan> = {}, highM = 2): Plan => ({
  ...blankPlan('metric'),
  sources: [{ id: 's', kind: 'tank', outletM: highM - 1, highM, lowM: highM - 0.8, heightM: 0.5 }],
  blocks: [{ id: 'b', name: 'Yard', heightM: 0 }],
  ...more,
});
const cleared = (p: Plan) => {
  const full = fillIn(p);
  return clearedForTank(p, full, full.sources[0] as TankSource);
};

describe('what cannot work under a tank', () => {
  it('is reckoned from its highest water over the lowest block', () => {
    const full = fillIn(plan());
    // 2 m over ground that is 0.5 m over the block: 2.5 m of water.
    expect(mostUnderTankKpa(full.sources[0] as TankSource, full)).toBeCloseTo(24.517, 3);
  });

  it('is taken out, or changed for what needs no pressure, and said; the rest stays as it was stated', () => {
    const p = plan({
      head: [
        { id: 'valve', kind: 'ball-1' },
        { id: 'timer', kind: 'timer-3/4' },
        { id: 'screen', kind: 'screen-1', mesh: 140 },
      ],
    });
    const [head, inlet] = cleared(p);
    expect(head).toEqual({
      place: HEAD,
      parts: [
        { id: 'valve', kind: 'ball-1' },
        { id: 'timer', kind: 'timer-zero-3/4' },
        { id: 'screen', kind: 'screen-1', mesh: 140 },
      ],
      says: ['put a ¾ in zero-pressure timer for the ¾ in hose timer of the head'],
    });
    // The typical inlet is a regulator, which only costs pressure here.
    expect(inlet).toEqual({ place: 'b', parts: [], says: ['take out the mid-flow regulator of Yard'] });
  });

  it('is nothing under a tank that stands high enough', () => {
    // 69 kPa and what timers need lie below 12 m of water.
    const high = plan({ head: [{ id: 'timer', kind: 'timer-3/4' }] }, 12);
    expect(cleared(high)).toEqual([]);
  });
});
