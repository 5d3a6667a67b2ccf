import { computed, ref, watch, type WritableComputedRef } from 'vue';
import { msg } from '../../core/language';
import { useDrafts } from '../stores/drafts';
import { usePlan } from '../stores/plan';
import { useView } from '../stores/view';

/**
 * What is typed into a field of the plan, and why it cannot be used. It is kept as a draft until it can, or is given up:
 * also when the field, the stage or the page goes away.
 *
 * @param label the field's name for people; of fields of a block, each block has its own
 * @param judge says of a draft that was found why it is not in the plan
 */
export function useDraft(label: () => string, judge: (text: string) => string) {
  const drafts = useDrafts();
  const plan = usePlan();
  const view = useView();
  const typed = ref<string>();
  const why = ref('');
  const field = (): string => `${plan.block.id}/${label()}`;

  function takeUp(): void {
    const text = drafts.texts.get(field());
    if (text === undefined || typed.value !== undefined) return;
    typed.value = text;
    why.value = judge(text);
  }
  watch([() => drafts.read, field], ([, now], [, before]) => {
    // Another block's field: what was typed stays with the one it was typed for.
    if (before !== undefined && now !== before) {
      typed.value = undefined;
      why.value = '';
    }
    takeUp();
  });
  takeUp();
  watch(
    why,
    (now, _, onCleanup) => {
      const name = label();
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
export function useDraftText(field: string): WritableComputedRef<string> {
  const drafts = useDrafts();
  return computed({
    get: () => drafts.texts.get(field) ?? '',
    set: (text) => (text ? drafts.put(field, text) : drafts.drop(field)),
  });
}
