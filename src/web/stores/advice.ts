import { defineStore } from 'pinia';
import { computed, shallowReactive, shallowRef, toRaw, watch } from 'vue';
import { msg } from '../../core/language';
import type { Finding } from '../../core/check';
import type { Plan } from '../../core/plan';
import {
  changed,
  sayChange,
  type Change,
  type FitAnswer,
  type FitLimits,
  type Outcome,
  type Remedy,
} from '../../core/remedy';
import type { AdviserApi } from '../../worker/adviser';
import { plain } from '../page/plain';
import { calledBack, createJobs, forWorker } from './jobs';
import { inRole } from './workers';
import { usePlan } from './plan';
import { useJudgement } from './judgement';
import { useSettings } from './settings';

/** A plan must have stood still for so long before remedies are worked out for it, ms. */
const STILL_MS = 250;

/** Remedies for what was found, worked out in the background on copies of the plan while someone looks at them. */
class Adviser {
  private readonly plan = usePlan();
  private readonly judgement = useJudgement();
  private readonly settings = useSettings();
  private readonly jobs = createJobs<AdviserApi>(inRole('adviser'));
  private waiting = 0;

  /** Views that show remedies. */
  private readonly watched = shallowRef(0);

  /** Remedies by finding, of the plan that `of` is. */
  private readonly remedies = shallowReactive(new Map<string, Remedy[]>());
  private readonly of = shallowRef<Plan>();
  readonly working = shallowRef(false);

  /** Remedies ticked to be taken together, and what they come to. */
  readonly ticked = shallowRef<Change[][]>([]);
  readonly together = shallowRef<Outcome>();

  /** A search for whole plans: how far it is, and what it found last. */
  readonly fitting = shallowRef(0);
  readonly searching = shallowRef(false);
  private searches = 0;

  /** Why a search broke off, if it did. */
  readonly failed = shallowRef('');

  /** Why remedies could not be worked out. */
  readonly broke = shallowRef('');
  readonly fitted = shallowRef<{ of: Plan; answer: FitAnswer }>();

  readonly workOut = async (): Promise<void> => {
    const stated = toRaw(this.plan.plan);
    this.working.value = true;
    this.broke.value = '';
    const fresh = new Map<string, Remedy[]>();
    const outcome = await this.jobs.ask((adviser, number) =>
      adviser.remedies(
        number,
        forWorker(stated),
        calledBack((key: string, list: Remedy[]) => {
          if (toRaw(this.plan.plan) !== stated) return;
          if (this.of.value !== stated) {
            this.of.value = stated;
            this.remedies.clear();
          }
          fresh.set(key, list);
          this.remedies.set(key, list);
        }),
      ),
    );
    // What called it off says itself what it is at.
    if (outcome.ended === 'cancelled') return;
    this.working.value = false;
    if (outcome.ended === 'failed') this.broke.value = msg`Remedies could not be worked out: ${outcome.why}`;
    else if (fresh.size === 0) {
      this.remedies.clear();
      this.of.value = stated;
    }
  };

  /** Works remedies out once the plan is still. A search goes first, and takes them up when it is done. */
  private soon(): void {
    clearTimeout(this.waiting);
    this.waiting = window.setTimeout(() => void (this.searching.value || this.workOut()), STILL_MS);
  }

  readonly remediesOf = (finding: Finding): Remedy[] | undefined =>
    this.of.value === this.plan.plan ? this.remedies.get(finding.id) : undefined;

  readonly say = (changes: readonly Change[]): string =>
    changes
      .map((c) => sayChange(c, this.plan.full, (value, kind) => this.settings.show(value, kind)))
      .join(', and ');

  /** Makes changes in the plan: one step that can be undone. */
  readonly take = (changes: readonly Change[]): void => this.takeAs(this.say(changes), changes);

  readonly takeAs = (label: string, changes: readonly Change[]): void => {
    this.plan.become(label, changed(toRaw(this.plan.plan), changes));
  };

  readonly isTicked = (remedy: Remedy): boolean => this.ticked.value.includes(remedy.changes);

  readonly tick = async (remedy: Remedy): Promise<void> => {
    this.ticked.value = this.isTicked(remedy)
      ? this.ticked.value.filter((c) => c !== remedy.changes)
      : [...this.ticked.value, remedy.changes];
    this.together.value = undefined;
    if (this.ticked.value.length < 2) return;
    const asked = this.ticked.value;
    const outcome = await this.jobs.ask(
      (adviser, number) => adviser.together(number, forWorker(toRaw(this.plan.plan)), plain(asked).flat()),
      { beside: true },
    );
    if (asked === this.ticked.value && outcome.ended === 'answered') this.together.value = outcome.value;
  };

  readonly tickedSays = computed(() => this.ticked.value.map(this.say));

  readonly search = async (limits: FitLimits): Promise<void> => {
    const stated = toRaw(this.plan.plan);
    const own = ++this.searches;
    this.searching.value = true;
    this.working.value = false;
    this.fitting.value = 0;
    this.fitted.value = undefined;
    this.failed.value = '';
    const outcome = await this.jobs.ask((adviser, number) =>
      adviser.fit(
        number,
        forWorker(stated),
        plain(limits),
        calledBack((share: number) => void (this.fitting.value = share)),
      ),
    );
    // A newer search goes on.
    if (own !== this.searches) return;
    this.searching.value = false;
    if (outcome.ended === 'failed') this.failed.value = msg`The search stopped: ${outcome.why}`;
    if (outcome.ended === 'answered') this.fitted.value = { of: stated, answer: outcome.value };
    if (this.watched.value > 0) this.soon();
  };

  /** Ends a search. */
  readonly stopSearch = (): void => this.jobs.stop();

  readonly show = (): (() => void) => {
    this.watched.value++;
    return () => void this.watched.value--;
  };

  constructor() {
    watch(
      [() => this.watched.value > 0, () => this.judgement.of, () => this.plan.plan],
      ([shown, judged]) => {
        clearTimeout(this.waiting);
        this.ticked.value = [];
        this.together.value = undefined;
        // Only of the plan that is shown as judged.
        if (!shown || judged !== toRaw(this.plan.plan) || this.of.value === this.plan.plan) return;
        this.soon();
      },
      { immediate: true },
    );
  }
}

export const useAdvice = defineStore('advice', () => {
  const own = new Adviser();
  return {
    failed: own.failed,
    broke: own.broke,
    workOut: own.workOut,
    fitting: own.fitting,
    searching: own.searching,
    fitted: own.fitted,
    search: own.search,
    stopSearch: own.stopSearch,
    remediesOf: own.remediesOf,
    working: own.working,
    ticked: own.ticked,
    tickedSays: own.tickedSays,
    isTicked: own.isTicked,
    tick: own.tick,
    together: own.together,
    take: own.take,
    takeAs: own.takeAs,
    say: own.say,
    show: own.show,
  };
});
