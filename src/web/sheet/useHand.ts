import { ref } from 'vue';

/**
 * Dragging by pointer: calls back with the pointer's place in the field, and with a name that joins one movement's
 * edits into one undoable step. Shift lets go of snapping.
 */
export function useHand(toField: (x: number, y: number) => [number, number]) {
  const holding = ref('');

  function grab(
    event: PointerEvent,
    what: string,
    move: (xM: number, yM: number, gesture: string, free: boolean) => void,
  ): void {
    if (event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
    const target = event.currentTarget as Element;
    target.setPointerCapture(event.pointerId);
    const gesture = `${what} ${Date.now()}`;
    holding.value = what;
    const onMove = (e: Event): void => {
      const p = e as PointerEvent;
      const [x, y] = toField(p.clientX, p.clientY);
      move(x, y, gesture, p.shiftKey);
    };
    const done = (): void => {
      holding.value = '';
      target.removeEventListener('pointermove', onMove);
      target.removeEventListener('pointerup', done);
      target.removeEventListener('pointercancel', done);
    };
    target.addEventListener('pointermove', onMove);
    target.addEventListener('pointerup', done);
    target.addEventListener('pointercancel', done);
  }

  return { holding, grab };
}
