import { createPlanSolver } from '../core/network';
import { judge, opensOf, type Finding, type Opens } from '../core/check';
import { fillIn, withOpen, type Plan } from '../core/plan';
import { chooseSets, type ChosenSets } from '../core/remedy';
import {
  evenOpenings,
  evenOut,
  seasonOf,
  type Openings,
  type Balance,
  type Gift,
  type Outlook,
  type SeasonOutlook,
} from '../core/sets';
import { checkpoint, job, serve, type Ended } from './jobs';

/** A judged plan as it is sent. */
export interface Judged {
  /** What is found, at each place once, and as it is told. */
  each: Finding[];
  told: Finding[];
  outlook: Outlook | undefined;
  /** What the verdict is made of. */
  opens: Opens;
  tookMs: number;
}

const solver = createPlanSolver(checkpoint);

const api = {
  /** A plan judged in all its states, with its sets and timing. */
  judge(number: number, plan: Plan, progress: (share: number) => void): Ended<Judged> {
    return job(number, (): Judged => {
      const began = performance.now();
      const judgement = judge(plan, { solver, checkpoint, progress });
      return {
        each: judgement.each,
        told: judgement.told,
        outlook: judgement.outlook,
        opens: opensOf(judgement),
        tookMs: performance.now() - began,
      };
    });
  },

  /** The season's water balance, and how long it took, ms. */
  season(number: number, plan: Plan, gifts: [string, Gift][]): Ended<SeasonOutlook & { tookMs: number }> {
    return job(number, () => {
      const began = performance.now();
      const season = seasonOf(fillIn(plan), new Map(gifts));
      return { ...season, tookMs: performance.now() - began };
    });
  },

  /** Sets made for a plan, and how long it took, ms. */
  sets(number: number, plan: Plan, afresh: boolean): Ended<ChosenSets & { tookMs: number }> {
    return job(number, () => {
      const began = performance.now();
      const made = chooseSets(plan, { afresh }, solver, checkpoint);
      return { ...made, tookMs: performance.now() - began };
    });
  },

  /** How far to turn each bed's valves in one set so that all get alike: degrees by block and bed. */
  even(
    number: number,
    plan: Plan,
    setId: string,
  ): Ended<{ valves: [string, [string, number][]][]; before: Balance; after: Balance }> {
    return job(number, () => {
      const full = fillIn(plan);
      const set = full.watering.sets.find((s) => s.id === setId);
      const { valves, before, after } = evenOut(set ? withOpen(full, set) : full, solver);
      return { valves: [...valves].map(([block, beds]) => [block, [...beds]]), before, after };
    });
  },

  /** How far to open each adjustable emitter of a block so that all give alike. */
  openings(number: number, plan: Plan, blockIndex: number): Ended<Openings | undefined> {
    return job(number, () => evenOpenings(fillIn(plan), blockIndex, solver));
  },
};

export type PlannerApi = typeof api;

serve(api);
