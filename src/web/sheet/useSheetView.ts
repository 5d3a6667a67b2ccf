import { useElementSize } from '@vueuse/core';
import { select, zoom, zoomIdentity, zoomTransform, type D3ZoomEvent } from 'd3';
import { onMounted, ref, watch, type Ref } from 'vue';

export interface Bounds {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** Screen space kept free round the plan, px: labels stand there. */
const MARGIN = { left: 46, right: 62, top: 36, bottom: 44 };
const SMALLEST_PX_PER_M = 0.2;
const LARGEST_PX_PER_M = 900;
/** Once the sheet has lain still for so long it is drawn anew for where it lies, ms. */
const SETTLE_MS = 110;
/** Sooner where a movement has come so far: drawn as larger or smaller by this, or moved by this share of the screen. */
const SETTLE_SCALE = 1.8;
const SETTLE_SHARE = 0.75;

/**
 * The sheet's place and scale: pan and zoom by d3, and where a metre of the field falls on the screen.
 * The field's y points away from the near end, the screen's down; a turned sheet is a quarter turn clockwise, so that
 * long beds lie across the screen.
 *
 * While the hand moves the sheet, what was drawn is only shifted and stretched as a picture; it is drawn anew when the
 * hand rests. Thousands of lines need not be painted at every frame.
 *
 * @param frame what takes the hand
 * @param drawn what is shifted: pictures one over the other, so that what changes often is not painted with what seldom does
 */
export function useSheetView(
  frame: Ref<HTMLElement | undefined>,
  drawn: () => readonly (SVGElement | HTMLElement | undefined)[],
  bounds: () => Bounds,
  turned: () => boolean,
) {
  const { width, height } = useElementSize(frame);
  const view = ref({ x: 0, y: 0, k: 8 });
  const moved = ref(false);
  /** The screen is measured and the plan fitted into it: before that nothing need be drawn. */
  const ready = ref(false);
  let settling = 0;

  const live = () => (frame.value ? zoomTransform(frame.value) : zoomIdentity);
  const moveBy = (transform: string): void => drawn().forEach((d) => d && (d.style.transform = transform));
  /** Draws the sheet for where it now lies. */
  function settle(): void {
    clearTimeout(settling);
    const { x, y, k } = live();
    if (x !== view.value.x || y !== view.value.y || k !== view.value.k) view.value = { x, y, k };
    moveBy('');
  }
  /** Shifts what was drawn to where the sheet now lies. */
  function shift(): void {
    const { x, y, k } = live();
    const s = k / view.value.k;
    const [dx, dy] = [x - s * view.value.x, y - s * view.value.y];
    const far =
      s > SETTLE_SCALE ||
      s < 1 / SETTLE_SCALE ||
      Math.abs(dx) > SETTLE_SHARE * width.value ||
      Math.abs(dy) > SETTLE_SHARE * height.value;
    if (far) return settle();
    moveBy(`translate(${dx}px, ${dy}px) scale(${s})`);
    clearTimeout(settling);
    settling = window.setTimeout(settle, SETTLE_MS);
  }

  const behaviour = zoom<HTMLElement, unknown>()
    .scaleExtent([SMALLEST_PX_PER_M, LARGEST_PX_PER_M])
    .filter((event: Event) => {
      const target = event.target as Element;
      if (target.closest('[data-kit]')) return false;
      // The wheel zooms wherever the hand is; a drag moves the sheet only from where there is nothing to take hold of.
      if (event.type === 'wheel') return true;
      const { button, shiftKey } = event as MouseEvent;
      return !target.closest('[data-hand]') && !button && !shiftKey;
    })
    .on('zoom', (event: D3ZoomEvent<HTMLElement, unknown>) => {
      if (!event.sourceEvent) return settle();
      moved.value = true;
      shift();
    });

  function fit(): void {
    if (!frame.value || width.value < 50 || height.value < 50) return;
    const b = bounds();
    const across = Math.max(1, b.x1 - b.x0);
    const along = Math.max(1, b.y1 - b.y0);
    const [w, h] = turned() ? [along, across] : [across, along];
    const roomW = Math.max(40, width.value - MARGIN.left - MARGIN.right);
    const roomH = Math.max(40, height.value - MARGIN.top - MARGIN.bottom);
    const k = Math.min(roomW / w, roomH / h, 60);
    const x = MARGIN.left + (roomW - w * k) / 2 - (turned() ? b.y0 : b.x0) * k;
    const y = MARGIN.top + (turned() ? (roomH - h * k) / 2 - b.x0 * k : (roomH + h * k) / 2 + b.y0 * k);
    select(frame.value).call(behaviour.transform, zoomIdentity.translate(x, y).scale(k));
    moved.value = false;
    ready.value = true;
  }

  const zoomBy = (factor: number): void => {
    if (!frame.value) return;
    select(frame.value).call(behaviour.scaleBy, factor);
    moved.value = true;
  };

  onMounted(() => {
    if (!frame.value) return;
    select(frame.value).call(behaviour).on('dblclick.zoom', null);
  });
  watch([width, height], () => {
    if (!moved.value) fit();
  });

  const toScreen = (xM: number, yM: number): [number, number] => {
    const { x, y, k } = view.value;
    return turned() ? [x + yM * k, y + xM * k] : [x + xM * k, y - yM * k];
  };
  /** From metres of the field to the screen, as SVG writes it. */
  const matrix = (): [number, number, number, number, number, number] => {
    const { x, y, k } = view.value;
    return turned() ? [0, k, k, 0, x, y] : [k, 0, 0, -k, x, y];
  };
  /** Where the sheet stands on the page; measured once while a hand holds something, since measuring lays out the page. */
  let held: DOMRect | undefined;
  const hold = (still: boolean): void => {
    if (still) settle();
    held = still ? frame.value?.getBoundingClientRect() : undefined;
  };
  const toField = (clientX: number, clientY: number): [number, number] => {
    const box = held ?? frame.value!.getBoundingClientRect();
    return onField(clientX - box.left, clientY - box.top);
  };
  /** Where a place on the sheet's own screen lies in the field. */
  const onField = (px: number, py: number): [number, number] => {
    const { x, y, k } = frame.value ? live() : view.value;
    const right = (px - x) / k;
    const down = (py - y) / k;
    return turned() ? [down, right] : [right, -down];
  };

  return { view, width, height, moved, ready, fit, zoomBy, toScreen, toField, onField, hold, matrix, turned };
}
