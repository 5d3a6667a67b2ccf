const LAST = 'idle-furrow/last';

/** The plan that was looked at last. Only a pointer: nothing hangs on it. */
export function lastId(): string | undefined {
  try {
    return localStorage.getItem(LAST) ?? undefined;
  } catch {
    return undefined;
  }
}
export function rememberLast(id: string): void {
  try {
    localStorage.setItem(LAST, id);
  } catch {
    // It is then asked for on the start page.
  }
}

/** Whether this browser keeps any plan, without opening what it keeps: a first visit need not load what reads plans. */
export async function keepsAny(): Promise<boolean> {
  if (lastId() !== undefined) return true;
  try {
    return (await indexedDB.databases()).some(({ name }) => name?.startsWith('idle-furrow'));
  } catch {
    return true;
  }
}
