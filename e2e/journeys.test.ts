import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key, Origin, until } from 'selenium-webdriver';
import {
  click,
  containing,
  fill,
  find,
  named,
  pick,
  press,
  reads,
  start,
  VERDICT,
  WAIT_MS,
  type Bench,
} from './browser';

let bench: Bench;
beforeAll(async () => {
  bench = await start();
});
afterAll(() => bench?.stop());
beforeEach(async () => {
  await bench.driver.get(bench.url);
});

const folder = mkdtempSync(join(tmpdir(), 'furrow-in-'));
const file = (name: string, content: string): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
const openFile = async (path: string): Promise<void> => {
  const input = await bench.driver.wait(
    async () => (await bench.driver.findElements(By.css('input[type=file]')))[0],
    WAIT_MS,
  );
  await input.sendKeys(path);
};
const lengthOf = async (bed: number): Promise<number> => {
  const slider = await find(bench.driver, named(`Bed ${bed}, length`));
  return Number(await slider.getAttribute('aria-valuenow'));
};

test('the demo opens with its verdict, and the other shows its three faults', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs, with (\d+ % to spare|more than double)/);
  await driver.get(bench.url);
  await press(driver, 'Otter strip');
  await reads(driver, VERDICT, /Too much pressure/);
  for (const fault of ['Too much pressure with the valves shut', 'The main loses', 'too long for this tape'])
    await find(driver, containing(fault));
  // Its working opens, says its formula and its source, and closes again.
  await press(driver, 'Evenness');
  await reads(driver, '[role=dialog], .v-overlay--active', /q_min[\s\S]*Karmeli/);
  await press(driver, 'Close');
});

test('a grower enters a bucket test and a block and reads the verdict', async () => {
  const { driver } = bench;
  await press(driver, 'Blank plan');
  await (await fill(driver, 'Bucket', '5 gal')).sendKeys(Key.TAB);
  await (await fill(driver, 'Try 1', '12 s')).sendKeys(Key.TAB);
  await press(driver, 'add a try');
  await (await fill(driver, 'Try 2', '14')).sendKeys(Key.TAB);
  await (await fill(driver, 'Gauge, shut', '55 psi')).sendKeys(Key.TAB);
  await reads(driver, '[aria-label=Stage]', /mean 13 s/);
  await press(driver, 'Beds, untouched');
  await (await fill(driver, 'Number of beds', '6')).sendKeys(Key.TAB);
  await (await fill(driver, 'Length of the beds', '100 ft')).sendKeys(Key.TAB);
  await (await fill(driver, 'Flow per length', '0.34 gpm/100ft')).sendKeys(Key.TAB);
  await reads(driver, VERDICT, /Runs, with (\d+ % to spare|more than double)/);
  // Twice as many and far longer: the same tap no longer does.
  await (await fill(driver, 'Number of beds', '20')).sendKeys(Key.TAB);
  await (await fill(driver, 'Length of the beds', '90 m')).sendKeys(Key.TAB);
  await reads(driver, VERDICT, /Short by|too weak|dry/);
});

test('a bed is dragged, by hand and by keys; undone; and found again after a reload', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs/);
  const before = await lengthOf(1);
  const grip = await driver.findElement(By.css('[data-bed-end="1"]'));
  await driver
    .actions()
    .move({ origin: grip })
    .press()
    .move({ origin: Origin.POINTER, x: -60, y: 0 })
    .move({ origin: Origin.POINTER, x: -20, y: 0 })
    .release()
    .perform();
  await driver.wait(async () => (await lengthOf(1)) < before - 1, WAIT_MS, 'the bed did not get shorter');
  const dragged = await lengthOf(1);
  await press(driver, 'Undo: shorten bed 1');
  await driver.wait(
    async () => (await lengthOf(1)) === before,
    WAIT_MS,
    'one undo did not take the whole drag back',
  );
  await press(driver, 'Redo: shorten bed 1');
  await driver.wait(async () => (await lengthOf(1)) === dragged, WAIT_MS);
  const slider = await find(driver, named('Bed 1, length'));
  await slider.sendKeys(Key.ARROW_RIGHT);
  await driver.wait(
    async () => (await lengthOf(1)) > dragged,
    WAIT_MS,
    'the arrow key did not lengthen the bed',
  );
  const kept = await lengthOf(1);
  await driver.wait(
    async () => (await driver.findElements(containing('Saved in this browser'))).length > 0,
    WAIT_MS,
  );
  await driver.navigate().refresh();
  await reads(driver, VERDICT, /Runs/);
  expect(await lengthOf(1)).toBeCloseTo(kept, 2);
});

test('header and source answer to the keys', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  const header = await find(driver, named('Header, place along the beds'));
  await header.sendKeys(Key.END);
  await driver.wait(
    async () => (await header.getAttribute('aria-valuetext')) === 'at the far end of the beds',
    WAIT_MS,
  );
  const source = await driver.findElement(By.css('[aria-label^="yard tap:"]'));
  const at = await source.getAttribute('aria-label');
  await source.sendKeys(Key.ARROW_LEFT);
  await driver.wait(
    async () => (await source.getAttribute('aria-label')) !== at,
    WAIT_MS,
    'the source did not move',
  );
});

test('saved as a file, cleared, opened again', async () => {
  const { driver, downloads } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs/);
  await click(await driver.findElement(By.css('.menu .name')));
  await press(driver, 'Save as a file Ctrl S');
  const saved = await driver.wait(
    async () => readdirSync(downloads).find((f) => f.endsWith('.furrow.json')),
    WAIT_MS,
  );
  const path = join(downloads, saved!);
  await driver.wait(() => existsSync(path), WAIT_MS);
  expect(JSON.parse(readFileSync(path, 'utf8')).blocks[0].beds.count).toBe(14);
  await click(await driver.findElement(By.css('.menu .name')));
  await press(driver, 'Clear this plan…');
  await press(driver, 'Clear');
  await find(driver, named('Beds, untouched'));
  await driver.get(bench.url);
  await openFile(path);
  await reads(driver, '.menu .name', /Wren Bottom/);
  await reads(driver, VERDICT, /Runs, with (\d+ % to spare|more than double)/);
});

test('a bad file is refused with the reason, and what was there stays', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs/);
  for (const [name, content, why] of [
    ['broken.json', '{"format":', /broken/],
    ['foreign.json', '{"type":"FeatureCollection"}', /not an Idle Furrow plan/],
    ['huge.json', ' '.repeat(20 * 1024 * 1024 + 1), /larger than 20 MB/],
    ['future.json', '{"format":"idle-furrow-plan","version":99}', /newer Idle Furrow/],
    [
      'odd.json',
      '{"format":"idle-furrow-plan","version":1,"sources":[{"id":"a","kind":"tap"}],"blocks":[{"id":"b","beds":{"lengthM":-1}}]}',
      /lengthM: must be greater than 0/,
    ],
  ] as const) {
    await click(await driver.findElement(By.css('.menu .name')));
    await openFile(file(name, content));
    await reads(driver, '[role=alert]', why);
    await press(driver, 'Close');
    await driver.wait(
      async () => (await driver.findElements(By.css('.v-overlay--active'))).length <= 1,
      WAIT_MS,
    );
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await driver.wait(
      async () => (await driver.findElements(By.css('.v-overlay--active'))).length === 0,
      WAIT_MS,
    );
  }
  await reads(driver, '.menu .name', /Wren Bottom/);
});

test('what cannot be used is said beside its field, and the last good result stays', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  const good = await reads(driver, VERDICT, /Runs/);
  const field = await fill(driver, 'Length of the beds', 'forty-two');
  await reads(driver, '[role=alert]', /is not a length/);
  await reads(driver, VERDICT, /Showing the last valid plan/);
  await field.sendKeys(Key.TAB);
  expect(await field.getAttribute('value')).toBe('forty-two');
  await (await fill(driver, 'Length of the beds', '-3')).sendKeys(Key.TAB);
  await reads(driver, '[role=alert]', /more than zero/);
  await (await find(driver, named('Length of the beds'))).sendKeys(Key.ESCAPE);
  expect(await reads(driver, VERDICT, /Runs/)).toBe(good);
});

test('units switch everywhere at once; a tank and back loses nothing', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, '[aria-label=Tally]', /gpm/);
  await press(driver, 'Units: US. Switch');
  await reads(driver, '[aria-label=Tally]', /L\/h[\s\S]*kPa/);
  await press(driver, 'Water, fine');
  await pick(driver, 'Kind of source', 'tank that stands high');
  // The regulator takes pressure that a tank has not: it is taken out at once, and that is said.
  await reads(
    driver,
    '[aria-label=Stage]',
    /cannot work at this tank’s pressure[\s\S]*take out the [\s\S]*regulator/,
  );
  await reads(driver, VERDICT, /Drips at|too weak|dry|No water|Too weak/);
  await (await fill(driver, 'Low water', '0.2 m')).sendKeys(Key.TAB);
  await reads(driver, '[role=alert]', /below the outlet/);
  await (await find(driver, named('Low water'))).sendKeys(Key.ESCAPE);
  await pick(driver, 'Kind of source', 'tap or hydrant');
  await reads(driver, '[aria-label=Stage]', /as they were before the tank/);
  await reads(driver, VERDICT, /Runs, with (\d+ % to spare|more than double)/);
  expect(await (await find(driver, named('Try 1'))).getAttribute('value')).toMatch(/17\.1/);
});

test('two tabs on one plan: one writes, the other follows and may take over; each address keeps its own plan', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs/);
  const beds = async (): Promise<string> =>
    (await (await find(driver, named('Number of beds'))).getAttribute('value')) ?? '';
  await (await fill(driver, 'Number of beds', '9')).sendKeys(Key.TAB);
  await driver.wait(async () => /\/plans\/[0-9a-f]{8}-/.test(await driver.getCurrentUrl()), WAIT_MS);
  const address = await driver.getCurrentUrl();
  const first = await driver.getWindowHandle();
  await driver.switchTo().newWindow('tab');
  await driver.get(address);
  await reads(driver, '.reading', /Another tab is working on this plan/);
  expect(await beds()).toBe('9');
  const second = await driver.getWindowHandle();
  await driver.switchTo().window(first);
  await (await fill(driver, 'Number of beds', '11')).sendKeys(Key.TAB);
  await driver.switchTo().window(second);
  await driver.wait(async () => (await beds()) === '11', WAIT_MS, 'it does not follow');
  // What is tried while looking is refused in words, and changes nothing.
  await (await fill(driver, 'Number of beds', '5')).sendKeys(Key.TAB);
  await reads(driver, '[role=alert]', /being worked on in another tab/);
  await (await find(driver, named('Number of beds'))).sendKeys(Key.ESCAPE);
  await press(driver, 'Work here instead');
  await driver.wait(async () => (await driver.findElements(By.css('.reading'))).length === 0, WAIT_MS);
  await (await fill(driver, 'Number of beds', '12')).sendKeys(Key.TAB);
  await driver.switchTo().window(first);
  await driver.wait(async () => (await beds()) === '12', WAIT_MS, 'the first does not follow');
  // Another plan in this tab: back and forward each find their own.
  await driver.get(bench.url);
  await press(driver, 'Blank plan');
  await reads(driver, '[aria-label=Stage] h2', /Water/);
  await driver.navigate().back();
  await driver.navigate().back();
  await reads(driver, '.menu .name', /Wren Bottom/);
  await driver.navigate().forward();
  await driver.navigate().forward();
  await reads(driver, '[aria-label=Stage] h2', /Water/);
  await reads(driver, '.menu .name', /My plan|plan/i);
  await driver.switchTo().window(second);
  await driver.close();
  await driver.switchTo().window(first);
  await driver.get(address);
  await reads(driver, VERDICT, /./);
  expect(await beds()).toBe('12');
  await driver.get(bench.url);
  await find(driver, named('Wren Bottom, lower garden'));
  expect(await driver.findElements(named('Wren Bottom, lower garden (copy)'))).toEqual([]);
});

test('what was typed and not left, the undo, and the block looked at survive a reload', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs/);
  await (await fill(driver, 'Number of beds', '10')).sendKeys(Key.TAB);
  await driver.wait(async () => /\/plans\/[0-9a-f]{8}-/.test(await driver.getCurrentUrl()), WAIT_MS);
  await fill(driver, 'Length of the beds', '12 furlongs');
  await driver.navigate().refresh();
  await reads(driver, VERDICT, /Showing the last valid plan/);
  const field = await find(driver, named('Length of the beds'));
  expect(await field.getAttribute('value')).toBe('12 furlongs');
  await reads(driver, '[role=alert]', /furlongs/);
  await click(field);
  await field.sendKeys(Key.ESCAPE);
  await reads(driver, VERDICT, /Runs/);
  await press(driver, 'Undo: set the number of beds');
  await driver.wait(
    async () => (await (await find(driver, named('Number of beds'))).getAttribute('value')) === '14',
    WAIT_MS,
  );
  await driver.navigate().refresh();
  await press(driver, 'Redo: set the number of beds');
  await driver.wait(
    async () => (await (await find(driver, named('Number of beds'))).getAttribute('value')) === '10',
    WAIT_MS,
  );
});

test('looking is not editing: a demo and a kept plan are opened and nothing is saved', async () => {
  const { driver } = bench;
  await driver.get(`${bench.url}/plans/demo-otter/check`);
  await reads(driver, VERDICT, /Too much pressure/);
  await driver.get(`${bench.url}/plans/none-such/beds`);
  await reads(driver, '.none', /keeps no plan under this address/);
  const dates = async (): Promise<string[]> => {
    await driver.get(bench.url);
    const lines = await driver.wait(until.elementsLocated(By.css('.kept li')), WAIT_MS);
    return Promise.all(lines.map((l) => l.getText()));
  };
  const before = await dates();
  await click(await driver.findElement(By.css('.kept li a')));
  await reads(driver, VERDICT, /./);
  await reads(driver, '[aria-label=Stage] h2', /./);
  expect(await dates()).toEqual(before);
});

test('a browser that does not keep the plan is said plainly, with the way to a file', async () => {
  const { driver, downloads } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs/);
  await driver.executeScript(
    'IDBObjectStore.prototype.put = () => { throw new DOMException("full", "QuotaExceededError"); };',
  );
  await (await fill(driver, 'Number of beds', '8')).sendKeys(Key.TAB);
  await reads(driver, '[aria-label=Stage] [role=alert]', /does not keep the plan/);
  const before = readdirSync(downloads).length;
  await press(driver, 'Save a file');
  await driver.wait(() => readdirSync(downloads).length > before, WAIT_MS, 'no file came');
});

test('pointing at a step lights its part, and at a bed walks to it', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs/);
  const step = await driver.findElement(By.css('[aria-description^="main, 1¼ in poly pipe"]'));
  await driver.actions().move({ origin: step }).perform();
  await driver.wait(
    async () => (await driver.findElements(By.css('.mains .lit'))).length > 0,
    WAIT_MS,
    'the main is not lit',
  );
  const grip = await driver.findElement(By.css('[data-bed-end="3"]'));
  await driver.actions().move({ origin: grip }).perform();
  await reads(driver, '[aria-label="Pressure walk"]', /bed 3, its weakest emitter/);
});

test('from start to verdict by keyboard alone', async () => {
  const { driver } = bench;
  const focused = async (): Promise<string> => {
    const at = driver.switchTo().activeElement();
    return (await at.getAttribute('aria-label')) ?? (await at.getText());
  };
  const tabTo = async (name: RegExp): Promise<void> => {
    const farEnough = 60;
    for (let i = 0; i < farEnough; i++) {
      if (name.test(await focused())) return;
      await driver.actions().sendKeys(Key.TAB).perform();
    }
    throw new Error(`no tab stop is named ${name}; the last is “${await focused()}”`);
  };
  await find(driver, named('Blank plan'));
  await tabTo(/^Blank plan$/);
  await driver.actions().sendKeys(Key.ENTER).perform();
  await reads(driver, '[aria-label=Stage] h2', /Water/);
  await tabTo(/^Try 1/);
  await driver.actions().sendKeys('15 s', Key.TAB).perform();
  await tabTo(/^Gauge, shut/);
  await driver.actions().sendKeys('3,2 bar', Key.TAB).perform();
  await reads(driver, VERDICT, /Runs, with (\d+ % to spare|more than double)/);
  expect(await (await find(driver, named('Gauge, shut'))).getAttribute('value')).toMatch(
    /320\skPa|46\.4\spsi/,
  );
  await driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
});

test('header and source are dragged by hand, each one step to undo', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs/);
  const header = await find(driver, named('Header, place along the beds'));
  const grip = await header.findElement(By.css('.grip'));
  await driver
    .actions()
    .move({ origin: grip, x: 0, y: 40 })
    .press()
    .move({ origin: Origin.POINTER, x: 90, y: 0 })
    .move({ origin: Origin.POINTER, x: 60, y: 0 })
    .release()
    .perform();
  await driver.wait(
    async () => Number(await header.getAttribute('aria-valuenow')) > 10,
    WAIT_MS,
    'the header did not move',
  );
  await press(driver, 'Undo: move the header');
  await driver.wait(async () => (await header.getAttribute('aria-valuenow')) === '0', WAIT_MS);
  const source = await driver.findElement(By.css('[aria-label^="yard tap:"]'));
  const at = await source.getAttribute('aria-label');
  await driver
    .actions()
    .move({ origin: source })
    .press()
    .move({ origin: Origin.POINTER, x: 30, y: 20 })
    .release()
    .perform();
  await driver.wait(
    async () => (await source.getAttribute('aria-label')) !== at,
    WAIT_MS,
    'the source did not move',
  );
  await press(driver, 'Undo: move the tap');
  await driver.wait(async () => (await source.getAttribute('aria-label')) === at, WAIT_MS);
});

test('near enough, single emitters and their flow are drawn', async () => {
  const { driver } = bench;
  await press(driver, 'Wren Bottom');
  await reads(driver, VERDICT, /Runs/);
  const emitters = async (): Promise<number> =>
    Number(await driver.findElement(By.css('canvas.live')).getAttribute('data-emitters'));
  for (let i = 0; i < 7; i++) await press(driver, 'Zoom in');
  await driver.wait(async () => (await emitters()) > 4, WAIT_MS, 'no emitters');
  await driver.wait(
    async () => /gph/.test(await driver.findElement(By.css('.labels')).getText()),
    WAIT_MS,
    'no flows',
  );
  await press(driver, 'Show the whole plan');
  await driver.wait(async () => (await emitters()) === 0, WAIT_MS);
});

test('bar and litres a minute, and a theme that is remembered', async () => {
  const { driver } = bench;
  await press(driver, 'Otter strip');
  await reads(driver, VERDICT, /Too much pressure/);
  await click(await driver.findElement(By.css('.menu .name')));
  await click(
    await driver.wait(
      async () => (await driver.findElements(By.xpath('//label[normalize-space(.)="bar"]/input')))[0],
      WAIT_MS,
    ),
  );
  await click(await driver.findElement(By.xpath('//label[normalize-space(.)="L/min"]/input')));
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  await reads(driver, '[aria-label=Tally]', /L\/min[\s\S]*bar/);
  await reads(driver, VERDICT, /4\.20\sbar, the tape is rated 0\.85\sbar/);
  const dark = async (): Promise<boolean> => (await driver.findElements(By.css('.v-theme--dawn'))).length > 0;
  const before = await dark();
  await press(driver, 'Light or dark');
  await driver.wait(async () => (await dark()) !== before, WAIT_MS);
  await driver.navigate().refresh();
  await reads(driver, VERDICT, /Too much pressure/);
  expect(await dark()).toBe(!before);
});
