import type { Ref } from 'vue';
import { language, msg } from '../../../core/language';
import type {
  Calibration,
  Cup,
  Learned,
  Level,
  Reading,
  SeasonWater,
  Standing,
  Task,
} from '../../../core/season';
import type { CupsTold, PracticeEnd, PracticeFarm, SeasonApi } from '../../../worker/season';
import { paperLanguage } from '../../page/chosenLanguage';
import { plain } from '../../page/plain';
import type { useBook } from '../book';
import { calledBack, createJobs, type Jobs } from '../jobs';
import type { useSettings } from '../settings';
import { inRole } from '../workers';
import type { Asides } from './asides';

type Book = ReturnType<typeof useBook>;
type Settings = ReturnType<typeof useSettings>;

/** What is asked of the book: the season's water, a report, what is to be learned from readings. */
export function bookQuestions({ ask, stated }: Asides, book: Book, settings: Settings) {
  const calibrate = (
    days: { set: string | undefined; readings: Reading[] }[],
  ): Promise<(Calibration & { learned: Learned }) | undefined> =>
    ask(msg`Nothing could be learned`, (w, n) => w.calibrate(n, stated(), plain(days) as typeof days));
  const water = (standing: readonly Standing[]): Promise<SeasonWater | undefined> =>
    ask(msg`The season’s water could not be worked out`, (w, n) =>
      w.water(n, stated(), plain(book.learned), plain(standing) as Standing[], Date.now()),
    );
  const report = (standing: readonly Standing[]) =>
    ask(msg`The report could not be made`, (w, n) =>
      w.report(
        n,
        stated(),
        plain(book.learned),
        plain(standing) as Standing[],
        plain(settings.choice),
        Date.now(),
      ),
    );
  return { calibrate, water, report };
}

/** What is asked in the field: cups held under emitters, what is due, the simulated logger. */
export function fieldQuestions(
  { ask, stated, jobs }: Asides,
  book: Book,
  settings: Settings,
  set: Ref<string | undefined>,
  readingsNow: () => Reading[],
) {
  const cups = (
    block: string,
    seconds: number,
    list: Cup[],
    inSet = set.value,
  ): Promise<CupsTold | undefined> =>
    ask(msg`The cups could not be worked out`, (w, n) => {
      const [read, caught] = [plain(readingsNow()) as Reading[], plain(list) as Cup[]];
      return w.cups(n, stated(), inSet, plain(book.learned), block, seconds, caught, read);
    });
  const upkeep = (of: Jobs<SeasonApi> = jobs): Promise<Task[] | undefined> =>
    ask(
      msg`What is due could not be worked out`,
      (w, n) => {
        const standing = plain(book.standing) as Standing[];
        return w.upkeep(n, stated(), set.value, standing, book.started, Date.now(), plain(settings.choice));
      },
      of,
    );
  /** The same in the language of what is printed for the field. */
  const upkeepForPaper = (): Promise<Task[] | undefined> => {
    const speaks = paperLanguage();
    if (speaks === language().id) return upkeep();
    return upkeep(createJobs<SeasonApi>(inRole('season'), { speaks: () => speaks }));
  };
  const field = (seed: number) =>
    ask(msg`The logger could not be made`, (w, n) => w.field(n, stated(), seed));
  const fieldMinute = (minute: number) => ask(msg`The logger is silent`, (w, n) => w.fieldMinute(n, minute));
  return { cups, upkeep, upkeepForPaper, field, fieldMinute };
}

/** What is asked of a farm made up to practise on. */
export function practiceQuestions({ ask }: Asides, settings: Settings, progress: Ref<number>) {
  const practise = (asked: {
    seed: number;
    level: Level;
    lesson?: string;
  }): Promise<PracticeFarm | undefined> =>
    ask(msg`The farm could not be made`, (w, n) => {
      const tell = calledBack((share: number) => void (progress.value = share));
      return w.practise(n, asked, plain(settings.choice), tell);
    });
  const practiceRead = (spot: string) => ask(msg`It could not be read`, (w, n) => w.practiceRead(n, spot));
  const practiceChoices = () => ask(msg`There is nothing to choose`, (w, n) => w.practiceChoices(n));
  const practiceEnd = (named: string[]): Promise<PracticeEnd | undefined> =>
    ask(msg`The answer could not be worked out`, (w, n) =>
      w.practiceEnd(n, plain(named) as string[], plain(settings.choice)),
    );
  return { practise, practiceRead, practiceChoices, practiceEnd };
}
