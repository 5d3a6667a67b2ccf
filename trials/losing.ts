import { By, until, type WebDriver } from 'selenium-webdriver';
import { fileFor, newProfile, startBrowser, WATCH, type Browser, type Ground, type Seen } from './browser';
import { lot } from '../fuzz/report';
import { HANDS as ALL_HANDS, WAIT_MS, type Hand } from './hands';

/** `HAND=book` tries one kind of edit alone. */
const HANDS = ALL_HANDS.filter((h) => h.name.includes(process.env.HAND ?? ''));

/** What is on the screen for longer than this is never lost, ms. */
export const SAFE_MS = 50;
const VERDICT = '[aria-label="Verdict"]';

/** How trials of one kind went. */
export interface Tally {
  kind: string;
  trials: number;
  /** Values that pages showed. */
  edits: number;
  lost: number;
  corrupt: number;
  /** The newest value was found, though it stood there for less than promised. */
  newest: number;
}

export const newTally = (kind: string): Tally => ({
  kind,
  trials: 0,
  edits: 0,
  lost: 0,
  corrupt: 0,
  newest: 0,
});

/** Opens a hand's plan from the start page as a file. @returns its address */
export async function layPlan(driver: WebDriver, url: string, hand: Hand): Promise<string> {
  // Back to the start page within the application where a plan was just laid, which is quicker than fetching it anew.
  if ((await driver.getCurrentUrl()).startsWith(`${url}/plans/`)) await driver.navigate().back();
  else await driver.get(url);
  const input = await driver.wait(until.elementLocated(By.css('input[type=file]')), WAIT_MS);
  await input.sendKeys(fileFor('trial.furrow.json', JSON.stringify(hand.plan)));
  await driver.wait(until.urlContains('/plans/'), WAIT_MS);
  return (await driver.getCurrentUrl()).replace(/\/\w+$/, `/${hand.stage}`);
}

/** Opens an address and reads what it shows, once it shows it. @returns nothing where the plan does not open */
async function found(driver: WebDriver, address: string, hand: Hand): Promise<string | undefined> {
  await driver.get(address);
  try {
    await driver.wait(
      async () =>
        /\S/.test(
          await driver
            .findElement(By.css(VERDICT))
            .getText()
            .catch(() => ''),
        ),
      WAIT_MS,
    );
    await hand.show?.(driver);
    return await driver.wait(
      async () =>
        driver.executeScript<string | undefined>(
          `try { const v = ${hand.shows}; return v === undefined ? undefined : String(v); } catch { return undefined; }`,
        ),
      WAIT_MS,
    );
  } catch {
    return undefined;
  }
}

/**
 * Whether what was found is what the page showed, or newer.
 * @param safe how many of the values seen were on the screen long enough
 */
export function isKept(value: string, seen: readonly Seen[], safe: number): boolean {
  if (safe === 0) return true;
  // The way they ran, as it was seen.
  const way = Math.sign(Number(seen[seen.length - 1].v) - Number(seen[0].v));
  return way * (Number(value) - Number(seen[safe - 1].v)) >= 0;
}

/** Counts pages that were watched. */
let trial = 0;
const seenIn = (ground: Ground): Seen[] => ground.seen.filter((s) => s.trial === trial);

/** Begins a hand's moves in a page that is watched. @returns what waits for moves made from here to end */
async function beginMoves(
  driver: WebDriver,
  ground: Ground,
  hand: Hand,
  random: () => number,
): Promise<() => Promise<unknown>> {
  const way = hand.way(await driver.executeScript<number>(`return Number(${hand.shows})`));
  ground.seen.length = 0;
  await driver.executeScript(WATCH, hand.shows, ++trial);
  if (hand.drive) {
    const moving = hand.drive(driver, random).catch(() => undefined);
    return () => moving;
  }
  await driver.executeScript(`const way = ${way}; ${hand.moves}`);
  return () => Promise.resolve();
}

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** Edits of every kind, each cut off by killing the whole browser at a moment by lot; then the plan is opened again. */
export async function kills(
  ground: Ground,
  count: number,
  seed: number,
  say: (text: string) => void,
): Promise<Tally[]> {
  const random = lot(seed);
  const tallies = HANDS.map((h) => newTally(h.name));
  const profile = newProfile();
  let browser: Browser = await startBrowser(profile.path);
  try {
    const addresses: string[] = [];
    for (const hand of HANDS.slice(0, count)) addresses.push(await layPlan(browser.driver, ground.url, hand));
    await wait(2500);
    // Some of one kind after another: the page that showed what was kept is the next one's to draw in.
    const inARow = Math.max(1, Math.floor(count / (5 * HANDS.length)));
    let shown = -1;
    for (let i = 0; i < count; i++) {
      const at = Math.floor(i / inARow) % HANDS.length;
      const hand = HANDS[at];
      const tally = tallies[at];
      tally.trials++;
      if (shown !== at && (await found(browser.driver, addresses[at], hand)) === undefined) {
        tally.corrupt++;
        continue;
      }
      shown = at;
      try {
        await hand.ready?.(browser.driver);
        const moving = await beginMoves(browser.driver, ground, hand, random);
        // Sometimes within the first moves, mostly while they go on, sometimes when the journal is being folded into the plan.
        const stretch = random();
        await wait(stretch < 0.2 ? 60 + 200 * random() : 150 + (hand.drive ? 2500 : 1800) * random());
        const killedAt = await browser.kill();
        await moving();
        const seen = seenIn(ground);
        const safe = seen.filter((s) => s.t <= killedAt - SAFE_MS).length;
        browser = await startBrowser(profile.path);
        const after = await found(browser.driver, addresses[at], hand);
        tally.edits += seen.length;
        if (after === undefined) tally.corrupt++;
        else if (!isKept(after, seen, safe)) {
          tally.lost++;
          say(
            `    lost: ${hand.name}, trial ${i}: shown ${seen
              .slice(-6)
              .map((s) => `${s.v}@${s.t - killedAt}`)
              .join(' ')}; found ${after}\n`,
          );
        } else if (seen.length > 0 && after === seen[seen.length - 1].v) tally.newest++;
      } catch (error) {
        // The driver lost its page: no trial, and told as none.
        tally.trials--;
        shown = -1;
        say(`    no trial: ${hand.name}, ${i}: ${String(error).split('\n')[0].slice(0, 160)}\n`);
        await browser.kill();
        browser = await startBrowser(profile.path);
      }
      if ((i + 1) % TOLD_EVERY === 0)
        say(
          `    ${i + 1} kills, ${tallies.reduce((n, t) => n + t.lost + t.corrupt, 0)} of them lost or corrupt\n`,
        );
    }
  } finally {
    await browser.quit();
    profile.remove();
  }
  return tallies;
}

/** How often a long run tells how far it is, in trials. */
const TOLD_EVERY = 10;

const LEAVINGS = ['reload', 'close', 'another address'] as const;

/** Edits of every kind, each left by a reload, by closing the page or for another address, in the very moment of an edit. */
export async function leavings(
  ground: Ground,
  count: number,
  seed: number,
  say: (text: string) => void,
): Promise<Tally[]> {
  const random = lot(seed);
  const hands = HANDS.filter((h) => !h.drive);
  const tallies = LEAVINGS.map((l) => newTally(l));
  const profile = newProfile();
  const browser = await startBrowser(profile.path);
  const { driver } = browser;
  try {
    const addresses: string[] = [];
    for (const hand of hands.slice(0, count)) addresses.push(await layPlan(driver, ground.url, hand));
    await wait(2500);
    for (let i = 0; i < count; i++) {
      const at = i % hands.length;
      const hand = hands[at];
      const how = i % LEAVINGS.length;
      const tally = tallies[how];
      tally.trials++;
      await driver.switchTo().newWindow('tab');
      if ((await found(driver, addresses[at], hand)) === undefined) {
        tally.corrupt++;
        continue;
      }
      await hand.ready?.(driver);
      await beginMoves(driver, ground, hand, random);
      await wait(80 + 700 * random());
      // The last word of what the page shows, and gone. A page that no page opened may not close itself: the driver does.
      const leave = ['location.reload()', '', "location.href = '/'"][how];
      await driver.executeScript(`window.__tell(); ${leave}`).catch(() => undefined);
      if (how !== 1) await wait(60);
      await driver.close();
      await driver.switchTo().window((await driver.getAllWindowHandles())[0]);
      const seen = seenIn(ground);
      const after = await found(driver, addresses[at], hand);
      tally.edits += seen.length;
      if (after === undefined) tally.corrupt++;
      else if (!isKept(after, seen, seen.length)) {
        tally.lost++;
        say(
          `    lost: ${hand.name}, ${LEAVINGS[how]}, trial ${i}: shown ${seen
            .slice(-4)
            .map((s) => s.v)
            .join(' ')}; found ${after}\n`,
        );
      } else if (seen.length > 0 && after === seen[seen.length - 1].v) tally.newest++;
      if ((i + 1) % TOLD_EVERY === 0)
        say(
          `    ${i + 1} leavings, ${tallies.reduce((n, t) => n + t.lost + t.corrupt, 0)} of them lost or corrupt\n`,
        );
    }
  } finally {
    await browser.quit();
    profile.remove();
  }
  return tallies;
}
