import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';

/*
 * Breaks the core line by line and sees whether the tests of the same folder notice: `npm run mutate`, or for some folders
 * `npm run mutate -- soil sets`. The share of broken lines that are noticed is printed for each.
 */

const FOLDERS = ['soil', 'build', 'working', 'sets', 'check', 'remedy', 'network'];
/** Of the broken lines this share is to be noticed, %. */
const LEAST = 75;

const asked = process.argv.slice(2).filter((a) => FOLDERS.includes(a));
const rows = [];
for (const folder of asked.length > 0 ? asked : FOLDERS) {
  const out = `dist/mutate/${folder}`;
  mkdirSync(out, { recursive: true });
  const report = `${out}/report.json`;
  writeFileSync(
    `${out}/stryker.config.json`,
    JSON.stringify({
      mutate: [`src/core/${folder}/**/*.ts`, '!src/**/*.test.ts', '!src/**/*.testing.ts', '!src/**/index.ts'],
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
      timeoutMS: 20_000,
      disableTypeChecks: false,
    }),
  );
  const { status } = spawnSync('npx', ['stryker', 'run', `${out}/stryker.config.json`], {
    stdio: 'inherit',
    env: { ...process.env, MUTATE_FOLDER: folder },
  });
  if (status !== 0) process.exit(status ?? 1);
  const { files } = JSON.parse(readFileSync(report, 'utf8'));
  const all = Object.values(files).flatMap((f) => f.mutants.map((m) => m.status));
  const noticed = all.filter((s) => s === 'Killed' || s === 'Timeout').length;
  const counted = all.filter((s) => s === 'Killed' || s === 'Timeout' || s === 'Survived' || s === 'NoCoverage').length;
  rows.push({ folder, broken: counted, noticed, '%': Math.round((100 * noticed) / counted) });
}
console.table(rows);
process.exit(rows.every((r) => r['%'] >= LEAST) ? 0 : 1);
