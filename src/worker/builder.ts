import loadHighs from 'highs';
import highsWasm from 'highs/runtime?url';
import { meetingsOf, farmOf } from '../core/farm';
import { shopFor, stepsFor, type LinearSolver, type Shop, type Step } from '../core/works';
import { changed, type Change } from '../core/changes';
import { judge } from '../core/check';
import { haveCsv, partRows, PART_COLUMNS, partsCsv, priceBookCsv } from '../core/formats/buyingCsv';
import { writeCalendar } from '../core/formats/calendar';
import { writeBedsCsv } from '../core/formats/bedsCsv';
import { writeGeoJson } from '../core/formats/geojsonFarm';
import { wholeFarm } from '../core/formats/wholeFarm';
import { layOut } from '../core/layout';
import { createPlanSolver } from '../core/network';
import { fieldSheets, type SheetId } from '../core/print';
import { fillIn, type Plan } from '../core/plan';
import type { Programme } from '../core/sets';
import { format, type KindName, type UnitChoice } from '../core/units';
import { checkpoint, job, serve, type Ended } from './jobs';
import { linearSolver } from './linear';

/** What Build shows. */
export interface Built {
  shop: Shop;
  steps: Step[];
  /** Rolls and sticks were cut the longest first: the solver that cuts to least waste is not loaded. */
  rough: boolean;
  tookMs: number;
}
/** What changes would cost: what is known of it, and lines without a price. */
export interface Priced {
  total: number;
  gaps: number;
}

let loaded: LinearSolver | undefined;
let solving: Promise<LinearSolver | undefined> | undefined;
/** Loaded once, on first use; nothing where it cannot be, and then the longest are cut first. */
const solver = (): Promise<LinearSolver | undefined> =>
  (solving ??= loadHighs({ locateFile: () => highsWasm }).then(
    (highs) => (loaded = linearSolver(highs)),
    () => {
      solving = undefined;
      return undefined;
    },
  ));

const shower =
  (choice: UnitChoice) =>
  (value: number, kind: KindName): string =>
    format(value, kind, choice);

const api = {
  /**
   * The parts, and the steps in order. They do not wait for the solver that cuts to least waste unless that is asked.
   * @param exactly waits for it
   */
  async build(number: number, plan: Plan, choice: UnitChoice, exactly: boolean): Promise<Ended<Built>> {
    if (exactly) await solver();
    const solve = loaded;
    return job(number, () => {
      const began = performance.now();
      const full = fillIn(plan);
      const layout = layOut(full);
      const farm = farmOf(full, layout);
      const shop = shopFor(full, layout, solve, farm);
      checkpoint();
      const steps = stepsFor(full, shower(choice), layout, farm);
      return { shop, steps, rough: solve === undefined, tookMs: performance.now() - began };
    });
  },

  /** What a plan would cost in the grower's own prices after each of some changes; the plan itself first. */
  async price(number: number, plan: Plan, ways: Change[][]): Promise<Ended<Priced[]>> {
    const solve = await solver();
    return job(number, () =>
      [[], ...ways].map((changes) => {
        checkpoint();
        const { total, gaps } = shopFor(
          fillIn(changes.length > 0 ? changed(plan, changes) : plan),
          undefined,
          solve,
        );
        return { total, gaps };
      }),
    );
  },

  /** The timer's programme as a calendar; throws an Error whose message is a sentence where nothing waters yet. */
  calendar(number: number, programme: Programme, name: string, id: string, now: number): Ended<string> {
    return job(number, () => writeCalendar(programme, name, id, now));
  },

  /** Field sheets as PDF, and how long they took. */
  async paper(
    number: number,
    plan: Plan,
    which: SheetId[],
    choice: UnitChoice,
    on: string,
    progress: (share: number) => void,
  ): Promise<Ended<{ pdf: Uint8Array; tookMs: number }>> {
    const solve = await solver();
    const began = performance.now();
    const made = job(number, () => {
      const judged = judge(plan, { checkpoint, progress: (share) => progress(share / 2) });
      const states = judged.states.filter((s) => s.how === 'open' && !s.backup);
      const shop = shopFor(judged.plan, undefined, solve);
      return fieldSheets(
        {
          stated: plan,
          plan: judged.plan,
          layout: layOut(judged.plan),
          states,
          shop,
          programme: judged.outlook?.programme ?? { rows: [], months: [] },
          choice,
          show: shower(choice),
          on,
        },
        which,
      );
    });
    if (!('value' in made)) return made;
    const { renderPdf } = await import('./pdf');
    const pdf = await renderPdf(made.value);
    return job(number, () => ({ pdf, tookMs: performance.now() - began }));
  },

  /** The parts list, the price book or the list of what there is, as a file. */
  async table(
    number: number,
    plan: Plan,
    what: 'parts' | 'prices' | 'have' | 'json',
    choice: UnitChoice,
  ): Promise<Ended<string>> {
    const solve = await solver();
    return job(number, () => {
      const full = fillIn(plan);
      const shop = shopFor(full, undefined, solve);
      const show = shower(choice);
      if (what === 'parts') return partsCsv(shop, show);
      if (what === 'prices')
        return priceBookCsv(shop, full.build.prices, full.build.packs, full.build.currency, {
          show,
          feet: choice.system === 'us',
        });
      if (what === 'have') return haveCsv(shop, full.build.have, { show, feet: choice.system === 'us' });
      return JSON.stringify(
        {
          plan: full.name,
          lines: partRows(shop, show).map((row) =>
            Object.fromEntries(PART_COLUMNS.map((c, i) => [c, row[i]])),
          ),
          total: shop.total,
          withoutPrice: shop.gaps,
          currency: full.build.currency,
        },
        null,
        2,
      );
    });
  },

  /** The whole farm as a map or a table of its beds, each thing with what it does in its own set. */
  farm(number: number, plan: Plan, what: 'geojson' | 'beds', choice: UnitChoice): Ended<string> {
    return job(number, () => {
      const farm = wholeFarm(fillIn(plan), createPlanSolver(checkpoint));
      return what === 'geojson' ? writeGeoJson(farm) : writeBedsCsv(farm, choice);
    });
  },

  /** The parts list as a workbook. */
  async workbook(number: number, plan: Plan, choice: UnitChoice): Promise<Ended<Blob>> {
    const solve = await solver();
    const rows = job(number, () => partRows(shopFor(fillIn(plan), undefined, solve), shower(choice)));
    if (!('value' in rows)) return rows;
    const { default: writeWorkbook } = await import('write-excel-file/universal');
    const cells = [
      PART_COLUMNS.map((value) => ({ value, fontWeight: 'bold' as const })),
      ...rows.value.map((row) => row.map((value) => (value === '' ? null : { value }))),
    ];
    const file = await writeWorkbook(cells as never, {}).toBlob();
    return job(number, () => file);
  },

  /** Places where ends come together, for what a grower has instead. */
  meetings(number: number, plan: Plan): Ended<ReturnType<typeof meetingsOf>> {
    return job(number, () => {
      const full = fillIn(plan);
      return meetingsOf(full, layOut(full));
    });
  },
};

export type BuilderApi = typeof api;

serve(api);
