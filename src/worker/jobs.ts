import { expose } from 'comlink';

/*
 * The protocol by which pages have things worked out: each job has a number and a lane, and the oldest number still wanted
 * of each lane is in memory that page and worker share. A job looks there between pieces of its work and ends when a newer
 * one of its lane is wanted. What it throws otherwise is told in words.
 */

/** Ends work that is not wanted any more. */
class Overtaken extends Error {}

/** Lanes of jobs: those of one lane overtake each other, and no others. */
export const LANES = 12;
/** A job's number says its lane. */
export const numberOf = (count: number, lane: number): number => count * LANES + lane;
const laneOf = (number: number): number => number % LANES;

/** Places in the shared memory: how often the worker showed that it is alive; from `WANTED` on, by lane, the lowest number still wanted. */
export const BEATS = 0;
export const WANTED = 1;
export const PLACES = WANTED + LANES;

let shared: Int32Array | undefined;
let working = 0;

/** To be called between pieces of work: shows that the worker is alive, and ends work that is not wanted any more. */
export function checkpoint(): void {
  if (!shared) return;
  Atomics.add(shared, BEATS, 1);
  if (Atomics.load(shared, WANTED + laneOf(working)) > working) throw new Overtaken();
}

/** How a job ended: with its value; or called off, at a time (ms since 1970). */
export type Ended<T> = { value: T } | { calledOffAt: number };

/** Does a job unless a newer one of its lane is wanted. */
export function job<T>(number: number, work: () => T): Ended<T> {
  working = number;
  try {
    checkpoint();
    return { value: work() };
  } catch (error) {
    if (error instanceof Overtaken) return { calledOffAt: performance.timeOrigin + performance.now() };
    throw error;
  }
}

/** Of every worker. */
export interface Listening {
  /** Takes the memory shared with the page. */
  listen(memory: SharedArrayBuffer): void;
}

/** Takes the memory shared with the page. */
export function listen(memory: SharedArrayBuffer): void {
  shared = new Int32Array(memory);
}

/** Lets a page call a worker's functions. */
export function serve<Api extends object>(api: Api): Api & Listening {
  const all = { ...api, listen };
  expose(all);
  return all;
}
