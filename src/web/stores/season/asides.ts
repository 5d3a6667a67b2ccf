import { toRaw, type Ref } from 'vue';
import type { SeasonApi } from '../../../worker/season';
import { createJobs, forWorker, type Outcome, type Question } from '../jobs';
import type { usePlan } from '../plan';
import { inRole } from '../workers';

/** Asks the season's worker something beside what it is at. */
export type Asides = ReturnType<typeof createAsides>;

/**
 * Things worked out beside the diagnosis, for whoever asks.
 * @param failed takes why something could not be worked out
 */
export function createAsides(plan: ReturnType<typeof usePlan>, failed: Ref<string>) {
  const jobs = createJobs<SeasonApi>(inRole('season'));

  const say = (outcome: Outcome<unknown>, what: string): void => {
    failed.value = outcome.ended === 'failed' ? `${what}: ${outcome.why}` : '';
  };

  /** Something worked out beside: nothing where it was stopped or failed. */
  async function ask<T>(what: string, question: Question<SeasonApi, T>, of = jobs): Promise<T | undefined> {
    const outcome = await of.ask(question, { beside: true });
    if (outcome.ended !== 'cancelled') say(outcome, what);
    return outcome.ended === 'answered' ? outcome.value : undefined;
  }

  /** The plan as the worker takes it. */
  const stated = () => forWorker(toRaw(plan.plan));

  return { jobs, ask, say, stated };
}
