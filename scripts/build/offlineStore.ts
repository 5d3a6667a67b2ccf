import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';
import { filesIn } from './files.ts';

/*
 * What a browser keeps of the application so that it works without its server: what a first plan needs at once, the rest when
 * it idles, and what is large and seldom needed when it is first needed.
 */

/** Kept once the page idles: the parts of the application that a first plan does not need. */
export const WHEN_IDLE = [
  'pdf-*.js',
  'Roboto-*.ttf',
  '*-latin-400-normal-*.woff',
  '*-latin-700-normal-*.woff',
  'words-*.json',
  'dxfFarm-*.js',
  'universal-*.js',
  'SeasonPanel-*',
  'SetsPanel-*',
  'BuildPanel-*',
  'builder-*.js',
  'adviser-*.js',
  'reader-*.js',
];
/** Kept when it is first needed: the solver that cuts pipe to least waste, and what says other scripts in plain letters on paper. */
export const WHEN_NEEDED = ['highs-*.wasm', 'any-ascii-*.js'];

/** The list of what is kept when idle, for the page. */
export const REST = 'rest.json';
/** Budgets of all that is kept at once and when idle, bytes. */
const STORE_BUDGET = 6_000_000;
const STORE_GZIPPED_BUDGET = 2_200_000;

const matcher = (pattern: string): RegExp =>
  new RegExp(`^${pattern.replace(/[.]/g, '\\.').replace(/\*/g, '.*')}$`);
const matches = (patterns: readonly string[], name: string): boolean =>
  patterns.some((p) => matcher(p).test(name));

/** Writes the list of the rest, and weighs the store: the build fails over its budget, or where a pattern matches nothing. */
export function offlineStore(outDir: string): Plugin {
  return {
    name: 'offline-store',
    apply: 'build',
    writeBundle() {
      const files = filesIn(outDir);
      const names = files.map((f) => f.split('/').pop()!);
      for (const pattern of [...WHEN_IDLE, ...WHEN_NEEDED])
        if (!names.some((n) => matcher(pattern).test(n)))
          this.error(`offline store: nothing is called “${pattern}”`);
      const rest = files.filter((f) => matches(WHEN_IDLE, f.split('/').pop()!));
      writeFileSync(join(outDir, REST), JSON.stringify(rest.map((f) => `/${f}`)));
      const kept = files.filter(
        (f) => !matches(WHEN_NEEDED, f.split('/').pop()!) && !/^(sw|workbox-.*)\.js$|\.txt$/.test(f),
      );
      const sum = (list: readonly string[], size: (path: string) => number): number =>
        list.reduce((total, f) => total + size(join(outDir, f)), 0);
      const bytes = sum(kept, (p) => statSync(p).size);
      const gzipped = sum(kept, (p) => gzipSync(readFileSync(p)).length);
      const idle = sum(rest, (p) => statSync(p).size);
      const mb = (n: number): string => `${(n / 1e6).toFixed(2)} MB`;
      this.info(
        `offline store: ${mb(bytes)} (budget ${mb(STORE_BUDGET)}), ${mb(gzipped)} gzipped (budget ${mb(STORE_GZIPPED_BUDGET)}); ${mb(bytes - idle)} at once, ${mb(idle)} when idle`,
      );
      if (bytes > STORE_BUDGET || gzipped > STORE_GZIPPED_BUDGET)
        this.error('the offline store is over its budget');
    },
  };
}
