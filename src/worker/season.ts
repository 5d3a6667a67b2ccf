import { calibrate, learnedOf, type Calibration } from '../core/season';
import {
  buildLibrary,
  causesOf,
  cupAdvice,
  cupLph,
  diagnose,
  diagnosisSays,
  evennessOfCups,
  expectedReadings,
  expertWay,
  fieldLogger,
  firstWalk,
  flushingOf,
  hideByLot,
  hideLesson,
  lessonOf,
  minutesOf,
  nextReadings,
  numbersOf,
  openFarm,
  PRACTICE_SKETCHES,
  predictedCups,
  seenChoices,
  seenName,
  siteName,
  spotsOf,
  tellSuspect,
  toldSuspects,
  upkeepOf,
  withLearned,
  type Causes,
  type Channel,
  type Cup,
  type Evenness,
  type Expected,
  type Hidden,
  type Learned,
  type Level,
  type Library,
  type Logger,
  type Message,
  type OpenFarm,
  type Reading,
  type Seen,
  type Standing,
  type Stop,
  type Task,
  type ToldSuspect,
} from '../core/season';
import { seasonReport } from '../core/print';
import { kindOfSpot } from '../core/formats/readingsCsv';
import { fillIn, type FullPlan, type Plan } from '../core/plan';
import { planOf, sketchOf } from '../core/sketches';
import { format, type KindName, type UnitChoice } from '../core/units';
import { checkpoint, job, serve, type Ended } from './jobs';

/** A place to read, as pages show it. */
export interface Place {
  id: string;
  name: string;
  kind: 'gauge' | 'meter' | 'cups' | 'level' | 'look';
  fixed: boolean;
  at: [number, number];
  block?: number;
  expected?: { value: number; low: number; high: number; deviation: number };
  /** Of a look: what may be seen. */
  choices?: { seen: Seen; name: string }[];
}

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

export interface CupsTold {
  measured: Evenness;
  predicted?: Evenness;
  causes?: Causes;
  advice: string[];
  /** Of each cup, L/h: measured, and predicted where its bed is open. */
  flows: { bed: string; along: number; lph: number; predicted?: number }[];
}

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

const shower =
  (choice: UnitChoice) =>
  (value: number, kind: KindName): string =>
    format(value, kind, choice);

/** The farm with a set open, of the last plan that was asked about. */
let farms:
  | { key: string; plan: Plan; full: FullPlan; open: Map<string, OpenFarm>; libraries: Map<string, Library> }
  | undefined;
const NO_SET = '';

function of(plan: Plan, learned: Learned | undefined): NonNullable<typeof farms> {
  const key = JSON.stringify([plan, learned ?? null]);
  if (farms?.key !== key) farms = { key, plan, full: fillIn(plan), open: new Map(), libraries: new Map() };
  return farms;
}
function farmOf(plan: Plan, set: string | undefined, learned: Learned | undefined): OpenFarm {
  const { open, full } = of(plan, learned);
  let found = open.get(set ?? NO_SET);
  if (!found) open.set(set ?? NO_SET, (found = withLearned(openFarm(full, set), learned)));
  return found;
}
function libraryOf(
  plan: Plan,
  set: string | undefined,
  learned: Learned | undefined,
  progress: (share: number) => void,
): Library {
  const farm = farmOf(plan, set, learned);
  const { libraries } = of(plan, learned);
  let found = libraries.get(set ?? NO_SET);
  if (!found) libraries.set(set ?? NO_SET, (found = buildLibrary(farm, progress, checkpoint)));
  return found;
}

function placesOf(farm: OpenFarm, expected: readonly Expected[]): Place[] {
  const at = new Map(expected.map((e) => [e.spot.id, e]));
  return spotsOf(farm).map((s): Place => {
    const e = at.get(s.id);
    return {
      id: s.id,
      name: s.name,
      kind: s.kind,
      fixed: s.fixed !== undefined,
      at: [s.point[0], s.point[1]],
      ...(s.block !== undefined && { block: s.block }),
      ...(e && { expected: { value: e.value, low: e.low, high: e.high, deviation: e.deviation } }),
      ...(s.looks && {
        choices: seenChoices(s, farm).map((seen) => ({ seen, name: seenName(seen, farm.plan, farm) })),
      }),
    };
  });
}

let logger: Logger | undefined;

/** What is hidden on the farm that is practised on. */
let practised: { library: Library; hidden: Hidden; read: string[]; teaches: string } | undefined;

const api = {
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

  /** A catch-cup test against what is predicted. */
  cups(
    number: number,
    plan: Plan,
    set: string | undefined,
    learned: Learned | undefined,
    block: string,
    seconds: number,
    cups: Cup[],
  ): Ended<CupsTold> {
    return job(number, () => {
      const farm = farmOf(plan, set, learned);
      const predicted = predictedCups(farm, block, cups);
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
          advice: ['Some of these beds are not open in this set: choose the set that waters them.'],
        };
      const planned = evennessOfCups(known);
      const causes = causesOf(
        flows.map((f) => f.lph),
        known,
      );
      return { measured, predicted: planned, causes, flows, advice: cupAdvice(measured, planned, causes) };
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

  /** The season's report as PDF. */
  async report(
    number: number,
    plan: Plan,
    learned: Learned | undefined,
    standing: Standing[],
    choice: UnitChoice,
    on: string,
  ): Promise<Ended<Uint8Array>> {
    const made = job(number, () => {
      const { full } = of(plan, learned);
      const show = shower(choice);
      const expected = new Map<string, Expected>();
      const flows = new Map<string | undefined, number>();
      for (const set of new Set(standing.map((s) => s.entry.set))) {
        if (set !== undefined && !full.watering.sets.some((s) => s.id === set)) continue;
        const farm = farmOf(plan, set, learned);
        flows.set(set, farm.results.flowLph);
        for (const e of expectedReadings(farm, checkpoint)) expected.set(`${set ?? ''}/${e.spot.id}`, e);
      }
      return seasonReport({
        plan: full,
        standing,
        expected,
        lphOf: (set) => flows.get(set) ?? 0,
        show,
        day: (at) => show(Math.floor(at / 86_400_000), 'date'),
        on,
      });
    });
    if (!('value' in made)) return made;
    const { renderPdf } = await import('./pdf');
    const pdf = await renderPdf(made.value);
    return job(number, () => pdf);
  },

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
        name: `${sketch.name} (simulated)`,
        ask:
          lesson?.ask ??
          (asked.level === 'nasty' ? 'Two things are wrong here.' : 'Something is wrong here.'),
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

export type SeasonApi = typeof api;

serve(api);
