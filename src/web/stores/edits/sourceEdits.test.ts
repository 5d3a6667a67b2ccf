import { createPinia, setActivePinia } from 'pinia';
import { blankPlan } from '../../../core/plan';
import { useEdits } from '../edits';
import { usePlan } from '../plan';

beforeEach(() => setActivePinia(createPinia()));

test('a source that sets drew on is taken away with what they said of it', () => {
  const plan = usePlan();
  plan.open({
    ...blankPlan('metric'),
    sources: [
      { id: 'a', kind: 'tap' },
      { id: 'b', kind: 'tank' },
    ],
    blocks: [{ id: 'block' }],
    watering: { sets: [{ id: 's', beds: [{ block: 'block' }], source: 'b' }] },
  });
  useEdits().removeSource('b');
  expect(plan.plan.sources.map((s) => s.id)).toEqual(['a']);
  expect(plan.plan.watering!.sets![0].source).toBeUndefined();
});

test('the tap of a blank plan goes when another source is put in, and one of which something was said stays', () => {
  const plan = usePlan();
  const kinds = () => plan.plan.sources.map((s) => s.kind);
  plan.open(blankPlan('metric'));
  useEdits().addSource('tank');
  expect(kinds()).toEqual(['tank']);
  plan.open(blankPlan('metric'));
  useEdits().sourceKind('well');
  expect(kinds()).toEqual(['well']);
  plan.open({ ...blankPlan('metric'), sources: [{ id: 's', kind: 'tap', bucketL: 12 }] });
  useEdits().addSource('tank');
  expect(kinds()).toEqual(['tap', 'tank']);
});

test('a figure that is measured is an example no more, and the others still are', () => {
  const plan = usePlan();
  plan.open({
    ...blankPlan('metric'),
    sources: [{ id: 'a', kind: 'tap', bucketL: 12, shutKpa: 200, examples: ['bucketL', 'shutKpa'] }],
  });
  useEdits().source({ shutKpa: 240 }, 'x');
  expect(plan.plan.sources[0].examples).toEqual(['bucketL']);
  useEdits().source({ bucketL: 12 }, 'x');
  expect(plan.plan.sources[0].examples).toBeUndefined();
});
