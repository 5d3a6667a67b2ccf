import { writeFileSync } from 'node:fs';
import type { WebDriver } from 'selenium-webdriver';

/** Saves the page as a PNG. */
export async function shot(driver: WebDriver, path: string): Promise<void> {
  await driver.executeScript('return document.fonts.ready.then(() => true)');
  writeFileSync(path, await driver.takeScreenshot(), 'base64');
}
