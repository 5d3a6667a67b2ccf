import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { randomLcg } from 'd3-random';
import { PLACES } from './mutatedPlaces.mjs';

/*
 * Breaks folders line by line and sees whether the tests of the same folder notice: `npm run mutate`, or for some folders
 * `npm run mutate -- soil sets`. The share of broken lines that are noticed is printed for each. LINES=80 breaks so many lines of
 * each folder, drawn by lot (SEED=3 draws others), which is quicker; the share is then told with its standard error.
 * `npm run mutate:figures` breaks numbers, strings and rows of tables instead.
 */

/** Of the broken lines this share is to be noticed, %. */
const LEAST = 75;

const LINES = Number(process.env.LINES ?? 0);
const SEED = Number(process.env.SEED ?? 1);

/** What is offered stands with the findings, and is tried by the tests of remedies. */
const TRIED_ELSEWHERE = { remedy: ['src/core/check/offers'] };

const filesIn = (place) =>
  readdirSync(place, { recursive: true })
    .filter((f) => f.endsWith('.ts') && !/\.(test|testing)\.ts$|(^|\/)index\.ts$/.test(f))
    .map((f) => `${place}/${f}`);

/** Lines of a folder's files, or as many of them as are asked for. */
function mutated(folder) {
  const elsewhere = Object.values(TRIED_ELSEWHERE).flat();
  const files = [PLACES[folder], ...(TRIED_ELSEWHERE[folder] ?? [])]
    .flatMap(filesIn)
    .filter((f) => !f.startsWith(`${PLACES[folder]}/`) || !elsewhere.some((e) => f.startsWith(`${e}/`)))
    .sort();
  if (!(LINES > 0)) return files;
  const lines = files.flatMap((f) =>
    readFileSync(f, 'utf8').split('\n').flatMap((text, i) => (/^\s*($|\/?\*|\/\/|import |export \* |[})\]]+[;,]?$)/.test(text) ? [] : [`${f}:${i + 1}-${i + 1}`])),
  );
  const random = randomLcg(SEED / 1e6);
  const drawn = new Map(lines.map((l) => [random(), l]));
  return [...drawn.keys()].sort().slice(0, LINES).map((k) => drawn.get(k)).sort();
}

const asked = process.argv.slice(2).filter((a) => a in PLACES);
const rows = [];
for (const folder of asked.length > 0 ? asked : Object.keys(PLACES)) {
  const out = `dist/mutate/${folder}`;
  mkdirSync(out, { recursive: true });
  const report = `${out}/report.json`;
  writeFileSync(
    `${out}/stryker.config.json`,
    JSON.stringify({
      mutate: mutated(folder),
      testRunner: 'jest',
      jest: { configFile: 'jest.mutate.config.cjs', enableFindRelatedTests: false },
      coverageAnalysis: 'perTest',
      ignoreStatic: true,
      // Words, tables and docstrings are looked at by eyes, not by arithmetic.
      mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral', 'ArrayDeclaration'] },
      ignorePatterns: ['dist', 'docs', 'e2e', 'trials', 'coverage'],
      reporters: ['json', 'progress-append-only'],
      jsonReporter: { fileName: report },
      tempDirName: `${out}/work`,
      concurrency: Math.max(1, availableParallelism() - 1),
      // A broken line that no test notices runs them all, on a machine that may have other work meanwhile.
      timeoutMS: 120_000,
      dryRunTimeoutMinutes: 30,
      disableTypeChecks: false,
    }),
  );
  const { status } = spawnSync('npx', ['stryker', 'run', `${out}/stryker.config.json`], {
    stdio: 'inherit',
    env: { PLANS: '5', THIN: '4', ...process.env, MUTATE_PLACE: PLACES[folder] },
  });
  if (status !== 0) process.exit(status ?? 1);
  const { files } = JSON.parse(readFileSync(report, 'utf8'));
  const all = Object.values(files).flatMap((f) => f.mutants.map((m) => m.status));
  const noticed = all.filter((s) => s === 'Killed' || s === 'Timeout').length;
  const counted = all.filter((s) => s === 'Killed' || s === 'Timeout' || s === 'Survived' || s === 'NoCoverage').length;
  const share = noticed / counted;
  rows.push({
    folder,
    broken: counted,
    noticed,
    '%': Math.round(100 * share),
    ...(LINES > 0 && { '±': Math.round(100 * Math.sqrt((share * (1 - share)) / counted)) }),
  });
}
console.table(rows);
process.exit(rows.every((r) => r['%'] >= LEAST) ? 0 : 1);
