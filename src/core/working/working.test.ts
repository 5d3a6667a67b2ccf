import { readFileSync, readdirSync } from 'node:fs';
import { BATTERY } from '../check/battery.testing';
import { SOUND_PLANS } from '../check/soundPlans.testing';
import { createPlanSolver } from '../network';
import { blankPlan, fillIn, readPlan, type EvennessSchool, type Plan } from '../plan';
import { METRIC } from '../units';
import { isDefault, WORKING_NAMES, workingOf, workingText, type Working, type WorkingName } from './index';
import { wrongIn } from './readBack.testing';
import { thinned } from '../effort.testing';

/** Eight beds of 40 m behind a tap that fills 20 L in 10 s. */
const TAP: Plan = {
  ...blankPlan('metric'),
  sources: [{ id: 's', kind: 'tap', bucketL: 20, triesS: [10], shutKpa: 350, xM: -5, yM: -3 }],
  blocks: [
    {
      id: 'b',
      beds: { count: 8, lengthM: 40, runsPerBed: 2 },
      header: { pipe: 'pe-1-1/4' },
      main: { pipe: 'pe-1-1/4' },
      inlet: [{ id: 'regulator', kind: 'regulator-mid', setKpa: 69 }],
    },
  ],
};
const WELL: Plan = {
  ...TAP,
  sources: [
    {
      id: 's',
      kind: 'well',
      curve: {
        method: 'points',
        points: [
          { flowLph: 0, headM: 60 },
          { flowLph: 2000, headM: 52 },
          { flowLph: 4000, headM: 30 },
          { flowLph: 6000, headM: 2 },
        ],
      },
      pumpingLevelM: 18,
      vessel: { part: 'tank', volumeL: 100, prechargeKpa: 190, cutInKpa: 207, cutOutKpa: 345 },
    },
  ] as unknown as Plan['sources'],
};

const subject = (plan: Plan) => {
  const full = fillIn(plan);
  const results = createPlanSolver().solve(full);
  return { full, results, of: (name: WorkingName) => workingOf(name, full, results, results.weakest) };
};
const all = (plan: Plan): { name: WorkingName; working: Working }[] => {
  const { of } = subject(plan);
  return WORKING_NAMES.flatMap((name) => {
    const working = of(name);
    return working ? [{ name, working }] : [];
  });
};

/** Found by search, not by a formula. */
const SEARCHED: readonly WorkingName[] = ['longest'];
const DEMOS = readdirSync('demo')
  .filter((f) => f.endsWith('.json'))
  .map((f) => {
    const read = readPlan(readFileSync(`demo/${f}`, 'utf8'));
    if (!read.ok) throw new Error(f);
    return { name: f, plan: read.plan };
  });
const SCHOOLS: readonly EvennessSchool[] = ['eu', 'variation', 'cu', 'du'];
const PLANS: readonly { name: string; plan: Plan }[] = [
  ...DEMOS,
  ...thinned(BATTERY).map((b, i) => ({ name: `battery ${i}, ${b.finds.join(' ')}`, plan: b.plan })),
  ...SOUND_PLANS,
  ...SCHOOLS.map((evenness) => ({ name: `by ${evenness}`, plan: { ...TAP, wishes: { evenness } } as Plan })),
  { name: 'by Hazen–Williams', plan: { ...TAP, wishes: { friction: 'hazen-williams' } } as Plan },
  { name: 'a well', plan: WELL },
];

describe('the printed terms give the printed result', () => {
  test.each(PLANS)('$name', ({ plan }) => {
    const wrong = all(plan).flatMap(({ name, working }) => {
      if (!working.gives) return SEARCHED.includes(name) ? [] : [`${name}: no formula`];
      return wrongIn(name, working);
    });
    expect(wrong).toEqual([]);
  });
});

describe('by hand', () => {
  const { of } = subject(TAP);
  const well = subject(WELL).of;
  const told = (w: Working | undefined, symbol: string): number =>
    w!.terms.find((t) => t.symbol === symbol)!.value;

  test('20 L in 10 s are 7,200 L/h', () => expect(of('bucket')!.result!.value).toBeCloseTo(7200, 9));

  test('behind a tap pressure falls with the square of the flow', () => {
    // 0.8 of 7,200 L/h comes at no pressure; at p it is the root of what is left of 350 kPa.
    const w = of('available')!;
    expect(w.result!.value).toBeCloseTo(5760 * Math.sqrt((350 - told(w, 'p')) / 350), 2);
  });

  test('a tank of 100 L with 190 kPa of air gives 29.2 L from 345 to 207 kPa', () =>
    expect(well('drawdown')!.result!.value).toBeCloseTo(29.2, 1));

  test('a pump’s curve passes through its points and lies between them', () => {
    const w = well('pumpCurve')!;
    expect(w.gives!([2000, 2000, 52, 4000, 30, -20, -20])).toBe(52);
    expect(w.gives!([4000, 2000, 52, 4000, 30, -20, -20])).toBe(30);
    // Slopes of a straight line give the straight line.
    expect(w.gives!([3000, 2000, 52, 4000, 30, -22, -22])).toBeCloseTo(41, 9);
    expect(w.result!.value).toBeGreaterThan(told(w, 'H₂'));
    expect(w.result!.value).toBeLessThan(told(w, 'H₁'));
  });

  test('of the flow that a well gives, the pressure there is the cut-in', () => {
    const w = well('available')!;
    expect(w.result!.value).toBeLessThanOrEqual(207);
    expect(told(w, 'z')).toBe(18);
  });

  test('eight beds of two runs of 40 m are 640 m', () =>
    expect(of('tapeLength')!.result!.value).toBeCloseTo(640, 9));

  test('a header of 1 m beds with paths puts on its flow over their ground', () => {
    const w = of('rate')!;
    const { beds } = subject(TAP).full.blocks[0];
    expect(told(w, 'A')).toBeCloseTo(8 * 40 * (beds.widthM + beds.pathM), 6);
  });
});

describe('defaults', () => {
  test('of a blank plan every stated figure is marked, and none once it is stated', () => {
    const blank = blankPlan('metric');
    const marked = all({ ...blank, blocks: [{ id: 'b', beds: { count: 4, lengthM: 20 } }] } as Plan).flatMap(
      ({ working }) =>
        working.terms.filter((t) => t.field && isDefault(blank, t.field)).map((t) => t.meaning),
    );
    for (const meaning of [
      'allowance on the measured flow',
      'label flow',
      'bore',
      'exponent',
      'take-off loss (K)',
      'variation between emitters (CV)',
    ])
      expect(marked).toContain(meaning);
    const [stated] = all(TAP).filter((w) => w.name === 'bucket');
    expect(stated.working.terms.filter((t) => t.field && isDefault(TAP, t.field))).toEqual([]);
    expect(isDefault(TAP, 'blocks.0.header.pipe')).toBe(false);
  });

  test('are marked in the text', () => {
    const { of } = subject(TAP);
    expect(workingText(of('end')!, METRIC, (f) => f !== undefined && isDefault(TAP, f))).toContain(
      'take-off loss (K); a default',
    );
  });
});

describe('terms know the field they were read from', () => {
  const fieldOf = (w: Working | undefined, symbol: string): string | undefined =>
    w!.terms.find((t) => t.symbol === symbol)!.field;
  const TEES: Plan = {
    ...TAP,
    head: [
      { id: 'valve', kind: 'ball-1' },
      { id: 'screen', kind: 'screen-1' },
    ],
    tees: [{ id: 't', xM: -3, yM: 40, main: { pipe: 'pe-3/4' } }],
    blocks: [
      { ...TAP.blocks[0], id: 'a', xM: 40 },
      { ...TAP.blocks[0], main: { pipe: 'pe-2', from: 't' } },
    ],
  };

  test('of a piece of main: the block or tee it leads to, whichever takes most', () => {
    const { full, results } = subject(TEES);
    const run = results.blocks[1].firstRun;
    expect(fieldOf(workingOf('main', full, results, run), 'D')).toBe('tees.0.main.pipe');
    expect(fieldOf(workingOf('velocity', full, results, run), 'D')).toBe('tees.0.main.pipe');
    expect(fieldOf(workingOf('main', full, results, 0), 'D')).toBe('blocks.0.main.pipe');
    const wide = subject({
      ...TEES,
      tees: [{ ...TEES.tees![0], main: { pipe: 'pe-2' } }],
      blocks: [TEES.blocks[0], { ...TEES.blocks[1], main: { pipe: 'pe-3/4', from: 't' } }],
    });
    expect(fieldOf(workingOf('main', wide.full, wide.results, run), 'D')).toBe('blocks.1.main.pipe');
  });

  test('of a part of the head: its place in the list', () => {
    const { of } = subject(TEES);
    expect(
      of('parts')!
        .terms.filter((t) => t.symbol === 'h')
        .map((t) => t.field),
    ).toEqual(['head.0.lossKpa', 'head.1.lossKpa']);
  });

  test('of a further tape: the tape, else the block', () => {
    const two: Plan = {
      ...TAP,
      tapes: [
        { id: 'x', tape: {} },
        { id: 'y', tape: { flowLph: 1.5 } },
      ],
      blocks: [{ ...TAP.blocks[0], beds: { ...TAP.blocks[0].beds, single: { '2': { tape: 'y' } } } }],
    };
    const { full, results } = subject(two);
    const second = results.runs.findIndex((r) => r.run.bed === '2');
    expect(fieldOf(workingOf('bed', full, results, second), 'q_n')).toBe('tapes.1.tape.flowLph');
    expect(fieldOf(workingOf('bed', full, results, 0), 'q_n')).toBe('blocks.0.tape.flowLph');
  });

  test('of a tank: low water, or the level that a float holds', () => {
    const tank = (level: 'held' | 'falling') =>
      subject({
        ...TAP,
        sources: [{ id: 's', kind: 'tank', level, outletM: 1, lowM: 1.2, highM: 2, floatM: 1.8 }],
      }).of('available')!;
    expect(tank('held').terms[0]).toMatchObject({
      meaning: 'held water',
      field: 'sources.0.floatM',
      value: 1.8,
    });
    expect(tank('falling').terms[0]).toMatchObject({
      meaning: 'low water',
      field: 'sources.0.lowM',
      value: 1.2,
    });
    // 1.2 m of water: 11.8 kPa.
    expect(tank('falling').result!.value).toBeCloseTo(11.768, 3);
    const full = subject({
      ...TAP,
      sources: [{ id: 's', kind: 'tank', outletM: 1, lowM: 1.2, highM: 2, shape: 'stated', volumeL: 1000 }],
    });
    expect(full.of('tank')!.result!.value).toBeCloseTo(800, 6);
    expect(full.of('tankWeight')!.result!.value).toBeCloseTo(1000, 6);
    expect(
      subject({ ...TAP, sources: [{ id: 's', kind: 'tank', level: 'held' }] }).of('tank'),
    ).toBeUndefined();
  });
});

describe('what does not arise has no working', () => {
  test('a bucket at a tap with gauges, a curve past its points', () => {
    const gauged = subject({
      ...TAP,
      sources: [{ id: 's', kind: 'tap', method: 'gauge', shutKpa: 350, flowingKpa: 250, flowingLph: 3000 }],
    });
    expect(gauged.of('bucket')).toBeUndefined();
    expect(gauged.of('pumpCurve')).toBeUndefined();
    expect(gauged.of('suction')).toBeUndefined();
    const short = {
      method: 'points',
      points: [
        { flowLph: 0, headM: 60 },
        { flowLph: 500, headM: 58 },
        { flowLph: 800, headM: 57 },
      ],
    };
    const past = subject({
      ...WELL,
      sources: [{ ...WELL.sources[0], curve: short } as Plan['sources'][number]],
    });
    expect(past.results.flowLph).toBeGreaterThan(800);
    expect(past.of('pumpCurve')).toBeUndefined();
  });

  test('what others draw comes on top at the pump’s curve', () => {
    const { of, results } = subject({
      ...WELL,
      sources: [{ ...WELL.sources[0], othersLph: 700 } as Plan['sources'][number]],
    });
    // At the same pressure at the ground, head less the drop pipe's friction is the same.
    const left = (w: Working): number => w.terms[0].value - w.terms[2].value / 9.80665;
    expect(left(of('available')!)).toBeCloseTo(left(subject(WELL).of('available')!), 3);
    expect(results.demand.availableLph).toBeLessThan(subject(WELL).results.demand.availableLph - 500);
  });

  test('no main between head and block: nothing of it', () => {
    const { full, results } = subject(TAP);
    expect(workingOf('end', full, results, -1)).toBeUndefined();
    expect(
      workingOf('tapeLength', full, results, 0)!.terms.find((t) => t.meaning === 'emitters that fit')!.value,
    ).toBe(results.blocks[0].emitters);
  });
});
