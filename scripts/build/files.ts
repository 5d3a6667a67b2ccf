import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/** What `compressed` adds beside a file. */
const PACKED = /\.(gz|br)$/;

/** Files of a built folder, by their paths within it; packed copies of files are none of their own. */
export const filesIn = (folder: string, under = ''): string[] =>
  readdirSync(join(folder, under), { withFileTypes: true })
    .flatMap((d) => (d.isDirectory() ? filesIn(folder, `${under}${d.name}/`) : [`${under}${d.name}`]))
    .filter((name) => !PACKED.test(name));
