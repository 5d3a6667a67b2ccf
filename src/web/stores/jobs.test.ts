import { createJobs, type Jobs } from './jobs';

/** A worker that does nothing by itself. */
class DeadWorker extends EventTarget {
  terminated = false;
  postMessage(): void {}
  terminate(): void {
    this.terminated = true;
  }
}

interface Api {
  add: (number: number) => Promise<{ value: number }>;
}
let workers: DeadWorker[];
let jobs: Jobs<Api>;
beforeEach(() => {
  workers = [];
  jobs = createJobs<Api>(() => {
    const worker = new DeadWorker();
    workers.push(worker);
    return worker as unknown as Worker;
  });
});
const forEver = (): Promise<never> => new Promise(() => undefined);

test('a job is answered, or told as called off', async () => {
  expect(await jobs.ask(async () => ({ value: 7 }))).toEqual({ ended: 'answered', value: 7 });
  expect(await jobs.ask(async () => ({ calledOffAt: 5 }))).toEqual({ ended: 'cancelled', atMs: 5 });
});

test('a newer job ends the one before; one asked beside it does not', async () => {
  const first = jobs.ask(forEver);
  const second = jobs.ask(async () => ({ value: 2 }));
  expect([await first, await second]).toEqual([{ ended: 'cancelled' }, { ended: 'answered', value: 2 }]);
  const third = jobs.ask(
    () => new Promise<{ value: number }>((resolve) => setTimeout(() => resolve({ value: 3 }), 5)),
  );
  expect(await jobs.ask(async () => ({ value: 4 }), { beside: true })).toMatchObject({ value: 4 });
  expect(await third).toMatchObject({ value: 3 });
});

test('stopping ends what is under way', async () => {
  const asked = jobs.ask(forEver);
  jobs.stop();
  expect(await asked).toEqual({ ended: 'cancelled' });
});

test('what a job throws, here or there, is told in words', async () => {
  expect(await jobs.ask(() => Promise.reject(new Error('no water')))).toEqual({
    ended: 'failed',
    why: 'no water',
  });
  expect(
    await jobs.ask(() => {
      throw new Error('cannot be cloned');
    }),
  ).toEqual({ ended: 'failed', why: 'cannot be cloned' });
});

test('a worker that breaks ends its jobs in words, and the next job has a new one', async () => {
  const asked = [jobs.ask(forEver), jobs.quick(forEver)];
  workers[0].dispatchEvent(Object.assign(new Event('error'), { message: 'out of memory' }));
  expect(await Promise.all(asked)).toEqual([{ ended: 'failed', why: 'out of memory' }, undefined]);
  expect(workers[0].terminated).toBe(true);
  expect(await jobs.ask(async () => ({ value: 1 }))).toMatchObject({ ended: 'answered' });
  expect(workers).toHaveLength(2);
});

test('a worker that shows no life for half a minute is let go', async () => {
  jest.useFakeTimers();
  const asked = jobs.ask(forEver);
  jest.advanceTimersByTime(20_000);
  expect(workers[0].terminated).toBe(false);
  jest.advanceTimersByTime(20_000);
  jest.useRealTimers();
  expect(await asked).toMatchObject({ ended: 'failed', why: expect.stringMatching(/did not answer/) });
  expect(workers[0].terminated).toBe(true);
});

test('jobs of one lane end each other, and no others', async () => {
  const sets = jobs.ask(forEver, { lane: 'sets' });
  const season = jobs.ask(forEver, { lane: 'season' });
  const newer = jobs.ask(async () => ({ value: 1 }), { lane: 'sets' });
  expect(await sets).toEqual({ ended: 'cancelled' });
  expect(await newer).toEqual({ ended: 'answered', value: 1 });
  let over = false;
  void season.then(() => (over = true));
  await Promise.resolve();
  expect(over).toBe(false);
  jobs.stop('season');
  expect(await season).toEqual({ ended: 'cancelled' });
  expect(workers).toHaveLength(1);
});

test('a worker sees that a newer job of its own lane is wanted, not that one of another lane is', async () => {
  const here = await import('../../worker/jobs');
  const memory = new SharedArrayBuffer(4 * here.PLACES);
  here.listen(memory);
  const wanted = new Int32Array(memory);
  const later = (lane: number, count: number): void =>
    void (wanted[here.WANTED + lane] = here.numberOf(count, lane));
  const work = (number: number, meanwhile: () => void) =>
    here.job(number, () => {
      meanwhile();
      here.checkpoint();
      return 'done';
    });
  expect(work(here.numberOf(1, 2), () => later(3, 9))).toEqual({ value: 'done' });
  expect(work(here.numberOf(1, 2), () => later(2, 2))).toHaveProperty('calledOffAt');
  // The one that is wanted is done.
  expect(work(here.numberOf(2, 2), () => undefined)).toEqual({ value: 'done' });
  expect(wanted[here.BEATS]).toBeGreaterThan(3);
});
