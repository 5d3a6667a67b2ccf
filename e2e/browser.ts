import type { AddressInfo } from 'node:net';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, By, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome';
import { createApp } from '../src/server/app';

export const WAIT_MS = 15_000;

/** The built application, served, and a browser on it. */
export interface Bench {
  driver: WebDriver;
  url: string;
  downloads: string;
  stop: () => Promise<void>;
}

/** A browser without a window that asks nothing of anybody. */
export const QUIET = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** Serves the built application on a free port and starts headless Chromium with a fresh profile. */
export async function start(size = { width: 1280, height: 800 }): Promise<Bench> {
  const server = createApp(join(process.cwd(), 'dist/web')).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const profile = mkdtempSync(join(tmpdir(), 'furrow-profile-'));
  const downloads = mkdtempSync(join(tmpdir(), 'furrow-files-'));
  const options = new chrome.Options();
  options.addArguments(
    ...QUIET,
    '--hide-scrollbars',
    '--force-prefers-reduced-motion',
    // Memory is told when asked for, page and workers together, and not at the browser's leisure.
    '--enable-blink-features=ForceEagerMeasureMemory',
    `--user-data-dir=${profile}`,
    `--window-size=${size.width},${size.height}`,
  );
  options.setUserPreferences({
    'download.default_directory': downloads,
    'download.prompt_for_download': false,
  });
  options.setBinaryPath(process.env.CHROMIUM ?? '/usr/bin/chromium');
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new chrome.ServiceBuilder(process.env.CHROMEDRIVER ?? '/usr/bin/chromedriver'))
    .build();
  await viewport(driver, size);
  return {
    driver,
    url,
    downloads,
    async stop() {
      await driver.quit();
      await new Promise((resolve) => server.close(resolve));
      for (const folder of [profile, downloads]) rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Makes the page itself that large, whatever the window's frame. */
export async function viewport(
  driver: WebDriver,
  { width, height }: { width: number; height: number },
): Promise<void> {
  await (
    driver as unknown as { sendDevToolsCommand(c: string, p: object): Promise<void> }
  ).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile: false,
  });
}

const quote = (text: string): string => (text.includes("'") ? `"${text}"` : `'${text}'`);

/** What a person finds by its name: a button, link, field or choice. */
export const named = (text: string): By =>
  By.xpath(
    `//*[(self::button or self::a or self::input or self::select or @role) and (normalize-space(.)=${quote(text)} or @aria-label=${quote(text)} or @aria-label=${quote(`${text} (default)`)})]`,
  );

export const containing = (text: string): By =>
  By.xpath(`//*[contains(normalize-space(text()), ${quote(text)})]`);

export async function find(driver: WebDriver, by: By): Promise<WebElement> {
  const element = await driver.wait(until.elementLocated(by), WAIT_MS, `not there: ${by.toString()}`);
  await driver.wait(until.elementIsVisible(element), WAIT_MS, `not to be seen: ${by.toString()}`);
  return element;
}

/** What is pressed by a whole press, down and up again; a handle or a bed takes the first touch. */
const WHOLE_PRESS = 'a, button, input, label, select, summary, [role=button]';
const LISTEN = `
  const [element, whole] = arguments;
  // A choice of a list is taken without a press upon it.
  window.pressMissed = !element.matches('option');
  const taken = () => { window.pressMissed = false; };
  element.addEventListener(element.matches(whole) ? 'click' : 'pointerdown', taken, { once: true, capture: true });`;

/** Presses a thing as a hand does: again where it moved away from under the press. A new page has taken it. */
export async function click(element: WebElement): Promise<void> {
  const driver = element.getDriver();
  await driver.wait(
    async () => {
      await driver.executeScript(LISTEN, element, WHOLE_PRESS);
      await element.click();
      return !(await driver.executeScript('return window.pressMissed === true'));
    },
    WAIT_MS,
    'it moves away from under every press',
  );
}

export async function press(driver: WebDriver, name: string): Promise<void> {
  await driver.wait(
    async () => {
      try {
        await click(await find(driver, named(name)));
        return true;
      } catch (error) {
        // Still moving into place, or drawn anew: look again.
        if (/intercepted|stale|not interactable/i.test(String(error))) return false;
        throw error;
      }
    },
    WAIT_MS,
    `could not be pressed: ${name}`,
  );
}

/** Presses until what the press opens is there: what stands above may move a thing away from under the press. */
export async function opens(driver: WebDriver, name: string, css: string): Promise<void> {
  const there = () => driver.findElements(By.css(css));
  for (let tries = 0; tries < PRESSES; tries++) {
    await press(driver, name);
    const open = await driver
      .wait(async () => (await there()).length > 0, WAIT_MS / PRESSES)
      .catch(() => false);
    if (open) return;
  }
  throw new Error(`“${name}” does not open ${css}`);
}
const PRESSES = 3;

/** Opens a fold by its words, pressed again where what stands above it moved it away from under the press. */
export async function unfold(driver: WebDriver, words: string): Promise<void> {
  const summary = By.xpath(`//summary[starts-with(normalize-space(.), ${quote(words)})]`);
  await driver.wait(
    async () => {
      try {
        const found = await find(driver, summary);
        if (await driver.executeScript('return arguments[0].parentNode.open', found)) return true;
        await click(found);
      } catch (error) {
        if (!/intercepted|stale|not interactable/i.test(String(error))) throw error;
      }
      return false;
    },
    WAIT_MS,
    `does not open: ${words}`,
  );
}

/** Waits until a text of the page matches, and gives it back. */
export async function reads(driver: WebDriver, css: string, wanted: RegExp): Promise<string> {
  let last = '';
  await driver
    .wait(
      async () => {
        try {
          last = await driver.findElement(By.css(css)).getText();
        } catch {
          return false;
        }
        return wanted.test(last);
      },
      WAIT_MS,
      `${css} does not read ${wanted}`,
    )
    .catch((error: Error) => {
      throw new Error(`${error.message}; it reads “${last}”`);
    });
  return last;
}

/** Opens a plan as a file, from the start page. */
export async function openPlan(
  { driver, url }: Bench,
  plan: object,
  name = 'plan.furrow.json',
): Promise<void> {
  const path = join(mkdtempSync(join(tmpdir(), 'furrow-plan-')), name);
  writeFileSync(path, JSON.stringify(plan));
  await driver.get(url);
  const input = await driver.wait(
    async () => (await driver.findElements(By.css('input[type=file]')))[0],
    WAIT_MS,
  );
  await input.sendKeys(path);
}

export const VERDICT = '[aria-label="Verdict"]';

/** Puts a value into a field as a person does: over what stands there. */
export async function fill(driver: WebDriver, label: string, value: string): Promise<WebElement> {
  const field = await find(driver, named(label));
  await click(field);
  await driver.wait(
    async () => (await driver.switchTo().activeElement().getId()) === (await field.getId()),
    WAIT_MS,
  );
  await driver.executeScript('arguments[0].select()', field);
  await field.sendKeys(value);
  return field;
}

export async function pick(driver: WebDriver, label: string, option: string): Promise<void> {
  const select = await find(driver, named(label));
  await select.findElement(By.xpath(`./option[normalize-space(.)=${quote(option)}]`)).click();
}
