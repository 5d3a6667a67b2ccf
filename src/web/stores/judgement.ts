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
export const useJudgement = defineStore('judgement', () => {
  const plan = usePlan();
  const results = useResults();
  const settings = useSettings();
  const jobs = createJobs<PlannerApi>(inRole('planner'));
  const judged = shallowRef<Judged>();
  /** The plan that it is of, stated and filled in. */
  const of = shallowRef<Plan>();
  const full = shallowRef<FullPlan>();
  const working = shallowRef(false);
  const progress = shallowRef(0);
  const failed = shallowRef('');
  let waiting = 0;
  let endedAt = -Infinity;
  let begunAt = -Infinity;
  let editedAt = -Infinity;
  let tookMs = 0;

  async function workOut(): Promise<void> {
    const stated = toRaw(plan.plan);
    const filled = toRaw(plan.full);
    working.value = true;
    begunAt = performance.now();
    progress.value = 0;
    failed.value = '';
    const outcome = await jobs.ask((planner, number) =>
      planner.judge(
        number,
        forWorker(stated),
        calledBack((share: number) => void (progress.value = share)),
      ),
    );
    if (outcome.ended === 'cancelled') return;
    working.value = false;
    endedAt = performance.now();
    if (outcome.ended === 'failed') {
      failed.value = msg`The plan could not be checked: ${outcome.why}`;
      return;
    }
    judged.value = outcome.value;
    of.value = stated;
    full.value = filled;
    ({ tookMs } = outcome.value);
    performance.clearMeasures(JUDGED);
    performance.measure(JUDGED, { start: Math.max(0, endedAt - tookMs), end: endedAt });
    soon();
  }

  /** Judges the plan as it stands, when it is due. */
  function soon(): void {
    if (waiting || working.value || !plan.isOpen || of.value === toRaw(plan.plan)) return;
    // The first picture of a plan comes before all that is judged of it; of a large one both take seconds, and begin together.
    if (!of.value && !pictured() && bedsIn(plan.blocks) <= MANY_BEDS) return;
    const due = tookMs > LONG_MS ? editedAt + RESTED_MS : endedAt + Math.max(PACE_MS, RESTS * tookMs);
    waiting = window.setTimeout(
      () => {
        waiting = 0;
        if (plan.isOpen && of.value !== toRaw(plan.plan)) void workOut();
      },
      Math.max(0, due - performance.now()),
    );
  }
  const pictured = (): boolean => results.solved !== undefined || results.problem !== '';
  watch(
    () => plan.plan,
    () => {
      editedAt = performance.now();
      // What was begun while the hand rested, and is long, gives way to it.
      const atIt = editedAt - begunAt;
      if (working.value && atIt > LONG_MS) {
        tookMs = Math.max(tookMs, atIt);
        jobs.stop();
        working.value = false;
      }
      if (tookMs <= LONG_MS) return;
      clearTimeout(waiting);
      waiting = 0;
    },
  );
  watch([() => plan.plan, () => plan.isOpen, pictured], soon, { immediate: true });
  watch(
    () => plan.opened,
    () => {
      jobs.stop();
      clearTimeout(waiting);
      waiting = 0;
      judged.value = undefined;
      of.value = undefined;
      full.value = undefined;
      working.value = false;
      failed.value = '';
      endedAt = -Infinity;
      tookMs = 0;
      soon();
    },
    { flush: 'sync' },
  );

  /** What is shown answers the plan as it stands. */
  const fresh = computed(() => of.value === toRaw(plan.plan));
  const told = computed(() => judged.value?.told ?? []);
  const each = computed(() => judged.value?.each ?? []);
  const outlook = computed(() => judged.value?.outlook);
  const said = computed(() => judged.value && verdict(judged.value.opens, told.value, settings.choice));
  const words = (finding: Finding): Words => describe(finding, full.value!, settings.choice, of.value);

  return { of, full, fresh, working, progress, failed, told, each, outlook, said, words, workOut };
});
