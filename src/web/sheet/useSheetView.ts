import { useElementSize } from '@vueuse/core';
import { select, zoom, zoomIdentity, type D3ZoomEvent } from 'd3';
import { onMounted, ref, watch, type Ref } from 'vue';

export interface Bounds {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** Screen space kept free round the plan, px: labels stand there. */
const MARGIN = { left: 76, right: 56, top: 92, bottom: 58 };
const SMALLEST_PX_PER_M = 0.2;
const LARGEST_PX_PER_M = 900;

/**
 * The sheet's place and scale: pan and zoom by d3, and where a metre of the field falls on the screen.
 * The field's y points away from the near end, the screen's down; a turned sheet is a quarter turn clockwise, so that
 * long beds lie across the screen.
 */
export function useSheetView(
  svg: Ref<SVGSVGElement | undefined>,
  bounds: () => Bounds,
  turned: () => boolean,
) {
  const { width, height } = useElementSize(svg);
  const view = ref({ x: 0, y: 0, k: 8 });
  const moved = ref(false);
  const behaviour = zoom<SVGSVGElement, unknown>()
    .scaleExtent([SMALLEST_PX_PER_M, LARGEST_PX_PER_M])
    .filter(
      (event: Event) => !(event.target as Element).closest('[data-hand]') && !(event as MouseEvent).button,
    )
    .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => {
      const { x, y, k } = event.transform;
      view.value = { x, y, k };
      if (event.sourceEvent) moved.value = true;
    });

  function fit(): void {
    if (!svg.value || width.value < 50 || height.value < 50) return;
    const b = bounds();
    const across = Math.max(1, b.x1 - b.x0);
    const along = Math.max(1, b.y1 - b.y0);
    const [w, h] = turned() ? [along, across] : [across, along];
    const roomW = Math.max(40, width.value - MARGIN.left - MARGIN.right);
    const roomH = Math.max(40, height.value - MARGIN.top - MARGIN.bottom);
    const k = Math.min(roomW / w, roomH / h, 60);
    const x = MARGIN.left + (roomW - w * k) / 2 - (turned() ? b.y0 : b.x0) * k;
    const y = MARGIN.top + (turned() ? (roomH - h * k) / 2 - b.x0 * k : (roomH + h * k) / 2 + b.y0 * k);
    select(svg.value).call(behaviour.transform, zoomIdentity.translate(x, y).scale(k));
    moved.value = false;
  }

  const zoomBy = (factor: number): void => {
    if (!svg.value) return;
    select(svg.value).call(behaviour.scaleBy, factor);
    moved.value = true;
  };

  onMounted(() => {
    if (!svg.value) return;
    select(svg.value).call(behaviour).on('dblclick.zoom', null);
  });
  watch([width, height], () => {
    if (!moved.value) fit();
  });

  const toScreen = (xM: number, yM: number): [number, number] => {
    const { x, y, k } = view.value;
    return turned() ? [x + yM * k, y + xM * k] : [x + xM * k, y - yM * k];
  };
  const matrix = (): string => {
    const { x, y, k } = view.value;
    return turned() ? `matrix(0 ${k} ${k} 0 ${x} ${y})` : `matrix(${k} 0 0 ${-k} ${x} ${y})`;
  };
  const toField = (clientX: number, clientY: number): [number, number] => {
    const box = svg.value!.getBoundingClientRect();
    const right = (clientX - box.left - view.value.x) / view.value.k;
    const down = (clientY - box.top - view.value.y) / view.value.k;
    return turned() ? [down, right] : [right, -down];
  };

  return { view, width, height, moved, fit, zoomBy, toScreen, toField, matrix, turned };
}
