import { proxy, wrap, type Remote } from 'comlink';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, toRaw, watch } from 'vue';
import type { Plan } from '../../core/plan';
import { ALL_SET, clockText, tellProblem, type Outlook, type SeasonOutlook } from '../../core/sets';
import type { PlannerApi } from '../../worker/planner';
import PlannerWorker from '../../worker/planner?worker';
import { useOpening } from './opening';
import { usePlan } from './plan';
import { useSettings } from './settings';

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
  const place =
    typeof SharedArrayBuffer === 'undefined' ? undefined : new Int32Array(new SharedArrayBuffer(4));
  let remote: Remote<PlannerApi> | undefined;
  let number = 0;
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

  function planner(): Remote<PlannerApi> {
    if (!remote) {
      remote = wrap<PlannerApi>(new PlannerWorker());
      if (place) void remote.listen(place.buffer as SharedArrayBuffer);
    }
    return remote;
  }
  function next(): number {
    number++;
    if (place) Atomics.store(place, 0, number);
    return number;
  }
  const bare = (): Plan => {
    const rest = { ...toRaw(plan.plan) };
    delete rest.underlay;
    return rest;
  };

  async function workOut(): Promise<void> {
    // What was asked for by a press goes first; sets are worked out when it is done.
    if (making.value || evening.value) return;
    const stated = toRaw(plan.plan);
    const own = next();
    working.value = true;
    progress.value = 0;
    try {
      const answer = await planner().outlook(
        own,
        bare(),
        proxy((share: number) => void (own === number && (progress.value = share))),
      );
      if (own !== number) return;
      if (answer) {
        outlook.value = answer;
        of.value = stated;
        failed.value = '';
        const told = await planner().season(bare(), answer.gifts);
        if (own === number) {
          season.value = told;
          tellTook(SEASON_TOOK, told.tookMs);
        }
      }
    } catch (error) {
      if (own !== number) return;
      failed.value = `Sets could not be worked out: ${error instanceof Error ? error.message : String(error)}`;
    }
    if (own === number) working.value = false;
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
      next();
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

  /** Makes sets, with as little changed as must be or all anew. */
  async function makeSets(afresh: boolean): Promise<void> {
    const own = next();
    making.value = true;
    try {
      const made = await planner().sets(own, bare(), afresh);
      if (!made || own !== number) return;
      tellTook(SETS_TOOK, made.tookMs);
      const count = made.sets.length;
      madeSays.value =
        count === 0
          ? 'There are no beds to water.'
          : made.tooMuch.length > 0
            ? `${made.tooMuch.length} of the beds ask for more than the source gives even alone.`
            : `${count === 1 ? 'One set does' : `${count} sets do`}; each was solved.`;
      const same = JSON.stringify(made.sets) === JSON.stringify(toRaw(plan.full).watering.sets);
      if (same && count > 0)
        madeSays.value = `Nothing need change: ${madeSays.value.charAt(0).toLowerCase()}${madeSays.value.slice(1)}`;
      else
        plan.edit(count === 1 ? 'make one set' : `make ${count} sets`, (draft) => {
          const watering = (draft.watering ??= {});
          if (count > 0) watering.sets = made.sets.map((s) => structuredClone(s));
          else delete watering.sets;
        });
    } catch (error) {
      madeSays.value = `Sets could not be made: ${error instanceof Error ? error.message : String(error)}`;
    } finally {
      if (own === number) {
        making.value = false;
        if (wanted.value && of.value !== toRaw(plan.plan)) void workOut();
      }
    }
  }

  /** Valves of a set turned for evenness, as they would be. */
  async function even(setId: string): Promise<Awaited<ReturnType<Remote<PlannerApi>['even']>>> {
    const own = next();
    evening.value = true;
    try {
      return await planner().even(own, bare(), setId);
    } finally {
      evening.value = false;
      if (of.value !== toRaw(plan.plan)) void workOut();
    }
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
    even,
    show,
  };
});
