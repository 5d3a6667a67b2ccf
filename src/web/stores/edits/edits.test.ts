import { createPinia, setActivePinia } from 'pinia';
import { blankPlan, branchPlace, HEAD, readPlan, writePlan } from '../../../core/plan';
import { useEdits } from '../edits';
import { usePlan } from '../plan';
import { freshId } from './fields';

beforeEach(() => {
  setActivePinia(createPinia());
  usePlan().open(blankPlan('metric'));
});

/** Whatever was edited, the plan can be saved and read back. */
afterEach(() => {
  const { plan } = usePlan();
  expect(readPlan(writePlan(plan))).toEqual({ ok: true, plan: JSON.parse(JSON.stringify(plan)) });
});

const kinds = (place = HEAD): string[] => {
  const { full } = usePlan();
  return (place === HEAD ? full.head : full.blocks.find((b) => b.id === place)!.inlet).map((p) => p.kind);
};

describe('sources', () => {
  test('another kind keeps the first, with all that was stated of it', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.source({ shutKpa: 444 }, 'set the gauge');
    edits.sourceKind('well');
    expect(plan.source.kind).toBe('well');
    edits.source({ volumeL: 300 }, 'set the tank', undefined, 'vessel');
    edits.curve({ method: 'label' }, 'by its label');
    edits.sourceKind('tap');
    expect(plan.source).toMatchObject({ kind: 'tap', shutKpa: 444 });
    edits.sourceKind('well');
    expect(plan.source).toMatchObject({ kind: 'well', vessel: { volumeL: 300 }, curve: { method: 'label' } });
    expect(plan.plan.sources).toHaveLength(2);
  });

  test('the head that was not stated follows the kind of source; one that was stays', () => {
    const edits = useEdits();
    expect(kinds()).toEqual(['vacuum-breaker', 'screen-3/4']);
    edits.sourceKind('tank');
    expect(kinds()).toEqual(['ball-1', 'screen-1']);
    edits.addPart(HEAD, 'gauge', 1);
    edits.sourceKind('pump');
    expect(kinds()).toEqual(['ball-1', 'gauge', 'screen-1']);
  });

  test('a source is added, made the backup, put in use: the two change places', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.source({ shutKpa: 300 }, 'x');
    const [first] = plan.plan.sources;
    edits.addSource('tank');
    const tank = plan.plan.sources[1].id;
    edits.backup({ sourceId: tank }, 'choose the backup');
    expect(plan.full.backup).toEqual({ sourceId: tank, takesOver: false });
    edits.addPart(branchPlace(tank), 'ball-1', 0);
    expect(plan.plan.sources[1].branch).toEqual([{ id: `${tank}-ball-1`, kind: 'ball-1' }]);
    edits.joinPipe(tank, { pipe: 'pe-32' }, 'the pipe to the head');
    expect(plan.full.sources[1].joins.pipe).toBe('pe-32');
    edits.useSource(tank);
    expect(plan.source.id).toBe(tank);
    expect(plan.full.backup?.sourceId).toBe(first.id);
    edits.removeSource(first.id);
    expect(plan.full.backup).toBeUndefined();
    edits.removeSource(tank);
    expect(plan.plan.sources).toHaveLength(1);
  });

  test('the source in use taken away leaves another in use', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.addSource('well');
    edits.removeSource(plan.source.id);
    expect(plan.source.kind).toBe('well');
    edits.backup(undefined, 'none');
  });

  test('a booster has its own curve', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.source({ kind: 'fixed' }, 'a booster', undefined, 'booster');
    edits.curve({ method: 'label', powerKw: 1.5 }, 'its label', undefined, true);
    expect(plan.source.booster).toMatchObject({ kind: 'fixed', curve: { method: 'label', powerKw: 1.5 } });
    expect(
      edits.curve(
        {
          points: [
            { flowLph: 0, headM: 10 },
            { flowLph: 9, headM: 20 },
          ],
          method: 'points',
        },
        'rises',
        undefined,
        true,
      ),
    ).toMatchObject({
      rule: 'contradiction',
    });
  });
});

describe('parts in line', () => {
  test('are put in, moved, set and taken out, each undone by name', () => {
    const plan = usePlan();
    const edits = useEdits();
    const gauge = edits.addPart(HEAD, 'gauge', 1);
    expect(kinds()).toEqual(['vacuum-breaker', 'gauge', 'screen-3/4']);
    edits.movePart(HEAD, gauge, 2);
    expect(kinds()).toEqual(['vacuum-breaker', 'screen-3/4', 'gauge']);
    edits.movePart(HEAD, gauge, 99);
    expect(kinds().at(-1)).toBe('gauge');
    edits.part(HEAD, 'screen-3/4', { mesh: 200 }, 'set the mesh');
    expect(plan.full.head[1].mesh).toBe(200);
    edits.part(HEAD, 'screen-3/4', { mesh: undefined }, 'its own mesh');
    expect(plan.full.head[1].mesh).toBe(155);
    edits.removePart(HEAD, 'vacuum-breaker');
    expect(plan.undoLabel).toBe('take a part out');
    plan.undo();
    expect(kinds()).toContain('vacuum-breaker');
  });

  test('inlets that are alike stay alike, whichever block’s is changed; then each is its own again', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.copyBlock();
    const [a, b] = plan.blocks.map((x) => x.id);
    plan.pickBlock(a);
    const inlets = () => plan.full.blocks.map((x) => x.inlet.map((p) => p.kind));
    const screen = edits.addPart(a, 'screen-1', 0);
    expect(inlets()[0]).not.toEqual(inlets()[1]);
    edits.inlets('alike');
    expect(inlets()[1]).toEqual(inlets()[0]);
    const id = edits.addPart(b, 'gauge', 0);
    edits.part(b, id, { ratingKpa: 777 }, 'rate it');
    expect(inlets()[0][0]).toBe('gauge');
    expect(plan.full.blocks[0].inlet[0].ratingKpa).toBe(777);
    edits.movePart(a, id, 1);
    expect(inlets()[1][1]).toBe('gauge');
    edits.removePart(a, id);
    expect(inlets()[1]).toEqual(inlets()[0]);
    expect(inlets()[1]).not.toContain('gauge');
    edits.inlets('own');
    edits.removePart(a, screen);
    expect(inlets()[0]).not.toEqual(inlets()[1]);
    plan.undo();
    plan.undo();
    expect(inlets()[1]).toEqual(inlets()[0]);
  });

  test('a block’s typical inlet is stated once it is touched', () => {
    const plan = usePlan();
    const edits = useEdits();
    expect(plan.plan.blocks[0].inlet).toBeUndefined();
    edits.addPart('block-1', 'gate-1', 0);
    expect(kinds('block-1')).toEqual(['gate-1', 'regulator-mid']);
    expect(edits.part('block-1', 'regulator', { setKpa: -1 }, 'nonsense')).toMatchObject({
      rule: 'number.greater',
    });
    expect(plan.full.blocks[0].inlet[1].setKpa).toBe(69);
  });

  test('two of a kind have ids of their own', () => {
    const edits = useEdits();
    const ids = [0, 1, 2].map(() => edits.addPart(HEAD, 'gauge', 0));
    expect(new Set(ids).size).toBe(3);
    expect(freshId([{ id: 'x-2' }], 'x')).toBe('x-3');
  });
});

describe('the main', () => {
  test('a tee lies where it was put, between what it was put between, and taken out leaves what was', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.main('block-1', { pipe: 'pe-50', minorK: 2 }, 'change the main');
    const before = plan.laid.mains[0];
    const id = edits.addTee('block-1', 0.5);
    const [toTee, toBlock] = plan.laid.mains;
    expect(toTee).toMatchObject({ from: HEAD, to: id, piece: { pipe: 'pe-50', minorK: 2 } });
    expect(toBlock).toMatchObject({ from: id, to: 'block-1', piece: { pipe: 'pe-50' } });
    expect(toTee.lengthM + toBlock.lengthM).toBeCloseTo(before.lengthM, 1);
    edits.tee(id, { heightM: 2, vent: true }, 'raise it');
    expect(plan.full.tees[0]).toMatchObject({ heightM: 2, vent: true });
    const second = edits.addTee('block-1', 0.5);
    edits.removeTee(id);
    expect(plan.laid.mains.map((m) => [m.from, m.to])).toEqual([
      [HEAD, second],
      [second, 'block-1'],
    ]);
    edits.removeTee(second);
    expect(plan.plan.tees).toBeUndefined();
    expect(plan.laid.mains[0].lengthM).toBeCloseTo(before.lengthM, 9);
    expect(edits.addTee('nowhere', 0.5)).toBe('');
  });

  test('a piece cannot be hung on itself', () => {
    const plan = usePlan();
    const edits = useEdits();
    const id = edits.addTee('block-1', 0.4);
    expect(edits.main(id, { from: id }, 'hang it on itself')).toMatchObject({ rule: 'contradiction' });
    expect(plan.full.tees[0].main.from).toBe(HEAD);
  });
});

describe('blocks', () => {
  test('a copy lies clear of all others, is looked at, and can be shut and removed', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.block('beds', { count: 9 }, 'set the number of beds');
    edits.copyBlock();
    expect(plan.block).toMatchObject({ id: 'block-2', beds: { count: 9 } });
    const [a, b] = plan.laid.blocks;
    expect(b.block.xM).toBeGreaterThan(a.block.xM + a.box.rightM);
    edits.blockSelf({ inUse: false }, 'shut it');
    expect(plan.block.inUse).toBe(false);
    expect(plan.full.blocks[0].inUse).toBe(true);
    edits.bedLength({ block: 'block-2', key: '3' }, 12);
    expect(plan.full.blocks[0].beds.single).toEqual({});
    expect(plan.block.beds.single).toEqual({ '3': { lengthM: 12 } });
    edits.removeBlock();
    expect(plan.full.blocks).toHaveLength(1);
    expect(plan.block.id).toBe('block-1');
    edits.removeBlock();
    expect(plan.full.blocks).toHaveLength(1);
  });

  test('what is not changed stays the same list for those who draw it', () => {
    const plan = usePlan();
    const edits = useEdits();
    const before = plan.blocks;
    edits.source({ xM: -20 }, 'move the tap');
    expect(plan.blocks).toBe(before);
    edits.block('beds', { count: 3 }, 'fewer beds');
    expect(plan.blocks).not.toBe(before);
  });
});
