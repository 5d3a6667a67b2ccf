import { SOUND } from '../check/battery.testing';
import { judge, judgeOpen, type Judgement } from '../check';
import type { Plan } from '../plan';
import { loadOf } from '../sets';
import { changed, figuresOf, remediesFor, sayChange } from './index';

/** Three fields on a tap that bears one. */
const farm: Plan = {
  ...SOUND,
  sources: [{ ...SOUND.sources[0], flowingLph: 2600 } as Plan['sources'][number]],
  blocks: ['a', 'b', 'c'].map((id, i) => ({
    ...SOUND.blocks[0],
    id,
    name: `Field ${id}`,
    xM: i * 14,
    main: { pipe: 'pe-1-1/2' },
  })),
};

const openOf = ({ states }: Judgement) => states.filter((s) => s.how === 'open' && !s.backup);
const ids = ({ each }: Judgement) => each.map((f) => f.id);

describe('a plan in sets', () => {
  const before = judge(farm);
  const short = before.told.find((f) => f.code === 'flow-short')!;
  const remedy = remediesFor(short, before).find((r) => r.changes[0].kind === 'sets')!;

  test('is what is offered first where the flow is too much; it does what it says', () => {
    expect(remediesFor(short, before)[0]).toEqual(remedy);
    expect(remedy.clears).toBe(true);
    expect(sayChange(remedy.changes[0], before.plan, String)).toMatch(
      /water in \d sets, one after the other/,
    );
    // What waters later is bought all the same.
    expect(remedy.after.cost).toBeCloseTo(remedy.before.cost, 9);
    const after = judge(changed(farm, remedy.changes));
    expect(openOf(after).length).toBeGreaterThan(1);
    for (const o of openOf(after)) expect(loadOf(o.results, 0.9).ok).toBe(true);
    expect(after.each.map((f) => f.code)).not.toContain('flow-short');
  });

  test('is judged set by set: each finding once, as grave as it is anywhere, and known where it was found', () => {
    const sets = [
      { id: 's', name: 'Both', beds: [{ block: 'a' }, { block: 'b' }, { block: 'c' }] },
      { id: 't', name: 'One', beds: [] },
    ];
    const now = judge({ ...farm, watering: { sets: [sets[0]] } });
    expect(ids(now)).toEqual(ids(before));
    const two = judge({
      ...farm,
      watering: {
        sets: [
          { id: 's', beds: [{ block: 'a' }] },
          { id: 't', beds: [{ block: 'b' }, { block: 'c' }] },
        ],
      },
    });
    expect(new Set(ids(two)).size).toBe(two.each.length);
    const found = two.each.find((f) => f.code === 'flow-short');
    if (found) expect(two.foundIn.get(found.id)!.set!.id).toBe('t');
    // Figures are of the worst of them.
    const each = openOf(two).map((o) => o.results.demand.askedLph);
    expect(figuresOf(two).askedLph).toBe(Math.max(...each));
    expect(figuresOf(two).uniformity).toBe(Math.min(...openOf(two).map((o) => o.results.uniformity)));
    // One block looked at alone: what opens it.
    expect(
      judgeOpen({ ...farm, watering: { sets: two.plan.watering.sets } }, { block: 'a' }).states[0].set!.id,
    ).toBe('s');
  });
});
