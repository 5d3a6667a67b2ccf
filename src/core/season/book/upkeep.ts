import { forms, msg } from '../../language';
import { isFilter } from '../../catalog/headParts';
import { layOut } from '../../layout';
import {
  bedName,
  branchPlace,
  branchSource,
  HEAD,
  headParts,
  joiningSources,
  type Block,
  type FullPlan,
  kindOf,
} from '../../plan';
import type { Standing } from './entries';
import type { Entry } from './types';
import { dueDay, lossesOf } from './series';
import type { Flushing } from '../diagnosis/flushing';
import { FLUSH_MPS } from '../diagnosis/flushing';
import type { Show } from '../diagnosis/told';
import { MS_PER_DAY } from '../../units/time';

/*
 * What keeps a drip farm going through the year, from its water, its log and its ground; each with a day that it is due.
 */

export interface Task {
  id: string;
  title: string;
  /** How, in the order it is done. */
  how: string[];
  why: string;
  caution?: string;
  /** ms since 1970. */
  due: number;
  /** Comes again every so many days. */
  everyDays?: number;
  /** It was read off the log, not off the calendar. */
  byLog?: boolean;
  /** When it was done last. */
  doneAt?: number;
}

const WEEK = 7;
/** Flushing: clear water once a month, dirty water every two weeks, by growers' practice. */
const FLUSH_DAYS = { clear: 28, dirty: 14 };
/** A look at the filter where no gauges tell: clear water monthly, dirty water weekly. */
const FILTER_DAYS = { clear: 28, dirty: 7 };
const YEAR_DAYS = 365;

/** When something was done last, by the book. */
const lastOf = (standing: readonly Standing[], is: (s: Standing) => boolean): number | undefined =>
  standing
    .filter(is)
    .reduce<number | undefined>(
      (latest, s) => (latest === undefined || s.entry.at > latest ? s.entry.at : latest),
      undefined,
    );

/** What upkeep is reckoned from. */
export interface UpkeepOf {
  plan: FullPlan;
  standing: readonly Standing[];
  /** Today, and when the farm was first under water, ms since 1970. */
  now: number;
  started: number;
  flushing: readonly Flushing[];
  show: Show;
}

/** Everything that is due, the soonest first. */
export function upkeepOf(of: UpkeepOf): Task[] {
  const tasks = [
    ...filters(of),
    ...flushes(of),
    ...firstWeeks(of),
    ...yearly(of),
    ...tapes(of),
    ...frost(of),
  ];
  return tasks.sort((a, b) => a.due - b.due);
}

const waters = ({ plan }: UpkeepOf): readonly string[] =>
  plan.sources.find((s) => s.id === plan.sourceId)?.water ?? [];
const isDirty = (of: UpkeepOf): boolean => waters(of).some((w) => w !== 'clear' && w !== 'hard');

/** Next time of what comes again: so many days after it was done, or after the start. */
const again = (of: UpkeepOf, doneAt: number | undefined, days: number): number => {
  const from = doneAt ?? of.started;
  return from + days * MS_PER_DAY;
};

/** Filters by the trend of their loss where gauges stand on both sides, else by the calendar. */
/**
 * Whether an entry tells of one filter and of no other: by its block and part. Of entries that name no block the head's is meant, or the
 * only one there is.
 */
function isOf(
  { block, part: named }: Pick<Entry, 'block' | 'part'>,
  place: string,
  part: string,
  all: readonly { place: string; part: string }[],
): boolean {
  if (block !== undefined) return block === place && (named === undefined || named === part);
  if (named !== undefined && named !== part) return false;
  const meant = named === undefined ? all : all.filter((p) => p.part === named);
  return place === HEAD || meant.length === 1;
}

function filters(of: UpkeepOf): Task[] {
  const places = [
    { place: HEAD as string, parts: of.plan.head, at: msg`at the head` },
    ...joiningSources(of.plan).map((s) => ({
      place: branchPlace(s.id),
      parts: s.branch,
      at: msg`on the branch of ${s.name}`,
    })),
    ...of.plan.blocks.map((b) => ({ place: b.id, parts: b.inlet, at: msg`at ${b.name}` })),
  ];
  const partPlaces = places.flatMap(({ place, parts }) =>
    parts.filter((p) => isFilter(p.role)).map((p) => ({ place, part: p.id })),
  );
  return places.flatMap(({ place, parts, at }) =>
    parts.flatMap((part, i): Task[] => {
      if (!isFilter(part.role)) return [];
      const doneAt = lastOf(
        of.standing,
        ({ entry: e }) => e.what === 'cleaned' && isOf(e, place, part.id, partPlaces),
      );
      const gauge = (list: typeof parts): string | undefined => {
        const found = list.find((p) => p.role === 'gauge');
        // What stands on a branch is read with the head.
        return found && `fixed/${branchSource(place) === undefined ? place : HEAD}/${found.id}`;
      };
      const before = gauge([...parts.slice(0, i)].reverse());
      const after = gauge(parts.slice(i + 1));
      const trend =
        before && after
          ? dueDay(lossesOf(of.standing, before, after), doneAt, part.lossKpa + part.dirtyKpa)
          : undefined;
      const days = isDirty(of) ? FILTER_DAYS.dirty : FILTER_DAYS.clear;
      const byLog = trend?.at !== undefined;
      return [
        {
          id: `filter/${place}/${part.id}`,
          title: msg`Clean the ${part.name} ${at}`,
          how: [
            msg`Shut the water and let the pressure off.`,
            msg`Open it, wash the element from the inside out, look for tears.`,
            msg`Close it, open the water slowly, read both gauges and note them.`,
          ],
          why: byLog
            ? msg`Its loss grows by ${of.show(trend!.perDay * WEEK, 'pressure')} a week; it then takes ${of.show(part.lossKpa + part.dirtyKpa, 'pressure')}.`
            : before && after
              ? msg`Note both gauges on two days: then the day comes from your own figures. Until then it comes from the calendar.`
              : msg`There are no gauges before and after it, so the day comes from the calendar.`,
          due: byLog ? trend!.at! : again(of, doneAt, days),
          ...(!byLog && { everyDays: days }),
          ...(byLog && { byLog }),
          ...(doneAt !== undefined && { doneAt }),
        },
      ];
    }),
  );
}

function flushes(of: UpkeepOf): Task[] {
  const doneAt = lastOf(of.standing, ({ entry }) => entry.what === 'flush');
  const days = isDirty(of) ? FLUSH_DAYS.dirty : FLUSH_DAYS.clear;
  const blocks = of.flushing.map(({ block, atOnce, runs, mps }) => {
    const b = of.plan.blocks[block];
    const speed = of.show(mps, 'velocity');
    return atOnce === 0
      ? msg`${b.name}: even one open end runs at only ${speed}; shut the other beds, or flush it with more pressure.`
      : msg`${b.name}: open ${atOnce >= runs ? msg`all` : atOnce} run end${forms(atOnce, '', 's')} at a time (the slowest runs at ${speed}) until the water is clear; then the next.`;
  });
  return [
    {
      id: 'flush',
      title: msg`Flush mains, then headers, then runs`,
      how: [
        msg`Open the ends of the mains until the water is clear, and close them.`,
        msg`Then the ends of the headers.`,
        ...blocks,
      ],
      why: msg`Dirt leaves only where water runs at ${of.show(FLUSH_MPS, 'velocity')} or more. Mains first, or their dirt goes into the runs.`,
      due: again(of, doneAt, days),
      everyDays: days,
      ...(doneAt !== undefined && { doneAt }),
    },
  ];
}

const isUnderSoil = (b: Block): boolean => b.tape.lies === 'buried';

/** A look over line that lies in the soil: what is wrong with it nobody sees, and roots find it. */
const BURIED_DAYS = 14;
function buriedLines(of: UpkeepOf): Task[] {
  const buried = of.plan.blocks.filter((b) => b.inUse && isUnderSoil(b));
  if (buried.length === 0) return [];
  const doneAt = lastOf(of.standing, ({ entry }) => entry.text === 'done: buried');
  return [
    {
      id: 'buried',
      title: msg`Look over the line in the soil of ${buried.map((b) => b.name).join(', ')}`,
      how: [
        msg`Walk the beds an hour after they have watered: a wet patch is a cut, a dry one is a clogged stretch or roots.`,
        msg`Read the pressure at a few far ends that come up: lower than it was is a leak, higher is emitters that clog.`,
        msg`Water a little and often in dry weather: roots enter line that stands dry. What else keeps them out, your supplier and local rules say.`,
        msg`Vents at the high ends must open when the water is shut, or soil is sucked into the emitters.`,
      ],
      why: msg`In the soil faults are not seen until plants suffer.`,
      due: again(of, doneAt, BURIED_DAYS),
      everyDays: BURIED_DAYS,
      ...(doneAt !== undefined && { doneAt }),
    },
  ];
}

/** After the first week and the second watering. */
/** What a note of a repair says of new line: in the language of the book, which may be either. */
const NEW_LINE = ['new line laid', msg`new line laid`];

function firstWeeks(of: UpkeepOf): Task[] {
  const once = (id: string, title: string, how: string[], why: string, days: number): Task[] => {
    const done = lastOf(of.standing, ({ entry }) => entry.text === `done: ${id}`);
    return done === undefined ? [{ id, title, how, why, due: of.started + days * MS_PER_DAY }] : [];
  };
  return [
    ...once(
      'clamps',
      msg`Tighten the clamps`,
      [
        msg`After the second watering, with the water shut.`,
        msg`Every clamp a quarter turn; look at each joint under pressure afterwards.`,
      ],
      msg`Pipe settles under its clamps when it has been under pressure twice.`,
      2,
    ),
    // What lies in the soil cannot be pulled straight.
    ...(of.plan.blocks.every(isUnderSoil)
      ? []
      : once(
          'tension',
          msg`Re-tension the tape`,
          [
            msg`Pull each run straight from its far end, by hand, and fix it again.`,
            msg`Leave slack to fold the end.`,
          ],
          msg`Tape stretches in its first week and then snakes off its row.`,
          WEEK,
        )),
    ...buriedLines(of),
  ];
}

function yearly(of: UpkeepOf): Task[] {
  const tasks: Task[] = [];
  const spring = nextDay(of, SPRING);
  const source = of.plan.sources.find((s) => s.id === of.plan.sourceId);
  const gauges = [headParts(of.plan), ...of.plan.blocks.map((b) => b.inlet)].some((parts) =>
    parts.some((p) => p.role === 'gauge'),
  );
  if (gauges)
    tasks.push({
      id: 'gauges',
      title: msg`Check the gauges`,
      how: [
        msg`With the water shut and the pressure off each must read zero.`,
        msg`Screw them on one joint one after the other: they must agree.`,
      ],
      why: msg`A gauge that froze or took a blow reads wrong all season.`,
      due: spring,
      everyDays: YEAR_DAYS,
    });
  const doneLast = (id: string): number =>
    lastOf(of.standing, ({ entry }) => entry.text === `done: ${id}`) ?? of.started;
  for (const { when, ...task } of source ? kindOf(source).tasks(source, of.show) : [])
    tasks.push(
      when === 'spring'
        ? { ...task, due: spring, everyDays: YEAR_DAYS }
        : { ...task, due: doneLast(task.id) + when.everyDays * MS_PER_DAY, everyDays: when.everyDays },
    );
  const water = waters(of);
  if (water.includes('iron') || water.includes('algae') || water.includes('hard'))
    tasks.push({
      id: 'treat',
      title: msg`Have the water and the emitters checked for slime or lime`,
      how: [
        msg`Cut out one far emitter and look inside.`,
        msg`Where it is slimed or limed, ask somebody who knows what your law and the label allow.`,
      ],
      why: msg`This water clogs emitters from within.`,
      caution: msg`Acid or chlorine only by the label and the law, with backflow protection, gloves and goggles; add acid to water, never mix products, never together.`,
      due: nextDay(of, LATE_SUMMER),
      everyDays: YEAR_DAYS,
    });
  return tasks;
}

/** Days of the year, month and day, on the northern half of the earth; on the southern half they come half a year later. */
const SPRING = [3, 15] as const;
const LATE_SUMMER = [8, 20] as const;
const AUTUMN = [10, 10] as const;

const HALF_YEAR = 6;

/** The next such day from now on, ms since 1970. */
function nextDay({ now, plan }: UpkeepOf, [month, day]: readonly [number, number]): number {
  const year = new Date(now).getUTCFullYear();
  const own = month - 1 + (plan.watering.climate.latDeg < 0 ? HALF_YEAR : 0);
  const days = [year, year + 1].map((y) => Date.UTC(y, own % 12, day));
  return days.find((d) => d >= now)!;
}

/** Lines at the end of their life, by when they were laid. */
function tapes(of: UpkeepOf): Task[] {
  return of.plan.blocks.flatMap((b): Task[] => {
    if (!b.inUse) return [];
    const years = Math.max(1, Math.floor(b.tape.seasons));
    const laid =
      lastOf(
        of.standing,
        ({ entry: e }) => e.what === 'repair' && e.block === b.id && NEW_LINE.includes(e.text ?? ''),
      ) ?? of.started;
    return [
      {
        id: `renew/${b.id}`,
        title: msg`Check whether the line in ${b.name} is worn out`,
        how: [
          msg`Make a catch-cup test.`,
          msg`Renew it where emitters vary by more than a fifth or give less than three quarters of their flow.`,
          msg`When you lay new line, note a repair “${NEW_LINE[1]}” at ${b.name}.`,
        ],
        why: msg`Line of this kind lasts about ${years === 1 ? msg`one season` : msg`${years} seasons`}.`,
        due: laid + years * YEAR_DAYS * MS_PER_DAY - 60 * MS_PER_DAY,
      },
    ];
  });
}

/** A place that is lower than where its water comes from and goes to: what stands there freezes. */
export interface LowPoint {
  name: string;
  zM: number;
}

/** Where water stands when all is shut, found from the heights: low ends and dips of mains, and blocks that fall away from their feed. */
export function lowPoints(plan: FullPlan): LowPoint[] {
  const layout = layOut(plan);
  const points: LowPoint[] = [];
  const DIP_M = 0.05;
  const spots = new Map<string, { zM: number; name: string; near: number[] }>();
  spots.set(HEAD, { zM: layout.head.zM, name: msg`the head`, near: [] });
  for (const m of layout.mains) {
    // A ring ends at a tee that another piece leads to.
    if (m.ring) continue;
    const tee = plan.tees.findIndex((t) => t.id === m.to) + 1;
    const block = plan.blocks.find((b) => b.id === m.to);
    spots.set(m.to, {
      zM: m.end.zM,
      name: block ? msg`the inlet of ${block.name}` : msg`tee ${tee} of the main`,
      near: [],
    });
  }
  for (const m of layout.mains) {
    spots.get(m.from)?.near.push(m.end.zM);
    spots.get(m.ring?.to ?? m.to)?.near.push(m.start.zM);
  }
  for (const s of spots.values())
    if (s.near.length > 0 && s.near.every((z) => z > s.zM + DIP_M)) points.push({ name: s.name, zM: s.zM });
  for (const b of layout.blocks) {
    if (!plan.blocks[b.index].inUse || b.runs.length === 0) continue;
    let lowest = Infinity;
    let bed = '';
    let far = false;
    for (const run of b.runs) {
      const { slope, profile } = run.lie();
      const z = b.takeOffs[run.takeOff].zM;
      const end = z + (profile ? profile.riseM.at(-1)! : slope * run.lengthM);
      if (Math.min(z, end) < lowest) {
        lowest = Math.min(z, end);
        bed = run.bed;
        far = end < z;
      }
    }
    points.push({
      name: msg`${far ? msg`the far end` : msg`the header`} at ${bedName(b.block, bed)} in ${b.block.name}`,
      zM: lowest,
    });
  }
  return points.sort((a, b) => a.zM - b.zM);
}

function frost(of: UpkeepOf): Task[] {
  const { plan } = of;
  const low = lowPoints(plan);
  const source = plan.sources.find((s) => s.id === plan.sourceId);
  const own = source && kindOf(source).frost?.(source);
  const takeIn = [
    ...new Set(
      [headParts(plan), ...plan.blocks.map((b) => b.inlet)].flatMap((parts) =>
        parts
          .filter(
            (p) =>
              p.role === 'gauge' ||
              p.role === 'timer' ||
              p.role === 'regulator' ||
              isFilter(p.role) ||
              p.role === 'meter',
          )
          .map((p) => p.name),
      ),
    ),
  ];
  return [
    {
      id: 'frost',
      title: msg`Empty everything before frost`,
      how: [
        msg`Shut the source; open the highest point to let air in.`,
        ...low.map((p) => msg`Open ${p.name} and let it run out.`),
        ...(takeIn.length > 0 ? [msg`Bring indoors: ${takeIn.join(', ')}.`] : []),
        ...(own === undefined ? [] : [own]),
        msg`What will not drain may be blown out: at low pressure, no more than half of what the tape is rated for.`,
        msg`Roll up tape that you will use again, dry and marked; take worn tape off the field.`,
      ],
      why: msg`Water that stands in a low point splits pipe, filter and regulator.`,
      caution: msg`Compressed air: low pressure, eye protection, nobody near open ends, and never more than the weakest part is rated for.`,
      due: nextDay(of, AUTUMN),
      everyDays: YEAR_DAYS,
    },
    {
      id: 'spring',
      title: msg`Open up in spring`,
      how: [
        msg`Close every low point that was opened.`,
        msg`Put the head back: arrows, gaskets, gauges.`,
        msg`Open the source slowly with all ends open: flush the main, then the headers, then the runs; close.`,
        msg`Walk every joint under pressure, and make the first walk.`,
      ],
      why: msg`The autumn steps in reverse: dirt goes out before it reaches the emitters.`,
      due: nextDay(of, SPRING),
      everyDays: YEAR_DAYS,
    },
  ];
}
