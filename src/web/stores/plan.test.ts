import { createPinia, setActivePinia } from 'pinia';
import { blankPlan, type Happening } from '../../core/plan';
import { useEdits } from './edits';
import { usePlan } from './plan';

beforeEach(() => {
  setActivePinia(createPinia());
  usePlan().open(blankPlan('metric'));
});

describe('history', () => {
  test('an edit is undone and done again, by name', () => {
    const plan = usePlan();
    const edits = useEdits();
    expect(edits.block('beds', { count: 9 }, 'set the number of beds')).toBeUndefined();
    expect(plan.block.beds.count).toBe(9);
    expect(plan.undoLabel).toBe('set the number of beds');
    plan.undo();
    expect(plan.block.beds.count).toBe(6);
    expect(plan.plan).toEqual(blankPlan('metric'));
    expect(plan.redoLabel).toBe('set the number of beds');
    plan.redo();
    expect(plan.block.beds.count).toBe(9);
    edits.block('beds', { count: 3 }, 'again');
    expect(plan.redoLabel).toBeUndefined();
  });

  test('one movement of the hand is one step; coming back to the start is none', () => {
    const plan = usePlan();
    const edits = useEdits();
    for (const m of [29, 28, 27]) edits.bedLength({ block: 'block-1', key: '2' }, m, 'drag-1');
    expect(plan.block.beds.single['2']?.lengthM).toBe(27);
    edits.bedLength({ block: 'block-1', key: '2' }, 26, 'drag-2');
    plan.undo();
    expect(plan.block.beds.single['2']?.lengthM).toBe(27);
    plan.undo();
    expect(plan.block.beds.single['2']).toBeUndefined();
    expect(plan.undoLabel).toBeUndefined();
    edits.source({ xM: -9 }, 'move the tap', 'drag-3');
    edits.source({ xM: undefined }, 'move the tap', 'drag-3');
    expect(plan.undoLabel).toBeUndefined();
  });

  test('what is out of bounds, or contradicts, is refused with its reason and changes nothing', () => {
    const plan = usePlan();
    const edits = useEdits();
    const before = plan.plan;
    expect(edits.block('beds', { count: 501 }, 'too many')).toMatchObject({ rule: 'number.max', limit: 500 });
    expect(edits.block('beds', { lengthM: 0 }, 'none')).toMatchObject({ rule: 'number.greater', limit: 0 });
    expect(edits.block('beds', { count: 2.5 }, 'halves')).toMatchObject({ rule: 'number.integer' });
    expect(edits.block('tape', { minKpa: 99 }, 'upside down')).toMatchObject({ rule: 'contradiction' });
    expect(plan.plan).toBe(before);
    expect(plan.undoLabel).toBeUndefined();
  });

  test('going back to a default takes the statement away', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.block('main', { pipe: 'hose-3/4', boreMm: 18 }, 'state both');
    edits.block('main', { pipe: 'pe-2', boreMm: undefined, hazenWilliamsC: undefined }, 'another');
    expect(plan.plan.blocks[0].main).toEqual({ pipe: 'pe-2' });
    expect(plan.block.main.boreMm).toBe(52.5);
  });

  test('another kind of source keeps what was stated of the first', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.source({ triesS: [22, 23], name: 'yard tap' }, 'measure');
    edits.sourceKind('tank');
    edits.source({ lowM: 1.5 }, 'set the low water');
    expect(plan.source).toMatchObject({ kind: 'tank', lowM: 1.5 });
    edits.sourceKind('tap');
    expect(plan.source).toMatchObject({ kind: 'tap', name: 'yard tap', triesS: [22, 23] });
    edits.sourceKind('tank');
    expect(plan.source).toMatchObject({ kind: 'tank', lowM: 1.5 });
    expect(plan.full.sources).toHaveLength(2);
  });

  test('one length for all forgets single lengths', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.bedLength({ block: 'block-1', key: '1' }, 12);
    expect(plan.undoLabel).toBe('shorten bed 1');
    edits.bedLength({ block: 'block-1', key: '1' }, 14);
    expect(plan.undoLabel).toBe('lengthen bed 1');
    edits.evenLengths(0);
    expect(plan.block.beds.single).toEqual({});
    expect(plan.plan).toEqual({ ...blankPlan('metric'), blocks: [{ id: 'block-1', beds: {} }] });
  });

  test('a press that is refused is told by the page; a field tells it beside itself', () => {
    const plan = usePlan();
    const edits = useEdits();
    for (let i = 0; i < 59; i++) edits.copyBlock();
    expect([plan.plan.blocks.length, plan.told]).toEqual([60, undefined]);
    edits.copyBlock();
    expect(plan.plan.blocks).toHaveLength(60);
    expect(plan.told).toMatchObject({ rule: 'array.max', what: 'a plan holds at most 60 blocks' });
    expect(edits.block('beds', { count: 0 }, 'none', 'typing')).toBeDefined();
    expect(plan.told?.what).toBe('a plan holds at most 60 blocks');
  });

  test('while another page has the pen nothing is changed, and it says why; what that page does is followed', () => {
    const plan = usePlan();
    const edits = useEdits();
    const told: Happening[] = [];
    plan.listen((h) => void told.push(h));
    edits.block('beds', { count: 9 }, 'set');
    plan.undo();
    plan.reading = true;
    const before = plan.plan;
    expect(edits.block('beds', { count: 4 }, 'set')).toMatchObject({ rule: 'reading' });
    plan.redo();
    expect([plan.plan, plan.refused]).toEqual([before, 2]);
    expect(plan.follow(told[0])).toBe(true);
    expect(plan.block.beds.count).toBe(9);
    expect(
      plan.follow({
        do: 'step',
        step: { label: 'x', forth: [{ op: 'remove', path: '/no/where' }], back: [] },
      }),
    ).toBe(false);
    expect(plan.block.beds.count).toBe(9);
  });
});
