import { ref } from 'vue';
import { inFrame, notInFrame } from '../page/frame';

/** Edits follow a moving hand no closer than this, ms, */
const APART_MS = 12;
/** and while the pressures of those before are still to be worked out they wait, but no longer than this, ms. */
const WAITS_MS = 60;

/**
 * Dragging by pointer: calls back with the pointer's place in the field, and with a name that joins one movement's
 * edits into one undoable step. Shift lets go of snapping.
 *
 * @param busy whether more edits would only pile up
 */
export function useHand(
  toField: (x: number, y: number) => [number, number],
  hold: (still: boolean) => void,
  busy: () => boolean,
) {
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
    hold(true);
    let waiting: PointerEvent | undefined;
    let movedAt = -Infinity;
    const follow = (): void => {
      const now = performance.now();
      if (now - movedAt < (busy() ? WAITS_MS : APART_MS)) return inFrame('hand', follow);
      movedAt = now;
      go();
    };
    const go = (): void => {
      if (!waiting) return;
      const [x, y] = toField(waiting.clientX, waiting.clientY);
      const free = waiting.shiftKey;
      waiting = undefined;
      move(x, y, gesture, free);
    };
    const onMove = (e: Event): void => {
      waiting = e as PointerEvent;
      inFrame('hand', follow);
    };
    const done = (): void => {
      notInFrame('hand', follow);
      go();
      holding.value = '';
      hold(false);
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
