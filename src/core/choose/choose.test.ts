import fc from 'fast-check';
import { SOUND } from '../check/battery.testing';
import { emitterLph } from '../hydraulics/emitter';
import { prepareTube, tubeKpa, tubeLph } from '../hydraulics/microtube';
import { createPlanSolver, longestRunM, mediumOf } from '../network';
import { fillIn, type Plan } from '../plan';
import {} from '../remedy';
import { judge } from '../check';
import { format, METRIC, type KindName } from '../units';
import {
  chanceInWindow,
  compareOption,
  CHART_EVENNESS,
  DOUBT_NAMES,
  doubted,
  drillsAlong,
  evennessAt,
  headerSizes,
  holeForMm,
  largestEvenHoleMm,
  longestRunOn,
  optionsFor,
  runLengthChart,
  sensitivities,
  tellReason,
  tubesFor,
  whatToLay,
  type RunLengthCase,
} from './index';

const full = fillIn(SOUND);
const [block] = full.blocks;
const c: RunLengthCase = {
  tape: block.tape,
  medium: mediumOf(full),
  school: 'eu',
  inletKpa: 69,
  takeOffK: block.header.takeOffK,
};
const metric = (value: number, kind: KindName): string => format(value, kind, METRIC);

describe('run length', () => {
  test('the longest keeps the evenness, a metre more does not', () => {
    for (const slope of [-0.02, 0, 0.02]) {
      const longest = longestRunOn(c, slope, 0.9);
      expect(evennessAt(c, longest, slope)).toBeGreaterThanOrEqual(0.9);
      expect(evennessAt(c, longest + 1, slope)).toBeLessThan(0.9);
    }
  });

  test('is the one that a laid run is held against', () => {
    const { results } = judge(SOUND).worst;
    const { inletKpa } = results.runs[0];
    expect(Math.abs(longestRunOn({ ...c, inletKpa }, 0, 0.9) - longestRunM(full, results, 0))).toBeLessThan(
      1,
    );
  });

  test('less evenness allows more length, and a gentle fall more than a rise', () => {
    const chart = runLengthChart(c);
    expect(chart.map((l) => l.evenness)).toEqual([...CHART_EVENNESS]);
    for (let i = 1; i < chart.length; i++)
      chart[i].points.forEach((p, j) =>
        expect(p.lengthM).toBeGreaterThanOrEqual(chart[i - 1].points[j].lengthM),
      );
    expect(longestRunOn(c, -0.005, 0.9)).toBeGreaterThan(longestRunOn(c, 0.005, 0.9));
  });

  test('what scatters too much as made has no length', () => {
    expect(longestRunOn({ ...c, tape: { ...c.tape, cv: 0.2 } }, 0, 0.9)).toBe(0);
  });
});

describe('header sizes', () => {
  const { plan: now, results } = judge(SOUND).worst;
  const sizes = headerSizes(now, results.blocks[0]);
  test('wider pipes of a kind carry at least as many beds, from the middle twice as many', () => {
    const poly = sizes.filter((s) => s.pipe.family === 'poly').sort((a, b) => a.pipe.boreMm - b.pipe.boreMm);
    for (let i = 1; i < poly.length; i++) expect(poly[i].beds).toBeGreaterThanOrEqual(poly[i - 1].beds);
    for (const s of sizes) expect(s.middleBeds).toBe(2 * s.beds);
  });

  test('agrees with the solver: as many beds as the table says pass Check, many more do not', () => {
    const size = sizes.find((s) => s.pipe.id === 'pe-1')!;
    const lay = (count: number): string[] =>
      judge({
        ...SOUND,
        sources: [{ ...SOUND.sources[0], flowingLph: 30000 } as Plan['sources'][number]],
        blocks: [
          {
            ...SOUND.blocks[0],
            beds: { count, lengthM: 40, runsPerBed: 2 },
            header: { pipe: 'pe-1' },
            main: { pipe: 'pe-63' },
          },
        ],
      }).each.map((f) => f.code);
    expect(lay(size.beds)).not.toContain('header-small');
    expect(lay(size.beds)).not.toContain('fast-water');
    const beyond = lay(size.beds + 2);
    expect(beyond.includes('header-small') || beyond.includes('fast-water')).toBe(true);
  });
});

describe('holes and tubes', () => {
  test('a hole for a flow gives that flow', () => {
    // By hand: 1 mm², 50 kPa: 0.61 · 1e-6 · √(2·50000/1000) = 6.1e-6 m³/s = 21.96 L/h through a hole of 1.128 mm.
    expect(holeForMm(21.96, 50)).toBeCloseTo(1.128, 3);
  });

  test('the largest even hole is even, and a tenth more is not', () => {
    const hose: RunLengthCase = {
      ...c,
      tape: {
        ...fillIn({ ...SOUND, blocks: [{ ...SOUND.blocks[0], tape: { kind: 'drilled' } }] }).blocks[0].tape,
        cv: 0.03,
      },
      inletKpa: 50,
    };
    const mm = largestEvenHoleMm(hose, 12, 0, 0.85)!;
    expect(mm).toBeGreaterThanOrEqual(0.5);
    expect(largestEvenHoleMm(hose, 24, 0, 0.85) ?? 0).toBeLessThanOrEqual(mm);
    const graded = drillsAlong(hose, 30, 0, 5, 3);
    // Pressure falls along the hose: holes must grow.
    expect(graded[2].holeMm).toBeGreaterThan(graded[0].holeMm);
    expect(graded[0].fromM).toBe(0);
  });

  test('a microtube’s length gives the wished flow, and its flow uses up its pressure', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 2, noNaN: true }),
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        (mm, m, kpa) => {
          const tube = prepareTube(mm, m, 20);
          const q = tubeLph(tube, kpa);
          expect(tubeKpa(tube, q) / kpa).toBeCloseTo(1, 9);
          expect(tubesFor(mm, q, [kpa], 20)[0] / m).toBeCloseTo(1, 6);
          expect(tubeLph(tube, kpa * 1.1)).toBeGreaterThan(q);
        },
      ),
      { endOnFailure: true },
    );
  });

  test('by hand: a laminar microtube after Hagen and Poiseuille with its ends', () => {
    // 0.8 mm, 1 m, 20 °C, 2 L/h: V = 1.1052 m/s, Re = 882, f = 64/882; h = f·L/D·V²/2g + 1.5·V²/2g = 5.649 + 0.0934 m → 56.3 kPa.
    const tube = prepareTube(0.8, 1, 20);
    expect(tubeKpa(tube, 2)).toBeCloseTo(56.3, 0);
  });

  test('beds of microtubes are solved with the tubes’ own law', () => {
    const tubes = fillIn({
      ...SOUND,
      blocks: [{ ...SOUND.blocks[0], tape: { kind: 'microtubes', tubeMm: 0.8, tubeM: 1 } }],
    });
    const results = createPlanSolver().solve(tubes);
    for (const r of results.runs.slice(0, 3)) {
      const law = { kind: 'microtube' as const, spacingM: 0.5, tubeMm: 0.8, tubeM: 1 };
      expect(r.minLph).toBeCloseTo(emitterLph(law, r.minKpa), 4);
      expect(r.maxLph).toBeCloseTo(emitterLph(law, r.maxKpa), 4);
    }
  });
});

describe('comparing', () => {
  test('every option is solved; what it says of itself is what the solver says of the changed plan', () => {
    const solver = createPlanSolver();
    for (const option of optionsFor(block)) {
      const seen = compareOption(SOUND, 'b', option, 5, solver);
      expect(seen).toBeDefined();
      expect(seen!.along.length).toBeGreaterThan(1);
      expect(seen!.longest.length).toBeGreaterThan(4);
      // A need of 5 mm over the beds’ area at the block’s flow, evenness counted in.
      const areaM2 = 8 * 40 * 0.75;
      expect(seen!.minutes).toBeCloseTo(
        (60 * 5 * areaM2) / seen!.blockLph / Math.max(0.1, seen!.evenness),
        1,
      );
    }
  });
});

describe('what to lay', () => {
  const asked = { curved: false, years: 1, budget: 'tight', steppedOn: false } as const;
  const best = (plan: Plan, more: Partial<typeof asked> | object = {}) =>
    whatToLay(plan, 'b', { ...asked, ...more }, createPlanSolver());

  test('straight rows for a season on a tight budget: tape', () => {
    const list = best(SOUND);
    expect(list[0].material).toBe('tape');
    expect(list).toHaveLength(8);
    for (const w of list) {
      expect(w.reasons.length).toBeGreaterThan(1);
      for (const r of w.reasons) expect(tellReason(r, metric)).not.toMatch(/depends|undefined|NaN/);
    }
  });

  test('curves, ten years and feet: something that bends and lasts, and tape kinks', () => {
    const list = best(SOUND, { curved: true, years: 10, steppedOn: true, budget: 'free' });
    expect(['dripline', 'compensating']).toContain(list[0].material);
    const tape = list.find((w) => w.material === 'tape')!;
    expect(tape.reasons.map((r) => r.code)).toEqual(expect.arrayContaining(['kinks', 'renewed', 'torn']));
  });

  test('of a shut block it says that nothing waters there', () => {
    const shut = best({ ...SOUND, blocks: [{ ...SOUND.blocks[0], inUse: false }] });
    for (const w of shut)
      expect(w.reasons.map((r) => tellReason(r, metric)).join()).toMatch(/the block is shut/);
  });

  test('hard water speaks against porous hose', () => {
    const hard = { ...SOUND, sources: [{ ...SOUND.sources[0], water: ['hard'] } as Plan['sources'][number]] };
    const porous = best(hard).find((w) => w.material === 'porous')!;
    expect(porous.reasons.map((r) => r.code)).toContain('clogs');
  });
});

describe('how sure', () => {
  test('a plan without doubts is the plan; each doubt moves what it should', () => {
    const none = { supply: 0, label: 0, slope: 0, school: 0, scatter: 0, dirt: 0 };
    const solver = createPlanSolver();
    const flow = (d: Partial<typeof none>) => solver.solve(doubted(full, { ...none, ...d }));
    const base = flow({});
    expect(base.flowLph).toBeCloseTo(judge(SOUND).worst.results.flowLph, 6);
    expect(flow({ label: 0.05 }).demand.askedLph).toBeGreaterThan(base.demand.askedLph);
    expect(flow({ supply: -0.1 }).demand.availableLph).toBeLessThan(base.demand.availableLph);
    expect(flow({ slope: 0.01 }).runs[0].endKpa).toBeLessThan(base.runs[0].endKpa);
    expect(flow({ scatter: 1 }).uniformity).toBeLessThan(base.uniformity);
  });

  test('bars come largest first, and all doubts are among them', () => {
    const { bars } = sensitivities(full);
    expect(bars.map((b) => b.name).sort()).toEqual([...DOUBT_NAMES].sort());
    for (let i = 1; i < bars.length; i++)
      expect(bars[i - 1].swingKpa).toBeGreaterThanOrEqual(bars[i].swingKpa);
  });

  test('a plan with much to spare is nearly sure, one at its limit is not; the same seed gives the same answer', () => {
    const sure = chanceInWindow(full, 40, 7);
    expect(sure.inWindow).toBe(40);
    expect(chanceInWindow(full, 40, 7).marginsKpa).toEqual(sure.marginsKpa);
    const edge = fillIn({
      ...SOUND,
      sources: [{ ...SOUND.sources[0], flowingLph: 1500 } as Plan['sources'][number]],
    });
    expect(chanceInWindow(edge, 40, 7).inWindow).toBeLessThan(40);
  });
});
