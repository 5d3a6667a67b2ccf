import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import { language, msg } from '../../core/language';
import { judgeReading, type Cup, type Entry, type Judged, type Level, type Reading } from '../../core/season';
import type { Calibration, Learned, SeasonWater, Standing, Task } from '../../core/season';
import type {
  CupsTold,
  Place,
  PracticeEnd,
  PracticeFarm,
  SeasonApi,
  Today,
  Wrong,
} from '../../worker/season';
import { plain } from '../page/plain';
import { useBook } from './book';
import { calledBack, createJobs, forWorker, type Outcome } from './jobs';
import { inRole } from './workers';
import { paperLanguage } from '../page/chosenLanguage';
import { usePlan } from './plan';
import { useSettings } from './settings';

/** Readings count together for so long: what is wrong in the morning is wrong at noon. */
const SAME_DAY_MS = 12 * 3_600_000;
const DIAGNOSED = 'readings diagnosed';

/** What the gauges should read, what is wrong, and what is due: worked out by a worker of its own while somebody looks at it. */
export const useSeason = defineStore('season', () => {
  const plan = usePlan();
  const book = useBook();
  const settings = useSettings();
  const jobs = createJobs<SeasonApi>(inRole('season'));
  const asides = createJobs<SeasonApi>(inRole('season'));
  const sets = computed(() => plan.full.watering.sets);
  const chosen = ref<string>();
  const set = computed(() => sets.value.find((s) => s.id === chosen.value)?.id ?? sets.value[0]?.id);
  const setName = (id: string | undefined): string =>
    sets.value.find((s) => s.id === id)?.name ?? (id === undefined ? msg`Everything` : id);
  const today = shallowRef<Today>();
  const wrong = shallowRef<Wrong>();
  const failed = ref('');
  const working = ref(false);
  const progress = ref(0);
  /** The place that is open, on the sheet and in the panel. */
  const picked = ref<string>();
  const watched = ref(0);
  /** Where the last reading was taken. */
  const at = shallowRef<[number, number]>();
  /** Readings before this are not counted with today's: something was mended or cleaned since. */
  const since = computed(() =>
    book.standing.reduce(
      (last, { entry: e }) => (e.what === 'repair' || e.what === 'cleaned' ? Math.max(last, e.at) : last),
      0,
    ),
  );

  const say = (outcome: Outcome<unknown>, what: string): void => {
    failed.value = outcome.ended === 'failed' ? `${what}: ${outcome.why}` : '';
  };

  async function expect(): Promise<void> {
    const outcome = await asides.ask((w, n) =>
      w.today(n, forWorker(toRaw(plan.plan)), set.value, plain(book.learned)),
    );
    if (outcome.ended === 'cancelled') return;
    say(outcome, msg`What the gauges should read could not be worked out`);
    if (outcome.ended === 'answered') today.value = outcome.value;
  }
  watch(
    [() => watched.value > 0, () => plan.plan, set, () => book.learned],
    ([shown]) => {
      if (shown) void expect();
    },
    { immediate: true },
  );

  const places = computed(() => today.value?.places ?? []);
  const placeOf = (id: string | undefined): Place | undefined => places.value.find((p) => p.id === id);
  /** Readings and looks that count now, the oldest first. */
  const counted = computed<Entry[]>(() => {
    const from = Math.max(since.value, Date.now() - SAME_DAY_MS);
    return book.standing
      .map((s) => s.entry)
      .filter((e) => (e.what === 'reading' || e.what === 'seen') && e.at >= from && e.spot !== undefined)
      .reverse();
  });
  const judged = (spot: string, value: number): Judged | undefined => {
    const expected = placeOf(spot)?.expected;
    return expected && judgeReading(value, expected);
  };
  const latest = computed(() => new Map(counted.value.map((e) => [`${e.set ?? ''}/${e.spot}`, e])));
  /** The last of today's readings or looks at a place, in the set that runs. */
  const readAt = (p: Place): Entry | undefined => latest.value.get(`${set.value ?? ''}/${p.id}`);
  const judgedAt = (p: Place): Judged | undefined => {
    const e = readAt(p);
    if (e?.seen) return e.seen === 'fine' ? 'as-expected' : 'stop';
    return e?.value !== undefined && p.kind !== 'look' ? judged(p.id, e.value) : undefined;
  };
  /** Any reading of now strays, or something was seen. */
  const strays = computed(() =>
    counted.value.some((e) =>
      e.seen
        ? e.seen !== 'fine'
        : e.set === set.value &&
          e.value !== undefined &&
          (judged(e.spot!, e.value) ?? 'as-expected') !== 'as-expected',
    ),
  );

  /** Readings that count now, as the core takes them. */
  const readingsNow = (): Reading[] =>
    counted.value.map((e): Reading => ({
      spot: e.spot!,
      ...(e.set !== undefined && { set: e.set }),
      ...(e.value !== undefined && { value: e.value }),
      ...(e.seen && { seen: e.seen }),
    }));

  async function look(): Promise<void> {
    if (counted.value.length === 0) {
      wrong.value = undefined;
      return;
    }
    working.value = true;
    progress.value = 0;
    const outcome = await jobs.ask((w, n) =>
      w.wrong(
        n,
        forWorker(toRaw(plan.plan)),
        set.value,
        plain(book.learned),
        plain(readingsNow()) as Reading[],
        at.value && [...at.value],
        plain(settings.choice),
        calledBack((share: number) => void (progress.value = share)),
      ),
    );
    if (outcome.ended === 'cancelled') return;
    working.value = false;
    say(outcome, msg`What is wrong could not be worked out`);
    if (outcome.ended !== 'answered') return;
    wrong.value = outcome.value;
    const end = performance.now();
    performance.clearMeasures(DIAGNOSED);
    performance.measure(DIAGNOSED, { start: Math.max(0, end - outcome.value.tookMs), end });
  }
  /** Asked for once it is wanted: as soon as a reading strays, or by hand. */
  const wanted = ref(false);
  watch(
    [
      () => watched.value > 0,
      () => plan.plan,
      set,
      () => book.learned,
      counted,
      () => settings.choice,
      () => wanted.value || strays.value,
    ],
    ([shown, , , , , , asked]) => {
      if (shown && asked) void look();
      else if (counted.value.length === 0) wrong.value = undefined;
    },
    { immediate: true },
  );
  const stop = (): void => {
    jobs.stop();
    working.value = false;
    wanted.value = false;
  };
  /** It was mended: what was read before does not count any more. */
  function mended(text: string): void {
    book.add({ what: 'repair', text });
    wanted.value = false;
    wrong.value = undefined;
    at.value = undefined;
  }
  function show(): () => void {
    watched.value++;
    return () => void watched.value--;
  }

  /** Something worked out beside: nothing where it was stopped or failed. */
  async function aside<T>(
    what: string,
    ask: Parameters<typeof asides.ask<T>>[0],
    of = asides,
  ): Promise<T | undefined> {
    const outcome = await of.ask(ask, { beside: true });
    if (outcome.ended !== 'cancelled') say(outcome, what);
    return outcome.ended === 'answered' ? outcome.value : undefined;
  }
  const stated = () => forWorker(toRaw(plan.plan));
  const cups = (
    block: string,
    seconds: number,
    list: Cup[],
    inSet = set.value,
  ): Promise<CupsTold | undefined> =>
    aside(msg`The cups could not be worked out`, (w, n) =>
      w.cups(
        n,
        stated(),
        inSet,
        plain(book.learned),
        block,
        seconds,
        plain(list) as Cup[],
        plain(readingsNow()) as Reading[],
      ),
    );
  const upkeep = (of = asides): Promise<Task[] | undefined> =>
    aside(
      msg`What is due could not be worked out`,
      (w, n) =>
        w.upkeep(
          n,
          stated(),
          set.value,
          plain(book.standing) as Standing[],
          book.started,
          Date.now(),
          plain(settings.choice),
        ),
      of,
    );
  /** The same in the language of what is printed for the field. */
  const upkeepForPaper = (): Promise<Task[] | undefined> => {
    const speaks = paperLanguage();
    return upkeep(
      speaks === language().id ? asides : createJobs<SeasonApi>(inRole('season'), { speaks: () => speaks }),
    );
  };
  const calibrate = (
    days: { set: string | undefined; readings: Reading[] }[],
  ): Promise<(Calibration & { learned: Learned }) | undefined> =>
    aside(msg`Nothing could be learned`, (w, n) => w.calibrate(n, stated(), plain(days) as typeof days));
  const practise = (asked: {
    seed: number;
    level: Level;
    lesson?: string;
  }): Promise<PracticeFarm | undefined> =>
    aside(msg`The farm could not be made`, (w, n) =>
      w.practise(
        n,
        asked,
        plain(settings.choice),
        calledBack((share: number) => void (progress.value = share)),
      ),
    );
  const water = (standing: readonly Standing[]): Promise<SeasonWater | undefined> =>
    aside(msg`The season’s water could not be worked out`, (w, n) =>
      w.water(n, stated(), plain(book.learned), plain(standing) as Standing[], Date.now()),
    );
  const report = (standing: readonly Standing[]) =>
    aside(msg`The report could not be made`, (w, n) =>
      w.report(
        n,
        stated(),
        plain(book.learned),
        plain(standing) as Standing[],
        plain(settings.choice),
        Date.now(),
      ),
    );
  const field = (seed: number) =>
    aside(msg`The logger could not be made`, (w, n) => w.field(n, stated(), seed));
  const fieldMinute = (minute: number) =>
    aside(msg`The logger is silent`, (w, n) => w.fieldMinute(n, minute));
  const practiceRead = (spot: string) => aside(msg`It could not be read`, (w, n) => w.practiceRead(n, spot));
  const practiceChoices = () => aside(msg`There is nothing to choose`, (w, n) => w.practiceChoices(n));
  const practiceEnd = (named: string[]): Promise<PracticeEnd | undefined> =>
    aside(msg`The answer could not be worked out`, (w, n) =>
      w.practiceEnd(n, plain(named) as string[], plain(settings.choice)),
    );

  return {
    sets,
    chosen,
    set,
    setName,
    today,
    places,
    placeOf,
    counted,
    judged,
    readAt,
    judgedAt,
    picked,
    strays,
    wanted,
    wrong,
    working,
    progress,
    failed,
    at,
    since,
    mended,
    stop,
    show,
    cups,
    upkeep,
    upkeepForPaper,
    calibrate,
    practise,
    water,
    report,
    field,
    fieldMinute,
    practiceRead,
    practiceChoices,
    practiceEnd,
  };
});
