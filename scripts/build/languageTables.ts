import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Plugin } from 'vite';
import { markOf } from '../../src/languages/mark.ts';

const WORDS = /\/src\/languages\/(\w+)\/words\.ts$/;

/**
 * Writes each language's whole table into a file of its own, which the page and its workers fetch: bundled with either it
 * would be shipped twice. Messages are known in it by their marks.
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
        .reduce<Record<string, string>>(
          (all, name) => ({
            ...all,
            ...(JSON.parse(readFileSync(join(folder, name), 'utf8')) as Record<string, string>),
          }),
          {},
        );
      const marked = Object.fromEntries(Object.entries(words).map(([key, text]) => [markOf(key), text]));
      if (Object.keys(marked).length < Object.keys(words).length)
        this.error(`two messages of “${language}” have the same mark`);
      const file = this.emitFile({
        type: 'asset',
        name: `words-${language}.json`,
        source: JSON.stringify(marked),
      });
      return `
        const answer = await fetch(import.meta.ROLLUP_FILE_URL_${file});
        if (!answer.ok) throw new Error('the words of “${language}” could not be loaded');
        export const words = await answer.json();`;
    },
  };
}
