import { msg } from '../../language';
import { itemName, packWord, riserText, STYLES, trenchesOf } from '../../farm';
import {
  boughtText,
  cutGroups,
  endSentence,
  headerRules,
  runEndsOf,
  markWords,
  sideWords,
  ranges,
  runCuts,
  type HeaderRule,
} from '../../works';
import { pipeKind } from '../../catalog/pipes';
import { SCALES } from '../../formats/paper';
import { caution, cutText, heading, num, onTape, para, PT_PER_MM, subheading, table } from '../page';
import type { Content, TableCell } from 'pdfmake/interfaces';
import { mainName, type BlockLayout } from '../../layout';
import { blockName, type Printed, type SheetMaker } from './printed';

const RULE_MM = 170;
/** The usual scale at which a header fits the width of the page: one in so many. */
const scaleOf = ({ lengthM }: HeaderRule): number =>
  HEADER_SCALES.find((s) => lengthM * MM_PER_M <= RULE_MM * s) ?? HEADER_SCALES[HEADER_SCALES.length - 1];
const HEADER_SCALES = [10, 20, 25, ...SCALES];
const MM_PER_M = 1000;

/** A header drawn to scale, with its take-offs. */
function ruleDrawing(rule: HeaderRule): Content {
  const k = MM_PER_M / scaleOf(rule);
  const endMm = (rule.lengthM * k).toFixed(2);
  const marks = rule.marks.map((m) => {
    const x = (m.atM * k).toFixed(2);
    if (m.kind === 'take-off')
      return `<path d="M${x} 8V${m.side === 'near' ? 13 : 3}" stroke="#000" stroke-width=".4"/>`;
    if (m.kind === 'end') return `<path d="M${x} 5.5V10.5" stroke="#000" stroke-width=".9"/>`;
    return `<path d="M${x} 6l1.4 2l-1.4 2l-1.4 -2z" fill="#fff" stroke="#000" stroke-width=".3"/>`;
  });
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-3 0 ${RULE_MM + 6} 16" width="${RULE_MM + 6}" height="16"><circle cx="0" cy="8" r="1.6" fill="#000"/><path d="M0 8H${endMm}" stroke="#000" stroke-width=".8"/>${marks.join('')}</svg>`,
    // Each millimetre of it is one on paper.
    width: (RULE_MM + 6) * PT_PER_MM,
    margin: [0, 2, 0, 2],
  };
}

/** A header by its rule: where each hole is punched, and what it is cut into where it is made of tees. */
function ruleContent(p: Printed, b: BlockLayout, rule: HeaderRule): Content[] {
  const { family } = p.plan.build;
  const style = rule.marks.find((m) => m.style)?.style;
  return [
    subheading(
      msg`${b.block.name}: ${pipeKind(rule.pipe.pipe).name}${rule.header > 0 ? msg`, second header` : ''}, ${rule.way === 'left' ? msg`to the left` : msg`to the right`} of its feed, ${onTape(rule.lengthM, family)}`,
    ),
    ruleDrawing(rule),
    para(msg`Drawn at 1:${scaleOf(rule)}.`),
    ...(style && style !== 'tee'
      ? [para(msg`Take-offs ${STYLES[style].words}: ${STYLES[style].howTo}.`)]
      : []),
    table(
      ['auto', 'auto', '*', 'auto', 'auto', 'auto', '*', 'auto'],
      [msg`At`, msg`What`, msg`Side`, msg`Hole`, msg`At`, msg`What`, msg`Side`, msg`Hole`],
      pairs(
        rule.marks.map((m) => [
          num(onTape(m.atM, family)),
          markWords(m),
          m.side ? sideWords(m.side) : '',
          m.holeMm
            ? `${m.pilotMm ? msg`${p.show(m.pilotMm, 'bore')}, then ` : ''}${p.show(m.holeMm, 'bore')}`
            : '',
        ]),
      ),
    ),
    ...(rule.pieces.length > 0
      ? [
          para(msg`Made of tees and cut pieces; each cut has what goes into the fittings taken off:`),
          table(
            ['*', '*', '*'],
            [msg`From`, msg`to`, msg`cut`],
            rule.pieces.map((c) => [
              num(onTape(c.fromM, family)),
              num(onTape(c.toM, family)),
              num(onTape(c.cutM, family)),
            ]),
          ),
        ]
      : []),
  ];
}

/** How long each run is cut. */
const runContent = (p: Printed): Content[] => {
  const { plan } = p;
  return [
    ...runEndsOf(plan, p.layout).map((end) => para(endSentence(end))),
    table(
      ['*', '*', 'auto', 'auto', 'auto'],
      [msg`Block`, msg`Beds`, msg`Runs`, msg`Laid`, msg`Cut`],
      p.layout.blocks.flatMap((b) =>
        runCuts(plan, b).map((c) => [
          blockName(p, c.block),
          ranges(c.beds),
          num(`${c.count}`),
          num(p.show(c.laidM, 'length')),
          num(cutText(c.cutM, plan.build.family)),
        ]),
      ),
    ),
  ];
};

/** What is cut from which roll or stick. */
const rollContent = ({ plan, shop, show }: Printed): Content[] => {
  const { family } = plan.build;
  return shop.lines
    .filter((l) => l.cuts && l.cuts.rolls.length > 0)
    .flatMap((l): Content[] => [
      {
        text: msg`${itemName(l.item, show)}: ${boughtText(l, (held) => show(held, 'length')) || '0'} to buy, at least ${l.cuts!.atLeast} needed`,
        bold: true,
        margin: [0, 4, 0, 0],
      },
      table(
        ['auto', '*', 'auto'],
        [packWord(l.item.sold, 1), msg`cut`, msg`left over`],
        l.cuts!.rolls.slice(0, MOST_ROLLS).map((r, i) => [
          `${r.had ? msg`yours` : i + 1}: ${cutText(r.lengthM, family)}`,
          cutGroups(r, plan)
            .map((c) => `${c.count > 1 ? `${c.count} × ` : ''}${cutText(c.lengthM, family)} (${c.goesTo})`)
            .join(', '),
          num(cutText(r.leftM, family)),
        ]),
      ),
      ...(l.cuts!.rolls.length > MOST_ROLLS
        ? [para(msg`and ${l.cuts!.rolls.length - MOST_ROLLS} more cut like these.`)]
        : []),
    ]);
};

/** How long and deep the trenches are. */
function trenchContent(p: Printed): Content[] {
  const trenches = trenchesOf(p.plan, p.layout);
  if (trenches.length === 0) return [];
  return [
    subheading(msg`Trenches`),
    caution(msg`have buried services located before you dig.`),
    table(
      ['*', 'auto', 'auto', 'auto', '*'],
      [msg`To`, msg`Long`, msg`Deep`, msg`Soil`, msg`Risers`],
      trenches.map((t) => [
        mainName(p.plan, p.layout, t.to),
        num(p.show(t.lengthM, 'length')),
        num(p.show(t.depthM, 'height')),
        num(p.show(t.spoilM3 * 1000, 'volume')),
        riserText(t, p.show),
      ]),
    ),
  ];
}

export const cut: SheetMaker = (p) => [
  heading(msg`Header rules and cut list`),
  para(
    msg`All distances are from the fed end (the dot). Lines over the header are runs towards the far end of the beds, lines under it towards their near end.`,
  ),
  ...p.layout.blocks.flatMap((b) => headerRules(p.plan, b).flatMap((rule) => ruleContent(p, b, rule))),
  subheading(msg`Runs`),
  ...runContent(p),
  subheading(msg`From which roll or stick`),
  ...rollContent(p),
  ...trenchContent(p),
];
const MOST_ROLLS = 40;

/** Rows of four cells as rows of eight, the second half beside the first. */
function pairs(rows: TableCell[][]): TableCell[][] {
  const half = Math.ceil(rows.length / 2);
  return Array.from({ length: half }, (_, i) => [...rows[i], ...(rows[i + half] ?? ['', '', '', ''])]);
}
