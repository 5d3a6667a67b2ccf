import { judge, roots } from '../check';
import { BLOCK, SOUND, TAP } from '../check/batteryBase.testing';
import { fillIn, openings, refusalOf, type Plan } from '../plan';

const TANK = {
  id: 'tank',
  kind: 'tank',
  outletM: 9,
  lowM: 9.1,
  highM: 10.2,
  shape: 'stated',
  volumeL: 4000,
  xM: -3,
  yM: -2,
} as Plan['sources'][number];
/** Two blocks alike: by day from the tank, then from the tap. */
const turns = (more: object = {}): Plan => ({
  ...SOUND,
  sources: [TAP, TANK],
  backup: { sourceId: 'tank', valve: true, backflow: 'double-check' },
  blocks: [
    { ...BLOCK, id: 'a', name: 'A', xM: 0, yM: 0, beds: { count: 3, lengthM: 20, runsPerBed: 2 } },
    { ...BLOCK, id: 'b', name: 'B', xM: 20, yM: 0, beds: { count: 3, lengthM: 20, runsPerBed: 2 } },
  ],
  watering: {
    sets: [
      { id: 'one', name: 'By tank', beds: [{ block: 'a' }], source: 'tank' },
      { id: 'two', name: 'By tap', beds: [{ block: 'b' }] },
    ],
  },
  ...more,
});

test('each set is solved on the source that it draws on', () => {
  const open = openings(fillIn(turns()));
  expect(open.map((o) => o.plan.sourceId)).toEqual(['tank', 's']);
  const { states } = judge(turns());
  const of = (set: string) => states.find((s) => s.set?.id === set && s.how === 'open' && !s.backup)!.results;
  expect(of('one').layout.source.kind).toBe('tank');
  expect(of('two').layout.source.kind).toBe('tap');
});

test('only what draws on the tank empties it', () => {
  const both = judge(turns()).outlook!;
  const [one, two] = both.sets;
  expect(both.tank!.sets.map((s) => s.id)).toEqual(['one']);
  expect(two.beds).toBe(one.beds);
  const all = judge(
    turns({ watering: { sets: turns().watering!.sets!.map((s) => ({ ...s, source: 'tank' })) } }),
  ).outlook!;
  expect(all.tank!.lastsDays).toBeLessThan(both.tank!.lastsDays);
});

test('what is amiss on one source is told of that one', () => {
  const weak = turns({ sources: [TAP, { ...TANK, outletM: 0.1, lowM: 0.12, highM: 0.2 }] });
  const dry = judge(weak).each.find((f) => f.code === 'emitter-under' || f.code === 'emitters-dry')!;
  expect(dry.holds.every((h) => h.set === 'one' || h.backup)).toBe(true);
});

test('sources that sets share pipes with need valves and backflow protection between them, backup or not', () => {
  const codes = (plan: Plan) => roots(judge(plan).told).map((f) => f.code);
  expect(codes(turns())).not.toContain('backup-joins');
  expect(codes(turns({ backup: undefined }))).toContain('backup-joins');
});

test('a set on a source that is not there is refused', () => {
  const sets = [{ id: 'one', beds: [{ block: 'a' }], source: 'lake' }];
  expect(JSON.stringify(refusalOf(turns({ watering: { sets } })))).toMatch(/there is no source “lake”/);
});
