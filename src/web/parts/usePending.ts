import { effectScope, onBeforeUnmount, watch } from 'vue';
import { msg } from '../../core/language';
import { usePlan, type Refusal } from '../stores/plan';

/** A value that stands in a field and is not in the plan: what takes it, and what is done once it is. */
export interface Pending {
  take: () => Refusal | undefined;
  done: () => void;
}

const waiting = new Set<() => Pending | undefined>();
let watching = false;
let trying = false;

/** Tries each value that waits, and where none is taken by itself all of them together. */
function tryAll(plan: ReturnType<typeof usePlan>): void {
  if (trying) return;
  trying = true;
  try {
    for (let again = true; again;) {
      again = false;
      for (const of of waiting) {
        const pending = of();
        if (!pending || pending.take()) continue;
        pending.done();
        again = true;
      }
    }
    const left = [...waiting].flatMap((of) => of() ?? []);
    if (left.length > 1 && !plan.together(msg`use what was typed`, () => left.forEach((p) => void p.take())))
      left.forEach((p) => p.done());
  } finally {
    trying = false;
  }
}

/**
 * Takes part in fields that are judged as a whole: a value that contradicted another one waits until that one is changed
 * too, and is then taken up, alone or with the others that wait.
 *
 * @param waits whether this field's value waits
 * @param make the value, as it stands there now
 */
export function usePending(waits: () => boolean, make: () => Pending | undefined): void {
  const plan = usePlan();
  const of = (): Pending | undefined => (waits() ? make() : undefined);
  waiting.add(of);
  onBeforeUnmount(() => waiting.delete(of));
  if (watching) return;
  watching = true;
  // It outlives the field that began it.
  effectScope(true).run(() =>
    watch(
      () => plan.plan,
      () => tryAll(plan),
      { flush: 'post' },
    ),
  );
}
