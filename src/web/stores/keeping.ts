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
/** Whoever edits on and on does not rest: the journal is folded too when it has so many entries. */
const MOST_ENTRIES = 200;
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
class Keeper {
  private readonly plan = usePlan();
  readonly id = ref('');

  /** A demo is looked at: it becomes a plan of one's own with the first edit. */
  readonly isDemo = ref(false);

  /** What could not be written, or is not known to be. */
  readonly state = ref<'saved' | 'writing' | 'unsafe'>('saved');
  readonly trouble = ref('');
  readonly reading = computed(() => this.plan.reading);

  /** Told when a demo became a plan of its own, under a new id. */
  readonly became = shallowRef('');
  private pen: Pen | undefined;
  private revision = 0;

  /** The journal's last entry; the last that is on its way into the plan, which is not written over any more; the last that is in it. */
  private n = -1;
  private closed = -1;
  private folded = -1;
  /** The last entry when folding was begun for the journal's length. */
  private foldedAt = -1;
  private last: Entry | undefined;
  private resting = 0;
  private folding: Promise<void> = Promise.resolve();

  /** Entries on their way, by their number: the last of each. */
  private readonly latest = new Map<number, Entry>();

  /** Entries that the browser refused. */
  private readonly refused = new Map<number, Entry>();

  /** Neither the journal nor the shelf can be opened. */
  private nowhere = false;
  private flying = 0;
  private again = 0;

  /** Words in fields that the browser refused. */
  private draftsRefused = false;

  private drafts: ((draft: DraftTold) => void) | undefined;

  private readonly tellState = (): void => {
    if (this.refused.size > 0 || this.nowhere || this.draftsRefused) {
      this.state.value = 'unsafe';
      this.trouble.value = NOT_KEPT;
    } else {
      this.state.value = this.flying > 0 ? 'writing' : 'saved';
      if (this.trouble.value === NOT_KEPT) this.trouble.value = '';
    }
  };

  /**
   * Sends an entry to the browser, which has it when this returns. Not even a write under way is waited for: what waits for
   * its turn in a busy page is lost with it.
   */
  private write(at: number, entry: Entry): void {
    const under = this.id.value;
    this.flying++;
    this.latest.set(at, entry);
    void writeEntry(under, at, entry)
      .then(
        () => this.refused.delete(at),
        () => {
          // A newer entry of the same number may have come since, or all of it may be in the plan by now.
          if (under === this.id.value && at > this.folded && this.latest.get(at) === entry)
            this.refused.set(at, entry);
        },
      )
      .finally(() => {
        this.flying--;
        if (this.latest.get(at) === entry) this.latest.delete(at);
        if (this.refused.size > 0) {
          clearTimeout(this.again);
          this.again = window.setTimeout(this.tryAgain, AGAIN_MS);
        }
        this.tellState();
      });
    this.tellState();
  }

  /** Something else that belongs to the plan is on its way to the browser: nothing is “saved” before it is. */
  readonly alsoWrites = (writing: Promise<void>): void => {
    const under = this.id.value;
    this.flying++;
    this.tellState();
    void writing
      .then(
        () => false,
        () => true,
      )
      .then((failed) => {
        this.flying--;
        if (under === this.id.value) this.draftsRefused = failed;
        this.tellState();
      });
  };

  /** Tells pages that look at this plan what is typed here. */
  readonly tellDraft = (draft: DraftTold): void => {
    if (!this.plan.reading) this.pen?.tell({ draft });
  };

  /** Has told what the page that writes has in its fields. */
  readonly hearDraft = (hear: (draft: DraftTold) => void): void => void (this.drafts = hear);

  private readonly tryAgain = (): void => {
    const all = [...this.refused];
    this.refused.clear();
    for (const [at, entry] of all) this.write(at, entry);
  };

  /** Writes down what just happened to the plan. */
  private readonly happened = (happening: Happening): void => {
    if (this.isDemo.value) this.becomeOwn();
    const goesOn =
      happening.do === 'again' &&
      this.n > this.closed &&
      (this.last?.do === 'step' || this.last?.do === 'again') &&
      this.last.step.gesture === happening.step.gesture;
    // The movement goes on: its entry is written over, and stays what it was to those before it.
    if (goesOn) this.last = { do: (this.last as Happening).do as 'step' | 'again', step: happening.step };
    else {
      this.n++;
      this.last = happening;
    }
    this.write(this.n, this.last);
    this.pen?.tell({ n: this.n, happening } satisfies Told);
    this.rest();
  };

  private rest(): void {
    clearTimeout(this.resting);
    if (this.n - this.foldedAt >= MOST_ENTRIES) {
      this.foldedAt = this.n;
      void this.fold();
    } else this.resting = window.setTimeout(() => void this.fold(), RESTS_MS);
  }

  /** Folds the journal into the plan. */
  readonly fold = (): Promise<void> => {
    clearTimeout(this.resting);
    this.folding = this.folding.then(async () => {
      if (
        !this.id.value ||
        this.isDemo.value ||
        this.plan.reading ||
        (this.n <= this.folded && this.revision > 0)
      )
        return;
      const [under, at] = [this.id.value, this.n];
      this.closed = this.n;
      try {
        const next = await keep(under, toRaw(this.plan.history), at, this.revision);
        if (under !== this.id.value) return;
        this.revision = next;
        this.folded = at;
        for (const key of this.refused.keys()) if (key <= at) this.refused.delete(key);
        this.nowhere = false;
      } catch (error) {
        if (under !== this.id.value) return;
        if (error instanceof ChangedElsewhere) {
          this.plan.reading = true;
          this.trouble.value = msg`This plan was changed in another tab. This tab shows how it was here: save it as a file, or load the page again to go on with the other.`;
        }
        // The journal may still take what the shelf does not.
        else this.nowhere = !(await this.journalWorks());
      }
      this.tellState();
    });
    return this.folding;
  };

  private readonly journalWorks = (): Promise<boolean> =>
    openJournal().then(
      () => true,
      () => false,
    );

  /** The demo on the desk is kept from now on as a plan of its own. */
  private becomeOwn(): void {
    const base = this.demoPlan!;
    this.isDemo.value = false;
    this.demoPlan = undefined;
    this.became.value = newId();
    this.start(this.became.value);
    this.n = 0;
    this.write(0, { do: 'begin', plan: base, at: Date.now() });
    void this.join(this.id.value);
  }

  private demoPlan: Plan | undefined;

  private start(under: string): void {
    this.release();
    this.id.value = under;
    this.standAt(-1, 0);
    this.plan.reading = false;
    this.plan.listen(this.happened);
    rememberLast(under);
  }

  private standAt(at: number, rev: number): void {
    this.n = at;
    this.closed = at;
    this.folded = at;
    this.foldedAt = at;
    this.revision = rev;
    this.last = undefined;
  }

  /** Ends keeping what is on the desk; all of it is written down. */
  readonly letGo = (): void => {
    this.release();
    this.id.value = '';
  };

  private release(): void {
    clearTimeout(this.resting);
    this.pen?.letGo();
    this.pen = undefined;
    this.refused.clear();
    this.nowhere = false;
    this.draftsRefused = false;
    this.trouble.value = '';
    this.state.value = 'saved';
    this.plan.listen(undefined);
  }

  /** Lays a new plan on the desk and keeps it. */
  readonly create = (next: Plan): string => {
    const under = newId();
    this.isDemo.value = false;
    this.start(under);
    this.plan.open(next);
    this.n = 0;
    this.write(0, { do: 'begin', plan: toRaw(this.plan.plan), at: Date.now() });
    void this.join(under);
    this.rest();
    return under;
  };

  /** Lays a demo on the desk. Nothing is kept until it is edited. */
  readonly show = (demo: Plan, under: string): void => {
    this.start(under);
    this.isDemo.value = true;
    this.plan.open(demo);
    this.demoPlan = toRaw(this.plan.plan);
    // So that the first edit is written without waiting.
    openJournal().catch(() => undefined);
  };

  /** A plan is being opened and it is not known yet whether this page writes. */
  private joining = false;

  /** Joins the pages that have this plan open; the answer comes once it is known whether this one writes. */
  private join(under: string): Promise<void> {
    return new Promise((known) => {
      this.pen = takePen(under, {
        gained: () => {
          // What the page before wrote last is read before this one writes; a plan that is only being opened is read anyway.
          if (this.plan.reading && !this.joining)
            void this.catchUp(0).then(() => void (this.plan.reading = under !== this.id.value));
          else this.plan.reading = false;
          known();
        },
        lost: () => {
          clearTimeout(this.resting);
          this.plan.reading = true;
          known();
        },
        asked: this.fold,
        told: (message) => {
          const told = message as Told | { draft: DraftTold };
          if (!('draft' in told)) void this.hear(told);
          else if (this.plan.reading) this.drafts?.(told.draft);
        },
      });
    });
  }

  /** Follows what the page that writes did. */
  private async hear({ n: at, happening }: Told): Promise<void> {
    if (!this.plan.reading || at < this.n) return;
    const next = at === this.n + 1 || (at === this.n && happening.do === 'again');
    if (next && this.plan.follow(happening)) this.n = at;
    else await this.catchUp(at);
  }

  /** Reads the plan as it is kept, at least up to an entry. */
  private async catchUp(least: number): Promise<void> {
    const under = this.id.value;
    for (let tries = 0; tries < CATCH_UP_TRIES; tries++) {
      const found = await fetchKept(under).catch(() => undefined);
      if (under !== this.id.value) return;
      if (found && 'history' in found && found.n >= Math.max(least, this.n)) {
        this.plan.replaceBy(found.history);
        this.standAt(found.n, found.revision);
        return;
      }
      await new Promise((done) => setTimeout(done, CATCH_UP_MS));
    }
  }

  /** Opens a kept plan. Nothing is saved by that. */
  readonly openKept = async (under: string): Promise<Opened> => {
    let found: KeptPlan | Unreadable | undefined;
    this.isDemo.value = false;
    this.start(under);
    this.plan.reading = true;
    this.joining = true;
    const joined = this.join(under);
    try {
      await openJournal();
      await joined;
      this.joining = false;
      found = await fetchKept(under);
    } catch (error) {
      this.joining = false;
      if (under === this.id.value) this.letGo();
      return { failed: error instanceof Error ? error.message : String(error) };
    }
    // Another was asked for meanwhile.
    if (under !== this.id.value) return 'open';
    if (!found || 'text' in found) {
      this.letGo();
      return found ?? 'missing';
    }
    const writes = !this.plan.reading;
    this.plan.open(found.history);
    this.plan.reading = !writes;
    this.standAt(found.n, found.revision);
    if (found.lost > 0)
      this.trouble.value = msg`The last ${found.lost === 1 ? msg`edit` : msg`${found.lost} edits`} before the page closed could not be read. The plan is as it was before.`;
    return 'open';
  };

  /** Asks for the pen; the page that has it writes everything down first. */
  readonly takeOver = (): void => this.pen?.take();

  constructor() {
    useEventListener(document, 'visibilitychange', () => {
      if (document.visibilityState === 'hidden') void this.fold();
    });
    useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
      if (this.state.value === 'unsafe') event.preventDefault();
    });
  }
}

export const useKeeping = defineStore('keeping', () => {
  const own = new Keeper();
  return {
    id: own.id,
    isDemo: own.isDemo,
    state: own.state,
    trouble: own.trouble,
    reading: own.reading,
    became: own.became,
    create: own.create,
    show: own.show,
    openKept: own.openKept,
    takeOver: own.takeOver,
    fold: own.fold,
    letGo: own.letGo,
    alsoWrites: own.alsoWrites,
    tellDraft: own.tellDraft,
    hearDraft: own.hearDraft,
  };
});
