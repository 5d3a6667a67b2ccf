import { msg } from '../../language';
import { holeRules } from '../../works';
import { heading, MARGIN_PT, PAGES, para, PT_PER_MM } from '../page';
import type { Content } from 'pdfmake/interfaces';
import { blockName, type SheetMaker } from './printed';

/** A strip at true size: a mark for each hole, tile by tile, with a line of known length to measure. */
export const holes: SheetMaker = (p) => {
  const layouts = p.layout.blocks;
  const rules = [...new Map(layouts.flatMap((b) => holeRules(b)).map((r) => [r.spacingM, r])).values()];
  if (rules.length === 0)
    return [
      heading(msg`Strip rule for planting holes`),
      para(msg`Nothing lies under film or ground cover, so no holes are cut.`),
    ];
  const page = PAGES[p.plan.build.paper];
  const roomMm = (page.heightPt - 2 * MARGIN_PT - TITLE_PT) / PT_PER_MM;
  return rules.flatMap(({ spacingM, block }, n): Content[] => {
    const stepMm = spacingM * 1000;
    // A strip of three holes and more lies over several pages, glued edge to edge.
    const lengthMm = Math.max(stepMm * 3, roomMm);
    const tiles = Math.min(MOST_TILES, Math.ceil(lengthMm / roomMm));
    return Array.from({ length: tiles }, (_, tile): Content => {
      const fromMm = tile * roomMm;
      const marks: string[] = [];
      for (let k = Math.ceil(fromMm / stepMm); k * stepMm <= fromMm + roomMm + 1e-6; k++) {
        const y = k * stepMm - fromMm;
        marks.push(
          `<circle cx="20" cy="${y.toFixed(3)}" r="3" fill="none" stroke="#000" stroke-width=".4"/><path d="M5 ${y.toFixed(3)}H35" stroke="#000" stroke-width=".3"/><text x="38" y="${(y + 1.5).toFixed(3)}" font-size="4" font-family="Page">${msg`hole ${k + 1}`}</text>`,
        );
      }
      return {
        stack: [
          {
            text: msg`Strip rule, one hole every ${p.show(spacingM, 'spacing')} (${blockName(p, block)}): tile ${tile + 1} of ${tiles}`,
            style: 'subheading',
          },
          para(
            msg`Print at full size. The line on the right is 100 mm long: measure it before you cut. Glue tiles edge to edge at the cut lines.`,
          ),
          {
            svg: `<svg xmlns="http://www.w3.org/2000/svg" width="170" height="${roomMm.toFixed(3)}" viewBox="0 0 170 ${roomMm.toFixed(3)}"><path d="M0 0H60M0 ${roomMm.toFixed(3)}H60" stroke="#000" stroke-width=".2" stroke-dasharray="2 1"/><path d="M5 0V${roomMm.toFixed(3)}M35 0V${roomMm.toFixed(3)}" stroke="#000" stroke-width=".3"/>${marks.join('')}<path d="M120 20V120M116 20H124M116 120H124" stroke="#000" stroke-width=".3" fill="none"/><text x="126" y="72" font-size="4" font-family="Page">100 mm</text></svg>`,
            width: 170 * PT_PER_MM,
            height: roomMm * PT_PER_MM,
          },
        ],
        ...(n + tile > 0 && { pageBreak: 'before' as const }),
      };
    });
  });
};
const TITLE_PT = 90;
const MOST_TILES = 6;
