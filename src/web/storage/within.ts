import { msg } from '../../core/language';
/** A browser's storage that has not answered for so long does not answer, ms. */
export const SILENT_MS = 4000;

/** The browser's storage does not answer. */
export class Silent extends Error {
  constructor() {
    super(msg`the browser’s storage does not answer`);
  }
}

/** Waits for the browser's storage, but not for ever. */
export function within<T>(work: Promise<T>, ms = SILENT_MS): Promise<T> {
  return new Promise((resolve, reject) => {
    const waiting = setTimeout(() => reject(new Silent()), ms);
    work.then(resolve, reject).finally(() => clearTimeout(waiting));
  });
}
