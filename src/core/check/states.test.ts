import { blankPlan, type Plan, type StatedBlock } from '../plan';
import { METRIC } from '../units';
import { SOUND } from './battery.testing';
import { describe as inWords, judge, opensOf, roots, stageOf, verdict, type Judgement } from './index';

const BLOCK = SOUND.blocks[0];
const blocks = (...more: Partial<StatedBlock>[]): Plan => ({
  ...SOUND,
  sources: [{ ...SOUND.sources[0], flowingLph: 9000 } as Plan['sources'][number]],
  blocks: more.map((m, i) => ({
    ...BLOCK,
    id: `b${i}`,
    name: `Field ${i + 1}`,
    xM: i * 14,
    main: { pipe: 'pe-1-1/2' },
    ...m,
  })),
});
const of = (j: Judgement, code: string) => j.told.filter((f) => f.code === code);
const said = (j: Judgement) => verdict(opensOf(j), j.told, METRIC);

describe('a plan is judged in all its states', () => {
  test('on the backup: what fails there alone is told as such, and the verdict says so', () => {
    const j = judge({
      ...SOUND,
      sources: [
        { ...SOUND.sources[0], branch: [{ id: 'own', kind: 'double-check' }] },
        {
          id: 'trickle',
          kind: 'tap',
          method: 'gauge',
          shutKpa: 200,
          flowingKpa: 100,
          flowingLph: 300,
          branch: [{ id: 'its', kind: 'double-check' }],
        },
      ],
      backup: { sourceId: 'trickle' },
    });
    const [short] = of(j, 'flow-short');
    expect(short).toMatchObject({ grade: 'stop', place: { kind: 'backup' } });
    expect(short.holds.every((h) => h.backup)).toBe(true);
    expect(inWords(short, j.plan, METRIC).whenOpen).toBe('on the backup');
    expect(said(j)).toMatchObject({ tone: 'stop', headline: 'Does not work on the backup' });
    expect(of(judge(SOUND), 'flow-short')).toEqual([]);
  });

  test('with the water high: tape that only all of the measured flow overloads', () => {
    // Planned on half of what was measured the tape stays under its 85 kPa; on all of it it does not.
    const j = judge({
      ...SOUND,
      sources: [
        { ...SOUND.sources[0], shutKpa: 130, flowingKpa: 120, flowingLph: 3000 } as Plan['sources'][number],
      ],
      blocks: [{ ...BLOCK, inlet: [], main: { pipe: 'hose-5/8' } }],
      wishes: { allowance: 0.5 },
    });
    const over = j.each.find((f) => f.code === 'emitter-over');
    if (over) expect(over.holds.some((h) => h.high)).toBe(true);
    // With nothing drawn it is never less than in any state that waters.
    const rest = j.each.find((f) => f.code === 'burst-at-rest')!;
    for (const s of j.states)
      for (const r of s.results.runs) expect(r.maxKpa).toBeLessThanOrEqual(rest.measured + 0.05);
  });

  test('with the filter due for cleaning a finding is at most to watch, and told when', () => {
    const j = judge({
      ...SOUND,
      sources: [{ ...SOUND.sources[0], flowingLph: 1830 } as Plan['sources'][number]],
    });
    const dirty = j.each.filter((f) => f.holds.length > 0 && f.holds.every((h) => h.dirty));
    expect(dirty.map((f) => f.code)).toContain('short-when-dirty');
    for (const f of dirty) expect(['watch', 'note']).toContain(f.grade);
    expect(inWords(dirty[0], j.plan, METRIC).whenOpen).toBe('when the filter is due for cleaning');
  });

  test('set by set: what one set brings is told once, with its name', () => {
    const plan = blocks({}, { header: { pipe: 'pe-20' } });
    const j = judge({
      ...plan,
      watering: {
        sets: [
          { id: 's', name: 'Near', beds: [{ block: 'b0' }] },
          { id: 't', name: 'Far', beds: [{ block: 'b1' }] },
        ],
      },
    });
    const [small] = of(j, 'header-small');
    expect(small.holds).toEqual([{ set: 't' }]);
    expect(inWords(small, j.plan, METRIC).whenOpen).toBe('in Far');
    expect(said(j).headline).toMatch(/^Runs in 2 sets, the tightest with more than double what it needs$/);
  });
});

describe('each finding once', () => {
  test('of several blocks the worst is told, with the places of the others', () => {
    const j = judge(blocks({ header: { pipe: 'pe-20' } }, {}, { header: { pipe: 'pe-16' } }));
    const [small, ...others] = of(j, 'header-small');
    expect(others).toEqual([]);
    expect(small.place).toEqual({ kind: 'header', block: 2 });
    expect(small.also.map((o) => o.place)).toEqual([{ kind: 'header', block: 0 }]);
    expect(inWords(small, j.plan, METRIC).where).toBe('header of Field 3; also header of Field 1');
    expect(j.each.filter((f) => f.code === 'header-small')).toHaveLength(2);
  });

  test('a block on a main of its own is not blamed on another one’s main', () => {
    // One behind a thin hose, one that climbs past its regulator: each weak for its own reason.
    const j = judge(
      blocks(
        { main: { pipe: 'hose-1/2', extraM: 60 } },
        { ground: { slopeAlong: 0.09 }, inlet: BLOCK.inlet },
      ),
    );
    const rootOf = (id: string): string => {
      const f = j.each.find((x) => x.id === id)!;
      return f.because === undefined ? id : rootOf(f.because);
    };
    const why = (block: number): string => {
      const f = j.each.find((x) => /emitter/.test(x.code) && 'block' in x.place && x.place.block === block);
      return f ? rootOf(f.id) : '';
    };
    expect(why(0)).toMatch(/main b0|part b0|source/);
    expect(why(1)).not.toMatch(/b0/);
  });

  test('every finding has a stage, a place in words, and a cause that is itself found', () => {
    const j = judge(blocks({ inlet: [] }, { main: { pipe: 'hose-1/2' } }));
    const ids = new Set(j.told.map((f) => f.id));
    for (const f of j.told) {
      expect(['water', 'ground', 'beds', 'pipework', 'sets']).toContain(stageOf(f));
      if (f.because) expect(ids).toContain(f.because);
    }
    expect(roots(j.told).length).toBeGreaterThan(0);
  });
});

describe('the verdict', () => {
  test('says that nothing was measured yet, until something was', () => {
    const blank = { ...blankPlan('metric'), blocks: [BLOCK] };
    expect(said(judge(blank)).detail).toMatch(/^Nothing measured yet: example figures\. /);
    expect(said(judge(SOUND)).detail).not.toMatch(/measured/);
  });

  test('under a tank: even drops below the maker’s least pressure are slow, not a fault', () => {
    // 2 m of water: 20 kPa at most on drippers whose label begins at 50.
    const low = judge({
      ...SOUND,
      sources: [{ id: 's', kind: 'tank', outletM: 2, lowM: 2.2, highM: 3, volumeL: 20000, xM: 0, yM: 0 }],
      head: [
        { id: 'v', kind: 'ball-1' },
        { id: 'f', kind: 'screen-1' },
      ],
      blocks: [
        {
          ...BLOCK,
          inlet: [],
          tape: { kind: 'dripline' },
          beds: { count: 3, lengthM: 8, runsPerBed: 1 },
          main: { pipe: 'pe-1-1/2' },
        },
      ],
    });
    const [drips] = of(low, 'emitter-under');
    expect(drips).toMatchObject({ grade: 'watch', says: { drips: true } });
    // Half-power drippers: the flow's share is the root of the pressure's.
    const { share } = drips.says as { share: number };
    expect(share).toBeGreaterThan(Math.sqrt(drips.measured / 100) - 0.01);
    expect(share).toBeLessThan(Math.sqrt((drips.measured + 3) / 100));
    expect(inWords(drips, low.plan, METRIC).title).toMatch(/^Drips at \d+ % of the label’s flow/);
    expect(low.told.filter((f) => f.grade === 'stop').map((f) => f.code)).toEqual([]);
    expect(said(low).tone).not.toBe('stop');
  });
});
