import { writeFileSync } from 'node:fs';
import { openPlan, press, reads, start, VERDICT, type Bench } from './browser';
import { goTo } from './lay';

let bench: Bench;
beforeAll(async () => void (bench = await start()));
afterAll(() => bench.stop());
const shot = async (name: string) => writeFileSync(`/tmp/zz-${name}.png`, await bench.driver.takeScreenshot(), 'base64');

test('shots', async () => {
  const { driver } = bench;
  await openPlan(bench, {
    format: 'idle-furrow-plan', version: 9, units: 'metric', name: 'Two waters',
    sources: [
      { id: 'tank', kind: 'tank', name: 'rain tank', xM: -6, yM: 0, outletM: 6, lowM: 6.4, highM: 8, volumeL: 4000 },
      { id: 'tap', kind: 'tap', name: 'yard tap', xM: -14, yM: 12 },
    ],
    sourceId: 'tank',
    backup: { sourceId: 'tap' },
    blocks: [
      { id: 'a', name: 'Upper', xM: 0, yM: 0, beds: { count: 4, lengthM: 12, runsPerBed: 2 }, inlet: [] },
      { id: 'b', name: 'Lower', xM: 10, yM: 0, beds: { count: 4, lengthM: 12, runsPerBed: 2 }, inlet: [], tape: { lies: 'buried' } },
    ],
  } as never);
  await reads(driver, VERDICT, /./);
  await goTo(bench, 'check');
  await new Promise((r) => setTimeout(r, 6000));
  await shot('check');
  await goTo(bench, 'pipework');
  await new Promise((r) => setTimeout(r, 1500));
  await shot('pipework');
  await goTo(bench, 'water');
  await driver.executeScript("document.querySelectorAll('details').forEach((d) => (d.open = true)); document.querySelector('details.more li')?.scrollIntoView({block:'center'})");
  await new Promise((r) => setTimeout(r, 800));
  await shot('water');
  await goTo(bench, 'build');
  await new Promise((r) => setTimeout(r, 4000));
  await shot('build');
  await press(driver, 'Joints').catch(() => undefined);
  await new Promise((r) => setTimeout(r, 1500));
  await shot('joints');
}, 120000);
