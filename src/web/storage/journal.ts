import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Happening, Plan } from '../../core/plan';
import { within } from './within';

/** What is written down of a plan as it happens: how and when (ms since 1970) it began, and each edit, undo and redo. */
export type Entry = { do: 'begin'; plan: Plan; at: number } | Happening;

/** Text in fields that cannot be used yet, by the field's name. */
export type Drafts = Record<string, string>;

interface Schema extends DBSchema {
  entries: { key: [string, number]; value: { plan: string; n: number; entry: Entry } };
  drafts: { key: string; value: { plan: string; texts: Drafts } };
}

const NAME = 'idle-furrow-journal';
const VERSION = 1;

let opened: Promise<IDBPDatabase<Schema>> | undefined;

/** The journal's own database. After it was closed or deleted under our hands it is opened again. */
function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>(NAME, VERSION, {
    upgrade(db) {
      db.createObjectStore('entries', { keyPath: ['plan', 'n'] });
      db.createObjectStore('drafts', { keyPath: 'plan' });
    },
    // Another page wants to delete it, or the browser closed it: let go, and open anew with the next write.
    blocking: () => void opened?.then((db) => db.close()).finally(forget),
    terminated: forget,
  }).then((db) => {
    ready = db;
    db.addEventListener('close', forget);
    return db;
  });
  opened.catch(forget);
  return opened;
}
let ready: IDBPDatabase<Schema> | undefined;
function forget(): void {
  opened = undefined;
  ready = undefined;
}

/** All of one plan's entries, from a number on. */
const range = (plan: string, from = 0): IDBKeyRange => IDBKeyRange.bound([plan, from], [plan, Infinity]);

/** Makes the journal ready, so that the first edit is written without waiting. @throws where the browser keeps nothing */
export const openJournal = async (): Promise<void> => void (await within(database()));

type Put =
  | { store: 'entries'; value: Schema['entries']['value'] }
  | { store: 'drafts'; value: Schema['drafts']['value'] };

/**
 * Writes at once: request and commit are on their way to the browser's own process before this returns, so that neither a
 * reload nor a killed page takes them back.
 */
async function put({ store, value }: Put): Promise<void> {
  const write = (db: IDBPDatabase<Schema>): Promise<void> => {
    const work = db.transaction(store, 'readwrite', { durability: 'relaxed' });
    void work.objectStore(store).put(value as never);
    work.commit();
    return work.done;
  };
  if (ready) {
    try {
      return await within(write(ready));
    } catch (error) {
      // Closed under our hands: once more on a new one.
      if (!(error instanceof DOMException) || error.name !== 'InvalidStateError') throw error;
      forget();
    }
  }
  await within(database().then(write));
}

/** Writes an entry down under its number; over what stands there, while a movement of the hand goes on. */
export const writeEntry = (plan: string, n: number, entry: Entry): Promise<void> =>
  put({ store: 'entries', value: { plan, n, entry } });

/** A plan's entries after a number, in order. */
export async function readEntries(plan: string, after: number): Promise<{ n: number; entry: Entry }[]> {
  const all = await within(database().then((db) => db.getAll('entries', range(plan, after + 1))));
  return all.map(({ n, entry }) => ({ n, entry }));
}

/** Lets go of a plan's entries up to a number, once they are folded into the plan. */
export async function dropEntries(plan: string, upTo = Infinity): Promise<void> {
  const db = await within(database());
  await within(db.delete('entries', IDBKeyRange.bound([plan, 0], [plan, upTo])));
  if (upTo === Infinity) await within(db.delete('drafts', plan));
}

/** Plans that have entries. */
export async function plansInJournal(): Promise<string[]> {
  const keys = await within(database().then((db) => db.getAllKeys('entries')));
  return [...new Set(keys.map(([plan]) => plan))];
}

export const writeDrafts = (plan: string, texts: Drafts): Promise<void> =>
  put({ store: 'drafts', value: { plan, texts } });

export async function readDrafts(plan: string): Promise<Drafts> {
  return (await within(database().then((db) => db.get('drafts', plan))))?.texts ?? {};
}

/** Takes the whole journal away, for tests. */
export async function deleteJournal(): Promise<void> {
  ready?.close();
  forget();
  await deleteDB(NAME);
}
