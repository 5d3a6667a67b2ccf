import localforage from 'localforage';
import type { Shared } from '../../core/formats/parcel';
import { within } from './within';

const store = localforage.createInstance({ name: 'idle-furrow-sharing' });

/** A plan that never came from elsewhere is the first of its line. */
export const readShared = async (id: string): Promise<Shared> =>
  (await within(store.getItem<Shared>(id))) ?? { lineage: id };

export const writeShared = async (id: string, shared: Shared): Promise<void> =>
  void (await within(store.setItem(id, shared)));

/** A demo that became a plan of one's own stays a copy of what it was given out as. */
export async function moveShared(from: string, to: string): Promise<void> {
  const told = await within(store.getItem<Shared>(from));
  if (!told) return;
  // What was taken in meanwhile is newer.
  if (!(await within(store.getItem<Shared>(to)))) await writeShared(to, told);
  await dropShared(from);
}

export const dropShared = (id: string): Promise<void> => within(store.removeItem(id));

/** The plan here that is a copy of the same. @param kept ids of the plans that are kept here */
export async function copyOf(lineage: string, kept: readonly string[]): Promise<string | undefined> {
  for (const id of kept) if ((await readShared(id)).lineage === lineage) return id;
  return undefined;
}
