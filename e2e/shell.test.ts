import { By, Key } from 'selenium-webdriver';
import { click, find, press, reads, start, VERDICT, viewport, WAIT_MS, type Bench } from './browser';
import { goTo, STAGE } from './lay';

let bench: Bench;
beforeAll(async () => {
  bench = await start();
}, 60_000);
afterAll(() => bench.stop());

const HANDLE = '[role=separator][aria-label="Room for the picture under the sheet"]';
const heightOf = (css: string): Promise<number> =>
  bench.driver.executeScript(
    'const e = document.querySelector(arguments[0]); return e && e.getClientRects().length ? Math.round(e.getBoundingClientRect().height) : 0',
    css,
  );
const until = (says: string, is: () => Promise<boolean>): Promise<unknown> =>
  bench.driver.wait(is, WAIT_MS, says);
async function demo(name: string): Promise<void> {
  await bench.driver.get(bench.url);
  await press(bench.driver, name);
  await reads(bench.driver, VERDICT, /Runs|pressure/);
}

test('the handle shares the room by mouse and keys, folds either away, and is remembered', async () => {
  const { driver } = bench;
  await viewport(driver, { width: 1280, height: 800 });
  await demo('Beck Side');
  const sheet = '[aria-label="Field sheet"]';
  expect(await heightOf('main .under')).toBe(272);
  const handle = await find(driver, By.css(HANDLE));
  await driver.actions().dragAndDrop(handle, { x: 0, y: 60 }).perform();
  await until('not dragged', async () => Math.abs((await heightOf('main .under')) - 212) <= 2);
  await handle.sendKeys(Key.ARROW_UP);
  await until('not moved by a key', async () => Math.abs((await heightOf('main .under')) - 236) <= 2);
  await press(driver, 'Fold the picture away');
  await until('the picture is not folded', async () => (await heightOf('main .under')) === 0);
  await press(driver, 'Show the picture under the sheet');
  await press(driver, 'Fold the sheet away');
  await until('the sheet is not folded', async () => (await heightOf(sheet)) === 0);
  await driver.navigate().refresh();
  await reads(driver, VERDICT, /Runs/);
  expect(await heightOf(sheet)).toBe(0);
  await press(driver, 'Show the sheet');
  await until('not as it was', async () => (await heightOf('main .under')) === 272);
});

test('a part’s step of the walk opens that part in Pipework; the stages’ panels list their parts', async () => {
  const { driver } = bench;
  await demo('Beck Side');
  await goTo(bench, 'check');
  const step = await find(
    driver,
    By.xpath('//*[@aria-label="Pressure walk"]//*[contains(@class,"step")][contains(., "check")]'),
  );
  await step.sendKeys(Key.ENTER);
  await reads(driver, `${STAGE} h2`, /Pipework/);
  await until(
    'no part is picked',
    async () =>
      (await driver.findElements(By.xpath('//*[@aria-pressed="true"][contains(., "check valve")]')))
        .length === 1,
  );
  await reads(driver, '[aria-label="Parts of this stage"]', /Head[\s\S]*Main[\s\S]*Header/);
  await press(driver, 'Main');
  await until('not brought before the eyes', async () =>
    /^Main/.test(await driver.switchTo().activeElement().getText()),
  );
});

test('on a phone the sheet opens over all and closes again, and a stage that is pressed has the focus', async () => {
  const { driver } = bench;
  await viewport(driver, { width: 390, height: 844 });
  await demo('Hollin Bank');
  expect(await heightOf('[aria-label="Field sheet"]')).toBe(0);
  await press(driver, 'Field sheet');
  await until('the sheet does not open', async () => (await heightOf('[aria-label="Field sheet"]')) > 700);
  await press(driver, 'Pressure walk');
  await until('the walk does not open', async () => (await heightOf('[aria-label="Pressure walk"]')) > 600);
  await press(driver, 'Close');
  await until('it does not close', async () => (await heightOf('[aria-label="Pressure walk"]')) === 0);
  await click(await find(driver, By.css('nav[aria-label="Working order"] a:nth-of-type(6)')));
  await reads(driver, `${STAGE} h2`, /Sets/);
  expect(await driver.executeScript('return document.activeElement.getAttribute("aria-label")')).toBe(
    'Stage',
  );
  await viewport(driver, { width: 1280, height: 800 });
});
