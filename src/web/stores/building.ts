import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import { msg, type LanguageId } from '../../core/language';
import type { Change } from '../../core/changes';
import type { SheetId } from '../../core/print';
import type { HaveReading, PriceReading } from '../../core/formats/buyingCsv';
import type { BuilderApi, Built, Priced } from '../../worker/builder';
import { plain } from '../page/plain';
import { calledBack, createJobs, forWorker, type Jobs, type Outcome } from './jobs';
import { inRole } from './workers';
import { paperLanguage } from '../page/chosenLanguage';
import { useFiles } from './files';
import { usePlan } from './plan';
import { useSettings } from './settings';
import type { Programme } from '../../core/sets';
import type { Plan } from '../../core/plan';

/** A plan that is still for so long is counted anew, ms. */
const STILL_MS = 120;
const BUILT = 'parts counted';
const PRINTED = 'field sheets made';
function tellTook(name: string, ms: number): void {
  const end = performance.now();
  performance.clearMeasures(name);
  performance.measure(name, { start: Math.max(0, end - ms), end });
}

/** What is bought and built, counted in a worker of its own while somebody looks at it. */
export const useBuilding = defineStore('building', () => {
  const plan = usePlan();
  const settings = useSettings();
  const jobs = createJobs<BuilderApi>(inRole('builder'));
  /** Files are made beside the counting, in another worker. */
  const files = createJobs<BuilderApi>(inRole('builder'));
  /** What goes to the field is made where its language is spoken. */
  const printers = new Map<LanguageId, Jobs<BuilderApi>>();
  function printer(): Jobs<BuilderApi> {
    const language = paperLanguage();
    let made = printers.get(language);
    if (!made) printers.set(language, (made = createJobs(inRole('builder'), { speaks: () => language })));
    return made;
  }
  const readers = useFiles();
  const built = shallowRef<Built>();
  const of = shallowRef<Plan>();
  const working = ref(false);
  const failed = ref('');
  const printing = ref(false);
  const progress = ref(0);
  const watched = ref(0);
  const fresh = computed(() => of.value === toRaw(plan.plan));
  let waiting = 0;

  async function count(): Promise<void> {
    const stated = toRaw(plan.plan);
    working.value = true;
    const ask = (exactly: boolean) =>
      jobs.ask((builder, number) =>
        builder.build(number, forWorker(stated), plain(settings.choice), exactly),
      );
    let outcome = await ask(false);
    if (outcome.ended === 'answered' && outcome.value.rough) {
      // A first list is shown at once; what is cut to least waste follows.
      take(stated, outcome.value);
      outcome = await ask(true);
    }
    if (outcome.ended === 'cancelled') return;
    working.value = false;
    failed.value = outcome.ended === 'failed' ? msg`The parts could not be counted: ${outcome.why}` : '';
    if (outcome.ended === 'answered') take(stated, outcome.value);
  }
  function take(stated: Plan, made: Built): void {
    built.value = made;
    of.value = stated;
    tellTook(BUILT, made.tookMs);
  }
  watch(
    [() => watched.value > 0, () => plan.plan, () => settings.choice],
    ([shown], before) => {
      clearTimeout(waiting);
      if (!shown) return;
      // Words are in the reader's units: another choice is counted anew too.
      const first = before[1] === undefined || built.value === undefined;
      waiting = window.setTimeout(() => void count(), first ? 0 : STILL_MS);
    },
    { immediate: true },
  );
  function show(): () => void {
    watched.value++;
    return () => void watched.value--;
  }

  const say = (outcome: Outcome<unknown>): void => {
    if (outcome.ended === 'failed') failed.value = msg`It could not be made: ${outcome.why}`;
  };

  /** Field sheets as a file; nothing where it was stopped or failed. */
  async function paper(which: readonly SheetId[]): Promise<Blob | undefined> {
    printing.value = true;
    progress.value = 0;
    failed.value = '';
    const on = new Date().toISOString().slice(0, 10);
    const outcome = await printer().ask((builder, number) =>
      builder.paper(
        number,
        forWorker(toRaw(plan.plan)),
        [...which],
        plain(settings.choice),
        on,
        calledBack((share: number) => void (progress.value = share)),
      ),
    );
    printing.value = false;
    say(outcome);
    if (outcome.ended !== 'answered') return undefined;
    tellTook(PRINTED, outcome.value.tookMs);
    return new Blob([outcome.value.pdf as BlobPart], { type: 'application/pdf' });
  }
  const stopPaper = (): void => printers.forEach((p) => p.stop());
  /** The timer's programme as a calendar; nothing where it cannot be written, which is said. */
  async function calendar(programme: Programme, name: string, id: string): Promise<string | undefined> {
    failed.value = '';
    const outcome = await printer().ask(
      (builder, number) => builder.calendar(number, plain(programme) as Programme, name, id, Date.now()),
      { beside: true },
    );
    say(outcome);
    return outcome.ended === 'answered' ? outcome.value : undefined;
  }

  async function table(what: 'parts' | 'prices' | 'have' | 'json'): Promise<string | undefined> {
    failed.value = '';
    const outcome = await files.ask(
      (builder, number) => builder.table(number, forWorker(toRaw(plan.plan)), what, plain(settings.choice)),
      { beside: true },
    );
    say(outcome);
    return outcome.ended === 'answered' ? outcome.value : undefined;
  }
  async function workbook(): Promise<Blob | undefined> {
    failed.value = '';
    const outcome = await files.ask(
      (builder, number) => builder.workbook(number, forWorker(toRaw(plan.plan)), plain(settings.choice)),
      { beside: true },
    );
    say(outcome);
    return outcome.ended === 'answered' ? outcome.value : undefined;
  }
  const fileRead = <T>(outcome: Outcome<T>): T | undefined => {
    failed.value = outcome.ended === 'failed' ? outcome.why : '';
    return outcome.ended === 'answered' ? outcome.value : undefined;
  };
  const readPrices = async (file: File): Promise<PriceReading | undefined> =>
    fileRead(
      await readers.read('prices', file, (reader, number) =>
        reader.readPrices(number, file, forWorker(toRaw(plan.plan)), plain(settings.choice)),
      ),
    );
  const readHave = async (file: File): Promise<HaveReading | undefined> =>
    fileRead(
      await readers.read('have', file, (reader, number) =>
        reader.readHave(number, file, forWorker(toRaw(plan.plan)), plain(settings.choice)),
      ),
    );
  /** What changes would cost in the grower's own prices, the plan itself first. */
  async function price(ways: readonly (readonly Change[])[]): Promise<Priced[] | undefined> {
    const outcome = await files.ask(
      (builder, number) => builder.price(number, forWorker(toRaw(plan.plan)), plain(ways) as Change[][]),
      { beside: true },
    );
    return outcome.ended === 'answered' ? outcome.value : undefined;
  }

  return {
    built,
    fresh,
    working,
    failed,
    printing,
    progress,
    show,
    paper,
    stopPaper,
    calendar,
    table,
    workbook,
    readPrices,
    readHave,
    price,
  };
});
