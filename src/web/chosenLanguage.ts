import { language, type LanguageId } from '../core/language';
import { isLanguage } from '../languages/load';

const KEPT_AT = 'idle-furrow/language';
const KEPT_FOR_PAPER_AT = 'idle-furrow/paper-language';

/** A browser may refuse its storage: then nothing is remembered, and all else goes on. */
function kept(at: string): string | null {
  try {
    return localStorage.getItem(at);
  } catch {
    return null;
  }
}
function keep(at: string, id: LanguageId): void {
  try {
    localStorage.setItem(at, id);
  } catch {
    // It holds until the page is left.
  }
}

/** The language that somebody chose in this browser, or else the first one that the browser asks for and we speak. */
export function chosenLanguage(): LanguageId {
  const chosen = kept(KEPT_AT);
  if (isLanguage(chosen)) return chosen;
  return navigator.languages.map((l) => l.split('-')[0]).find(isLanguage) ?? 'en';
}

/** Speaks another language: the page begins anew in it. */
export function chooseLanguage(id: LanguageId): void {
  keep(KEPT_AT, id);
  location.reload();
}

/** The language of what is printed for the field: as chosen, or the page's own. */
export function paperLanguage(): LanguageId {
  const chosen = kept(KEPT_FOR_PAPER_AT);
  return isLanguage(chosen) ? chosen : language().id;
}
export const choosePaperLanguage = (id: LanguageId): void => keep(KEPT_FOR_PAPER_AT, id);

/** The name by which a worker knows its language. */
export const workerName = (id: LanguageId = language().id): string =>
  [id, ...(globalThis.navigator?.languages ?? [])].join(' ');
