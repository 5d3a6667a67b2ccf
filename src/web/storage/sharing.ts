import localforage from 'localforage';
import type { Plan } from '../../core/plan';
import { within } from './within';

/** The other device's plan as it was when it was taken in here last. */
export interface Received {
  /** When that device wrote it, ms since 1970. */
  at: number;
  plan: Plan;
}

/** What a plan here is a copy of, whatever it is called on each device. */
export interface Shared {
  lineage: string;
  received?: Received;
}

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
