import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';

/** Where the texts are, beside the application. */
export const LICENCES = 'licences.txt';
const TEXT = /^(licen[cs]e|copying|ofl)(\.|$)/i;

interface Locked {
  version?: string;
  license?: string;
  dev?: boolean;
}

/**
 * Writes the licence texts of all packages and fonts that the application is made of: what is not only for development, by the
 * lock file. The build fails where a package has neither a text nor a name of its licence.
 */
export function licences(outDir: string): Plugin {
  return {
    name: 'licences',
    apply: 'build',
    writeBundle() {
      const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8')) as {
        packages: Record<string, Locked>;
      };
      const told = Object.entries(packages)
        .filter(([path, { dev }]) => path.startsWith('node_modules/') && !dev && existsSync(path))
        .map(([path, { version, license }]) => {
          const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
          const file = readdirSync(path).find((f) => TEXT.test(f));
          if (!file && !license) this.error(`licences: ${name} has none`);
          const text = file
            ? readFileSync(join(path, file), 'utf8').trim()
            : `Licence: ${license}; the package comes without its text.`;
          return `${name} ${version ?? ''} (${license ?? 'see below'})\n\n${text}\n`;
        });
      writeFileSync(join(outDir, LICENCES), [...new Set(told)].join(`\n${'-'.repeat(78)}\n\n`));
    },
  };
}
