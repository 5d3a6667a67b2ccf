import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Plugin } from 'vite';

const WORDS = /\/src\/languages\/(\w+)\/words\.ts$/;

/**
 * Writes each language's whole table into a file of its own, which the page and its workers fetch: bundled with either it
 * would be shipped twice.
 */
export function languageTables(): Plugin {
  return {
    name: 'language-tables',
    apply: 'build',
    enforce: 'pre',
    load(id) {
      const language = WORDS.exec(id)?.[1];
      if (!language) return undefined;
      const folder = dirname(id);
      const words = readdirSync(folder)
        .filter((name) => name.endsWith('.json'))
        .sort()
        .reduce(
          (all, name) => ({ ...all, ...(JSON.parse(readFileSync(join(folder, name), 'utf8')) as object) }),
          {},
        );
      const file = this.emitFile({
        type: 'asset',
        name: `words-${language}.json`,
        source: JSON.stringify(words),
      });
      return `
        const answer = await fetch(import.meta.ROLLUP_FILE_URL_${file});
        if (!answer.ok) throw new Error('the words of “${language}” could not be loaded');
        export const words = await answer.json();`;
    },
  };
}
