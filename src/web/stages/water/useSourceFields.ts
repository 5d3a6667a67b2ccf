import { computed } from 'vue';
import { msg } from '../../../core/language';
import { useEdits } from '../../stores/edits';
import { usePlan, type Refusal } from '../../stores/plan';
import { useView } from '../../stores/view';

type Take = (value: number, gesture: string) => Refusal | undefined;

/** Fields of the source in use as sentences need them: what is stated, and how a value is taken. */
export function useSourceFields() {
  const plan = usePlan();
  const edits = useEdits();
  const view = useView();
  const stated = computed(
    () =>
      plan.plan.sources[plan.sourceIndex] as unknown as Record<string, Record<string, unknown> | undefined>,
  );
  /** @param part a part of the source, such as its pressure tank */
  const isDefault = (field: string, part?: string): boolean =>
    (part ? stated.value[part]?.[field] : stated.value[field]) === undefined ||
    (stated.value.examples as unknown as string[] | undefined)?.includes(part ?? field) === true;
  const set =
    (field: string, label: string, part?: string): Take =>
    (value, gesture) =>
      edits.source({ [field]: value }, label, gesture, part);
  /** A choice that makes no sense with what else is stated is not taken, and the reason told. */
  const choose = (field: string, label: string, part?: string) => (value: string) => {
    const refusal = edits.source({ [field]: value }, label, undefined, part);
    if (refusal) view.notice = msg`Not taken: ${refusal.what}.`;
  };
  return { stated, isDefault, set, choose };
}
