import { blankPlan, type Plan } from '../../core/plan';

const kept = new Map<string, unknown>();
let full = false;

jest.mock('localforage', () => ({
  __esModule: true,
  default: {
    createInstance: () => ({
      getItem: (k: string) => Promise.resolve(structuredClone(kept.get(k) ?? null)),
      setItem: (k: string, v: unknown) => {
        if (full) return Promise.reject(new DOMException('full', 'QuotaExceededError'));
        kept.set(k, structuredClone(v));
        return Promise.resolve(v);
      },
      removeItem: (k: string) => Promise.resolve(void kept.delete(k)),
      iterate: (each: (v: unknown, k: string) => void) => Promise.resolve(kept.forEach((v, k) => each(v, k))),
    }),
  },
}));

import { ChangedElsewhere, discard, fetchKept, keep, lastId, shelf } from './shelf';

const named = (name: string): Plan => ({ ...blankPlan('metric'), name });

beforeEach(() => {
  kept.clear();
  full = false;
});

test('what is kept is found again, as it was, and is the last', async () => {
  expect(await keep('a', named('Tallow Piece'), 0)).toBe(1);
  expect(await fetchKept('a')).toEqual({ id: 'a', plan: named('Tallow Piece'), revision: 1 });
  expect(await lastId()).toBe('a');
  expect(await fetchKept('b')).toBeUndefined();
});

test('each save goes on from the one before; a stale one is refused and loses nothing', async () => {
  let revision = await keep('a', named('one'), 0);
  revision = await keep('a', named('two'), revision);
  expect(revision).toBe(2);
  await expect(keep('a', named('stale'), 1)).rejects.toBeInstanceOf(ChangedElsewhere);
  expect((await fetchKept('a'))?.plan.name).toBe('two');
});

test('a full browser says so, and keeps what it had', async () => {
  await keep('a', named('one'), 0);
  full = true;
  await expect(keep('a', named('two'), 1)).rejects.toThrow('full');
  expect((await fetchKept('a'))?.plan.name).toBe('one');
});

test('the shelf lists plans newest first, passes over what cannot be read, and lets go of what is thrown away', async () => {
  const now = jest.spyOn(Date, 'now');
  now.mockReturnValue(1000);
  await keep('a', named('older'), 0);
  now.mockReturnValue(2000);
  await keep('b', named('newer'), 0);
  now.mockRestore();
  kept.set('plan/c', { text: '{"format":"else"}', revision: 1, savedAt: 3000 });
  expect((await shelf()).map((e) => e.name)).toEqual(['newer', 'older']);
  expect(await fetchKept('c')).toBeUndefined();
  await discard('b');
  expect((await shelf()).map((e) => e.id)).toEqual(['a']);
});
