import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { shell } from './shell.testing';

const root = join(__dirname, '../..');
const folder = mkdtempSync(join(tmpdir(), 'furrow-build-'));
const furrow = (...words: string[]) => shell('build', ...words);
const demo = (name: string): string => join(root, `demo/${name}.json`);
const file = (name: string, content: string): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

jest.setTimeout(120_000);

describe('furrow build', () => {
  test('prints what to buy and the steps, and ends with 0', async () => {
    const { status, stdout } = await furrow(demo('wren-bottom'));
    expect(status).toBe(0);
    expect(stdout).toMatch(/1 × 4,000 ft +tape/);
    expect(stdout).toMatch(
      /31 +take-off pushed into a punched hole of poly pipe, to 16 mm tape lock \(28 used, 3 spare\)/,
    );
    expect(stdout).toMatch(/26 lines have none and are not in that total/);
    expect(stdout).toMatch(/2\. Put the head together/);
  });

  test('takes prices and what there is, and tells the lines it cannot use', async () => {
    const prices = file('prices.csv', 'item;price €;per\npipe:pe-1-1/4;2,50;m\nstaple;-1;pack\n');
    const have = file('have.csv', 'item,count\nstaple,1000\n');
    const { status, stdout, stderr } = await furrow(
      demo('wren-bottom'),
      '--prices',
      prices,
      '--have',
      have,
      '--units',
      'metric',
    );
    expect(status).toBe(0);
    // A roll of 100 ft at 2.50 a metre.
    expect(stdout).toMatch(/1¼ in poly pipe .*: 76\.20 €/);
    expect(stdout).toMatch(/you have it +staple or peg/);
    expect(stderr).toBe(`${prices}, line 3: a price of -1 is below zero\n`);
  });

  test('refuses what it cannot do: units there are not, two forms at once, a book without a usable line', async () => {
    const units = await furrow(demo('otter-strip'), '--units', 'furlongs');
    expect([units.status, units.stdout]).toEqual([2, '']);
    expect(units.stderr).toMatch(/us, metric/);
    const both = await furrow(demo('otter-strip'), '--csv', '--json');
    expect([both.status, both.stdout]).toEqual([2, '']);
    const useless = file('useless.csv', 'item;price;per\npipe:pe-1-1/4;cheap;m\n');
    const { status, stdout, stderr } = await furrow(demo('wren-bottom'), '--prices', useless);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toMatch(/line 2: “cheap” is not a price/);
    expect(stderr).toMatch(/nothing in it could be used/);
  });

  test('prints JSON and CSV of the same lines', async () => {
    const json = JSON.parse((await furrow(demo('otter-strip'), '--json')).stdout);
    const csv = (await furrow(demo('otter-strip'), '--csv')).stdout.trim().split('\r\n');
    expect(csv).toHaveLength(json.lines.length + 1);
    expect(json.joints.every((j: { chain?: unknown }) => j.chain)).toBe(true);
    expect(json.runs).toHaveLength(1);
    expect(json.steps.map((s: { id: string }) => s.id).slice(0, 2)).toEqual(['main/strip', 'head']);
  });

  test('ends with 1 where something cannot be joined, with 2 where a file cannot be used', async () => {
    const plan = JSON.parse(readFileSync(demo('otter-strip'), 'utf8'));
    plan.head = [{ id: 'x', kind: 'screen-1', inEnd: 'taper-1', outEnd: 'taper-1' }];
    const { status, stdout } = await furrow(file('odd.json', JSON.stringify(plan)));
    expect(status).toBe(1);
    expect(stdout).toMatch(/The 1 in screen filter and the ⅝ in garden hose cannot be joined/);
    expect((await furrow(demo('otter-strip'), '--prices', join(folder, 'nothing.csv'))).status).toBe(2);
    expect((await furrow(join(folder, 'nothing.json'))).status).toBe(2);
    expect((await furrow(demo('otter-strip'), '--pdf', join(folder, 'no/such/place.pdf'))).stderr).toMatch(
      /cannot be written/,
    );
  });
});

/** A page as dots: `pdftoppm` at so many to the inch. */
const DPI = 300;
interface Page {
  width: number;
  height: number;
  dark(x: number, y: number): boolean;
}
function page(pdf: string, n: number): Page {
  const data = execFileSync('pdftoppm', ['-r', String(DPI), '-gray', '-f', String(n), '-l', String(n), pdf], {
    maxBuffer: 1e9,
  });
  const head = data
    .subarray(0, 40)
    .toString('latin1')
    .match(/^P5\s+(\d+)\s+(\d+)\s+255\s/)!;
  const [width, height] = [Number(head[1]), Number(head[2])];
  const at = head[0].length;
  const DARK = 110;
  return { width, height, dark: (x, y) => data[at + y * width + x] < DARK };
}
/** Lengths of unbroken dark lines along rows or columns, dots. */
function lines(
  { width, height, dark }: Page,
  along: 'x' | 'y',
  from: number,
  to: number,
  least: number,
): number[] {
  const [outer, inner] = along === 'y' ? [width, height] : [height, width];
  const found: number[] = [];
  for (let o = 0; o < outer; o++) {
    let run = 0;
    for (let i = Math.floor(inner * from); i < Math.floor(inner * to); i++) {
      if (along === 'y' ? dark(o, i) : dark(i, o)) run++;
      else {
        if (run >= least) found.push(run);
        run = 0;
      }
    }
    if (run >= least) found.push(run);
  }
  return found;
}

describe.each([
  ['wren-bottom', 612, 792],
  ['hollin-bank', 595.28, 841.89],
])('field sheets of %s, read back', (name, widthPt, heightPt) => {
  const pdf = join(folder, `${name}.pdf`);
  let texts: string[] = [];
  beforeAll(async () => {
    expect(await furrow(demo(name), '--pdf', pdf)).toMatchObject({ status: 0, stderr: '' });
    texts = execFileSync('pdftotext', ['-layout', pdf, '-'], { encoding: 'utf8' }).split('\f').slice(0, -1);
  });
  const all = (): string => texts.join('\n').replace(/\s+/g, ' ');
  const pageOf = (words: RegExp): number => texts.findIndex((t) => words.test(t)) + 1;

  test('every line of the list and every step is there, and every page is numbered and marked', async () => {
    const json = JSON.parse((await furrow(demo(name), '--json')).stdout);
    const said = all().replace(/ /g, '');
    for (const line of json.lines)
      expect([line.item, said.includes(line.name.replace(/\s/g, ''))]).toEqual([line.item, true]);
    for (const step of json.steps)
      expect([step.id, said.includes(step.title.replace(/\s/g, ''))]).toEqual([step.id, true]);
    const marks = new Set(texts.map((t) => t.match(/plan ([0-9a-f]{8})/)?.[1]));
    expect(marks.size).toBe(1);
    texts.forEach((t, i) => expect(t).toContain(`page ${i + 1} of ${texts.length}`));
    for (const heading of [
      'The head, from the source on',
      'Parts and shopping',
      'Header rules and cut list',
      'Steps, in the order of work',
      'The programme',
      'First walk',
      'Labels to cut',
    ])
      expect(all()).toContain(heading);
    expect(all()).toMatch(/All shut/);
    expect(all()).toMatch(/Backflow protection is required by law|licensed electrician/);
  });

  test('no word lies off its page or in its margin', async () => {
    const boxes = execFileSync('pdftotext', ['-bbox', pdf, '-'], { encoding: 'utf8', maxBuffer: 1e9 });
    let page: [number, number] = [0, 0];
    let words = 0;
    for (const line of boxes.split('\n')) {
      const p = line.match(/<page width="([\d.]+)" height="([\d.]+)"/);
      if (p) page = [Number(p[1]), Number(p[2])];
      const w = line.match(/<word xMin="([-\d.]+)" yMin="([-\d.]+)" xMax="([-\d.]+)" yMax="([-\d.]+)"/);
      if (!w) continue;
      const [x0, y0, x1, y1] = w.slice(1).map(Number);
      const EDGE = 12;
      expect([line, x0 > EDGE && x1 < page[0] - EDGE && y0 > EDGE && y1 < page[1] - 4]).toEqual([line, true]);
      words++;
    }
    expect(words).toBeGreaterThan(500);
    expect(Math.max(...page)).toBeCloseTo(heightPt, 0);
    expect(Math.min(...page)).toBeCloseTo(widthPt, 0);
  });

  test('the scale bar of the farm is true to half a hundredth', async () => {
    const [, scale] = texts[0].match(/1:(\d+) when printed/)!;
    // Whole numbers alone: lengths of mains stand on the sheet too, and the bar's is the last.
    const bar = [...texts[0].matchAll(/(?<![\d.,])(\d+) (ft|m)\b/g)].at(-1)!;
    const meters = Number(bar[1]) * (bar[2] === 'ft' ? 0.3048 : 1);
    const wanted = ((meters * 1000) / Number(scale) / 25.4) * DPI;
    const found = lines(page(pdf, 1), 'x', 0.4, 1, wanted * 0.9).filter((l) => l < wanted * 1.1);
    const best = found.reduce((a, b) => (Math.abs(b - wanted) < Math.abs(a - wanted) ? b : a), 0);
    // With its end strokes, 0.35 mm wide and half out on either side, or without; dots are whole.
    const strokes = (0.35 / 25.4) * DPI;
    const off = Math.min(Math.abs(best - wanted), Math.abs(best - wanted - strokes));
    expect(off).toBeLessThan(0.005 * wanted + 1);
  });

  test('the strip rule’s line is 100 mm, and its holes stand at the emitters', async () => {
    const at = pageOf(/Strip rule, one hole every/);
    if (at === 0) return expect(all()).toContain('no holes are cut');
    const wanted = (100 / 25.4) * DPI;
    const found = lines(page(pdf, at), 'y', 0, 1, wanted * 0.95).filter((l) => l < wanted * 1.05);
    expect(found.length).toBeGreaterThan(0);
    for (const l of found) expect(Math.abs(l - wanted) / wanted).toBeLessThan(0.005);
  });
});
