import { layOut } from '../layout';
import { blankPlan, fillIn, type Plan } from '../plan';
import { material } from '../catalog/materials';
import { layingPrice, pipePrice } from '../farm';
import { costOf, sourceCost } from './cost';

test('a change of the source costs what it then has and had not', () => {
  const plan = (more: object) =>
    fillIn({ ...blankPlan('metric'), sources: [{ id: 's', ...more } as Plan['sources'][number]] });
  const tank = { kind: 'tank', shape: 'stated', volumeL: 200, outletM: 0.5, lowM: 0.7, highM: 1.3 };
  // A stand of two metres for one of one: 60 more. A tank of 400 L is bought whole, at 0.12 a litre.
  expect(sourceCost(plan(tank), plan({ ...tank, outletM: 2, lowM: 2.2, highM: 2.8 }))).toBeCloseTo(60, 9);
  expect(sourceCost(plan(tank), plan({ ...tank, volumeL: 200, count: 2 }))).toBeCloseTo(
    24 + 6 + 4 + 8 + 14 + 60,
    9,
  );
  expect(sourceCost(plan(tank), plan(tank))).toBe(0);
  // A booster with the fittings that lead to it.
  const tap = { kind: 'tap' };
  const boosted = sourceCost(plan(tap), plan({ ...tap, booster: { kind: 'fixed' } }));
  expect(boosted).toBeGreaterThanOrEqual(250);
  expect(boosted).toBeLessThan(270);
});

const base: Plan = {
  ...blankPlan('metric'),
  sources: [{ id: 's', kind: 'tap', xM: 0, yM: -5 }],
  head: [
    { id: 'filter', kind: 'screen-1' },
    { id: 'gauge', kind: 'gauge' },
  ],
  blocks: [
    {
      id: 'b',
      xM: 7,
      yM: 0,
      beds: { count: 4, lengthM: 30, widthM: 0.8, pathM: 0.4, runsPerBed: 2 },
      header: { pipe: 'pe-1', boreMm: 26 },
      main: { pipe: 'pe-1', boreMm: 26 },
      inlet: [{ id: 'regulator', kind: 'regulator-mid' }],
    },
  ],
};
const costs = (more: Partial<Plan['blocks'][number]> = {}) => {
  const plan = fillIn({ ...base, blocks: [{ ...base.blocks[0], ...more }] });
  return { plan, cost: costOf(plan, layOut(plan)) };
};
/** Polyethylene of 26 mm: 0.2 a metre and 0.0011 for each square millimetre of its bore's square. */
const PE_26 = 0.2 + 0.0011 * 26 ** 2;

describe('what a plan costs', () => {
  test('a pipe by its kind and the square of its bore', () => {
    expect(pipePrice({ pipe: 'pe-1', boreMm: 26 })).toBeCloseTo(PE_26, 9);
    expect(pipePrice({ pipe: 'layflat-2', boreMm: 51 })).toBeCloseTo(0.5 + 0.0006 * 51 ** 2, 9);
    expect(pipePrice({ pipe: 'pvc-1', boreMm: 26 })).toBeGreaterThan(pipePrice({ pipe: 'pe-1', boreMm: 26 }));
  });

  test('tape by its wall and bore, other material by the metre', () => {
    const { tape } = costs().plan.blocks[0];
    // The typical tape: 0.1 a metre at 8 mil and its own bore.
    expect(layingPrice({ ...tape, wallMm: 8 * 0.0254, boreMm: material('tape').label.boreMm })).toBeCloseTo(
      0.1,
      9,
    );
    expect(layingPrice({ ...tape, wallMm: 2 * tape.wallMm })).toBeCloseTo(2 * layingPrice(tape), 9);
    expect(layingPrice({ ...tape, boreMm: 2 * tape.boreMm })).toBeCloseTo(2 * layingPrice(tape), 9);
    const { tape: line } = costs({ tape: { kind: 'dripline' } }).plan.blocks[0];
    expect(layingPrice({ ...line, wallMm: 2 * line.wallMm })).toBeCloseTo(layingPrice(line), 9);
  });

  test('is added up by hand', () => {
    const { plan, cost } = costs();
    // Four beds of two runs of 30 m.
    expect(cost.laid).toBeCloseTo(240 * layingPrice(plan.blocks[0].tape), 6);
    // Eight take-offs, a screen, a gauge and a regulator.
    expect(cost.parts).toBeCloseTo(8 * 1.2 + 25 + 10 + 18, 9);
    const layout = layOut(plan);
    expect(cost.mains).toBeCloseTo(layout.mains[0].lengthM * PE_26, 6);
    const [header] = layout.blocks[0].headers;
    // Straight across, from the first run to the last.
    expect(cost.headers).toBeCloseTo((header.toXM - header.fromXM) * PE_26, 6);
    expect(cost.total).toBeCloseTo(cost.laid + cost.headers + cost.mains + cost.parts, 9);
  });

  test('a header that narrows costs each stretch at its own size', () => {
    const { plan, cost } = costs({
      header: { pipe: 'pe-1', boreMm: 26, steps: [{ fromBed: 3, pipe: 'pe-3/4', boreMm: 20 }] },
    } as never);
    const [block] = layOut(plan).blocks;
    const [{ fromXM, toXM }] = block.headers;
    const cut = block.beds.find((b) => b.number === 3)!.leftM;
    const PE_20 = 0.2 + 0.0011 * 20 ** 2;
    expect(cost.headers).toBeCloseTo((cut - fromXM) * PE_26 + (toXM - cut) * PE_20, 6);
  });

  test('a header fed from both ends buys the pipe that joins them too', () => {
    const { plan, cost } = costs({
      header: { pipe: 'pe-1', boreMm: 26, feed: 'both', second: { extraM: 3 } },
    });
    const [block] = layOut(plan).blocks;
    const { second } = plan.blocks[0].header;
    const [{ fromXM, toXM }] = block.headers;
    expect(cost.headers).toBeCloseTo(
      (toXM - fromXM) * PE_26 + (block.box.rightM - block.box.leftM + second.extraM) * pipePrice(second),
      6,
    );
  });

  test('a second header at the far ends buys its own pipe and the one that feeds it', () => {
    const one = costs();
    const { plan, cost } = costs({
      header: {
        pipe: 'pe-1',
        boreMm: 26,
        other: { line: 'far-ends', link: { pipe: 'pe-3/4', boreMm: 20, extraM: 2 } },
      },
    } as never);
    const [block] = layOut(plan).blocks;
    expect(block.headers).toHaveLength(2);
    const [a, b] = block.headers;
    const linkM = Math.hypot(b.feed[0] - a.feed[0], b.feed[1] - a.feed[1]) + 2;
    const across = (h: typeof a): number => h.toXM - h.fromXM;
    expect(cost.headers).toBeCloseTo(
      across(a) * PE_26 + across(b) * pipePrice(b.pipe) + linkM * (0.2 + 0.0011 * 20 ** 2),
      6,
    );
    expect(cost.headers).toBeGreaterThan(2 * one.cost.headers);
  });

  test('plain pipe from a header that lies before the beds is not tape', () => {
    const { plan, cost } = costs({ header: { pipe: 'pe-1', boreMm: 26, along: -0.1 } } as never);
    const [block] = layOut(plan).blocks;
    const leads = block.runs.reduce((m, r) => m + r.leadM, 0);
    expect(leads).toBeGreaterThan(0);
    expect(cost.laid).toBeCloseTo(
      (block.runs.reduce((m, r) => m + r.lengthM, 0) - leads) * layingPrice(plan.blocks[0].tape),
      6,
    );
  });

  test('a change of size past the last bed changes nothing', () => {
    const steps = [{ fromBed: 99, pipe: 'pe-3/4', boreMm: 20 }];
    const { cost } = costs({ header: { pipe: 'pe-1', boreMm: 26, steps } } as never);
    expect(cost.headers).toBeCloseTo(costs().cost.headers, 9);
    const first = [{ fromBed: 1, pipe: 'pe-3/4', boreMm: 20 }];
    const all = costs({ header: { pipe: 'pe-1', boreMm: 26, steps: first } } as never);
    const [{ fromXM, toXM }] = layOut(all.plan).blocks[0].headers;
    expect(all.cost.headers).toBeCloseTo((toXM - fromXM) * (0.2 + 0.0011 * 20 ** 2), 6);
  });

  test('blocks out of use are bought all the same', () => {
    expect(costs({ inUse: false }).cost.laid).toBeCloseTo(costs().cost.laid, 9);
  });

  /** Polyethylene of 13.6 mm, and of 20 mm. */
  const PE_16 = 0.2 + 0.0011 * 13.6 ** 2;
  const PE_20 = 0.2 + 0.0011 * 20 ** 2;
  const row = (prefix = '') => [
    { id: `${prefix}1`, xM: 4, yM: 0 },
    { id: `${prefix}2`, xM: 10, yM: 3 },
  ];

  test('plants: their small pipe, an emitter each and the thin tube to those off it', () => {
    const { cost } = costs({
      header: { pipe: 'pe-16' },
      places: {
        route: 'drawn',
        joints: [{ id: 'j', xM: 12, yM: 0, from: 'feed' }],
        plants: [row()[0], { ...row()[1], emitters: 3 }],
      },
    });
    expect(cost.headers).toBeCloseTo(12 * PE_16, 9);
    // One emitter on the pipe; three at the end of 3 m of tube at 0.3 a metre.
    expect(cost.laid).toBeCloseTo(0.4 + 3 * 0.4 + 3 * 0.3, 9);
    expect(cost.parts).toBeCloseTo(2 * 1.2 + 25 + 10 + 18, 9);
  });

  test('a ring is so much of its line as goes round; one that is painted otherwise is of that', () => {
    const ring = (more: object = {}) =>
      costs({
        header: { pipe: 'pe-16' },
        tape: { kind: 'dripline' },
        places: { around: 'ring', ringM: 0.8, plants: [row()[0]] },
        ...more,
      });
    const { plan, cost } = ring();
    expect(cost.laid).toBeCloseTo(Math.PI * 0.8 * layingPrice(plan.blocks[0].tape), 9);
    // A closed ring of pipe is bought too.
    const closed = costs({
      header: { pipe: 'pe-16' },
      places: {
        route: 'drawn',
        joints: [
          { id: 'a', xM: 5, yM: 0, from: 'feed' },
          { id: 'b', xM: 5, yM: 5, from: 'a' },
        ],
        loops: [{ id: 'l', a: 'b', b: 'feed' }],
        plants: [{ id: '1', xM: 5, yM: 5 }],
      },
    });
    expect(closed.cost.headers).toBeCloseTo((5 + 5 + Math.hypot(5, 5)) * PE_16, 9);
  });

  test('plants beside beds: tape for the beds, small pipe and emitters for the plants, both headers’ pipe', () => {
    const beds = costs().cost;
    const plan = fillIn({
      ...base,
      tapes: [{ id: 't', tape: { kind: 'emitters' } }],
      blocks: [
        {
          ...base.blocks[0],
          places: { beds: true, begins: 'feed', pipe: 'pe-16', tape: 't', plants: row('p') },
        },
      ],
    });
    const cost = costOf(plan, layOut(plan));
    expect(cost.laid - beds.laid).toBeCloseTo(2 * 0.4, 9);
    expect(cost.headers - beds.headers).toBeCloseTo((4 + Math.hypot(6, 3)) * PE_16, 9);
    expect(cost.parts - beds.parts).toBeCloseTo(2 * 1.2, 9);
  });

  test('the pipe to a second header goes from feed to feed, wherever the first one lies', () => {
    const other = (along: number) =>
      costs({
        xM: 7,
        yM: 3,
        header: {
          pipe: 'pe-1',
          boreMm: 26,
          along,
          feed: 'middle',
          other: { along: 1, pipe: 'pe-1', boreMm: 26, link: { pipe: 'pe-3/4', boreMm: 20 } },
        },
      }).cost.headers;
    // Beds of 30 m: from their near end 30 m of it, from a fifth of the way along 24.
    expect(other(0) - other(0.2)).toBeCloseTo(6 * PE_20, 6);
  });
});
