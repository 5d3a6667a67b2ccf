import { defineStore } from 'pinia';
import { computed, toRaw, watch } from 'vue';
import type { SolverApi } from '../../worker/solver';
import { createJobs } from './jobs';
import { useOpening } from './opening';
import { usePlan } from './plan';
import { Showing } from './showing';
import { Solving } from './solving';
import { useView } from './view';
import { inRole } from './workers';
import { createWalk } from './walking';

/** The solved plan. The worker solves; the newest plan wins; the last good answer stays while it does. */
export const useResults = defineStore('results', () => {
  const plan = usePlan();
  const opening = useOpening();
  const view = useView();
  const showing = new Showing();
  const { solved, told, walked } = showing;
  const solving = new Solving(showing.arrive, createJobs<SolverApi>(inRole('solver'), { stays: true }));
  const { problem, slow, jobs } = solving;

  watch(
    () => plan.opened,
    () => {
      solving.opened();
      showing.clear();
      view.reset();
    },
    { flush: 'sync' },
  );
  watch(
    () => opening.full,
    (full) => {
      if (!plan.isOpen) return;
      solving.want(toRaw(full));
    },
    { immediate: true },
  );

  const results = computed(() => told.value?.results);
  const toldPlan = computed(() => told.value?.plan);
  /** What is shown does not answer what stands in the fields. */
  const stale = computed(() => problem.value !== '' || view.badFields.size > 0);
  /** The block looked at, if it is in use. */
  const block = computed(() => results.value?.blocks.find((b) => b.index === plan.blockIndex));

  const isBusy = (): boolean => solving.isBusy;
  const emitters = async (runIndices: number[]) =>
    (solved.value && (await jobs.quick((solver) => solver.emitters(runIndices)))) || [];
  const longest = async (runIndex: number) =>
    (solved.value && (await jobs.quick((solver) => solver.longest(runIndex)))) || 0;

  /** The solver is loaded before there is a plan, so that the first picture need not wait for it. */
  const warm = (): void => jobs.warm();

  return {
    warm,
    solved,
    results,
    toldPlan,
    walked,
    problem,
    slow,
    stale,
    block,
    ...createWalk(showing, plan, view),
    isBusy,
    emitters,
    longest,
  };
});
