import { computed, inject, provide, ref, watch, type InjectionKey, type WritableComputedRef } from 'vue';
import { msg } from '../../core/language';
import { useDrafts } from '../stores/drafts';
import { usePlan } from '../stores/plan';
import { useView } from '../stores/view';

const OWNER: InjectionKey<() => string> = Symbol('owner of the fields');

/** The id of what the fields of this component belong to (a part, a tape, the farm), read anew at each use. */
export function useFieldOwner(): () => string {
  const plan = usePlan();
  return inject(OWNER, () => plan.block.id);
}

/**
 * Names what the fields below this component belong to: each owner keeps drafts of its own. Without it they belong to the
 * block that is looked at.
 */
export const fieldsOf = (owner: () => string): void => provide(OWNER, owner);

/**
 * What is typed into a field of the plan, and why it cannot be used. It is kept as a draft until it can, or is given up:
 * also when the field, the stage or the page goes away.
 *
 * @param id the field among those of its owner; never a word that is translated
 * @param label the field's name for people
 * @param judge says of a draft that was found why it is not in the plan
 * @param options `figure`: what is worked out rests on it, so that results are marked as out of date while it cannot be used
 */
export function useDraft(
  id: () => string,
  label: () => string,
  judge: (text: string) => string,
  { figure = true }: { figure?: boolean } = {},
) {
  const drafts = useDrafts();
  const plan = usePlan();
  const view = useView();
  const typed = ref<string>();
  const why = ref('');
  const owner = useFieldOwner();
  const field = (): string => `${owner()}/${id()}`;

  function takeUp(): void {
    const text = drafts.texts.get(field());
    if (text === undefined || typed.value !== undefined) return;
    typed.value = text;
    why.value = judge(text);
  }
  watch([() => drafts.read, field], ([, now], [, before]) => {
    // Another owner's field: what was typed stays with the one it was typed for.
    if (before !== undefined && now !== before) {
      typed.value = undefined;
      why.value = '';
    }
    // A page that only looks shows what is typed in the one that writes.
    if (plan.reading) typed.value = undefined;
    takeUp();
    if (plan.reading && typed.value === undefined) why.value = '';
  });
  takeUp();
  watch(
    why,
    (now, _, onCleanup) => {
      const name = label();
      if (!figure) return;
      if (now) view.badFields.add(name);
      else view.badFields.delete(name);
      onCleanup(() => view.badFields.delete(name));
    },
    { immediate: true },
  );

  return {
    typed,
    why,
    /** Keeps what was typed; nothing where the plan has it already. */
    hold: (text: string, reason: string): void => {
      why.value = reason;
      drafts.put(field(), text);
    },
    /** It is in the plan, or was given up. */
    done: (): void => {
      why.value = '';
      drafts.drop(field());
    },
  };
}

/** Of a draft that could be used, but was never taken. */
export const NOT_TAKEN = msg`Typed before and not used: press Enter to use it, Escape to drop it.`;

/** A text that is typed now and used later, by a press: kept as a draft until then. */
export function useDraftText(id: string | (() => string)): WritableComputedRef<string> {
  const drafts = useDrafts();
  const field = (): string => (typeof id === 'string' ? id : id());
  return computed({
    get: () => drafts.texts.get(field()) ?? '',
    set: (text) => (text ? drafts.put(field(), text) : drafts.drop(field())),
  });
}
