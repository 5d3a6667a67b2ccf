import { By, until, type WebDriver } from 'selenium-webdriver';
import { blankPlan, type Plan } from '../src/core/plan';
import { fileFor } from './browser';

export const WAIT_MS = 20_000;

/** A kind of edit: how a hand makes it again and again, and what the page shows of it. */
export interface Hand {
  name: string;
  plan: Plan;
  stage: string;
  /** An expression in the page: what it shows of the edits. */
  shows: string;
  /** Runs in the page: makes edits one after the other, the way they run (`way`), until the page is gone. */
  moves: string;
  /** Opens what shows it, where the stage does not at once. */
  show?: (driver: WebDriver) => Promise<void>;
  /** Makes room for further edits; what it leaves is where the moves begin. */
  ready?: (driver: WebDriver) => Promise<void>;
  /** Which way values run, from where the moves begin: a value further on was drawn later. */
  way: (from: number) => 1 | -1;
  /** Moves made through the driver instead of in the page. */
  drive?: (driver: WebDriver, lot: () => number) => Promise<void>;
}

const METRIC = blankPlan('metric');
const beds = (count: number, lengthM: number): Plan => ({
  ...METRIC,
  name: 'Trial field',
  sources: [{ id: 'source-1', kind: 'tap', shutKpa: 400 }],
  blocks: [{ id: 'block-1', beds: { count, lengthM, widthM: 0.8, pathM: 0.4, runsPerBed: 1 } }],
});

const LENGTH = `parseFloat(document.querySelector('input[aria-label^="Length of the beds"]').value)`;
/** The number at the end of what is in a text field; 0 where there is none. */
const numberIn = (label: string): string =>
  `Number((document.querySelector('input[aria-label="${label}"]').value.match(/\\d+$/) || [0])[0])`;
const NAMED = numberIn('Name of the block');
const UNTAKEN = numberIn('Note');
const BED_1 = `[aria-label="Bed 1, length"]`;
const BED_LENGTH = `document.querySelector('${BED_1}').getAttribute('aria-valuenow')`;
const PAINTED = `document.querySelector('[aria-label^="squash and pumpkins: paint squash"]').getAttribute('aria-label').match(/(\\d+) beds/)[1]`;
const ENTRIES = `document.querySelector('[aria-label="Entries"]').dataset.count`;
const HEIGHTS = `(document.body.innerText.match(/(\\d+) heights are measured/) || [0, 0])[1]`;

/** Waits for something on the page. */
const there = (driver: WebDriver, css: string) =>
  driver.wait(until.elementLocated(By.css(css)), WAIT_MS, `not there: ${css}`);
const value = (driver: WebDriver, shows: string): Promise<number> =>
  driver.executeScript<number>(`return Number(${shows})`);

/** Typed letter by letter and over what was there, by the browser's own editing. @param before words before the number */
const typing = (from: string, label = 'Length of the beds', before = ''): string => `
  const field = document.querySelector('input[aria-label^="${label}"]');
  field.focus();
  let n = ${from};
  const next = () => {
    field.select();
    document.execCommand('insertText', false, '${before}' + ++n);
    setTimeout(next, 20 + (n * 37) % 60);
  };
  setTimeout(next, 60);`;

export const HANDS: readonly Hand[] = [
  {
    name: 'typed',
    plan: beds(6, 30),
    stage: 'beds',
    shows: LENGTH,
    way: () => 1,
    ready: async (driver) => {
      if ((await value(driver, LENGTH)) < 800) return;
      await driver.executeScript(`
        const field = document.querySelector('input[aria-label^="Length of the beds"]');
        field.focus(); field.select(); document.execCommand('insertText', false, '30'); field.blur();`);
    },
    moves: typing(LENGTH),
  },
  {
    name: 'a name typed',
    plan: beds(6, 30),
    stage: 'beds',
    shows: NAMED,
    way: () => 1,
    moves: typing(NAMED, 'Name of the block', 'Plot '),
  },
  {
    name: 'a reading typed, not yet taken',
    plan: beds(6, 30),
    stage: 'season',
    shows: UNTAKEN,
    way: () => 1,
    show: async (driver) => {
      await (await there(driver, '#season-book')).click();
      await driver.executeScript(
        `[...document.querySelectorAll('[aria-label="What to note"] button')].find((b) => b.textContent.trim() === 'Note').click()`,
      );
      await there(driver, 'input[aria-label="Note"]');
    },
    moves: typing(UNTAKEN, 'Note', 'Leak '),
  },
  {
    name: 'noted in the book',
    plan: beds(6, 30),
    stage: 'season',
    shows: ENTRIES,
    way: () => 1,
    show: async (driver) => {
      await (await there(driver, '#season-book')).click();
      await there(driver, '[aria-label="Entries"]');
    },
    moves: `
      const buttons = [...document.querySelectorAll('[aria-label="What to note"] button')].filter((b) => /^(Filter cleaned|Flushed)$/.test(b.textContent.trim()));
      let n = 0;
      const tap = () => {
        buttons[n++ % 2].click();
        setTimeout(tap, 20 + (n * 37) % 60);
      };
      setTimeout(tap, 60);`,
  },
  {
    name: 'dragged',
    plan: beds(6, 60),
    stage: 'beds',
    shows: BED_LENGTH,
    way: (from) => (from > 40 ? -1 : 1),
    moves: `
      const middle = (el) => { const b = el.getBoundingClientRect(); return [b.x + b.width / 2, b.y + b.height / 2]; };
      const grip = document.querySelector('[data-bed-end="1"]');
      const [x0, y0] = middle(grip);
      const [x1, y1] = middle(document.querySelector('[data-bed-start="1"]'));
      const long = Math.hypot(x0 - x1, y0 - y1);
      grip.setPointerCapture = () => {};
      const send = (type, by) => grip.dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, button: 0, clientX: x0 + by * (x0 - x1) / long, clientY: y0 + by * (y0 - y1) / long, shiftKey: true }));
      send('pointerdown', 0);
      let n = 0;
      const step = () => {
        n++;
        send('pointermove', way * n * 1.1);
        requestAnimationFrame(step);
      };
      step();`,
  },
  {
    name: 'keys held',
    plan: beds(6, 200),
    stage: 'beds',
    shows: BED_LENGTH,
    way: (from) => (from > 100 ? -1 : 1),
    moves: `
      const slider = document.querySelector('${BED_1}');
      slider.focus();
      let n = 0;
      const press = () => {
        n++;
        const lies = slider.getAttribute('aria-orientation') === 'horizontal';
        const key = lies ? (way < 0 ? 'ArrowLeft' : 'ArrowRight') : way < 0 ? 'ArrowDown' : 'ArrowUp';
        slider.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, repeat: n > 1 }));
        setTimeout(press, 33);
      };
      press();`,
  },
  {
    name: 'painted',
    plan: beds(100, 30),
    stage: 'beds',
    shows: PAINTED,
    way: () => 1,
    show: async (driver) => {
      if (
        (await driver.findElements(By.css('[aria-label^="squash and pumpkins: paint squash"]'))).length === 0
      )
        await (
          await there(driver, '.panel')
        )
          .findElement(By.xpath(".//button[normalize-space(.)='all crops']"))
          .click();
      await there(driver, '[aria-label^="squash and pumpkins: paint squash"]');
    },
    ready: async (driver) => {
      while ((await value(driver, PAINTED)) > 60)
        await driver.executeScript(`document.querySelector('[aria-label^="Undo"]').click()`);
    },
    moves: `
      const brush = document.querySelector('[aria-label^="squash and pumpkins: paint squash"]');
      if (brush.getAttribute('aria-pressed') !== 'true') brush.click();
      const first = Number(${PAINTED});
      const at = (n) => document.querySelector('[data-bed="block-1/' + n + '"]');
      setTimeout(() => {
        at(first + 1).dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, pointerId: 1, button: 0 }));
        let n = first + 1;
        const next = () => {
          at(++n)?.dispatchEvent(new PointerEvent('pointerenter', { pointerId: 1, button: 0 }));
          setTimeout(next, 40);
        };
        next();
      }, 80);`,
  },
  {
    name: 'undone',
    plan: beds(6, 30),
    stage: 'beds',
    shows: LENGTH,
    way: () => -1,
    ready: async (driver) => {
      await driver.executeAsyncScript(`
        const done = arguments[arguments.length - 1];
        const field = document.querySelector('input[aria-label^="Length of the beds"]');
        let n = 100;
        const next = () => {
          field.focus(); field.select(); document.execCommand('insertText', false, String(++n)); field.blur();
          if (n < 140) setTimeout(next, 3); else setTimeout(done, 100);
        };
        next();`);
    },
    moves: `
      const root = document.querySelector('.shell');
      const back = () => {
        root.dispatchEvent(new KeyboardEvent('keydown', { key: 'z', ctrlKey: true, bubbles: true, cancelable: true }));
        setTimeout(back, 45);
      };
      setTimeout(back, 60);`,
  },
  {
    name: 'brought in',
    plan: {
      ...beds(6, 30),
      ground: { heights: [0, 1].map((i) => ({ xM: i, yM: 1, zM: i })) },
      blocks: [{ id: 'block-1', beds: { count: 6, lengthM: 30 }, ground: { by: 'surface' } }],
    },
    stage: 'ground',
    shows: HEIGHTS,
    way: () => 1,
    moves: '',
    ready: async (driver) => {
      if ((await value(driver, HEIGHTS)) < 4000) return;
      await driver.findElement(By.xpath("//button[normalize-space(.)='take all away']")).click();
    },
    drive: async (driver, lot) => {
      const press = async (text: string): Promise<void> => {
        const by = By.xpath(`//button[normalize-space(.)='${text}']`);
        await driver.executeScript(
          'arguments[0].click()',
          await driver.wait(until.elementLocated(by), WAIT_MS),
        );
      };
      for (let round = 0; round < 6; round++) {
        const rows = Array.from({ length: 3 + Math.floor(40 * lot()) }, () =>
          [90 * lot(), 90 * lot(), 3 * lot()].map((v) => v.toFixed(2)).join(','),
        );
        const input = await driver.findElement(By.css('input[aria-label="File of ground"]'));
        await input.sendKeys(fileFor('heights.csv', `x,y,z\n${rows.join('\n')}\n`));
        await press('use these columns');
        await press('take it into the plan');
      }
    },
  },
];
