import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { click, fill, find, named, press, reads, start, unfold, VERDICT, viewport } from './browser';
import { shot } from './shot';

/** Takes the pictures of the README from the demo plans. */
const OUT = join(process.cwd(), 'docs/screenshots');
const SIZE = { width: 1280, height: 800 };

async function main(): Promise<void> {
  mkdirSync(OUT, { recursive: true });
  const bench = await start(SIZE);
  const { driver, url } = bench;
  const take = (name: string): Promise<void> => shot(driver, join(OUT, `${name}.png`));
  try {
    await driver.get(url);
    await find(driver, named('Blank plan'));
    await take('start');
    await press(driver, 'Wren Bottom');
    await reads(driver, VERDICT, /Runs/);
    await reads(driver, '[aria-label=Stage] h2', /Beds/);
    await take('beds');
    for (const [demo, stage, name] of [
      ['Hollin Bank', 'ground', 'ground'],
      ['Hollin Bank', 'water', 'well'],
      ['Hollin Bank', 'pipework', 'pipework'],
      ['Larch tunnels', 'water', 'tank'],
    ]) {
      await driver.get(url);
      await press(driver, demo);
      await reads(driver, VERDICT, /Runs/);
      await driver.get(`${url}/plan/${stage}`);
      await reads(driver, VERDICT, /Runs/);
      await reads(driver, '[aria-label=Stage] h2', /./);
      await take(name);
    }
    await driver.get(url);
    await press(driver, 'Tap and raised beds');
    await reads(driver, 'h1', /bucket/);
    await take('ask');
    await driver.get(url);
    await press(driver, 'Pots and rings');
    await reads(driver, 'h1', /bucket/);
    await press(driver, 'Skip the questions');
    await reads(driver, VERDICT, /Runs/);
    await driver.get((await driver.getCurrentUrl()).replace(/[^/]*$/, 'beds'));
    await reads(driver, '[aria-label=Stage]', /10 plants/);
    await reads(driver, '.laid', /L\/h/);
    await take('plants');
    const toSets = async (demo: string): Promise<void> => {
      await driver.get(url);
      await press(driver, demo);
      await reads(driver, VERDICT, /Runs/);
      await driver.get(`${url}/plan/sets`);
      await press(driver, 'Make the sets');
      await reads(driver, '[aria-label=Stage]', /each was solved/);
      await reads(driver, '.tally', /all run|not run/);
    };
    await toSets('Hollin Bank');
    await find(driver, By.css('[aria-label="Bed by bed"] .bar'));
    await take('sets');
    await press(driver, 'When');
    await find(driver, By.css('.entry'));
    await take('day');
    await press(driver, 'How much');
    await unfold(driver, 'Weather');
    await press(driver, 'listen to the simulated station');
    await reads(driver, '[aria-label="The season"]', /rain [1-9]/);
    await take('season');
    await driver.get(url);
    await press(driver, 'Otter strip');
    await reads(driver, VERDICT, /Too much pressure/);
    await driver.get(`${url}/plan/check`);
    await reads(
      driver,
      '[aria-label=Stage]',
      /puts it right[\s\S]*mends this|mends this[\s\S]*puts it right/,
    );
    await press(driver, 'Fit it for me');
    await press(driver, 'Look for plans');
    await reads(driver, '.fits', /Take this plan/);
    await take('fit');
    await driver.get(url);
    await press(driver, 'Wren Bottom');
    await reads(driver, VERDICT, /Runs/);
    await driver.get(`${url}/plan/beds`);
    await reads(driver, VERDICT, /Runs/);
    await press(driver, 'What to lay?');
    await reads(driver, '.v-dialog', /8 · /);
    await take('lay');
    await press(driver, 'How long a run');
    await driver.wait(async () => (await driver.findElements(By.css('.v-dialog .dot'))).length > 0, 15_000);
    await driver.get(url);
    await press(driver, 'Wren Bottom');
    await reads(driver, VERDICT, /Runs/);
    await driver.get(`${url}/plan/build`);
    await reads(driver, '[aria-label=Stage]', /Parts of the head/);
    await fill(driver, 'Currency of the prices', '€\t');
    await fill(driver, 'Price of 1¼ in poly pipe', '58\t');
    await reads(driver, '[aria-label="What it costs"]', /58\.00 €/);
    await reads(driver, '[aria-label=Stage] h2', /^Build$/);
    await take('build');
    await viewport(driver, { width: 390, height: 844 });
    await press(driver, 'Steps');
    await press(driver, 'Done: Put the head together');
    await reads(driver, '[aria-label=Stage]', /1 of 8 steps/);
    await reads(driver, '[aria-label=Stage] h2', /^Build$/);
    await take('trench');
    await viewport(driver, SIZE);
    await driver.get(url);
    await press(driver, 'Larch tunnels');
    await reads(driver, VERDICT, /Runs/);
    await driver.get((await driver.getCurrentUrl()).replace(/[^/]*$/, 'season'));
    await reads(driver, '[aria-label=Stage]', /Your gauges/);
    const note = async (place: string, value: string): Promise<void> => {
      await (
        await find(driver, By.xpath(`//button[contains(@class,'place')][contains(., '${place}')]`))
      ).click();
      await (await find(driver, By.xpath("//form[contains(@class,'take')]//input"))).sendKeys(value);
      await click(await find(driver, By.xpath("//form[contains(@class,'take')]//button")));
    };
    await note('gauge after the 1 in screen filter', '15 kPa');
    await reads(driver, '[aria-label="What is wrong"]', /Read next/);
    await take('today');
    await viewport(driver, { width: 390, height: 844 });
    await reads(driver, '[aria-label="What is wrong"]', /Read next/);
    await take('phone');
    await viewport(driver, SIZE);
    await driver.get(url);
    await press(driver, 'Otter strip');
    await reads(driver, VERDICT, /Too much pressure/);
    await reads(driver, '[aria-label=Stage] h2', /Check/);
    await reads(driver, '[aria-label=Stage]', /puts it right|mends this/);
    await take('check');
    await press(driver, 'Light or dark');
    await press(driver, 'Loss in the header');
    await reads(driver, '.v-overlay--active', /Darcy/);
    await take('working-dark');
  } finally {
    await bench.stop();
  }
}

void main();
