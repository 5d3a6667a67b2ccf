import { mkdirSync } from 'node:fs';
import { find, named, press, pick, fill, reads, start, VERDICT } from './browser';
import { shot } from './shot';
import { By } from 'selenium-webdriver';
async function main() {
  mkdirSync('/tmp/shots', { recursive: true });
  const { driver, url, stop } = await start();
  try {
    await driver.get(url);
    await press(driver, 'Blank plan');
    await reads(driver, '[aria-label=Stage] h2', /./);
    const here = await driver.getCurrentUrl();
    await driver.get(here.replace(/[^/]*$/, 'beds'));
    await reads(driver, '[aria-label=Stage] h2', /Beds/);
    await pick(driver, 'What grows here', 'plants at places: pots, bushes, trees');
    await fill(driver, 'Plants to put', '6');
    await press(driver, 'put 6 plants');
    await new Promise((r) => setTimeout(r, 1500));
    await shot(driver, '/tmp/shots/a.png');
    await fill(driver, 'Spread of a plant', '1.2 m');
    await pick(driver, 'Emitters lie', 'along a ring laid round it');
    await new Promise((r) => setTimeout(r, 1500));
    await shot(driver, '/tmp/shots/b.png');
    await driver.get(here.replace(/[^/]*$/, 'pipework'));
    await reads(driver, '[aria-label=Stage] h2', /Pipework/);
    await pick(driver, 'Route of the small pipe', 'as I draw it');
    await new Promise((r) => setTimeout(r, 1500));
    await shot(driver, '/tmp/shots/c.png');
    await driver.get(here.replace(/[^/]*$/, 'check'));
    await reads(driver, '[aria-label=Stage] h2', /Check/);
    await new Promise((r) => setTimeout(r, 1500));
    await shot(driver, '/tmp/shots/d.png');
  } finally { await stop(); }
  void find; void named; void By; void VERDICT;
}
void main();
