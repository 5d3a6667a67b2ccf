import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';
import {
  GROUPS,
  cutGroups,
  headerRules,
  holeRules,
  isTaped,
  itemName,
  jointWords,
  madeJoints,
  ranges,
  runCuts,
  runEndWords,
  stepsFor,
  STYLES,
  trenchesOf,
  type HeaderRule,
  type Shop,
  type Show,
} from '../build';
import { isBranch } from '../catalog/headParts';
import { pipeKind } from '../catalog/pipes';
import type { State } from '../check';
import { writeSheetSvg } from '../formats/sheetSvg';
import { inletParts, type PartResult } from '../network';
import { writePlan, type FullPlan, type Plan } from '../plan';
import type { ProgrammeRow } from '../sets';
import type { UnitChoice } from '../units';
import {
  blank,
  box,
  caution,
  fingerprint,
  heading,
  MARGIN_PT,
  num,
  onTape,
  PAGES,
  para,
  PT_PER_MM,
  subheading,
  table,
} from './page';

/** The sheets there are. */
export const SHEETS = [
  { id: 'farm', name: 'The farm to scale' },
  { id: 'head', name: 'The head, and what its gauges should read' },
  { id: 'parts', name: 'Parts and shopping' },
  { id: 'cut', name: 'Header rules and cut list' },
  { id: 'holes', name: 'Strip rule for planting holes' },
  { id: 'steps', name: 'Steps, with boxes' },
  { id: 'timer', name: 'The timer’s programme' },
  { id: 'walk', name: 'First walk, with blanks' },
  { id: 'labels', name: 'Labels for valves and beds' },
] as const;
export type SheetId = (typeof SHEETS)[number]['id'];

/** All that is printed. */
export interface Printed {
  stated: Plan;
  plan: FullPlan;
  /** States in which sets are open as planned: their readings are told. */
  states: readonly State[];
  shop: Shop;
  programme: readonly ProgrammeRow[];
  choice: UnitChoice;
  show: Show;
  /** The day it is printed, as 2027-03-01. */
  on: string;
}

type SheetMaker = (printed: Printed) => Content[];

const clock = (min: number): string =>
  `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;
const blockName = ({ plan }: Printed, id: string): string => plan.blocks.find((b) => b.id === id)?.name ?? id;
const setName = (s: State): string => s.set?.name ?? 'all beds';

const farm: SheetMaker = (p) => {
  const { plan, states, choice } = p;
  const sheet =
    states[0] &&
    writeSheetSvg(plan, states[0].results, {
      paper: plan.build.paper === 'a4' ? 'A4' : 'Letter',
      units: choice,
      named: true,
    });
  if (!sheet?.ok) return [heading('The farm'), para(sheet ? sheet.why : 'Nothing is solved yet.')];
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

const head: SheetMaker = (p) => [
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

const parts: SheetMaker = (p) => {
  const { shop, plan, show } = p;
  const money = plan.build.currency;
  const price = (v: number | undefined): string =>
    v === undefined ? '–' : `${v.toFixed(2)}${money ? ` ${money}` : ''}`;
  const amount = (v: number, unit: string): string =>
    unit === 'm' ? show(v, 'length') : `${Math.round(v * 100) / 100}`;
  return [
    heading('Parts and shopping'),
    ...GROUPS.flatMap((g): Content[] => {
      const lines = shop.lines.filter((l) => l.item.group === g.id);
      if (lines.length === 0) return [];
      return [
        subheading(g.name),
        table(
          [14, '*', 'auto', 'auto', 'auto', 'auto'],
          ['', 'What', 'Used', 'Buy', 'Left over', 'Price'],
          lines.map((l) => [
            { stack: [box()] },
            itemName(l.item, show),
            num(
              `${amount(l.used, l.item.unit)}${l.spares > 0 ? ` and ${amount(l.spares, l.item.unit)}` : ''}`,
            ),
            num(
              l.packs === 0
                ? 'have it'
                : l.holds === 1
                  ? `${l.packs}`
                  : `${l.packs} × ${amount(l.holds, l.item.unit)}`,
            ),
            num(l.left > 0 ? amount(l.left, l.item.unit) : ''),
            num(l.packs === 0 ? '' : price(l.price)),
          ]),
        ),
      ];
    }),
    para(
      `Known prices: ${price(shop.total)}. ${shop.gaps > 0 ? `${shop.gaps} lines have no price yet and are not in that sum.` : 'Every line has a price.'}`,
    ),
  ];
};

const RULE_MM = 170;
/** A header drawn to the width of the page, with its take-offs. */
function ruleDrawing(rule: HeaderRule): Content {
  const k = rule.lengthM > 0 ? RULE_MM / rule.lengthM : 0;
  const marks = rule.marks.map((m) => {
    const x = (m.atM * k).toFixed(2);
    if (m.kind === 'take-off')
      return `<path d="M${x} 8V${m.side === 'near' ? 13 : 3}" stroke="#000" stroke-width=".4"/>`;
    if (m.kind === 'end') return `<path d="M${x} 5.5V10.5" stroke="#000" stroke-width=".9"/>`;
    return `<path d="M${x} 6l1.4 2l-1.4 2l-1.4 -2z" fill="#fff" stroke="#000" stroke-width=".3"/>`;
  });
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-3 0 ${RULE_MM + 6} 16" width="${RULE_MM + 6}" height="16"><circle cx="0" cy="8" r="1.6" fill="#000"/><path d="M0 8H${RULE_MM}" stroke="#000" stroke-width=".8"/>${marks.join('')}</svg>`,
    width: PAGES.a4.widthPt - 2 * MARGIN_PT,
    margin: [0, 2, 0, 2],
  };
}

const cut: SheetMaker = (p) => {
  const { plan, shop } = p;
  const layouts = p.states[0]?.results.layout.blocks ?? [];
  const { family } = plan.build;
  const trenches = p.states[0] ? trenchesOf(plan, p.states[0].results.layout) : [];
  return [
    heading('Header rules and cut list'),
    para(
      'All distances are from the fed end (the dot). Lines over the header are runs towards the far end of the beds, lines under it towards their near end.',
    ),
    ...layouts.flatMap((b): Content[] =>
      headerRules(plan, b).flatMap((rule): Content[] => {
        const style = rule.marks.find((m) => m.style)?.style;
        return [
          subheading(
            `${b.block.name}: ${pipeKind(rule.pipe.pipe).name}${rule.header > 0 ? ', second header' : ''}, ${rule.way === 'left' ? 'to the left' : 'to the right'} of its feed, ${onTape(rule.lengthM, family)}`,
          ),
          ruleDrawing(rule),
          ...(style && style !== 'tee'
            ? [para(`Take-offs ${STYLES[style].words}: ${STYLES[style].howTo}.`)]
            : []),
          table(
            ['auto', 'auto', '*', 'auto', 'auto', 'auto', '*', 'auto'],
            ['At', 'What', 'Side', 'Hole', 'At', 'What', 'Side', 'Hole'],
            pairs(
              rule.marks.map((m) => [
                num(onTape(m.atM, family)),
                m.kind === 'take-off'
                  ? `run ${m.label}`
                  : m.kind === 'size'
                    ? `${m.label} from here`
                    : m.kind,
                m.side ? `${m.side} end` : '',
                m.holeMm
                  ? `${m.pilotMm ? `${p.show(m.pilotMm, 'bore')}, then ` : ''}${p.show(m.holeMm, 'bore')}`
                  : '',
              ]),
            ),
          ),
          ...(rule.pieces.length > 0
            ? [
                para('Made of tees and cut pieces; each cut has what goes into the fittings taken off:'),
                table(
                  ['*', '*', '*'],
                  ['From', 'to', 'cut'],
                  rule.pieces.map((c) => [
                    num(onTape(c.fromM, family)),
                    num(onTape(c.toM, family)),
                    num(onTape(c.cutM, family)),
                  ]),
                ),
              ]
            : []),
        ];
      }),
    ),
    subheading('Runs'),
    para(`Ends closed ${runEndWords(plan.build.runEnd).words}. ${runEndWords(plan.build.runEnd).drawback}`),
    table(
      ['*', '*', 'auto', 'auto', 'auto'],
      ['Block', 'Beds', 'Runs', 'Laid', 'Cut'],
      layouts.flatMap((b) =>
        runCuts(plan, b).map((c) => [
          blockName(p, c.block),
          ranges(c.beds),
          num(`${c.count}`),
          num(p.show(c.laidM, 'length')),
          num(p.show(c.cutM, 'length')),
        ]),
      ),
    ),
    subheading('From which roll or stick'),
    ...shop.lines
      .filter((l) => l.cuts && l.cuts.rolls.length > 0)
      .flatMap((l): Content[] => [
        {
          text: `${itemName(l.item, p.show)}: ${l.cuts!.bought} to buy, at least ${l.cuts!.atLeast} are needed`,
          bold: true,
          margin: [0, 4, 0, 0],
        },
        table(
          ['auto', '*', 'auto'],
          [l.item.sold, 'cut', 'left'],
          l.cuts!.rolls.slice(0, MOST_ROLLS).map((r, i) => [
            `${r.had ? 'yours' : i + 1}: ${p.show(r.lengthM, 'length')}`,
            cutGroups(r, plan)
              .map((c) => `${c.count > 1 ? `${c.count} × ` : ''}${p.show(c.lengthM, 'length')} (${c.goesTo})`)
              .join(', '),
            num(p.show(r.leftM, 'length')),
          ]),
        ),
        ...(l.cuts!.rolls.length > MOST_ROLLS
          ? [para(`and ${l.cuts!.rolls.length - MOST_ROLLS} more cut like these.`)]
          : []),
      ]),
    ...(trenches.length > 0
      ? [
          subheading('Trenches'),
          caution('have buried services located before you dig.'),
          table(
            ['*', 'auto', 'auto', 'auto'],
            ['To', 'Long', 'Deep', 'Soil'],
            trenches.map((t) => [
              blockName(p, t.to),
              num(p.show(t.lengthM, 'length')),
              num(p.show(t.depthM, 'height')),
              num(p.show(t.spoilM3 * 1000, 'volume')),
            ]),
          ),
        ]
      : []),
  ];
};
const MOST_ROLLS = 40;

/** Rows of four cells as rows of eight, the second half beside the first. */
function pairs(rows: TableCell[][]): TableCell[][] {
  const half = Math.ceil(rows.length / 2);
  return Array.from({ length: half }, (_, i) => [...rows[i], ...(rows[i + half] ?? ['', '', '', ''])]);
}

/** A strip at true size: a mark for each hole, tile by tile, with a line of known length to measure. */
const holes: SheetMaker = (p) => {
  const layouts = p.states[0]?.results.layout.blocks ?? [];
  const rules = [...new Map(layouts.flatMap((b) => holeRules(b)).map((r) => [r.spacingM, r])).values()];
  if (rules.length === 0)
    return [
      heading('Strip rule for planting holes'),
      para('Nothing lies under film or ground cover, so no holes are cut.'),
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
          `<circle cx="20" cy="${y.toFixed(3)}" r="3" fill="none" stroke="#000" stroke-width=".4"/><path d="M5 ${y.toFixed(3)}H35" stroke="#000" stroke-width=".3"/><text x="38" y="${(y + 1.5).toFixed(3)}" font-size="4" font-family="Page">hole ${k + 1}</text>`,
        );
      }
      return {
        stack: [
          {
            text: `Strip rule, one hole every ${p.show(spacingM, 'spacing')} (${blockName(p, block)}): tile ${tile + 1} of ${tiles}`,
            style: 'subheading',
          },
          para(
            'Print at full size. The line on the right is 100 mm long: measure it before you cut. Glue tiles edge to edge at the cut lines.',
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

const steps: SheetMaker = (p) => {
  const list = stepsFor(p.plan, p.show, p.states[0]?.results.layout);
  const done = new Map(p.plan.build.done.map((d) => [d.step, d]));
  return [
    heading('Steps, in the order of work'),
    ...list.map((s, i): Content => ({
      unbreakable: true,
      margin: [0, 0, 0, 8],
      columns: [
        { ...(box() as object), margin: [0, 2, 0, 0] } as Content,
        {
          stack: [
            { text: `${i + 1}. ${s.title}${done.has(s.id) ? ' (done)' : ''}`, bold: true },
            { text: s.does.join(' ') },
            ...(s.tools.length > 0 ? [{ text: `At hand: ${s.tools.join(', ')}.`, italics: true }] : []),
            ...s.mistakes.map((m) => ({
              text: `Mind: ${m}`,
              margin: [10, 0, 0, 0] as [number, number, number, number],
            })),
            ...s.cautions.map((c) => caution(c)),
            { text: `Right when: ${s.check}` },
            {
              text: [
                `about ${s.hours.toFixed(1)} h alone, ${s.hoursTwo.toFixed(1)} h for two`,
                s.dry ? 'dry weather' : '',
                s.warm ? 'pipe warm from the sun' : '',
                s.helper ? 'a helper' : '',
              ]
                .filter(Boolean)
                .join(' · '),
              color: '#444',
            },
          ],
        },
      ],
    })),
  ];
};

const timer: SheetMaker = (p) => [
  heading('The timer’s programme'),
  p.programme.length === 0
    ? para('No times are worked out yet: see Sets.')
    : table(
        ['auto', '*', '*', 'auto', 'auto'],
        ['Station', 'Set', 'Opens at', 'Minutes', 'Every'],
        p.programme.map((r) => [
          num(`${r.station}`),
          r.name,
          r.starts.map(clock).join(', '),
          num(`${r.minutes}`),
          r.everyDays > 1 ? `${r.everyDays} days` : 'day',
        ]),
      ),
];

const walk: SheetMaker = (p) => {
  const open = p.states.filter((s) => s.how === 'open' && !s.backup);
  return [
    heading('First walk'),
    para('Water on, one set after the other. Write down what is there beside what should be.'),
    ...open.flatMap((s): Content[] => [
      subheading(setName(s)),
      table(
        ['*', 'auto', 80],
        ['Place', 'Should read', 'Reads'],
        [
          ...s.results.head
            .filter((g) => g.step.part.role === 'gauge')
            .map((g, i) => [`gauge ${i + 1} of the head`, num(p.show(g.afterKpa, 'pressure')), blank(70)]),
          ['flow, by meter or bucket', num(p.show(s.results.flowLph, 'flow')), blank(70)],
          ...s.results.blocks
            .filter((b) => b.flowLph > 0)
            .map((b) => [
              `${p.plan.blocks[b.index].name}, at its header’s feed`,
              num(p.show(b.feedKpa, 'pressure')),
              blank(70),
            ]),
        ],
      ),
    ]),
    ...[
      'Every joint of the head is dry',
      'Every joint of the mains is dry',
      'Every take-off is dry',
      'Every far end drips',
      'Ends open and close',
    ].map((text): Content => ({ columns: [box(), { text }], margin: [0, 2, 0, 2] })),
  ];
};

const labels: SheetMaker = (p) => {
  const { plan, states } = p;
  const names = [
    ...plan.head.filter((x) => !isBranch(x.role) && x.role !== 'adaptor').map((x) => x.name),
    ...plan.blocks.map((b) => b.name),
    ...plan.watering.sets.map((s) => s.name),
    ...(states[0]?.results.layout.blocks ?? []).flatMap((b) =>
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
    heading('Labels to cut'),
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

const MAKERS: Record<SheetId, SheetMaker> = { farm, head, parts, cut, holes, steps, timer, walk, labels };

/**
 * Field sheets as a document to print, black and white readable: any of them alone, or all. Each page bears the plan's name, the day and
 * the plan's fingerprint, by which an old print is known.
 */
export function fieldSheets(
  printed: Printed,
  which: readonly SheetId[] = SHEETS.map((s) => s.id),
): TDocumentDefinitions {
  const { plan, stated, on } = printed;
  const mark = fingerprint(writePlan(stated));
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
    info: { title: `${plan.name}: field sheets`, creator: 'Idle Furrow' },
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
          text: `${plan.name} · ${on} · plan ${mark} · planning figures, not a design signed by an engineer`,
          fontSize: 7.5,
          width: '*',
        },
        { text: `page ${now} of ${all}`, fontSize: 7.5, alignment: 'right', width: 80 },
      ],
    }),
    content,
  };
}
/** How far under the usual place the foot of the farm's page stands, points. */
const FARM_FOOT_PT = 32;
const isAcross = (c: Content): boolean => (c as { pageOrientation?: string }).pageOrientation === 'landscape';
