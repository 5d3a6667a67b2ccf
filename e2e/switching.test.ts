import { By } from 'selenium-webdriver';
import { find, named, openPlan, pick, press, reads, start, unfold, VERDICT, type Bench } from './browser';
import { goTo, STAGE } from './lay';

let bench: Bench;
beforeAll(async () => {
  bench = await start();
}, 60_000);
afterAll(() => bench?.stop());

const TAP = {
  id: 's',
  kind: 'tap',
  method: 'gauge',
  shutKpa: 400,
  flowingKpa: 300,
  flowingLph: 6000,
  xM: 0,
  yM: 0,
};
const HEAD = ['double-check', 'screen-1-1/2'].map((kind) => ({ id: kind, kind }));
const plan = (more: object): object => ({
  format: 'idle-furrow-plan',
  version: 10,
  units: 'metric',
  sources: [TAP],
  head: HEAD,
  ...more,
});
const plot = (id: string, name: string, xM: number, yM: number, more: object = {}): object => ({
  id,
  name,
  xM,
  yM,
  beds: { count: 6, lengthM: 25 },
  ...more,
});

/** Opens a plan in Sets, and says what opens its sets. */
async function openedBy(json: object, how?: string): Promise<void> {
  const { driver } = bench;
  await openPlan(bench, json);
  await reads(driver, VERDICT, /./);
  await goTo(bench, 'sets');
  await unfold(driver, 'What opens them');
  if (how) await pick(driver, 'What opens the sets', how);
}
/** The programme as it stands in Sets. */
async function programme(wanted: RegExp): Promise<string> {
  await press(bench.driver, 'When');
  return reads(bench.driver, '[aria-label="The programme"]', wanted);
}
/** The shopping list, once it has what is wanted. */
async function list(wanted: RegExp): Promise<string> {
  await goTo(bench, 'build');
  return reads(bench.driver, STAGE, wanted);
}
const valves = (wanted: RegExp): Promise<string> => reads(bench.driver, '[aria-label="Valves"]', wanted);
const split = async (): Promise<void> => {
  await press(bench.driver, 'Make the sets');
  await reads(bench.driver, STAGE, /each was solved/);
};

test('a station timer over two plots 80 m apart: a valve for each, cable, stations, one programme', async () => {
  await openedBy(
    plan({
      head: [...HEAD, { id: 'timer', kind: 'timer-stations-1' }],
      sources: [{ ...TAP, flowingLph: 2600 }],
      tees: [{ id: 't', xM: 0, yM: 5, main: { pipe: 'pe-1-1/4' } }],
      blocks: [
        plot('n', 'Near plot', 2, 6, { main: { pipe: 'pe-1-1/4', from: 't' } }),
        plot('f', 'Far plot', 2, 86, { main: { pipe: 'pe-1-1/4', from: 't' } }),
      ],
      watering: {
        sets: [
          { id: 'a', name: 'Near', beds: [{ block: 'n' }] },
          { id: 'b', name: 'Far', beds: [{ block: 'f' }] },
        ],
      },
    }),
  );
  await valves(/V1\s+Near plot.*station 1[\s\S]*V2\s+Far plot.*station 2/);
  const table = await programme(/station 1[\s\S]*station 2[\s\S]*\d\d:\d\d/);
  expect(table).toMatch(/V1[\s\S]*V2/);
  const bought = await list(/wired|solenoid/);
  expect(bought).toMatch(/solenoid valve[^\n]*\s+buy 2\b/);
  expect(bought).toMatch(/cable with 2 cores of 0\.75/);
  // The timer that is there tells them: no other controller is bought.
  expect(bought).not.toMatch(/controller with/);
}, 120_000);

test('a hose timer of four outlets over four raised beds: each outlet its own time', async () => {
  await openedBy(
    plan({
      head: [{ id: 'timer', kind: 'timer-4-3/4' }],
      sources: [{ ...TAP, flowingLph: 1500 }],
      blocks: ['Salad', 'Roots', 'Beans', 'Herbs'].map((name, i) =>
        plot(`b${i}`, name, i * 3, 4, {
          beds: { count: 1, lengthM: 4, runsPerBed: 3 },
          main: { pipe: 'hose-5/8' },
          header: { pipe: 'pe-1/2' },
          inlet: [{ id: 'r', kind: 'regulator-low' }],
        }),
      ),
      watering: {
        sets: ['Salad', 'Roots', 'Beans', 'Herbs'].map((name, i) => ({
          id: `s${i}`,
          name,
          beds: [{ block: `b${i}` }],
        })),
      },
    }),
  );
  await valves(/V1\s+Salad[\s\S]*V4\s+Herbs/);
  const table = await programme(/timer outlet 1[\s\S]*timer outlet 4[\s\S]*\d\d:\d\d/);
  expect(table).toMatch(/outlet 3 \(V3\)/);
  const bought = await list(/hose timer with four outlets/);
  expect(bought).not.toMatch(/ball valve|solenoid|cable/);
}, 120_000);

test('half a block in each of two sets by hand, a valve at each run; by wire it is a Stop, and put right', async () => {
  const { driver } = bench;
  const halves = [
    ['1', '2', '3'],
    ['4', '5', '6'],
  ];
  await openedBy(
    plan({
      blocks: [plot('b', 'Garden', 0, 4)],
      watering: {
        sets: halves.map((keys, i) => ({ id: `s${i}`, name: `Half ${i + 1}`, beds: [{ block: 'b', keys }] })),
      },
    }),
  );
  const table = await programme(/by hand[\s\S]*\d\d:\d\d/);
  expect(table).toMatch(/Garden: bed 1, bed 2, bed 3/);
  expect(await list(/with valve/)).toMatch(/with valve\s+buy 1[2-9]/);
  await goTo(bench, 'sets');
  await unfold(driver, 'What opens them');
  await pick(driver, 'What opens the sets', 'by a controller with wired valves');
  await reads(driver, STAGE, /Half 1 cannot be opened by itself/);
  await pick(driver, 'What opens the sets', 'by hand');
  await driver.wait(
    async () => !(await driver.findElement(By.css(STAGE)).getText()).includes('cannot be opened'),
    15_000,
  );
}, 120_000);

test('wired valves on a ring main of five blocks: planned for each, wired along it, read at their gauges', async () => {
  const names = ['North', 'East', 'South', 'West', 'Middle'];
  await openedBy(
    plan({
      tees: names.slice(1).map((_, i) => ({
        id: `t${i}`,
        xM: i * 18,
        yM: 3,
        main: { from: i === 0 ? 'head' : `t${i - 1}`, pipe: 'pe-1-1/4' },
      })),
      rings: [{ id: 'ring', to: 't3', main: { from: 'head', pipe: 'pe-1-1/4', extraM: 8 } }],
      blocks: names.map((name, i) =>
        plot(`b${i}`, name, i * 18, 5, { main: { from: `t${Math.min(i, 3)}`, pipe: 'pe-1-1/4' } }),
      ),
      watering: {
        sets: names.map((name, i) => ({ id: `s${i}`, name: `${name} set`, beds: [{ block: `b${i}` }] })),
      },
    }),
    'by a controller with wired valves',
  );
  await valves(/V5\s+Middle[\s\S]*station 5/);
  await reads(bench.driver, STAGE, /Cable of 0\.75 mm².*arrive at V/);
  await programme(/station 5[\s\S]*\d\d:\d\d/);
  const bought = await list(/controller with 6 stations/);
  expect(bought).toMatch(/solenoid valve[^\n]*\s+buy 5\b/);
  expect(bought).toMatch(/waterproof wire joint\s+buy 1 pack of 10: 10 used/);
  // Four pieces of 18 m on the trunk, and the ring home: 54 m and the 8 that it goes round by.
  expect(bought).toMatch(/1¼ in poly pipe[^\n]*\s+buy/);
  await goTo(bench, 'season');
  await reads(bench.driver, STAGE, /Head and mains[\s\S]*Middle/);
}, 120_000);

test('sets that are made open whole valves where a clock opens them', async () => {
  await openedBy(
    plan({
      sources: [{ ...TAP, flowingLph: 1500, flowingKpa: 200 }],
      blocks: [plot('n', 'North', 0, 4), plot('s', 'South', 12, 4)],
    }),
    'by timers with a battery',
  );
  await split();
  await valves(/V1\s+North.*timer[\s\S]*V2\s+South.*timer/);
  await programme(/timer V1[\s\S]*timer V2/);
}, 120_000);

/** A garden low enough for a tank. */
const GARDEN = {
  head: [
    { id: 'v', kind: 'ball-1' },
    { id: 'f', kind: 'screen-1' },
  ],
  blocks: [
    {
      id: 'b',
      name: 'Garden',
      xM: 2,
      yM: 3,
      inlet: [],
      beds: { count: 3, lengthM: 6 },
      tape: { kind: 'dripline', flowLph: 1, atKpa: 100 },
    },
  ],
  watering: { need: { by: 'minutes', minutes: 30 } },
};

test('a store, its float and a canister hold what the store alone does not: level, water, list, days', async () => {
  const { driver } = bench;
  const tank = (more: object): object =>
    plan({
      ...GARDEN,
      sources: [
        {
          id: 's',
          kind: 'tank',
          outletM: 1,
          lowM: 1,
          highM: 1.4,
          shape: 'stated',
          volumeL: 400,
          xM: 0,
          yM: 0,
          ...more,
        },
      ],
    });
  // Alone it falls by 40 cm as it gives its 400 L.
  await openPlan(bench, tank({ level: 'falling' }));
  await reads(driver, VERDICT, /./);
  await goTo(bench, 'water');
  await reads(driver, STAGE, /Between high and low water\s+400\sL/);
  // Behind a float the level stays, and the store's water comes on top of the canister's.
  await openPlan(
    bench,
    tank({ level: 'held', fedBy: 'store', floatM: 1.3, volumeL: 25, storeL: 400, storeM: 1.5 }),
  );
  await reads(driver, VERDICT, /./);
  await goTo(bench, 'water');
  await reads(driver, STAGE, /Store and canister hold\s+425\sL/);
  const bought = await list(/float valve/);
  expect(bought).toMatch(/store of 400\sL/);
  expect(bought).toMatch(/hose with a valve, from a store to a float/);
  await goTo(bench, 'sets');
  await press(driver, 'When');
  await reads(driver, '[aria-label="The programme"]', /by hand[\s\S]*\d\d:\d\d/);
}, 120_000);

test('a well that sinks with a tap as its backup: both bought, joined, kept apart and judged', async () => {
  const { driver } = bench;
  await openPlan(
    bench,
    plan({
      sources: [
        {
          id: 'well',
          kind: 'well',
          name: 'well',
          xM: 0,
          yM: 0,
          restLevelM: 6,
          pumpingLevelM: 10,
          testLph: 2000,
          drop: { lengthM: 20 },
          branch: [{ id: 'check', kind: 'check-1' }],
        },
        {
          ...TAP,
          id: 'tap',
          name: 'yard tap',
          xM: 6,
          yM: -2,
          branch: [
            { id: 'valve', kind: 'ball-1' },
            { id: 'preventer', kind: 'double-check' },
          ],
        },
      ],
      sourceId: 'well',
      backup: { sourceId: 'tap' },
      head: [{ id: 'filter', kind: 'disc-1' }],
      blocks: [plot('b', 'Field', 0, 4)],
    }),
  );
  await reads(driver, VERDICT, /./);
  await goTo(bench, 'water');
  // 4 m for 2000 L/h; 13 m down to a metre over the pump are 6500 L/h.
  await reads(driver, STAGE, /it sinks 2(\.0)?\sm for each 1,000\sL\/h/);
  expect(await (await find(driver, named('Sustainable yield'))).getAttribute('value')).toMatch(/6,?500/);
  const bought = await list(/double check valve/);
  for (const thing of [/submersible pump/, /check valve/, /ball valve/, /tee/]) expect(bought).toMatch(thing);
  await press(driver, 'Join');
  await reads(driver, STAGE, /yard tap/);
}, 120_000);
