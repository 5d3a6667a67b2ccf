import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { fixed, msg } from '../language';
import { cropName, type FullPlan } from '../plan';
import {
  cupLph,
  evennessOfCups,
  judgeReading,
  seenName,
  type Entry,
  type Expected,
  type SeasonWater,
  type Standing,
} from '../season';
import type { Show } from '../farm';
import { heading, MARGIN_PT, num, para, subheading, table } from './page';
import { S_PER_MIN } from '../units/time';

/** What a season's report is made of. */
export interface Reported {
  plan: FullPlan;
  standing: readonly Standing[];
  /** What is expected at each place, by set and place: “set/spot”. */
  expected: ReadonlyMap<string, Expected>;
  water: SeasonWater;
  show: Show;
  day: (at: number) => string;
  on: string;
}

/** The season on paper: water given, gauges against what was expected, repairs, tests, and what was learned. */
export function seasonReport(r: Reported): TDocumentDefinitions {
  const entries = [...r.standing].map((s) => s.entry).reverse();
  const of = (...what: Entry['what'][]): Entry[] => entries.filter((e) => what.includes(e.what));
  const setName = (id: string | undefined): string =>
    r.plan.watering.sets.find((s) => s.id === id)?.name ?? msg`everything at once`;
  const content: Content[] = contentOf(of, r, entries, setName);
  return {
    pageSize: r.plan.build.paper === 'a4' ? 'A4' : 'LETTER',
    pageMargins: [MARGIN_PT, MARGIN_PT, MARGIN_PT, MARGIN_PT + 10],
    info: { title: msg`${r.plan.name}: the season`, creator: msg`Idle Furrow` },
    defaultStyle: { font: 'Page', fontSize: 9.5 },
    styles: {
      heading: { fontSize: 16, bold: true, margin: [0, 0, 0, 6] },
      subheading: { fontSize: 11.5, bold: true, margin: [0, 8, 0, 3] },
    },
    content,
    footer: (page: number, pages: number) => ({
      text: msg`${r.on} · planning figures · page ${page} of ${pages}`,
      alignment: 'center',
      fontSize: 8,
    }),
  };
}

/** Readings of which it is known what they should have been. */
const judgedReadings = (readings: readonly Entry[], r: Reported) =>
  readings.flatMap((e) => {
    const expected = r.expected.get(`${e.set ?? ''}/${e.spot}`);
    return expected && e.value !== undefined
      ? [{ e, expected, judged: judgeReading(e.value, expected) }]
      : [];
  });

/** The report’s pages. */
function contentOf(
  of: (...what: Entry['what'][]) => Entry[],
  r: Reported,
  entries: Entry[],
  setName: (id: string | undefined) => string,
) {
  const readings = judgedReadings(of('reading'), r);
  const off = readings.filter((x) => x.judged !== 'as-expected');
  const content: Content[] = [
    heading(msg`${r.plan.name}: the season`),
    para(
      entries.length > 0
        ? msg`${r.day(entries[0].at)} to ${r.day(entries.at(-1)!.at)}: ${entries.length} entries.`
        : msg`Nothing was written in the book.`,
    ),
    subheading(msg`Water`),
    ...waterSaid(r, setName),
    subheading(msg`Gauges`),
    para(msg`${readings.length} readings, ${readings.length - off.length} of them as expected.`),
    ...(off.length > 0
      ? [
          table(
            ['auto', '*', 'auto', 'auto'],
            [msg`Day`, msg`Place`, msg`Read`, msg`Expected`],
            off.map(({ e, expected }) => [
              r.day(e.at),
              expected.spot.name,
              num(r.show(e.value!, 'pressure')),
              num(msg`${r.show(expected.low, 'pressure')} to ${r.show(expected.high, 'pressure')}`),
            ]),
          ),
        ]
      : []),
    subheading(msg`Seen, mended, cleaned`),
    ...list(
      r,
      of('seen', 'repair', 'cleaned', 'flush', 'feed', 'note').filter((e) => e.seen !== 'fine'),
    ),
    subheading(msg`Catch cups`),
    ...of('cups').flatMap((e): Content[] => {
      const flows = (e.cups ?? []).map((c) => cupLph(c.ml, e.seconds!));
      if (flows.length < 2) return [];
      const even = evennessOfCups(flows);
      return [
        para(
          msg`${r.day(e.at)}, ${r.plan.blocks.find((b) => b.id === e.block)?.name ?? ''}: mean ${r.show(even.meanLph, 'emitterFlow')}, lowest quarter ${r.show(even.lowQuarter, 'share')}, ${flows.length} cups.`,
        ),
      ];
    }),
    ...(of('cups').length === 0 ? [para(msg`None were noted.`)] : []),
    subheading(msg`Learned`),
    para(
      of('learned').length > 0
        ? msg`The gauges are predicted with what the farm’s own readings taught.`
        : msg`Nothing was learned yet from readings of good days.`,
    ),
  ];
  return content;
}

/** What was given, against need and rain, and what it cost. */
function waterSaid({ plan, water, show }: Reported, setName: (id: string | undefined) => string): Content[] {
  const litres = (v: number) => num(show(v, 'volume'));
  const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
  const money = (v: number): string => `${fixed(v, 2)} ${plan.build.currency}`.trim();
  const said: string[] = [
    msg`Given in all ${show(water.litres, 'volume')}; rain ${show(water.rainMm, 'rain')}${water.rainFrom === 'book' ? msg`, as noted` : msg`, by the plan’s weather`}.`,
  ];
  if (water.meter)
    said.push(
      msg`The meter counted ${show(water.meter.countedL, 'volume')}, minutes and planned flow of that time say ${show(water.meter.byMinutesL, 'volume')}; the meter is used.`,
    );
  if (water.waterCost !== undefined) said.push(msg`Cost of water: ${money(water.waterCost)}.`);
  if (water.kwh !== undefined)
    said.push(
      msg`Power: ${fixed(water.kwh, 1)} kWh${water.powerCost === undefined ? '' : `, ${money(water.powerCost)}`}.`,
    );
  return [
    ...(water.sets.length > 0
      ? [
          table(
            ['*', 'auto', 'auto'],
            [msg`Set`, msg`Ran`, msg`Gave`],
            water.sets.map((s) => [
              setName(s.set),
              num(show(s.minutes * S_PER_MIN, 'minutes')),
              litres(s.litres),
            ]),
          ),
          table(
            ['*', '*', 'auto', 'auto', 'auto'],
            [msg`Block`, msg`Crop`, msg`Given`, msg`Rain at the roots`, msg`Needed`],
            water.beds.map((b) => [
              plan.blocks.find((x) => x.id === b.blockId)?.name ?? b.blockId,
              cropName(plan, b.crop),
              litres(sum(b.givenL)),
              litres(sum(b.rainL)),
              litres(sum(b.neededL)),
            ]),
          ),
        ]
      : [para(msg`No minutes were written down.`)]),
    para(said.join(' ')),
  ];
}

const NAMES: Partial<Record<Entry['what'], string>> = {
  seen: 'seen',
  repair: 'repair',
  cleaned: msg`filter cleaned`,
  flush: 'flushed',
  feed: 'feed',
  note: 'note',
};

function list(r: Reported, entries: readonly Entry[]): Content[] {
  if (entries.length === 0) return [para(msg`Nothing was noted.`)];
  return [
    table(
      ['auto', 'auto', '*'],
      [msg`Day`, msg`What`, ''],
      entries.map((e) => [
        r.day(e.at),
        NAMES[e.what]!,
        [r.plan.blocks.find((b) => b.id === e.block)?.name, e.seen && seenName(e.seen, r.plan), e.text]
          .filter(Boolean)
          .join(', '),
      ]),
    ),
  ];
}
