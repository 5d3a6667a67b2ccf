import { createPinia, setActivePinia } from 'pinia';
import { blankPlan } from '../../../core/plan';
import { useEdits } from '../edits';
import { usePlan } from '../plan';

beforeEach(() => setActivePinia(createPinia()));

const START = {
  ...blankPlan('metric'),
  sources: [{ id: 's', kind: 'tap' as const, bucketL: 12, xM: 0, yM: -40 }],
  blocks: [{ id: 'a', xM: 0, yM: 0, main: { pipe: 'pe-1-1/2', extraM: 4 } }],
};

test('a further block hangs on the nearest place of the main, by a tee, not on a pipe of its own from the head', () => {
  const plan = usePlan();
  plan.open(START);
  useEdits().copyBlock();
  const [tee] = plan.plan.tees!;
  const [first, second] = plan.plan.blocks;
  expect([first.main!.from, second.main!.from]).toEqual([tee.id, tee.id]);
  // Near the block's end of the main, in its pipe; what is longer than straight stays once.
  expect(tee.yM).toBeCloseTo(-2, 0);
  expect(tee.main).toEqual({ pipe: 'pe-1-1/2', from: 'head' });
  expect(first.main!.extraM).toBe(4);
  expect(second.main!.pipe).toBe('pe-1-1/2');
});

test('hoses of a splitter leave from it, each for itself', () => {
  const plan = usePlan();
  plan.open({ ...START, head: [{ id: 'p', kind: 'splitter-4' }] });
  useEdits().copyBlock();
  expect(plan.plan.tees).toBeUndefined();
});
