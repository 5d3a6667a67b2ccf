import { until, type WebDriver } from 'selenium-webdriver';
import { openPlan, reads, start, VERDICT, type Bench } from './browser';
import { largeFarm } from './farm';
import { LONG } from './share';

/*
 * Whoever edits on and on: the page's memory and the journal stay bounded, and the plan opens again as it was. What it takes is
 * printed.
 */

let bench: Bench;
beforeAll(async () => void (bench = await start()));
afterAll(() => bench.stop());

const EDITS = LONG ? 5000 : 600;
const MB = 1024 * 1024;

/** What the page's own memory holds once it is cleared of what nothing needs, B. */
async function heap(driver: WebDriver): Promise<number> {
  const tools = driver as unknown as {
    sendDevToolsCommand(command: string, given: object): Promise<void>;
    sendAndGetDevToolsCommand(command: string, given: object): Promise<unknown>;
  };
  await tools.sendDevToolsCommand('HeapProfiler.collectGarbage', {});
  const told = (await tools.sendAndGetDevToolsCommand('Runtime.getHeapUsage', {})) as { usedSize: number };
  return told.usedSize;
}

/** Entries of the journal, over all plans. */
const entries = (driver: WebDriver): Promise<number> =>
  driver.executeAsyncScript(`
    const done = arguments[0];
    const opening = indexedDB.open('idle-furrow-journal');
    opening.onsuccess = () => {
      const db = opening.result;
      const count = db.transaction('entries').objectStore('entries').count();
      count.onsuccess = () => { db.close(); done(count.result); };
    };`);

/** Types another length and another width of the beds by turns, each an edit of its own. @returns the most entries seen meanwhile */
const edit = (driver: WebDriver, from: number, to: number): Promise<void> =>
  driver.executeAsyncScript(
    `const [from, to, done] = arguments;
    const field = (name) => document.querySelector('input[aria-label^="' + name + '"]');
    let i = from;
    const next = () => {
      if (i >= to) return done();
      const f = field(i % 2 ? 'Length of the beds' : 'Bed width');
      f.focus(); f.select();
      document.execCommand('insertText', false, i % 2 ? (100 + (i % 97)) + ' m' : (0.7 + (i % 89) / 500).toFixed(3) + ' m');
      f.blur();
      i++;
      setTimeout(next, 4);
    };
    next();`,
    from,
    to,
  );

test('thousands of edits in a row: memory and journal stay bounded, and the plan opens again as it was', async () => {
  const { driver } = bench;
  await driver.manage().setTimeouts({ script: 600_000 });
  await openPlan(bench, largeFarm(4, 10, 100, false));
  await driver.wait(until.urlContains('/plans/'), 15_000);
  const address = (await driver.getCurrentUrl()).replace(/[^/]*$/, 'beds');
  await driver.get(address);
  await reads(driver, VERDICT, /\S/);
  // The first five hundred are kept to be undone: what they hold is no growth.
  const STEP = 100;
  let at = 0;
  let most = 0;

  const editUpTo = async (to: number): Promise<void> => {
    for (; at < to; at += STEP) {
      await edit(driver, at, at + STEP);
      most = Math.max(most, await entries(driver));
    }
  };
  await editUpTo(500);
  const before = await heap(driver);
  await editUpTo(EDITS);
  const grown = (await heap(driver)) - before;
  const length = await driver.executeScript<string>(
    `return document.querySelector('input[aria-label^="Length of the beds"]').value`,
  );
  const began = Date.now();
  await driver.get(address);
  await reads(driver, VERDICT, /\S/);
  const opened = Date.now() - began;
  console.log(
    `    ${EDITS} edits: memory grew by ${(grown / MB).toFixed(1)} MB after the first 500 (aim 20); at most ${most} entries in the journal; opened again in ${opened} ms (aim 2000)`,
  );
  await reads(driver, '[aria-label=Stage] h2', /\S/);
  const again = await driver.executeScript<string>(
    `return document.querySelector('input[aria-label^="Length of the beds"]').value`,
  );
  expect(parseFloat(again)).toBe(parseFloat(length));
  expect(grown).toBeLessThan(20 * MB);
  expect(most).toBeLessThan(500);
}, 900_000);
