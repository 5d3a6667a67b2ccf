import { isTaped, jointWords, madeJoints } from '../../build';
import { isBranch } from '../../catalog/headParts';
import type { State } from '../../check';
import { inletParts, type PartResult } from '../../network';
import type { FullPlan } from '../../plan';
import { heading, num, para, subheading, table } from '../page';
import type { Content } from 'pdfmake/interfaces';
import { setName, type Printed, type SheetMaker } from './printed';

/** Readings of gauges by set, shut and running. */
function readings(p: Printed, of: (s: State) => PartResult[]): Content[] {
  const open = p.states.filter((s) => s.how === 'open' && !s.backup);
  if (open.length === 0) return [];
  const gauges = of(open[0]).filter((g) => g.step.part.role === 'gauge');
  if (gauges.length === 0)
    return [para('No gauge stands here. A gauge before and after the filter tells when to clean it.')];
  return [
    table(
      ['*', 'auto', ...open.map(() => 'auto')],
      ['Gauge', 'All shut', ...open.map(setName)],
      gauges.map((g, i) => [
        `${i + 1}. ${g.step.part.name}`,
        num(p.show(g.restKpa, 'pressure')),
        ...open.map((s) =>
          num(p.show(of(s).filter((x) => x.step.part.role === 'gauge')[i].afterKpa, 'pressure')),
        ),
      ]),
    ),
  ];
}

const partTable = (p: Printed, parts: FullPlan['head']): Content =>
  table(
    [20, '*', 'auto', 'auto'],
    ['', 'Part, in the order of the water', 'Comes in by', 'Leaves by'],
    parts
      .filter((x) => x.role !== 'adaptor')
      .map((x, i) => [num(`${i + 1}`), isBranch(x.role) ? `${x.name}, on a tee` : x.name, ...ends(p, x.id)]),
  );
function ends({ shop }: Printed, part: string): [string, string] {
  const own = shop.meetings.filter((m) => m.part === part);
  const into = own.find((m) => m.to);
  return [into ? jointWords({ ...into.to }) : '', own.length > 1 ? jointWords(own[1].from) : ''];
}

export const head: SheetMaker = (p) => [
  heading('The head, from the source on'),
  para('Every arrow points away from the source.'),
  partTable(p, p.plan.head),
  subheading('What its gauges should read'),
  ...readings(p, (s) => s.results.head),
  ...p.plan.blocks.flatMap((b, i): Content[] =>
    b.inlet.length === 0
      ? []
      : [
          subheading(`Inlet of ${b.name}`),
          partTable(p, b.inlet),
          ...readings(p, (s) => (s.results.blocks[i] ? inletParts(s.results, s.results.blocks[i]) : [])),
        ],
  ),
  subheading('Joints'),
  table(
    ['*', '*', '*'],
    ['From', 'to', 'by'],
    p.shop.meetings
      .filter((m) => m.at.place === 'head')
      .map((m) => [
        m.before,
        m.after,
        m.chain
          ? m.chain.map((f) => f.name).join(', then ') || 'they meet as they are'
          : 'cannot be joined: see Check',
      ]),
  ),
  ...(p.shop.meetings.some((m) => madeJoints(m).some(isTaped))
    ? [para('Thread tape on pipe threads only; hose threads have a washer.')]
    : []),
];
