import { PLAN_VERSION, type Plan } from '../src/core/plan';

/** Numbers that look drawn by lot, the same each time. */
function lot(seed: number): () => number {
  let s = seed;
  return () => (s = (s * 16807) % 2147483647) / 2147483647;
}

/** A field of seven corners, so many metres wide about, from a place on the sheet. */
export const sevenCorners = (wideM: number, longM: number): [number, number][] =>
  (
    [
      [0, 0.08],
      [0.04, 0.62],
      [0.22, 0.97],
      [0.58, 1],
      [0.97, 0.8],
      [1, 0.22],
      [0.55, 0],
    ] as const
  ).map(([x, y]) => [x * wideM, y * longM]);

/** Ground that rolls: about two metres from hollow to top. */
const rolling = (x: number, y: number): number =>
  1 + 0.006 * x - 0.004 * y + 0.5 * Math.sin(x / 31) * Math.cos(y / 24) + 0.3 * Math.sin((x + 2 * y) / 43);

/** A survey of a box: so many heights scattered over it, none of them in the same place. */
export function survey(count: number, wideM: number, longM: number) {
  const next = lot(11);
  const columns = Math.ceil(Math.sqrt((count * wideM) / longM));
  const rows = Math.ceil(count / columns);
  return Array.from({ length: count }, (_, i) => {
    const xM = ((i % columns) + 0.15 + 0.7 * next()) * (wideM / columns);
    const yM = (Math.floor(i / columns) + 0.15 + 0.7 * next()) * (longM / rows);
    return { xM, yM, zM: rolling(xM, yM) };
  });
}

/** Fields side by side on one rolling survey, fed by a strong well. */
export function rollingFarm(options: {
  fields: number;
  wideM: number;
  longM: number;
  runsPerBed: number;
  heights: number;
}): Plan {
  const { fields, wideM, longM, runsPerBed, heights } = options;
  const gapM = 8;
  return {
    format: 'idle-furrow-plan',
    version: PLAN_VERSION,
    name: 'Rolling field',
    units: 'metric',
    ground: { heights: survey(heights, fields * (wideM + gapM), longM) },
    sources: [
      {
        id: 'tap',
        kind: 'tap',
        name: 'main cock',
        xM: -12,
        yM: -8,
        method: 'gauge',
        shutKpa: 260,
        flowingKpa: 200,
        flowingLph: 400000,
      },
    ],
    head: [],
    tees: Array.from({ length: fields }, (_, i) => ({
      id: `tee-${i}`,
      xM: i * (wideM + gapM) - 4,
      yM: -8,
      main: { from: i ? `tee-${i - 1}` : 'head', pipe: 'pvc-3', boreMm: 200 },
    })),
    blocks: Array.from({ length: fields }, (_, i) => ({
      id: `field-${i}`,
      name: `Field ${i + 1}`,
      xM: i * (wideM + gapM),
      yM: 0,
      outline: sevenCorners(wideM, longM),
      beds: { widthM: 0.8, pathM: 0.4, runsPerBed, headNearM: 2, headFarM: 2 },
      tape: { spacingM: 0.3, flowLph: 0.68, atKpa: 55, boreMm: 22.2, wallMm: 0.381 },
      inlet: [{ id: 'r', kind: 'regulator-high', setKpa: 90, maxLph: 100000, minLph: 0, atLph: 100000 }],
      header: { pipe: 'pe-90', boreMm: 110, along: 0 },
      main: { from: `tee-${i}`, pipe: 'pvc-3', boreMm: 150 },
    })),
  };
}

/** One field of seven corners on a survey of 60 heights, 120 beds of unlike length. */
export const rollingField = (): Plan =>
  rollingFarm({ fields: 1, wideM: 147, longM: 90, runsPerBed: 2, heights: 60 });

/** Five such fields: 500 beds, 1,500 runs. */
export const crowdedFarm = (): Plan =>
  rollingFarm({ fields: 5, wideM: 123, longM: 70, runsPerBed: 3, heights: 60 });
