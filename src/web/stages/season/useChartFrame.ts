import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef, type ComputedRef } from 'vue';

/** The frame of the book's charts: as wide as the panel, with room at the left for figures and at the foot for days, px. */
export const CHART = { height: 150, left: 46, right: 8, top: 10, bottom: 24 };
const LEAST_W = 280;

/** How wide the element is that the page calls “frame”. */
export function useChartFrame(): ComputedRef<number> {
  const { width } = useElementSize(useTemplateRef<HTMLElement>('frame'));
  return computed(() => Math.max(LEAST_W, width.value));
}
