import { msg } from '../core/language';
import {
  causesOf,
  cupAdvice,
  cupLph,
  evennessOfCups,
  expectedReadings,
  flushingOf,
  localDay,
  predictedCups,
  pressuresIn,
  seasonWater,
  upkeepOf,
  type Causes,
  type Cup,
  type Evenness,
  type Expected,
  type Learned,
  type Reading,
  type SeasonWater,
  type Standing,
  type Task,
} from '../core/season';
import { seasonReport } from '../core/print';
import type { Plan } from '../core/plan';
import { dateDay, type UnitChoice } from '../core/units';
import { checkpoint, job, type Ended } from './jobs';
import { farmOf, of, shower } from './seasonFarms';

export interface CupsTold {
  measured: Evenness;
  predicted?: Evenness;
  causes?: Causes;
  /** Gauges read in the block while the cups stood: the prediction is by them. */
  pressuresRead: number;
  advice: string[];
  /** Of each cup, L/h: measured, and predicted where its bed is open. */
  flows: { bed: string; along: number; lph: number; predicted?: number }[];
}

function waterOf(
  plan: Plan,
  learned: Learned | undefined,
  standing: readonly Standing[],
  now: number,
): SeasonWater {
  const { full } = of(plan, learned);
  const knows = (set: string | undefined): boolean =>
    set === undefined || full.watering.sets.some((s) => s.id === set);
  return seasonWater(
    full,
    standing,
    (set) => {
      checkpoint();
      return knows(set) ? farmOf(plan, set, learned).results : undefined;
    },
    now,
  );
}

/** What is worked out from the season's book. */
export const bookJobs = {
  /** A catch-cup test against what is predicted. */
  cups(
    number: number,
    plan: Plan,
    set: string | undefined,
    learned: Learned | undefined,
    block: string,
    seconds: number,
    cups: Cup[],
    readings: Reading[],
  ): Ended<CupsTold> {
    return job(number, () => {
      const farm = farmOf(plan, set, learned);
      const read = pressuresIn(farm, block, readings);
      const predicted = predictedCups(farm, block, cups, read);
      const flows = cups.map((c, i) => ({
        bed: c.bed,
        along: c.along,
        lph: cupLph(c.ml, seconds),
        ...(predicted[i] !== undefined && { predicted: predicted[i] }),
      }));
      const measured = evennessOfCups(flows.map((f) => f.lph));
      const known = predicted.filter((p) => p !== undefined);
      if (known.length < cups.length)
        return {
          measured,
          flows,
          pressuresRead: read.count,
          advice: [msg`Some of these beds are not open in this set: choose the set that waters them.`],
        };
      const planned = evennessOfCups(known);
      const causes = causesOf(
        flows.map((f) => f.lph),
        known,
      );
      return {
        measured,
        predicted: planned,
        causes,
        flows,
        pressuresRead: read.count,
        advice: cupAdvice(measured, planned, causes),
      };
    });
  },

  /** What is due. */
  upkeep(
    number: number,
    plan: Plan,
    set: string | undefined,
    standing: Standing[],
    started: number,
    now: number,
    choice: UnitChoice,
  ): Ended<Task[]> {
    return job(number, () => {
      const farm = farmOf(plan, set, undefined);
      return upkeepOf({
        plan: farm.plan,
        standing,
        started,
        now,
        flushing: flushingOf(farm, checkpoint),
        show: shower(choice),
      });
    });
  },

  /** The season's water after the book. */
  water(
    number: number,
    plan: Plan,
    learned: Learned | undefined,
    standing: Standing[],
    now: number,
  ): Ended<SeasonWater> {
    return job(number, () => waterOf(plan, learned, standing, now));
  },

  /** The season's report as PDF. */
  async report(
    number: number,
    plan: Plan,
    learned: Learned | undefined,
    standing: Standing[],
    choice: UnitChoice,
    now: number,
  ): Promise<Ended<Uint8Array>> {
    const made = job(number, () => {
      const { full } = of(plan, learned);
      const show = shower(choice);
      const expected = new Map<string, Expected>();
      for (const set of new Set(standing.map((s) => s.entry.set))) {
        if (set !== undefined && !full.watering.sets.some((s) => s.id === set)) continue;
        const farm = farmOf(plan, set, learned);
        for (const e of expectedReadings(farm, checkpoint)) expected.set(`${set ?? ''}/${e.spot.id}`, e);
      }
      return seasonReport({
        plan: full,
        standing,
        expected,
        water: waterOf(plan, learned, standing, now),
        show,
        day: (at) => show(dateDay(localDay(at)), 'date'),
        on: localDay(now),
      });
    });
    if (!('value' in made)) return made;
    const { renderPdf } = await import('./pdf');
    const pdf = await renderPdf(made.value);
    return job(number, () => pdf);
  },
};
