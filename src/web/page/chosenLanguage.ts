import { language, type LanguageId } from '../../core/language';
import { outlivesThePage, recall, remember } from '../storage/remembered';
import { isLanguage } from '../../languages/load';

const KEPT_AT = 'idle-furrow/language';
const IN_ADDRESS = 'language';
const KEPT_FOR_PAPER_AT = 'idle-furrow/paper-language';

/** The language that somebody chose in this browser, or else the first one that the browser asks for and we speak. */
export function chosenLanguage(): LanguageId {
  const chosen = new URLSearchParams(location.search).get(IN_ADDRESS) ?? recall(KEPT_AT);
  if (isLanguage(chosen)) return chosen;
  return navigator.languages.map((l) => l.split('-')[0]).find(isLanguage) ?? 'en';
}

/** Speaks another language: the page begins anew in it. */
export function chooseLanguage(id: LanguageId): void {
  remember(KEPT_AT, id);
  if (outlivesThePage) return location.reload();
  // A browser that keeps nothing has it in the address.
  const next = new URL(location.href);
  next.searchParams.set(IN_ADDRESS, id);
  location.assign(next);
}

/** The language of what is printed for the field: as chosen, or the page's own. */
export function paperLanguage(): LanguageId {
  const chosen = recall(KEPT_FOR_PAPER_AT);
  return isLanguage(chosen) ? chosen : language().id;
}
export const choosePaperLanguage = (id: LanguageId): void => remember(KEPT_FOR_PAPER_AT, id);

/** What tells a worker its language: as “es es-MX en”. */
export const workerLanguage = (id: LanguageId = language().id): string =>
  [id, ...(globalThis.navigator?.languages ?? [])].join(' ');
