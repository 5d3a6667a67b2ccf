import { shallowRef } from 'vue';
import { msg } from '../../core/language';
import type { Block, FullPlan } from '../../core/plan';
import type { Answer, PlanLetter, SolverApi } from '../../worker/solver';
import type { Jobs } from './jobs';

/** A solve longer than this is said to be going on, ms. */
const NOTICED_MS = 400;
/**
 * Solves that usually take no longer than this are let finish when a newer plan comes: while a hand drags, each repaint
 * needs one that is not cut off, ms. Longer ones are stopped at once,
 */
const QUICK_MS = 150;
/** Of solves as quick as this a second one is sent before the first is answered, ms. */
const AHEAD_MS = 60;
/** and a quick one too when it takes far longer than usual, ms. */
const LEAST_GRACE_MS = 40;
/** No answer for this long: the next solve is let go on for as long again, ms. */
const STARVED_MS = 1000;
/** With each solve that gives way, what they usually took counts less. */
const FORGETS = 0.85;
/** Solves that what they lately took is averaged over. */
const LATELY = 4;
/** Figures in words follow a hand that drags no more often than this, ms: pressures come first. */
const TOLD_MS = 100;
/** No newer plan for this long after an answer: the hand rests, ms. */
const RESTS_MS = 60;
/** Of plans that take longer than this to solve, what is asked is not waited for, ms. */
const SLOW_MS = 150;
/** Where solves cannot be stopped from outside, one longer than this is dropped with its worker, ms. */
const DROPPED_MS = 1500;

type Timer = ReturnType<typeof setTimeout> | undefined;

const GAVE_WAY = 'an older solve gave way';

/** An answer that came, and when it was asked for and came. */
export interface Arrived {
  plan: FullPlan;
  answer: Answer;
  startedAt: number;
  answeredAt: number;
}

/** What the worker has been told. Of a new worker, or one that a letter did not reach, nothing is taken for granted. */
class Told {
  private blocks = new Map<string, Block>();
  private land: Pick<FullPlan, 'ground' | 'obstacles'> | undefined;
  /** Counts how often that was forgotten: answers to letters from before are not of the plan they were sent for. */
  forgotten = 0;

  forget(): void {
    this.blocks = new Map();
    this.land = undefined;
    this.forgotten++;
  }

  /** A plan for the worker: blocks and ground that it has already are only named; pictures are not for it. */
  letterOf(next: FullPlan, asked: boolean): PlanLetter {
    // Made of the plan, which is plain; the set that is open adds plain fields to it.
    const { blocks, ground, obstacles, ...plan } = next;
    delete plan.underlay;
    const changed = blocks.filter((b) => this.blocks.get(b.id) !== b);
    for (const b of changed) this.blocks.set(b.id, b);
    const same = this.land?.ground === ground && this.land.obstacles === obstacles;
    this.land = { ground, obstacles };
    const order = blocks.map((b) => b.id);
    return { plan, order, changed, asked, ...(same ? {} : { land: { ground, obstacles } }) };
  }
}

/**
 * Has plans solved by the worker, the newest first: quick solves are let finish, long ones give way; while solves are quick a
 * second one is sent ahead, so that the worker need not wait for the page.
 */
export class Solving {
  /** Why the plan could not be solved, in words; empty while it could. */
  readonly problem = shallowRef('');
  /** It has been at it for long enough to be noticed. */
  readonly slow = shallowRef(false);
  private readonly told = new Told();
  private wanted: FullPlan | undefined;
  private number = 0;
  private startedAt = 0;
  private answeredAt = 0;
  /** The worker was last taken out of its rest. */
  private begunAt = 0;
  private askedAt = -Infinity;
  /** What a solve lately took, ms. */
  private usualMs = 0;
  private stopping: Timer;
  private noticing: Timer;
  private resting: Timer;
  /** Plans sent and not answered yet. */
  private underWay = 0;
  private openedAt = 0;
  private stoppedAt = 0;
  /** Failures in a row; the first is tried again by itself. */
  private failures = 0;

  /**
   * @param take what is done with an answer
   * @param jobs the worker, which keeps what it was told
   */
  constructor(
    private readonly take: (arrived: Arrived) => void,
    readonly jobs: Jobs<SolverApi>,
  ) {
    this.jobs.onBegin = () => this.told.forget();
  }

  /** More plans are on their way than the worker has begun. */
  get isBusy(): boolean {
    return this.wanted !== undefined || this.underWay > 1;
  }

  /** Begins afresh with another plan: what the last one took says nothing of it. */
  opened(): void {
    clearTimeout(this.resting);
    this.askedAt = -Infinity;
    this.openedAt = performance.now();
    this.usualMs = 0;
  }

  /** Takes a newer plan to be solved. Quick work is let finish, long work is stopped for it. */
  want(next: FullPlan): void {
    if (this.underWay === 0) this.begunAt = performance.now();
    clearTimeout(this.resting);
    this.wanted = next;
    this.send();
    if (!this.wanted) return;
    const age = performance.now() - this.startedAt;
    if (this.jobs.shares) this.stopIn(this.grace() - age);
    else if (age > DROPPED_MS) this.jobs.stop();
  }

  /** How long the solve under way may take before a newer one stops it, ms. */
  private grace(): number {
    const { answeredAt, openedAt, begunAt, usualMs } = this;
    if (performance.now() - Math.max(answeredAt, openedAt, begunAt) > STARVED_MS) return STARVED_MS;
    return usualMs <= QUICK_MS ? Math.max(LEAST_GRACE_MS, 2 * usualMs) : 0;
  }

  /** Stops the solve that the worker is at, unless it is done by then. Those sent ahead wait behind it. */
  private stopIn(ms: number): void {
    const overtaken = this.number - this.underWay + 1;
    const stop = (): void => {
      if (this.number - this.underWay + 1 !== overtaken || this.underWay === 0 || !this.wanted) return;
      this.stoppedAt = performance.now();
      this.jobs.stopUpTo(overtaken);
    };
    clearTimeout(this.stopping);
    if (ms <= 0) stop();
    else this.stopping = setTimeout(stop, ms);
  }

  /** Sends what is wanted to be solved. */
  private send(): void {
    const ahead = this.usualMs > 0 && this.usualMs <= AHEAD_MS ? 2 : 1;
    while (this.wanted && this.underWay < ahead) {
      const next = this.wanted;
      this.wanted = undefined;
      this.number++;
      if (this.underWay === 0) this.startedAt = performance.now();
      this.underWay++;
      this.noticing ??= setTimeout(() => (this.slow.value = true), NOTICED_MS);
      // Of large plans pressures come first, and what is asked with a second answer.
      const due = this.usualMs <= SLOW_MS && performance.now() - this.askedAt >= TOLD_MS;
      const asked = this.askedAt === -Infinity || due;
      if (asked) this.askedAt = performance.now();
      void this.solve(next, asked);
    }
  }

  /** Has a plan solved and hands its answer on. */
  private async solve(next: FullPlan, asked: boolean): Promise<void> {
    let of = this.told.forgotten;
    const outcome = await this.jobs.ask(
      (solver, own) => {
        const letter = this.told.letterOf(next, asked);
        of = this.told.forgotten;
        return solver.solve(letter, own);
      },
      { beside: true },
    );
    this.underWay--;
    if (of !== this.told.forgotten && outcome.ended === 'answered') this.wanted ??= next;
    else if (outcome.ended === 'answered' && outcome.value === 'send all') {
      this.told.forget();
      this.wanted ??= next;
    } else if (outcome.ended === 'answered') this.arrive(next, outcome.value as Answer);
    else if (outcome.ended === 'cancelled') this.gaveWay(outcome.atMs);
    else {
      this.told.forget();
      this.failures++;
      if (this.failures === 1) this.wanted ??= next;
      else this.problem.value = msg`This plan could not be solved: ${outcome.why}`;
    }
    this.startedAt = performance.now();
    clearTimeout(this.noticing);
    this.noticing = undefined;
    this.slow.value = false;
    this.send();
  }

  /** For whoever looks at the page's timings: from a newer plan's being wanted to the worker's being free for it. */
  private gaveWay(atMs: number | undefined): void {
    const start = this.stoppedAt;
    const end = Math.max(start, (atMs ?? 0) - performance.timeOrigin);
    performance.clearMeasures(GAVE_WAY);
    performance.measure(GAVE_WAY, { start, end, detail: { afterMs: start - this.startedAt } });
    // Perhaps they have become quick: sooner or later one is let finish again.
    this.usualMs *= FORGETS;
    this.askedAt = -Infinity;
  }

  private arrive(plan: FullPlan, answer: Answer): void {
    this.failures = 0;
    this.problem.value = '';
    this.answeredAt = performance.now();
    this.usualMs += (this.answeredAt - this.startedAt - this.usualMs) / LATELY;
    // The last of a movement is worked out whole.
    if (!answer.asked && this.underWay === 0 && !this.wanted)
      this.resting = setTimeout(() => {
        this.wanted = plan;
        this.askedAt = -Infinity;
        this.send();
      }, RESTS_MS);
    this.take({ plan, answer, startedAt: this.startedAt, answeredAt: this.answeredAt });
  }
}
