import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { msg } from '../language';
import { writePlan } from '../plan';
import { fingerprint, MARGIN_PT } from './page';
import { farm } from './sheets/farm';
import { head } from './sheets/head';
import { parts } from './sheets/parts';
import { cut } from './sheets/cut';
import { holes } from './sheets/holes';
import { steps } from './sheets/steps';
import { timer } from './sheets/timer';
import { walk } from './sheets/walk';
import { labels } from './sheets/labels';
import { upkeep } from './sheets/upkeep';
import type { Printed, SheetMaker } from './sheets/printed';

/** The sheets there are. */
export const SHEETS = [
  { id: 'farm', name: msg`The farm to scale` },
  { id: 'head', name: msg`The head, and what its gauges should read` },
  { id: 'parts', name: msg`Parts and shopping` },
  { id: 'cut', name: msg`Header rules and cut list` },
  { id: 'holes', name: msg`Strip rule for planting holes` },
  { id: 'steps', name: msg`Steps, with boxes` },
  { id: 'timer', name: msg`The programme` },
  { id: 'walk', name: msg`First walk, with blanks` },
  { id: 'upkeep', name: msg`Upkeep through the year` },
  { id: 'labels', name: msg`Labels for valves and beds` },
] as const;
export type SheetId = (typeof SHEETS)[number]['id'];

const MAKERS: Record<SheetId, SheetMaker> = {
  farm,
  head,
  parts,
  cut,
  holes,
  steps,
  timer,
  walk,
  upkeep,
  labels,
};

/**
 * Field sheets as a document to print, black and white readable: any of them alone, or all. Each page bears
 * the plan's name, the day and the plan's code, by which an old print is known.
 */
export function fieldSheets(
  printed: Printed,
  which: readonly SheetId[] = SHEETS.map((s) => s.id),
): TDocumentDefinitions {
  const { plan, stated, on } = printed;
  const code = fingerprint(writePlan(stated));
  const content: Content[] = [];
  which.forEach((id, i) => {
    const made = MAKERS[id](printed);
    const [first, ...rest] = made;
    const before = which[i - 1];
    const breaks = i > 0 ? { pageBreak: 'before' as const } : {};
    const upright = before === 'farm' ? { pageOrientation: 'portrait' as const } : {};
    content.push(
      {
        stack: [first],
        ...breaks,
        ...upright,
        ...((first as { pageOrientation?: 'landscape' }).pageOrientation && {
          pageOrientation: 'landscape' as const,
        }),
      },
      ...rest,
    );
  });
  return {
    pageSize: plan.build.paper === 'a4' ? 'A4' : 'LETTER',
    ...(which[0] === 'farm' && isAcross(content[0]) && { pageOrientation: 'landscape' }),
    pageMargins: [MARGIN_PT, MARGIN_PT, MARGIN_PT, MARGIN_PT + 10],
    info: { title: msg`${plan.name}: field sheets`, creator: msg`Idle Furrow` },
    defaultStyle: { font: 'Page', fontSize: 9.5 },
    styles: {
      heading: { fontSize: 17, bold: true, margin: [0, 0, 0, 6] },
      subheading: { fontSize: 12, bold: true, margin: [0, 8, 0, 2] },
    },
    footer: (now: number, all: number): Content => ({
      // The farm is drawn over its whole page: what stands under it keeps clear of its scale bar.
      margin: [MARGIN_PT, now === 1 && which[0] === 'farm' ? FARM_FOOT_PT : 8, MARGIN_PT, 0],
      columns: [
        {
          text: msg`${plan.name} · ${on} · plan ${code} · planning figures, not a design signed by an engineer`,
          fontSize: 7.5,
          width: '*',
        },
        { text: msg`page ${now} of ${all}`, fontSize: 7.5, alignment: 'right', width: 80 },
      ],
    }),
    content,
  };
}
/** How far under the usual place the foot of the farm's page stands, points. */
const FARM_FOOT_PT = 32;
const isAcross = (c: Content): boolean => (c as { pageOrientation?: string }).pageOrientation === 'landscape';
