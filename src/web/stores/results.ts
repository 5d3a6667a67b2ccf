import { wrap, type Remote } from 'comlink';
import { defineStore } from 'pinia';
import { computed, shallowRef, toRaw, watch } from 'vue';
import { verdict } from '../../core/check';
import { walkTo, type PressureWalk } from '../../core/network';
import type { FullPlan } from '../../core/plan';
import type { Answer, SolverApi } from '../../worker/solver';
import SolverWorker from '../../worker/solver?worker';
import { usePlan } from './plan';
import { useSettings } from './settings';
import { useView } from './view';

/** A solve longer than this is said to be going on, ms. */
const NOTICED_MS = 400;
/** A solve longer than this gives way to a newer plan, ms. */
const DROPPED_MS = 1500;

/** The solved plan. The worker solves; the newest plan wins; the last good answer stays while it does. */
export const useResults = defineStore('results', () => {
  const plan = usePlan();
  const settings = useSettings();
  const view = useView();
  /** The answer with the plan it answers. */
  const solved = shallowRef<{ plan: FullPlan; answer: Answer }>();
  const problem = shallowRef('');
  /** It has been at it for long enough to be noticed. */
  const slow = shallowRef(false);
  let wanted: FullPlan | undefined;
  let startedAt = 0;
  let worker: Worker | undefined;
  let solver: Remote<SolverApi> | undefined;

  /** Solves what is wanted until nothing newer is. A worker that was let go in the meantime is not listened to. */
  async function work(): Promise<void> {
    const own = (worker ??= new SolverWorker());
    const remote = (solver ??= wrap<SolverApi>(own));
    while (wanted && own === worker) {
      const next = wanted;
      wanted = undefined;
      startedAt = performance.now();
      const noticed = setTimeout(() => (slow.value = true), NOTICED_MS);
      try {
        const answer = await remote.solve(next);
        if (own !== worker) return;
        solved.value = { plan: next, answer };
        problem.value = '';
      } catch (error) {
        if (own !== worker) return;
        problem.value = `This plan could not be solved: ${error instanceof Error ? error.message : String(error)}`;
      } finally {
        clearTimeout(noticed);
        if (own === worker) slow.value = false;
      }
    }
    if (own === worker) startedAt = 0;
  }

  /** Takes a newer plan to be solved. Quick work is let finish, long work is dropped for it. */
  function want(next: FullPlan): void {
    wanted = next;
    if (startedAt > 0) {
      if (performance.now() - startedAt < DROPPED_MS) return;
      worker?.terminate();
      worker = undefined;
      solver = undefined;
      slow.value = false;
    }
    void work();
  }

  watch(
    () => plan.opened,
    () => {
      solved.value = undefined;
      view.reset();
    },
    { flush: 'sync' },
  );
  watch(
    () => plan.full,
    (full) => {
      if (!plan.isOpen) return;
      want(toRaw(full));
    },
    { immediate: true },
  );

  const answer = computed(() => solved.value?.answer);
  const results = computed(() => answer.value?.results);
  const findings = computed(() => answer.value?.findings ?? []);
  /** What is shown does not answer what stands in the fields. */
  const stale = computed(() => problem.value !== '' || view.badFields.size > 0);
  const said = computed(() =>
    results.value ? verdict(results.value, findings.value, settings.units) : undefined,
  );

  /** The run the walk goes to: the weakest of the bed pointed at or picked, else of all. */
  const walkRun = computed(() => {
    if (!results.value) return -1;
    const { runs, weakest } = results.value;
    const bed = view.pointedBed ?? view.pickedBed;
    if (bed === undefined) return weakest;
    let found = -1;
    runs.forEach((r, i) => {
      if (r.run.bed === bed && (found < 0 || r.minKpa < runs[found].minKpa)) found = i;
    });
    return found < 0 ? weakest : found;
  });
  const walk = computed<PressureWalk | undefined>(() =>
    solved.value && walkRun.value >= 0 && solved.value.answer.results.runs.length > 0
      ? walkTo(solved.value.plan, solved.value.answer.results, walkRun.value)
      : undefined,
  );

  const emitters = async (runIndices: number[]) =>
    solver && solved.value ? solver.emitters(runIndices) : [];

  return { solved, answer, results, findings, problem, slow, stale, said, walk, walkRun, emitters };
});
