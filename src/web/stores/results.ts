import { wrap } from 'comlink';
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

/** The solved plan. The worker solves; the newest plan wins; the last good answer stays while it does. */
export const useResults = defineStore('results', () => {
  const plan = usePlan();
  const settings = useSettings();
  const view = useView();
  const worker = wrap<SolverApi>(new SolverWorker());
  /** The answer with the plan it answers. */
  const solved = shallowRef<{ plan: FullPlan; answer: Answer }>();
  const problem = shallowRef('');
  const busy = shallowRef(false);
  let wanted: FullPlan | undefined;

  async function work(): Promise<void> {
    if (busy.value) return;
    busy.value = true;
    while (wanted) {
      const next = wanted;
      wanted = undefined;
      try {
        const answer = await worker.solve(next);
        solved.value = { plan: next, answer };
        problem.value = '';
      } catch (error) {
        problem.value = `This plan could not be solved: ${error instanceof Error ? error.message : String(error)}`;
      }
    }
    busy.value = false;
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
      wanted = toRaw(full);
      void work();
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

  const emitters = (runIndices: number[]) =>
    solved.value
      ? worker.emitters(solved.value.plan, toRaw(solved.value.answer.results), runIndices)
      : Promise.resolve([]);

  return { solved, answer, results, findings, problem, busy, stale, said, walk, walkRun, emitters };
});
