import anyAscii from 'any-ascii';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { BATTERY, SOUND } from '../check/battery.testing';
import { layOut } from '../layout';
import type { Plan } from '../plan';
import { judge } from '../check';
import { itemName, type Show } from '../farm';
import { ranges, shopFor } from '../works';
import { lineWorking } from '../working';
import { format, METRIC } from '../units';
import { fieldSheets, fingerprint, hasOtherLetters, inOwnLetters, onTape, SHEETS } from './index';

const show: Show = (v, k) => format(v, k, METRIC);

test('lengths are told as a tape measure has them', () => {
  expect(onTape(1.2346, 'metric')).toBe('123.5 cm');
  // 53 ft 10½ in.
  expect(onTape(53 * 0.3048 + 10.5 * 0.0254, 'inch')).toBe('53 ft 10 1/2 in');
  expect(onTape(0.0254 * 7.25, 'inch')).toBe('7 1/4 in');
  expect(onTape(0.0254 * 0.125, 'inch')).toBe('1/8 in');
  expect(onTape(0.3048, 'inch')).toBe('1 ft 0 in');
  // Rounded up to a whole foot.
  expect(onTape(0.3048 - 1e-6, 'inch')).toBe('1 ft 0 in');
});

test('names in a row are told as ranges', () => {
  expect(ranges(['1', '2', '3', '5', '7', '8'])).toBe('1–3, 5, 7, 8');
  expect(ranges(['2', '2b', '3'])).toBe('2, 2b, 3');
  expect(ranges([])).toBe('');
});

test('the mark is the hash it says, and another for any change', () => {
  // FNV-1a of “a” and of nothing, as published.
  expect(fingerprint('a')).toBe('e40c292c');
  expect(fingerprint('')).toBe('811c9dc5');
  expect(fingerprint('plan')).not.toBe(fingerprint('plaN'));
});

test('letters that the page’s type lacks are set in the wider one, and written out in drawings', () => {
  expect(inOwnLetters('½ in')).toBe('½ in');
  expect(inOwnLetters({ text: '⅝ in' })).toEqual({ text: [{ text: '⅝', font: 'Wide' }, { text: ' in' }] });
  expect(inOwnLetters({ stack: ['Żółta łąka'] })).toEqual({
    stack: [{ text: expect.arrayContaining([{ text: 'Ż', font: 'Wide' }]) }],
  });
  // Scripts that neither type has are said in plain letters, or told to be missing; a letter made of two is one.
  expect(inOwnLetters('畑 1', anyAscii)).toBe('Tian 1');
  expect(inOwnLetters('畑 1')).toBe('? 1');
  expect(inOwnLetters('e\u0301te')).toBe('éte');
  expect([hasOtherLetters({ stack: ['Żółta', { text: '畑' }] }), hasOtherLetters(['Żółта'])]).toEqual([
    true,
    false,
  ]);
  expect(inOwnLetters({ svg: '<text font-family="Page">Łąka & 畑</text>' }, () => '<T>')).toEqual({
    svg: '<text font-family="Wide">Łąka &  T </text>',
  });
  // Eighty letters without a space are broken where a column ends.
  expect(inOwnLetters('x'.repeat(80))).toEqual({ text: 'x'.repeat(80), wordBreak: 'break-all' });
  expect(inOwnLetters({ svg: '<text>⅝ in ≤ 3</text>' })).toEqual({ svg: '<text> 5/8 in at most  3</text>' });
  const layout = { hLineWidth: () => 1 };
  expect((inOwnLetters({ layout }) as { layout: unknown }).layout).toBe(layout);
});

describe('field sheets', () => {
  const { plan: stated } = BATTERY.find((b) => b.finds.length === 0)!;
  const judged = judge(stated);
  const states = judged.states.filter((s) => s.how === 'open' && !s.backup);
  const printed = {
    stated,
    plan: judged.plan,
    layout: layOut(judged.plan),
    states,
    shop: shopFor(judged.plan),
    programme: judged.outlook?.programme ?? { rows: [], months: [] },
    choice: METRIC,
    show,
    on: '2027-03-01',
  };
  const words = (document: TDocumentDefinitions): string =>
    JSON.stringify(document.content).replace(/\u00a0/g, ' ');

  test('any of them alone, or all', () => {
    for (const { id } of SHEETS) {
      const alone = fieldSheets(printed, [id]);
      expect([id, words(alone).length > 40]).toEqual([id, true]);
      expect(words(fieldSheets(printed))).toContain(words(alone).slice(-60, -2));
    }
    expect(words(fieldSheets(printed, ['steps']))).not.toContain('Parts and shopping');
  });

  test('gauges are told shut and for each set, by the solver', () => {
    const gauges = states[0].results.head.filter((g) => g.step.part.role === 'gauge');
    expect(gauges.length).toBeGreaterThan(0);
    const head = words(fieldSheets(printed, ['head']));
    for (const g of gauges) {
      expect(head).toContain(show(g.restKpa, 'pressure').replace(/\u00a0/g, ' '));
      expect(head).toContain(show(g.afterKpa, 'pressure').replace(/\u00a0/g, ' '));
    }
  });

  test('paper is the plan’s own, and the footer bears name, day and mark', () => {
    const letter = fieldSheets({
      ...printed,
      plan: { ...judged.plan, build: { ...judged.plan.build, paper: 'letter' } },
    });
    expect(letter.pageSize).toBe('LETTER');
    expect(fieldSheets(printed).pageSize).toBe('A4');
    const foot = JSON.stringify((letter.footer as (n: number, of: number) => unknown)(2, 7));
    expect(foot).toMatch(/2027-03-01 · plan [0-9a-f]{8}/);
    expect(foot).toContain('page 2 of 7');
  });
});

test('of a plan in sets everything is printed, and each gauge with what it reads in the sets that open its block', () => {
  const gauge = (id: string) => [{ id, kind: 'gauge' }];
  const stated: Plan = {
    ...SOUND,
    blocks: ['a', 'c'].map((id, i) => ({
      ...SOUND.blocks[0],
      id,
      name: `Field ${id}`,
      xM: 30 * i,
      inlet: [...SOUND.blocks[0].inlet!, ...gauge(`g${id}`)],
    })),
    watering: { sets: ['a', 'c'].map((id) => ({ id: `set-${id}`, beds: [{ block: id }] })) },
  };
  const judged = judge(stated);
  const states = judged.states.filter((s) => s.how === 'open' && !s.backup);
  expect(states).toHaveLength(2);
  const layout = layOut(judged.plan);
  const content = (id: 'farm' | 'cut' | 'head' | 'labels'): string =>
    JSON.stringify(
      fieldSheets(
        {
          stated,
          plan: judged.plan,
          layout,
          states,
          shop: shopFor(judged.plan),
          programme: { rows: [], months: [] },
          choice: METRIC,
          show,
          on: '2027-03-01',
        },
        [id],
      ).content,
    );
  for (const name of ['Field a', 'Field c']) {
    expect(content('cut')).toContain(name);
    expect(content('labels')).toContain(`${name} · 1`);
  }
  const runs = layout.blocks.flatMap((b) => b.runs).length;
  expect(content('cut').match(/"run [0-9a-z.]+"/g)).toHaveLength(runs);
  // No bed is drawn as one that rests.
  expect(content('farm')).toMatch(/class=..bed../);
  expect(content('farm')).not.toContain('bed rests');
  // Set by set its own gauge alone reads.
  expect(content('head').match(/"–"/g)).toHaveLength(2);
});

test('the working of every line of every planted plan gives what is bought', () => {
  for (const { plan: stated } of BATTERY.filter((_, i) => i % 7 === 0)) {
    const { plan } = judge(stated);
    for (const line of shopFor(plan).lines) {
      const working = lineWorking(line, plan, show);
      const terms = working.terms.map((t) => t.value);
      // Of what was cut from the grower's own pieces nothing is left to buy; of the rest each metre is used or left over.
      const slack = line.cuts ? 0.01 * line.cuts.rolls.reduce((n, r) => n + r.cuts.length, 0) + 1e-6 : 1e-6;
      expect(Math.abs(working.gives!(terms) - working.result!.value)).toBeLessThanOrEqual(slack);
      expect(working.title).toBe(itemName(line.item, show));
    }
  }
});
