import { msg } from '../../language';
import { isTaped, jointRows, jointWords, madeJoints, partEnds } from '../../farm';
import { isBranch } from '../../catalog/headParts';
import type { State } from '../../check';
import { mainEndName } from '../../layout';
import { inletParts, type PartResult } from '../../network';
import { joiningSources, sharedHead, type FullPlan, type Part } from '../../plan';
import { pipeKind } from '../../catalog/pipes';
import { switchboardOf, valveName } from '../../switching';
import { heading, num, para, subheading, table } from '../page';
import type { Content } from 'pdfmake/interfaces';
import { setName, type Printed, type SheetMaker } from './printed';

/** Readings of gauges by set, shut and running. */
function readings(p: Printed, of: (s: State) => PartResult[], without: string): Content[] {
  const open = p.states.filter((s) => s.how === 'open' && !s.backup);
  if (open.length === 0) return [];
  // A set that does not open a block tells nothing of its gauges.
  const gauges =
    open.map((s) => of(s).filter((g) => g.step.part.role === 'gauge')).find((g) => g.length > 0) ?? [];
  if (gauges.length === 0) return [para(without)];
  return [
    table(
      ['*', 'auto', ...open.map(() => 'auto')],
      [msg`Gauge`, msg`All shut`, ...open.map(setName)],
      gauges.map((g, i) => [
        `${i + 1}. ${g.step.part.name}`,
        num(p.show(g.restKpa, 'pressure')),
        ...open.map((s) => num(readOf(of(s).filter((x) => x.step.part.role === 'gauge')[i], p))),
      ]),
    ),
  ];
}

const partTable = (p: Printed, parts: FullPlan['head']): Content =>
  table(
    [20, '*', 'auto', 'auto'],
    ['', msg`Part, in the order of the water`, msg`Inlet`, msg`Outlet`],
    parts
      .filter((x) => x.role !== 'adaptor')
      .map((x, i) => [num(`${i + 1}`), isBranch(x.role) ? msg`${x.name}, on a tee` : x.name, ...ends(p, x)]),
  );
function ends({ plan }: Printed, part: Part): [string, string] {
  const own = partEnds(part, plan.build.family);
  return [jointWords(own.in), isBranch(part.role) ? '' : jointWords(own.out)];
}

/** A gauge of a block that a set does not open stands at what is there, which is not told. */
const readOf = (gauge: PartResult | undefined, { show }: Printed): string =>
  gauge ? show(gauge.afterKpa, 'pressure') : '–';
/** The parts of a block's inlet in a state, where that opens the block. */
const inletOf =
  (index: number) =>
  ({ results }: State): PartResult[] => {
    const block = results.blocks.find((b) => b.index === index && b.flowLph > 0);
    return block ? inletParts(results, block) : [];
  };

/** Pieces of the main by the numbers that they bear on the farm. */
function mains({ plan, layout, show }: Printed): Content[] {
  const laid = layout.mains;
  if (laid.length === 0) return [];
  return [
    subheading(msg`Mains, by their numbers on the farm`),
    table(
      [20, '*', '*', '*', 'auto'],
      ['', msg`From`, msg`To`, msg`Pipe`, msg`Length`],
      laid.map((m, i) => [
        num(`${i + 1}`),
        mainEndName(plan, m.from),
        mainEndName(plan, m.to),
        pipeKind(m.piece.pipe).name,
        num(show(m.lengthM, 'length')),
      ]),
    ),
  ];
}

/** Every joint of the farm, by its place: alike ones of a place together. */
function joints({ plan, shop }: Printed): Content[] {
  const names: [string, string][] = [
    ['head', msg`Joints of the head`],
    ['main', msg`Joints of the mains`],
    ...plan.blocks.map((b): [string, string] => [b.id, msg`Joints of ${b.name}`]),
  ];
  return names.flatMap(([id, title]): Content[] => {
    const own = jointRows(
      shop.meetings.filter((m) => (m.at.place === 'block' ? m.at.id === id : m.at.place === id)),
    );
    if (own.length === 0) return [];
    return [
      subheading(title),
      table(
        ['auto', '*', '*', '*'],
        ['', msg`From`, msg`to`, msg`by`],
        own.map(({ count, before, after, chain }) => [
          num(`${count} ×`),
          before,
          after,
          chain
            ? chain.map((f) => f.name).join(', then ') || msg`they meet as they are`
            : msg`cannot be joined: see Check`,
        ]),
      ),
    ];
  });
}

/** Where several waters join: what stands on the branch of each. */
function branches(p: Printed): Content[] {
  const joining = joiningSources(p.plan);
  if (joining.length === 0) return [];
  const home = p.plan.sources.find((s) => s.id === p.plan.home)!;
  return [
    ...[home, ...joining].flatMap((s): Content[] => [
      subheading(msg`Branch of ${s.name}`),
      s.branch.length > 0 ? partTable(p, s.branch) : para(msg`Nothing stands on it.`),
    ]),
    subheading(msg`Where the waters have joined`),
  ];
}

/** Valves that stand side by side at the head, each before the pipe of its block. */
function manifold({ plan, layout }: Printed): Content[] {
  const own = switchboardOf(plan, layout).valves.filter((v) => v.part?.planned === 'head');
  if (own.length === 0) return [];
  const names = (ids: readonly string[]): string =>
    ids.map((id) => plan.blocks.find((b) => b.id === id)?.name ?? id).join(', ');
  return [
    subheading(msg`Valves side by side at the head, each before its block’s own pipe`),
    ...own.map((v) => para(`${valveName(v.number)} · ${names(v.blocks)}: ${v.part!.name}`)),
  ];
}

export const head: SheetMaker = (p) => [
  heading(msg`The head, from the source on`),
  para(msg`Every arrow points away from the source.`),
  ...branches(p),
  partTable(p, sharedHead(p.plan)),
  subheading(msg`What its gauges should read`),
  ...readings(
    p,
    (s) => s.results.head,
    msg`No gauge stands here. A gauge before and after the filter tells when to clean it.`,
  ),
  ...manifold(p),
  ...p.plan.blocks.flatMap((b, i): Content[] => {
    const inlet = b.inlet.filter((part) => part.planned !== 'head');
    return inlet.length === 0
      ? []
      : [
          subheading(msg`Inlet of ${b.name}`),
          partTable(p, inlet),
          ...readings(p, inletOf(i), msg`No gauge stands here: one after the regulator would prove it.`),
        ];
  }),
  ...mains(p),
  ...joints(p),
  ...(p.shop.meetings.some((m) => madeJoints(m).some(isTaped))
    ? [para(msg`Thread tape on pipe threads only; hose threads have a washer.`)]
    : []),
];
