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
export const useDesk = defineStore('desk', () => {
  const plan = usePlan();
  const settings = useSettings();
  const keeping = useKeeping();
  const kept = ref<ShelfEntry[]>([]);
  /** Why the shelf cannot be looked at. */
  const shelfTrouble = ref('');
  const looked = ref(false);
  /** A file is being read. */
  const readingFile = shallowRef('');
  const files = useFiles();

  /** A demo or a file is first shown in the units that it was made in. */
  const takeUnits = (next: Plan): void => void (next.units && settings.setSystem(next.units));

  /** A plan of one's own that begins as a sketch. */
  const startSketch = (sketch: Sketch): string => keeping.create(planOf(sketch, settings.units.system));
  const startBlank = (): string => keeping.create(blankPlan(settings.units.system));

  async function showDemo(name: DemoName): Promise<string> {
    const reading = readPlan(JSON.stringify((await DEMOS[name].load()).default));
    if (!reading.ok) throw new Error(reading.problems[0].what);
    takeUnits(reading.plan);
    keeping.show(reading.plan, demoId(name));
    return demoId(name);
  }

  /** Opens what an address names: a kept plan, or a demo. */
  async function open(id: string): Promise<Opened> {
    if (plan.isOpen && keeping.id === id) return 'open';
    const demo = demoOf(id);
    try {
      if (demo) {
        await showDemo(demo);
        return 'open';
      }
    } catch (error) {
      return { failed: error instanceof Error ? error.message : String(error) };
    }
    // A kept plan is shown in the units that this person reads now, whichever it was begun in.
    return keeping.openKept(id);
  }

  /** Takes a plan, read or recovered, as a new one. @returns its id */
  function take(next: Plan): string {
    takeUnits(next);
    return keeping.create(next);
  }
  /** What could be saved of a broken plan, as a plan of its own beside it. */
  const takeRecovered = ({ plan: found }: Recovered): string =>
    take({ ...found, name: msg`${found.name ?? msg`Unnamed plan`} (recovered)`.slice(-120) });

  /** Opens a file. @returns its id; or what is wrong with it, and then the plan on the desk stays */
  async function openFile(file: File): Promise<string | NotOpened> {
    if (/\.zip$/i.test(file.name)) return openParcel(file);
    readingFile.value = file.name;
    const outcome = await files.read('plan', file, (reader, number) => reader.readPlan(number, file));
    readingFile.value = '';
    if (outcome.ended === 'cancelled') return { problems: [] };
    if (outcome.ended === 'failed') return { problems: [outcome.why] };
    const { reading, recovered } = outcome.value;
    if (reading.ok) return take(reading.plan);
    return {
      problems: reading.problems.map(
        ({ path, what }) => `${path && path !== 'format' && path !== 'version' ? `${path}: ` : ''}${what}`,
      ),
      recovered,
    };
  }
  /** A plan with its book and photographs. */
  async function openParcel(file: File): Promise<string | NotOpened> {
    readingFile.value = file.name;
    const outcome = await files.read('parcel', file, (reader, number) => reader.readParcel(number, file));
    readingFile.value = '';
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
    await look();
    const here =
      unpacked.shared &&
      (await copyOf(
        unpacked.shared.lineage,
        kept.value.map((k) => k.id),
      ));
    if (here && (await open(here)) === 'open') {
      useView().notice = msg`This plan is here already, and was merged with the file. ${(await sharing.takeIn(unpacked)).join(' ')}`;
      return here;
    }
    const opened = await openFile(new File([unpacked.plan], 'plan.furrow.json'));
    if (typeof opened !== 'string') return opened;
    await sharing.began(opened, unpacked, toRaw(plan.plan));
    await writeEntries(opened, unpacked.entries);
    await keepPhotos(opened, unpacked.photos);
    return opened;
  }
  const stopReading = (): void => {
    files.stop('plan');
    files.stop('parcel');
  };

  const fileName = (name: string): string => {
    const slug = name
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '');
    return `${slug || 'plan'}.furrow.json`;
  };
  function saveFile(): void {
    download(fileName(plan.full.name), writePlan({ ...toRaw(plan.plan), units: settings.units.system }));
  }
  /** Saves a kept plan as it lies there, readable or not, to be sent to somebody who can mend it. */
  async function saveRaw({ id, name }: ShelfEntry): Promise<void> {
    download(fileName(name), await rawText(id));
  }

  async function look(): Promise<void> {
    try {
      kept.value = await shelf();
      shelfTrouble.value = '';
    } catch (error) {
      kept.value = [];
      shelfTrouble.value = msg`This browser keeps no plans here: its storage is switched off, full or does not answer (${error instanceof Error ? error.message : String(error)}). You can work all the same: save your plan as a file before you leave.`;
    }
    looked.value = true;
  }

  /** What could be saved of a kept plan that cannot be read. */
  async function recover(id: string): Promise<Recovered | undefined> {
    const found = await fetchKept(id).catch(() => undefined);
    return found && 'text' in found ? found.recovered : undefined;
  }

  /** Throws a kept plan away. @returns why it was not */
  async function throwAway(which: string): Promise<string> {
    if (which === keeping.id) keeping.letGo();
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
    await look();
    return '';
  }

  return {
    kept,
    looked,
    shelfTrouble,
    readingFile,
    stopReading,
    startBlank,
    startSketch,
    showDemo,
    open,
    take,
    takeRecovered,
    recover,
    openFile,
    saveFile,
    saveRaw,
    look,
    throwAway,
  };
});
