/** Everything that a language adds: its table, and what it puts right between words. */
export interface Table {
  locale: string;
  /** ICU messages by their English. */
  words: Readonly<Record<string, string>>;
  finish?(text: string): string;
}
