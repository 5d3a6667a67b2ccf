import { defineStore } from 'pinia';
import { computed, shallowReactive, shallowRef, toRaw, watch } from 'vue';
import { msg } from '../../core/language';
import type { Finding } from '../../core/check';
import type { Plan } from '../../core/plan';
import {
  changed,
  sayChange,
  type Change,
  type FitAnswer,
  type FitLimits,
  type Outcome,
  type Remedy,
} from '../../core/remedy';
import type { AdviserApi } from '../../worker/adviser';
import { plain } from '../page/plain';
import { calledBack, createJobs, forWorker } from './jobs';
import { inRole } from './workers';
import { usePlan } from './plan';
import { useJudgement } from './judgement';
import { useSettings } from './settings';

/** A plan must have stood still for so long before remedies are worked out for it, ms. */
const STILL_MS = 250;

/** Remedies for what was found, worked out in the background on copies of the plan while someone looks at them. */
export const useAdvice = defineStore('advice', () => {
  const plan = usePlan();
  const judgement = useJudgement();
  const settings = useSettings();
  const jobs = createJobs<AdviserApi>(inRole('adviser'));
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
  let searches = 0;
  /** Why a search broke off, if it did. */
  const failed = shallowRef('');
  /** Why remedies could not be worked out. */
  const broke = shallowRef('');
  const fitted = shallowRef<{ of: Plan; answer: FitAnswer }>();

  async function workOut(): Promise<void> {
    const stated = toRaw(plan.plan);
    working.value = true;
    broke.value = '';
    const fresh = new Map<string, Remedy[]>();
    const outcome = await jobs.ask((adviser, number) =>
      adviser.remedies(
        number,
        forWorker(stated),
        calledBack((key: string, list: Remedy[]) => {
          if (toRaw(plan.plan) !== stated) return;
          if (of.value !== stated) {
            of.value = stated;
            remedies.clear();
          }
          fresh.set(key, list);
          remedies.set(key, list);
        }),
      ),
    );
    // What called it off says itself what it is at.
    if (outcome.ended === 'cancelled') return;
    working.value = false;
    if (outcome.ended === 'failed') broke.value = msg`Remedies could not be worked out: ${outcome.why}`;
    else if (fresh.size === 0) {
      remedies.clear();
      of.value = stated;
    }
  }

  /** Works remedies out once the plan is still. A search goes first, and takes them up when it is done. */
  function soon(): void {
    clearTimeout(waiting);
    waiting = window.setTimeout(() => void (searching.value || workOut()), STILL_MS);
  }

  watch(
    [() => watched.value > 0, () => judgement.of, () => plan.plan],
    ([shown, judged]) => {
      clearTimeout(waiting);
      ticked.value = [];
      together.value = undefined;
      // Only of the plan that is shown as judged.
      if (!shown || judged !== toRaw(plan.plan) || of.value === plan.plan) return;
      soon();
    },
    { immediate: true },
  );

  const remediesOf = (finding: Finding): Remedy[] | undefined =>
    of.value === plan.plan ? remedies.get(finding.id) : undefined;

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
    const outcome = await jobs.ask(
      (adviser, number) => adviser.together(number, forWorker(toRaw(plan.plan)), plain(asked).flat()),
      { beside: true },
    );
    if (asked === ticked.value && outcome.ended === 'answered') together.value = outcome.value;
  }
  const tickedSays = computed(() => ticked.value.map(say));

  async function search(limits: FitLimits): Promise<void> {
    const stated = toRaw(plan.plan);
    const own = ++searches;
    searching.value = true;
    working.value = false;
    fitting.value = 0;
    fitted.value = undefined;
    failed.value = '';
    const outcome = await jobs.ask((adviser, number) =>
      adviser.fit(
        number,
        forWorker(stated),
        plain(limits),
        calledBack((share: number) => void (fitting.value = share)),
      ),
    );
    // A newer search goes on.
    if (own !== searches) return;
    searching.value = false;
    if (outcome.ended === 'failed') failed.value = msg`The search stopped: ${outcome.why}`;
    if (outcome.ended === 'answered') fitted.value = { of: stated, answer: outcome.value };
    if (watched.value > 0) soon();
  }
  /** Ends a search. */
  const stopSearch = (): void => jobs.stop();

  function show(): () => void {
    watched.value++;
    return () => void watched.value--;
  }

  return {
    failed,
    broke,
    workOut,
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
