import { shallowRef } from 'vue';
import { resultsOf, type FarmResults } from '../../core/network';
import type { FullPlan } from '../../core/plan';
import { inFrame } from '../page/frame';
import type { Arrived } from './solving';

/** Answers closer than this to the last one shown belong to a movement, ms. */
const FOLLOWS_MS = 150;
/** The walk follows a hand that drags no more often than this, ms. */
const WALKED_MS = 100;

const ANSWERED = 'pressures answered';

/** A solved plan. While a hand drags, what is asked of the source may be that of a moment before. */
export interface Solved {
  plan: FullPlan;
  results: FarmResults;
  shading: Float32Array;
  points: number;
}

/** The last good answers, by how soon each of their readers wants them. */
export class Showing {
  /** The newest: pictures take each one solved. */
  readonly solved = shallowRef<Solved>();
  /** What figures in words tell: the plan whose demand was worked out last. */
  readonly told = shallowRef<Solved>();
  /** What the walk and the mark of its end show: while a hand drags, no more often than figures are told. */
  readonly walked = shallowRef<Solved>();
  private walkedAt = -Infinity;
  private shownAt = -Infinity;
  /** Answers that came and are not shown yet. */
  private arrived: Arrived[] = [];

  /** Takes an answer in. Those that follow a moving hand are shown with the frame that follows it. */
  readonly arrive = (answer: Arrived): void => {
    this.arrived.push(answer);
    if (answer.answeredAt - this.shownAt < FOLLOWS_MS) inFrame('answer', this.showArrived);
    else this.showArrived();
  };

  /** Nothing is shown any more, and nothing that came. */
  clear(): void {
    this.arrived = [];
    this.shownAt = -Infinity;
    for (const shown of [this.solved, this.told, this.walked]) shown.value = undefined;
  }

  /** Shows what has come: the newest, and before it those that tell figures in words. */
  private readonly showArrived = (): void => {
    const all = this.arrived;
    this.arrived = [];
    all.forEach((a, i) => {
      if (a.answer.asked || i === all.length - 1) this.show(a);
    });
  };

  private show({ plan, answer, startedAt, answeredAt }: Arrived): void {
    const now = (this.shownAt = performance.now());
    const { shading, points } = answer;
    const solved = { plan, results: resultsOf(plan, answer), shading, points };
    this.solved.value = solved;
    if (answer.asked || now - this.walkedAt >= WALKED_MS) {
      this.walked.value = solved;
      this.walkedAt = now;
    }
    if (answer.asked) this.told.value = solved;
    performance.clearMeasures(ANSWERED);
    performance.measure(ANSWERED, { start: startedAt, end: answeredAt });
  }
}
