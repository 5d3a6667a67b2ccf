import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import type { Plan } from '../../core/plan';
import {
  ALL_SET,
  clockText,
  tellProblem,
  type MadeSets,
  type Outlook,
  type SeasonOutlook,
} from '../../core/sets';
import type { PlannerApi } from '../../worker/planner';
import PlannerWorker from '../../worker/planner?worker';
import { calledBack, createJobs, forWorker, type Outcome } from './jobs';
import { useOpening } from './opening';
import { usePlan } from './plan';
import { useSettings } from './settings';

/** Valves turned for evenness, by block and bed, and what they bring. */
export type Evened = Extract<Awaited<ReturnType<PlannerApi['even']>>, { value: unknown }>['value'];

/** A plan must have stood still for so long before its sets are worked out, ms. */
const STILL_MS = 160;

/** For whoever looks at the page's timings: what the worker took. */
const SETS_TOOK = 'sets made';
const SEASON_TOOK = 'season balanced';
function tellTook(name: string, ms: number): void {
  const end = performance.now();
  performance.clearMeasures(name);
  performance.measure(name, { start: Math.max(0, end - ms), end });
}

/** Sets and timing of the plan, worked out in a worker of their own while someone looks or there are sets. */
export const useOutlook = defineStore('outlook', () => {
  const plan = usePlan();
  const opening = useOpening();
  const settings = useSettings();
  const jobs = createJobs<PlannerApi>(() => new PlannerWorker());
  let waiting = 0;
  const watched = ref(0);
  const outlook = shallowRef<Outlook>();
  /** The plan that it is of. */
  const of = shallowRef<Plan>();
  const working = ref(false);
  const progress = ref(0);
  const failed = ref('');
  const season = shallowRef<SeasonOutlook & { tookMs: number }>();
  const making = ref(false);
  const evening = ref(false);
  /** What the last making of sets told, in words. */
  const madeSays = ref('');

  async function workOut(): Promise<void> {
    // What was asked for by a press goes first; sets are worked out when it is done.
    if (making.value || evening.value) return;
    const stated = toRaw(plan.plan);
    const sent = forWorker(stated);
    working.value = true;
    progress.value = 0;
    failed.value = '';
    const told = await jobs.ask((planner, number) =>
      planner.outlook(
        number,
        sent,
        calledBack((share: number) => void (progress.value = share)),
      ),
    );
    if (told.ended === 'cancelled') return;
    if (told.ended === 'answered') {
      outlook.value = told.value;
      of.value = stated;
      const { gifts } = told.value;
      const balanced = await jobs.ask((planner, number) => planner.season(number, sent, gifts));
      if (balanced.ended === 'cancelled') return;
      if (balanced.ended === 'answered') {
        season.value = balanced.value;
        tellTook(SEASON_TOOK, balanced.value.tookMs);
      } else failed.value = `The season could not be worked out: ${balanced.why}`;
    } else failed.value = `Sets could not be worked out: ${told.why}`;
    working.value = false;
  }

  /** Wanted while someone looks, and in the working order once there are sets. */
  const wanted = computed(() => plan.isOpen && (watched.value > 0 || opening.sets.length > 0));
  watch(
    [wanted, () => plan.plan],
    ([yes]) => {
      clearTimeout(waiting);
      if (!yes || of.value === toRaw(plan.plan)) return;
      waiting = window.setTimeout(() => void workOut(), STILL_MS);
    },
    { immediate: true },
  );
  watch(
    () => plan.opened,
    () => {
      jobs.stop();
      outlook.value = undefined;
      season.value = undefined;
      of.value = undefined;
      working.value = false;
      making.value = false;
      madeSays.value = '';
    },
    { flush: 'sync' },
  );

  /** What is shown answers the plan as it stands. */
  const fresh = computed(() => of.value === toRaw(plan.plan));
  const problems = computed(() => outlook.value?.problems ?? []);
  const tell = computed(() => {
    const show = settings.show;
    return (p: Outlook['problems'][number]): string => tellProblem(p, show, clockText);
  });
  /** The set looked at. */
  const current = computed(() => {
    const id = opening.set?.id ?? ALL_SET;
    return outlook.value?.sets.find((s) => s.id === id) ?? outlook.value?.sets[0];
  });

  /** Goes back to what was put off for a press. */
  const goOn = (): void => void (wanted.value && of.value !== toRaw(plan.plan) && workOut());

  /** Makes sets, with as little changed as must be or all anew. */
  async function makeSets(afresh: boolean): Promise<void> {
    const stated = toRaw(plan.plan);
    making.value = true;
    madeSays.value = '';
    const outcome = await jobs.ask((planner, number) => planner.sets(number, forWorker(stated), afresh));
    making.value = false;
    if (outcome.ended === 'failed') madeSays.value = `Sets could not be made: ${outcome.why}`;
    // Of a plan that has changed since, they are not its sets.
    else if (outcome.ended === 'answered' && toRaw(plan.plan) === stated) takeSets(outcome.value);
    else
      madeSays.value =
        'The sets were not made: the plan was changed, or something else asked for. Press again.';
    goOn();
  }

  function takeSets(made: MadeSets & { tookMs: number }): void {
    tellTook(SETS_TOOK, made.tookMs);
    const count = made.sets.length;
    madeSays.value =
      count === 0
        ? 'There are no beds to water.'
        : made.tooMuch.length > 0
          ? `${made.tooMuch.length} of the beds ask for more than the source gives even alone.`
          : `${count === 1 ? 'One set does' : `${count} sets do`}; each was solved.`;
    const same = JSON.stringify(made.sets) === JSON.stringify(toRaw(plan.full).watering.sets);
    if (same && count > 0) {
      madeSays.value = `Nothing need change: ${madeSays.value.charAt(0).toLowerCase()}${madeSays.value.slice(1)}`;
      return;
    }
    const refusal = plan.edit(count === 1 ? 'make one set' : `make ${count} sets`, (draft) => {
      const watering = (draft.watering ??= {});
      if (count > 0) watering.sets = made.sets.map((s) => structuredClone(s));
      else delete watering.sets;
    });
    if (refusal) madeSays.value = `The sets were not taken: ${refusal.what}.`;
  }

  /** Ends the making of sets, or the turning of valves. */
  const stop = (): void => jobs.stop();

  /** Valves of a set turned for evenness, as they would be. */
  async function even(setId: string): Promise<Outcome<Evened>> {
    evening.value = true;
    const outcome = await jobs.ask((planner, number) =>
      planner.even(number, forWorker(toRaw(plan.plan)), setId),
    );
    evening.value = false;
    goOn();
    return outcome;
  }

  function show(): () => void {
    watched.value++;
    return () => void watched.value--;
  }

  return {
    evening,
    outlook,
    fresh,
    working,
    progress,
    failed,
    season,
    problems,
    tell,
    current,
    making,
    madeSays,
    makeSets,
    stop,
    even,
    show,
  };
});
