import type { IntlMessageFormat as IcuMessage } from 'intl-messageformat';
import { speak, type Language, type LanguageId } from '../core/language';
import { markOf } from './mark';
import type { Table } from './table';

/** Languages to choose from, by their names in themselves. A further one is a folder here and a line in both lists. */
export const LANGUAGE_NAMES: Readonly<Record<LanguageId, string>> = { en: 'English', es: 'Español' };
const TABLES: Readonly<Record<Exclude<LanguageId, 'en'>, Record<Part, () => Promise<{ table: Table }>>>> = {
  es: { start: () => import('./es/start'), whole: () => import('./es') },
};

/** What the start page says, or all there is. */
export type Part = 'start' | 'whole';

export const isLanguage = (id: unknown): id is LanguageId => typeof id === 'string' && id in LANGUAGE_NAMES;

/**
 * Loads a language and speaks it from here on.
 * @param wishes locales of the person, best first: the first of this language says how numbers and dates are written
 * @param part with only what the start page says, all else is in English until the whole is spoken
 */
export async function speakIn(
  id: LanguageId,
  wishes: readonly string[] = [],
  part: Part = 'whole',
): Promise<void> {
  if (id === 'en') return;
  const [{ IntlMessageFormat }, { table }] = await Promise.all([
    import('intl-messageformat'),
    TABLES[id][part](),
  ]);
  speak(made(id, table, IntlMessageFormat, wishes));
}

/** A language of its table. */
export function made(
  id: LanguageId,
  table: Table,
  Format: typeof IcuMessage,
  wishes: readonly string[] = [],
): Language {
  const locale = wishes.find((w) => w === id || w.startsWith(`${id}-`)) ?? table.locale;
  return {
    id,
    locale,
    ready: (english) => {
      const text = table.words[english] ?? table.words[markOf(english)];
      if (text === undefined) return undefined;
      const format = new Format(text, locale, undefined, { ignoreTag: true });
      return (values) => format.format(values) as string;
    },
    ...(table.finish && { finish: table.finish }),
  };
}
