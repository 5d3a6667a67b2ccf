import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { solveNetwork } from '../hydraulics/network';
import { readNetworkCase, writeNetworkResult } from './index';

const CASES = join(__dirname, '../hydraulics/network/cases');
const flat = JSON.parse(readFileSync(join(CASES, 'run-flat.json'), 'utf8'));

const message = (change: (c: typeof flat) => void): string => {
  const copy = structuredClone(flat);
  change(copy);
  try {
    readNetworkCase(JSON.stringify(copy));
    return 'accepted';
  } catch (error) {
    return (error as Error).message;
  }
};

test('every reference case is read, its expectation passed over', () => {
  for (const file of readdirSync(CASES).filter((f) => f.endsWith('.json'))) {
    const network = readNetworkCase(readFileSync(join(CASES, file), 'utf8'));
    expect(network).not.toHaveProperty('expected');
    expect(network.laterals.length).toBeGreaterThan(0);
  }
});

test('the result is written in the shape of an expectation, to a millionth', () => {
  const written = JSON.parse(writeNetworkResult(solveNetwork(readNetworkCase(JSON.stringify(flat)))));
  expect(Object.keys(written)).toEqual(['supply', 'nodes', 'laterals']);
  expect(written.laterals.run.emitters).toBe(600);
  expect(String(written.supply.flowLph)).toMatch(/^\d+\.\d{1,6}$/);
});

test.each<[string, (c: typeof flat) => void, RegExp]>([
  ['an unknown source', (c) => (c.supply.kind = 'spring'), /^supply\.kind: must be one of/],
  ['a pressure left out', (c) => delete c.supply.pressureKpa, /^supply\.pressureKpa: is required/],
  ['a null', (c) => (c.supply.pressureKpa = null), /^supply\.pressureKpa: must be a number/],
  [
    'a length of nothing',
    (c) => (c.laterals[0].lengthM = 0),
    /^laterals\[0\]\.lengthM: must be greater than 0/,
  ],
  [
    'a number as text',
    (c) => (c.laterals[0].diameterMm = '16'),
    /^laterals\[0\]\.diameterMm: must be a number/,
  ],
  [
    'an unknown emitter',
    (c) => (c.laterals[0].emitter.kind = 'spray'),
    /^laterals\[0\]\.emitter\.kind: must be one of/,
  ],
  ['a spacing of nothing', (c) => (c.laterals[0].emitter.spacingM = 0), /^laterals\[0\]\.emitter\.spacingM/],
  [
    'an unknown link',
    (c) => c.links.push({ from: 's', to: 'q', kind: 'tube' }),
    /^links\[0\]\.kind: must be one of/,
  ],
  [
    'a profile that goes back',
    (c) =>
      (c.laterals[0].profile = [
        [0, 0],
        [9, 1],
        [5, 2],
      ]),
    /^laterals\[0\]\.profile\[2\]: distances must rise/,
  ],
  ['a profile of single numbers', (c) => (c.laterals[0].profile = [1, 2]), /^laterals\[0\]\.profile\[0\]/],
  [
    'a flowing pressure over the shut one',
    (c) => (c.supply = { node: 's', kind: 'two-point', staticKpa: 100, flowingKpa: 200, flowLph: 100 }),
    /^supply\.flowingKpa/,
  ],
  [
    'a pump of one point',
    (c) => (c.supply = { node: 's', kind: 'pump', points: [{ flowLph: 0, pressureKpa: 100 }] }),
    /^supply\.points/,
  ],
  [
    'pump flows out of order',
    (c) =>
      (c.supply = {
        node: 's',
        kind: 'pump',
        points: [
          { flowLph: 9, pressureKpa: 100 },
          { flowLph: 3, pressureKpa: 90 },
        ],
      }),
    /^supply\.points\[1\]\.flowLph/,
  ],
  ['no nodes', (c) => (c.nodes = []), /^nodes/],
])('%s is refused at its place', (_, change, wanted) => {
  expect(message(change)).toMatch(wanted);
});

test('a field it does not know is passed over', () => {
  expect(message((c) => (c.remark = 'by hand'))).toBe('accepted');
});
