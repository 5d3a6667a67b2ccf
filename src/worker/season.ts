import {
  calibrate,
  diagnose,
  diagnosisSays,
  expectedReadings,
  firstWalk,
  learnedOf,
  nextReadings,
  spotsOf,
  tellSuspect,
  toldSuspects,
  type Calibration,
  type Learned,
  type Reading,
  type Stop,
  type ToldSuspect,
} from '../core/season';
import type { Plan } from '../core/plan';
import type { UnitChoice } from '../core/units';
import { checkpoint, job, serve, type Ended } from './jobs';
import { bookJobs } from './seasonBook';
import { farmOf, libraryOf, placesOf, shower, type Place } from './seasonFarms';
import { practiceJobs } from './seasonPractice';

export type { Place } from './seasonFarms';
export type { CupsTold } from './seasonBook';
export type { PracticeEnd, PracticeFarm } from './seasonPractice';

export interface Today {
  places: Place[];
  flowLph: number;
  stops: Stop[];
}

export interface Wrong {
  says: string;
  nothing: number;
  unknown: number;
  suspects: ToldSuspect[];
  next: { spot: string; name: string; minutes: number; bits: number }[];
  tookMs: number;
}

const api = {
  ...bookJobs,
  ...practiceJobs,
  /** What every place should show while a set runs, and the first walk. */
  today(number: number, plan: Plan, set: string | undefined, learned: Learned | undefined): Ended<Today> {
    return job(number, () => {
      const farm = farmOf(plan, set, learned);
      const expected = expectedReadings(farm, checkpoint);
      return {
        places: placesOf(farm, expected),
        flowLph: farm.results.flowLph,
        stops: firstWalk(farm, expected),
      };
    });
  },

  /** What readings say is wrong, and what to read next. */
  wrong(
    number: number,
    plan: Plan,
    set: string | undefined,
    learned: Learned | undefined,
    readings: Reading[],
    from: [number, number] | undefined,
    choice: UnitChoice,
    progress: (share: number) => void,
  ): Ended<Wrong> {
    return job(number, () => {
      const own = libraryOf(plan, set, learned, progress);
      const sets = [...new Set([set, ...readings.map((r) => r.set)])];
      const libraries = sets.map((s) => libraryOf(plan, s, learned, progress));
      const began = performance.now();
      const known = readings.filter((r) =>
        libraries.some((l) => l.farm.set?.id === r.set && l.spots.some((s) => s.id === r.spot)),
      );
      const found = diagnose(libraries, known, checkpoint);
      const { head } = own.farm.results.layout;
      const next = nextReadings(own, libraries, found.atoms, known, from ?? [head.xM, head.yM]);
      const show = shower(choice);
      return {
        says: diagnosisSays(found, own.farm.plan),
        nothing: found.nothing,
        unknown: found.unknown,
        suspects: toldSuspects(found).map((s) => tellSuspect(s, own.farm.plan, show)),
        next: next
          .slice(0, 3)
          .map((n) => ({ spot: n.spot.id, name: n.spot.name, minutes: n.minutes, bits: n.bits })),
        tookMs: performance.now() - began,
      };
    });
  },

  /** What good days taught. */
  calibrate(
    number: number,
    plan: Plan,
    days: { set: string | undefined; readings: Reading[] }[],
  ): Ended<Calibration & { learned: Learned }> {
    return job(number, () => {
      const calibration = calibrate(
        days.map((d) => {
          const farm = farmOf(plan, d.set, undefined);
          const spots = new Set(spotsOf(farm).map((s) => s.id));
          return { farm, readings: d.readings.filter((r) => spots.has(r.spot)) };
        }),
        checkpoint,
      );
      return { ...calibration, learned: learnedOf(calibration) };
    });
  },
};

export type SeasonApi = typeof api;

serve(api);
