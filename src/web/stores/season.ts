import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { useBook } from './book';
import { usePlan } from './plan';
import { createAsides } from './season/asides';
import { diagnosing } from './season/diagnosing';
import { expectedToday, todaysReadings } from './season/expected';
import { bookQuestions, fieldQuestions, practiceQuestions } from './season/questions';
import { useSettings } from './settings';

/** What the gauges should read, what is wrong, and what is due: worked out by a worker of its own while somebody looks at it. */
export const useSeason = defineStore('season', () => {
  const [plan, book, settings] = [usePlan(), useBook(), useSettings()];
  const sets = computed(() => plan.full.watering.sets);
  const chosen = ref<string>();
  const set = computed(() => sets.value.find((s) => s.id === chosen.value)?.id ?? sets.value[0]?.id);
  const setName = (id: string | undefined): string =>
    sets.value.find((s) => s.id === id)?.name ?? (id === undefined ? msg`Everything` : id);
  const failed = ref('');
  const progress = ref(0);
  /** The place that is open, on the sheet and in the panel. */
  const picked = ref<string>();
  const watched = ref(0);
  /** Somebody looks. @returns to be called when they look away */
  function show(): () => void {
    watched.value++;
    return () => void watched.value--;
  }

  const asides = createAsides(plan, failed);
  const expected = expectedToday(plan, book, asides, set, watched);
  const { readingsNow, ...readings } = todaysReadings(book, expected.placeOf, set);
  const { counted, strays } = readings;
  const given = { plan, book, settings, asides, set, watched, progress, counted, strays, readingsNow };

  return {
    sets,
    chosen,
    set,
    setName,
    failed,
    progress,
    picked,
    show,
    ...expected,
    ...readings,
    ...diagnosing(given),
    ...bookQuestions(asides, book, settings),
    ...fieldQuestions(asides, book, settings, set, readingsNow),
    ...practiceQuestions(asides, settings, progress),
  };
});
