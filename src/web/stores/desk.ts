import { defineStore } from 'pinia';
import { ref, shallowRef, toRaw } from 'vue';
import { msg } from '../../core/language';
import { blankPlan, readPlan, writePlan, type Plan, type Recovered } from '../../core/plan';
import { planOf, type Sketch } from '../../core/sketches';
import { download } from '../storage/download';
import { isOpenSomewhere } from '../storage/pen';
import { discard, fetchKept, rawText, shelf, type ShelfEntry } from '../storage/shelf';
import { DEMOS, demoId, demoOf, type DemoName } from './demos';
import { useFiles } from './files';
import { useKeeping, type Opened } from './keeping';
import { usePlan } from './plan';
import { useSettings } from './settings';
import { useView } from './view';

/** How often, and how far apart (ms), it is looked whether a plan is open elsewhere before it is thrown away. */
const PEN_TRIES = 4;
const PEN_MS = 80;

/** A file that was not opened: why, and what could be saved of it. */
export interface NotOpened {
  problems: string[];
  recovered?: Recovered;
}

/** Which plan lies on the desk, the shelf of kept ones, and files in and out. */
class Desk {
  private readonly plan = usePlan();
  private readonly settings = useSettings();
  private readonly keeping = useKeeping();
  readonly kept = ref<ShelfEntry[]>([]);

  /** Why the shelf cannot be looked at. */
  readonly shelfTrouble = ref('');
  readonly looked = ref(false);

  /** A file is being read. */
  readonly readingFile = shallowRef('');
  private readonly files = useFiles();

  /** A demo or a file is first shown in the units that it was made in. */
  private readonly takeUnits = (next: Plan): void => void (next.units && this.settings.setSystem(next.units));

  /** A plan of one's own that begins as a sketch. */
  readonly startSketch = (sketch: Sketch): string =>
    this.keeping.create(planOf(sketch, this.settings.units.system));

  readonly startBlank = (): string => this.keeping.create(blankPlan(this.settings.units.system));

  readonly showDemo = async (name: DemoName): Promise<string> => {
    const reading = readPlan(JSON.stringify((await DEMOS[name].load()).default));
    if (!reading.ok) throw new Error(reading.problems[0].what);
    this.takeUnits(reading.plan);
    this.keeping.show(reading.plan, demoId(name));
    return demoId(name);
  };

  /** Opens what an address names: a kept plan, or a demo. */
  readonly open = async (id: string): Promise<Opened> => {
    if (this.plan.isOpen && this.keeping.id === id) return 'open';
    const demo = demoOf(id);
    try {
      if (demo) {
        await this.showDemo(demo);
        return 'open';
      }
    } catch (error) {
      return { failed: error instanceof Error ? error.message : String(error) };
    }
    // A kept plan is shown in the units that this person reads now, whichever it was begun in.
    return this.keeping.openKept(id);
  };

  /** Takes a plan, read or recovered, as a new one. @returns its id */
  readonly take = (next: Plan): string => {
    this.takeUnits(next);
    return this.keeping.create(next);
  };

  /** What could be saved of a broken plan, as a plan of its own beside it. */
  readonly takeRecovered = ({ plan: found }: Recovered): string =>
    this.take({ ...found, name: msg`${found.name ?? msg`Unnamed plan`} (recovered)`.slice(-120) });

  /** Opens a file. @returns its id; or what is wrong with it, and then the plan on the desk stays */
  readonly openFile = async (file: File): Promise<string | NotOpened> => {
    if (/\.zip$/i.test(file.name)) return this.openParcel(file);
    this.readingFile.value = file.name;
    const outcome = await this.files.read('plan', file, (reader, number) => reader.readPlan(number, file));
    this.readingFile.value = '';
    if (outcome.ended === 'cancelled') return { problems: [] };
    if (outcome.ended === 'failed') return { problems: [outcome.why] };
    const { reading, recovered } = outcome.value;
    if (reading.ok) return this.take(reading.plan);
    return {
      problems: reading.problems.map(
        ({ path, what }) => `${path && path !== 'format' && path !== 'version' ? `${path}: ` : ''}${what}`,
      ),
      recovered,
    };
  };

  /** A plan with its book and photographs. */
  private async openParcel(file: File): Promise<string | NotOpened> {
    this.readingFile.value = file.name;
    const outcome = await this.files.read('parcel', file, (reader, number) =>
      reader.readParcel(number, file),
    );
    this.readingFile.value = '';
    if (outcome.ended === 'cancelled') return { problems: [] };
    if (outcome.ended === 'failed') return { problems: [outcome.why] };
    const unpacked = outcome.value;
    if (!unpacked.ok) return { problems: [msg`The file could not be opened: ${unpacked.why}.`] };
    // Only who opens such a file loads what it takes.
    const [{ keepPhotos }, { writeEntries }, { copyOf }, { useSharing }] = await Promise.all([
      import('../storage/bookFile'),
      import('../storage/bookShelf'),
      import('../storage/sharing'),
      import('./sharing'),
    ]);
    if (unpacked.plan === undefined)
      return { problems: [msg`There is a book in the file, and no plan. Add it under Book, in Season.`] };
    const sharing = useSharing();
    await this.look();
    const here =
      unpacked.shared &&
      (await copyOf(
        unpacked.shared.lineage,
        this.kept.value.map((k) => k.id),
      ));
    if (here && (await this.open(here)) === 'open') {
      useView().notice = msg`This plan is here already, and was merged with the file. ${(await sharing.takeIn(unpacked)).join(' ')}`;
      return here;
    }
    const opened = await this.openFile(new File([unpacked.plan], 'plan.furrow.json'));
    if (typeof opened !== 'string') return opened;
    await sharing.began(opened, unpacked, toRaw(this.plan.plan));
    await writeEntries(opened, unpacked.entries);
    await keepPhotos(opened, unpacked.photos);
    return opened;
  }

  readonly stopReading = (): void => {
    this.files.stop('plan');
    this.files.stop('parcel');
  };

  private readonly fileName = (name: string): string => {
    const slug = name
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '');
    return `${slug || 'plan'}.furrow.json`;
  };

  readonly saveFile = (): void => {
    download(
      this.fileName(this.plan.full.name),
      writePlan({ ...toRaw(this.plan.plan), units: this.settings.units.system }),
    );
  };

  /** Saves a kept plan as it lies there, readable or not, to be sent to somebody who can mend it. */
  readonly saveRaw = async ({ id, name }: ShelfEntry): Promise<void> => {
    download(this.fileName(name), await rawText(id));
  };

  readonly look = async (): Promise<void> => {
    try {
      this.kept.value = await shelf();
      this.shelfTrouble.value = '';
    } catch (error) {
      this.kept.value = [];
      this.shelfTrouble.value = msg`This browser keeps no plans here: its storage is switched off, full or does not answer (${error instanceof Error ? error.message : String(error)}). You can work all the same: save your plan as a file before you leave.`;
    }
    this.looked.value = true;
  };

  /** What could be saved of a kept plan that cannot be read. */
  readonly recover = async (id: string): Promise<Recovered | undefined> => {
    const found = await fetchKept(id).catch(() => undefined);
    return found && 'text' in found ? found.recovered : undefined;
  };

  /** Throws a kept plan away. @returns why it was not */
  readonly throwAway = async (which: string): Promise<string> => {
    if (which === this.keeping.id) this.keeping.letGo();
    // A pen that was just let go of here takes a moment to be free.
    for (let tries = 0; await isOpenSomewhere(which); tries++) {
      if (tries === PEN_TRIES) return msg`This plan is open in another tab. Close it there first.`;
      await new Promise((done) => setTimeout(done, PEN_MS));
    }
    try {
      await discard(which);
      const [{ dropBook }, { dropShared }] = await Promise.all([
        import('../storage/bookShelf'),
        import('../storage/sharing'),
      ]);
      await dropBook(which);
      await dropShared(which);
    } catch (error) {
      return msg`It could not be deleted: ${error instanceof Error ? error.message : String(error)}`;
    }
    await this.look();
    return '';
  };
}

export const useDesk = defineStore('desk', () => {
  const own = new Desk();
  return {
    kept: own.kept,
    looked: own.looked,
    shelfTrouble: own.shelfTrouble,
    readingFile: own.readingFile,
    stopReading: own.stopReading,
    startBlank: own.startBlank,
    startSketch: own.startSketch,
    showDemo: own.showDemo,
    open: own.open,
    take: own.take,
    takeRecovered: own.takeRecovered,
    recover: own.recover,
    openFile: own.openFile,
    saveFile: own.saveFile,
    saveRaw: own.saveRaw,
    look: own.look,
    throwAway: own.throwAway,
  };
});
