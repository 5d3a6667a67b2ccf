import { expose } from 'comlink';
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

/** Ends work that is not wanted any more. */
class Overtaken extends Error {}

let newest: Int32Array | undefined;
let working = 0;
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

  /** Sets and timing of a plan; nothing where a newer job was wanted. */
  outlook(number: number, plan: Plan, progress: (share: number) => void): Outlook | undefined {
    return job(number, () => outlookOf(fillIn(plan), solver, checkpoint, progress));
  },

  /** The season's water balance, and how long it took, ms. */
  season(plan: Plan, gifts: [string, Gift][]): SeasonOutlook & { tookMs: number } {
    const began = performance.now();
    const season = seasonOf(fillIn(plan), new Map(gifts));
    return { ...season, tookMs: performance.now() - began };
  },

  /** Sets made for a plan, and how long it took, ms. */
  sets(number: number, plan: Plan, afresh: boolean): (MadeSets & { tookMs: number }) | undefined {
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
  ): { valves: [string, [string, number][]][]; before: Balance; after: Balance } | undefined {
    return job(number, () => {
      const full = fillIn(plan);
      const set = full.watering.sets.find((s) => s.id === setId);
      const { valves, before, after } = evenOut(set ? withOpen(full, set) : full, solver);
      return { valves: [...valves].map(([block, beds]) => [block, [...beds]]), before, after };
    });
  },
};

export type PlannerApi = typeof api;

expose(api);
