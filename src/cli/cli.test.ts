import { mkdtempSync, writeFileSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { shell } from './shell.testing';

const root = join(__dirname, '../..');
const furrow = (...words: string[]) => shell(...words);
const cases = join(root, 'src/core/hydraulics/network/cases');
const folder = mkdtempSync(join(tmpdir(), 'furrow-cli-'));
const file = (name: string, content: string): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

jest.setTimeout(60_000);

describe('furrow', () => {
  test('network prints the steady state in the shape of a case’s expectation', async () => {
    const { status, stdout } = await furrow('network', join(cases, 'run-flat.json'));
    expect(status).toBe(0);
    const result = JSON.parse(stdout);
    expect(result.supply.flowLph).toBeCloseTo(573.869, 2);
    expect(Object.keys(result.laterals.run).sort()).toEqual([
      'emitters',
      'endKpa',
      'flowLph',
      'inletKpa',
      'maxKpa',
      'maxLph',
      'minKpa',
      'minLph',
    ]);
  });

  test.each<[string, string, RegExp]>([
    ['not JSON', '{', /is not JSON/],
    [
      'an unknown kind',
      '{"supply":{"node":"s","kind":"spring"},"nodes":[{"id":"s","elevationM":0}],"links":[],"laterals":[]}',
      /supply\.kind/,
    ],
    [
      'a number that is not one',
      '{"supply":{"node":"s","kind":"constant","pressureKpa":"x"},"nodes":[{"id":"s","elevationM":0}],"links":[],"laterals":[]}',
      /supply\.pressureKpa: must be a number/,
    ],
    [
      'a pump that rises',
      '{"supply":{"node":"s","kind":"pump","points":[{"flowLph":0,"pressureKpa":10},{"flowLph":9,"pressureKpa":20}]},"nodes":[{"id":"s","elevationM":0}],"links":[],"laterals":[]}',
      /supply\.points\[1\]\.pressureKpa/,
    ],
  ])('%s ends with 2 and says where', async (name, content, why) => {
    const { status, stderr } = await furrow('network', file(`${name}.json`, content));
    expect(status).toBe(2);
    expect(stderr).toMatch(why);
  });

  test('check: 0 for the demo that works, 1 for the one with faults, 2 for what is no plan', async () => {
    const fine = await furrow('check', join(root, 'demo/wren-bottom.json'));
    expect(fine.status).toBe(0);
    expect(fine.stdout).toMatch(/Runs, with \d+ % to spare/);
    expect(fine.stdout).toMatch(/gpm/);
    const faulty = await furrow('check', join(root, 'demo/otter-strip.json'), '--json');
    expect(faulty.status).toBe(1);
    const report = JSON.parse(faulty.stdout);
    expect(
      report.findings
        .filter((f: { grade: string }) => f.grade === 'stop' || f.grade === 'mend')
        .map((f: { code: string }) => f.code)
        .sort(),
    ).toEqual(['burst-at-rest', 'main-eats', 'run-too-long']);
    for (const demo of ['hollin-bank', 'beck-side', 'larch-tunnels'])
      expect((await furrow('check', join(root, `demo/${demo}.json`))).stdout).toMatch(
        /Runs[^.]*\. (Nothing|One thing) to mend/,
      );
    // The exit follows the headline: a plan whose blocks are all shut waters nothing, though nothing is found at fault.
    const shut = JSON.parse(readFileSync(join(root, 'demo/wren-bottom.json'), 'utf8'));
    for (const block of shut.blocks) block.inUse = false;
    const still = await furrow('check', file('shut.json', JSON.stringify(shut)));
    expect(still.stdout).toMatch(/Every block is shut/);
    expect(still.status).toBe(1);
    const foreign = await furrow('check', join(cases, 'run-flat.json'));
    expect(foreign.status).toBe(2);
    expect(foreign.stderr).toMatch(/not an Idle Furrow plan/);
    expect(await furrow('check', join(folder, 'gone.json'))).toMatchObject({ status: 2 });
  });

  test('check of a plan in sets tells each', async () => {
    const plan = JSON.parse(readFileSync(join(root, 'demo/wren-bottom.json'), 'utf8'));
    const keys = (from: number, to: number): string[] =>
      Array.from({ length: to - from + 1 }, (_, i) => String(from + i));
    const [{ id: block }] = plan.blocks;
    plan.watering = {
      sets: [
        { id: 'near', beds: [{ block, keys: keys(1, 7) }] },
        { id: 'far', beds: [{ block, keys: keys(8, 14) }] },
      ],
    };
    const { stdout } = await furrow('check', '--json', file('sets.json', JSON.stringify(plan)));
    const report = JSON.parse(stdout);
    expect(report.sets.map((s: { name: string }) => s.name)).toEqual(['Set 1', 'Set 2']);
    for (const s of report.sets) expect(s.askedLph).toBeLessThan(s.availableLph);
    expect(new Set(report.runs.map((r: { bed: string }) => r.bed)).size).toBe(7);
  });

  test('words it does not know end with 2', async () => {
    expect((await furrow('dance')).status).toBe(2);
  });

  test('check --working --remedies writes out how numbers were come by, and what would help', async () => {
    const { status, stdout } = await furrow(
      'check',
      '--working',
      '--remedies',
      join(root, 'demo/otter-strip.json'),
    );
    expect(status).toBe(1);
    expect(stdout).toMatch(
      /would mend this: add a mid-flow regulator set to 69.kPa at the inlet \(weakest \d+.kPa to \d+.kPa\); but: The main loses/,
    );
    expect(stdout).toMatch(/WORKING {2}Loss in the main\n[\s\S]*K = 3 {2}\(fitting loss \(K\); a default\)/);
    expect(stdout).toMatch(/WORKING {2}Too much pressure with the valves shut[^\n]*\n[\s\S]*short by/);
    expect(stdout).not.toMatch(/NaN|undefined/);
  });
});
