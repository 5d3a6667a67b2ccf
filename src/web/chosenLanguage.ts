import { language, type LanguageId } from '../core/language';
import { isLanguage } from '../languages/load';

const KEPT_AT = 'idle-furrow/language';
const KEPT_FOR_PAPER_AT = 'idle-furrow/paper-language';

/** The language that somebody chose in this browser, or else the first one that the browser asks for and we speak. */
export function chosenLanguage(): LanguageId {
  const kept = localStorage.getItem(KEPT_AT);
  if (isLanguage(kept)) return kept;
  return navigator.languages.map((l) => l.split('-')[0]).find(isLanguage) ?? 'en';
}

/** Speaks another language: the page begins anew in it. */
export function chooseLanguage(id: LanguageId): void {
  localStorage.setItem(KEPT_AT, id);
  location.reload();
}

/** The language of what is printed for the field: as chosen, or the page's own. */
export function paperLanguage(): LanguageId {
  const kept = localStorage.getItem(KEPT_FOR_PAPER_AT);
  return isLanguage(kept) ? kept : language().id;
}
export const choosePaperLanguage = (id: LanguageId): void => localStorage.setItem(KEPT_FOR_PAPER_AT, id);

/** The name by which a worker knows its language. */
export const workerName = (id: LanguageId = language().id): string =>
  [id, ...(globalThis.navigator?.languages ?? [])].join(' ');
