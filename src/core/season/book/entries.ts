import type { Entry } from './types';

/** An entry as it stands now, with those that it was corrected from, newest first. */
export interface Standing {
  /** The first that was written; what corrections go by. */
  root: string;
  entry: Entry;
  before: Entry[];
}

/** The first entry that a correction goes back to. */
function rootOf(entry: Entry, byId: ReadonlyMap<string, Entry>): string {
  let at = entry;
  const seen = new Set<string>();
  while (at.corrects !== undefined && byId.has(at.corrects) && !seen.has(at.id)) {
    seen.add(at.id);
    at = byId.get(at.corrects)!;
  }
  return at.id;
}

const later = (a: Entry, b: Entry): number => b.written - a.written || (b.id < a.id ? -1 : 1);

/** What stands in the book: each entry as it was corrected last, those struck out left out; the latest first. */
export function standingOf(entries: readonly Entry[]): Standing[] {
  const byId = new Map(entries.map((e) => [e.id, e]));
  const groups = new Map<string, Entry[]>();
  for (const e of entries) {
    // Most entries are of their own.
    const root = e.corrects === undefined ? e.id : rootOf(e, byId);
    const own = groups.get(root);
    if (own) own.push(e);
    else groups.set(root, [e]);
  }
  const standing: Standing[] = [];
  for (const [root, own] of groups) {
    const [entry, ...before] = own.length > 1 ? [...own].sort(later) : own;
    if (!entry.struck) standing.push({ root, entry, before });
  }
  return standing.sort((a, b) => b.entry.at - a.entry.at || b.entry.written - a.entry.written);
}

/** Two corrections of the same entry, made apart from each other: which of them holds must be said. */
export interface Clash {
  root: string;
  of: Entry;
  mine: Entry;
  theirs: Entry;
}

/**
 * Puts two books together, entry by entry: both sides' entries are kept, and corrections of the same entry made on both sides
 * are asked about. The same book twice is the same book.
 */
export function mergeBooks(
  mine: readonly Entry[],
  theirs: readonly Entry[],
): { entries: Entry[]; added: number; clashes: Clash[] } {
  const byId = new Map(mine.map((e) => [e.id, e]));
  const news = theirs.filter((e) => !byId.has(e.id));
  const entries = [...mine, ...news];
  const all = new Map(entries.map((e) => [e.id, e]));
  const own = new Set(theirs.map((e) => e.id));
  const clashes: Clash[] = [];
  for (const theirs_ of news) {
    if (theirs_.corrects === undefined) continue;
    const root = rootOf(theirs_, all);
    // A correction here that their book did not know when theirs was made.
    const against = mine
      .filter((e) => e.corrects !== undefined && !own.has(e.id) && rootOf(e, all) === root)
      .sort(later)[0];
    const last = news.filter((e) => rootOf(e, all) === root).sort(later)[0];
    if (against && last === theirs_ && !same(against, theirs_))
      clashes.push({ root, of: all.get(root)!, mine: against, theirs: theirs_ });
  }
  return { entries, added: news.length, clashes };
}

/** Whether two entries say the same. */
function same(a: Entry, b: Entry): boolean {
  const told = ({ id: _, written: __, corrects: ___, ...rest }: Entry): string => {
    void _;
    void __;
    void ___;
    return JSON.stringify(rest, Object.keys(rest).sort());
  };
  return told(a) === told(b);
}
