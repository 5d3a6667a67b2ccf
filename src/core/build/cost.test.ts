import { layOut } from '../layout';
import { blankPlan, fillIn, type Plan } from '../plan';
import { material } from '../catalog/materials';
import { costOf, layingPrice, pipePrice } from './cost';

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
});
