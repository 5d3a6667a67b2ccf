import { createPinia, setActivePinia } from 'pinia';
import { blankPlan, type Plan } from '../../../core/plan';
import { useEdits } from '../edits';
import { usePlan } from '../plan';

const START: Plan = {
  ...blankPlan('metric'),
  blocks: [
    { id: 'b', xM: 10, yM: 5, turnDeg: 90, places: {}, beds: { single: { '4': { crop: 'squash' } } } },
  ],
  watering: { sets: [{ id: 's', beds: [{ block: 'b', keys: ['5', '6'] }] }] },
};

let plan: ReturnType<typeof usePlan>;
let edits: ReturnType<typeof useEdits>;
beforeEach(() => {
  setActivePinia(createPinia());
  plan = usePlan();
  edits = useEdits();
  plan.open(structuredClone(START));
});
const places = () => plan.plan.blocks[0].places!;

test('a plant put on the sheet lies where it was put, in the block’s own frame, under a number nothing is kept by', () => {
  // The block's beds run to the right: 3 m to the right of its place is 3 m along them.
  expect(edits.addPlant('b', 13, 5)).toBe('5');
  expect(places().plants).toEqual([{ id: '5', xM: 0, yM: 3 }]);
  edits.movePlant('b', '5', 10, 4);
  expect(places().plants).toEqual([{ id: '5', xM: 1, yM: 0 }]);
});

test('what is said of some plants is theirs alone, and goes with them', () => {
  edits.addPlants(
    'b',
    [
      { xM: 0, yM: 1 },
      { xM: 0, yM: 2 },
    ],
    'x',
  );
  edits.plant('b', ['6'], { emitters: 3 }, 'x');
  edits.single({ block: 'b', key: '5' }, { crop: 'tomato' }, 'x');
  expect(places().plants!.map((p) => p.emitters)).toEqual([undefined, 3]);
  edits.removePlants('b', ['5']);
  expect(places().plants!.map((p) => p.id)).toEqual(['6']);
  expect(plan.plan.blocks[0].beds!.single).toEqual({ '4': { crop: 'squash' } });
  expect(plan.plan.watering!.sets![0].beds[0].keys).toEqual(['6']);
  plan.undo();
  expect(places().plants).toHaveLength(2);
});

test('pipe beyond a joint that is taken out comes from where its own came from', () => {
  const a = edits.addJoint('b', 'feed', 12, 5)!;
  const c = edits.addJoint('b', a, 15, 5)!;
  const d = edits.addJoint('b', c, 15, 9)!;
  edits.joinJoints('b', d, a);
  expect(places().loops).toHaveLength(1);
  edits.joinJoints('b', a, d);
  expect(places().loops).toEqual([]);
  edits.joinJoints('b', d, 'feed');
  edits.removeJoint('b', c);
  expect(places().joints!.map((j) => [j.id, j.from])).toEqual([
    [a, 'feed'],
    [d, a],
  ]);
  expect(places().loops).toHaveLength(1);
  edits.removeJoint('b', d);
  expect(places().loops).toEqual([]);
  expect(places().route).toBe('drawn');
});

test('a block goes to plants and back, and one step undoes it', () => {
  edits.grow('b', 'beds');
  expect(places()).toBeUndefined();
  expect(plan.plan.watering!.sets![0].beds).toEqual([{ block: 'b' }]);
  plan.undo();
  expect(places()).toEqual({});
});

test('plants beside beds have their own label and numbers, and go back to bare ones', () => {
  edits.addPlants('b', [{ xM: 0, yM: 1 }], 'x');
  edits.single({ block: 'b', key: '5' }, { crop: 'squash' }, 'x');
  edits.grow('b', 'both');
  expect(places().plants!.map((p) => p.id)).toEqual(['p5']);
  expect(plan.plan.blocks[0].beds!.single).toEqual({ '4': { crop: 'squash' }, p5: { crop: 'squash' } });
  const id = places().tape!;
  expect(plan.full.blocks[0].tapes[id].kind).toBe('emitters');
  expect(plan.full.blocks[0].tape.kind).toBe('tape');
  expect(edits.addPlant('b', 13, 5)).toBe('p6');
  edits.grow('b', 'plants');
  expect(places().plants!.map((p) => p.id)).toEqual(['5', '6']);
  expect(plan.plan.blocks[0].beds!.single!['5']).toEqual({ crop: 'squash' });
  expect(plan.plan.tapes).toBeUndefined();
  edits.grow('b', 'both');
  edits.removeTape(places().tape!);
  expect(places().tape).toBeUndefined();
});
