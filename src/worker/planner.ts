import { createPlanSolver } from '../core/network';
import { fillIn, withOpen, type Plan } from '../core/plan';
import {
  evenOut,
  makeSets,
  outlookOf,
  seasonOf,
  type Balance,
  type Gift,
  type MadeSets,
  type Outlook,
  type SeasonOutlook,
} from '../core/sets';
import { checkpoint, job, serve, type Ended } from './jobs';

const solver = createPlanSolver(checkpoint);

const api = {
  /** Sets and timing of a plan. */
  outlook(number: number, plan: Plan, progress: (share: number) => void): Ended<Outlook> {
    return job(number, () => outlookOf(fillIn(plan), solver, checkpoint, progress));
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
  sets(number: number, plan: Plan, afresh: boolean): Ended<MadeSets & { tookMs: number }> {
    return job(number, () => {
      const began = performance.now();
      const made = makeSets(fillIn(plan), { afresh }, solver, checkpoint);
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
};

export type PlannerApi = typeof api;

serve(api);
