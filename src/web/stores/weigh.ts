import { proxy, wrap, type Remote } from 'comlink';
import { defineStore } from 'pinia';
import { shallowRef, toRaw } from 'vue';
import type { Plan } from '../../core/plan';
import type { AdviserApi } from '../../worker/adviser';
import AdviserWorker from '../../worker/adviser?worker';
import { usePlan } from './plan';

export const WEIGHINGS = [
  { id: 'lay', name: 'What to lay' },
  { id: 'compare', name: 'Side by side' },
  { id: 'length', name: 'How long a run' },
  { id: 'header', name: 'Which header' },
  { id: 'holes', name: 'Holes and tubes' },
  { id: 'sure', name: 'How sure' },
] as const;
export type Weighing = (typeof WEIGHINGS)[number]['id'];

/** What is being weighed up, and the worker that works it out apart from all others. */
export const useWeigh = defineStore('weigh', () => {
  const plan = usePlan();
  const open = shallowRef<Weighing>();
  const progress = shallowRef(0);
  const working = shallowRef(false);
  const place =
    typeof SharedArrayBuffer === 'undefined' ? undefined : new Int32Array(new SharedArrayBuffer(4));
  let remote: Remote<AdviserApi> | undefined;
  let number = 0;

  function bare(): Plan {
    const rest = { ...toRaw(plan.plan) };
    delete rest.underlay;
    return rest;
  }

  /** Asks the worker something; what was asked before is not wanted any more. Nothing comes where something newer was asked. */
  async function ask<T>(
    question: (
      adviser: Remote<AdviserApi>,
      number: number,
      plan: Plan,
      tell: (share: number) => void,
    ) => Promise<T>,
  ): Promise<T | undefined> {
    if (!remote) {
      remote = wrap<AdviserApi>(new AdviserWorker());
      if (place) void remote.listen(place.buffer as SharedArrayBuffer);
    }
    const own = ++number;
    if (place) Atomics.store(place, 0, own);
    progress.value = 0;
    working.value = true;
    const answer = await question(
      remote,
      own,
      bare(),
      proxy((share: number) => void (own === number && (progress.value = share))),
    );
    if (own !== number) return undefined;
    working.value = false;
    return answer;
  }

  /** Ends what is being worked out. */
  function stop(): void {
    number++;
    if (place) Atomics.store(place, 0, number);
    working.value = false;
  }

  return { open, progress, working, ask, stop };
});
