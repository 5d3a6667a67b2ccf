import fc from 'fast-check';
import { produce } from 'immer';
import { blankPlan } from '../model/defaults';
import {
  advance,
  begin,
  isEmpty,
  MOST_STEPS,
  newestSteps,
  replay,
  stepBetween,
  type Happening,
  type History,
} from './history';
import type { Plan } from '../model/types';

const beds = (plan: Plan, count: number): Plan =>
  produce(plan, (draft) => void ((draft.blocks[0].beds ??= {}).count = count));
const blank = blankPlan('metric');

/** A history in which the number of beds was set to one after the other. */
function counted(...counts: number[]): { history: History; happenings: Happening[] } {
  let history = begin(blank);
  const happenings: Happening[] = [];
  for (const count of counts) {
    const step = stepBetween(`set ${count}`, history.plan, beds(history.plan, count));
    happenings.push({ do: 'step', step });
    history = advance(history, happenings.at(-1)!);
  }
  return { history, happenings };
}
const countOf = (h: History): number | undefined => h.plan.blocks[0].beds?.count;

test('undo and redo walk along the steps, and a new step forgets what was undone', () => {
  let { history } = counted(3, 4, 5);
  history = advance(history, { do: 'undo' });
  history = advance(history, { do: 'undo' });
  expect(countOf(history)).toBe(3);
  expect(history.future.map((s) => s.label)).toEqual(['set 5', 'set 4']);
  history = advance(history, { do: 'redo' });
  expect(countOf(history)).toBe(4);
  history = advance(history, { do: 'step', step: stepBetween('set 9', history.plan, beds(history.plan, 9)) });
  expect([countOf(history), history.future.length]).toEqual([9, 0]);
  for (let i = 0; i < 9; i++) history = advance(history, { do: 'undo' });
  expect(history.plan).toEqual(blank);
});

test('a movement that goes on replaces its own step; one that comes back leaves none', () => {
  let { history } = counted(3);
  const before = history.plan;
  const to = (count: number): Happening => ({
    do: 'again',
    step: stepBetween('drag', before, beds(before, count), 'hand'),
  });
  history = advance(history, { do: 'step', step: stepBetween('drag', before, beds(before, 7), 'hand') });
  history = advance(history, to(8));
  expect([countOf(history), history.past.length]).toEqual([8, 2]);
  const none = to(3);
  expect(isEmpty((none as { step: Parameters<typeof isEmpty>[0] }).step)).toBe(true);
  history = advance(history, none);
  expect([countOf(history), history.past.length]).toEqual([3, 1]);
});

test('what a step does not touch stays the same object', () => {
  const two = { ...blank, blocks: [...blank.blocks, { id: 'other', beds: { count: 2 } }] };
  const step = stepBetween('set', two, beds(two, 5));
  const after = advance(begin(two), { do: 'step', step });
  expect(after.plan.blocks[1]).toBe(two.blocks[1]);
  expect(advance(after, { do: 'undo' }).plan.blocks[1]).toBe(two.blocks[1]);
});

test('the same happenings told as text lead to the same plan and the same undo, whatever they are', () => {
  const happening = fc.oneof(
    { weight: 4, arbitrary: fc.integer({ min: 1, max: 99 }) },
    { weight: 1, arbitrary: fc.constantFrom('undo' as const, 'redo' as const) },
  );
  fc.assert(
    fc.property(fc.array(happening, { maxLength: 30 }), (list) => {
      let history = begin(blank);
      const told: Happening[] = [];
      for (const h of list) {
        const made = typeof h === 'number' ? beds(history.plan, h) : undefined;
        const next: Happening = made
          ? { do: 'step', step: stepBetween('set', history.plan, made) }
          : { do: h as 'undo' };
        told.push(next);
        history = advance(history, next, made);
      }
      const found = replay(begin(blank), JSON.parse(JSON.stringify(told)) as Happening[]);
      expect(found.lost).toBe(0);
      expect(found.history.plan).toEqual(history.plan);
      expect(found.history.past).toEqual(history.past);
      expect(found.history.future.length).toBe(history.future.length);
    }),
  );
});

test('a happening that does not fit ends the replay, and says how many are lost', () => {
  const { happenings } = counted(3, 4);
  const bad: Happening = {
    do: 'step',
    step: { label: 'x', forth: [{ op: 'replace', path: '/nowhere/at/all', value: 1 }], back: [] },
  };
  const found = replay(begin(blank), [happenings[0], bad, happenings[1]]);
  expect(found.lost).toBe(2);
  expect(countOf(found.history)).toBe(3);
});

test('only so many steps are remembered, and only the newest where room is short', () => {
  const { history } = counted(...Array.from({ length: MOST_STEPS + 20 }, (_, i) => (i % 90) + 1));
  expect(history.past).toHaveLength(MOST_STEPS);
  const each = JSON.stringify(history.past.at(-1)).length;
  expect(newestSteps(history.past, each * 3 + 5)).toEqual(history.past.slice(-3));
});
