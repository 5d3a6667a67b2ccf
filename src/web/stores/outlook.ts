import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import { msg } from '../../core/language';
import type { ChosenSets } from '../../core/remedy';
import { ALL_SET, type Openings, type SeasonOutlook } from '../../core/sets';
import type { PlannerApi } from '../../worker/planner';
import { createJobs, forWorker, type Outcome } from './jobs';
import { inRole } from './workers';
import { useJudgement } from './judgement';
import { useOpening } from './opening';
import { usePlan } from './plan';

/** Valves turned for evenness, by block and bed, and what they bring. */
export type Evened = Extract<Awaited<ReturnType<PlannerApi['even']>>, { value: unknown }>['value'];

/** What the choice of sets came to, where it is not just what was wished. */
const saysOf = ({ mixed, worse }: ChosenSets): string =>
  mixed
    ? msg` Beds of different need water together: kept apart, a set would have had new problems.`
    : worse.length > 0
      ? msg` They bring new problems, listed below: no other way of splitting the beds was better.`
      : '';

/** For whoever looks at the page's timings: what the worker took. */
const SETS_TOOK = 'sets made';
const SEASON_TOOK = 'season balanced';
function tellTook(name: string, ms: number): void {
  const end = performance.now();
  performance.clearMeasures(name);
  performance.measure(name, { start: Math.max(0, end - ms), end });
}

/** Sets and timing of the plan as it was judged; its season and what is made by a press, in a worker of their own. */
class Outlook {
  private readonly plan = usePlan();
  private readonly opening = useOpening();
  private readonly judgement = useJudgement();
  private readonly jobs = createJobs<PlannerApi>(inRole('planner'));
  private readonly watched = ref(0);
  readonly outlook = computed(() => this.judgement.outlook);
  readonly failed = ref('');
  readonly season = shallowRef<SeasonOutlook & { tookMs: number }>();
  readonly making = ref(false);
  readonly evening = ref(false);

  /** What the last making of sets told, in words. */
  readonly madeSays = ref('');

  /** The season of the plan as it was judged: who looks at Sets wants it. */
  private async balance(): Promise<void> {
    // What was asked for by a press goes first.
    if (this.making.value || this.evening.value) return;
    const { of } = this.judgement;
    if (!of || !this.outlook.value) return;
    const { gifts } = this.outlook.value;
    this.failed.value = '';
    const balanced = await this.jobs.ask((planner, number) => planner.season(number, forWorker(of), gifts), {
      lane: 'season',
    });
    if (balanced.ended === 'answered') {
      this.season.value = balanced.value;
      tellTook(SEASON_TOOK, balanced.value.tookMs);
    } else if (balanced.ended === 'failed')
      this.failed.value = msg`The season could not be worked out: ${balanced.why}`;
  }

  /** What is shown answers the plan as it stands. */
  readonly fresh = computed(() => this.judgement.fresh);
  readonly working = computed(() => this.judgement.working);
  readonly progress = computed(() => this.judgement.progress);

  /** The set looked at. */
  readonly current = computed(() => {
    const id = this.opening.set?.id ?? ALL_SET;
    return this.outlook.value?.sets.find((s) => s.id === id) ?? this.outlook.value?.sets[0];
  });

  /** Goes back to what was put off for a press. */
  private readonly goOn = (): void => void (this.watched.value > 0 && this.balance());

  /** Makes sets, with as little changed as must be, or all of them again. */
  readonly makeSets = async (afresh: boolean): Promise<void> => {
    const stated = toRaw(this.plan.plan);
    this.making.value = true;
    this.madeSays.value = '';
    const outcome = await this.jobs.ask(
      (planner, number) => planner.sets(number, forWorker(stated), afresh),
      {
        lane: 'sets',
      },
    );
    this.making.value = false;
    if (outcome.ended === 'failed') this.madeSays.value = msg`Sets could not be made: ${outcome.why}`;
    // Of a plan that has changed since, they are not its sets.
    else if (outcome.ended === 'answered' && toRaw(this.plan.plan) === stated) this.takeSets(outcome.value);
    else this.madeSays.value = msg`The sets were not made: the plan changed meanwhile. Press again.`;
    this.goOn();
  };

  private takeSets(made: ChosenSets & { tookMs: number }): void {
    tellTook(SETS_TOOK, made.tookMs);
    const count = made.sets.length;
    this.madeSays.value =
      count === 0
        ? msg`There are no beds to water.`
        : made.tooMuch.length > 0
          ? msg`${made.tooMuch.length} of the beds ask for more than the source gives even alone.`
          : msg`${count === 1 ? msg`One set does` : msg`${count} sets do`}; each was solved.${saysOf(made)}`;
    const same = JSON.stringify(made.sets) === JSON.stringify(toRaw(this.plan.full).watering.sets);
    if (same && count > 0) {
      this.madeSays.value = msg`Nothing needs to change: ${this.madeSays.value.charAt(0).toLowerCase()}${this.madeSays.value.slice(1)}`;
      return;
    }
    const refusal = this.plan.edit(count === 1 ? msg`make one set` : msg`make ${count} sets`, (draft) => {
      const watering = (draft.watering ??= {});
      if (count > 0) watering.sets = made.sets.map((s) => structuredClone(s));
      else delete watering.sets;
    });
    if (refusal) this.madeSays.value = msg`The sets were not taken: ${refusal.what}.`;
  }

  /** Ends the making of sets, or the turning of valves. */
  readonly stop = (): void => {
    this.jobs.stop('sets');
    this.jobs.stop('even');
  };

  /** Valves of a set turned for evenness, as they would be. */
  readonly even = async (setId: string): Promise<Outcome<Evened>> => {
    this.evening.value = true;
    const outcome = await this.jobs.ask(
      (planner, number) => planner.even(number, forWorker(toRaw(this.plan.plan)), setId),
      { lane: 'even' },
    );
    this.evening.value = false;
    this.goOn();
    return outcome;
  };

  /** How far to open each adjustable emitter of a block. */
  readonly openings = async (blockIndex: number): Promise<Outcome<Openings | undefined>> => {
    const outcome = await this.jobs.ask((planner, number) =>
      planner.openings(number, forWorker(toRaw(this.plan.plan)), blockIndex),
    );
    this.goOn();
    return outcome;
  };

  readonly show = (): (() => void) => {
    this.watched.value++;
    return () => void this.watched.value--;
  };

  constructor() {
    watch([() => this.watched.value > 0, this.outlook], ([shown]) => void (shown && this.balance()), {
      immediate: true,
    });
    watch(
      () => this.plan.opened,
      () => {
        this.jobs.stop();
        this.season.value = undefined;
        this.making.value = false;
        this.madeSays.value = '';
      },
      { flush: 'sync' },
    );
  }
}

export const useOutlook = defineStore('outlook', () => {
  const own = new Outlook();
  return {
    openings: own.openings,
    evening: own.evening,
    outlook: own.outlook,
    fresh: own.fresh,
    working: own.working,
    progress: own.progress,
    failed: own.failed,
    season: own.season,
    current: own.current,
    making: own.making,
    madeSays: own.madeSays,
    makeSets: own.makeSets,
    stop: own.stop,
    even: own.even,
    show: own.show,
  };
});
