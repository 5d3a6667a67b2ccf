import type { Remote } from 'comlink';
import { defineStore } from 'pinia';
import { shallowRef, toRaw } from 'vue';
import { msg } from '../../core/language';
import type { Plan } from '../../core/plan';
import type { AdviserApi } from '../../worker/adviser';
import type { Ended, Listening } from '../../worker/jobs';
import { calledBack, createJobs, forWorker } from './jobs';
import { inRole } from './workers';
import { usePlan } from './plan';

export const WEIGHINGS = [
  { id: 'lay', name: msg`What to lay` },
  { id: 'compare', name: msg`Side by side` },
  { id: 'length', name: msg`How long a run` },
  { id: 'header', name: msg`Which header` },
  { id: 'holes', name: msg`Holes and tubes` },
  { id: 'sure', name: msg`How sure` },
] as const;
export type Weighing = (typeof WEIGHINGS)[number]['id'];

/** What is being weighed up, and the worker that works it out apart from all others. */
export const useWeigh = defineStore('weigh', () => {
  const plan = usePlan();
  const open = shallowRef<Weighing>();
  const progress = shallowRef(0);
  const working = shallowRef(false);
  const failed = shallowRef('');
  const jobs = createJobs<AdviserApi>(inRole('adviser'));

  /** Asks the worker something; what was asked before is not wanted any more. Nothing comes where something newer was asked, or where it failed, which `failed` then says. */
  async function ask<T>(
    question: (
      adviser: Remote<AdviserApi & Listening>,
      number: number,
      plan: Plan,
      tell: (share: number) => void,
    ) => Promise<Ended<T>>,
  ): Promise<T | undefined> {
    progress.value = 0;
    working.value = true;
    failed.value = '';
    const outcome = await jobs.ask((adviser, number) =>
      question(
        adviser,
        number,
        forWorker(toRaw(plan.plan)),
        calledBack((share: number) => void (progress.value = share)),
      ),
    );
    if (outcome.ended === 'cancelled') return undefined;
    working.value = false;
    if (outcome.ended === 'answered') return outcome.value;
    failed.value = msg`This could not be worked out: ${outcome.why}`;
    return undefined;
  }

  /** Ends what is being worked out. */
  function stop(): void {
    jobs.stop();
    working.value = false;
  }

  return { open, progress, working, failed, ask, stop };
});
