import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import type { Plugin } from 'vite';
import { filesIn } from './files.ts';

/** Pictures and web fonts are packed already. */
const WORTH_IT = /\.(js|css|json|svg|wasm|ttf)$/;
/** Of brotli's eleven: the last two take ten times as long for a few per cent. */
const QUALITY = 9;

/** Packs the assets once, so that the server need not do it for each request. */
export function compressed(outDir: string): Plugin {
  return {
    name: 'compressed',
    apply: 'build',
    async writeBundle() {
      const assets = join(outDir, 'assets');
      await Promise.all(
        filesIn(assets)
          .filter((name) => WORTH_IT.test(name))
          .map(async (name) => {
            const path = join(assets, name);
            const bytes = readFileSync(path);
            const [gz, br] = await Promise.all([
              promisify(gzip)(bytes, { level: 9 }),
              promisify(brotliCompress)(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: QUALITY } }),
            ]);
            writeFileSync(`${path}.gz`, gz);
            writeFileSync(`${path}.br`, br);
          }),
      );
    },
  };
}
