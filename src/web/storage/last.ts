import { recall, remember } from './remembered';

const LAST = 'idle-furrow/last';

/** The plan that was looked at last. Only a pointer: nothing hangs on it. */
export const lastId = (): string | undefined => recall(LAST);
export const rememberLast = (id: string): void => remember(LAST, id);

/** Whether this browser keeps any plan, without opening what it keeps: a first visit need not load what reads plans. */
export async function keepsAny(): Promise<boolean> {
  if (lastId() !== undefined) return true;
  try {
    return (await indexedDB.databases()).some(({ name }) => name?.startsWith('idle-furrow'));
  } catch {
    return true;
  }
}
