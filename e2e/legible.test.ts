import { By } from 'selenium-webdriver';
import { openPlan, press, reads, start, VERDICT, viewport, type Bench } from './browser';
import { LANGUAGE_NAMES } from '../src/languages/load';
import { largeFarm } from './farm';
import { LONG, oneIn } from './share';
import { crowdedFarm, rollingField } from './rolling';

/*
 * Everything on screen can be read and pressed: rectangles are measured over the demos and crowded plans, on a laptop, a tablet
 * and a phone, in both languages, both themes and both systems of units.
 */

let bench: Bench;
beforeAll(async () => {
  bench = await start();
}, 60_000);
afterAll(() => bench.stop());

const SIZES = { laptop: [1280, 800], tablet: [1024, 768], phone: [390, 844] } as const;
const STAGES = ['water', 'ground', 'beds', 'pipework', 'check', 'sets', 'build', 'season'];
/** Where the sheet has most to tell, both themes and systems of units are looked at. */
const CROWDED = ['ground', 'check'];
/** Crowded plans differ from the demos on the sheet, hardly in the panels. */
const CROWDED_STAGES = ['ground', 'beds', 'check', 'sets'];
const DEMOS = ['Wren Bottom', 'Otter strip', 'Beck Side', 'Larch tunnels', 'Hollin Bank'];
const PLANS: Record<string, () => Promise<void>> = {
  ...Object.fromEntries(
    DEMOS.map((name) => [
      name,
      async () => {
        await bench.driver.get(bench.url);
        await press(bench.driver, name);
      },
    ]),
  ),
  'forty blocks': () => openPlan(bench, largeFarm(40, 12, 120, true)),
  '505 beds on a survey': () => openPlan(bench, crowdedFarm()),
  'seven corners': () => openPlan(bench, rollingField()),
};

interface Measured {
  labels: number;
  texts: number;
  targets: number;
  wrong: string[];
}

/** Runs in the page: measures what is shown. */
const MEASURE = `
  const phone = arguments[0];
  const LEAST_TEXT = 12, LEAST_TARGET = 44, SLACK = 1;
  const seen = (e) => e.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && e.getClientRects().length > 0;
  const wrong = [];
  // A label as the four corners of its text, however it is turned.
  const corners = (e) => {
    const b = e.getBBox(), m = e.getScreenCTM();
    return [[b.x, b.y], [b.x + b.width, b.y], [b.x + b.width, b.y + b.height], [b.x, b.y + b.height]]
      .map(([x, y]) => [m.a * x + m.c * y + m.e, m.b * x + m.d * y + m.f]);
  };
  const parted = (a, b) => {
    for (const q of [a, b])
      for (let i = 0; i < 4; i++) {
        const [x0, y0] = q[i], [x1, y1] = q[(i + 1) % 4];
        const n = [y1 - y0, x0 - x1], long = Math.hypot(...n) || 1;
        const on = (p) => p.map(([x, y]) => (x * n[0] + y * n[1]) / long);
        const [pa, pb] = [on(a), on(b)];
        if (Math.max(...pa) <= Math.min(...pb) + 2 * SLACK || Math.max(...pb) <= Math.min(...pa) + 2 * SLACK) return true;
      }
    return false;
  };
  const labels = [...document.querySelectorAll('[data-label]')].filter(seen).map((e) => ({ e, key: e.dataset.label, q: corners(e), box: e.closest('.area, .chart') }));
  labels.forEach((a, i) => {
    for (const b of labels.slice(i + 1)) if (a.box === b.box && !parted(a.q, b.q)) wrong.push('overlap: ' + a.key + ' and ' + b.key);
    const r = a.box.getBoundingClientRect();
    const out = a.q.some(([x, y]) => x < r.left - SLACK || x > r.right + SLACK || y < r.top - 2 * SLACK || y > r.bottom + 2 * SLACK);
    if (out) wrong.push('cut: ' + a.key);
    for (const tool of document.querySelectorAll('[data-kit] button, .zoom button')) {
      if (!seen(tool)) continue;
      const t = tool.getBoundingClientRect();
      const box = [[t.left, t.top], [t.right, t.top], [t.right, t.bottom], [t.left, t.bottom]];
      if (a.box.contains(tool) && !parted(a.q, box)) wrong.push('under a tool: ' + a.key);
    }
  });
  let texts = 0;
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  const told = new Set();
  for (let n = walker.nextNode(); n; n = walker.nextNode()) {
    if (!n.nodeValue.trim()) continue;
    const e = n.parentElement;
    if (e.closest('.sr, script, style, option, datalist') || !seen(e)) continue;
    texts++;
    const px = parseFloat(getComputedStyle(e).fontSize);
    const name = 'text of ' + px + ' px: ' + e.className.toString().slice(0, 20) + ' ' + n.nodeValue.trim().slice(0, 30);
    if (px < LEAST_TEXT && !told.has(name)) { told.add(name); wrong.push(name); }
  }
  if (document.scrollingElement.scrollWidth > innerWidth) wrong.push('the page scrolls sideways');
  for (const e of document.querySelectorAll('.shell, .panel'))
    if (e.scrollWidth > e.clientWidth + SLACK) wrong.push('sideways: ' + e.className + ' ' + e.scrollWidth + ' > ' + e.clientWidth);
  let targets = 0;
  if (phone)
    for (const e of document.querySelectorAll('button, a[href], select, summary, [role=tab], input:not([type=checkbox]):not([type=radio]):not([type=file])')) {
      if (!seen(e) || e.disabled || e.closest('svg, .sr') || e.classList.contains('sr')) continue;
      targets++;
      const { width, height } = e.getBoundingClientRect();
      if (Math.round(height) < LEAST_TARGET || Math.round(width) < LEAST_TARGET)
        wrong.push('target of ' + Math.round(width) + ' by ' + Math.round(height) + ': ' + (e.ariaLabel || e.textContent.trim() || e.className).slice(0, 40));
    }
  return { labels: labels.length, texts, targets, wrong: [...new Set(wrong)] };
`;

let measured = { screens: 0, labels: 0, texts: 0, targets: 0 };

async function measure(size: keyof typeof SIZES): Promise<string[]> {
  const found = await bench.driver.executeScript<Measured>(MEASURE, size === 'phone');
  measured = {
    screens: measured.screens + 1,
    labels: measured.labels + found.labels,
    texts: measured.texts + found.texts,
    targets: measured.targets + found.targets,
  };
  return found.wrong;
}
/** The drawing and the panel have come to rest: nothing moved for some frames. */
const rested = (): Promise<unknown> =>
  bench.driver.executeAsyncScript(`
    const done = arguments[0];
    const STILL = 12, MOST = 240;
    let before = '', still = 0, frames = 0;
    const look = () => {
      const all = [...document.querySelectorAll('[data-label], .panel h2, .panel h3, .foot')].map((e) => { const r = e.getBoundingClientRect(); return r.x.toFixed(1) + ' ' + r.y.toFixed(1) + ' ' + e.textContent; });
      const now = all.join();
      still = now === before ? still + 1 : 0;
      before = now;
      if (still >= STILL || ++frames > MOST) done(still >= STILL);
      else requestAnimationFrame(look);
    };
    requestAnimationFrame(look);`);
const click = (css: string): Promise<unknown> =>
  bench.driver.executeScript(`document.querySelector(${JSON.stringify(css)}).click()`);

/** By their classes: what they are called is told in either language. */
const TOLD = '.verdict';
const HEADING = '.panel h2';
async function goTo(stage: string): Promise<void> {
  const now = await bench.driver.getCurrentUrl();
  await bench.driver.get(now.replace(/[^/]*$/, stage));
  await reads(bench.driver, HEADING, /./);
}
const speak = (language: string): Promise<unknown> =>
  bench.driver.executeScript(`localStorage.setItem('idle-furrow/language', '${language}')`);

const WAYS = Object.keys(LANGUAGE_NAMES).flatMap((language) =>
  (Object.keys(SIZES) as (keyof typeof SIZES)[]).map((size) => ({ language, size })),
);
/** In short each plan is looked at in one way, the next plan in the next. */
const plansIn = (way: number): string[] => oneIn(WAYS.length, Object.keys(PLANS), way);

describe.each(WAYS.map((w, i) => ({ ...w, plans: plansIn(i) })))(
  'in $language on a $size',
  ({ language, size, plans }) => {
    beforeAll(async () => {
      await bench.driver.get(bench.url);
      await speak(language);
    });
    test.each(plans)('%s', async (name) => {
      const { driver } = bench;
      const [width, height] = SIZES[size];
      await viewport(driver, { width, height });
      await PLANS[name]();
      await reads(driver, TOLD, /[a-z]{5}/i);
      expect(await driver.executeScript('return document.documentElement.lang')).toBe(language);
      const wrong: string[] = [];
      const note = async (where: string): Promise<void> => {
        if (!(await rested())) wrong.push(`${where}: does not come to rest`);
        wrong.push(...(await measure(size)).map((w) => `${where}: ${w}`));
      };
      for (const stage of DEMOS.includes(name) ? STAGES : CROWDED_STAGES) {
        await goTo(stage);
        await driver.wait(async () => (await driver.findElements(By.css(HEADING))).length > 0, 10_000);
        await note(stage);
        if (!CROWDED.includes(stage)) continue;
        for (const turn of ['units', 'theme', 'units', 'theme']) {
          await click(turn === 'units' ? '.menu .system' : '.menu .theme');
          await note(`${stage} (${turn} switched)`);
        }
      }
      expect(wrong).toEqual([]);
    });
  },
);

test('a phone’s verdict says too that nothing was measured yet', async () => {
  const { driver } = bench;
  const [width, height] = SIZES.phone;
  await viewport(driver, { width, height });
  await driver.get(bench.url);
  await speak('en');
  await driver.get(bench.url);
  await press(driver, 'Blank plan');
  // Only what is to be seen is read.
  await reads(driver, VERDICT, /Nothing measured yet: example figures[\s\S]*weakest emitter/);
});

test('how much was measured', () => {
  console.log(
    `    ${measured.screens} screens: ${measured.labels} labels, ${measured.texts} texts, ${measured.targets} targets measured`,
  );
  expect(measured.screens).toBeGreaterThan(LONG ? 600 : 100);
  expect(measured.labels).toBeGreaterThan(LONG ? 6000 : 1000);
});
