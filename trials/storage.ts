import { By, until, type WebDriver } from 'selenium-webdriver';
import { zipSync } from 'fflate';
import { fileFor, newProfile, startBrowser, type Browser, type Ground } from './browser';
import { HANDS, WAIT_MS } from './hands';
import { layPlan } from './losing';

/** One thing that a browser's storage may do to a page, and whether the page bore it. */
export interface Borne {
  trial: string;
  checks: number;
  borne: number;
  says: string;
}

const VERDICT = '[aria-label="Verdict"]';
const LENGTH = 'input[aria-label^="Length of the beds"]';
const there = (driver: WebDriver, css: string) =>
  driver.wait(until.elementLocated(By.css(css)), WAIT_MS, `not there: ${css}`);
const reads = (driver: WebDriver, css: string, wanted: RegExp) =>
  driver.wait(
    async () =>
      wanted.test(
        await driver
          .findElement(By.css(css))
          .getText()
          .catch(() => ''),
      ),
    WAIT_MS,
    `${css} does not read ${wanted}`,
  );
const lengthOf = async (driver: WebDriver): Promise<number> =>
  parseFloat((await (await there(driver, LENGTH)).getAttribute('value')) ?? '');
async function type(driver: WebDriver, value: number): Promise<void> {
  await there(driver, LENGTH);
  await driver.executeScript(
    `const f = document.querySelector('${LENGTH}'); f.focus(); f.select(); document.execCommand('insertText', false, '${value}'); f.blur();`,
  );
}
async function open(driver: WebDriver, address: string): Promise<void> {
  await driver.get(address);
  await reads(driver, VERDICT, /\S/);
}
const devTools = (driver: WebDriver, command: string, parameters: object): Promise<unknown> =>
  (
    driver as unknown as { sendAndGetDevToolsCommand(c: string, p: object): Promise<unknown> }
  ).sendAndGetDevToolsCommand(command, parameters);

/** Has a script run in every page before anything else. */
const beforeAll = (driver: WebDriver, source: string): Promise<unknown> =>
  devTools(driver, 'Page.addScriptToEvaluateOnNewDocument', { source });

type Check = (what: string, yes: boolean) => void;
interface Trial {
  name: string;
  /** Settings of the browser itself. */
  preferences?: Record<string, unknown>;
  run: (driver: WebDriver, ground: Ground, check: Check) => Promise<void>;
}
const TYPED = HANDS[0];
/** Whether the page would have the browser ask before it is left. The driver answers such questions itself, so the page is asked. */
const asksBeforeLeaving = (driver: WebDriver): Promise<boolean> =>
  driver.executeScript<boolean>(
    "const leave = new Event('beforeunload', { cancelable: true }); window.dispatchEvent(leave); return leave.defaultPrevented;",
  );
const UNSAFE = /does not keep the plan/;
const STAGES = ['water', 'ground', 'beds', 'pipework', 'check', 'sets', 'build', 'season'];

const TRIALS: readonly Trial[] = [
  {
    name: 'full disk',
    async run(driver, ground, check) {
      const address = await layPlan(driver, ground.url, TYPED);
      await open(driver, address);
      await type(driver, 41);
      await driver.sleep(2200);
      // Every write begins and is then undone by the browser, as where the disk is full.
      await driver.executeScript(`
        window.__put = IDBObjectStore.prototype.put;
        IDBObjectStore.prototype.put = function (...args) {
          const asked = window.__put.apply(this, args);
          const work = this.transaction;
          queueMicrotask(() => { try { work.abort(); } catch {} });
          work.commit = () => {};
          return asked;
        };`);
      await type(driver, 42);
      check('says that it is not kept', await reads(driver, '.panel', UNSAFE).then(Boolean, () => false));
      check('asks before it is left', await asksBeforeLeaving(driver));
      check('the page still works', (await lengthOf(driver)) === 42);
      await driver.executeScript('IDBObjectStore.prototype.put = window.__put;');
      check(
        'is safe again by itself',
        await driver
          .wait(
            async () =>
              (await driver.findElements(By.xpath("//*[contains(text(), 'Saved in this browser')]"))).length >
              0,
            15_000,
          )
          .then(Boolean, () => false),
      );
      await open(driver, address);
      check('nothing is lost', (await lengthOf(driver)) === 42);
    },
  },
  {
    name: 'failing writes',
    async run(driver, ground, check) {
      const address = await layPlan(driver, ground.url, TYPED);
      await open(driver, address);
      await driver.executeScript(`
        window.__put = IDBObjectStore.prototype.put;
        IDBObjectStore.prototype.put = () => { throw new DOMException('disk', 'UnknownError'); };`);
      await type(driver, 51);
      check('says that it is not kept', await reads(driver, '.panel', UNSAFE).then(Boolean, () => false));
      await driver.executeScript('IDBObjectStore.prototype.put = window.__put;');
      await type(driver, 52);
      check(
        'is safe again by itself',
        await driver
          .wait(async () => !UNSAFE.test(await driver.findElement(By.css('.panel')).getText()), 15_000)
          .then(Boolean, () => false),
      );
      await open(driver, address);
      check('nothing is lost', (await lengthOf(driver)) === 52);
    },
  },
  {
    name: 'deleted database',
    async run(driver, ground, check) {
      const address = await layPlan(driver, ground.url, TYPED);
      await open(driver, address);
      await driver.executeAsyncScript(`
        const done = arguments[arguments.length - 1];
        const gone = indexedDB.deleteDatabase('idle-furrow-journal');
        gone.onsuccess = gone.onerror = gone.onblocked = () => done();`);
      await type(driver, 61);
      await driver.sleep(2500);
      await open(driver, address);
      check('the next edit is kept', (await lengthOf(driver)) === 61);
    },
  },
  {
    name: 'blocked storage',
    async run(driver, ground, check) {
      await beforeAll(
        driver,
        "IDBFactory.prototype.open = () => { throw new DOMException('blocked', 'SecurityError'); };",
      );
      await driver.get(ground.url);
      check(
        'says so on the start page',
        await reads(driver, '.start', /keeps no plans here/).then(Boolean, () => false),
      );
      const address = await layPlan(driver, ground.url, TYPED);
      check('a plan opens all the same', address.includes('/plans/'));
      await reads(driver, VERDICT, /\S/);
      await type(driver, 71);
      check('says that it is not kept', await reads(driver, '.panel', UNSAFE).then(Boolean, () => false));
      check(
        'the plan is worked out',
        await reads(driver, VERDICT, /Runs|Short|Dry|dry|weak|Too much|pressure/).then(Boolean, () => false),
      );
      check('asks before it is left', await asksBeforeLeaving(driver));
      check(
        'offers a file',
        (await driver.findElements(By.xpath("//button[normalize-space(.)='Save a file']"))).length > 0,
      );
    },
  },
  {
    // The browser's own setting: even naming localStorage throws, and there are no locks.
    name: 'blocked site data',
    preferences: { 'profile.default_content_setting_values.cookies': 2 },
    async run(driver, ground, check) {
      await driver.get(ground.url);
      check(
        'is blocked indeed',
        await driver.executeScript<boolean>('try { return !localStorage } catch { return true }'),
      );
      check(
        'says so on the start page',
        await reads(driver, '.start', /keeps no plans here/).then(Boolean, () => false),
      );
      await layPlan(driver, ground.url, TYPED);
      await reads(driver, VERDICT, /\S/);
      await driver.executeScript(`document.querySelector('.order a[href$="/beds"]').click()`);
      await type(driver, 72);
      check('says that it is not kept', await reads(driver, '.panel', UNSAFE).then(Boolean, () => false));
      check('asks before it is left', await asksBeforeLeaving(driver));
      for (const stage of STAGES) {
        await driver.executeScript(`document.querySelector('.order a[href$="/${stage}"]').click()`);
        await driver.wait(until.urlContains(`/${stage}`), WAIT_MS);
        check(
          `${stage} opens`,
          await reads(driver, '[aria-label=Stage] h2', /\S/).then(Boolean, () => false),
        );
      }
      await (await there(driver, '#season-book')).click();
      await driver.executeScript(
        `[...document.querySelectorAll('[aria-label="What to note"] button')].find((b) => b.textContent.trim() === 'Flushed').click()`,
      );
      check(
        'the book takes a note for the sitting',
        await reads(driver, '[aria-label="Entries"]', /flushed/i).then(Boolean, () => false),
      );
      await driver.executeScript("window.onbeforeunload = null; document.querySelector('.order a').click()");
      await driver.executeScript(`document.querySelector('.order a[href$="/beds"]').click()`);
      check('nothing is lost in the sitting', (await lengthOf(driver)) === 72);
    },
  },
  {
    name: 'a parcel far too large',
    async run(driver, ground, check) {
      const photo = new Uint8Array(1000);
      const zipped = zipSync({
        'book.json': new Uint8Array(2),
        ...Object.fromEntries(Array.from({ length: 16 }, (_, i) => [`photos/p${i}.jpg`, photo] as const)),
      });
      // As if each photograph were 200 MB once unpacked.
      const view = new DataView(zipped.buffer, zipped.byteOffset);
      for (let i = 0; i + 46 < zipped.length; i++)
        if (view.getUint32(i, true) === 0x02014b50 && view.getUint32(i + 24, true) === photo.length)
          view.setUint32(i + 24, 200 * 1024 * 1024, true);
      await driver.get(ground.url);
      const input = await there(driver, 'input[type=file]');
      const began = Date.now();
      await input.sendKeys(fileFor('large.furrow.zip', Buffer.from(zipped)));
      const refused = await reads(driver, '.v-overlay-container', /200 MB/).then(Boolean, () => false);
      check('is refused in words', refused);
      const took = Date.now() - began;
      // In the short form other browsers run beside this one: time is no measure there.
      if (!process.argv.includes('short')) check(`within two seconds (${took} ms)`, took <= 2000);
    },
  },
  {
    name: 'silent storage',
    async run(driver, ground, check) {
      await beforeAll(driver, 'IDBFactory.prototype.open = () => new EventTarget();');
      await driver.get(ground.url);
      check(
        'says so on the start page',
        await reads(driver, '.start', /keeps no plans here/).then(Boolean, () => false),
      );
      await layPlan(driver, ground.url, TYPED);
      await reads(driver, VERDICT, /\S/);
      await type(driver, 81);
      check('says that it is not kept', await reads(driver, '.panel', UNSAFE).then(Boolean, () => false));
      check('the page still works', (await lengthOf(driver)) === 81);
      await driver.executeScript(
        "history.pushState(null, '', '/plans/0000-none/beds'); window.onbeforeunload = null;",
      );
    },
  },
  {
    name: 'a kept plan under silent storage',
    async run(driver, ground, check) {
      const address = await layPlan(driver, ground.url, TYPED);
      await open(driver, address);
      await driver.sleep(2500);
      await beforeAll(driver, 'IDBFactory.prototype.open = () => new EventTarget();');
      await driver.get(address);
      check(
        'says so, with a way to try again',
        await reads(driver, '.none', /could not be opened[\s\S]*Nothing is lost[\s\S]*Try again/i).then(
          Boolean,
          () => false,
        ),
      );
    },
  },
  {
    name: 'three tabs',
    async run(driver, ground, check) {
      const address = await layPlan(driver, ground.url, TYPED);
      await open(driver, address);
      const first = await driver.getWindowHandle();
      const others: string[] = [];
      for (let i = 0; i < 2; i++) {
        await driver.switchTo().newWindow('tab');
        await open(driver, address);
        others.push(await driver.getWindowHandle());
        check(
          'a further tab looks',
          await reads(driver, '.reading', /Another tab/).then(Boolean, () => false),
        );
      }
      await driver.switchTo().window(first);
      await type(driver, 91);
      for (const tab of others) {
        await driver.switchTo().window(tab);
        check(
          'it follows live',
          await driver.wait(async () => (await lengthOf(driver)) === 91, 5000).then(Boolean, () => false),
        );
      }
      await type(driver, 17);
      await driver.sleep(300);
      check(
        'it does not write',
        (await lengthOf(driver)) !== 17 ||
          /Another tab/.test(await driver.findElement(By.css('body')).getText()),
      );
      await driver.findElement(By.css('.reading button')).click();
      check(
        'it takes the pen over',
        await driver
          .wait(async () => (await driver.findElements(By.css('.reading'))).length === 0, 5000)
          .then(Boolean, () => false),
      );
      await driver.navigate().refresh();
      await reads(driver, VERDICT, /\S/);
      await driver.sleep(500);
      if ((await driver.findElements(By.css('.reading'))).length > 0)
        await driver.findElement(By.css('.reading button')).click();
      await driver.wait(async () => (await driver.findElements(By.css('.reading'))).length === 0, 5000);
      await type(driver, 92);
      await driver.switchTo().window(first);
      check(
        'the first now looks, and follows',
        await driver.wait(async () => (await lengthOf(driver)) === 92, 5000).then(Boolean, () => false),
      );
      await driver.get(ground.url);
      const names = await driver.wait(until.elementsLocated(By.css('.kept li')), WAIT_MS);
      check('nothing was copied', names.length === 1);
      for (const tab of others) {
        await driver.switchTo().window(tab);
        await driver.close();
      }
      await driver.switchTo().window(first);
      await open(driver, address);
      check('nothing is lost', (await lengthOf(driver)) === 92);
    },
  },
];

/** Those that the short form does. */
const IN_SHORT: readonly string[] = ['blocked site data', 'a parcel far too large', 'three tabs'];

/** What storage may do, each in a fresh browser. */
export async function storageTrials(
  ground: Ground,
  say: (text: string) => void,
  short: boolean,
): Promise<Borne[]> {
  const found: Borne[] = [];
  /** `TRIAL=blocked` does only those. */
  const wanted = TRIALS.filter((t) => t.name.includes(process.env.TRIAL ?? ''));
  for (const trial of short ? wanted.filter((t) => IN_SHORT.includes(t.name)) : wanted) {
    const profile = newProfile();
    let browser: Browser | undefined;
    const borne: Borne = { trial: trial.name, checks: 0, borne: 0, says: '' };
    try {
      browser = await startBrowser(profile.path, [], trial.preferences);
      await trial.run(browser.driver, ground, (what, yes) => {
        borne.checks++;
        if (yes) borne.borne++;
        else borne.says += `${borne.says ? '; ' : 'not: '}${what}`;
      });
    } catch (error) {
      borne.checks++;
      borne.says += ` broke off: ${(error as Error).message.split('\n')[0].slice(0, 120)}`;
      say(`    ${trial.name}: ${String(error).slice(0, 400)}\n`);
    } finally {
      await browser?.quit();
      profile.remove();
    }
    found.push(borne);
  }
  return found;
}

/** As the page marks it: src/web/page/offline.ts. */
const KEPT = 'offline store filled';

/** After one visit the server dies: every stage, opened before or not, opens and answers; the start page and a demo too. */
export async function offlineTour(ground: Ground, short: boolean): Promise<Borne[]> {
  const profile = newProfile();
  const browser = await startBrowser(profile.path);
  const { driver } = browser;
  const rows: Borne[] = [];
  try {
    const address = await layPlan(driver, ground.url, TYPED);
    await open(driver, address);
    await driver.wait(
      async () => driver.executeScript('return navigator.serviceWorker.ready.then(() => true)'),
      WAIT_MS,
    );
    // The rest is kept once the page idles.
    await driver.wait(
      async () => driver.executeScript(`return performance.getEntriesByName('${KEPT}').length > 0`),
      WAIT_MS,
    );
    await ground.die();
    for (const stage of short ? STAGES.slice(-2) : STAGES) {
      const row: Borne = { trial: `offline: ${stage}`, checks: 0, borne: 0, says: '' };
      const check = (what: string, yes: boolean): void => {
        row.checks++;
        if (yes) row.borne++;
        else row.says += `${row.says ? '; ' : 'not: '}${what}`;
      };
      await driver.get(address.replace(/\w+$/, stage)).catch(() => undefined);
      check('opens', await reads(driver, '[aria-label=Stage] h2', /\S/).then(Boolean, () => false));
      check('is worked out', await reads(driver, VERDICT, /\S/).then(Boolean, () => false));
      rows.push(row);
    }
    await driver.get(address);
    await reads(driver, VERDICT, /\S/);
    await type(driver, 33);
    await open(driver, address);
    const start: Borne = { trial: 'offline: edits, start, demo', checks: 3, borne: 0, says: '' };
    if ((await lengthOf(driver)) === 33) start.borne++;
    await driver.get(ground.url);
    if (await reads(driver, '.start h1', /Idle Furrow/).then(Boolean, () => false)) start.borne++;
    await driver.findElement(By.xpath("//button[normalize-space(.)='Wren Bottom']")).click();
    if (await reads(driver, VERDICT, /Runs/).then(Boolean, () => false)) start.borne++;
    rows.push(start);
  } finally {
    await browser.quit();
    await ground.revive();
    profile.remove();
  }
  return rows;
}
