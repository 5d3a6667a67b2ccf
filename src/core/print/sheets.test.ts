import type { Content } from 'pdfmake/interfaces';
import { SOUND } from '../check/battery.testing';
import { layOut } from '../layout';
import { judge } from '../check';
import { type Show } from '../farm';
import { shopFor, stepsFor } from '../works';
import { fillIn, type Plan } from '../plan';
import type { Programme } from '../sets';
import { format, METRIC } from '../units';
import { fieldSheets, type SHEETS } from './index';

/*
 * What is printed, read back cell by cell: 8 beds of 40 m, two runs on each, 0.75 m wide with paths of 0.45 m, on a tap 5 m left of and
 * 3 m before the block.
 */

const show: Show = (v, k) => format(v, k, METRIC);
const BEDS = 8;
const RUNS = 16;
/** From one bed to the next, and from a bed's edge to its runs: a quarter and three quarters of 0.75 m. */
const PITCH_M = 1.2;
const INSETS_M = [0.1875, 0.5625];

interface Read {
  texts: string[];
  tables: string[][][];
  drawings: string[];
}

/** What stands on a sheet: loose lines, tables as rows of words, drawings. */
function readBack(content: Content): Read {
  const read: Read = { texts: [], tables: [], drawings: [] };
  const plainText = (t: unknown): string =>
    typeof t === 'string'
      ? t
      : Array.isArray(t)
        ? t.map(plainText).join('')
        : plainText((t as { text: unknown }).text);
  const cell = (c: unknown): string =>
    typeof c === 'string' ? c : c && typeof c === 'object' && 'text' in c ? plainText(c) : '';
  const walk = (c: unknown): void => {
    if (Array.isArray(c)) c.forEach(walk);
    else if (typeof c === 'string') read.texts.push(c);
    else if (c && typeof c === 'object') {
      const node = c as Record<string, unknown>;
      if (node.table) {
        const { body } = node.table as { body: unknown[][] };
        read.tables.push(body.map((row) => row.map((one) => cell(one).replace(/\u00a0/g, ' '))));
      }
      if ('text' in node) read.texts.push(plainText(node));
      if (node.svg) read.drawings.push(node.svg as string);
      walk(node.stack ?? []);
      walk(node.columns ?? []);
    }
  };
  walk(content);
  return { ...read, texts: read.texts.map((t) => t.replace(/\u00a0/g, ' ')) };
}

const PRICED = 12.5;
const judged = judge(SOUND);
const tapeLine = shopFor(judged.plan).lines.find((l) => l.item.unit === 'm' && l.used > 600)!;
const stated: Plan = {
  ...SOUND,
  build: {
    currency: '€',
    prices: [{ item: tapeLine.item.id, price: PRICED, per: 'pack' }],
    done: [{ step: stepsFor(judged.plan, show, layOut(judged.plan))[0].id }],
  } as Plan['build'],
};
const whole = judge(stated);
const shop = shopFor(whole.plan);
const layout = layOut(whole.plan);
type SheetId = (typeof SHEETS)[number]['id'];
const sheet = (id: SheetId, more: object = {}): Read =>
  readBack(
    fieldSheets(
      {
        stated,
        plan: whole.plan,
        layout,
        states: whole.states,
        shop,
        programme: { rows: [], months: [] },
        choice: METRIC,
        show,
        on: '2027-03-01',
        ...more,
      },
      [id],
    ).content as Content,
  );
const withHead = (read: Read, first: string): string[][] => read.tables.find((t) => t[0].includes(first))!;
const numberIn = (text: string): number => Number(text.replace(/[^0-9.]/g, ''));

test('every take-off stands on the header’s rule where the beds are, with its run, side and hole', () => {
  const rows = withHead(sheet('cut'), 'Hole').slice(1);
  const marks = [...rows.map((r) => r.slice(0, 4)), ...rows.map((r) => r.slice(4))];
  const seen = new Map(marks.map(([at, what, side, hole]) => [what, { cm: numberIn(at), side, hole }]));
  for (let bed = 0; bed < BEDS; bed++)
    for (const [r, inset] of INSETS_M.entries()) {
      const found = seen.get(`run ${bed + 1}.${r + 1}`)!;
      expect(Math.abs(found.cm - 100 * (bed * PITCH_M + inset))).toBeLessThanOrEqual(0.05 + 1e-6);
      expect([found.side, found.hole]).toEqual(['far end', '8 mm']);
    }
  expect(marks.filter(([, what]) => what.startsWith('run'))).toHaveLength(RUNS);
  // The pipe ends a hand's breadth past its last take-off.
  expect(seen.get('end')!.cm).toBeCloseTo(896.3 + 20, 1);
});

test('the header is drawn to one scale: every mark where its distance puts it', () => {
  const [drawing] = sheet('cut').drawings;
  const takeOffs = [...drawing.matchAll(/M([\d.]+) 8V3"/g)].map((m) => Number(m[1]));
  expect(takeOffs).toHaveLength(RUNS);
  // 9.16 m on 17 cm: at 1:75 they fit, at 1:50 not.
  const mmPerM = 1000 / 75;
  expect(sheet('cut').texts).toContain('Drawn at 1:75.');
  takeOffs.forEach((x, i) => expect(x).toBeCloseTo(mmPerM * ((i >> 1) * PITCH_M + INSETS_M[i % 2]), 2));
});

test('runs are told by their beds, count and lengths, and every roll’s cuts and rest add up to it', () => {
  const cut = sheet('cut');
  const [, [block, beds, count, laid, length]] = withHead(cut, 'Laid');
  expect([block, beds, count, laid]).toEqual(['Block 1', '1–8', '16', '40 m']);
  expect(numberIn(length)).toBeGreaterThan(40);
  const rolls = cut.tables.filter((t) => t[0][0] === 'roll').flatMap((t) => t.slice(1));
  expect(rolls.length).toBeGreaterThan(5);
  let tapeM = 0;
  for (const [roll, cuts, left] of rolls) {
    const holds = Number(/: ([\d.]+) m/.exec(roll)![1]);
    const pieces = cuts.split(/\), /).map((c) => {
      const [, times, m] = /^(?:(\d+) × )?([\d.]+) m/.exec(c)!;
      return Number(times ?? 1) * Number(m);
    });
    const sum = pieces.reduce((a, b) => a + b, 0);
    // Each figure is rounded to a tenth.
    expect(Math.abs(holds - sum - numberIn(left))).toBeLessThanOrEqual(0.1 * (pieces.length + 1));
    if (holds === 100) tapeM += sum;
  }
  expect(tapeM).toBeGreaterThanOrEqual(RUNS * 40);
});

test('every bought line stands on the parts sheet, with what is used, bought and left over, and prices add up', () => {
  const parts = sheet('parts');
  const rows = parts.tables.flatMap((t) => t.slice(1));
  expect(rows).toHaveLength(shop.lines.length);
  for (const [, what, used, buy, left] of rows) {
    if (buy === 'is there') continue;
    const [needs, spare = '0'] = used.split(' and ');
    const [packs, holds] = buy.includes('×') ? buy.split(' × ').map(numberIn) : [numberIn(buy), 1];
    const over = left === '' ? 0 : numberIn(left);
    expect([what, Math.abs(packs * holds - numberIn(needs) - numberIn(spare) - over) <= 0.51]).toEqual([
      what,
      true,
    ]);
  }
  const tape = rows.find(([, what]) => what.startsWith('tape,'))!;
  // 16 runs of 40 m and what their ends take need seven rolls of 100 m.
  expect(tape[3]).toBe('7 × 100 m');
  expect(tape[5]).toBe('87.50 €');
  expect(parts.texts.at(-1)).toContain(
    `Known prices: 87.50 €. ${shop.lines.length - 2} lines have no price yet`,
  );
});

test('gauges, mains and joints of the head are told in the order of the water', () => {
  const head = sheet('head');
  expect(withHead(head, 'Inlet').map((r) => r[1])).toEqual([
    'Part, in the order of the water',
    'double check valve',
    'gauge, on a tee',
    '1 in screen filter',
    'gauge, on a tee',
  ]);
  const gauges = withHead(head, 'Gauge').slice(1);
  // Shut, both show what the tap has with everything shut.
  expect(gauges.map((r) => r[1])).toEqual(['350 kPa', '350 kPa']);
  expect(numberIn(gauges[0][2])).toBeGreaterThan(numberIn(gauges[1][2]));
  // From the tap's place to the block's corner: √(5² + 3²) m.
  expect(withHead(head, 'Pipe')[1]).toEqual(['1', 'the head', 'Block 1', '1¼ in poly pipe', '5.8 m']);
  const joints = withHead(head, 'by').slice(1);
  expect(joints[0].slice(0, 3)).toEqual(['1 ×', 'tap', 'double check valve']);
  expect(joints.at(-1)![2]).toBe('1¼ in poly pipe');
});

test('the walk asks at each place for what the plan has there, and leaves room to write', () => {
  const rows = withHead(sheet('walk'), 'Should read').slice(1);
  const open = whole.states.find((s) => s.how === 'open')!.results;
  expect(rows.map((r) => r[0])).toEqual([
    'gauge 1 of the head',
    'gauge 2 of the head',
    'flow, by meter or bucket',
    'Block 1, at its header’s feed',
  ]);
  expect(rows[2][1]).toBe(show(open.flowLph, 'flow').replace(/\u00a0/g, ' '));
  // What a held regulator lets out, less what it loses.
  expect(Math.abs(numberIn(rows[3][1]) - open.blocks[0].feedKpa)).toBeLessThanOrEqual(0.5);
});

test('steps are numbered in their order, and what is done says so', () => {
  const titles = sheet('steps').texts.filter((t) => /^\d+\. /.test(t));
  expect(titles.map((t) => parseInt(t, 10))).toEqual(titles.map((_, i) => i + 1));
  expect(titles).toHaveLength(stepsFor(whole.plan, show, layout).length);
  expect(titles.filter((t) => t.endsWith('(done)'))).toEqual([titles[0]]);
});

test('a label for each part that is no gauge, each block and each bed, four to a row', () => {
  const [rows] = sheet('labels').tables;
  expect(rows.every((r) => r.length === 4)).toBe(true);
  expect(rows.flat().filter(Boolean)).toEqual([
    'double check valve',
    '1 in screen filter',
    'Block 1',
    ...Array.from({ length: BEDS }, (_, i) => `Block 1 · ${i + 1}`),
  ]);
});

test('valves at the head are told with the head, those at blocks at their inlets; labels bear number and station', () => {
  const block = (id: string, name: string, more: object): Plan['blocks'][number] => ({
    ...SOUND.blocks[0],
    id,
    name,
    ...more,
  });
  const wired = fillIn({
    ...SOUND,
    tees: [{ id: 't', xM: 20, yM: 0 }],
    blocks: [block('n', 'North', {}), block('s', 'South', { xM: 20, main: { from: 't' } })],
    watering: {
      switching: { by: 'wired' },
      sets: ['n', 's'].map((id) => ({ id, name: id, beds: [{ block: id }] })),
    },
  });
  const of = { plan: wired, layout: layOut(wired), shop: shopFor(wired) };
  const told = sheet('head', of);
  expect(told.texts).toContain('V1 · North: 1 in solenoid valve');
  expect(told.texts.join(' ')).not.toContain('V2 · South');
  const inlets = told.tables.filter((t) => t[0].includes('Part, in the order of the water')).slice(1);
  expect(inlets.map((t) => t.slice(1).map((row) => row[1]))).toEqual([
    ['mid-flow regulator'],
    ['1 in solenoid valve', 'mid-flow regulator'],
  ]);
  const cells = sheet('labels', of).tables[0].flat();
  expect(cells).toContain('V1 · North · station 1');
  expect(cells).toContain('V2 · South · station 2');
  const steps = stepsFor(wired, show, of.layout);
  const does = (id: string): string => steps.find((x) => x.id === id)!.does.join(' ');
  expect(does('head')).toContain('V1 1 in solenoid valve');
  expect(does('head')).not.toContain('V2');
  expect(does('controller')).toMatch(/Station 1: V1\. Station 2: V2\./);
});

test('the programme says what opens each set, its valves, its starts by the clock, how long, and each month’s share', () => {
  const programme = {
    rows: [
      { what: 'station 1', valves: 'V1', name: 'North', starts: [65, 1320], minutes: 42, everyDays: 1 },
      {
        what: 'by hand',
        valves: 'V2, V3',
        name: 'South',
        starts: [0],
        minutes: 7,
        litres: 400,
        everyDays: 3,
      },
    ],
    months: [
      { month: '2027-05', share: 0.6 },
      { month: '2027-06', share: 1 },
    ],
  } as unknown as Programme;
  const made = sheet('timer', { programme });
  expect(withHead(made, 'Opened by').slice(1)).toEqual([
    ['station 1', 'V1', 'North', '01:05, 22:00', '42 min', 'day'],
    ['by hand', 'V2, V3', 'South', '00:00', expect.stringMatching(/400.*about 7 min/), '3 days'],
  ]);
  expect(withHead(made, 'Month').slice(1)).toEqual([
    ['2027-05', '60 %'],
    ['2027-06', '100 %'],
  ]);
  expect(sheet('timer').texts.join(' ')).toContain('No times are worked out yet');
});

test('the strip rule has a hole every spacing over all its tiles, at true size', () => {
  const { drawings } = sheet('holes');
  expect(drawings.length).toBeGreaterThan(1);
  let fromMm = 0;
  const at: number[] = [];
  for (const drawing of drawings) {
    at.push(...[...drawing.matchAll(/cy="([\d.]+)"/g)].map((m) => fromMm + Number(m[1])));
    // The line to measure is 100 mm of the drawing's own units, which are millimetres.
    expect(drawing).toContain('M120 20V120');
    fromMm += Number(/viewBox="0 0 170 ([\d.]+)"/.exec(drawing)![1]);
  }
  const step = at[1] - at[0];
  expect(step).toBeCloseTo(300, 2);
  [...new Set(at.map((y) => Math.round(y)))].forEach((y, i) =>
    expect(Math.abs(y - i * step)).toBeLessThanOrEqual(1),
  );
  expect(drawings.join()).toContain(`hole ${Math.floor(fromMm / step)}<`);
});
