import { msg } from '../../language';
import { headParts } from '../../plan';
import { isBranch } from '../../catalog/headParts';
import { heading } from '../page';
import type { Content } from 'pdfmake/interfaces';
import { stationValves, switchboardOf, valveName } from '../../switching';
import type { Printed, SheetMaker } from './printed';

/** Each valve with its number, what it opens, and its station. */
function valveLabels({ plan, layout }: Printed): string[] {
  const board = switchboardOf(plan, layout);
  const stations = [...stationValves(board)];
  return board.valves.map((v) => {
    const opens = v.blocks.map((id) => plan.blocks.find((b) => b.id === id)?.name ?? id).join(', ');
    const own = stations.filter(([, valves]) => valves.includes(v)).map(([n]) => n);
    const said = `${valveName(v.number)} · ${opens}`;
    return own.length > 0 ? msg`${said} · station ${own.join(', ')}` : said;
  });
}

export const labels: SheetMaker = (p) => {
  const { plan, layout } = p;
  const names = [
    ...headParts(plan)
      .filter((x) => !isBranch(x.role) && x.role !== 'adaptor')
      .map((x) => x.name),
    ...plan.blocks.map((b) => b.name),
    ...valveLabels(p),
    ...plan.watering.sets.map((s) => s.name),
    ...layout.blocks.flatMap((b) =>
      [...new Set(b.beds.map((x) => x.key))].map((k) => `${b.block.name} · ${k}`),
    ),
  ];
  const cells = names.map((text): Content => ({
    text,
    bold: true,
    fontSize: 12,
    alignment: 'center',
    margin: [2, 12, 2, 12],
  }));
  while (cells.length % LABELS_A_ROW !== 0) cells.push('');
  const rows = Array.from({ length: cells.length / LABELS_A_ROW }, (_, i) =>
    cells.slice(i * LABELS_A_ROW, (i + 1) * LABELS_A_ROW),
  );
  return [
    heading(msg`Labels to cut`),
    {
      table: { widths: Array.from({ length: LABELS_A_ROW }, () => '*'), dontBreakRows: true, body: rows },
      layout: {
        hLineStyle: () => ({ dash: { length: 3, space: 2 } }),
        vLineStyle: () => ({ dash: { length: 3, space: 2 } }),
        hLineWidth: () => 0.5,
        vLineWidth: () => 0.5,
      },
    } as Content,
  ];
};
const LABELS_A_ROW = 4;
