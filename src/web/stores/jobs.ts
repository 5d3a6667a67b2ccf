import { proxy, wrap, type Remote } from 'comlink';
import { msg, type LanguageId } from '../../core/language';
import { BEATS, LANES, numberOf, PLACES, WANTED, type Ended, type Listening } from '../../worker/jobs';
import { workerLanguage } from '../page/chosenLanguage';
import { plain } from '../page/plain';

/** A job that shows no life for so long hangs: its worker is let go, ms. */
const HANGS_MS = 30_000;
const LOOKS_MS = 2_000;
/** A worker that was asked nothing for so long is ended; the next question begins another, ms. */
const IDLE_MS = 180_000;

/** How a job ended, for the page. */
export type Outcome<T> =
  | { ended: 'answered'; value: T }
  /** Stopped, or a newer one was asked for. */
  | { ended: 'cancelled'; atMs?: number }
  | { ended: 'failed'; why: string };

/** Asks a worker something, as its `number`-th job. */
export type Question<Api, T> = (worker: Remote<Api & Listening>, number: number) => Promise<Ended<T>>;

export interface Jobs<Api> {
  /**
   * Has something worked out. Every job ends: answered, cancelled, or failed in words. It ends those asked before it in its
   * lane, unless it is asked beside them; other lanes' jobs go on.
   */
  ask<T>(question: Question<Api, T>, options?: { beside?: boolean; lane?: string }): Promise<Outcome<T>>;
  /** Asks a quick thing that is no job of its own; nothing where the worker cannot say. */
  quick<T>(question: (worker: Remote<Api & Listening>) => Promise<T>): Promise<T | undefined>;
  /** Ends all that is under way, or what is in a lane. */
  stop(lane?: string): void;
  /** Ends all jobs up to the so manieth that was asked, of those in no lane of their own, and lets later ones go on. */
  stopUpTo(number: number): void;
  /** Whether a job can be ended from outside without letting go of its worker. */
  readonly shares: boolean;
  /** Told when a new worker begins, which has been told nothing yet. */
  onBegin: (() => void) | undefined;
  /** Has a worker loaded before it is asked for anything. */
  warm(): void;
}

const sentence = (error: unknown): string => (error instanceof Error ? error.message : String(error));

const NO_LANE = '';
interface UnderWay {
  lane: string;
  end: (outcome: Outcome<never>) => void;
}

/**
 * Jobs in a worker of their own. The newest job asked for in a lane ends those before it there, unless it is asked beside them.
 * A worker that breaks or hangs ends its jobs in words, and the next one asked begins a new worker; one that is asked nothing
 * for a while is ended.
 *
 * @param make starts the worker by the language that it speaks
 * @param options `speaks`: another language than the page's; `stays`: it keeps what it was told and is not ended for idleness
 */
export function createJobs<Api>(
  make: (language: string) => Worker,
  { speaks, stays = false }: { speaks?: () => LanguageId; stays?: boolean } = {},
): Jobs<Api> {
  const shared =
    typeof SharedArrayBuffer === 'undefined' ? undefined : new Int32Array(new SharedArrayBuffer(4 * PLACES));
  let count = 0;
  const lanes = [NO_LANE];
  let worker: Worker | undefined;
  let remote: Remote<Api & Listening> | undefined;
  /** Jobs under way by their number, and what ends each from this side. */
  const underWay = new Map<number, UnderWay>();
  /** The same of quick questions. */
  const questions = new Set<() => void>();
  let looking: ReturnType<typeof setInterval> | undefined;
  let idling: ReturnType<typeof setTimeout> | undefined;

  function laneAt(lane: string): number {
    const found = lanes.indexOf(lane);
    if (found >= 0) return found;
    if (lanes.length === LANES) throw new Error(`more than ${LANES} lanes`);
    return lanes.push(lane) - 1;
  }

  function letGo(outcome: Outcome<never>): void {
    worker?.terminate();
    worker = undefined;
    remote = undefined;
    [...underWay.values()].forEach(({ end }) => end(outcome));
    questions.forEach((end) => end());
  }
  const broke = (why: string): void => letGo({ ended: 'failed', why });

  function begin(): Remote<Api & Listening> {
    if (remote) return remote;
    const own = make(workerLanguage(speaks?.()));
    worker = own;
    own.addEventListener(
      'error',
      (event) => own === worker && broke(event.message || msg`its worker could not be loaded`),
    );
    own.addEventListener('messageerror', () => own === worker && broke(msg`its answer could not be read`));
    remote = wrap<Api & Listening>(own);
    if (shared)
      (remote as Remote<Listening>).listen(shared.buffer as SharedArrayBuffer).catch((error: unknown) => {
        if (own === worker) broke(sentence(error));
      });
    jobs.onBegin?.();
    return remote;
  }

  /** Looks whether the worker is alive while it has something to do. */
  function watchOver(): void {
    clearTimeout(idling);
    if (!shared || looking !== undefined) return;
    let beats = Atomics.load(shared, BEATS);
    let since = performance.now();
    looking = setInterval(() => {
      const now = Atomics.load(shared, BEATS);
      if (now !== beats) [beats, since] = [now, performance.now()];
      if (underWay.size > 0 && performance.now() - since > HANGS_MS)
        broke(msg`it did not answer for half a minute`);
    }, LOOKS_MS);
  }
  function lookAway(): void {
    clearInterval(looking);
    looking = undefined;
    if (stays) return;
    idling = setTimeout(() => underWay.size === 0 && letGo({ ended: 'cancelled' }), IDLE_MS);
    // Where tests run, a worker that idles holds nobody up.
    (idling as { unref?: () => void }).unref?.();
  }

  const jobs: Jobs<Api> = {
    shares: shared !== undefined,
    onBegin: undefined,
    warm: () => void begin(),
    async ask<T>(
      question: Question<Api, T>,
      { beside = false, lane = NO_LANE }: { beside?: boolean; lane?: string } = {},
    ): Promise<Outcome<T>> {
      if (!beside) jobs.stop(lane);
      const own = numberOf(++count, laneAt(lane));
      return new Promise<Outcome<T>>((resolve) => {
        const end = (outcome: Outcome<T>): void => {
          if (!underWay.delete(own)) return;
          if (underWay.size === 0) lookAway();
          resolve(outcome);
        };
        underWay.set(own, { lane, end });
        watchOver();
        let asked: Promise<Ended<T>>;
        try {
          asked = question(begin(), own);
        } catch (error) {
          return end({ ended: 'failed', why: sentence(error) });
        }
        asked.then(
          (answer) =>
            end(
              'value' in answer
                ? { ended: 'answered', value: answer.value }
                : { ended: 'cancelled', atMs: answer.calledOffAt },
            ),
          (error: unknown) => end({ ended: 'failed', why: sentence(error) }),
        );
      });
    },
    async quick(question) {
      const asked = remote;
      if (!asked) return undefined;
      return new Promise((resolve) => {
        const end = (): void => resolve(undefined);
        questions.add(end);
        void question(asked)
          .then(resolve, end)
          .finally(() => questions.delete(end));
      });
    },
    stop(lane) {
      const ended = [...underWay.values()].filter((job) => lane === undefined || job.lane === lane);
      if (ended.length === 0) return;
      // Work that cannot be told to end is ended with its worker, unless others wait for that.
      if (!shared && ended.length === underWay.size) return letGo({ ended: 'cancelled' });
      for (const [at, name] of lanes.entries())
        if (shared && (lane === undefined || name === lane))
          Atomics.store(shared, WANTED + at, numberOf(count + 1, at));
      for (const { end } of ended) end({ ended: 'cancelled' });
    },
    stopUpTo(last) {
      if (shared) Atomics.store(shared, WANTED, numberOf(last + 1, 0));
    },
  };
  return jobs;
}

/** A function that a worker may call while it works. */
export const calledBack = <A extends unknown[]>(call: (...args: A) => void): ((...args: A) => void) =>
  proxy((...args: A) => call(...args));

/** The plan as it passes to a worker: plain, and without the picture that lies under the sheet. */
export function forWorker<P extends { underlay?: unknown }>(stated: P): P {
  const rest = { ...plain(stated) };
  delete rest.underlay;
  return rest;
}
