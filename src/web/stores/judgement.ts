import { defineStore } from 'pinia';
import { computed, shallowRef, toRaw, watch } from 'vue';
import { msg } from '../../core/language';
import { describe, verdict, type Finding, type Words } from '../../core/check';
import type { Block, FullPlan, Plan } from '../../core/plan';
import type { Judged, PlannerApi } from '../../worker/planner';
import { calledBack, createJobs, forWorker } from './jobs';
import { inRole } from './workers';
import { usePlan } from './plan';
import { useResults } from './results';
import { useSettings } from './settings';

/** While a hand drags, a plan is judged no more often than this, ms, */
const PACE_MS = 100;
/** and so many times as long as judging takes lies between one judging and the next: the drag comes first. */
const RESTS = 6;
/** What takes longer than this to judge is judged when the hand has rested, ms, */
const LONG_MS = 100;
/** for so long, ms. */
const RESTED_MS = 250;

/** A plan of more beds than this is large. */
const MANY_BEDS = 1000;
const bedsIn = (blocks: readonly Block[]): number => blocks.reduce((sum, b) => sum + b.beds.count, 0);

/** For whoever looks at the page's timings: what the worker took. */
const JUDGED = 'plan judged';

/** The one list of what is found of the plan in all its states: Check, Sets, tally, rail and remedies read it. */
class Judge {
  private readonly plan = usePlan();
  private readonly results = useResults();
  private readonly settings = useSettings();
  private readonly jobs = createJobs<PlannerApi>(inRole('planner'));
  private readonly judged = shallowRef<Judged>();

  /** The plan that it is of, stated and filled in. */
  readonly of = shallowRef<Plan>();
  readonly full = shallowRef<FullPlan>();
  readonly working = shallowRef(false);
  readonly progress = shallowRef(0);
  readonly failed = shallowRef('');
  private waiting = 0;
  private endedAt = -Infinity;
  private begunAt = -Infinity;
  private editedAt = -Infinity;
  private tookMs = 0;

  readonly workOut = async (): Promise<void> => {
    const stated = toRaw(this.plan.plan);
    const filled = toRaw(this.plan.full);
    this.working.value = true;
    this.begunAt = performance.now();
    this.progress.value = 0;
    this.failed.value = '';
    const outcome = await this.jobs.ask((planner, number) =>
      planner.judge(
        number,
        forWorker(stated),
        calledBack((share: number) => void (this.progress.value = share)),
      ),
    );
    if (outcome.ended === 'cancelled') return;
    this.working.value = false;
    this.endedAt = performance.now();
    if (outcome.ended === 'failed') {
      this.failed.value = msg`The plan could not be checked: ${outcome.why}`;
      return;
    }
    this.judged.value = outcome.value;
    this.of.value = stated;
    this.full.value = filled;
    ({ tookMs: this.tookMs } = outcome.value);
    performance.clearMeasures(JUDGED);
    performance.measure(JUDGED, { start: Math.max(0, this.endedAt - this.tookMs), end: this.endedAt });
    this.soon();
  };

  /** Judges the plan as it stands, when it is due. */
  private readonly soon = (): void => {
    if (this.waiting || this.working.value || !this.plan.isOpen || this.of.value === toRaw(this.plan.plan))
      return;
    // The first picture of a plan comes before all that is judged of it; of a large one both take seconds, and begin together.
    if (!this.of.value && !this.pictured() && bedsIn(this.plan.blocks) <= MANY_BEDS) return;
    const due =
      this.tookMs > LONG_MS
        ? this.editedAt + RESTED_MS
        : this.endedAt + Math.max(PACE_MS, RESTS * this.tookMs);
    this.waiting = window.setTimeout(
      () => {
        this.waiting = 0;
        if (this.plan.isOpen && this.of.value !== toRaw(this.plan.plan)) void this.workOut();
      },
      Math.max(0, due - performance.now()),
    );
  };

  private readonly pictured = (): boolean => this.results.solved !== undefined || this.results.problem !== '';

  /** What is shown answers the plan as it stands. */
  readonly fresh = computed(() => this.of.value === toRaw(this.plan.plan));
  readonly told = computed(() => this.judged.value?.told ?? []);
  readonly each = computed(() => this.judged.value?.each ?? []);
  readonly outlook = computed(() => this.judged.value?.outlook);

  readonly said = computed(
    () => this.judged.value && verdict(this.judged.value.opens, this.told.value, this.settings.choice),
  );

  readonly words = (finding: Finding): Words =>
    describe(finding, this.full.value!, this.settings.choice, this.of.value);

  constructor() {
    watch(
      () => this.plan.plan,
      () => {
        this.editedAt = performance.now();
        // What was begun while the hand rested, and is long, gives way to it.
        const atIt = this.editedAt - this.begunAt;
        if (this.working.value && atIt > LONG_MS) {
          this.tookMs = Math.max(this.tookMs, atIt);
          this.jobs.stop();
          this.working.value = false;
        }
        if (this.tookMs <= LONG_MS) return;
        clearTimeout(this.waiting);
        this.waiting = 0;
      },
    );
    watch([() => this.plan.plan, () => this.plan.isOpen, this.pictured], this.soon, { immediate: true });
    watch(
      () => this.plan.opened,
      () => {
        this.jobs.stop();
        clearTimeout(this.waiting);
        this.waiting = 0;
        this.judged.value = undefined;
        this.of.value = undefined;
        this.full.value = undefined;
        this.working.value = false;
        this.failed.value = '';
        this.endedAt = -Infinity;
        this.tookMs = 0;
        this.soon();
      },
      { flush: 'sync' },
    );
  }
}

export const useJudgement = defineStore('judgement', () => {
  const own = new Judge();
  return {
    of: own.of,
    full: own.full,
    fresh: own.fresh,
    working: own.working,
    progress: own.progress,
    failed: own.failed,
    told: own.told,
    each: own.each,
    outlook: own.outlook,
    said: own.said,
    words: own.words,
    workOut: own.workOut,
  };
});
