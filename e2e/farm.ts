import { PLAN_VERSION, type Plan } from '../src/core/plan';

const BLOCKS_PER_ROW = 8;

/**
 * A large farm on one well: blocks in rows along a main of tees, each of its own size and slope.
 * @param blocks how many, each of `beds` runs with `emitters` emitters
 */
export function largeFarm(blocks: number, beds: number, emitters: number, regulated: boolean): Plan {
  const spacingM = 0.2;
  const lengthM = emitters * spacingM;
  const widthM = beds * 1.2;
  const rows = Math.ceil(blocks / BLOCKS_PER_ROW);
  return {
    format: 'idle-furrow-plan',
    version: PLAN_VERSION,
    name: 'Large farm',
    units: 'metric',
    sources: [
      {
        id: 'well',
        kind: 'well',
        name: 'well',
        xM: -40,
        yM: -20,
        pumpingLevelM: 10,
        drop: { boreMm: 400, lengthM: 20 },
        yieldLph: 1e6,
        curve: {
          points: [
            { flowLph: 0, headM: regulated ? 60 : 28 },
            { flowLph: 200000, headM: regulated ? 55 : 24 },
            { flowLph: 400000, headM: regulated ? 30 : 14 },
          ],
        },
        vessel: { part: 'none' },
      },
    ],
    head: [],
    tees: Array.from({ length: rows }, (_, r) => ({
      id: `row-${r}`,
      xM: -6,
      yM: r * (lengthM + 20) - 6,
      heightM: 0.1 * r,
      main: { from: r ? `row-${r - 1}` : 'head', boreMm: 350, pipe: 'pvc-3' },
    })),
    blocks: Array.from({ length: blocks }, (_, i) => ({
      id: `b${i}`,
      name: `Field ${i + 1}`,
      xM: (i % BLOCKS_PER_ROW) * (widthM + 8),
      yM: Math.floor(i / BLOCKS_PER_ROW) * (lengthM + 20),
      heightM: 0.2 + 0.05 * (i % 7),
      ground: { slopeAlong: 0.002 * ((i % 5) - 2), slopeAcross: 0.001 * (i % 3) },
      beds: { count: beds, lengthM: lengthM - 0.1 * (i % 9), runsPerBed: 1, widthM: 0.8, pathM: 0.4 },
      tape: { spacingM, flowLph: 0.53, atKpa: 55, boreMm: 22.2, wallMm: 0.381 },
      inlet: regulated
        ? [{ id: 'r', kind: 'regulator-high', setKpa: 83, maxLph: 20000, minLph: 0, atLph: 20000 }]
        : [],
      header: { boreMm: 80, pipe: 'pe-90', feed: i % 6 === 0 ? ('both' as const) : ('left' as const) },
      main: { from: `row-${Math.floor(i / BLOCKS_PER_ROW)}`, boreMm: 200, pipe: 'pvc-3' },
    })),
  };
}
