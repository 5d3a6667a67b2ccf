import { forms, msg } from '../core/language';
import { readReadings } from '../core/formats/readingsCsv';
import { fillIn, type FullPlan, type Plan } from '../core/plan';
import {
  buildLibrary,
  diagnose,
  diagnosisSays,
  expectedReadings,
  expertWay,
  faultKindOf,
  hideByLot,
  hideLesson,
  LEVELS,
  lessonOf,
  LESSONS,
  minutesOf,
  nextReadings,
  numbersOf,
  openFarm,
  PRACTICE_SKETCHES,
  seenName,
  siteName,
  tellSuspect,
  toldSuspects,
  type Level,
  type Library,
  type Reading,
  type Show,
} from '../core/season';
import { planOf, sketchOf } from '../core/sketches';
import { format, METRIC, US, type UnitChoice } from '../core/units';
import { kindOfSpot } from '../core/formats/readingsCsv';

/** Something that cannot be used, in words. */
export class Unusable extends Error {
  override name = msg`Unusable`;
}

const shower =
  (choice: UnitChoice): Show =>
  (value, kind) =>
    format(value, kind, choice);

const choiceOf = (plan: FullPlan, units: string | undefined): UnitChoice =>
  (units ?? plan.units) === 'us' ? US : METRIC;

/** A set by its id, its name or its number from 1; where the plan has sets, its first if none is asked for. */
export function setOf(plan: FullPlan, asked: string | undefined): string | undefined {
  const { sets } = plan.watering;
  if (sets.length === 0) {
    if (asked !== undefined)
      throw new Unusable(msg`the plan has no sets: everything waters at once; leave --set out`);
    return undefined;
  }
  if (asked === undefined) return sets[0].id;
  const found = sets.find((s, i) => s.id === asked || s.name === asked || String(i + 1) === asked);
  if (!found)
    throw new Unusable(msg`the plan has no set “${asked}”: it has ${sets.map((s) => s.name).join(', ')}`);
  return found.id;
}

/** What every gauge, meter, cup and level should read while a set runs. */
export function expectText(stated: Plan, asked: { set?: string; units?: string; json?: boolean }): string {
  const plan = fillIn(stated);
  const set = setOf(plan, asked.set);
  const list = expectedReadings(openFarm(plan, set));
  if (asked.json)
    return (
      JSON.stringify(
        list.map(({ spot, value, low, high }) => ({
          spot: spot.id,
          name: spot.name,
          kind: spot.kind,
          value,
          low,
          high,
        })),
        null,
        2,
      ) + '\n'
    );
  const show = shower(choiceOf(plan, asked.units));
  const name = plan.watering.sets.find((s) => s.id === set)?.name ?? msg`Everything`;
  const lines = list.map(({ spot, value, low, high }) => {
    const kind = kindOfSpot(spot.kind);
    return msg`  ${show(value, kind)}  (${show(low, kind)} to ${show(high, kind)})  ${spot.name}  [${spot.id}]`;
  });
  return msg`${name} open: nineteen of twenty readings with nothing wrong lie between the figures in brackets.\n${lines.join('\n')}\n`;
}

/** What readings say is wrong, and what to read next. */
export function diagnoseText(
  stated: Plan,
  csv: Uint8Array,
  asked: { set?: string; units?: string; json?: boolean },
): { text: string; refused: { line: number; why: string }[] } {
  const plan = fillIn(stated);
  const choice = choiceOf(plan, asked.units);
  const set = setOf(plan, asked.set);
  const libraries = new Map<string | undefined, Library>();
  const { readings, own, refused } = readingsIn(libraries, plan, set, csv, choice);
  const all = [...libraries.values()];
  const found = diagnose(all, readings);
  const { head } = own.farm.results.layout;
  const next = nextReadings(own, all, found.atoms, readings, [head.xM, head.yM]).slice(0, 3);
  const show = shower(choice);
  const suspects = toldSuspects(found);
  if (asked.json)
    return {
      refused,
      text:
        JSON.stringify(
          {
            says: diagnosisSays(found, plan),
            nothing: found.nothing,
            unknown: found.unknown,
            suspects: suspects.map((s) => ({
              kind: s.fault.kind,
              site: s.fault.site,
              value: s.size,
              ...tellSuspect(s, plan, show),
            })),
            next: next.map((n) => ({ spot: n.spot.id, name: n.spot.name, bits: n.bits, minutes: n.minutes })),
          },
          null,
          2,
        ) + '\n',
    };
  const lines = suspects.map((s) => {
    const told = tellSuspect(s, plan, show);
    return msg`  ${show(told.chance, 'share')}  ${told.title} (${told.place}): ${told.size}.\n        ${told.looksLike}\n        To mend it: ${told.mend}`;
  });
  const ask = next
    .filter((n) => n.bits > 0.01)
    .map((n) => msg`  ${n.spot.name}, about ${Math.ceil(n.minutes)} min  [${n.spot.id}]`);
  return {
    refused,
    text: [
      msg`${readings.length} reading${forms(readings.length, '', 's')}. ${diagnosisSays(found, plan)}`,
      msg`  ${show(found.nothing, 'share')}  nothing is wrong`,
      ...lines,
      ...(ask.length > 0 ? [msg`To read next:`, ...ask] : []),
      '',
    ].join('\n'),
  };
}

/** Readings of a table by the sets that they were taken in, with the lines that are refused. */
function readingsIn(
  libraries: Map<string | undefined, Library>,
  plan: FullPlan,
  set: string | undefined,
  csv: Uint8Array<ArrayBufferLike>,
  choice: UnitChoice,
) {
  const libraryOf = (id: string | undefined): Library => {
    let found = libraries.get(id);
    if (!found) libraries.set(id, (found = buildLibrary(openFarm(plan, id))));
    return found;
  };
  const own = libraryOf(set);
  const read = readReadings(csv, own.spots, choice);
  const refused = [...read.refused];
  const readings = read.readings.flatMap((r): Reading[] => {
    try {
      const of = r.set === undefined ? set : setOf(plan, r.set);
      const library = libraryOf(of);
      if (!library.spots.some((s) => s.id === r.spot))
        throw new Unusable(msg`nothing can be read at “${r.spot}” in that set`);
      return [
        {
          spot: r.spot,
          ...(of !== undefined && { set: of }),
          ...(r.value !== undefined && { value: r.value }),
          ...(r.seen && { seen: r.seen }),
        },
      ];
    } catch (error) {
      if (!(error instanceof Unusable)) throw error;
      refused.push({ line: 0, why: error.message });
      return [];
    }
  });
  return { readings, own, refused };
}

/** A farm with something wrong, and how an expert finds it. */
export function practiceText(asked: {
  seed: number;
  level: string;
  lesson?: string;
  units?: string;
}): string {
  const choice = asked.units === 'us' ? US : METRIC;
  const show = shower(choice);
  const lesson =
    asked.lesson === undefined ? undefined : (lessonOf(asked.lesson) ?? LESSONS[Number(asked.lesson) - 1]);
  if (asked.lesson !== undefined && !lesson)
    throw new Unusable(
      msg`there is no lesson “${asked.lesson}”: there are ${LESSONS.map((l) => l.id).join(', ')}`,
    );
  if (!LEVELS.includes(asked.level as Level))
    throw new Unusable(msg`the level must be one of ${LEVELS.join(', ')}`);
  const random = numbersOf(asked.seed + 1);
  const sketch = sketchOf(
    lesson?.sketch ?? PRACTICE_SKETCHES[Math.floor(random() * PRACTICE_SKETCHES.length)],
  )!;
  const plan = fillIn(planOf(sketch, choice === US ? 'us' : 'metric'));
  const library = buildLibrary(openFarm(plan, plan.watering.sets[0]?.id));
  const hidden = lesson
    ? hideLesson(library, lesson, asked.seed)
    : hideByLot(library, asked.level as Level, asked.seed);
  if (!hidden) throw new Unusable(msg`nothing can be hidden on this farm`);
  const steps = expertWay(hidden);
  const value = (r: Reading, i: number): string =>
    r.seen ? seenName(r.seen, plan, library.farm) : show(r.value!, kindOfSpot(steps[i].next.spot.kind));
  return [
    msg`Simulated farm: ${sketch.name}. ${lesson ? msg`Lesson: ${lesson.title}. ${lesson.ask}` : msg`Practice, ${asked.level}, seed ${asked.seed}.`}`,
    msg`How an expert would find it:`,
    ...steps.map(
      (s, i) =>
        `  ${i + 1}. ${s.next.spot.name}: ${value(s.reading, i)}. ${diagnosisSays(s.diagnosis, plan)}`,
    ),
    msg`It took about ${Math.round(
      minutesOf(
        library,
        steps.map((s) => s.next.spot.id),
      ),
    )} min.`,
    msg`The hidden fault: ${hidden.faults.map((f) => `${faultKindOf(f.fault.kind).name}, ${siteName(f.fault.site, plan)}: ${faultKindOf(f.fault.kind).size(f.size, show, f.fault)}`).join('; and ')}.`,
    ...(lesson ? [lesson.teaches] : []),
    '',
  ].join('\n');
}
