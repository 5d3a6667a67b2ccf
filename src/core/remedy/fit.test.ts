import { readFileSync } from 'node:fs';
import { judge, roots, type Finding } from '../check';
import { SOUND } from '../check/battery.testing';
import { fillIn, readPlan, type Plan } from '../plan';
import { format, METRIC, US, type KindName } from '../units';
import { changed, figuresOf, fit, tellRefusal, tellSet, type FitLimits } from './index';

const FREE: FitLimits = {
  keepTape: false,
  keepHeaders: false,
  budget: undefined,
  mostSets: 8,
  keepSource: true,
};
const metric = (value: number, kind: KindName): string => format(value, kind, METRIC);
const title = ({ code }: Finding): string => code;
const us = (value: number, kind: KindName): string => format(value, kind, US);
const tap = (flowingLph: number, more: Partial<Plan> = {}): Plan => ({
  ...SOUND,
  sources: [{ ...SOUND.sources[0], flowingLph } as Plan['sources'][number]],
  ...more,
});
const farm = (n: number, flowingLph: number): Plan =>
  tap(flowingLph, {
    blocks: Array.from({ length: n }, (_, i) => ({
      ...SOUND.blocks[0],
      id: `b${i}`,
      name: `Field ${i + 1}`,
      xM: i * 14,
      main: { pipe: 'pe-1-1/2' },
    })),
  });

describe('fit it for me', () => {
  test.each<[string, Plan]>([
    ['a sound plan', SOUND],
    ['a slow tap', tap(500)],
    [
      'no regulator and a thin main',
      tap(3000, { blocks: [{ ...SOUND.blocks[0], inlet: [], main: { pipe: 'hose-1/2' } }] }),
    ],
    [
      'runs too long',
      tap(3000, { blocks: [{ ...SOUND.blocks[0], beds: { count: 4, lengthM: 190, runsPerBed: 1 } }] }),
    ],
    ['four fields on a tap for one', farm(4, 2600)],
  ])('%s: every plan offered works in each of its sets, and keeps to the limits', (_, plan) => {
    const answer = fit(plan, FREE);
    expect(answer.fits.length).toBeGreaterThan(0);
    expect(answer.fits.length).toBeLessThanOrEqual(3);
    for (const f of answer.fits) {
      expect(f.sets.length).toBeLessThanOrEqual(FREE.mostSets);
      const made = changed(plan, f.changes);
      const now = judge(made);
      expect(
        roots(now.told)
          .filter((x) => x.grade === 'stop' || x.grade === 'mend')
          .map((x) => x.code),
      ).toEqual([]);
      expect(figuresOf(now).uniformity).toBeGreaterThanOrEqual(f.after.uniformity - 1e-4);
      // It costs what the plan costs once it is taken, the valves of its sets among it.
      expect(f.after.cost).toBeCloseTo(figuresOf(now).cost, 6);
      // Every bed waters in exactly one set.
      const full = fillIn(plan);
      const { layout } = judge(plan).worst.results;
      const watered = f.sets.flat().flatMap(({ block, keys }) => {
        const at = full.blocks.findIndex((b) => b.id === block);
        return (keys ?? layout.blocks[at].beds.map((b) => b.key)).map((key) => `${block} ${key}`);
      });
      const all = layout.blocks.flatMap((b) => b.beds.map((bed) => `${b.block.id} ${bed.key}`));
      expect(watered.sort()).toEqual(all.sort());
      for (const set of f.sets) expect(tellSet(set, full)).toMatch(/Field|Block|bed/);
    }
    const kinds = answer.fits.flatMap((f) => f.kinds);
    expect(new Set(kinds)).toEqual(new Set(['cheapest', 'most-even', 'fewest-sets']));
    const costs = answer.fits.map((f) => f.after.cost);
    expect(answer.fits.find((f) => f.kinds.includes('cheapest'))!.after.cost).toBe(Math.min(...costs));
  });

  test('the same changes in another order are one plan, named by all that it is best at', () => {
    const reading = readPlan(readFileSync('demo/otter-strip.json', 'utf8'));
    if (!reading.ok) throw new Error('no plan');
    const { fits } = fit(reading.plan, FREE);
    const made = fits.map((f) =>
      f.changes
        .map((c) => JSON.stringify(c))
        .sort()
        .join(),
    );
    expect(new Set(made).size).toBe(made.length);
    expect(fits.flatMap((f) => f.kinds).sort()).toEqual(['cheapest', 'fewest-sets', 'most-even']);
  });

  test('what is kept is kept', () => {
    const { fits } = fit(tap(500), { ...FREE, keepTape: true, keepHeaders: true });
    for (const f of fits)
      for (const c of f.changes) expect(c.kind).not.toMatch(/^lay-|header-feed|header-along|second-header/);
  });

  test('contradictory limits are answered in words, with the figures', () => {
    const sets = fit(tap(500), { ...FREE, keepTape: true, mostSets: 1 });
    // What is offered beside it comes nearer, and names what is left.
    for (const f of sets.fits) expect([f.kinds[0], f.left.length > 0]).toEqual(['nearest', true]);
    expect(tellRefusal(sets.refusal!, us, title)).toMatch(
      /^Nothing within these limits: the source gives [\d.]+\sgpm and the beds ask for [\d.]+\sgpm, which takes \d+ sets; one is allowed\.$/,
    );
    const bed = fit(tap(60), { ...FREE, keepTape: true });
    expect(tellRefusal(bed.refusal!, metric, title)).toMatch(
      /^Nothing within these limits: the source gives [\d.]+\sL\/h, one bed of Block 1 alone needs [\d.,]+\sL\/h\.$/,
    );
    const dear = fit(SOUND, { ...FREE, budget: 10 });
    expect(tellRefusal(dear.refusal!, metric, title)).toMatch(
      /the cheapest that works costs about \d+ .* the budget is 10\.$/,
    );
    const uneven = fit(
      tap(3000, { blocks: [{ ...SOUND.blocks[0], beds: { count: 2, lengthM: 400, runsPerBed: 1 } }] }),
      { ...FREE, keepTape: true, keepHeaders: true },
    );
    expect(tellRefusal(uneven.refusal!, metric, title)).toMatch(
      /: tape cannot carry water evenly over 400\sm at any pressure that it bears, as Block 1 has it; 163\sm is the most\./,
    );
    const shut = fit(
      {
        ...SOUND,
        sources: [{ ...SOUND.sources[0], shutKpa: 40, flowingKpa: 10 } as Plan['sources'][number]],
      },
      FREE,
    );
    expect(tellRefusal(shut.refusal!, metric, title)).toMatch(
      /at the source, which stands at 40\skPa when shut/,
    );
    const low = fit({ ...SOUND, sources: [{ id: 's', kind: 'tank' }] }, FREE);
    expect(tellRefusal(low.refusal!, metric, title)).toMatch(
      /takes \d+\skPa at the source, which stands at \d+\skPa when shut/,
    );
    const none = fit({ ...SOUND, blocks: [{ ...SOUND.blocks[0], beds: { count: 2, lengthM: 0.2 } }] }, FREE);
    expect(tellRefusal(none.refusal!, metric, title)).toBe('There are no beds with emitters to plan for.');
  });

  test('where no way of laying a block is even enough, the best of them is told', () => {
    // Across so steep a block the beds start at unlike pressures, wherever the header is fed.
    const plan = tap(9000, {
      blocks: [{ ...SOUND.blocks[0], ground: { slopeAcross: 0.5 } }],
    });
    const kept = fit(plan, { ...FREE, keepTape: true, keepHeaders: true });
    const free = fit(plan, { ...FREE, keepTape: true });
    if (kept.refusal?.why !== 'block-uneven' || free.refusal?.why !== 'block-uneven')
      throw new Error(JSON.stringify([kept.refusal, free.refusal]));
    const now = figuresOf(judge(plan)).uniformity;
    expect(kept.refusal.best).toBeGreaterThanOrEqual(now - 1e-9);
    // With a header fed from its middle more can be had, and that is what is told.
    expect(free.refusal.best).toBeGreaterThan(kept.refusal.best + 0.01);
    expect(free.refusal.best).toBeLessThan(0.9);
    expect(free.refusal.wished).toBe(0.9);
  });

  test('tells how far it has come, never backwards, and stops when told to', () => {
    const shares: number[] = [];
    fit(farm(3, 3000), FREE, (s) => shares.push(s));
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
    expect(shares.at(-1)).toBeCloseTo(1, 9);
    let solves = 0;
    expect(() =>
      fit(farm(3, 3000), FREE, undefined, () => {
        if (++solves > 5) throw new Error('stopped');
      }),
    ).toThrow('stopped');
  });
});
