import { computed } from 'vue';
import type { Tape } from '../../../core/plan';
import { useEdits } from '../../stores/edits';
import { usePlan, type Refusal } from '../../stores/plan';

/** What stands at the plants of the block looked at: its own label, or beside beds the further tape that says it. */
export function usePlantLabel() {
  const plan = usePlan();
  const edits = useEdits();
  const further = computed(() => plan.full.tapes.find((t) => t.id === plan.block.places?.tape));
  const tape = computed<Tape>(() => further.value?.tape ?? plan.block.tape);
  const stated = computed(
    () =>
      (further.value
        ? plan.plan.tapes?.find((t) => t.id === further.value!.id)?.tape
        : plan.statedBlock.tape) as Record<string, unknown> | undefined,
  );
  const isDefault = (field: string): boolean => stated.value?.[field] === undefined;
  const change = (fields: object, label: string, gesture?: string): Refusal | undefined =>
    further.value
      ? edits.furtherTape(further.value.id, fields, label, gesture)
      : edits.block('tape', fields, label, gesture);
  return { tape, isDefault, change };
}
