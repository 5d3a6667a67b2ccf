import { layOut } from '../layout';
import { createPlanSolver, inletParts } from '../network';
import { KPA_PER_M } from '../hydraulics/water';
import { blankPlan, fillIn, type Plan, type StatedBlock } from '../plan';
import { switchboardOf, wiresOf } from './index';

/** Two blocks behind one tee, so far from the head, each in a set of its own unless they are said to be together. */
function farAway(lengthM: number, together = false, more: Partial<Plan['watering']> = {}): Plan {
  const block = (id: string): StatedBlock => ({ id, name: id, xM: 0, yM: lengthM + 1, main: { from: 't' } });
  const groups = together ? [['a', 'b']] : [['a'], ['b']];
  return {
    ...blankPlan('metric'),
    sources: [{ id: 's', kind: 'tap', xM: 0, yM: 0 }],
    tees: [{ id: 't', xM: 0, yM: lengthM, main: { from: 'head' } }],
    blocks: [block('a'), block('b')],
    watering: {
      switching: { by: 'wired' },
      sets: groups.map((own, i) => ({ id: `s${i}`, name: `S${i}`, beds: own.map((b) => ({ block: b })) })),
      ...more,
    },
  };
}
const wires = (plan: Plan) => wiresOf(fillIn(plan), layOut(fillIn(plan)));

test('cable is as thick as the voltage asks: 2 · L · I · 17.2 / A', () => {
  // 4 V may be lost at 0.4 A: 218 m on 0.75 mm², 436 m on 1.5 mm².
  expect(wires(farAway(200)).mm2).toBe(0.75);
  expect(wires(farAway(230)).mm2).toBe(1.5);
  expect(wires(farAway(420)).mm2).toBe(1.5);
  expect(wires(farAway(450)).mm2).toBe(2.5);
  const { worst } = wires(farAway(200));
  expect(worst!.arrivesV).toBeCloseTo(24 - (2 * worst!.lengthM * 0.4 * 17.2) / 0.75 / 1000, 9);
});

test('two valves on one station draw twice the current', () => {
  const one = wires(farAway(100)).worst!;
  const two = wires(farAway(100, true)).worst!;
  // Up to the tee both draw, beyond it each for itself.
  const alone = one.lengthM - 100;
  expect(24 - two.arrivesV).toBeCloseTo(((100 * 2 + alone) * 2 * 0.4 * 17.2) / 0.75 / 1000, 9);
  expect(switchboardOf(fillIn(farAway(100, true))).stations).toBe(1);
  expect(switchboardOf(fillIn(farAway(100))).stations).toBe(2);
});

test('a cable has a core for each station beyond and one that they share', () => {
  const [first, ...rest] = wires(farAway(50)).cables;
  expect([first.to, first.cores, first.valves]).toEqual(['t', 3, [1, 2]]);
  expect(rest.map((c) => [c.cores, c.valves])).toEqual([
    [2, [1]],
    [2, [2]],
  ]);
});

test('a valve at the head stands before its pipe, one at the block after it: the beds get the same', () => {
  const own = (valvesAt: 'head' | 'blocks'): Plan => ({
    ...blankPlan('metric'),
    sources: [
      {
        id: 's',
        kind: 'tap',
        method: 'gauge',
        shutKpa: 400,
        flowingKpa: 300,
        flowingLph: 3000,
        xM: 0,
        yM: 0,
      },
    ],
    blocks: [
      { id: 'a', xM: 0, yM: 60, heightM: 2, inlet: [] },
      { id: 'b', xM: 20, yM: 60, heightM: 2, inlet: [] },
    ],
    watering: {
      switching: { by: 'wired', valvesAt },
      sets: ['a', 'b'].map((b) => ({ id: b, name: b, beds: [{ block: b }] })),
    },
  });
  const solved = (valvesAt: 'head' | 'blocks') => createPlanSolver().solve(fillIn(own(valvesAt)));
  const [head, blocks] = [solved('head'), solved('blocks')];
  expect(head.flowLph).toBeCloseTo(blocks.flowLph, 3);
  expect(head.demand.neededKpa).toBeCloseTo(blocks.demand.neededKpa, 6);
  const [atHead] = inletParts(head, head.blocks[0]);
  const [atBlock] = inletParts(blocks, blocks.blocks[0]);
  // By its label: 20 kPa at 3600 L/h, with the square of the flow.
  const lostKpa = 20 * (head.blocks[0].flowLph / 3600) ** 2;
  expect(atHead.beforeKpa - atHead.afterKpa).toBeCloseTo(lostKpa, 6);
  expect(atBlock.beforeKpa - atBlock.afterKpa).toBeCloseTo(lostKpa, 6);
  // Between the two lie the main and 2 m of rise.
  const main = head.mains.find((m) => m.laid.to === 'a')!;
  expect(atHead.afterKpa - head.blocks[0].entryKpa).toBeCloseTo(main.frictionKpa + 2 * KPA_PER_M, 3);
  expect(atHead.restKpa - atBlock.restKpa).toBeCloseTo(2 * KPA_PER_M, 6);
});

test('a head timer opens one thing, and one with outlets each of its own', () => {
  const plan = (timer: string): Plan => ({
    ...blankPlan('metric'),
    head: [{ id: 'clock', kind: timer }],
    blocks: [{ id: 'a' }, { id: 'b' }],
    watering: { sets: ['a', 'b'].map((b) => ({ id: b, name: b, beds: [{ block: b }] })) },
  });
  const board = (timer: string) => switchboardOf(fillIn(plan(timer)));
  expect(board('timer-1').sets.map((s) => s.problems.map((p) => p.why))).toEqual([['shared'], ['shared']]);
  expect(board('timer-2-3/4').sets.map((s) => s.problems)).toEqual([[], []]);
  expect(board('timer-2-3/4').valves.map((v) => v.outlet)).toEqual([1, 2]);
  // A station timer tells valves that stand at the blocks' own pipes, and its own shuts all of them off.
  const stations = board('timer-stations-1');
  expect(stations.sets.map((s) => [s.problems.length, s.stations])).toEqual([
    [0, [1]],
    [0, [2]],
  ]);
  expect(stations.valves.map((v) => v.part?.planned)).toEqual(['head', 'head']);
  expect(stations.master?.id).toBe('clock');
});
