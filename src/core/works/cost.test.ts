import { readFileSync } from 'node:fs';
import { layOut } from '../layout';
import { blankPlan, fillIn, readPlan, type FullPlan, type Plan } from '../plan';
import { material } from '../catalog/materials';
import { amountOf, layingPrice, pipePrice } from '../farm';
import { costOf, sourceCost } from './cost';
import { shopFor } from './shop';

const cost = (plan: FullPlan): number => costOf(plan, layOut(plan)).total;
/** What a change costs: what is to buy more, and what is new of the source itself. */
const paid = (before: FullPlan, after: FullPlan): number =>
  cost(after) - cost(before) + sourceCost(before, after);

test('a change of the source costs what it then has and had not', () => {
  const plan = (more: object) =>
    fillIn({ ...blankPlan('metric'), sources: [{ id: 's', ...more } as Plan['sources'][number]] });
  const tank = { kind: 'tank', shape: 'stated', volumeL: 200, outletM: 0.5, lowM: 0.7, highM: 1.3 };
  // A stand of two metres for one of one: 60 more. A tank of 400 L is bought whole, at 0.12 a litre.
  expect(paid(plan(tank), plan({ ...tank, outletM: 2, lowM: 2.2, highM: 2.8 }))).toBeCloseTo(60, 9);
  expect(paid(plan(tank), plan({ ...tank, volumeL: 200, count: 2 }))).toBeCloseTo(
    24 + 6 + 4 + 8 + 14 + 60,
    9,
  );
  expect(paid(plan(tank), plan(tank))).toBe(0);
  // A booster with the fittings that lead to it.
  const tap = { kind: 'tap' };
  const boosted = paid(plan(tap), plan({ ...tap, booster: { kind: 'fixed' } }));
  expect(boosted).toBeGreaterThanOrEqual(250);
  expect(boosted).toBeLessThan(270);
});

/** Polyethylene of 26 mm: 0.2 a metre and 0.0011 for each square millimetre of its bore's square. */
const PE_26 = 0.2 + 0.0011 * 26 ** 2;
const blockOf = (more: Partial<Plan['blocks'][number]> = {}) =>
  fillIn({ ...blankPlan('metric'), blocks: [{ id: 'b', ...more }] }).blocks[0];

describe('typical prices', () => {
  test('a pipe by its kind and the square of its bore', () => {
    expect(pipePrice({ pipe: 'pe-1', boreMm: 26 })).toBeCloseTo(PE_26, 9);
    expect(pipePrice({ pipe: 'layflat-2', boreMm: 51 })).toBeCloseTo(0.5 + 0.0006 * 51 ** 2, 9);
    expect(pipePrice({ pipe: 'pvc-1', boreMm: 26 })).toBeGreaterThan(pipePrice({ pipe: 'pe-1', boreMm: 26 }));
  });

  test('tape by its wall and bore, other material by the metre', () => {
    const { tape } = blockOf();
    // The typical tape: 0.1 a metre at 8 mil and its own bore.
    expect(layingPrice({ ...tape, wallMm: 8 * 0.0254, boreMm: material('tape').label.boreMm })).toBeCloseTo(
      0.1,
      9,
    );
    expect(layingPrice({ ...tape, wallMm: 2 * tape.wallMm })).toBeCloseTo(2 * layingPrice(tape), 9);
    expect(layingPrice({ ...tape, boreMm: 2 * tape.boreMm })).toBeCloseTo(2 * layingPrice(tape), 9);
    const { tape: line } = blockOf({ tape: { kind: 'dripline' } });
    expect(layingPrice({ ...line, wallMm: 2 * line.wallMm })).toBeCloseTo(layingPrice(line), 9);
  });
});

describe('what a plan costs', () => {
  const DEMOS = ['wren-bottom', 'hollin-bank', 'beck-side', 'larch-tunnels', 'otter-strip'];
  test.each(DEMOS)('is what its list takes, each line at its typical price: %s', (name) => {
    const reading = readPlan(readFileSync(`demo/${name}.json`, 'utf8'));
    if (!reading.ok) throw new Error('it was not read');
    const plan = fillIn(reading.plan);
    const layout = layOut(plan);
    const listed = shopFor(plan, layout).lines.filter((l) => !l.there);
    // What lies ready for mending is no thing of the farm.
    const built = listed.flatMap((l) =>
      l.things.filter((t) => t.item.id !== 'goof-plug' && !t.id.startsWith('mend/')),
    );
    const sum = built.reduce((total, t) => total + amountOf(t) * t.item.typical, 0);
    const { total, ...told } = costOf(plan, layout);
    expect(total).toBeCloseTo(sum, 6);
    expect(Object.values(told).reduce((a, b) => a + b, 0)).toBeCloseTo(total, 9);
  });

  test('ten metres more of main cost ten metres of its pipe', () => {
    const plan = (extraM: number) =>
      fillIn({
        ...blankPlan('metric'),
        sources: [{ id: 's', kind: 'tap', xM: 0, yM: -5 }],
        blocks: [{ id: 'b', xM: 7, yM: 0, main: { pipe: 'pe-1', boreMm: 26, extraM } }],
      });
    expect(cost(plan(10)) - cost(plan(0))).toBeCloseTo(10 * PE_26, 9);
  });

  test('a block out of use is bought all the same, and what is there is not', () => {
    const plan = (more: Partial<Plan> = {}, block: object = {}) =>
      fillIn({ ...blankPlan('metric'), blocks: [{ id: 'b', ...block }], ...more });
    expect(cost(plan({}, { inUse: false }))).toBeCloseTo(cost(plan()), 9);
    const [part] = shopFor(plan(), layOut(plan())).lines.filter((l) => l.item.group === 'part');
    const ticked = plan({ build: { there: { [part.item.id]: true } } });
    expect(cost(plan()) - cost(ticked)).toBeCloseTo(part.used * part.item.typical, 9);
  });
});
