import { By, until } from 'selenium-webdriver';
import { openPlan, reads, start, VERDICT, type Bench } from './browser';
import type { Plan } from '../src/core/plan';
import { blankPlan } from '../src/core/plan';
import { LONG, oneIn } from './share';

/*
 * Whatever is typed into any field of any stage is there again after a reload, a tenth of a second later: words at once, and what
 * cannot be used as a draft.
 */

let bench: Bench;
beforeAll(async () => {
  bench = await start();
});
afterAll(() => bench?.stop());

const PLAN: Plan = {
  ...blankPlan('metric'),
  name: 'All fields',
  sources: [{ id: 'source-1', kind: 'tap', shutKpa: 400 }],
  blocks: [
    { id: 'block-1', beds: { count: 4, lengthM: 20 } },
    { id: 'block-2', beds: { count: 3, lengthM: 15 } },
  ],
  tapes: [{ id: 'tape-2', name: 'Spare tape', tape: {} }],
  obstacles: [
    {
      id: 'lane-1',
      kind: 'lane',
      points: [
        [0, 40],
        [30, 40],
      ],
    },
  ],
  watering: {
    sets: [
      { id: 'set-1', beds: [{ block: 'block-1', keys: ['1', '2', '3', '4'] }] },
      { id: 'set-2', beds: [{ block: 'block-2', keys: ['1', '2', '3'] }] },
    ],
  },
} as Plan;

/** Every place with fields: the stage, and what is pressed to come to its leaf. */
const PLACES: [string, string][] = [
  ['water', ''],
  ['ground', ''],
  ['beds', ''],
  ['pipework', ''],
  ['check', ''],
  ['sets', '#leaf-who'],
  ['sets', '#leaf-much'],
  ['sets', '#leaf-when'],
  ['sets', '#leaf-feed'],
  ['build', '#build-buy'],
  ['build', '#build-cut'],
  ['build', '#build-steps'],
  ['season', '#season-book'],
  ['season', '#season-cups'],
  ['season', '#season-learn'],
];

/** What is opened in a leaf before there are fields. */
const OPENS: Record<string, string> = {
  '#build-steps': '.panel li [aria-expanded]',
  '#season-book': '[aria-label="What to note"] button:nth-child(9)',
};

/** Fields of the panel that take words, each with what it holds; folded parts are opened first. */
const FIELDS = `
  for (const d of document.querySelectorAll('.panel details')) d.open = true;
  const seen = (e) => e.checkVisibility() && !e.readOnly && !e.disabled;
  const fields = [...document.querySelectorAll('.panel .text-field :is(input, textarea), .panel .field input[type=text]')].filter(seen);
  const name = (e) => (e.getAttribute('aria-label') || '').replace(/ \\(default\\)$/, '');`;
/** Types something into each that is no number, and says what into which. */
const TYPE_ALL = `${FIELDS}
  const typed = [];
  fields.forEach((e, i) => {
    const text = e.closest('.text-field') ? 'zz' + i : '7 zz' + i;
    if (e.maxLength >= 0 && e.maxLength < text.length) return;
    e.focus(); e.select();
    document.execCommand('insertText', false, text);
    typed.push([name(e), text]);
    e.blur();
  });
  return typed;`;
/** What each of them holds. */
const HELD = `${FIELDS} return fields.map((e) => [name(e), e.value]);`;

let typedInAll = 0;
test.each(oneIn(3, PLACES))('in %s %s', async (stage, leaf) => {
  const { driver } = bench;
  await openPlan(bench, PLAN);
  await driver.wait(until.urlContains('/plans/'), 15_000);
  const address = (await driver.getCurrentUrl()).replace(/[^/]*$/, stage);
  const arrive = async (): Promise<void> => {
    await driver.get(address);
    await reads(driver, VERDICT, /\S/);
    if (leaf) await driver.wait(async () => (await driver.findElements(By.css(leaf))).length > 0, 15_000);
    if (leaf) await driver.findElement(By.css(leaf)).click();
    const opens = OPENS[leaf];
    if (opens) {
      await driver.wait(async () => (await driver.findElements(By.css(opens))).length > 0, 15_000);
      await driver.executeScript(
        'const b = document.querySelector(arguments[0]); if (b.ariaExpanded !== "true") b.click();',
        opens,
      );
    }
    await driver.wait(async () => (await driver.executeScript<unknown[]>(HELD)).length > 0, 15_000);
  };
  await arrive();
  const typed = await driver.executeScript<[string, string][]>(TYPE_ALL);
  expect(typed.length).toBeGreaterThan(0);
  typedInAll += typed.length;
  // The promise: a tenth of a second.
  await driver.executeAsyncScript('const done = arguments[0]; setTimeout(done, 100);');
  await arrive();
  const missing = async (): Promise<string[]> => {
    const held = (await driver.executeScript<[string, string][]>(HELD)).map(([, value]) => value);
    return typed.filter(([, text]) => !held.includes(text)).map(([name, text]) => `${name}: ${text}`);
  };
  await driver.wait(async () => (await missing()).length === 0, 5_000).catch(() => undefined);
  expect(await missing()).toEqual([]);
});

test('what is typed on a page that only looks is not kept; what is typed where it is written shows there', async () => {
  const { driver } = bench;
  await openPlan(bench, PLAN);
  await driver.wait(until.urlContains('/plans/'), 15_000);
  const address = (await driver.getCurrentUrl()).replace(/[^/]*$/, 'beds');
  await driver.get(address);
  await reads(driver, VERDICT, /\S/);
  const first = await driver.getWindowHandle();
  await driver.switchTo().newWindow('tab');
  await driver.get(address);
  await reads(driver, VERDICT, /\S/);
  const second = await driver.getWindowHandle();
  await driver.switchTo().window(first);
  await driver.executeScript(
    `const f = document.querySelector('input[aria-label^="Length of the beds"]'); f.focus(); f.select(); document.execCommand('insertText', false, '21 m or so');`,
  );
  await driver.switchTo().window(second);
  await driver.wait(
    async () =>
      (await driver.executeScript<string>(
        `return document.querySelector('input[aria-label^="Length of the beds"]').value`,
      )) === '21 m or so',
    10_000,
  );
  await driver.close();
  await driver.switchTo().window(first);
});

test('how many fields were typed in', () => {
  console.log(`    ${typedInAll} fields typed in and found again`);
  expect(typedInAll).toBeGreaterThan(LONG ? 180 : 40);
});
