import { msg } from '../../language';
import { writeSheetSvg } from '../../formats/sheetSvg';
import { besideName } from '../../switching';
import { heading, para, PT_PER_MM } from '../page';
import type { Content } from 'pdfmake/interfaces';
import type { SheetMaker } from './printed';

export const farm: SheetMaker = (p) => {
  const { plan, states, layout, choice } = p;
  // Each run in the shade of its own set.
  const sheet =
    states[0] &&
    writeSheetSvg(
      plan,
      { ...states[0].results, layout, runs: states.flatMap((s) => s.results.runs), weakest: -1 },
      {
        paper: plan.build.paper === 'a4' ? 'A4' : 'Letter',
        units: choice,
        numbered: true,
        valveOf: (id) => besideName(plan, layout, id),
      },
    );
  if (!sheet?.ok) return [heading(msg`The farm`), para(sheet ? sheet.why : msg`Nothing is solved yet.`)];
  const across = sheet.widthMm > sheet.heightMm;
  // Drawn at its own size on the whole page, so that its scale holds.
  return [
    {
      svg: sheet.svg.replace(/^<\?xml[^>]*\?>\s*/, '').replace(/font-family="[^"]*"/, 'font-family="Page"'),
      width: sheet.widthMm * PT_PER_MM,
      height: sheet.heightMm * PT_PER_MM,
      absolutePosition: { x: 0, y: 0 },
      ...(across && { pageOrientation: 'landscape' }),
    } as Content,
  ];
};
