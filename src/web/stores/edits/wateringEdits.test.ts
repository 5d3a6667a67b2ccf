import { createPinia, setActivePinia } from 'pinia';
import { blankPlan, readPlan, writePlan, type BedGroup } from '../../../core/plan';
import { useEdits } from '../edits';
import { usePlan } from '../plan';

beforeEach(() => {
  setActivePinia(createPinia());
  usePlan().open({
    ...blankPlan('metric'),
    blocks: [
      { id: 'a', name: 'A', beds: { count: 4 } },
      { id: 'b', name: 'B', beds: { count: 3, single: { 2: { resting: true } } } },
    ],
  });
});

/** Whatever was edited, the plan can be saved and read back. */
afterEach(() => {
  const { plan } = usePlan();
  expect(readPlan(writePlan(plan))).toEqual({ ok: true, plan: JSON.parse(JSON.stringify(plan)) });
});

const bedsOf = (id: string): BedGroup[] => usePlan().full.watering.sets.find((s) => s.id === id)!.beds;
const bed = (block: string, key: string) => ({ block, key });

describe('sets by hand', () => {
  test('beds are painted in, out of one set and into another, in the order they lie', () => {
    const edits = useEdits();
    const first = edits.addSet();
    const second = edits.addSet();
    edits.putInSet([bed('a', '3'), bed('a', '1')], first);
    expect(bedsOf(first)).toEqual([{ block: 'a', keys: ['1', '3'] }]);
    edits.putInSet([bed('a', '3'), bed('b', '1')], second);
    expect(bedsOf(first)).toEqual([{ block: 'a', keys: ['1'] }]);
    expect(bedsOf(second)).toEqual([
      { block: 'a', keys: ['3'] },
      { block: 'b', keys: ['1'] },
    ]);
    edits.putInSet([bed('a', '1')], undefined);
    expect(bedsOf(first)).toEqual([]);
    edits.removeSet(first);
    expect(usePlan().full.watering.sets.map((s) => s.id)).toEqual([second]);
  });

  test('sets are put in another order, one step for a movement, and never beyond the ends', () => {
    const plan = usePlan();
    const edits = useEdits();
    const ids = [edits.addSet(), edits.addSet(), edits.addSet()];
    const order = (): string[] => plan.full.watering.sets.map((s) => s.id);
    edits.moveSet(ids[0], 2);
    expect(order()).toEqual([ids[1], ids[2], ids[0]]);
    const before = plan.plan;
    edits.moveSet(ids[0], 9);
    expect(plan.plan).toBe(before);
    for (const to of [1, 0, -1]) edits.moveSet(ids[0], to, 'order');
    expect(order()).toEqual(ids);
    plan.undo();
    expect(order()).toEqual([ids[1], ids[2], ids[0]]);
  });

  test('one stroke is one step, and the plan is as it was after undoing all', () => {
    const plan = usePlan();
    const edits = useEdits();
    const before = plan.plan;
    const id = edits.addSet();
    for (const key of ['1', '2', '3']) edits.putInSet([bed('a', key)], id, 'stroke');
    expect(bedsOf(id)).toEqual([{ block: 'a', keys: ['1', '2', '3'] }]);
    plan.undo();
    expect(bedsOf(id)).toEqual([]);
    plan.undo();
    expect(plan.plan).toEqual(before);
  });

  test('a block behind one valve goes as a whole, and is in one set', () => {
    const edits = useEdits();
    const first = edits.addSet();
    const second = edits.addSet();
    edits.putInSet([bed('a', '1')], first);
    edits.putInSet([bed('a', '2')], second);
    edits.blockValves('a', 'block');
    expect(bedsOf(first)).toEqual([{ block: 'a' }]);
    expect(bedsOf(second)).toEqual([]);
    edits.putInSet([bed('a', '4')], second);
    expect(bedsOf(first)).toEqual([]);
    expect(bedsOf(second)).toEqual([{ block: 'a' }]);
    // With a valve at each bed again, one bed can be taken out of the whole.
    edits.blockValves('a', undefined);
    edits.putInSet([bed('a', '2')], undefined);
    expect(bedsOf(second)).toEqual([{ block: 'a', keys: ['1', '3', '4'] }]);
  });

  test('a block that is removed goes from its sets and notes', () => {
    const edits = useEdits();
    const id = edits.addSet();
    edits.putInSet([bed('a', '1'), bed('b', '1')], id);
    edits.addNote('2027-06-01', 'a', 'moist');
    usePlan().pickBlock('a');
    edits.removeBlock();
    expect(bedsOf(id)).toEqual([{ block: 'b', keys: ['1'] }]);
    expect(usePlan().full.watering.notes).toEqual([]);
  });

  test('starts are set and given back to the day; a name, and minutes of a hand’s own', () => {
    const edits = useEdits();
    const id = edits.addSet();
    edits.setFields(id, { starts: [300, 900], minutes: 25, name: 'North' }, 'set');
    expect(usePlan().full.watering.sets[0]).toMatchObject({ starts: [300, 900], minutes: 25, name: 'North' });
    edits.freeStarts();
    edits.setFields(id, { minutes: undefined, name: undefined }, 'by need');
    expect(usePlan().full.watering.sets[0]).toEqual({ id, name: 'Set 1', beds: [] });
  });

  test('valves are turned where a set says, and opened again', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.turnValves(
      [
        [
          'a',
          [
            ['1', 40],
            ['2', 12],
          ],
        ],
      ],
      [{ block: 'a' }],
    );
    expect(plan.full.blocks[0].beds.single).toMatchObject({ 1: { valveDeg: 40 }, 2: { valveDeg: 12 } });
    // Turned anew, one that is not named stands open.
    edits.turnValves([['a', [['1', 30]]]], [{ block: 'a' }]);
    expect(plan.full.blocks[0].beds.single).toEqual({ 1: { valveDeg: 30 } });
    edits.openValves();
    expect(plan.full.blocks[0].beds.single).toEqual({});
  });
});

describe('need, hours and weather', () => {
  test('what is taken back leaves nothing behind', () => {
    const plan = usePlan();
    const edits = useEdits();
    const before = plan.plan;
    edits.need({ depthMm: 30 }, 'set');
    edits.hours('pump', { fromMin: 400 }, 'set');
    edits.plantCrop('salad', '2027-05-01');
    edits.cropFields('salad', { kcMiddle: 1.2 });
    expect(plan.full.watering).toMatchObject({
      need: { depthMm: 30 },
      day: { pump: { fromMin: 400, toMin: 1260 } },
      planted: { salad: '2027-05-01' },
      crops: { salad: { kcMiddle: 1.2 } },
    });
    for (let i = 0; i < 4; i++) plan.undo();
    expect(plan.plan).toEqual(before);
  });

  test('days of weather are put in order, those of a day that is there replaced, impossible ones refused', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.takeWeather([
      { date: '2027-05-02', minC: 8, maxC: 20 },
      { date: '2027-05-01', minC: 7, maxC: 19 },
    ]);
    edits.takeWeather([{ date: '2027-05-02', minC: 9, maxC: 22 }]);
    expect(plan.full.watering.weather!.days.map((d) => [d.date, d.maxC])).toEqual([
      ['2027-05-01', 19],
      ['2027-05-02', 22],
    ]);
    expect(edits.takeWeather([{ date: '2027-05-03', minC: 30, maxC: 20 }])?.what).toMatch(
      /minimum temperature/,
    );
    expect(edits.takeWeather([{ date: '2027-05-03', minC: 30, maxC: 900 }])).toBeDefined();
    expect(plan.full.watering.weather!.days).toHaveLength(2);
    edits.dropWeather();
    expect(plan.full.watering.weather).toBeUndefined();
  });

  test('a note of the same day and block replaces the one before', () => {
    const edits = useEdits();
    edits.addNote('2027-06-01', 'a', 'dry');
    edits.addNote('2027-06-01', 'a', 'moist');
    const { notes } = usePlan().full.watering;
    expect(notes.map((n) => n.feel)).toEqual(['moist']);
    edits.removeNote(notes[0].id);
    expect(usePlan().full.watering.notes).toEqual([]);
  });
});
