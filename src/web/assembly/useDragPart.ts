import { ref, type Ref } from 'vue';

/** A pointer that moved less than this has pressed, not dragged, px. */
const PRESS_PX = 5;

/**
 * Dragging parts into and within a row of tiles: where the part would go, and what to do once it is let go there.
 * @param row holds the tiles; each carries `data-tile`
 */
export function useDragPart(row: Ref<HTMLElement | undefined>) {
  /** Place before which the part would go; none while nothing is dragged over the row. */
  const gap = ref<number>();
  const dragging = ref<string>();

  /** The gap nearest to a point: before the first tile whose middle lies beyond it, row by row. */
  function gapAt(x: number, y: number): number | undefined {
    const box = row.value?.getBoundingClientRect();
    const slack = 24;
    if (
      !box ||
      x < box.left - slack ||
      x > box.right + slack ||
      y < box.top - slack ||
      y > box.bottom + slack
    )
      return undefined;
    const tiles = [...row.value!.querySelectorAll('[data-tile]')].map((t) => t.getBoundingClientRect());
    let best: number | undefined;
    for (let i = 0; i < tiles.length; i++) {
      const t = tiles[i];
      if (y < t.top) return best ?? i;
      if (y <= t.bottom) {
        if (x < t.left + t.width / 2) return i;
        best = i + 1;
      }
    }
    return best ?? tiles.length;
  }

  /**
   * @param name what is dragged, for looks
   * @param drop called with the gap when it is let go over the row
   */
  function grab(event: PointerEvent, name: string, drop: (gap: number) => void): void {
    if (event.button !== 0) return;
    const target = event.currentTarget as HTMLElement;
    const { clientX, clientY } = event;
    let moved = false;
    // From the start: the first move may already lie beyond the part.
    target.setPointerCapture(event.pointerId);
    const onMove = (e: PointerEvent): void => {
      if (!moved && Math.hypot(e.clientX - clientX, e.clientY - clientY) < PRESS_PX) return;
      moved = true;
      dragging.value = name;
      gap.value = gapAt(e.clientX, e.clientY);
    };
    const done = (e: PointerEvent): void => {
      const at = gap.value;
      gap.value = undefined;
      dragging.value = undefined;
      target.removeEventListener('pointermove', onMove);
      target.removeEventListener('pointerup', done);
      target.removeEventListener('pointercancel', cancel);
      if (moved && at !== undefined && e.type === 'pointerup') drop(at);
    };
    const cancel = (e: PointerEvent): void => {
      gap.value = undefined;
      moved = true;
      done(e);
    };
    target.addEventListener('pointermove', onMove);
    target.addEventListener('pointerup', done);
    target.addEventListener('pointercancel', cancel);
  }

  return { gap, dragging, grab };
}
