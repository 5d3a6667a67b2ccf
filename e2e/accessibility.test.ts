import { readFileSync } from 'node:fs';
import { find, named, press, reads, start, VERDICT, viewport, type Bench } from './browser';
import { longTest } from './share';

let bench: Bench;
beforeAll(async () => {
  bench = await start();
});
afterAll(() => bench?.stop());

const axe = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  id: string;
  impact: string;
  nodes: { target: string[]; failureSummary: string }[];
}

/** What the accessibility checker finds serious or critical on the page. */
async function serious(): Promise<string[]> {
  const { driver } = bench;
  await driver.executeScript(axe);
  const { violations } = (await driver.executeAsyncScript(
    'const done = arguments[arguments.length - 1]; axe.run(document, { resultTypes: ["violations"] }).then(done, (e) => done({ violations: [{ id: String(e), impact: "critical", nodes: [] }] }));',
  )) as { violations: Violation[] };
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => `${n.target.join(' ')} (${n.failureSummary.replace(/\s+/g, ' ').slice(0, 160)})`)
          .join('; ')}`,
    );
}

describe.each(['paper', 'dawn'])('in the %s theme', (theme) => {
  /** In short every page is looked at in one theme, the next page in the other. */
  let page = theme === 'paper' ? 0 : 1;
  const inTurn = (name: string, look: () => Promise<void>): void =>
    (page++ % 2 === 0 ? test : longTest)(name, look);

  beforeAll(async () => {
    await bench.driver.get(bench.url);
    await bench.driver.executeScript(`localStorage.setItem('idle-furrow/theme', '${theme}')`);
    await bench.driver.get(bench.url);
  });

  inTurn('nothing serious on the start page', async () => {
    await find(bench.driver, named('Blank plan'));
    expect(await serious()).toEqual([]);
  });

  inTurn('nor on a question of a sketch, its measuring list, plants at places and the words', async () => {
    await bench.driver.get(bench.url);
    await press(bench.driver, 'Pots and rings');
    await reads(bench.driver, 'h1', /bucket/);
    expect(await serious()).toEqual([]);
    await press(bench.driver, 'Skip the questions');
    await reads(bench.driver, VERDICT, /Runs/);
    await bench.driver.get((await bench.driver.getCurrentUrl()).replace(/[^/]*$/, 'beds'));
    await reads(bench.driver, '.laid', /L\/h/);
    expect(await serious()).toEqual([]);
    for (const page of ['list/pots-rings', 'terms']) {
      await bench.driver.get(`${bench.url}/${page}`);
      await reads(bench.driver, 'h1', /./);
      expect(await serious()).toEqual([]);
    }
  });

  inTurn('nor on stages with faults to show', async () => {
    await bench.driver.get(bench.url);
    await press(bench.driver, 'Otter strip');
    await reads(bench.driver, VERDICT, /Too much pressure/);
    for (const stage of ['water', 'beds', 'pipework', 'check']) {
      await bench.driver.get(`${bench.url}/plan/${stage}`);
      await reads(bench.driver, VERDICT, /Too much pressure/);
      await reads(bench.driver, '[aria-label=Stage] h2', /./);
      expect([stage, await serious()]).toEqual([stage, []]);
    }
  });

  inTurn('nor on Sets, leaf by leaf', async () => {
    const { driver, url } = bench;
    await driver.get(url);
    await press(driver, 'Larch tunnels');
    await reads(driver, VERDICT, /Runs/);
    await driver.get(`${url}/plan/sets`);
    await reads(driver, '[aria-label=Stage] h2', /Sets/);
    await press(driver, 'Make the sets');
    await reads(driver, '[aria-label=Stage]', /One set does/);
    for (const leaf of ['Who', 'How much', 'When', 'Lasts', 'Feed']) {
      await press(driver, leaf);
      await reads(driver, '.tally', /one set, all run/);
      expect([leaf, await serious()]).toEqual([leaf, []]);
    }
  });

  inTurn('nor on Build, leaf by leaf', async () => {
    const { driver, url } = bench;
    await driver.get(url);
    await press(driver, 'Hollin Bank');
    await reads(driver, VERDICT, /Runs/);
    await driver.get(`${url}/plan/build`);
    await reads(driver, '[aria-label=Stage]', /What is laid/);
    for (const leaf of ['Buy', 'Join', 'Cut', 'Steps', 'Paper']) {
      await press(driver, leaf);
      expect([leaf, await serious()]).toEqual([leaf, []]);
    }
  });

  inTurn('nor on Season, leaf by leaf', async () => {
    const { driver, url } = bench;
    await driver.get(url);
    await press(driver, 'Wren Bottom');
    await reads(driver, VERDICT, /Runs/);
    await driver.get(`${url}/plan/season`);
    await reads(driver, '[aria-label=Stage]', /Your gauges/);
    for (const leaf of ['Today', 'Book', 'Walk', 'Cups', 'Upkeep', 'Learn', 'Practice']) {
      await press(driver, leaf);
      await reads(driver, '[aria-label=Stage]', /\S/);
      expect([leaf, await serious()]).toEqual([leaf, []]);
    }
  });

  inTurn('nor on the sheets of what is weighed up, nor where plans were fitted', async () => {
    const { driver, url } = bench;
    await driver.get(url);
    await press(driver, 'Otter strip');
    await reads(driver, VERDICT, /Too much pressure/);
    await driver.get(`${url}/plan/beds`);
    await press(driver, 'What to lay?');
    await reads(driver, '.v-dialog', /8 · /);
    for (const [sheet, ready] of [
      ['What to lay', /8 · /],
      ['Side by side', /weakest emitter/],
      ['How long a run', /even/],
      ['Which header', /too small here|as it is/],
      ['Holes and tubes', /Microtubes/],
      ['How sure', /Varied all at once/],
    ] as [string, RegExp][]) {
      await press(driver, sheet);
      await reads(driver, '.v-dialog', ready);
      expect([sheet, await serious()]).toEqual([sheet, []]);
    }
    await driver.get(`${url}/plan/check`);
    await reads(driver, '[aria-label=Stage]', /puts it right/);
    await press(driver, 'Fit it for me');
    await press(driver, 'Look for plans');
    await reads(driver, '.fits', /Take this plan/);
    expect(await serious()).toEqual([]);
  });
});

test('nothing serious at a phone’s width', async () => {
  await viewport(bench.driver, { width: 390, height: 844 });
  await bench.driver.get(bench.url);
  await press(bench.driver, 'Wren Bottom');
  await reads(bench.driver, VERDICT, /Runs/);
  expect(await serious()).toEqual([]);
  const wider = (await bench.driver.executeScript(
    'return document.documentElement.scrollWidth > 391',
  )) as boolean;
  expect(wider).toBe(false);
});
