import { msg } from '../core/language';
import {
  buildLibrary,
  diagnosisSays,
  expectedReadings,
  expertWay,
  fieldLogger,
  hideByLot,
  hideLesson,
  lessonOf,
  minutesOf,
  numbersOf,
  openFarm,
  PRACTICE_SKETCHES,
  seenName,
  siteName,
  tellSuspect,
  type Channel,
  type Hidden,
  type Level,
  type Library,
  type Logger,
  type Message,
  type Reading,
} from '../core/season';
import { kindOfSpot } from '../core/formats/readingsCsv';
import { fillIn, type Plan } from '../core/plan';
import { planOf, sketchOf } from '../core/sketches';
import type { UnitChoice } from '../core/units';
import { checkpoint, job, type Ended } from './jobs';
import { placesOf, shower, type Place } from './seasonFarms';

export interface PracticeFarm {
  name: string;
  ask: string;
  places: Place[];
}

export interface PracticeEnd {
  right: boolean;
  hidden: { kind: string; title: string; place: string; size: string }[];
  minutes: number;
  expertMinutes: number;
  expert: { name: string; read: string; says: string }[];
  teaches: string;
}

let logger: Logger | undefined;

/** What is hidden on the farm that is practised on. */
let practised: { library: Library; hidden: Hidden; read: string[]; teaches: string } | undefined;

/** What simulated farms do: the logger on the open plan, and farms to practise on. */
export const practiceJobs = {
  /** A simulated logger on the plan that is open: its channels. */
  field(number: number, plan: Plan, seed: number): Ended<Channel[]> {
    return job(number, () => {
      logger = fieldLogger(fillIn(plan), seed);
      return logger.channels;
    });
  },
  /** What it sends in one minute. */
  fieldMinute(number: number, minute: number): Ended<Message[]> {
    return job(number, () => logger?.messagesIn(minute) ?? []);
  },

  /** Hides something on a made-up farm. */
  practise(
    number: number,
    asked: { seed: number; level: Level; lesson?: string },
    choice: UnitChoice,
    progress: (share: number) => void,
  ): Ended<PracticeFarm | undefined> {
    return job(number, () => {
      const lesson = asked.lesson === undefined ? undefined : lessonOf(asked.lesson);
      const random = numbersOf(asked.seed + 1);
      const sketch = sketchOf(
        lesson?.sketch ?? PRACTICE_SKETCHES[Math.floor(random() * PRACTICE_SKETCHES.length)],
      )!;
      const plan = fillIn(planOf(sketch, choice.system === 'us' ? 'us' : 'metric'));
      const farm = openFarm(plan, plan.watering.sets[0]?.id);
      const library = buildLibrary(farm, progress, checkpoint);
      const hidden = lesson
        ? hideLesson(library, lesson, asked.seed)
        : hideByLot(library, asked.level, asked.seed);
      if (!hidden) return undefined;
      practised = { library, hidden, read: [], teaches: lesson?.teaches ?? '' };
      return {
        name: msg`${sketch.name} (simulated)`,
        ask:
          lesson?.ask ??
          (asked.level === 'nasty' ? msg`Two things are wrong here.` : msg`Something is wrong here.`),
        places: placesOf(farm, expectedReadings(farm, checkpoint)),
      };
    });
  },

  /** One reading on the farm that is practised on. */
  practiceRead(
    number: number,
    spot: string,
  ): Ended<{ reading: Reading; says: string; minutes: number } | undefined> {
    return job(number, () => {
      if (!practised) return undefined;
      const { library, hidden, read } = practised;
      const reading = hidden.read(spot);
      read.push(spot);
      const says = reading.seen ? seenName(reading.seen, library.farm.plan, library.farm) : '';
      return { reading, says, minutes: minutesOf(library, read) };
    });
  },

  /** Faults to choose from on the farm that is practised on, by kind and place. */
  practiceChoices(number: number): Ended<{ group: string; kind: string; place: string }[]> {
    return job(number, () => {
      if (!practised) return [];
      const { library } = practised;
      const groups = new Map(library.signatures.map((s) => [s.fault.group, s.fault]));
      return [...groups.values()].map((f) => ({
        group: f.group,
        kind: f.kind,
        place: siteName(f.site, library.farm.plan),
      }));
    });
  },

  /** What it was, and how somebody who knows would have found it. */
  practiceEnd(number: number, named: string[], choice: UnitChoice): Ended<PracticeEnd | undefined> {
    return job(number, () => {
      if (!practised) return undefined;
      const { library, hidden, read, teaches } = practised;
      const show = shower(choice);
      const { plan } = library.farm;
      const groups = hidden.faults.map((f) => f.fault.group);
      const steps = expertWay(hidden);
      return {
        right: groups.length === named.length && groups.every((g) => named.includes(g)),
        hidden: hidden.faults.map((f) => {
          const told = tellSuspect(
            { group: f.fault.group, fault: f.fault, size: f.size, chance: 1 },
            plan,
            show,
          );
          return { kind: f.fault.kind, title: told.title, place: told.place, size: told.size };
        }),
        minutes: minutesOf(library, read),
        expertMinutes: minutesOf(
          library,
          steps.map((s) => s.next.spot.id),
        ),
        expert: steps.map((s) => ({
          name: s.next.spot.name,
          read: s.reading.seen
            ? seenName(s.reading.seen, plan, library.farm)
            : show(s.reading.value!, kindOfSpot(s.next.spot.kind)),
          says: diagnosisSays(s.diagnosis, plan),
        })),
        teaches,
      };
    });
  },
};
