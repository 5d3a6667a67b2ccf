/** Languages that the application speaks; English stands where a thing is said, others in tables by their English. */
export type LanguageId = 'en' | 'es';

/** A message made ready: takes its values by their numbers. */
export type Ready = (values: Readonly<Record<string, string | number>>) => string;

/** How one language speaks. */
export interface Language {
  id: LanguageId;
  /** For numbers, dates and plurals, as “es-MX”. */
  locale: string;
  /** A message of the table made ready, by its English; nothing where the table has none. */
  ready(english: string): Ready | undefined;
  /** Puts right what two words make together, as “de” and “el”. */
  finish?(text: string): string;
}

const ENGLISH: Language = { id: 'en', locale: 'en-US', ready: () => undefined };
let spoken = ENGLISH;

/**
 * Sets the language of a page, a worker or a command. It is said once, before anything else is loaded: words that stand in
 * tables are taken when their file is.
 */
export function speak(language: Language): void {
  spoken = language;
}

/** The language that is spoken here. */
export const language = (): Language => spoken;

/** How numbers are written, as “en-US”. */
export const locale = (): string => spoken.locale;

/** How dates are written: in English as the person’s own system does. */
export const dateLocale = (): string | undefined => (spoken.id === 'en' ? undefined : spoken.locale);
