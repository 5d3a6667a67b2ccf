import { isLanguage, LANGUAGE_NAMES, speakIn } from './load';

/**
 * Speaks what a command asks for, by `--language` or by FURROW_LANGUAGE, and takes the option out of its words. Anything else
 * ends it with 2.
 */
export async function speakAsAsked(): Promise<void> {
  const at = process.argv.indexOf('--language');
  const asked = at < 0 ? process.env.FURROW_LANGUAGE : process.argv.splice(at, 2)[1];
  if (asked === undefined || asked === '') return;
  if (isLanguage(asked)) return speakIn(asked);
  process.stderr.write(`--language is one of ${Object.keys(LANGUAGE_NAMES).join(', ')}, not “${asked}”\n`);
  process.exit(2);
}
