import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { randomLcg } from 'd3-random';
import ts from 'typescript';
import { PLACES } from './mutatedPlaces.mjs';

/*
 * Breaks numbers, strings and rows of tables one after the other and sees whether the tests of the same folder notice:
 * `npm run mutate:figures -- catalog print`. A number grows by a tenth, a string loses its first letter, a row of a table goes.
 * COUNT=30 breaks so many of each folder, drawn by lot (SEED=3 draws others).
 */

const COUNT = Number(process.env.COUNT ?? 30);
const SEED = Number(process.env.SEED ?? 1);
/** Of what is broken this share is to be noticed, %. */
const LEAST = 75;
const COPY = 'dist/mutate/figures';
/** Rows shorter than so many are no table. */
const LEAST_ROWS = 4;

const filesIn = (place) =>
  readdirSync(place, { recursive: true })
    .filter((f) => f.endsWith('.ts') && !/\.(test|testing)\.ts$|(^|\/)index\.ts$/.test(f))
    .map((f) => `${place}/${f}`)
    .sort();

/** Looked at by eyes: how wide, thick and far apart what is printed or drawn lies. */
const LOOKS = /^(margin|fontSize|lineWidth|lineHeight|padding\w*|hLine\w*|vLine\w*|dash|color|lineColor|style|alignment)$/;
const isLook = (node) => {
  for (let n = node; n; n = n.parent) if (ts.isPropertyAssignment(n) && LOOKS.test(n.name.getText())) return true;
  return false;
};

/** Whatever of a file can be broken: where it stands, and what is written there instead. */
function figuresOf(file) {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const add = (node, to, what) => found.push({ file, from: node.getStart(source), until: node.end, to, what });
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || isLook(node)) return;
    if (ts.isNumericLiteral(node)) {
      const value = Number(node.text.replace(/_/g, ''));
      add(node, value === 0 ? '1' : Number.isInteger(value) && value < 10 ? `${value + 1}` : `${value * 1.1}`, 'number');
    } else if (ts.isStringLiteral(node) && node.text.length > 1 && !ts.isPropertyAssignment(node.parent?.name === node ? node.parent : source))
      add(node, JSON.stringify(node.text.slice(1)), 'string');
    if (ts.isArrayLiteralExpression(node) && node.elements.length >= LEAST_ROWS && node.elements.every((e) => ts.isObjectLiteralExpression(e) || ts.isArrayLiteralExpression(e)))
      for (const row of node.elements) add(row, '...([])', 'row');
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

function draw(all) {
  const random = randomLcg(SEED / 1e6);
  return all.map((one) => ({ one, at: random() })).sort((a, b) => a.at - b.at).slice(0, COUNT).map(({ one }) => one);
}

rmSync(COPY, { recursive: true, force: true });
mkdirSync(COPY, { recursive: true });
for (const part of ['src', 'demo', 'scripts', 'package.json', 'tsconfig.json', 'jest.config.cjs', 'jest.setup.cjs', 'jest.mutate.config.cjs'])
  cpSync(part, `${COPY}/${part}`, { recursive: true });
symlinkSync('../../../node_modules', `${COPY}/node_modules`);

/** Whether the folder's tests fail. */
const notices = (place) =>
  spawnSync('npx', ['--no-install', 'jest', '--config', 'jest.mutate.config.cjs', '--bail', '--silent', '--maxWorkers=1'], {
    cwd: COPY,
    timeout: 300_000,
    env: { THIN: '4', PLANS: '5', ...process.env, MUTATE_PLACE: place },
  }).status !== 0;

const rows = [];
for (const folder of process.argv.slice(2).filter((a) => a in PLACES)) {
  const place = PLACES[folder];
  if (notices(place)) throw new Error(`the tests of ${place} fail as they stand`);
  const drawn = draw(filesIn(place).flatMap(figuresOf));
  let noticed = 0;
  for (const { file, from, until, to, what } of drawn) {
    const text = readFileSync(file, 'utf8');
    writeFileSync(`${COPY}/${file}`, text.slice(0, from) + to + text.slice(until));
    const seen = notices(place);
    writeFileSync(`${COPY}/${file}`, text);
    if (seen) noticed++;
    const line = text.slice(0, from).split('\n').length;
    process.stdout.write(`${seen ? 'noticed' : 'NOT    '} ${what} ${file}:${line} ${text.slice(from, until).slice(0, 50).replace(/\s+/g, ' ')} -> ${to.slice(0, 30)}\n`);
  }
  const share = noticed / drawn.length;
  rows.push({ folder, broken: drawn.length, noticed, '%': Math.round(100 * share), '±': Math.round(100 * Math.sqrt((share * (1 - share)) / drawn.length)) });
}
console.table(rows);
process.exit(rows.every((r) => r['%'] >= LEAST) ? 0 : 1);
