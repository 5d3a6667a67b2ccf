import { useEventListener } from '@vueuse/core';
import { ref } from 'vue';
import { msg } from '../../core/language';
import { useEdits } from '../stores/edits';
import { useTools } from '../stores/tools';
import type { BedRef } from '../stores/view';

/** One stroke of the brush across beds: each bed the hand passes takes its colour, all of it one step to undo. */
export function usePainting() {
  const edits = useEdits();
  const tools = useTools();
  const stroke = ref('');

  function over(bed: BedRef): void {
    const { brush } = tools;
    if (!brush || !stroke.value) return;
    if (brush.set !== undefined)
      edits.putInSet([bed], brush.set === 'none' ? undefined : brush.set, stroke.value);
    else edits.paint([bed], brush.fields, brush.label, stroke.value);
  }
  function begin(event: PointerEvent, bed: BedRef): void {
    if (!tools.brush || event.button !== 0) return;
    event.preventDefault();
    // So that the beds passed over hear of the hand, not the one it began on.
    const target = event.target as Element;
    if (target.hasPointerCapture(event.pointerId)) target.releasePointerCapture(event.pointerId);
    stroke.value = msg`paint ${Date.now()}`;
    over(bed);
  }
  const end = (): void => void (stroke.value = '');
  useEventListener(window, 'pointerup', end);
  useEventListener(window, 'pointercancel', end);

  return { begin, over };
}
