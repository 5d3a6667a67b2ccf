import { proxy, wrap, type Remote } from 'comlink';
import { defineStore } from 'pinia';
import { computed, shallowReactive, shallowRef, toRaw, watch } from 'vue';
import type { Finding } from '../../core/check';
import type { Plan } from '../../core/plan';
import {
  changed,
  sameBy,
  sayChange,
  type Change,
  type FitAnswer,
  type FitLimits,
  type Outcome,
  type Remedy,
} from '../../core/remedy';
import type { AdviserApi } from '../../worker/adviser';
import AdviserWorker from '../../worker/adviser?worker';
import { useOpening } from './opening';
import { usePlan } from './plan';
import { useResults } from './results';
import { useSettings } from './settings';

/** A plan must have stood still for so long before remedies are worked out for it, ms. */
const STILL_MS = 250;

/** Remedies for what was found, worked out in the background on copies of the plan while someone looks at them. */
export const useAdvice = defineStore('advice', () => {
  const plan = usePlan();
  const results = useResults();
  const opening = useOpening();
  const settings = useSettings();
  const place =
    typeof SharedArrayBuffer === 'undefined' ? undefined : new Int32Array(new SharedArrayBuffer(4));
  let worker: Worker | undefined;
  let remote: Remote<AdviserApi> | undefined;
  let number = 0;
  let waiting = 0;
  /** Views that show remedies. */
  const watched = shallowRef(0);
  /** Remedies by finding, of the plan that `of` is. */
  const remedies = shallowReactive(new Map<string, Remedy[]>());
  const of = shallowRef<Plan>();
  const working = shallowRef(false);
  /** Remedies ticked to be taken together, and what they come to. */
  const ticked = shallowRef<Change[][]>([]);
  const together = shallowRef<Outcome>();

  /** A search for whole plans: how far it is, and what it found last. */
  const fitting = shallowRef(0);
  const searching = shallowRef(false);
  /** Why a search broke off, if it did. */
  const failed = shallowRef('');
  const fitted = shallowRef<{ of: Plan; answer: FitAnswer }>();

  function adviser(): Remote<AdviserApi> {
    if (remote) return remote;
    worker = new AdviserWorker();
    remote = wrap<AdviserApi>(worker);
    if (place) void remote.listen(place.buffer as SharedArrayBuffer);
    return remote;
  }
  /** A new job: what was being worked out before is not wanted any more. */
  function next(): number {
    number++;
    if (place) Atomics.store(place, 0, number);
    return number;
  }
  /** The plan as it is stated, without pictures, as it passes to the worker. */
  const bare = (stated: Plan): Plan => {
    const rest = { ...toRaw(stated) };
    delete rest.underlay;
    return rest;
  };

  async function workOut(): Promise<void> {
    const stated = plan.plan;
    const own = next();
    working.value = true;
    const fresh = new Map<string, Remedy[]>();
    const done = await adviser().remedies(
      own,
      bare(stated),
      proxy(async (key: string, list: Remedy[]) => {
        if (own !== number) return;
        if (of.value !== stated) {
          of.value = stated;
          remedies.clear();
        }
        fresh.set(key, list);
        remedies.set(key, list);
      }),
    );
    if (own !== number) return;
    if (done && fresh.size === 0) {
      remedies.clear();
      of.value = stated;
    }
    working.value = false;
  }

  watch(
    [() => watched.value > 0, () => results.toldPlan, () => plan.plan, () => opening.full],
    ([shown, told]) => {
      clearTimeout(waiting);
      ticked.value = [];
      together.value = undefined;
      // Only of the plan that is shown as judged.
      if (!shown || !told || told !== toRaw(opening.full) || of.value === plan.plan) return;
      // A search goes first; remedies are taken up when it is done.
      waiting = window.setTimeout(() => void (searching.value || workOut()), STILL_MS);
    },
    { immediate: true },
  );

  const remediesOf = (finding: Finding): Remedy[] | undefined =>
    of.value === plan.plan ? remedies.get(sameBy(finding)) : undefined;

  const say = (changes: readonly Change[]): string =>
    changes.map((c) => sayChange(c, plan.full, (value, kind) => settings.show(value, kind))).join(', and ');

  /** Makes changes in the plan: one step that can be undone. */
  const take = (changes: readonly Change[]): void => takeAs(say(changes), changes);
  function takeAs(label: string, changes: readonly Change[]): void {
    plan.become(label, changed(toRaw(plan.plan), changes));
  }

  const isTicked = (remedy: Remedy): boolean => ticked.value.includes(remedy.changes);
  async function tick(remedy: Remedy): Promise<void> {
    ticked.value = isTicked(remedy)
      ? ticked.value.filter((c) => c !== remedy.changes)
      : [...ticked.value, remedy.changes];
    together.value = undefined;
    if (ticked.value.length < 2) return;
    const asked = ticked.value;
    const outcome = await adviser().together(number, bare(plan.plan), toRaw(asked).flat());
    if (asked === ticked.value) together.value = outcome;
  }
  const tickedSays = computed(() => ticked.value.map(say));

  async function search(limits: FitLimits): Promise<void> {
    const stated = plan.plan;
    const own = next();
    searching.value = true;
    fitting.value = 0;
    fitted.value = undefined;
    failed.value = '';
    let answer: FitAnswer | undefined;
    try {
      answer = await adviser().fit(
        own,
        bare(stated),
        limits,
        proxy((share: number) => void (own === number && (fitting.value = share))),
      );
    } catch (error) {
      failed.value = `The search broke off: ${error instanceof Error ? error.message : String(error)}`;
    }
    if (own !== number) return;
    searching.value = false;
    if (answer) fitted.value = { of: stated, answer };
    if (watched.value > 0) void workOut();
  }
  /** Ends a search. Without shared memory the worker itself is let go. */
  function stopSearch(): void {
    next();
    searching.value = false;
    if (watched.value > 0) waiting = window.setTimeout(() => void workOut(), STILL_MS);
    if (place) return;
    worker?.terminate();
    remote = undefined;
  }

  function show(): () => void {
    watched.value++;
    return () => void watched.value--;
  }

  return {
    failed,
    fitting,
    searching,
    fitted,
    search,
    stopSearch,
    remediesOf,
    working,
    ticked,
    tickedSays,
    isTicked,
    tick,
    together,
    take,
    takeAs,
    say,
    show,
  };
});
