import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import type { Point } from '../../core/ground';
import type { Obstacle, SingleBed } from '../../core/plan';
import { useRemembered } from '../storage/remembered';

/** What the hand does on the sheet: take hold of things, measure, draw corners of something, or point at places. */
export type Tool = 'hold' | 'measure' | 'outline' | 'height' | 'scale' | 'plant' | 'pipe' | Obstacle['kind'];

/** What a stroke across beds leaves on them. */
export interface Brush {
  /** In words: "paint squash". */
  label: string;
  fields: Pick<SingleBed, 'crop' | 'tape' | 'runs' | 'resting'>;
  /** The set that beds are put into, by its id; `none` takes them out of all. */
  set?: string;
}

/** What the beds are coloured by. */
export type Shown = 'crop' | 'tape' | 'runs' | 'use' | 'set';

/** Tools of the sheet, and how it is drawn: the person's, not the plan's. */
export const useTools = defineStore('tools', () => {
  const tool = ref<Tool>('hold');
  const brush = ref<Brush>();
  /** Two places pressed on the picture under the sheet. */
  const marked = ref<Point[]>([]);
  const shown = ref<Shown>('crop');
  const look = useRemembered(
    'idle-furrow/sheet',
    { snaps: true, relief: true, contourM: 0 },
    { mergeDefaults: true },
  );
  const snaps = computed(() => look.value.snaps);

  function take(next: Tool): void {
    tool.value = tool.value === next ? 'hold' : next;
    if (tool.value !== 'hold') brush.value = undefined;
  }
  function paint(next: Brush | undefined): void {
    brush.value = next;
    if (next) tool.value = 'hold';
  }
  function putDown(): void {
    tool.value = 'hold';
    brush.value = undefined;
  }

  return { tool, brush, marked, shown, look, snaps, take, paint, putDown };
});
