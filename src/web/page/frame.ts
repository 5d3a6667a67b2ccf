import { nextTick } from 'vue';

/**
 * What waits for the next picture of the screen, in this order: answers of workers are shown, the hand is followed, and once the
 * page has taken both, canvases are painted. So one picture takes all of them, and style, layout and painting are gone
 * through once for them.
 */
export type Turn = 'answer' | 'hand' | 'paint';

const waiting: Record<Turn, Set<() => void>> = { answer: new Set(), hand: new Set(), paint: new Set() };
let asked = false;
/** The page is taking what was done in this frame: what is to be painted for it still gets in. */
let taking = false;

function done(turn: Turn): void {
  const jobs = waiting[turn];
  waiting[turn] = new Set();
  for (const job of jobs)
    try {
      job();
    } catch (error) {
      // The others are not to wait for a frame that never comes.
      reportError(error);
    }
}

function run(): void {
  if (!asked) return;
  asked = false;
  done('answer');
  done('hand');
  taking = true;
  void nextTick(() => {
    taking = false;
    done('paint');
  });
}

/** Does something in the next frame, once however often it is asked for; on a page that nobody sees, soon. */
export function inFrame(turn: Turn, job: () => void): void {
  waiting[turn].add(job);
  if (asked || (taking && turn === 'paint')) return;
  asked = true;
  if (document.hidden) setTimeout(run);
  else requestAnimationFrame(run);
}

/** Takes back what was asked for and not done yet. */
export const notInFrame = (turn: Turn, job: () => void): void => void waiting[turn].delete(job);

// A page that is hidden gets no frames: what waited for one is done all the same.
globalThis.document?.addEventListener('visibilitychange', () => document.hidden && setTimeout(run));
