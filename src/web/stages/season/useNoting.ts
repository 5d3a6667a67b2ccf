import { ref, shallowRef } from 'vue';
import { questionsOf, type Entry, type Question } from '../../../core/season';
import { useBook, type NewEntry } from '../../stores/book';
import { usePlan } from '../../stores/plan';
import { useSeason } from '../../stores/season';

/** Writes entries down; what seems impossible is asked about first, and taken all the same where that is said. */
export function useNoting() {
  const book = useBook();
  const plan = usePlan();
  const season = useSeason();
  const asked = shallowRef<Question[]>([]);
  const waiting = shallowRef<NewEntry>();
  const last = ref<Entry>();
  const planted = (): number | undefined => {
    const days = plan.full.blocks.flatMap((b) => (b.planted ? [Date.parse(b.planted)] : []));
    return days.length > 0 ? Math.min(...days) : undefined;
  };
  function write(entry: NewEntry): void {
    last.value = book.add(entry);
    const place = season.placeOf(entry.spot);
    if (place) season.at = [...place.at];
    asked.value = [];
    waiting.value = undefined;
  }
  /** @returns whether it was written, and not asked about */
  function note(entry: NewEntry, labelLph?: number): boolean {
    const now = Date.now();
    const whole: Entry = { at: now, ...entry, id: '', written: now };
    const questions = questionsOf(whole, { now, standing: book.standing, planted: planted(), labelLph });
    if (questions.length === 0) {
      write(entry);
      return true;
    }
    asked.value = questions;
    waiting.value = entry;
    return false;
  }
  const takeAnyway = (): void => void (waiting.value && write(waiting.value));
  function drop(): void {
    asked.value = [];
    waiting.value = undefined;
  }
  return { note, asked, takeAnyway, drop, last };
}
