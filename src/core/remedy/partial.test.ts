import { judge, offersFor, roots } from '../check';
import { BATTERY, SOUND } from '../check/battery.testing';
import { beds } from '../check/batteryBase.testing';
import { ofBlock } from '../check/offers';
import type { Context } from '../check/offers';
import { createPlanSolver } from '../network';
import type { Plan } from '../plan';
import { changed, figuresOf, remediesFor, tryChanges } from './index';

const planted = (name: string) => judge(BATTERY.find((b) => b.name === name)!.plan);

describe('what helps but does not clear', () => {
  const before = planted('a block far over its tap');
  const [finding] = roots(before.told).filter((f) => f.code === 'flow-short');
  const remedies = remediesFor(finding, before);
  const halves = remedies.filter((r) => !r.clears);

  test('is told with what is left of the finding, which is less by a fifth and no graver', () => {
    expect(halves.length).toBeGreaterThan(0);
    for (const half of halves) {
      const after = judge(changed(before.stated, half.changes));
      const left = after.each.filter((f) => f.id === finding.id);
      expect(left).toHaveLength(1);
      expect(half.less!.margin / left[0].margin).toBeCloseTo(1, 5);
      expect(half.less!.margin).toBeLessThan(finding.margin * 0.8);
      expect(half.less!.grade).toBe(finding.grade);
    }
  });

  test('is left out where it takes less than a fifth away', () => {
    // One bed of many rested changes next to nothing: told by itself it would be no remedy.
    const tried = tryChanges([{ kind: 'allowance', share: 0.82 }], before, createPlanSolver())!;
    const left = tried.after.each.find((f) => f.id === finding.id)!;
    expect(left.margin).toBeGreaterThan(finding.margin * 0.8);
    expect(remedies.some((r) => r.changes.some((c) => c.kind === 'allowance'))).toBe(false);
  });
});

test('of a finding in several blocks all are mended at once, step by step, or as far as each goes', () => {
  const block = (id: string) => ({ ...SOUND.blocks[0], id });
  const plan = { ...SOUND, blocks: [block('a'), block('c')] };
  const judged = judge(plan);
  const context = {
    finding: {
      place: { kind: 'block', block: 0 },
      also: [{ id: 'x', place: { kind: 'block', block: 1 } }],
    },
    plan: judged.plan,
    results: judged.worst.results,
    whole: judged.plan,
  } as unknown as Context;
  const size = (id: string, pipe: string) => ({ kind: 'header-size' as const, block: id, pipe });
  const offers = ofBlock(({ id }) => [
    id === 'a' ? [[size(id, 'pe-1')], [size(id, 'pe-2')]] : [[size(id, 'pe-1')]],
    ...(id === 'a' ? [[[{ kind: 'wish' as const, uniformity: 0.8 }]]] : []),
  ])(context);
  expect(offers).toEqual([
    [
      [size('a', 'pe-1'), size('c', 'pe-1')],
      [size('a', 'pe-2'), size('c', 'pe-1')],
    ],
    [[{ kind: 'wish', uniformity: 0.8 }]],
  ]);
});

test('more runs are laid only in beds that want their whole ground wet', () => {
  const stated = beds({ crop: 'salad', single: { 2: { crop: 'squash' } } });
  const before = judge(stated);
  const finding = roots(before.told).find((f) => f.code === 'strips-apart')!;
  const { plan, results } = before.foundIn.get(finding.id) ?? before.worst;
  const [change] = offersFor({ finding, plan, results, whole: before.plan })
    .flat()
    .flat()
    .filter((c) => c.kind === 'runs');
  const keys = results.blocks[0].built.layout.beds.map((b) => b.key);
  expect(change).toMatchObject({ kind: 'runs', keys: keys.filter((k) => k !== '2') });
});

test('a remedy leaves no more beds dry than there were, whatever it is for', () => {
  for (const shutKpa of [60, 90, 120]) {
    const tap = { ...SOUND.sources[0], shutKpa, flowingKpa: shutKpa * 0.6, flowingLph: 1000 };
    const before = judge({
      ...SOUND,
      sources: [tap as Plan['sources'][number]],
      // Nothing keeps the water back yet: whatever does takes of the pressure that there is.
      head: [],
      blocks: [{ ...SOUND.blocks[0], ground: { slopeAcross: 0.6 } }],
    });
    expect(figuresOf(before).dryBeds).toBeGreaterThan(0);
    for (const finding of roots(before.told))
      for (const { after } of remediesFor(finding, before))
        expect(after.dryBeds).toBeLessThanOrEqual(figuresOf(before).dryBeds);
  }
});

test('what stops a plan because of something else stands with its cause: while it is there nothing is put right', () => {
  for (const name of ['beds that climb past all pressure', 'beds high over the regulator']) {
    const { plan } = BATTERY.find((b) => b.name === name)!;
    const before = judge(plan);
    const cause = roots(before.told).find((f) => f.code === 'runs-uphill')!;
    const came = before.each.filter((f) => f.because === cause.id && f.grade === 'stop').map((f) => f.id);
    expect(came.length).toBeGreaterThan(0);
    for (const { clears, changes } of remediesFor(cause, before))
      if (clears)
        expect(
          judge(changed(plan, changes))
            .each.filter((f) => f.grade === 'stop')
            .map((f) => f.id)
            .filter((id) => came.includes(id)),
        ).toEqual([]);
  }
});
