import { By } from 'selenium-webdriver';
import { fill, pick, press, reads, WAIT_MS, type Bench } from './browser';

/*
 * What journeys that lay whole systems share: going from stage to stage, and reading the figures that are held against sums
 * done by hand.
 */

export const STAGE = '[aria-label=Stage]';

/** Opens a stage of the plan that is open. */
export async function goTo({ driver }: Bench, stage: string): Promise<void> {
  const now = await driver.getCurrentUrl();
  await driver.get(now.replace(/[^/]*$/, stage));
  await reads(driver, `${STAGE} h2`, /./);
}

/** A blank plan, at its first stage. */
export async function blank(bench: Bench): Promise<void> {
  const { driver, url } = bench;
  await driver.get(url);
  await press(driver, 'Blank plan');
  await reads(driver, `${STAGE} h2`, /Water/);
}

/** What the tally says of a figure, as a number, once it is near what was reckoned by hand. */
export async function tells(
  { driver }: Bench,
  name: string,
  byHand: number,
  within: number,
): Promise<number> {
  let last = NaN;
  await driver
    .wait(async () => {
      const text = await driver.findElement(By.css('.tally')).getText();
      const found = new RegExp(`${name}\\s*([\\d,.]+)`).exec(text);
      last = found ? Number(found[1].replace(/,/g, '')) : NaN;
      return Math.abs(last - byHand) <= within * byHand;
    }, WAIT_MS)
    .catch(() => {
      throw new Error(`${name} reads ${last}; by hand ${byHand.toFixed(2)}`);
    });
  return last;
}

/** The number that a row of a panel tells, by the words before it. */
export async function row({ driver }: Bench, words: string): Promise<number> {
  const dd = By.xpath(`//dt[contains(normalize-space(.), "${words}")]/following-sibling::dd[1]`);
  const text = await (await driver.wait(async () => (await driver.findElements(dd))[0], WAIT_MS))!.getText();
  return Number(/[\d,.]+/.exec(text)![0].replace(/,/g, ''));
}

/**
 * Puts the plan that is open in sets and has each run for an hour a day, which then takes what flows in an hour, by hand, and
 * what fills the pipes before.
 * @returns what a watering day takes, L, and how many sets there are
 */
export async function anHourADay(
  bench: Bench,
  lph: number,
  within: number,
): Promise<{ dayL: number; sets: number }> {
  const { driver } = bench;
  await goTo(bench, 'sets');
  await press(driver, 'Make the sets');
  await reads(driver, STAGE, /each was solved/);
  await press(driver, 'How much');
  await pick(driver, 'Need is worked out by', 'minutes a day');
  await fill(driver, 'Minutes a day', '60');
  await press(driver, 'When');
  let dayL = NaN;
  await driver
    .wait(async () => {
      try {
        dayL = await row(bench, 'on a watering day');
      } catch {
        return false;
      }
      return dayL > (1 - within) * lph && dayL < (1 + within + FILLING) * lph;
    }, WAIT_MS)
    .catch(() => {
      throw new Error(`a watering day reads ${dayL} L; by hand ${lph.toFixed(1)} flow in an hour`);
    });
  const table = await reads(driver, '[aria-label="The programme"]', /\d\d:\d\d/);
  return { dayL, sets: table.match(/\d\d:\d\d/g)!.length };
}
/** Pipes hold at most about so much of an hour's water here. */
const FILLING = 0.09;

/** Emitters that fit a run of so many metres, the first one spacing from its inlet. */
export const fits = (runM: number, spacingM: number): number => Math.floor(runM / spacingM + 1e-9);
/** What so many emitters give at a pressure, by the square root of it over their label's. */
export const gives = (n: number, labelLph: number, kpa: number, labelKpa: number): number =>
  n * labelLph * Math.sqrt(kpa / labelKpa);
/** Pressure under so many metres of water, kPa. */
export const under = (waterM: number): number => 9.80665 * waterM;
