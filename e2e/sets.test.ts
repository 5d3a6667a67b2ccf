import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key, Origin } from 'selenium-webdriver';
import {
  click,
  fill,
  find,
  named,
  openPlan,
  pick,
  press,
  reads,
  start,
  unfold,
  VERDICT,
  viewport,
  WAIT_MS,
  type Bench,
} from './browser';
import { largeFarm } from './farm';
import { crowdedFarm } from './rolling';
import { longTest } from './share';

let bench: Bench;
beforeAll(async () => {
  bench = await start();
});
afterAll(() => bench?.stop());

const PANEL = '[aria-label=Stage]';

async function openDemo(name: string): Promise<void> {
  await bench.driver.get(bench.url);
  await press(bench.driver, name);
  await reads(bench.driver, VERDICT, /./);
  await toSets();
}
async function toSets(): Promise<void> {
  await click(await find(bench.driver, By.css('nav a[href$="/sets"]')));
  await reads(bench.driver, `${PANEL} h2`, /Sets/);
}
const leaf = (name: string): Promise<void> => press(bench.driver, name);
const text = async (css: string): Promise<string> => bench.driver.findElement(By.css(css)).getText();

/** The file that a press wrote, once it is there whole. */
async function written(ending: string): Promise<string> {
  let name: string | undefined;
  await bench.driver.wait(async () => {
    name = readdirSync(bench.downloads).find((f) => f.endsWith(ending));
    return name !== undefined;
  }, WAIT_MS);
  return readFileSync(join(bench.downloads, name!), 'utf8');
}

test('from a plan to a calendar file: make the sets, look at the day, take it', async () => {
  const { driver } = bench;
  // A demo on a weaker borehole: on its own one set does.
  const demo = JSON.parse(readFileSync('demo/hollin-bank.json', 'utf8')) as { sources: object[] };
  await openPlan(bench, { ...demo, sources: [{ ...demo.sources[0], yieldLph: 4500 }] });
  await reads(driver, VERDICT, /./);
  await toSets();
  await press(driver, 'Make the sets');
  await reads(driver, PANEL, /\d sets do; each was solved/);
  await reads(driver, PANEL, /asks [\d,]+\sL\/h of/);
  await reads(driver, '.tally', /sets, all run/);
  await leaf('When');
  const table = await reads(driver, '[aria-label="The programme"]', /Set 2\s+\d\d:\d\d/);
  await press(driver, 'Calendar file');
  const calendar = await written('.ics');
  // Each start is an event of every month of the season, with what it opens.
  const months = new Set([...calendar.matchAll(/UNTIL=(\d{6})/g)].map((found) => found[1])).size;
  expect(months).toBeGreaterThan(3);
  expect(calendar.match(/BEGIN:VEVENT/g)!.length).toBe(months * table.match(/\d\d:\d\d/g)!.length);
  expect(calendar.replaceAll('\r\n ', '')).toMatch(/Opens [^.]+\./);
  expect(calendar).toContain('SUMMARY:Set 1: open for');
  expect(calendar).toMatch(/RRULE:FREQ=DAILY;INTERVAL=1;UNTIL=\d{8}T235959/);
  const start1 = /Set 1\s+(\d\d):(\d\d)/.exec(table)!;
  expect(calendar).toContain(`T${start1[1]}${start1[2]}00`);
  await press(driver, 'Table (CSV)');
  expect(await written('programme.csv')).toMatch(
    /opened by,valves,set,start 1,minutes,litres,days,budget %\r\nby hand,[^\r]*Set 1,\d\d:\d\d,\d+,,every day,100/,
  );
});

test('a set is dragged along the day; dropped on another it goes beside it, and arrows move it', async () => {
  const { driver } = bench;
  const bars = () => driver.findElements(By.css('[aria-label="Sets along the day"] [role=slider]'));
  const all = async (): Promise<string[]> =>
    Promise.all((await bars()).map(async (b) => (await b.getAttribute('aria-valuetext'))!));
  /** The bar of a set, wherever in the day it is now, and when it opens. */
  const barOf = async (set: string) => {
    for (const b of await bars()) if ((await b.getAttribute('aria-label'))!.startsWith(`${set},`)) return b;
    throw new Error(`${set} has no bar`);
  };
  const opens = async (set: string): Promise<string> =>
    /\d\d:\d\d/.exec((await all()).find((t) => t.startsWith(`${set},`))!)![0];
  const before = await opens('Set 1');
  /** Taken hold of by its bar, not by the times written beside it. */
  const grip = async (set: string) => (await barOf(set)).findElement(By.css('rect'));
  const first = await grip('Set 1');
  await driver
    .actions()
    .move({ origin: first })
    .press()
    .move({ origin: Origin.POINTER, x: 200, y: 0 })
    .release()
    .perform();
  await driver.wait(async () => (await opens('Set 1')) !== before, WAIT_MS);
  expect((await all()).filter((t) => t.includes('set by hand'))).toHaveLength(1);
  expect((await driver.findElements(By.css('.entry.clash'))).length).toBe(0);
  await reads(driver, '[aria-label="The programme"]', new RegExp(await opens('Set 1')));
  // Right onto the other: it takes the nearest place that is free.
  await driver
    .actions()
    .move({ origin: await grip('Set 1') })
    .press()
    .move({ origin: await grip('Set 2') })
    .release()
    .perform();
  await driver.wait(async () => (await driver.findElements(By.css('.entry.clash'))).length === 0, WAIT_MS);
  const was = await opens('Set 1');
  expect(was).not.toBe(await opens('Set 2'));
  await driver.executeScript('arguments[0].focus()', await barOf('Set 1'));
  await driver.actions().sendKeys(Key.ARROW_RIGHT).perform();
  await driver.wait(async () => (await opens('Set 1')) !== was, WAIT_MS);
  await press(driver, 'Plan the day again');
  await driver.wait(async () => !(await all()).join(' ').includes('set by hand'), WAIT_MS);
});

test('the tank demo shows the evening it runs dry, and the remedy that prevents it', async () => {
  const { driver } = bench;
  await openDemo('Larch tunnels');
  await leaf('Lasts');
  const dry = await reads(driver, PANEL, /It runs dry on day \d+, at \d\d:\d\d/);
  const hour = Number(/at (\d\d):/.exec(dry)![1]);
  expect(hour).toBeGreaterThanOrEqual(17);
  await reads(driver, '[aria-label="The store"]', /fails on day \d+/);
  const remedy = await find(driver, By.xpath("//button[contains(., 'such tanks')]"));
  await click(remedy);
  await reads(driver, PANEL, /It lasts these \d+ days/);
  // One press takes it back.
  await click(await find(driver, By.css('[aria-label^="Undo"]')));
  await reads(driver, PANEL, /It runs dry on day/);
  await click(await find(driver, By.xpath("//button[contains(., 'Refill by hose')]")));
  await reads(driver, PANEL, /It lasts these \d+ days/);
});

test('sets are painted by hand with live sums; a bed left out is named', async () => {
  const { driver } = bench;
  await openDemo('Wren Bottom');
  await press(driver, 'add a set by hand');
  await reads(driver, PANEL, /painting into Set 1/);
  const beds = await driver.findElements(By.css('rect[data-bed]'));
  // One stroke across three beds.
  const [from, over, to] = [beds[0], beds[1], beds[2]];
  await driver
    .actions()
    .move({ origin: from })
    .press()
    .move({ origin: over })
    .move({ origin: to })
    .release()
    .perform();
  await reads(driver, '[aria-label=Sets]', /3 beds/);
  await reads(driver, '[aria-label=Sets]', /asks [\d.]+\sgpm of [\d.]+\sgpm/);
  await reads(driver, PANEL, /11 beds in no set/);
  // Everything else in the tally is of the set that is open.
  await reads(driver, '.tally', /one set/);
  await press(driver, 'Fit them to the plan');
  await driver.wait(async () => !/in no set/.test(await text(PANEL)), WAIT_MS);
});

test('weather comes from the simulated station, a day is typed, and the season is drawn', async () => {
  const { driver } = bench;
  await leaf('How much');
  await unfold(driver, 'Weather');
  await press(driver, 'listen to the simulated station');
  await reads(driver, PANEL, /200 made-up days from Fenwold \(simulated\)/);
  await reads(driver, '[aria-label="The season"]', /given [\d,.]+\sgal · rain/);
  // What is impossible is refused where it is typed, and loses nothing.
  const type = async (label: string, value: string): Promise<void> => {
    const field = await find(driver, named(label));
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', field);
    await field.clear();
    await field.sendKeys(value);
  };
  await type('Minimum temperature of the day', '90');
  await type('Maximum temperature of the day', '60');
  await press(driver, 'add the day');
  await reads(driver, PANEL, /The minimum temperature of a day is not above its maximum/);
  await type('Maximum temperature of the day', 'warm');
  await press(driver, 'add the day');
  await reads(driver, PANEL, /Maximum temperature: /);
  expect(await (await find(driver, named('Minimum temperature of the day'))).getAttribute('value')).toBe(
    '90',
  );
  await press(driver, 'put it away');
  await reads(driver, PANEL, /Weather: none given/);
});

test('a date is taken from a calendar, and Escape leaves it as it was', async () => {
  const { driver } = bench;
  await leaf('How much');
  await unfold(driver, 'The season, and how the soil feels');
  const calendar = By.css('.v-date-picker');
  const gone = (): Promise<boolean> =>
    driver.wait(async () => (await driver.findElements(calendar)).length === 0, WAIT_MS);
  const begins = async (): Promise<string> =>
    (await (
      await find(driver, By.css('input[aria-label^="First day of the season"]'))
    ).getAttribute('value')) ?? '';
  const before = await begins();
  await press(driver, 'Calendar: First day of the season');
  await find(driver, calendar);
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  await gone();
  expect(await begins()).toBe(before);
  await press(driver, 'Calendar: First day of the season');
  await click(
    await find(driver, By.xpath('//*[contains(@class, "v-date-picker")]//button[normalize-space(.)="17"]')),
  );
  await gone();
  await driver.wait(async () => (await begins()) === `${before.slice(0, 8)}17`, WAIT_MS);
  await driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
  await driver.wait(async () => (await begins()) === before, WAIT_MS);
});

test('nonsense is said in words, and nothing else breaks', async () => {
  const { driver } = bench;
  await pick(driver, 'Need is worked out by', 'a depth each week');
  await fill(driver, 'Depth a week', '0');
  await reads(driver, PANEL, /needs no water by the rule/);
  await fill(driver, 'Depth a week', '1 in');
  await leaf('When');
  const to = await fill(driver, 'Water may run to', '5:00');
  await to.sendKeys(Key.TAB);
  await reads(driver, PANEL, /No watering hours set/);
  const odd = await fill(driver, 'Water may run to', 'soon');
  await reads(driver, PANEL, /A time of day, such as 6:30/);
  await odd.sendKeys(Key.ESCAPE);
  await fill(driver, 'Water may run to', '9 pm');
  await driver.wait(async () => !/No watering hours set/.test(await text(PANEL)), WAIT_MS);
  await leaf('Feed');
  await click(await find(driver, By.xpath("//label[contains(., 'Feed is given')]/input")));
  await reads(driver, PANEL, /No injector for the feed/);
  await reads(driver, VERDICT, /./);
});

test('a number opens its working, and the soil is cut through', async () => {
  const { driver } = bench;
  await leaf('How much');
  await click(await find(driver, By.xpath("//button[starts-with(normalize-space(.), 'runs, each of')]")));
  await reads(driver, '.v-dialog', /How long Set 1 runs[\s\S]*N·d·A \/ \(Q·E\)/);
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  await driver.wait(async () => (await driver.findElements(By.css('.v-dialog'))).length === 0, WAIT_MS);
  await press(driver, 'Under the bed');
  const cut = await reads(driver, '[aria-label="Under the bed"]', /wet to [\d.]+\sin/);
  const slider = await find(driver, named('Minutes of watering'));
  await driver.executeScript('arguments[0].focus()', slider);
  await driver.actions().sendKeys(Key.END).perform();
  await driver.wait(async () => (await text('[aria-label="Under the bed"]')) !== cut, WAIT_MS);
});

longTest(
  '500 beds are set within the worker, none over supply; 200 days of 40 blocks are balanced',
  async () => {
    const { driver } = bench;
    const took = (name: string): Promise<number> =>
      driver.executeScript('return performance.getEntriesByName(arguments[0]).at(-1)?.duration ?? -1', name);
    const crowded = crowdedFarm();
    const source = { ...crowded.sources[0], flowingLph: 60000, flowingKpa: 180, shutKpa: 260 };
    await openPlan(bench, { ...crowded, sources: [source] });
    await reads(driver, VERDICT, /./);
    await toSets();
    await press(driver, 'Make the sets');
    await driver.wait(async () => /sets do; each was solved/.test(await text(PANEL)), 60_000);
    const sets = await took('sets made');
    await driver.wait(async () => /sets, all run|not run/.test(await text('.tally')), 60_000);
    // Nothing holds this farm's pressure back when its valves are shut; what it asks for is there.
    expect(await text(PANEL)).not.toMatch(/The source is .* short/);
    // Made again with nothing changed they stay as they are.
    await press(driver, 'Fit them to the plan');
    await driver.wait(async () => /Nothing needs to change: /.test(await text(PANEL)), 60_000);
    await openPlan(bench, largeFarm(40, 6, 60, true));
    await reads(driver, VERDICT, /./);
    await toSets();
    await driver.wait(async () => (await took('season balanced')) >= 0, 60_000);
    const season = await took('season balanced');
    process.stdout.write(
      `500 beds into sets: ${Math.round(sets)} ms in the worker (aim 2000); a season of 200 days for 40 blocks: ${Math.round(season)} ms (aim 300)\n`,
    );
    expect(sets).toBeGreaterThan(0);
    expect(season).toBeGreaterThanOrEqual(0);
  },
  180_000,
);

test('on a phone Sets does not run out of the page sideways', async () => {
  const { driver } = bench;
  await viewport(driver, { width: 390, height: 844 });
  await openDemo('Hollin Bank');
  for (const name of ['Who', 'How much', 'When', 'Lasts', 'Feed']) {
    await leaf(name);
    const wide = await driver.executeScript(
      'return document.querySelector(".shell").scrollWidth - innerWidth',
    );
    expect([name, wide]).toEqual([name, 0]);
  }
  await viewport(driver, { width: 1280, height: 800 });
});
