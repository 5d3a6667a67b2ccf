import { createPinia, setActivePinia } from 'pinia';
import { blankPlan, readPlan, writePlan } from '../../../core/plan';
import { useEdits } from '../edits';
import { usePlan } from '../plan';

beforeEach(() => {
  setActivePinia(createPinia());
  usePlan().open(blankPlan('metric'));
});

/** Whatever was edited, the plan can be saved and read back, and every step be undone to where it began. */
afterEach(() => {
  const plan = usePlan();
  expect(readPlan(writePlan(plan.plan))).toEqual({ ok: true, plan: JSON.parse(JSON.stringify(plan.plan)) });
  while (plan.undoLabel) plan.undo();
  expect(plan.plan).toEqual(blankPlan('metric'));
});

const FIELD: [number, number][] = [
  [5, 5],
  [5, 45],
  [17, 55],
  [25, 5],
];
const beds = () => usePlan().laidBlock.beds;
const keys = (): string[] => beds().map((b) => b.key);
const bed = (key: string) => ({ block: usePlan().block.id, key });

describe('outlines', () => {
  test('corners are kept from the lower left; corners that cross are refused with their sides', () => {
    const plan = usePlan();
    const edits = useEdits();
    expect(edits.outline(FIELD, 'draw an outline')).toBeUndefined();
    expect(plan.plan.blocks[0]).toMatchObject({
      xM: 5,
      yM: 5,
      outline: [
        [0, 0],
        [0, 40],
        [12, 50],
        [20, 0],
      ],
    });
    const before = plan.plan;
    expect(edits.outline([FIELD[0], FIELD[2], FIELD[1], FIELD[3]], 'cross')).toMatchObject({
      what: expect.stringMatching(/sides 1 and 3 cross/),
    });
    expect(plan.plan).toBe(before);
  });

  test('a tunnel takes the outline’s place, and the beds as they lie the tunnel’s', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.outline(FIELD, 'draw');
    edits.tunnel({ widthM: 8 }, 'make it a tunnel');
    expect(plan.block.outline).toBeUndefined();
    expect(plan.block.tunnel).toMatchObject({ widthM: 8, lengthM: 20 });
    edits.noOutline();
    expect(plan.block.tunnel).toBeUndefined();
    expect(beds()).toHaveLength(6);
  });

  test('a file’s first field goes to a block not yet begun, each other to one of its own', () => {
    const plan = usePlan();
    const edits = useEdits();
    const far = FIELD.map(([x, y]): [number, number] => [x + 60, y]);
    edits.takeGround(
      {
        outlines: [
          { name: 'Near', outline: FIELD },
          { name: 'Far', outline: far },
        ],
        heights: [{ xM: 0, yM: 0, zM: 3.00049 }],
        things: [
          {
            kind: 'lane',
            name: 'lane',
            points: [
              [0, 0],
              [9, 9],
            ],
            widthM: 4,
          },
        ],
        origin: { lon: 1, lat: 50 },
      },
      'fields.geojson',
    );
    expect(plan.undoLabel).toBe('bring in fields.geojson');
    expect(plan.full.blocks.map((b) => [b.name, b.xM])).toEqual([
      ['Near', 5],
      ['Far', 65],
    ]);
    expect(plan.ground).toMatchObject({ heights: [{ zM: 3 }], origin: { lat: 50 } });
    expect(plan.obstacles[0]).toMatchObject({ kind: 'lane', widthM: 4 });
    edits.takeGround({ outlines: [{ outline: FIELD }], heights: [], things: [] }, 'more.gpx');
    expect(plan.full.blocks).toHaveLength(3);
  });

  test('a block is added with the tape and header of the one looked at', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.block('tape', { flowLph: 1.4 }, 'set the flow');
    edits.block('header', { pipe: 'pe-50', along: 0.5 }, 'set the header');
    const id = edits.addBlock(FIELD);
    expect(plan.block.id).toBe(id);
    expect(plan.block.tape.flowLph).toBe(1.4);
    expect(plan.block.header).toMatchObject({ pipe: 'pe-50', along: 0 });
  });
});

describe('heights, things, pictures', () => {
  test('heights are set, moved, and taken away to none', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.addHeight(1, 2, 3);
    edits.addHeight(4, 5, 6);
    edits.height(1, { zM: 7 }, 'set height 2');
    expect(plan.ground.heights).toEqual([
      { xM: 1, yM: 2, zM: 3 },
      { xM: 4, yM: 5, zM: 7 },
    ]);
    edits.removeHeight(0);
    edits.removeHeight(0);
    expect(plan.plan.ground).toBeUndefined();
  });

  test('a tee put into the main on measured ground reads its height off it', () => {
    const plan = usePlan();
    const edits = useEdits();
    edits.addHeight(0, 0, 4);
    const id = edits.addTee('block-1', 0.5);
    expect(plan.plan.tees![0].heightM).toBeUndefined();
    expect(plan.full.tees.find((t) => t.id === id)!.heightM).toBe(4);
  });

  test('a thing is put in, named, moved and taken away', () => {
    const plan = usePlan();
    const edits = useEdits();
    const id = edits.addThing('tree', [[3, 3]]);
    edits.thing(id, { radiusM: 5, name: 'oak' }, 'name it');
    expect(plan.obstacles[0]).toMatchObject({ kind: 'tree', name: 'oak', radiusM: 5, marginM: 0.3 });
    edits.removeThing(id);
    expect(plan.undoLabel).toBe('take away the oak');
    expect(plan.plan.obstacles).toBeUndefined();
  });

  test('a picture must be one, and not too large', () => {
    const edits = useEdits();
    const u = {
      picture: 'data:image/png;base64,AAAA',
      widthPx: 9,
      heightPx: 9,
      xM: 0,
      yM: 0,
      mPerPx: 0.1,
      turnDeg: 0,
      strength: 0.7,
    };
    expect(edits.underlay(u, 'lay a picture')).toBeUndefined();
    expect(edits.underlay({ ...u, picture: 'javascript:alert(1)' }, 'no')).toBeDefined();
    expect(
      edits.underlay({ ...u, picture: `data:image/png;base64,${'A'.repeat(3_000_001)}` }, 'no'),
    ).toBeDefined();
    edits.underlay(undefined, 'take it away');
    expect(usePlan().plan.underlay).toBeUndefined();
  });
});

describe('single beds', () => {
  beforeEach(() => void useEdits().outline(FIELD, 'draw an outline'));

  test('either end moves by itself', () => {
    const edits = useEdits();
    const { nearM, farM } = beds()[3];
    edits.bedStart(bed('4'), 5);
    expect(beds()[3]).toMatchObject({ nearM: nearM + 5, farM: expect.closeTo(farM, 3) });
    edits.bedLength(bed('4'), 10);
    expect(usePlan().undoLabel).toBe('shorten bed 4');
    expect(beds()[3].lengthM).toBe(10);
    edits.evenLengths(0);
    expect(beds()[3]).toMatchObject({ nearM, farM });
  });

  test('split twice and joined again: what was particular to the pieces stays with them', () => {
    const edits = useEdits();
    edits.splitBed(bed('3'), 25);
    edits.paint([bed('3b')], { crop: 'squash' }, 'paint squash');
    edits.splitBed(bed('3'), 12);
    expect(keys().slice(2, 5)).toEqual(['3', '3b', '3c']);
    expect(beds().find((b) => b.key === '3c')!.single).toEqual({ crop: 'squash' });
    edits.joinBed(bed('3'));
    expect(keys().slice(2, 5)).toEqual(['3', '3b', '4']);
    expect(beds().find((b) => b.key === '3b')!.single).toEqual({ crop: 'squash' });
    edits.joinBed(bed('3'));
    expect(keys().slice(2, 4)).toEqual(['3', '4']);
  });

  test('joined to its neighbour, removed, brought back', () => {
    const edits = useEdits();
    const all = keys().length;
    edits.joinBed(bed('1'));
    expect(keys().slice(0, 2)).toEqual(['1', '3']);
    edits.removeBeds([bed('3'), bed('4')]);
    expect(usePlan().undoLabel).toBe('remove 2 beds');
    expect(keys()).toHaveLength(all - 3);
    edits.restoreBeds(0);
    expect(keys()).toHaveLength(all - 1);
  });

  test('a stroke across many beds is one step; wiping leaves nothing behind', () => {
    const plan = usePlan();
    const edits = useEdits();
    for (const key of ['1', '2', '5']) edits.paint([bed(key)], { crop: 'salad' }, 'paint salad', 'stroke 1');
    expect(Object.keys(plan.block.beds.single)).toEqual(['1', '2', '5']);
    plan.undo();
    expect(plan.block.beds.single).toEqual({});
    plan.redo();
    edits.paint([bed('1'), bed('2'), bed('5')], { crop: undefined }, 'wipe the crop off');
    expect(plan.plan.blocks[0].beds).toEqual({});
  });

  test('a further tape is named, changed, painted, and taken away from the beds that had it', () => {
    const plan = usePlan();
    const edits = useEdits();
    const id = edits.addTape();
    edits.nameTape(id, 'wide tape');
    edits.furtherTape(id, { boreMm: 22.2 }, 'set the tape’s bore');
    edits.paint([bed('2')], { tape: id }, 'lay wide tape');
    expect(plan.laid.blocks[0].runs.find((r) => r.bed === '2')!.tape.boreMm).toBe(22.2);
    edits.removeTape(id);
    expect(plan.plan.tapes).toBeUndefined();
    expect(plan.laid.blocks[0].runs.find((r) => r.bed === '2')!.tape.boreMm).toBe(15.9);
  });
});
