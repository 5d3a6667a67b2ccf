import { createPlanSolver } from '../network';
import { blankPlan, fillIn, type Plan, type StatedBlock } from '../plan';
import type { AlikeBeds } from '../sets';
import { METRIC } from '../units';
import { BLOCK, SOUND, TAP, parts, regulated } from './batteryBase.testing';
import { apartNames } from './facts/groupNames';
import { figuresOf, isMeasured } from './figures';
import type { Finding, Grade, Holds, Place } from './finding';
import { bringsAbout, describe as inWords, findingWorking, judge, roots, verdict, type Opens } from './index';
import { grouped } from './judge';
import { kindOfCode } from './kindOf';
import { holdsOf, statesOf, withDirtyFilters } from './states';

/*
 * The judgement's own rules on findings made by hand: what the verdict says of them, where and when they are said to hold,
 * how they are put together, and in which states a plan is looked at.
 */

const finding = (code: Finding['code'], grade: Grade, more: Partial<Finding> = {}): Finding => ({
  code,
  id: `${code} here`,
  grade,
  place: { kind: 'plan' },
  measured: 0,
  limit: 0,
  kind: 'pressure',
  margin: 0,
  says: {},
  holds: [{}],
  also: [],
  ...more,
});
const opens = (more: Partial<Opens> = {}): Opens => ({
  measured: true,
  sets: 0,
  opened: [{ blocks: 1, emitters: 100, flowLph: 500, spare: 0.25 }],
  ...more,
});
const said = (told: Finding[], more: Partial<Opens> = {}) => verdict(opens(more), told, METRIC);
const opened = (...spare: number[]): Opens['opened'] =>
  spare.map((s) => ({ blocks: 1, emitters: 10, flowLph: 100, spare: s }));

describe('the verdict of findings made by hand', () => {
  test('nothing found: it runs with what is to spare, the tightest set counting', () => {
    expect(said([])).toEqual({
      tone: 'fine',
      headline: 'Runs, with 25 % to spare',
      detail: 'Nothing to mend',
    });
    expect(said([], { sets: 1 }).headline).toBe('Runs in one set, with 25 % to spare');
    expect(said([], { sets: 2, opened: opened(0.5, 0.19) }).headline).toBe(
      'Runs in 2 sets, the tightest with 19 % to spare',
    );
    expect(said([], { opened: opened(Infinity) }).headline).toBe('Runs');
    expect(said([], { opened: opened(1.01) }).headline).toBe('Runs, with more than double what it needs');
    expect(said([], { opened: opened(1) }).headline).toBe('Runs, with 100 % to spare');
    expect(said([], { opened: opened(0) }).headline).toBe('Runs, with 0 % to spare');
    expect(said([], { opened: opened(-0.1) }).headline).toBe('Runs, but not for long');
  });

  test('what is to mend and to watch is counted, and what comes of something else is not', () => {
    const mend = finding('no-vent', 'mend');
    const watch = finding('tested-wet', 'watch');
    expect(said([mend])).toMatchObject({ tone: 'mend', detail: 'One thing to mend' });
    expect(said([mend, { ...mend, id: 'other' }]).detail).toBe('2 things to mend');
    expect(said([mend, { ...mend, id: 'other', because: mend.id }]).detail).toBe('One thing to mend');
    expect(said([watch])).toMatchObject({ tone: 'fine', detail: 'Nothing to mend, one thing to watch' });
    expect(said([watch, { ...watch, id: 'w' }]).detail).toBe('Nothing to mend, 2 things to watch');
    expect(said([finding('no-gauges', 'note')]).detail).toBe('Nothing to mend');
  });

  test('the state that a figure is of is named, where it is not that of all', () => {
    const sets = {
      sets: 2,
      named: [
        { id: 'a', name: 'Near' },
        { id: 'b', name: 'Far' },
      ],
    };
    const under = (...holds: Holds[]) =>
      finding('emitter-under', 'stop', { measured: 20, limit: 40, says: {}, holds });
    expect(said([under({ set: 'a' }, { set: 'b' })], sets).detail).toBe(
      '20\u00a0kPa where 40\u00a0kPa is needed',
    );
    expect(said([under({ set: 'b' })], sets).detail).toBe('20\u00a0kPa where 40\u00a0kPa is needed, in Far');
    const burst = finding('burst-at-rest', 'stop', { measured: 90, limit: 85, holds: [{ high: true }] });
    expect(said([burst]).detail).toBe('90\u00a0kPa, when the water is high, the tape is rated 85\u00a0kPa');
    const short = (holds: Holds[]) =>
      finding('flow-short', 'stop', {
        measured: 900,
        limit: 700,
        kind: 'flow',
        says: { shortLph: 200, neededKpa: 100 },
        holds,
      });
    expect(said([short([{ set: 'a' }])], sets).detail).toMatch(/asked at 100.kPa, in Near$/);
    // What holds on the backup alone is not told as of the source.
    expect(said([short([{ backup: true }])]).headline).toBe('Does not work on the backup');
  });

  test('drops that are slow and even are told before all else, as a share of the label’s flow', () => {
    const drips = finding('emitter-under', 'watch', { says: { drips: true, share: 0.404 } });
    expect(said([drips]).detail).toBe(
      'Drips at 40 % of the label’s flow. Nothing to mend, one thing to watch',
    );
    expect(said([drips, finding('no-vent', 'mend')]).detail).toBe(
      'Drips at 40 % of the label’s flow. One thing to mend',
    );
  });

  test('nothing open, nothing that fits, nothing that flows', () => {
    const none = (more: Partial<Opens['opened'][number]>) =>
      said([], { opened: [{ blocks: 1, emitters: 5, flowLph: 5, spare: 0, ...more }] });
    expect(none({ blocks: 0 })).toEqual({
      tone: 'stop',
      headline: 'Every block is shut',
      detail: 'Open one to see what it does',
    });
    expect(none({ emitters: 0 }).headline).toBe('No emitter fits into these beds');
    expect(none({ flowLph: 0 }).headline).toBe('No water reaches the beds');
    // One set that waters is enough.
    const mixed = said([], {
      opened: [...opened(0.5), { blocks: 0, emitters: 0, flowLph: 0, spare: 0.5 }],
    });
    expect(mixed.tone).toBe('fine');
  });

  test('the gravest in the order that counts: burst, dry, short, weak, then any other by its name', () => {
    const burst = finding('burst-at-rest', 'stop', { measured: 142, limit: 85 });
    const over = finding('emitter-over', 'stop', { measured: 120, limit: 85 });
    const dry = finding('emitters-dry', 'stop', { says: { beds: 3 } });
    const short = finding('flow-short', 'stop', {
      kind: 'flow',
      measured: 2000,
      limit: 1200,
      says: { shortLph: 800, neededKpa: 90 },
    });
    const under = finding('emitter-under', 'stop', { measured: 20, limit: 41 });
    expect(said([under, short, dry, over, burst])).toEqual({
      tone: 'stop',
      headline: 'Too much pressure',
      detail: '142\u00a0kPa, the tape is rated 85\u00a0kPa',
    });
    expect(said([under, short, dry, over]).detail).toBe('120\u00a0kPa, the tape is rated 85\u00a0kPa');
    expect(said([under, short, dry])).toMatchObject({
      headline: '3 beds run dry',
      detail: '2 more problems',
    });
    expect(said([{ ...dry, says: { beds: 1 } }])).toMatchObject({
      headline: 'One bed runs dry',
      detail: 'Nothing else found',
    });
    const plants = (n: number): string => said([{ ...dry, says: { beds: n, plants: true } }]).headline;
    expect([plants(3), plants(1)]).toEqual(['3 plants run dry', 'One plant runs dry']);
    expect(said([under, short])).toMatchObject({
      headline: 'Short by 800\u00a0L/h',
      detail: '2,000\u00a0L/h asked at 90\u00a0kPa',
    });
    expect(said([{ ...short, limit: 0 }]).headline).toBe('The source is too weak');
    expect(said([under])).toMatchObject({
      headline: 'Too weak at the far end',
      detail: '20\u00a0kPa where 41\u00a0kPa is needed',
    });
    const lawful = finding('no-backflow', 'stop');
    expect(said([lawful])).toMatchObject({
      headline: 'Not safe or lawful',
      detail: 'One thing to put right first',
    });
    expect(said([finding('filter-unfit', 'stop'), lawful])).toMatchObject({
      headline: 'Not safe or lawful',
      detail: '2 things to put right first',
    });
    expect(said([finding('filter-unfit', 'stop')]).headline).toBe('Does not work yet');
    expect(said([finding('tank-dry', 'stop')]).headline).toBe('The stored water runs out');
  });

  test('what holds on the backup alone is not said of the plan', () => {
    const holds: Holds[] = [{ backup: true }];
    const short = finding('flow-short', 'stop', { kind: 'flow', holds });
    expect(said([short]).headline).toBe('Does not work on the backup');
    expect(said([{ ...short, holds: [{}, ...holds] }]).headline).not.toBe('Does not work on the backup');
    // What hangs on nothing that is open is the plan's.
    expect(said([finding('filter-unfit', 'stop', { holds: [] })]).headline).toBe('Does not work yet');
  });

  test('of what nobody measured it is said first', () => {
    expect(said([], { measured: false }).detail).toBe(
      'Nothing measured yet: example figures. Nothing to mend',
    );
  });
});

test('what comes of a finding is told at any remove, and of nothing else', () => {
  const burst = finding('burst-at-rest', 'stop', { id: 'a' });
  const dry = finding('emitters-dry', 'stop', { id: 'b', because: 'a' });
  const uneven = finding('farm-uneven', 'mend', { id: 'c', because: 'b' });
  const own = finding('no-filter', 'mend', { id: 'd' });
  const all = [own, uneven, dry, burst];
  expect(bringsAbout(burst, all).map((f) => f.id)).toEqual(['b', 'c']);
  expect(bringsAbout(dry, all).map((f) => f.id)).toEqual(['c']);
  expect(bringsAbout(own, all)).toEqual([]);
  expect(roots(all)).toEqual([own, burst]);
});

test('a finding’s working gives by how much it is missed from what it compares; what is only there or not has no sum', () => {
  const plan = fillIn(SOUND);
  const short = finding('flow-short', 'stop', { measured: 900, limit: 1200, margin: 300, kind: 'flow' });
  const worked = findingWorking(short, plan, METRIC);
  expect(worked.terms.map((t) => t.value)).toEqual([900, 1200]);
  expect(worked.gives!([900, 1200])).toBe(300);
  expect(worked.gives!([1200, 900])).toBe(300);
  expect(worked.result!.value).toBe(300);
  const bare = findingWorking(
    finding('no-backflow', 'stop', { says: { feeding: false, mains: true, gap: false } }),
    plan,
    METRIC,
  );
  expect(bare).toMatchObject({
    terms: [],
    formula: 'there, or not there',
    says: expect.stringMatching(/mains water.*It is law/),
  });
  expect(bare.gives).toBeUndefined();
});

describe('where and when something is said to hold', () => {
  const plan = fillIn({
    ...SOUND,
    sources: [...SOUND.sources, { id: 'b', kind: 'tap', name: 'old tap' }],
    backup: { sourceId: 'b' },
    blocks: ['Low', 'High', 'Far', 'Long'].map((name, i) => ({ ...BLOCK, id: `b${i}`, name })),
    watering: {
      sets: ['One', 'Two', 'Three', 'Four', 'Five'].map((name, i) => ({
        id: `s${i}`,
        name,
        beds: [{ block: 'b0', keys: [String(i + 1)] }],
        ...(i === 4 && { source: 'b' }),
      })),
    },
  });
  const words = (more: Partial<Finding>) => inWords(finding('burst-at-rest', 'stop', more), plan, METRIC);
  const where = (place: Place, also: Place[] = []): string =>
    words({ place, also: also.map((p, i) => ({ id: String(i), place: p })) }).where;
  const when = (...holds: Holds[]): string => words({ holds }).whenOpen;

  test.each<[Place, string]>([
    [{ kind: 'plan' }, 'the plan'],
    [{ kind: 'source' }, 'tap'],
    [{ kind: 'backup' }, 'old tap'],
    [{ kind: 'head' }, 'head'],
    [{ kind: 'part', place: 'head', id: 'x' }, 'in the head'],
    [{ kind: 'part', place: 'b1', id: 'x' }, 'at High'],
    [{ kind: 'main', to: 'b2' }, 'main, to Far'],
    [{ kind: 'main', to: 'tee' }, 'main'],
    [{ kind: 'header', block: 1 }, 'header of High'],
    [{ kind: 'block', block: 3 }, 'Long'],
    [{ kind: 'set', set: 's1' }, 'Two'],
    [{ kind: 'set', set: 'gone' }, 'sets'],
    [{ kind: 'run', runIndex: 0, block: 0, bed: '7' }, 'Low, bed 7'],
  ])('%j', (place, wanted) => expect(where(place)).toBe(wanted));

  test('up to three other places are named, further ones counted', () => {
    const at = (block: number): Place => ({ kind: 'header', block });
    expect(where(at(0), [at(1)])).toBe('header of Low; also header of High');
    expect(where(at(0), [at(1), at(2), at(3)])).toBe(
      'header of Low; also header of High; header of Far; header of Long',
    );
    expect(where(at(0), [at(1), at(2), at(3), { kind: 'head' }])).toMatch(/header of Long and 1 more$/);
  });

  test('the sets in which it holds, unless in all of them; up to three by name', () => {
    expect(when({ set: 's0' }, { set: 's2' })).toBe('in One, Three');
    expect(when(...[0, 1, 2, 3].map((i) => ({ set: `s${i}` })))).toBe('in One, Two, Three and others');
    expect(when(...[0, 1, 2, 3, 4].map((i) => ({ set: `s${i}` })))).toBe('');
    expect(when()).toBe('');
    expect(when({})).toBe('');
  });

  test('the source, the water and the filters, where it holds in no other state', () => {
    expect(when({ backup: true })).toBe('on the backup');
    expect(when({ high: true }, { high: true })).toBe('when the water is high');
    expect(when({ high: true }, {})).toBe('');
    expect(when({ set: 's1', dirty: true })).toBe('in Two, when the filter is due for cleaning');
  });

  test('what is found of a source by a set that draws on another one is of that one', () => {
    expect(words({ place: { kind: 'source' }, holds: [{ set: 's4' }] }).where).toBe('old tap');
    expect(words({ place: { kind: 'source' }, holds: [{ set: 's4' }, { set: 's0' }] }).where).toBe('tap');
  });
});

describe('findings put together', () => {
  const small = (block: number, measured: number, more: Partial<Finding> = {}): Finding =>
    finding('header-small', 'mend', {
      id: `header-small header ${block}`,
      place: { kind: 'header', block },
      measured,
      limit: 10,
      margin: measured - 10,
      holds: [{ set: `s${block}` }],
      ...more,
    });

  test('of one kind and grade once, led by the worst, with the states of all', () => {
    const [told, ...rest] = grouped([small(0, 12), small(1, 30), small(2, 20)]);
    expect(rest).toEqual([]);
    expect(told.place).toEqual({ kind: 'header', block: 1 });
    expect(told.also.map((o) => o.place)).toEqual([
      { kind: 'header', block: 2 },
      { kind: 'header', block: 0 },
    ]);
    expect(told.holds.map((h) => h.set)).toEqual(['s1', 's2', 's0']);
  });

  test('graver ones stand apart and first; what comes of different causes does too', () => {
    expect(grouped([small(0, 12), small(1, 30, { grade: 'stop' })]).map((f) => f.grade)).toEqual([
      'stop',
      'mend',
    ]);
    const cause = finding('main-eats', 'mend', { id: 'm', place: { kind: 'main', to: 'x' } });
    const own = grouped([cause, small(0, 12), small(1, 30, { because: 'm' })]);
    expect(own.filter((f) => f.code === 'header-small')).toHaveLength(2);
  });

  test('what hangs on no state holds in none', () => {
    expect(grouped([small(0, 12, { holds: [] }), small(1, 11)])[0].holds).toEqual([]);
  });
});

describe('the states that a plan is looked at in', () => {
  const how = (plan: Plan) =>
    statesOf(fillIn(plan), createPlanSolver()).map((s) => `${s.backup ? 'backup ' : ''}${s.how}`);
  /** A head with nothing that loads. */
  const BARE = parts('double-check', 'ball-1');
  const bare = (block: Partial<StatedBlock>, head = BARE): Plan => ({
    ...SOUND,
    head,
    blocks: [{ ...BLOCK, ...block }],
  });

  test('with the water high only where nothing holds the pressure of what is open', () => {
    expect(how(bare({}))).toEqual(['open']);
    expect(how(bare({ inlet: [] }))).toEqual(['open', 'high']);
    // A regulator set above all there is holds nothing.
    expect(how(bare({ inlet: regulated(600) }))).toEqual(['open', 'high']);
    const two: Plan = { ...bare({}), blocks: [BLOCK, { ...BLOCK, id: 'c', xM: 30, inlet: [] }] };
    expect(how(two)).toEqual(['open', 'high']);
    // One in the head holds all of them, as long as it has more than it is set to.
    const inHead = (setKpa: number): Plan =>
      bare({ inlet: [] }, [...BARE, { id: 'r', kind: 'regulator-mid', setKpa }]);
    expect(how(inHead(100))).toEqual(['open']);
    expect(how(inHead(600))).toEqual(['open', 'high']);
  });

  test('with filters due for cleaning only where there are some, in head or inlet; and all that on the backup', () => {
    expect(how(bare({ inlet: [...parts('screen-1'), ...regulated(69)] }))).toEqual(['open', 'dirty']);
    const both: Plan = {
      ...bare({}),
      sources: [...SOUND.sources, { ...TAP, id: 'b' }],
      backup: { sourceId: 'b' },
    };
    expect(how(both)).toEqual(['open', 'backup open']);
    expect(how({ ...both, backup: { sourceId: 's' } })).toEqual(['open']);
  });

  test('a dirty filter takes what it takes clean and what it is due at besides; nothing else changes', () => {
    const plan = fillIn(SOUND);
    const dirty = withDirtyFilters(plan);
    plan.head.forEach((p, i) => {
      expect(dirty.head[i].lossKpa).toBe(p.lossKpa + p.dirtyKpa);
      if (p.dirtyKpa === 0) expect(dirty.head[i]).toBe(p);
    });
    expect(plan.head.some((p) => p.dirtyKpa > 0)).toBe(true);
    expect(dirty.blocks[0]).toBe(plan.blocks[0]);
    // Asked again it is the same object, so that what is solved of it is known.
    expect(withDirtyFilters(plan).head).toBe(dirty.head);
    const clean = fillIn(bare({}));
    expect(withDirtyFilters(clean)).toBe(clean);
  });

  test('a finding names the state by what differs in it', () => {
    const plan = fillIn(SOUND);
    const [state] = statesOf(plan);
    expect(holdsOf(state)).toEqual({});
    const set = { id: 'x', name: 'X', beds: [] };
    expect(holdsOf({ ...state, set, backup: true, how: 'high' })).toEqual({
      set: 'x',
      backup: true,
      high: true,
    });
    expect(holdsOf({ ...state, how: 'dirty' })).toEqual({ dirty: true });
  });
});

describe('what was measured, and what rests on examples', () => {
  const source = (more: object): Plan =>
    ({ ...blankPlan('metric'), sources: [{ id: 's', kind: 'tap', ...more }] }) as Plan;

  test('a place, a name or a way of measuring is no figure; anything else is, unless it is an example', () => {
    expect(isMeasured(source({}), 's')).toBe(false);
    expect(isMeasured(source({ xM: 3, yM: 2, heightM: 1, name: 'tap', method: 'gauge' }), 's')).toBe(false);
    expect(isMeasured(source({ shutKpa: 300 }), 's')).toBe(true);
    expect(isMeasured(source({ shutKpa: 300, examples: ['shutKpa'] }), 's')).toBe(false);
    expect(isMeasured(source({ shutKpa: 300, bucketL: 9, examples: ['shutKpa'] }), 's')).toBe(true);
    expect(isMeasured(source({ shutKpa: 300 }), 'other')).toBe(false);
  });

  test('a finding names each example that it rests on, and none that was told', () => {
    const rests = (plan: Plan): string[] => {
      const kind = kindOfCode('runs-few');
      const label = kindOfCode('run-too-long');
      const own = kindOfCode('short-cycling');
      const place: Place = { kind: 'block', block: 0 };
      return [kind, label, own].flatMap((k) => figuresOf(k, place, plan, fillIn(plan)));
    };
    expect(rests({ ...source({}), blocks: [{ id: 'b' }] })).toEqual([
      'the soil, which is not chosen yet',
      'the label of a typical tape',
      'the tap’s example figures',
    ]);
    const told: StatedBlock = { id: 'b', tape: { flowLph: 1 }, ground: { soil: 'clay' } };
    expect(rests({ ...source({ shutKpa: 300 }), blocks: [told] })).toEqual([]);
    // The kind alone, or where it lies, is not its label.
    const kind: StatedBlock = { id: 'b', tape: { kind: 'dripline', lies: 'surface' }, ground: told.ground };
    expect(rests({ ...source({ shutKpa: 300 }), blocks: [kind] })).toEqual([
      'the label of a typical material',
    ]);
  });
});

test('beds that need unlike are told apart by their crop and block, and else by their numbers', () => {
  const plan = fillIn({ ...SOUND, blocks: [{ ...BLOCK, name: 'Low' }] });
  const beds = (crop: string, ...keys: string[]) => ({ crop, block: 0, keys }) as unknown as AlikeBeds;
  expect(apartNames(beds('none', '1'), beds('squash', '2'), plan)).toEqual([
    'mixed vegetables in Low',
    'squash and pumpkins in Low',
  ]);
  expect(apartNames(beds('squash', '1'), beds('squash', '2', '3', '4'), plan)).toEqual([
    'squash and pumpkins in Low (bed 1)',
    'squash and pumpkins in Low (beds 2 to 4)',
  ]);
});

test('what varies more as made than the target allows is told of the material, and not of block or run too', () => {
  const codes = (cv: number): string[] =>
    judge({ ...SOUND, blocks: [{ ...BLOCK, header: { pipe: 'pe-16' }, tape: { cv } }] }).each.map(
      (f) => f.code,
    );
  // 1 − 1.27 · 0.03 is 0.96, 1 − 1.27 · 0.12 is 0.85; the target is 0.9.
  expect(codes(0.03)).toContain('block-uneven');
  expect(codes(0.03)).not.toContain('material-uneven');
  expect(codes(0.12)).toContain('material-uneven');
  expect(codes(0.12)).not.toContain('block-uneven');
  expect(codes(0.12)).not.toContain('run-too-long');
});
