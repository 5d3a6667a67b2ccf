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
class Building {
  private readonly plan = usePlan();
  private readonly settings = useSettings();
  private readonly jobs = createJobs<BuilderApi>(inRole('builder'));

  /** Files are made beside the counting, in another worker. */
  private readonly files = createJobs<BuilderApi>(inRole('builder'));

  /** What goes to the field is made where its language is spoken. */
  private readonly printers = new Map<LanguageId, Jobs<BuilderApi>>();

  private printer(): Jobs<BuilderApi> {
    const language = paperLanguage();
    let made = this.printers.get(language);
    if (!made)
      this.printers.set(language, (made = createJobs(inRole('builder'), { speaks: () => language })));
    return made;
  }

  private readonly readers = useFiles();
  readonly built = shallowRef<Built>();
  private readonly of = shallowRef<Plan>();
  readonly working = ref(false);
  readonly failed = ref('');
  readonly printing = ref(false);
  readonly progress = ref(0);
  private readonly watched = ref(0);
  readonly fresh = computed(() => this.of.value === toRaw(this.plan.plan));
  private waiting = 0;

  private async count(): Promise<void> {
    const stated = toRaw(this.plan.plan);
    this.working.value = true;
    const ask = (exactly: boolean) =>
      this.jobs.ask((builder, number) =>
        builder.build(number, forWorker(stated), plain(this.settings.choice), exactly),
      );
    let outcome = await ask(false);
    if (outcome.ended === 'answered' && outcome.value.rough) {
      // A first list is shown at once; what is cut to least waste follows.
      this.take(stated, outcome.value);
      outcome = await ask(true);
    }
    if (outcome.ended === 'cancelled') return;
    this.working.value = false;
    this.failed.value = outcome.ended === 'failed' ? msg`The parts could not be counted: ${outcome.why}` : '';
    if (outcome.ended === 'answered') this.take(stated, outcome.value);
  }

  private take(stated: Plan, made: Built): void {
    this.built.value = made;
    this.of.value = stated;
    tellTook(BUILT, made.tookMs);
  }

  readonly show = (): (() => void) => {
    this.watched.value++;
    return () => void this.watched.value--;
  };

  private readonly say = (outcome: Outcome<unknown>): void => {
    if (outcome.ended === 'failed') this.failed.value = msg`It could not be made: ${outcome.why}`;
  };

  /** Field sheets as a file; nothing where it was stopped or failed. */
  readonly paper = async (which: readonly SheetId[]): Promise<Blob | undefined> => {
    this.printing.value = true;
    this.progress.value = 0;
    this.failed.value = '';
    const on = new Date().toISOString().slice(0, 10);
    const outcome = await this.printer().ask((builder, number) =>
      builder.paper(
        number,
        forWorker(toRaw(this.plan.plan)),
        [...which],
        plain(this.settings.choice),
        on,
        calledBack((share: number) => void (this.progress.value = share)),
      ),
    );
    this.printing.value = false;
    this.say(outcome);
    if (outcome.ended !== 'answered') return undefined;
    tellTook(PRINTED, outcome.value.tookMs);
    return new Blob([outcome.value.pdf as BlobPart], { type: 'application/pdf' });
  };

  readonly stopPaper = (): void => this.printers.forEach((p) => p.stop());

  /** The timer's programme as a calendar; nothing where it cannot be written, which is said. */
  readonly calendar = async (programme: Programme, name: string, id: string): Promise<string | undefined> => {
    this.failed.value = '';
    const outcome = await this.printer().ask(
      (builder, number) => builder.calendar(number, plain(programme) as Programme, name, id, Date.now()),
      { beside: true },
    );
    this.say(outcome);
    return outcome.ended === 'answered' ? outcome.value : undefined;
  };

  readonly table = async (what: 'parts' | 'prices' | 'have' | 'json'): Promise<string | undefined> => {
    this.failed.value = '';
    const outcome = await this.files.ask(
      (builder, number) =>
        builder.table(number, forWorker(toRaw(this.plan.plan)), what, plain(this.settings.choice)),
      { beside: true },
    );
    this.say(outcome);
    return outcome.ended === 'answered' ? outcome.value : undefined;
  };

  /** The whole farm as a file, whichever set is looked at. */
  readonly farm = async (what: 'geojson' | 'beds'): Promise<string | undefined> => {
    this.failed.value = '';
    const outcome = await this.files.ask(
      (builder, number) =>
        builder.farm(number, forWorker(toRaw(this.plan.plan)), what, plain(this.settings.choice)),
      { beside: true },
    );
    this.say(outcome);
    return outcome.ended === 'answered' ? outcome.value : undefined;
  };

  readonly workbook = async (): Promise<Blob | undefined> => {
    this.failed.value = '';
    const outcome = await this.files.ask(
      (builder, number) =>
        builder.workbook(number, forWorker(toRaw(this.plan.plan)), plain(this.settings.choice)),
      { beside: true },
    );
    this.say(outcome);
    return outcome.ended === 'answered' ? outcome.value : undefined;
  };

  private readonly fileRead = <T>(outcome: Outcome<T>): T | undefined => {
    this.failed.value = outcome.ended === 'failed' ? outcome.why : '';
    return outcome.ended === 'answered' ? outcome.value : undefined;
  };

  readonly readPrices = async (file: File): Promise<PriceReading | undefined> =>
    this.fileRead(
      await this.readers.read('prices', file, (reader, number) =>
        reader.readPrices(number, file, forWorker(toRaw(this.plan.plan)), plain(this.settings.choice)),
      ),
    );

  readonly readHave = async (file: File): Promise<HaveReading | undefined> =>
    this.fileRead(
      await this.readers.read('have', file, (reader, number) =>
        reader.readHave(number, file, forWorker(toRaw(this.plan.plan)), plain(this.settings.choice)),
      ),
    );

  /** What changes would cost in the grower's own prices, the plan itself first. */
  readonly price = async (ways: readonly (readonly Change[])[]): Promise<Priced[] | undefined> => {
    const outcome = await this.files.ask(
      (builder, number) => builder.price(number, forWorker(toRaw(this.plan.plan)), plain(ways) as Change[][]),
      { beside: true },
    );
    return outcome.ended === 'answered' ? outcome.value : undefined;
  };

  constructor() {
    watch(
      [() => this.watched.value > 0, () => this.plan.plan, () => this.settings.choice],
      ([shown], before) => {
        clearTimeout(this.waiting);
        if (!shown) return;
        // Words are in the reader's units: another choice is counted anew too.
        const first = before[1] === undefined || this.built.value === undefined;
        this.waiting = window.setTimeout(() => void this.count(), first ? 0 : STILL_MS);
      },
      { immediate: true },
    );
  }
}

export const useBuilding = defineStore('building', () => {
  const own = new Building();
  return {
    built: own.built,
    fresh: own.fresh,
    working: own.working,
    failed: own.failed,
    printing: own.printing,
    progress: own.progress,
    show: own.show,
    paper: own.paper,
    stopPaper: own.stopPaper,
    calendar: own.calendar,
    table: own.table,
    farm: own.farm,
    workbook: own.workbook,
    readPrices: own.readPrices,
    readHave: own.readHave,
    price: own.price,
  };
});
