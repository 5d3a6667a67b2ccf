import { fill, press, reads, start, VERDICT, type Bench } from './browser';
import { anHourADay, fits, gives, tells, under } from './lay';
import { oneIn } from './share';

let bench: Bench;
beforeAll(async () => void (bench = await start()));
afterAll(() => bench.stop());

/** Low water stands so far over a tank's outlet, m. */
const LOW_M = 0.05;
/** A microtube by hand: ρ/2·1.5·v² + 32·μ·L·v/D² = p, laminar, at 20 °C. @returns L/h */
function tube(mm: number, m: number, kpa: number): number {
  const [rho, mu, d] = [998.2, 1.002e-3, mm / 1000];
  const [a, b] = [0.75 * rho, (32 * mu * m) / d ** 2];
  const v = (-b + Math.sqrt(b * b + 4 * a * kpa * 1000)) / (2 * a);
  return v * (Math.PI / 4) * d ** 2 * 3.6e6;
}

interface Case {
  sketch: string;
  /** Answers, question by question, as they are asked. */
  answers: Record<string, string>[];
  /** What all that is open gives, by hand, L/h, and how near what is lost on the way lets it come. */
  lph: number;
  within: number;
  /** A tank's water drips; else it is asked for. */
  drips?: true;
}
const beds = (count: number, lengthM: number, widthM: number, runs: number) => ({
  'Number of beds': String(count),
  'Length of a bed': `${lengthM} m`,
  'Width of a bed': `${widthM} m`,
  'Runs in a bed': String(runs),
});
const way = (m: number) => ({ 'Distance to the beds': `${m} m` });
const bucket = (litres: number, seconds: number) => ({
  Bucket: `${litres} L`,
  'Seconds to fill it': String(seconds),
});
const gauge = (kpa: number) => ({ 'Pressure, shut': `${kpa} kPa` });
const tank = (outletM: number, aboveM: number, litres: number) => ({
  'Outlet above the ground': `${outletM} m`,
  'Water above the outlet, full': `${aboveM} m`,
  'It holds': `${litres} L`,
});
const label = (kw: number, lph: number, headM: number) => ({
  Power: `${kw} kW`,
  'Flow on the label': `${lph} L/h`,
  'Head on the label': `${headM} m`,
});
const plants = (count: number, apartM: number, acrossM: number) => ({
  'How many': String(count),
  'How far apart': `${apartM} m`,
  'Spread of each': `${acrossM} m`,
});

const CASES: Case[] = [
  {
    sketch: 'Tap and raised beds',
    answers: [bucket(10, 30), gauge(300), way(12), beds(3, 3, 1.2, 2)],
    // Drippers of 2.3 L/h at 100 kPa behind a regulator of 103.
    lph: gives(3 * 2 * fits(3, 0.3), 2.3, 103, 100),
    within: 0.02,
  },
  {
    sketch: 'Barrel on a stand',
    answers: [tank(1.2, 0.8, 200), way(3), beds(2, 4, 0.8, 2)],
    lph: gives(2 * 2 * fits(4, 0.3), 0.95, under(1.2 + LOW_M), 55),
    within: 0.03,
    drips: true,
  },
  {
    sketch: 'Roof and tote',
    answers: [tank(1, 1.1, 1000), { Roof: '35 m²' }, way(5), beds(4, 5, 0.75, 2)],
    lph: gives(4 * 2 * fits(5, 0.3), 0.95, under(1 + LOW_M), 55),
    within: 0.03,
    drips: true,
  },
  {
    sketch: 'House well and rows',
    answers: [
      { 'Pump starts at': '210 kPa', 'Pump stops at': '350 kPa' },
      { 'Water under the ground': '18 m', 'Well gives': '2500 L/h' },
      { ...bucket(20, 30), 'Gauge meanwhile': '230 kPa' },
      way(25),
      beds(6, 25, 0.75, 1),
    ],
    lph: gives(6 * fits(25, 0.3), 0.95, 69, 55),
    within: 0.02,
  },
  {
    sketch: 'Borehole and fields',
    answers: [
      { 'Pump starts at': '250 kPa', 'Pump stops at': '400 kPa' },
      { 'Water under the ground': '20 m', 'Well gives': '6000 L/h' },
      label(2.2, 6000, 60),
      way(40),
      { 'Beds higher by': '1 m' },
      beds(8, 40, 0.75, 2),
    ],
    lph: 2 * gives(8 * 2 * fits(40, 0.3), 0.95, 69, 55),
    within: 0.03,
  },
  {
    sketch: 'Pond pump and lay-flat',
    answers: [
      { 'Pump above the water': '1.5 m', 'Suction hose': '6 m' },
      label(1.5, 6000, 35),
      way(30),
      { 'Beds higher by': '2 m' },
      beds(8, 30, 0.75, 2),
    ],
    lph: gives(8 * 2 * fits(30, 0.3), 0.95, 69, 55),
    within: 0.02,
  },
  {
    sketch: 'Tunnel from a yard tap',
    answers: [
      bucket(20, 40),
      gauge(320),
      way(20),
      { 'Width of the tunnel': '5 m', 'Length of the tunnel': '24 m', 'Width of a bed': '0.8 m' },
    ],
    // A bed of half a metre along each wall, and two of 0.8 m between paths of 0.45: 5 − 1 − 0.9 = 3.1 m hold two, 2.05 wide.
    // Doors at both ends leave 0.8 m free.
    lph: gives(4 * 2 * fits(24 - 1.6, 0.3), 0.95, 69, 55),
    within: 0.02,
  },
  {
    sketch: 'Tank and microtubes',
    answers: [tank(1.2, 0.9, 300), way(4), beds(3, 5, 0.75, 1)],
    lph: 3 * fits(5, 0.3) * tube(1, 0.8, under(1.2 + LOW_M)),
    within: 0.05,
    drips: true,
  },
  {
    sketch: 'Float canister and plots',
    answers: [{ 'Held water above the ground': '1.6 m' }, way(4), beds(2, 5, 0.75, 2)],
    lph: gives(3 * 2 * 2 * fits(5, 0.3), 0.95, under(1.6), 55),
    within: 0.03,
    drips: true,
  },
  {
    sketch: 'Hops or bushes on buttons',
    answers: [bucket(10, 30), gauge(300), way(10), plants(12, 1.2, 0.8)],
    lph: gives(12 * 2, 4, 103, 100),
    within: 0.02,
  },
  {
    sketch: 'Pots and rings',
    answers: [bucket(10, 30), gauge(300), way(8), plants(8, 0.6, 0.35), plants(3, 2.5, 1.2)],
    // Rings of 0.8 m are 2.51 m round: eight drippers each.
    lph: gives(8, 4, 103, 100) + gives(3 * fits(Math.PI * 0.8, 0.3), 2.3, 103, 100),
    within: 0.02,
  },
  {
    sketch: 'Weak mains and booster',
    answers: [bucket(10, 40), gauge(120), way(12), { 'Beds higher by': '1 m' }, beds(6, 12, 0.75, 1)],
    lph: gives(6 * fits(12, 0.3), 0.95, 69, 55),
    within: 0.02,
  },
];

test.each(oneIn(3, CASES))(
  '$sketch, with figures of one’s own: solved, put in sets and timed, as by hand',
  async (c) => {
    const { driver, url } = bench;
    await driver.get(url);
    await press(driver, c.sketch);
    for (const [i, answers] of c.answers.entries()) {
      await reads(driver, '.page', new RegExp(`question ${i + 1} of ${c.answers.length}`));
      for (const [field, value] of Object.entries(answers)) await fill(driver, field, value);
      await press(driver, i + 1 < c.answers.length ? 'Next' : 'See whether it works');
    }
    expect(await reads(driver, VERDICT, c.drips ? /Drips|Runs/ : /Runs/)).not.toMatch(/Nothing measured/);
    await tells(bench, c.drips ? 'drips' : 'asked', c.lph, c.within);
    const { dayL, sets } = await anHourADay(bench, c.lph, c.within);
    process.stdout.write(
      `${c.sketch}: ${c.lph.toFixed(0)} L/h by hand; an hour of its ${sets} ${sets === 1 ? 'set' : 'sets'} takes ${dayL} L\n`,
    );
  },
);
