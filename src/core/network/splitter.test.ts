import { blankPlan, fillIn, type Plan } from '../plan';
import { createPlanSolver, walkTo } from './index';
import { asked } from '../working/source';

/** Two or three plots of unlike length on a splitter at a tap. */
const plots = (lengths: readonly number[], kind: string): Plan => ({
  ...blankPlan('metric'),
  sources: [
    { id: 's', kind: 'tap', xM: 0, yM: 0, method: 'gauge', shutKpa: 300, flowingKpa: 250, flowingLph: 1500 },
  ],
  head: [
    { id: 'v', kind: 'vacuum-breaker' },
    { id: 'split', kind },
  ],
  blocks: lengths.map((lengthM, i) => ({
    id: `b${i}`,
    xM: 10 * i,
    yM: 5,
    beds: { count: 2, lengthM, runsPerBed: 1 },
    inlet: [],
    header: { pipe: 'pe-25' },
    main: { pipe: 'pe-25' },
  })),
});
const solved = (plan: Plan) => {
  const full = fillIn(plan);
  return { full, results: createPlanSolver().solve(full) };
};

test('each hose loses what its own outlet costs at its own flow', () => {
  const { full, results } = solved(plots([40, 20], 'splitter-2'));
  for (const block of results.blocks) {
    const step = walkTo(full, results, block.firstRun).steps.find((s) => s.key === 'part head split')!;
    expect(step.flowLph).toBeCloseTo(block.flowLph, 3);
    // By its label 4 kPa at 1,800 L/h, with the square of the flow.
    expect(step.beforeKpa - step.afterKpa).toBeCloseTo(4 * (block.flowLph / 1800) ** 2, 3);
  }
  const [long, short] = results.blocks;
  expect(long.flowLph).toBeGreaterThan(short.flowLph * 1.5);
  expect(long.flowLph + short.flowLph).toBeCloseTo(results.flowLph, 2);
});

test('hoses beyond the last outlet share it', () => {
  const { full, results } = solved(plots([30, 30, 30], 'splitter-2'));
  const lossOf = (i: number): number => {
    const { steps } = walkTo(full, results, results.blocks[i].firstRun);
    const step = steps.find((s) => s.key === 'part head split')!;
    return step.beforeKpa - step.afterKpa;
  };
  const [a, b, c] = results.blocks.map((x) => x.flowLph);
  expect(lossOf(0)).toBeCloseTo(4 * (a / 1800) ** 2, 3);
  expect(lossOf(1)).toBeCloseTo(4 * ((b + c) / 1800) ** 2, 3);
  expect(lossOf(2)).toBeCloseTo(lossOf(1), 6);
});

test('what all plots ask of the source counts each outlet once, and its working adds up to it', () => {
  const { full, results } = solved(plots([40, 20], 'splitter-2'));
  const working = asked({ plan: full, results } as never)!;
  expect(working.gives!(working.terms.map((t) => t.value))).toBeCloseTo(results.demand.neededKpa, 6);
  const outlet = working.terms.find((t) => t.meaning.includes('one outlet'))!;
  expect(outlet.value).toBeCloseTo(
    4 * (results.demand.blocks[results.demand.ruling].askedLph / 1800) ** 2,
    6,
  );
});
