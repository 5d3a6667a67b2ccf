import { blankPlan, type Plan } from '../plan';
import { changed } from './index';

const plan = (inlets: 'own' | 'alike'): Plan => ({
  ...blankPlan('metric'),
  inlets,
  head: [{ id: 'v', kind: 'ball-1' }],
  blocks: ['a', 'b', 'c'].map((id) => ({ id, inlet: [{ id: 'r', kind: 'regulator-mid' }] })),
});
const sets = (p: Plan): (number | undefined)[] => p.blocks.map((b) => b.inlet?.[0].setKpa);

test('a change at one block’s inlet is made at all where they are alike, and at that one alone where each is its own', () => {
  const change = { kind: 'set-pressure', place: 'b', id: 'r', setKpa: 83 } as const;
  expect(sets(changed(plan('alike'), [change]))).toEqual([83, 83, 83]);
  expect(sets(changed(plan('own'), [change]))).toEqual([undefined, 83, undefined]);
});

test('a change of the head leaves the inlets be', () => {
  const before = plan('alike');
  const after = changed(before, [{ kind: 'remove-part', place: 'head', id: 'v', name: 'valve' }]);
  expect(after.head).toEqual([]);
  expect(after.blocks).toEqual(before.blocks);
});
