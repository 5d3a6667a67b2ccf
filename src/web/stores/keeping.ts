import { useEventListener } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw } from 'vue';
import { msg } from '../../core/language';
import type { Happening, Plan } from '../../core/plan';
import { openJournal, writeEntry, type Entry } from '../storage/journal';
import { takePen, type Pen } from '../storage/pen';
import { ChangedElsewhere, fetchKept, keep, newId, type KeptPlan, type Unreadable } from '../storage/shelf';
import { rememberLast } from '../storage/last';
import { usePlan } from './plan';

/** The journal is folded into the plan when nothing was edited for so long, ms. */
const RESTS_MS = 1500;
/** Writes that failed are tried again after so long, ms. */
const AGAIN_MS = 5000;
/** How often and how long a page that only looks waits for what it was told of to be written, ms. */
const CATCH_UP_TRIES = 20;
const CATCH_UP_MS = 50;

/** What pages with the same plan tell each other: an entry of the journal. */
interface Told {
  n: number;
  happening: Happening;
}

/** What is typed into a field and not in the plan yet, or is not typed there any more. */
export interface DraftTold {
  field: string;
  text?: string;
}

/** How opening a kept plan ended. */
export type Opened = 'open' | 'missing' | Unreadable | { failed: string };

const NOT_KEPT = msg`This browser does not keep the plan: its storage is full, switched off or does not answer. Save it as a file so that nothing is lost.`;

/** Keeps the plan on the desk safe: writes each edit down at once, folds what was written into the plan when it rests, and sees to it that only one page writes. */
export const useKeeping = defineStore('keeping', () => {
  const plan = usePlan();
  const id = ref('');
  /** A demo is looked at: it becomes a plan of one's own with the first edit. */
  const isDemo = ref(false);
  /** What could not be written, or is not known to be. */
  const state = ref<'saved' | 'writing' | 'unsafe'>('saved');
  const trouble = ref('');
  const reading = computed(() => plan.reading);
  /** Told when a demo became a plan of its own, under a new id. */
  const became = shallowRef('');

  let pen: Pen | undefined;
  let revision = 0;
  /** The journal's last entry; the last that is on its way into the plan, which is not written over any more; the last that is in it. */
  let n = -1;
  let closed = -1;
  let folded = -1;
  let last: Entry | undefined;
  let resting = 0;
  let folding: Promise<void> = Promise.resolve();

  /** Entries on their way, by their number: the last of each. */
  const latest = new Map<number, Entry>();
  /** Entries that the browser refused. */
  const refused = new Map<number, Entry>();
  /** Neither the journal nor the shelf can be opened. */
  let nowhere = false;
  let flying = 0;
  let again = 0;
  /** Words in fields that the browser refused. */
  let draftsRefused = false;
  let drafts: ((draft: DraftTold) => void) | undefined;

  const tellState = (): void => {
    if (refused.size > 0 || nowhere || draftsRefused) {
      state.value = 'unsafe';
      trouble.value = NOT_KEPT;
    } else {
      state.value = flying > 0 ? 'writing' : 'saved';
      if (trouble.value === NOT_KEPT) trouble.value = '';
    }
  };

  /**
   * Sends an entry to the browser, which has it when this returns. Not even a write under way is waited for: what waits for
   * its turn in a busy page is lost with it.
   */
  function write(at: number, entry: Entry): void {
    const under = id.value;
    flying++;
    latest.set(at, entry);
    void writeEntry(under, at, entry)
      .then(
        () => refused.delete(at),
        () => {
          // A newer entry of the same number may have come since, or all of it may be in the plan by now.
          if (under === id.value && at > folded && latest.get(at) === entry) refused.set(at, entry);
        },
      )
      .finally(() => {
        flying--;
        if (latest.get(at) === entry) latest.delete(at);
        if (refused.size > 0) {
          clearTimeout(again);
          again = window.setTimeout(tryAgain, AGAIN_MS);
        }
        tellState();
      });
    tellState();
  }
  /** Something else that belongs to the plan is on its way to the browser: nothing is “saved” before it is. */
  function alsoWrites(writing: Promise<void>): void {
    const under = id.value;
    flying++;
    tellState();
    void writing
      .then(
        () => false,
        () => true,
      )
      .then((failed) => {
        flying--;
        if (under === id.value) draftsRefused = failed;
        tellState();
      });
  }
  /** Tells pages that look at this plan what is typed here. */
  const tellDraft = (draft: DraftTold): void => {
    if (!plan.reading) pen?.tell({ draft });
  };
  /** Has told what the page that writes has in its fields. */
  const hearDraft = (hear: (draft: DraftTold) => void): void => void (drafts = hear);

  function tryAgain(): void {
    const all = [...refused];
    refused.clear();
    for (const [at, entry] of all) write(at, entry);
  }

  /** Writes down what just happened to the plan. */
  function happened(happening: Happening): void {
    if (isDemo.value) becomeOwn();
    const goesOn =
      happening.do === 'again' &&
      n > closed &&
      (last?.do === 'step' || last?.do === 'again') &&
      last.step.gesture === happening.step.gesture;
    // The movement goes on: its entry is written over, and stays what it was to those before it.
    if (goesOn) last = { do: (last as Happening).do as 'step' | 'again', step: happening.step };
    else {
      n++;
      last = happening;
    }
    write(n, last);
    pen?.tell({ n, happening } satisfies Told);
    rest();
  }

  function rest(): void {
    clearTimeout(resting);
    resting = window.setTimeout(() => void fold(), RESTS_MS);
  }

  /** Folds the journal into the plan. */
  function fold(): Promise<void> {
    clearTimeout(resting);
    folding = folding.then(async () => {
      if (!id.value || isDemo.value || plan.reading || (n <= folded && revision > 0)) return;
      const [under, at] = [id.value, n];
      closed = n;
      try {
        const next = await keep(under, toRaw(plan.history), at, revision);
        if (under !== id.value) return;
        revision = next;
        folded = at;
        for (const key of refused.keys()) if (key <= at) refused.delete(key);
        nowhere = false;
      } catch (error) {
        if (under !== id.value) return;
        if (error instanceof ChangedElsewhere) {
          plan.reading = true;
          trouble.value = msg`This plan was changed in another tab. This tab shows how it was here: save it as a file, or load the page again to go on with the other.`;
        }
        // The journal may still take what the shelf does not.
        else nowhere = !(await journalWorks());
      }
      tellState();
    });
    return folding;
  }
  const journalWorks = (): Promise<boolean> =>
    openJournal().then(
      () => true,
      () => false,
    );

  /** The demo on the desk is kept from now on as a plan of its own. */
  function becomeOwn(): void {
    const base = demoPlan!;
    isDemo.value = false;
    demoPlan = undefined;
    became.value = newId();
    start(became.value);
    n = 0;
    write(0, { do: 'begin', plan: base, at: Date.now() });
    void join(id.value);
  }
  let demoPlan: Plan | undefined;

  function start(under: string): void {
    release();
    id.value = under;
    standAt(-1, 0);
    plan.reading = false;
    plan.listen(happened);
    rememberLast(under);
  }

  function standAt(at: number, rev: number): void {
    n = at;
    closed = at;
    folded = at;
    revision = rev;
    last = undefined;
  }

  /** Ends keeping what is on the desk; all of it is written down. */
  function letGo(): void {
    release();
    id.value = '';
  }
  function release(): void {
    clearTimeout(resting);
    pen?.letGo();
    pen = undefined;
    refused.clear();
    nowhere = false;
    draftsRefused = false;
    trouble.value = '';
    state.value = 'saved';
    plan.listen(undefined);
  }

  /** Lays a new plan on the desk and keeps it. */
  function create(next: Plan): string {
    const under = newId();
    isDemo.value = false;
    start(under);
    plan.open(next);
    n = 0;
    write(0, { do: 'begin', plan: toRaw(plan.plan), at: Date.now() });
    void join(under);
    rest();
    return under;
  }

  /** Lays a demo on the desk. Nothing is kept until it is edited. */
  function show(demo: Plan, under: string): void {
    start(under);
    isDemo.value = true;
    plan.open(demo);
    demoPlan = toRaw(plan.plan);
    // So that the first edit is written without waiting.
    openJournal().catch(() => undefined);
  }

  /** A plan is being opened and it is not known yet whether this page writes. */
  let joining = false;

  /** Joins the pages that have this plan open; the answer comes once it is known whether this one writes. */
  function join(under: string): Promise<void> {
    return new Promise((known) => {
      pen = takePen(under, {
        gained: () => {
          // What the page before wrote last is read before this one writes; a plan that is only being opened is read anyway.
          if (plan.reading && !joining) void catchUp(0).then(() => void (plan.reading = under !== id.value));
          else plan.reading = false;
          known();
        },
        lost: () => {
          clearTimeout(resting);
          plan.reading = true;
          known();
        },
        asked: fold,
        told: (message) => {
          const told = message as Told | { draft: DraftTold };
          if (!('draft' in told)) void hear(told);
          else if (plan.reading) drafts?.(told.draft);
        },
      });
    });
  }

  /** Follows what the page that writes did. */
  async function hear({ n: at, happening }: Told): Promise<void> {
    if (!plan.reading || at < n) return;
    const next = at === n + 1 || (at === n && happening.do === 'again');
    if (next && plan.follow(happening)) n = at;
    else await catchUp(at);
  }

  /** Reads the plan as it is kept, at least up to an entry. */
  async function catchUp(least: number): Promise<void> {
    const under = id.value;
    for (let tries = 0; tries < CATCH_UP_TRIES; tries++) {
      const found = await fetchKept(under).catch(() => undefined);
      if (under !== id.value) return;
      if (found && 'history' in found && found.n >= Math.max(least, n)) {
        plan.replaceBy(found.history);
        standAt(found.n, found.revision);
        return;
      }
      await new Promise((done) => setTimeout(done, CATCH_UP_MS));
    }
  }

  /** Opens a kept plan. Nothing is saved by that. */
  async function openKept(under: string): Promise<Opened> {
    let found: KeptPlan | Unreadable | undefined;
    isDemo.value = false;
    start(under);
    plan.reading = true;
    joining = true;
    const joined = join(under);
    try {
      await openJournal();
      await joined;
      joining = false;
      found = await fetchKept(under);
    } catch (error) {
      joining = false;
      if (under === id.value) letGo();
      return { failed: error instanceof Error ? error.message : String(error) };
    }
    // Another was asked for meanwhile.
    if (under !== id.value) return 'open';
    if (!found || 'text' in found) {
      letGo();
      return found ?? 'missing';
    }
    const writes = !plan.reading;
    plan.open(found.history);
    plan.reading = !writes;
    standAt(found.n, found.revision);
    if (found.lost > 0)
      trouble.value = msg`The last ${found.lost === 1 ? msg`edit` : msg`${found.lost} edits`} before the page closed could not be read. The plan is as it was before.`;
    return 'open';
  }

  /** Asks for the pen; the page that has it writes everything down first. */
  const takeOver = (): void => pen?.take();

  useEventListener(document, 'visibilitychange', () => {
    if (document.visibilityState === 'hidden') void fold();
  });
  useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
    if (state.value === 'unsafe') event.preventDefault();
  });

  return {
    id,
    isDemo,
    state,
    trouble,
    reading,
    became,
    create,
    show,
    openKept,
    takeOver,
    fold,
    letGo,
    alsoWrites,
    tellDraft,
    hearDraft,
  };
});
