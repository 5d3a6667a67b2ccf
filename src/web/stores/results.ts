import { defineStore } from 'pinia';
import { computed, shallowRef, toRaw, watch } from 'vue';
import { msg } from '../../core/language';
import { footKpa, resultsOf, walkTo, type FarmResults, type PressureWalk } from '../../core/network';
import type { Block, FullPlan, Tape } from '../../core/plan';
import type { Answer, PlanLetter, SolverApi } from '../../worker/solver';
import { inFrame } from '../page/frame';
import { createJobs } from './jobs';
import { inRole } from './workers';
import { useOpening } from './opening';
import { usePlan } from './plan';
import { useView } from './view';

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
/** Answers closer than this to the last one shown belong to a movement, ms. */
const FOLLOWS_MS = 150;
/** Of plans that take longer than this to solve, what is asked is not waited for, ms. */
const SLOW_MS = 150;
/** Where solves cannot be stopped from outside, one longer than this is dropped with its worker, ms. */
const DROPPED_MS = 1500;

const GAVE_WAY = 'an older solve gave way';
const ANSWERED = 'pressures answered';

/** A solved plan. While a hand drags, what is asked of the source may be that of a moment before. */
export interface Solved {
  plan: FullPlan;
  results: FarmResults;
  shading: Float32Array;
  points: number;
}

/** An answer that came, and when it was asked for and came. */
interface Arrived {
  plan: FullPlan;
  answer: Answer;
  startedAt: number;
  answeredAt: number;
}

/** The solved plan. The worker solves; the newest plan wins; the last good answer stays while it does. */
export const useResults = defineStore('results', () => {
  const plan = usePlan();
  const opening = useOpening();
  const view = useView();
  const solved = shallowRef<Solved>();
  /** What figures in words tell: the plan whose demand was worked out last. Pictures take each one solved. */
  const told = shallowRef<Solved>();
  /** What the walk and the mark of its end show: while a hand drags, no more often than figures are told. */
  const walked = shallowRef<Solved>();
  let walkedAt = -Infinity;
  const problem = shallowRef('');
  /** It has been at it for long enough to be noticed. */
  const slow = shallowRef(false);
  let wanted: FullPlan | undefined;
  let number = 0;
  let startedAt = 0;
  let answeredAt = 0;
  /** Answers that came and are not shown yet, and when one was shown last. */
  let arrived: Arrived[] = [];
  let shownAt = -Infinity;
  /** The worker was last taken out of its rest. */
  let begunAt = 0;
  let askedAt = -Infinity;
  /** What a solve lately took, ms. */
  let usualMs = 0;
  let stopping = 0;
  let noticing = 0;
  let resting = 0;
  /** Plans sent and not answered yet. */
  let underWay = 0;
  let openedAt = 0;
  let stoppedAt = 0;
  const jobs = createJobs<SolverApi>(inRole('solver'), { stays: true });
  /** What the worker has; of a new worker, or one that a letter did not reach, nothing is taken for granted. */
  let sent = new Map<string, Block>();
  let sentGround: Pick<FullPlan, 'ground' | 'obstacles'> | undefined;
  /** Counts how often that was forgotten: answers to letters from before are not of the plan they were sent for. */
  let forgotten = 0;
  /** Failures in a row; the first is tried again by itself. */
  let failures = 0;
  const forgetSent = (): void => {
    sent = new Map();
    sentGround = undefined;
    forgotten++;
  };
  jobs.onBegin = forgetSent;

  /** A plan for the worker: blocks and ground that it has already are only named; pictures are not for it. */
  function letterOf(next: FullPlan, asked: boolean): PlanLetter {
    // Made of the plan, which is plain; the set that is open adds plain fields to it.
    const { blocks, ground, obstacles, ...plan } = next;
    delete plan.underlay;
    const changed = blocks.filter((b) => sent.get(b.id) !== b);
    for (const b of changed) sent.set(b.id, b);
    const same = sentGround?.ground === ground && sentGround.obstacles === obstacles;
    sentGround = { ground, obstacles };
    return {
      plan,
      order: blocks.map((b) => b.id),
      changed,
      asked,
      ...(same ? {} : { land: { ground, obstacles } }),
    };
  }

  /** Sends what is wanted to be solved. While solves are quick a second one is sent ahead, so that the worker need not wait for the page. */
  function send(): void {
    const ahead = usualMs > 0 && usualMs <= AHEAD_MS ? 2 : 1;
    while (wanted && underWay < ahead) {
      const next = wanted;
      wanted = undefined;
      number++;
      if (underWay === 0) startedAt = performance.now();
      underWay++;
      if (!noticing) noticing = window.setTimeout(() => (slow.value = true), NOTICED_MS);
      // Of large plans pressures come first, and what is asked with a second answer.
      const due = usualMs <= SLOW_MS && performance.now() - askedAt >= TOLD_MS;
      const asked = askedAt === -Infinity || due;
      if (asked) askedAt = performance.now();
      void take(next, asked);
    }
  }

  /** Has a plan solved and shows the answer. */
  async function take(next: FullPlan, asked: boolean): Promise<void> {
    let of = forgotten;
    const outcome = await jobs.ask(
      (solver, own) => {
        const letter = letterOf(next, asked);
        of = forgotten;
        return solver.solve(letter, own);
      },
      { beside: true },
    );
    underWay--;
    if (of !== forgotten && outcome.ended === 'answered') wanted ??= next;
    else if (outcome.ended === 'answered' && outcome.value === 'send all') {
      forgetSent();
      wanted ??= next;
    } else if (outcome.ended === 'answered') arrive(next, outcome.value as Answer);
    else if (outcome.ended === 'cancelled') gaveWay(outcome.atMs);
    else {
      forgetSent();
      failures++;
      if (failures === 1) wanted ??= next;
      else problem.value = msg`This plan could not be solved: ${outcome.why}`;
    }
    startedAt = performance.now();
    clearTimeout(noticing);
    noticing = 0;
    slow.value = false;
    send();
  }

  /** For whoever looks at the page's timings: from a newer plan's being wanted to the worker's being free for it. */
  function gaveWay(atMs: number | undefined): void {
    const end = Math.max(stoppedAt, (atMs ?? 0) - performance.timeOrigin);
    performance.clearMeasures(GAVE_WAY);
    performance.measure(GAVE_WAY, { start: stoppedAt, end, detail: { afterMs: stoppedAt - startedAt } });
    // Perhaps they have become quick: sooner or later one is let finish again.
    usualMs *= FORGETS;
    askedAt = -Infinity;
  }

  /** Takes an answer in. Those that follow a moving hand are shown with the frame that follows it. */
  function arrive(next: FullPlan, answer: Answer): void {
    failures = 0;
    answeredAt = performance.now();
    usualMs += (answeredAt - startedAt - usualMs) / LATELY;
    // The last of a movement is worked out whole.
    if (!answer.asked && underWay === 0 && !wanted)
      resting = window.setTimeout(() => {
        wanted = next;
        askedAt = -Infinity;
        send();
      }, RESTS_MS);
    arrived.push({ plan: next, answer, startedAt, answeredAt });
    if (answeredAt - shownAt < FOLLOWS_MS) inFrame('answer', showArrived);
    else showArrived();
  }

  /** Shows what has come: the newest, and before it those that tell figures in words. */
  function showArrived(): void {
    const all = arrived;
    arrived = [];
    all.forEach((a, i) => {
      if (a.answer.asked || i === all.length - 1) show(a);
    });
  }

  function show({ plan: of, answer, ...at }: Arrived): void {
    shownAt = performance.now();
    const { shading, points } = answer;
    solved.value = { plan: of, results: resultsOf(of, answer), shading, points };
    if (answer.asked || shownAt - walkedAt >= TOLD_MS) {
      walked.value = solved.value;
      walkedAt = shownAt;
    }
    if (answer.asked) told.value = solved.value;
    problem.value = '';
    performance.clearMeasures(ANSWERED);
    performance.measure(ANSWERED, { start: at.startedAt, end: at.answeredAt });
  }

  /** Takes a newer plan to be solved. Quick work is let finish, long work is stopped for it. */
  function want(next: FullPlan): void {
    if (underWay === 0) begunAt = performance.now();
    clearTimeout(resting);
    wanted = next;
    send();
    if (!wanted) return;
    const age = performance.now() - startedAt;
    if (jobs.shares) {
      const quick = usualMs <= QUICK_MS ? Math.max(LEAST_GRACE_MS, 2 * usualMs) : 0;
      const starved = performance.now() - Math.max(answeredAt, openedAt, begunAt) > STARVED_MS;
      const grace = starved ? STARVED_MS : quick;
      // The one the worker is at: those sent ahead wait behind it.
      const overtaken = number - underWay + 1;
      const stop = (): void => {
        if (number - underWay + 1 !== overtaken || underWay === 0 || !wanted) return;
        stoppedAt = performance.now();
        jobs.stopUpTo(overtaken);
      };
      clearTimeout(stopping);
      if (age >= grace) stop();
      else stopping = window.setTimeout(stop, grace - age);
    } else if (age > DROPPED_MS) jobs.stop();
  }

  watch(
    () => plan.opened,
    () => {
      clearTimeout(resting);
      arrived = [];
      shownAt = -Infinity;
      solved.value = undefined;
      told.value = undefined;
      walked.value = undefined;
      askedAt = -Infinity;
      openedAt = performance.now();
      usualMs = 0;
      view.reset();
    },
    { flush: 'sync' },
  );
  watch(
    () => opening.full,
    (full) => {
      if (!plan.isOpen) return;
      want(toRaw(full));
    },
    { immediate: true },
  );

  const results = computed(() => told.value?.results);
  const toldPlan = computed(() => told.value?.plan);
  /** What is shown does not answer what stands in the fields. */
  const stale = computed(() => problem.value !== '' || view.badFields.size > 0);
  /** The block looked at, if it is in use. */
  const block = computed(() => results.value?.blocks.find((b) => b.index === plan.blockIndex));

  /** The run the walk goes to: the weakest of the bed pointed at or picked, else of all. */
  const walkRun = computed(() => {
    const r = walked.value?.results;
    if (!r) return -1;
    const bed = view.pointedBed ?? view.pickedBed;
    const within = bed && r.blocks.find((b) => walked.value!.plan.blocks[b.index].id === bed.block);
    if (!bed || !within) return r.weakest;
    let found = -1;
    for (let i = within.firstRun; i < within.firstRun + within.runCount; i++)
      if (r.runs[i].run.bed === bed.key && (found < 0 || r.runs[i].minKpa < r.runs[found].minKpa)) found = i;
    return found < 0 ? r.weakest : found;
  });
  const walk = computed<PressureWalk | undefined>(() =>
    walked.value && walkRun.value >= 0
      ? walkTo(walked.value.plan, walked.value.results, walkRun.value)
      : undefined,
  );
  /** The tape at the end of the walk. */
  const walkTape = computed(() =>
    walk.value ? walked.value!.results.runs[walk.value.runIndex].run.tape : plan.block.tape,
  );

  /** The least pressure at which what is laid in a block works, kPa. */
  function footOf(blockId: string, tape: Tape): number {
    const now = solved.value;
    const block = now?.results.blocks.find((b) => b.built.layout.block.id === blockId);
    return now && block ? footKpa(now.plan, now.results, block, tape) : tape.minKpa;
  }
  /** The same at the end of the walk. */
  const walkFootKpa = computed(() => {
    const r = walk.value && walked.value!.results.runs[walk.value.runIndex];
    return r ? footOf(walked.value!.plan.blocks[r.run.block].id, r.run.tape) : walkTape.value.minKpa;
  });

  /** More plans are on their way than the worker has begun. */
  const isBusy = (): boolean => wanted !== undefined || underWay > 1;
  const emitters = async (runIndices: number[]) =>
    (solved.value && (await jobs.quick((solver) => solver.emitters(runIndices)))) || [];
  const longest = async (runIndex: number) =>
    (solved.value && (await jobs.quick((solver) => solver.longest(runIndex)))) || 0;

  /** The solver is loaded before there is a plan, so that the first picture need not wait for it. */
  const warm = (): void => jobs.warm();

  return {
    warm,
    solved,
    results,
    toldPlan,
    walked,
    problem,
    slow,
    stale,
    block,
    walk,
    walkRun,
    walkTape,
    walkFootKpa,
    footOf,
    isBusy,
    emitters,
    longest,
  };
});
