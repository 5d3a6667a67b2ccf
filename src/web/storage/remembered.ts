import { useStorage, type StorageLike, type UseStorageOptions } from '@vueuse/core';

/** Keeps words for the sitting only: used where the browser refuses its own storage. */
function forTheSitting(): StorageLike {
  const kept = new Map<string, string>();
  return {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key),
  };
}

/** A browser that is set to keep nothing throws where its storage is only named. */
function storageOf(which: 'localStorage' | 'sessionStorage'): StorageLike | undefined {
  try {
    return globalThis[which];
  } catch {
    return undefined;
  }
}
const own = storageOf('localStorage');
/** Whether what is remembered is still there when the page is loaded again. */
export const outlivesThePage = own !== undefined;

/** The browser's storage for small things that no plan depends on, or a stand-in that lasts for the sitting. */
const localWords = own ?? forTheSitting();
const sessionWords = storageOf('sessionStorage') ?? forTheSitting();

/** A small thing that this browser remembers: units, theme, how the page is divided. */
export const useRemembered = <T extends string | number | boolean | object | null>(
  key: string,
  usual: T,
  options: UseStorageOptions<T> = {},
) => useStorage<T>(key, usual, localWords, options);

/** A small thing that this tab remembers over a reload. */
export const useRememberedInTab = <T extends object>(key: string, usual: T) =>
  useStorage<T>(key, usual, sessionWords);

/** Reads a word; nothing where there is none, or the browser does not give it. */
export function recall(key: string): string | undefined {
  try {
    return localWords.getItem(key) ?? undefined;
  } catch {
    return undefined;
  }
}

/** Keeps a word, as long as the browser does. */
export function remember(key: string, value: string): void {
  try {
    localWords.setItem(key, value);
  } catch {
    // Full: it is then asked for again.
  }
}
