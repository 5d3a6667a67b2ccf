import localforage from 'localforage';
import { msg } from '../../core/language';
import {
  advance,
  begin,
  newestSteps,
  readPlan,
  recoverPlan,
  replay,
  writePlan,
  type Happening,
  type History,
  type Recovered,
  type Step,
} from '../../core/plan';
import { dropEntries, plansInJournal, readEntries } from './journal';
import { within } from './within';

/** A plan as the browser keeps it. */
interface Kept {
  text: string;
  /** Counts saves, so that two pages do not overwrite each other. */
  revision: number;
  savedAt: number;
  /** Steps that can be undone and done again. */
  past?: Step[];
  future?: Step[];
  /** Entries of the journal up to this one are in it. */
  upTo?: number;
}

/** A plan found in the browser, with its history. */
export interface KeptPlan {
  id: string;
  history: History;
  revision: number;
  /** The last entry of the journal that is in it. */
  n: number;
  /** Entries of the journal that do not fit it. */
  lost: number;
}

/** One that is there but cannot be read. */
export interface Unreadable {
  id: string;
  text: string;
  problems: { path: string; what: string }[];
  /** What could be saved of it. */
  recovered?: Recovered;
}

export interface ShelfEntry {
  id: string;
  name: string;
  savedAt: number;
  /** Why it cannot be read, where it cannot. */
  broken?: string;
}

/** Somebody else has saved this plan since it was read here. */
export class ChangedElsewhere extends Error {}

const store = localforage.createInstance({ name: 'idle-furrow', storeName: 'plans' });
const key = (id: string): string => `plan/${id}`;
/** The longest history that is kept with a plan, characters. */
const MOST_HISTORY = 2_000_000;

export const newId = (): string => crypto.randomUUID();

/**
 * Saves a plan with its history, and lets go of the journal's entries that are in it.
 * @param n the last entry of the journal that is in it
 * @param revision what was read or last saved here; 0 for a new one
 * @returns the new revision
 * @throws ChangedElsewhere when the kept one is newer; any other error when the browser refuses to keep it
 */
export async function keep(id: string, history: History, n: number, revision: number): Promise<number> {
  const kept = await within(store.getItem<Kept>(key(id)));
  if (kept && kept.revision !== revision) throw new ChangedElsewhere();
  const next: Kept = {
    text: writePlan(history.plan),
    revision: revision + 1,
    savedAt: Date.now(),
    past: newestSteps(history.past, MOST_HISTORY),
    future: newestSteps(history.future, MOST_HISTORY / 4),
    upTo: n,
  };
  await within(store.setItem(key(id), next));
  await dropEntries(id, n);
  return next.revision;
}

/** The text under an id and its journal; nothing where neither is there. */
export async function fetchKept(id: string): Promise<KeptPlan | Unreadable | undefined> {
  const kept = await within(store.getItem<Kept>(key(id)));
  const entries = await readEntries(id, kept?.upTo ?? -1);
  let history: History;
  let n = kept?.upTo ?? -1;
  if (kept) {
    const reading = readPlan(kept.text);
    if (!reading.ok)
      return { id, text: kept.text, problems: reading.problems, recovered: recoverPlan(kept.text) };
    history = { plan: reading.plan, past: kept.past ?? [], future: kept.future ?? [] };
  } else {
    const first = entries.shift();
    if (first?.entry.do !== 'begin') return undefined;
    history = begin(first.entry.plan);
    n = first.n;
  }
  const happenings = entries.map((e) => e.entry).filter((e): e is Happening => e.do !== 'begin');
  const told = replay(history, happenings);
  const whole = soundest(history, happenings.slice(0, happenings.length - told.lost), told.history);
  return {
    id,
    history: whole.history,
    revision: kept?.revision ?? 0,
    n: entries.at(-1)?.n ?? n,
    lost: told.lost + whole.lost,
  };
}

/** The last history that reads as a plan: a journal bent from outside must not open as something that cannot be read. */
function soundest(
  from: History,
  happenings: readonly Happening[],
  last: History,
): { history: History; lost: number } {
  if (readPlan(writePlan(last.plan)).ok) return { history: last, lost: 0 };
  const all = [from];
  for (const h of happenings) all.push(advance(all.at(-1)!, h));
  while (all.length > 1 && !readPlan(writePlan(all.at(-1)!.plan)).ok) all.pop();
  return { history: all.at(-1)!, lost: happenings.length - all.length + 1 };
}

const nameOf = (text: string): string => {
  try {
    const { name } = JSON.parse(text) as { name?: unknown };
    return typeof name === 'string' && name ? name.slice(0, 120) : msg`Unnamed plan`;
  } catch {
    const found = /"name": ?"([^"\n]{1,120})"/.exec(text.slice(0, 2000));
    return found ? found[1] : msg`Unnamed plan`;
  }
};

/** All plans kept in this browser, newest first; those that cannot be read too. */
export async function shelf(): Promise<ShelfEntry[]> {
  const entries: ShelfEntry[] = [];
  await within(
    store.iterate<Kept | string, void>((value, k) => {
      if (!k.startsWith('plan/')) return;
      const text = typeof value === 'object' && value ? String(value.text) : String(value);
      const reading = readPlan(text);
      entries.push({
        id: k.replace(/^plan\//, ''),
        name: reading.ok ? reading.plan.name || msg`Unnamed plan` : nameOf(text),
        savedAt: (value as Kept).savedAt ?? 0,
        ...(!reading.ok && { broken: reading.problems[0].what }),
      });
    }),
  );
  // Begun, and not folded into a plan before the page went away.
  const known = new Set(entries.map((e) => e.id));
  for (const id of await plansInJournal()) {
    if (known.has(id)) continue;
    const [first] = await readEntries(id, -1);
    const found = await fetchKept(id);
    if (first?.entry.do === 'begin' && found && 'history' in found)
      entries.push({ id, name: found.history.plan.name || msg`Unnamed plan`, savedAt: first.entry.at });
  }
  return entries.sort((a, b) => b.savedAt - a.savedAt);
}

/** The text of a kept plan as it lies there, readable or not. */
export async function rawText(id: string): Promise<string> {
  const kept = await within(store.getItem<Kept | string>(key(id)));
  return typeof kept === 'object' && kept ? String(kept.text) : String(kept ?? '');
}

export async function discard(id: string): Promise<void> {
  await within(store.removeItem(key(id)));
  await dropEntries(id);
}
