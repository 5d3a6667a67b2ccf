import { blankPlan, fillIn, type FullPlan } from '../../core/plan';
import type { Answer, PlanLetter, SolverApi } from '../../worker/solver';
import type { Jobs, Outcome } from './jobs';
import { Solving, type Arrived } from './solving';

/** What was sent to a worker that answers when it is told to. */
interface Sent {
  letter: PlanLetter;
  answer: (outcome: Outcome<Answer | 'send all'>) => Promise<void>;
}

const plan = (name: string): FullPlan => fillIn({ ...blankPlan('metric'), name });
const good = (asked = true): Outcome<Answer> => ({ ended: 'answered', value: { asked } as Answer });

/** A worker whose jobs end when a test says so. */
function bench(shares = true) {
  const sent: Sent[] = [];
  const stopped: number[] = [];
  const taken: string[] = [];
  let dropped = 0;
  const jobs = {
    shares,
    onBegin: undefined,
    ask: (question: (worker: object, number: number) => unknown) =>
      new Promise((resolve) => {
        const solver = {
          solve: (letter: PlanLetter) =>
            sent.push({
              letter,
              answer: async (outcome) => {
                resolve(outcome);
                await new Promise(setImmediate);
              },
            }),
        };
        question(solver, sent.length + 1);
      }),
    stop: () => void dropped++,
    stopUpTo: (last: number) => void stopped.push(last),
  } as unknown as Jobs<SolverApi>;
  const solving = new Solving(({ plan: of }: Arrived) => void taken.push(of.name), jobs);
  const names = (): string[] => sent.map((s) => (s.letter.plan as { name: string }).name);
  return { solving, sent, names, stopped, taken, dropped: () => dropped };
}

let now = 0;
beforeEach(() => {
  now = 10_000;
  jest.spyOn(performance, 'now').mockImplementation(() => now);
});
afterEach(() => jest.restoreAllMocks());

test('one solve at a time until solves are known to be quick; of plans that came meanwhile only the newest is solved', async () => {
  const b = bench();
  b.solving.want(plan('a'));
  b.solving.want(plan('b'));
  b.solving.want(plan('c'));
  expect(b.names()).toEqual(['a']);
  expect(b.solving.isBusy).toBe(true);
  await b.sent[0].answer(good());
  expect(b.names()).toEqual(['a', 'c']);
  await b.sent[1].answer(good());
  expect(b.taken).toEqual(['a', 'c']);
  expect(b.solving.isBusy).toBe(false);
});

test('while solves are quick a second one is sent before the first is answered, a third is not', async () => {
  const b = bench();
  b.solving.want(plan('a'));
  now += 20;
  await b.sent[0].answer(good());
  for (const name of ['b', 'c', 'd']) b.solving.want(plan(name));
  expect(b.names()).toEqual(['a', 'b', 'c']);
});

test('a long solve gives way to a newer plan, by its number', async () => {
  const b = bench();
  b.solving.want(plan('a'));
  now += 4000;
  await b.sent[0].answer(good());
  b.solving.want(plan('b'));
  now += 5;
  b.solving.want(plan('c'));
  expect(b.stopped).toEqual([2]);
  await b.sent[1].answer({ ended: 'cancelled' });
  expect(b.names()).toEqual(['a', 'b', 'c']);
  expect(b.taken).toEqual(['a']);
});

test('where a solve cannot be told to end it is dropped with its worker, and not before it is long', () => {
  const b = bench(false);
  b.solving.want(plan('a'));
  now += 1400;
  b.solving.want(plan('b'));
  expect(b.dropped()).toBe(0);
  now += 200;
  b.solving.want(plan('c'));
  expect(b.dropped()).toBe(1);
});

test('a block and the ground that the worker has are named only; all is sent again when it says that it lacks them', async () => {
  const b = bench();
  const full = fillIn({ ...blankPlan('metric'), blocks: [{ id: 'one' }, { id: 'two' }] as never });
  b.solving.want(full);
  expect(b.sent[0].letter.changed.map((x) => x.id)).toEqual(['one', 'two']);
  expect(b.sent[0].letter.land).toBeDefined();
  await b.sent[0].answer(good());
  const [one, two] = full.blocks;
  b.solving.want({ ...full, blocks: [one, { ...two, name: 'changed' }] });
  expect(b.sent[1].letter.changed.map((x) => x.id)).toEqual(['two']);
  expect(b.sent[1].letter.order).toEqual(['one', 'two']);
  expect(b.sent[1].letter.land).toBeUndefined();
  await b.sent[1].answer({ ended: 'answered', value: 'send all' });
  expect(b.sent[2].letter.changed.map((x) => x.id)).toEqual(['one', 'two']);
  expect(b.sent[2].letter.land).toBeDefined();
});

test('a failure is tried again by itself once and said the second time; an answer takes the words back', async () => {
  const b = bench();
  b.solving.want(plan('a'));
  await b.sent[0].answer({ ended: 'failed', why: 'out of memory' });
  expect(b.names()).toEqual(['a', 'a']);
  expect(b.solving.problem.value).toBe('');
  await b.sent[1].answer({ ended: 'failed', why: 'out of memory' });
  expect(b.solving.problem.value).toContain('out of memory');
  expect(b.sent).toHaveLength(2);
  b.solving.want(plan('b'));
  await b.sent[2].answer(good());
  expect(b.solving.problem.value).toBe('');
});

test('when the hand rests after an answer without what is asked of the source, the plan is worked out whole', async () => {
  jest.useFakeTimers({ doNotFake: ['performance', 'setImmediate'] });
  const b = bench();
  b.solving.want(plan('a'));
  now += 20;
  await b.sent[0].answer(good());
  b.solving.want(plan('b'));
  expect(b.sent[1].letter.asked).toBe(false);
  await b.sent[1].answer(good(false));
  jest.advanceTimersByTime(60);
  expect(b.names()).toEqual(['a', 'b', 'b']);
  expect(b.sent[2].letter.asked).toBe(true);
  jest.useRealTimers();
});
