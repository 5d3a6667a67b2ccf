import { blankPlan, fillIn, readPlan, writePlan, type Plan, type TankSource } from '../plan';
import { drawnOn, mostUnderTankKpa } from './underTank';

const TAP: Plan['sources'][number] = { id: 't', kind: 'tap' };
const tank = (highM: number): Plan['sources'][number] => ({
  id: 's',
  kind: 'tank',
  outletM: highM - 1,
  highM,
  lowM: highM - 0.8,
  heightM: 0.5,
});
const plan = (more: Partial<Plan> = {}, highM = 2): Plan => ({
  ...blankPlan('metric'),
  sources: [TAP, tank(highM)],
  blocks: [{ id: 'b', name: 'Yard', heightM: 0 }],
  ...more,
});
const on = (p: Plan, sourceId: string): Plan => ({ ...p, sourceId });
const toTank = (p: Plan) => drawnOn(on(p, 't'), on(p, 's'));
const HEAD_PARTS = [
  { id: 'valve', kind: 'ball-1' },
  { id: 'timer', kind: 'timer-3/4' },
  { id: 'screen', kind: 'screen-1', mesh: 140 },
];

describe('what cannot work under a tank', () => {
  it('is reckoned from its highest water over the lowest block', () => {
    const full = fillIn(plan());
    // 2 m over ground that is 0.5 m over the block: 2.5 m of water.
    expect(mostUnderTankKpa(full.sources[1] as TankSource, full)).toBeCloseTo(24.517, 3);
  });

  it('is taken out, or changed for what needs no pressure, and said; the rest stays as it was stated', () => {
    const stated = plan({
      head: HEAD_PARTS,
      blocks: [{ id: 'b', name: 'Yard', inlet: [{ id: 'r', kind: 'regulator-mid' }] }],
    });
    const { plan: under, says } = toTank(stated);
    expect(under.head).toEqual([
      { id: 'valve', kind: 'ball-1' },
      { id: 'timer', kind: 'timer-zero-3/4' },
      { id: 'screen', kind: 'screen-1', mesh: 140 },
    ]);
    expect(under.blocks[0].inlet).toEqual([]);
    expect(says).toEqual([
      'put a ¾ in zero-pressure timer for the ¾ in hose timer of the head',
      'take out the mid-flow regulator of Yard',
    ]);
  });

  it('is said of what is typical too, which changes by itself and comes back by itself', () => {
    const { plan: under, says } = toTank(plan());
    expect(says).toEqual(['take out the mid-flow regulator of Yard']);
    expect(under).toEqual(on(plan(), 's'));
    expect(fillIn(under).blocks[0].inlet).toEqual([]);
    expect(fillIn(on(under, 't')).blocks[0].inlet.map((p) => p.kind)).toEqual(['regulator-mid']);
  });

  it('is nothing under a tank that stands high enough', () => {
    // 69 kPa and what timers need lie below 12 m of water.
    const high = plan(
      { head: HEAD_PARTS, blocks: [{ id: 'b', inlet: [{ id: 'r', kind: 'regulator-mid' }] }] },
      12,
    );
    expect(toTank(high)).toEqual({ plan: on(high, 's'), says: [] });
  });

  it('comes back with another source, through a file too, where nothing was changed since', () => {
    const stated = on(
      plan({
        head: HEAD_PARTS,
        blocks: [{ id: 'b', name: 'Yard', inlet: [{ id: 'r', kind: 'regulator-mid' }] }],
      }),
      't',
    );
    const { plan: under } = drawnOn(stated, on(stated, 's'));
    const read = readPlan(writePlan(under));
    if (!read.ok) throw new Error(read.problems[0].what);
    const back = drawnOn(read.plan, on(read.plan, 't'));
    expect(back.plan).toEqual(stated);
    expect(back.says).toHaveLength(2);
    const changed: Plan = { ...under, head: [{ id: 'valve', kind: 'ball-1' }] };
    const kept = drawnOn(changed, on(changed, 't'));
    expect(kept.plan.head).toEqual([{ id: 'valve', kind: 'ball-1' }]);
    expect(kept.plan.blocks[0].inlet).toEqual([{ id: 'r', kind: 'regulator-mid' }]);
    expect(kept.plan.setAside).toBeUndefined();
    expect(kept.says[0]).toMatch(/the head stay as you changed them/);
  });

  it('from one tank to another nothing is taken out again', () => {
    const two = plan({ sources: [tank(2), { ...tank(3), id: 'u' }], head: HEAD_PARTS });
    expect(drawnOn(on(two, 's'), on(two, 'u'))).toEqual({ plan: on(two, 'u'), says: [] });
  });
});

describe('plans of version 5', () => {
  const old = (kind: string) =>
    readPlan(
      JSON.stringify({
        ...blankPlan('metric'),
        version: 5,
        sources: [{ id: 's', kind }],
        blocks: [{ id: 'b' }, { id: 'c', inlet: [] }],
      }),
    );

  it('read the same: under a tank the inlet that was typical is stated', () => {
    const tankPlan = old('tank');
    if (!tankPlan.ok) throw new Error(tankPlan.problems[0].what);
    expect(fillIn(tankPlan.plan).blocks.map((b) => b.inlet.map((p) => p.kind))).toEqual([
      ['regulator-mid'],
      [],
    ]);
    const tap = old('tap');
    expect(tap.ok && tap.plan.blocks[0].inlet).toBeUndefined();
  });
});
