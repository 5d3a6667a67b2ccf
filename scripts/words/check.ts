import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { messagesIn, sources } from './find';

/*
 * Holds each language's tables against what the code says: `npm run words`. What a table lacks, tells twice
 * or tells that nobody says any more is printed, and so is a message that takes other values than its English.
 */

const LANGUAGES = 'src/languages';
const said = new Map<string, string>();
for (const path of sources('src'))
  for (const m of messagesIn(path)) if (!said.has(m.key)) said.set(m.key, path);

const valuesOf = (text: string): string =>
  [...new Set([...text.matchAll(/\{(\d+)/g)].map((m) => m[1]))].sort().join();

let wrong = 0;
const tell = (line: string): void => {
  wrong++;
  process.stdout.write(`${line}\n`);
};
for (const id of readdirSync(LANGUAGES, { withFileTypes: true }).filter((d) => d.isDirectory())) {
  const known = new Map<string, string>();
  for (const name of readdirSync(join(LANGUAGES, id.name)).filter((n) => n.endsWith('.json'))) {
    const table = JSON.parse(readFileSync(join(LANGUAGES, id.name, name), 'utf8')) as Record<string, string>;
    for (const [key, text] of Object.entries(table)) {
      if (known.has(key)) tell(`${id.name}/${name}: told twice: ${key}`);
      known.set(key, text);
      if (!said.has(key)) tell(`${id.name}/${name}: nobody says: ${key}`);
      else if (valuesOf(text) !== valuesOf(key)) tell(`${id.name}/${name}: takes other values: ${key}`);
    }
  }
  for (const [key, path] of said) if (!known.has(key)) tell(`${id.name}: missing, said in ${path}: ${key}`);
  process.stdout.write(`${id.name}: ${known.size} of ${said.size} messages\n`);
}
process.exitCode = wrong > 0 ? 1 : 0;
