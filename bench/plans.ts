import { judge } from '../src/core/check';
import { createPlanSolver, type FarmResults } from '../src/core/network';
import { blankPlan, fillIn, type Plan } from '../src/core/plan';
import { fillingOf } from '../src/core/sets';

/**
 * Whole plans judged in all their states, as multiples of one exact solve of the same plan, nothing remembered: what the
 * worker does after an edit, and what the shell does at once.
 */

const median = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1];
function timed(repeat: number, work: () => unknown): number {
  const times: number[] = [];
  for (let i = 0; i < repeat; i++) {
    const t = performance.now();
    if (work() === undefined) throw new Error('nothing came of it');
    times.push(performance.now() - t);
  }
  return median(times);
}

/** 500 beds of 300 m, two runs each, behind a thin header on a tap that gives a hundredth of what they ask. */
export const STARVED: Plan = {
  ...blankPlan('metric'),
  sources: [
    { id: 's', kind: 'tap', method: 'gauge', shutKpa: 300, flowingKpa: 200, flowingLph: 2000 },
  ] as Plan['sources'],
  blocks: [{ id: 'b', beds: { count: 500, lengthM: 300, runsPerBed: 2 }, header: { pipe: 'pe-25' } }],
};

const BLOCKS = 40;
const SETS = 8;
/** 40 blocks in 8 sets on a pump. */
export const FARM: Plan = {
  ...blankPlan('metric'),
  sources: [
    {
      id: 's',
      kind: 'pump',
      curve: {
        points: [
          { flowLph: 0, headM: 40 },
          { flowLph: 20_000, headM: 33 },
          { flowLph: 40_000, headM: 15 },
        ],
      },
    },
  ] as Plan['sources'],
  blocks: Array.from({ length: BLOCKS }, (_, i) => ({
    id: `b${i}`,
    xM: (i % SETS) * 40,
    yM: Math.floor(i / SETS) * 70,
    beds: { count: 12, lengthM: 40 + (i % 5), runsPerBed: 2 },
  })),
  watering: {
    sets: Array.from({ length: SETS }, (_, s) => ({
      id: `set-${s}`,
      beds: Array.from({ length: BLOCKS / SETS }, (_, k) => ({ block: `b${s + k * SETS}` })),
    })),
  },
};

/** Plants at places, a little out of line, on the shortest branching pipe. */
const PLANTS: Plan = {
  ...blankPlan('metric'),
  sources: [{ id: 's', kind: 'tap', bucketL: 100, triesS: [40], shutKpa: 350, xM: 0, yM: -2 }],
  blocks: [
    {
      id: 'b',
      header: { pipe: 'pe-40' },
      places: {
        route: 'shortest',
        plants: Array.from({ length: 500 }, (_, i) => ({
          id: String(i + 1),
          xM: (i % 25) * 1.3 + ((i * 7919) % 13) / 20,
          yM: Math.floor(i / 25) * 1.4 + ((i * 104729) % 17) / 20,
        })),
      },
    },
  ],
};

const tell = (name: string, solveMs: number, ms: number, aimMs: number, what = 'judged'): void => {
  const met = ms <= aimMs ? 'met' : 'MISSED';
  process.stdout.write(
    `${name}: one solve ${solveMs.toFixed(0)} ms; ${what} in ${ms.toFixed(0)} ms, ${(ms / solveMs).toFixed(1)} solves (aim ≤ ${aimMs} ms: ${met})\n`,
  );
};

export function benchPlans(): void {
  const solver = createPlanSolver();
  judge(FARM, { solver });
  const coldMs = timed(5, () => createPlanSolver().solve(fillIn(FARM)));
  tell(
    `${BLOCKS} blocks in ${SETS} sets`,
    coldMs,
    timed(5, () => judge(FARM, { solver })),
    400,
  );
  const plantsMs = timed(5, () => createPlanSolver().solve(fillIn(structuredClone(PLANTS))));
  tell(
    '500 plants on branching small pipe',
    plantsMs,
    timed(3, () => judge(PLANTS)),
    1000,
  );
  const starvedMs = timed(3, () => createPlanSolver().solve(fillIn(STARVED)));
  tell(
    '500 starved beds of 300 m',
    starvedMs,
    timed(3, () => judge(STARVED)),
    3000,
  );
  const unlike = fillIn(UNLIKE);
  let solved: FarmResults | undefined;
  const unlikeMs = timed(3, () => (solved = createPlanSolver().solve(unlike)));
  tell(
    '2,000 unlike runs filling',
    unlikeMs,
    timed(3, () => fillingOf(unlike, solved!, true)),
    500,
    'reckoned',
  );
}

/** 2,000 runs, no two blocks alike: each of the 200 has its own label and its own length. */
export const UNLIKE: Plan = {
  ...blankPlan('metric'),
  sources: [
    {
      id: 's',
      kind: 'pump',
      curve: {
        points: [
          { flowLph: 0, headM: 60 },
          { flowLph: 300_000, headM: 45 },
          { flowLph: 600_000, headM: 15 },
        ],
      },
    },
  ] as Plan['sources'],
  blocks: Array.from({ length: 200 }, (_, i) => ({
    id: `b${i}`,
    xM: (i % 20) * 12,
    yM: Math.floor(i / 20) * 110,
    beds: { count: 5, lengthM: 30 + ((i * 37) % 70), runsPerBed: 2 },
    tape: { flowLph: 0.8 + 0.004 * i },
    header: { pipe: 'pe-63' },
  })),
};
