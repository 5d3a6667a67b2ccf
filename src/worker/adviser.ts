import { expose } from 'comlink';
import {
  chanceInWindow,
  compareOption,
  runLengthChart,
  sensitivities,
  whatToLay,
  type Answered,
  type Asked,
  type Bar,
  type Chance,
  type Compared,
  type Option,
  type RunLengthCase,
  type RunLengthChart,
  type Weighed,
} from '../core/choose';
import { createPlanSolver } from '../core/network';
import type { Plan } from '../core/plan';
import {
  fit,
  judge,
  remediesFor,
  sameBy,
  tryChanges,
  type Change,
  type FitAnswer,
  type FitLimits,
  type Outcome,
  type Remedy,
} from '../core/remedy';

/** Ends work that is not wanted any more. */
class Overtaken extends Error {}

let newest: Int32Array | undefined;
let working = 0;
/** Where the page cannot say so through shared memory, each job says it by being the newest when the last is done. */
const checkpoint = (): void => {
  if (newest && Atomics.load(newest, 0) > working) throw new Overtaken();
};

const solver = createPlanSolver(checkpoint);

/** Does a job unless a newer one is wanted; nothing then. */
function job<T>(number: number, work: () => T): T | undefined {
  working = number;
  try {
    checkpoint();
    return work();
  } catch (error) {
    if (error instanceof Overtaken) return undefined;
    throw error;
  }
}

const api = {
  /** Takes the place where the page writes the number of the job it wants. */
  listen(place: SharedArrayBuffer): void {
    newest = new Int32Array(place);
  },

  /**
   * Works out the remedies of each finding of a plan that does not follow from another, gravest first.
   * @param found told of each finding when its remedies are known
   * @returns whether it came to its end
   */
  async remedies(
    number: number,
    plan: Plan,
    found: (key: string, remedies: Remedy[]) => Promise<void>,
  ): Promise<boolean> {
    const before = job(number, () => judge(plan, solver, checkpoint));
    if (!before) return false;
    for (const finding of before.findings) {
      if (finding.follows) continue;
      const remedies = job(number, () => remediesFor(finding, before, solver, checkpoint));
      if (!remedies) return false;
      await found(sameBy(finding), remedies);
    }
    return true;
  },

  /** What some changes come to together; nothing where they make no sense. */
  together(number: number, plan: Plan, changes: Change[]): Outcome | undefined {
    return job(number, () => tryChanges(changes, judge(plan, solver), solver)?.outcome);
  },

  /**
   * Looks for whole plans that work within limits; nothing where it was stopped.
   * @param progress told of the share done, 0 to 1
   */
  fit(
    number: number,
    plan: Plan,
    limits: FitLimits,
    progress: (share: number) => void,
  ): FitAnswer | undefined {
    return job(number, () => fit(plan, limits, progress, checkpoint));
  },

  /** Every kind of thing that could be laid in a block, weighed, best first. */
  whatToLay(
    number: number,
    plan: Plan,
    block: string,
    asked: Asked,
    progress: (share: number) => void,
  ): Weighed[] | undefined {
    return job(number, () => whatToLay(plan, block, asked, solver, progress, checkpoint));
  },

  /** Options of a block side by side. */
  compare(
    number: number,
    plan: Plan,
    block: string,
    options: Option[],
    needMm: number,
  ): (Compared | undefined)[] | undefined {
    return job(number, () =>
      options.map((option) => {
        checkpoint();
        return compareOption(plan, block, option, needMm, solver);
      }),
    );
  },

  /** A run-length chart for something laid at an inlet pressure. */
  runLengths(number: number, c: RunLengthCase): RunLengthChart[] | undefined {
    return job(number, () => runLengthChart(c));
  },

  /** What moves the answer most, and by sampling the chance that the weakest emitter stays in its window. */
  howSure(
    number: number,
    plan: Plan,
    samples: number,
    seed: number,
    progress: (share: number) => void,
  ): { base: Answered; bars: Bar[]; chance: Chance } | undefined {
    return job(number, () => {
      // Of a plan in sets, the one nearest to its limits.
      const { full } = judge(plan, solver);
      const { base, bars } = sensitivities(full, createPlanSolver(checkpoint), checkpoint);
      return { base, bars, chance: chanceInWindow(full, samples, seed, progress, checkpoint) };
    });
  },
};

export type AdviserApi = typeof api;

expose(api);
