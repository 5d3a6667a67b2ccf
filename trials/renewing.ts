import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { until, By } from 'selenium-webdriver';
import type { Driver as ChromeDriver } from 'selenium-webdriver/chrome';
import { newProfile, serveTrials, startBrowser } from './browser';
import { HANDS, WAIT_MS } from './hands';
import { layPlan } from './losing';
import type { Borne } from './storage';

/** What a newer build is known by. */
const MARK = 'newer-build';
/** What the page's workers are at, for who asks why. Runs in the page. */
const WORKERS = `return navigator.serviceWorker.getRegistration().then((r) =>
  r ? ['installing', 'waiting', 'active'].map((w) => w + ' ' + (r[w]?.state ?? 'none')).join(', ') : 'no worker')`;

/** A newer build comes while somebody types: it is told, and taken over with everything kept. */
export const renewing = async (): Promise<Borne[]> => [await renewed(true), await renewed(false)];

/** @param under whether the page stands under its service worker; a first visit's, or one loaded past its stores, does not */
async function renewed(under: boolean): Promise<Borne> {
  const row: Borne = {
    trial: under ? 'a newer build' : 'a newer build, page under no worker',
    checks: 0,
    borne: 0,
    says: '',
  };
  const check = (what: string, yes: boolean): void => {
    row.checks++;
    if (yes) row.borne++;
    else row.says += `${row.says ? '; ' : 'not: '}${what}`;
  };
  const folder = mkdtempSync(join(tmpdir(), 'furrow-build-'));
  cpSync(join(process.cwd(), 'dist/web'), folder, { recursive: true });
  const ground = await serveTrials(folder);
  const profile = newProfile();
  const browser = await startBrowser(profile.path);
  const { driver } = browser;
  const value = (label: string): Promise<string> =>
    driver.executeScript<string>(`return document.querySelector('input[aria-label^="${label}"]').value`);
  const type = (label: string, text: string): Promise<unknown> =>
    driver.executeScript(
      `const f = document.querySelector('input[aria-label^="${label}"]'); f.focus(); f.select(); document.execCommand('insertText', false, '${text}');`,
    );
  try {
    const address = await layPlan(driver, ground.url, HANDS[0]);
    await driver.get(address);
    await driver.wait(until.elementLocated(By.css('input[aria-label="Name of the block"]')), WAIT_MS);
    await driver.wait(
      async () =>
        driver.executeScript<boolean>(
          'return navigator.serviceWorker.ready.then(() => navigator.serviceWorker.controller !== null || performance.now() > 0)',
        ),
      WAIT_MS,
    );
    if (under) await driver.get(address);
    else await (driver as ChromeDriver).sendDevToolsCommand('Page.reload', { ignoreCache: true });
    await driver.wait(
      async () =>
        driver.executeScript<boolean>(
          `return document.readyState === 'complete' && (navigator.serviceWorker.controller !== null) === ${under}`,
        ),
      WAIT_MS,
    );
    await driver.wait(until.elementLocated(By.css('input[aria-label="Name of the block"]')), WAIT_MS);
    // The newer build: another page, and a worker that knows it by another revision.
    const page = join(folder, 'index.html');
    writeFileSync(page, readFileSync(page, 'utf8').replace('<head>', `<head><meta name="${MARK}">`));
    const worker = join(folder, 'sw.js');
    const revised = readFileSync(worker, 'utf8').replace(
      /(url:\s*["']index\.html["'],\s*revision:\s*["'])[^"']+/,
      `$1${MARK}`,
    );
    check('the worker names its page', revised.includes(MARK));
    writeFileSync(worker, revised);
    await type('Name of the block', 'Long strip');
    await type('Length of the beds', '12 m and a bit');
    await driver.executeScript(
      'return navigator.serviceWorker.getRegistration().then((r) => r.update()).then(() => true)',
    );
    const told = await driver
      .wait(until.elementLocated(By.xpath("//button[normalize-space(.)='Load it now']")), WAIT_MS)
      .catch(() => undefined);
    check('is told', told !== undefined);
    check(
      'nothing happens unasked',
      (await driver.findElements(By.css(`meta[name="${MARK}"]`))).length === 0,
    );
    // By script, so that the press cannot fall beside a bar that moves.
    if (told) await driver.executeScript('arguments[0].click()', told);
    const taken = await driver
      .wait(until.elementLocated(By.css(`meta[name="${MARK}"]`)), WAIT_MS)
      .then(Boolean, () => false);
    check(taken ? 'is taken over' : `is taken over, ${await driver.executeScript<string>(WORKERS)}`, taken);
    await driver.wait(until.elementLocated(By.css('input[aria-label="Name of the block"]')), WAIT_MS);
    check('the name is kept', (await value('Name of the block')) === 'Long strip');
    check(
      'what could not be used is kept',
      await driver
        .wait(async () => (await value('Length of the beds')) === '12 m and a bit', WAIT_MS)
        .then(Boolean, () => false),
    );
  } catch (error) {
    row.checks++;
    row.says += ` broke off: ${(error as Error).message.split('\n')[0].slice(0, 120)}`;
  } finally {
    await browser.quit();
    await ground.stop();
    profile.remove();
    rmSync(folder, { recursive: true, force: true });
  }
  return row;
}
