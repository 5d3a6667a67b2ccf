import localforage from 'localforage';
import { readPlan, writePlan, type Plan } from '../../core/plan';

/** A plan as the browser keeps it. */
interface Kept {
  text: string;
  /** Counts saves, so that two tabs do not overwrite each other. */
  revision: number;
  savedAt: number;
}

export interface KeptPlan {
  id: string;
  plan: Plan;
  revision: number;
}

export interface ShelfEntry {
  id: string;
  name: string;
  savedAt: number;
}

/** Somebody else has saved this plan since it was read here. */
export class ChangedElsewhere extends Error {}

const store = localforage.createInstance({ name: 'idle-furrow', storeName: 'plans' });
const LAST = 'last';
const key = (id: string): string => `plan/${id}`;

export const newId = (): string => crypto.randomUUID();

/**
 * Saves a plan.
 * @param revision what was read or last saved here; 0 for a new one
 * @returns the new revision
 * @throws ChangedElsewhere when the kept one is newer; any other error when the browser refuses to keep it
 */
export async function keep(id: string, plan: Plan, revision: number): Promise<number> {
  // Not there in old browsers and outside secure pages; the revision still tells.
  const locks = globalThis.navigator?.locks;
  const work = async (): Promise<number> => {
    const kept = await store.getItem<Kept>(key(id));
    if (kept && kept.revision !== revision) throw new ChangedElsewhere();
    const next: Kept = { text: writePlan(plan), revision: revision + 1, savedAt: Date.now() };
    await store.setItem(key(id), next);
    await store.setItem(LAST, id);
    return next.revision;
  };
  return locks ? locks.request(`idle-furrow/${id}`, work) : work();
}

/** The plan kept under an id, if it is there and can be read. */
export async function fetchKept(id: string): Promise<KeptPlan | undefined> {
  const kept = await store.getItem<Kept>(key(id));
  if (!kept) return undefined;
  const reading = readPlan(kept.text);
  return reading.ok ? { id, plan: reading.plan, revision: kept.revision } : undefined;
}

export const lastId = (): Promise<string | null> => store.getItem<string>(LAST);

/** Plans kept in this browser, newest first. */
export async function shelf(): Promise<ShelfEntry[]> {
  const entries: ShelfEntry[] = [];
  await store.iterate<Kept | string, void>((value, k) => {
    if (typeof value === 'string') return;
    const reading = readPlan(value.text);
    if (reading.ok)
      entries.push({
        id: k.replace(/^plan\//, ''),
        name: reading.plan.name || 'Unnamed plan',
        savedAt: value.savedAt,
      });
  });
  return entries.sort((a, b) => b.savedAt - a.savedAt);
}

export const discard = (id: string): Promise<void> => store.removeItem(key(id));
