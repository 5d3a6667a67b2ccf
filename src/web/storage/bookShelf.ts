import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Entry } from '../../core/season';
import { within } from './within';

/** A photograph, made small. */
export interface Photo {
  plan: string;
  id: string;
  jpeg: Blob;
}

interface Schema extends DBSchema {
  entries: { key: [string, string]; value: { plan: string; id: string; entry: Entry } };
  photos: { key: [string, string]; value: Photo };
}

const NAME = 'idle-furrow-book';
const VERSION = 1;

let opened: Promise<IDBPDatabase<Schema>> | undefined;
let ready: IDBPDatabase<Schema> | undefined;
function forget(): void {
  opened = undefined;
  ready = undefined;
}

function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>(NAME, VERSION, {
    upgrade(db) {
      db.createObjectStore('entries', { keyPath: ['plan', 'id'] });
      db.createObjectStore('photos', { keyPath: ['plan', 'id'] });
    },
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

const range = (plan: string): IDBKeyRange => IDBKeyRange.bound([plan, ''], [plan, '\uffff']);

/**
 * Writes entries at once: they are on their way to the browser's own process before this returns, so that neither a reload nor a
 * killed page takes them back.
 */
async function put(plan: string, entries: readonly Entry[]): Promise<void> {
  const write = (db: IDBPDatabase<Schema>): Promise<void> => {
    const work = db.transaction('entries', 'readwrite', { durability: 'relaxed' });
    for (const entry of entries) void work.objectStore('entries').put({ plan, id: entry.id, entry });
    work.commit();
    return work.done;
  };
  if (ready) {
    try {
      return await within(write(ready));
    } catch (error) {
      if (!(error instanceof DOMException) || error.name !== 'InvalidStateError') throw error;
      forget();
    }
  }
  await within(database().then(write));
}
export const writeEntries = put;

/** All of a plan's book. */
export async function readEntriesOf(plan: string): Promise<Entry[]> {
  const all = await within(database().then((db) => db.getAll('entries', range(plan))));
  return all.map((e) => e.entry);
}

export async function writePhoto(photo: Photo): Promise<void> {
  const db = await within(database());
  await within(db.put('photos', photo));
}
export async function readPhoto(plan: string, id: string): Promise<Blob | undefined> {
  const db = await within(database());
  return (await within(db.get('photos', [plan, id])))?.jpeg;
}
export async function readPhotos(plan: string): Promise<Photo[]> {
  const db = await within(database());
  return within(db.getAll('photos', range(plan)));
}

/** A demo that became a plan of one's own takes its book along. */
export async function moveBook(from: string, to: string): Promise<void> {
  const [entries, photos] = [await readEntriesOf(from), await readPhotos(from)];
  await put(to, entries);
  for (const p of photos) await writePhoto({ ...p, plan: to });
  await dropBook(from);
}

/** Takes a plan's book away. */
export async function dropBook(plan: string): Promise<void> {
  const db = await within(database());
  await within(db.delete('entries', range(plan)));
  await within(db.delete('photos', range(plan)));
}

/** Takes all books away, for tests. */
export async function deleteBooks(): Promise<void> {
  ready?.close();
  forget();
  await deleteDB(NAME);
}
