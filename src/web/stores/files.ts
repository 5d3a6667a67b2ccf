import { defineStore } from 'pinia';
import { tooLarge, type FileKind } from '../../core/formats/fileSizes';
import { msg } from '../../core/language';
import type { ReaderApi } from '../../worker/reader';
import { createJobs, type Outcome, type Question } from './jobs';
import { inRole } from './workers';

/** Files that people choose: measured before they are read, and read in a worker. */
export const useFiles = defineStore('files', () => {
  const jobs = createJobs<ReaderApi>(inRole('reader'));

  /**
   * Has a file read. A newer file of its kind ends the reading of the one before; other kinds go on.
   * @returns what came of it; where it failed, why, as a whole sentence
   */
  async function read<T>(kind: FileKind, file: Blob, question: Question<ReaderApi, T>): Promise<Outcome<T>> {
    const why = tooLarge(kind, file.size);
    if (why) return { ended: 'failed', why };
    const outcome = await jobs.ask(question, { lane: kind });
    return outcome.ended === 'failed'
      ? { ended: 'failed', why: msg`The file could not be read: ${outcome.why}` }
      : outcome;
  }
  /** Asks about something that was read already. */
  const ask = <T>(kind: FileKind, question: Question<ReaderApi, T>): Promise<Outcome<T>> =>
    jobs.ask(question, { lane: kind });
  const stop = (kind: FileKind): void => jobs.stop(kind);
  return { read, ask, stop };
});
