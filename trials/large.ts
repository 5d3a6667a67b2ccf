import { By, until, type WebDriver } from 'selenium-webdriver';
import { largeFarm } from '../e2e/farm';
import { fileFor, newProfile, startBrowser, type Ground } from './browser';
import { WAIT_MS } from './hands';

/** A large farm, and what it took; aims beside. */
export interface Large {
  beds: number;
  /** From the address to the first verdict, ms. */
  firstMs: number;
  /** From an edit to its answer in pressures, ms: the median of some. */
  editMs: number;
  /** From the press on Sets until its sets are told, and the longest stretch in which the page answered nothing, ms. */
  setsMs: number;
  stallMs: number;
}

export const AIMS: Record<number, Omit<Large, 'beds'>> = {
  5_000: { firstMs: 2_000, editMs: 150, setsMs: 1_000, stallMs: 200 },
  20_000: { firstMs: 5_000, editMs: 500, setsMs: 3_000, stallMs: 200 },
  30_000: { firstMs: 7_500, editMs: 750, setsMs: 4_500, stallMs: 200 },
};

const PATIENCE_MS = 180_000;
const BEDS_A_BLOCK = 500;
export const EMITTERS_A_BED = 100;
const EDITS = 5;

async function measure(driver: WebDriver, ground: Ground, beds: number): Promise<Large> {
  const plan = largeFarm(beds / BEDS_A_BLOCK, BEDS_A_BLOCK, EMITTERS_A_BED, true);
  await driver.get(ground.url);
  const input = await driver.wait(until.elementLocated(By.css('input[type=file]')), WAIT_MS);
  await input.sendKeys(fileFor('large.furrow.json', JSON.stringify(plan)));
  await driver.wait(until.urlContains('/plans/'), WAIT_MS);
  const address = (await driver.getCurrentUrl()).replace(/\/\w+$/, '/beds');
  const verdict =
    "/^(?!Working)\\S/.test((document.querySelector('[aria-label=Verdict]') || {}).innerText || '')";
  await driver.manage().setTimeouts({ script: PATIENCE_MS, pageLoad: PATIENCE_MS });
  const until_ = (condition: string): Promise<number> =>
    driver.executeAsyncScript<number>(`
      const done = arguments[arguments.length - 1];
      const look = () => { if (${condition}) done(performance.now()); else requestAnimationFrame(look); };
      look();`);
  await until_(verdict);
  await driver.sleep(2500);
  // Afresh, as after a reload: time counts from the navigation.
  await driver.get('about:blank');
  await driver.get(address);
  const firstMs = await until_(verdict);
  await driver.sleep(1500);
  const edits: number[] = [];
  for (let i = 0; i < EDITS; i++)
    edits.push(
      await driver.executeAsyncScript<number>(`
        const done = arguments[arguments.length - 1];
        const field = document.querySelector('input[aria-label^="Length of the beds"]');
        performance.clearMeasures();
        const began = performance.now();
        field.focus(); field.select(); document.execCommand('insertText', false, '${18 - 0.2 * i}');
        const look = () => {
          const [m] = performance.getEntriesByName('pressures answered').filter((e) => e.startTime >= began - 1);
          if (m) done(m.startTime + m.duration - began); else setTimeout(look, 2);
        };
        look();`),
    );
  const editMs = edits.sort((a, b) => a - b)[Math.floor(EDITS / 2)];
  await driver.sleep(4000);
  const [setsMs, stallMs] = await driver.executeAsyncScript<[number, number]>(`
    const done = arguments[arguments.length - 1];
    const began = performance.now();
    let longest = 0;
    new PerformanceObserver((list) => { for (const e of list.getEntries()) longest = Math.max(longest, e.duration); }).observe({ entryTypes: ['longtask'] });
    document.querySelector('nav a[href$="/sets"]').click();
    const look = () => {
      const panel = document.querySelector('[aria-label=Stage]');
      if (/Sets/.test(panel.innerText) && document.querySelector('[aria-label="Bed by bed"] .bar')) {
        const at = performance.now() - began;
        setTimeout(() => done([at, longest]), 600);
      } else requestAnimationFrame(look);
    };
    look();`);
  return { beds, firstMs, editMs, setsMs, stallMs };
}

/** Large farms in the page. */
export async function largeFarms(ground: Ground, sizes: readonly number[]): Promise<Large[]> {
  const rows: Large[] = [];
  for (const beds of sizes) {
    const profile = newProfile();
    const browser = await startBrowser(profile.path);
    try {
      rows.push(await measure(browser.driver, ground, beds));
    } finally {
      await browser.quit();
      profile.remove();
    }
  }
  return rows;
}
