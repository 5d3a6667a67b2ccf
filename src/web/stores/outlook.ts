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
export const useOutlook = defineStore('outlook', () => {
  const plan = usePlan();
  const opening = useOpening();
  const judgement = useJudgement();
  const jobs = createJobs<PlannerApi>(inRole('planner'));
  const watched = ref(0);
  const outlook = computed(() => judgement.outlook);
  const failed = ref('');
  const season = shallowRef<SeasonOutlook & { tookMs: number }>();
  const making = ref(false);
  const evening = ref(false);
  /** What the last making of sets told, in words. */
  const madeSays = ref('');

  /** The season of the plan as it was judged: who looks at Sets wants it. */
  async function balance(): Promise<void> {
    // What was asked for by a press goes first.
    if (making.value || evening.value) return;
    const { of } = judgement;
    if (!of || !outlook.value) return;
    const { gifts } = outlook.value;
    failed.value = '';
    const balanced = await jobs.ask((planner, number) => planner.season(number, forWorker(of), gifts), {
      lane: 'season',
    });
    if (balanced.ended === 'answered') {
      season.value = balanced.value;
      tellTook(SEASON_TOOK, balanced.value.tookMs);
    } else if (balanced.ended === 'failed')
      failed.value = msg`The season could not be worked out: ${balanced.why}`;
  }
  watch([() => watched.value > 0, outlook], ([shown]) => void (shown && balance()), { immediate: true });
  watch(
    () => plan.opened,
    () => {
      jobs.stop();
      season.value = undefined;
      making.value = false;
      madeSays.value = '';
    },
    { flush: 'sync' },
  );

  /** What is shown answers the plan as it stands. */
  const fresh = computed(() => judgement.fresh);
  const working = computed(() => judgement.working);
  const progress = computed(() => judgement.progress);
  /** The set looked at. */
  const current = computed(() => {
    const id = opening.set?.id ?? ALL_SET;
    return outlook.value?.sets.find((s) => s.id === id) ?? outlook.value?.sets[0];
  });

  /** Goes back to what was put off for a press. */
  const goOn = (): void => void (watched.value > 0 && balance());

  /** Makes sets, with as little changed as must be, or all of them again. */
  async function makeSets(afresh: boolean): Promise<void> {
    const stated = toRaw(plan.plan);
    making.value = true;
    madeSays.value = '';
    const outcome = await jobs.ask((planner, number) => planner.sets(number, forWorker(stated), afresh), {
      lane: 'sets',
    });
    making.value = false;
    if (outcome.ended === 'failed') madeSays.value = msg`Sets could not be made: ${outcome.why}`;
    // Of a plan that has changed since, they are not its sets.
    else if (outcome.ended === 'answered' && toRaw(plan.plan) === stated) takeSets(outcome.value);
    else madeSays.value = msg`The sets were not made: the plan changed meanwhile. Press again.`;
    goOn();
  }

  function takeSets(made: ChosenSets & { tookMs: number }): void {
    tellTook(SETS_TOOK, made.tookMs);
    const count = made.sets.length;
    madeSays.value =
      count === 0
        ? msg`There are no beds to water.`
        : made.tooMuch.length > 0
          ? msg`${made.tooMuch.length} of the beds ask for more than the source gives even alone.`
          : msg`${count === 1 ? msg`One set does` : msg`${count} sets do`}; each was solved.${saysOf(made)}`;
    const same = JSON.stringify(made.sets) === JSON.stringify(toRaw(plan.full).watering.sets);
    if (same && count > 0) {
      madeSays.value = msg`Nothing needs to change: ${madeSays.value.charAt(0).toLowerCase()}${madeSays.value.slice(1)}`;
      return;
    }
    const refusal = plan.edit(count === 1 ? msg`make one set` : msg`make ${count} sets`, (draft) => {
      const watering = (draft.watering ??= {});
      if (count > 0) watering.sets = made.sets.map((s) => structuredClone(s));
      else delete watering.sets;
    });
    if (refusal) madeSays.value = msg`The sets were not taken: ${refusal.what}.`;
  }

  /** Ends the making of sets, or the turning of valves. */
  const stop = (): void => {
    jobs.stop('sets');
    jobs.stop('even');
  };

  /** Valves of a set turned for evenness, as they would be. */
  async function even(setId: string): Promise<Outcome<Evened>> {
    evening.value = true;
    const outcome = await jobs.ask(
      (planner, number) => planner.even(number, forWorker(toRaw(plan.plan)), setId),
      { lane: 'even' },
    );
    evening.value = false;
    goOn();
    return outcome;
  }

  /** How far to open each adjustable emitter of a block. */
  async function openings(blockIndex: number): Promise<Outcome<Openings | undefined>> {
    const outcome = await jobs.ask((planner, number) =>
      planner.openings(number, forWorker(toRaw(plan.plan)), blockIndex),
    );
    goOn();
    return outcome;
  }

  function show(): () => void {
    watched.value++;
    return () => void watched.value--;
  }

  return {
    openings,
    evening,
    outlook,
    fresh,
    working,
    progress,
    failed,
    season,
    current,
    making,
    madeSays,
    makeSets,
    stop,
    even,
    show,
  };
});
