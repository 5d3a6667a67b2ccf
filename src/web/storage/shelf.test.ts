import 'fake-indexeddb/auto';
import { IDBObjectStore } from 'fake-indexeddb';
import { begin, blankPlan, stepBetween, type History, type Plan } from '../../core/plan';
import { deleteJournal, openJournal, readEntries, writeEntry } from './journal';
import {
  ChangedElsewhere,
  discard,
  fetchKept,
  keep,
  rawText,
  shelf,
  type KeptPlan,
  type Unreadable,
} from './shelf';
import localforage from 'localforage';

const named = (name: string): History => begin({ ...blankPlan('metric'), name });
const plans = localforage.createInstance({ name: 'idle-furrow', storeName: 'plans' });

/** Lays a text on the shelf as another hand would. */
const layDown = (id: string, text: string): Promise<unknown> =>
  plans.setItem(`plan/${id}`, { text, revision: 1, savedAt: 5 });
const kept = async (id: string): Promise<KeptPlan> => (await fetchKept(id)) as KeptPlan;
const nameOf = async (id: string): Promise<string | undefined> => (await kept(id)).history.plan.name;
const renamed = (from: Plan, name: string) => stepBetween(`call it ${name}`, from, { ...from, name });

beforeEach(async () => {
  await plans.clear();
  await deleteJournal();
  await openJournal();
});

test('what is kept is found again, with its history', async () => {
  const first = named('Tallow Piece');
  const step = renamed(first.plan, 'Tallow End');
  expect(
    await keep('a', { plan: { ...first.plan, name: 'Tallow End' }, past: [step], future: [] }, 4, 0),
  ).toBe(1);
  const found = await kept('a');
  expect(found).toMatchObject({ id: 'a', revision: 1, n: 4, lost: 0 });
  expect(found.history.past).toEqual([step]);
  expect(await fetchKept('b')).toBeUndefined();
});

test('each save goes on from the one before; a stale one is refused and loses nothing', async () => {
  let revision = await keep('a', named('one'), 0, 0);
  revision = await keep('a', named('two'), 1, revision);
  expect(revision).toBe(2);
  await expect(keep('a', named('stale'), 2, 1)).rejects.toBeInstanceOf(ChangedElsewhere);
  expect(await nameOf('a')).toBe('two');
});

test('what was written down and not folded in yet is replayed on opening; what is folded in is let go', async () => {
  const first = named('one');
  await keep('a', first, 0, 0);
  const two = renamed(first.plan, 'two');
  await writeEntry('a', 1, { do: 'step', step: two });
  await writeEntry('a', 2, { do: 'step', step: renamed({ ...first.plan, name: 'two' }, 'three') });
  await writeEntry('a', 3, { do: 'undo' });
  const found = await kept('a');
  expect(found.history.plan.name).toBe('two');
  expect([found.n, found.history.past.length, found.history.future.length]).toEqual([3, 1, 1]);
  await keep('a', found.history, 3, found.revision);
  expect(await readEntries('a', -1)).toEqual([]);
  expect((await kept('a')).history.future).toHaveLength(1);
});

test('entries that were folded in are not made twice, though letting go of them failed', async () => {
  const first = named('one');
  const step = renamed(first.plan, 'two');
  await keep('a', { plan: { ...first.plan, name: 'two' }, past: [step], future: [] }, 1, 0);
  await writeEntry('a', 1, { do: 'step', step });
  expect((await kept('a')).history.past).toHaveLength(1);
});

test('a plan that only the journal knows is on the shelf and opens', async () => {
  await writeEntry('new', 0, { do: 'begin', plan: named('Fresh').plan, at: 7 });
  await writeEntry('new', 1, { do: 'step', step: renamed(named('Fresh').plan, 'Fresher') });
  expect((await shelf()).map((e) => [e.id, e.name, e.savedAt])).toEqual([['new', 'Fresher', 7]]);
  expect(await kept('new')).toMatchObject({ revision: 0, n: 1 });
});

test('a journal bent from outside opens as far as it makes sense, and says how much is lost', async () => {
  const first = named('one');
  await keep('a', first, 0, 0);
  await writeEntry('a', 1, { do: 'step', step: renamed(first.plan, 'two') });
  await writeEntry('a', 2, {
    do: 'step',
    step: { label: 'x', forth: [{ op: 'replace', path: '/blocks', value: 7 }], back: [] },
  });
  await writeEntry('a', 3, {
    do: 'step',
    step: { label: 'x', forth: [{ op: 'remove', path: '/no/where' }], back: [] },
  });
  const found = await kept('a');
  expect([found.history.plan.name, found.lost]).toEqual(['two', 2]);
});

test('a full browser says so, and keeps what it had', async () => {
  await keep('a', named('one'), 0, 0);
  const full = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  await expect(keep('a', named('two'), 1, 1)).rejects.toThrow();
  await expect(writeEntry('a', 1, { do: 'undo' })).rejects.toThrow();
  full.mockRestore();
  expect(await nameOf('a')).toBe('one');
});

test('no kept plan vanishes: one that cannot be read is listed with the reason, given out as it is, and saved as far as it goes', async () => {
  await keep('a', named('sound'), 0, 0);
  const text = JSON.stringify({
    name: 'Hob Field',
    ...blankPlan('metric'),
    blocks: [{ id: 'b', beds: { count: 4 } }],
  });
  await layDown('cut', text.slice(0, -3));
  await layDown('else', '{"format":"else"}');
  const all = await shelf();
  expect(all.map((e) => [e.id, e.name, Boolean(e.broken)])).toEqual([
    ['a', 'sound', false],
    ['cut', 'Hob Field', true],
    ['else', 'Unnamed plan', true],
  ]);
  expect(await rawText('cut')).toBe(text.slice(0, -3));
  const found = (await fetchKept('cut')) as Unreadable;
  expect(found.recovered!.plan.blocks).toEqual([{ id: 'b', beds: { count: 4 } }]);
  expect(((await fetchKept('else')) as Unreadable).recovered).toBeUndefined();
});

test('what is thrown away is gone with its journal', async () => {
  await keep('a', named('one'), 0, 0);
  await writeEntry('a', 1, { do: 'undo' });
  await discard('a');
  expect([await shelf(), await readEntries('a', -1)]).toEqual([[], []]);
});
