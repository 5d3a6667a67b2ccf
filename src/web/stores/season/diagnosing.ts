import { ref, shallowRef, watch, type Ref } from 'vue';
import { msg } from '../../../core/language';
import type { Entry, Reading } from '../../../core/season';
import type { SeasonApi, Wrong } from '../../../worker/season';
import { plain } from '../../page/plain';
import type { useBook } from '../book';
import { calledBack, createJobs } from '../jobs';
import type { usePlan } from '../plan';
import type { useSettings } from '../settings';
import { inRole } from '../workers';
import type { Asides } from './asides';

const DIAGNOSED = 'readings diagnosed';

/** What the diagnosis is made of. */
interface Given {
  plan: ReturnType<typeof usePlan>;
  book: ReturnType<typeof useBook>;
  settings: ReturnType<typeof useSettings>;
  asides: Asides;
  set: Ref<string | undefined>;
  watched: Ref<number>;
  progress: Ref<number>;
  counted: Ref<Entry[]>;
  strays: Ref<boolean>;
  readingsNow: () => Reading[];
}

/** What is wrong, worked out as soon as a reading strays or it is asked for, while somebody looks at it. */
export function diagnosing(given: Given) {
  const { plan, book, settings, asides, set, watched, progress, counted, strays } = given;
  const jobs = createJobs<SeasonApi>(inRole('season'));
  const wrong = shallowRef<Wrong>();
  const working = ref(false);
  /** It was asked for by hand. */
  const wanted = ref(false);
  /** Where the last reading was taken. */
  const at = shallowRef<[number, number]>();

  async function look(): Promise<void> {
    if (counted.value.length === 0) return void (wrong.value = undefined);
    working.value = true;
    progress.value = 0;
    const outcome = await jobs.ask((w, n) => {
      const tell = calledBack((share: number) => void (progress.value = share));
      const [read, from] = [plain(given.readingsNow()) as Reading[], at.value && [...at.value]];
      const [learned, choice] = [plain(book.learned), plain(settings.choice)];
      return w.wrong(n, asides.stated(), set.value, learned, read, from as typeof at.value, choice, tell);
    });
    if (outcome.ended === 'cancelled') return;
    working.value = false;
    asides.say(outcome, msg`What is wrong could not be worked out`);
    if (outcome.ended !== 'answered') return;
    wrong.value = outcome.value;
    const end = performance.now();
    performance.clearMeasures(DIAGNOSED);
    performance.measure(DIAGNOSED, { start: Math.max(0, end - outcome.value.tookMs), end });
  }

  const seen = [() => plan.plan, set, () => book.learned, counted, () => settings.choice] as const;
  watch(
    [() => watched.value > 0, () => wanted.value || strays.value, ...seen],
    ([shown, asked]) => {
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
  return { wrong, working, wanted, at, stop, mended };
}
