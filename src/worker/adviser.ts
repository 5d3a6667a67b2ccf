import {
  chanceInWindow,
  compareOption,
  drillTable,
  runLengthChart,
  sensitivities,
  whatToLay,
  type Answered,
  type Asked,
  type Bar,
  type Chance,
  type Compared,
  type DrillTable,
  type Option,
  type RunLengthCase,
  type RunLengthChart,
  type Weighed,
  type Known,
} from '../core/choose';
import { createPlanSolver } from '../core/network';
import type { Plan } from '../core/plan';
import { knownBy, openFarm, type Learned } from '../core/season';
import { judge, judgeOpen, roots } from '../core/check';
import {
  fit,
  remediesFor,
  tryChanges,
  type Change,
  type FitAnswer,
  type FitLimits,
  type Outcome,
  type Remedy,
} from '../core/remedy';
import { checkpoint, job, serve, type Ended } from './jobs';

const solver = createPlanSolver(checkpoint);

const api = {
  /**
   * Works out the remedies of each finding of a plan that does not follow from another, gravest first.
   * @param found told of each finding when its remedies are known
   */
  async remedies(
    number: number,
    plan: Plan,
    found: (key: string, remedies: Remedy[]) => void | Promise<void>,
  ): Promise<Ended<true>> {
    const judged = job(number, () => judge(plan, { solver, checkpoint }));
    if (!('value' in judged)) return judged;
    const before = judged.value;
    for (const finding of roots(before.told)) {
      const remedies = job(number, () => remediesFor(finding, before, solver, checkpoint));
      if (!('value' in remedies)) return remedies;
      await found(finding.id, remedies.value);
    }
    return { value: true };
  },

  /** What some changes come to together; nothing where they make no sense. */
  together(number: number, plan: Plan, changes: Change[]): Ended<Outcome | undefined> {
    return job(
      number,
      () => tryChanges(changes, judge(plan, { solver, checkpoint }), solver, checkpoint)?.outcome,
    );
  },

  /**
   * Looks for whole plans that work within limits.
   * @param progress told of the share done, 0 to 1
   */
  fit(number: number, plan: Plan, limits: FitLimits, progress: (share: number) => void): Ended<FitAnswer> {
    return job(number, () => fit(plan, limits, progress, checkpoint));
  },

  /** Every kind of thing that could be laid in a block, weighed, best first. */
  whatToLay(
    number: number,
    plan: Plan,
    block: string,
    asked: Asked,
    progress: (share: number) => void,
  ): Ended<Weighed[]> {
    return job(number, () => whatToLay(plan, block, asked, solver, progress, checkpoint));
  },

  /** Options of a block side by side. */
  compare(
    number: number,
    plan: Plan,
    block: string,
    options: Option[],
    needMm: number,
  ): Ended<(Compared | undefined)[]> {
    return job(number, () =>
      options.map((option) => {
        checkpoint();
        return compareOption(plan, block, option, needMm, solver);
      }),
    );
  },

  /** Holes of every drill in a block's hose, the whole plan solved with each. */
  drills(
    number: number,
    plan: Plan,
    blockIndex: number,
    progress: (share: number) => void,
  ): Ended<DrillTable> {
    return job(number, () => drillTable(plan, blockIndex, solver, progress, checkpoint));
  },

  /** A run-length chart for something laid at an inlet pressure. */
  runLengths(number: number, c: RunLengthCase): Ended<RunLengthChart[]> {
    return job(number, () => runLengthChart(c));
  },

  /** What moves the answer most, and by sampling the chance that the weakest emitter stays in its window. */
  howSure(
    number: number,
    plan: Plan,
    learned: Learned | undefined,
    samples: number,
    seed: number,
    progress: (share: number) => void,
  ): Ended<{ base: Answered; bars: Bar[]; chance: Chance; known: Known }> {
    return job(number, () => {
      // Of a plan in sets, the one nearest to its limits.
      const { plan: full } = judgeOpen(plan, { solver, checkpoint }).worst;
      const known = learned ? knownBy(openFarm(full, undefined), learned) : {};
      const { base, bars } = sensitivities(full, createPlanSolver(checkpoint), checkpoint, known);
      const chance = chanceInWindow(full, samples, seed, progress, checkpoint, known);
      return { base, bars, chance, known };
    });
  },
};

export type AdviserApi = typeof api;

serve(api);
