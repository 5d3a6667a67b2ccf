import { computed, ref, watch } from 'vue';
import { msg } from '../../core/language';
import type { Point } from '../../core/ground';
import { toSheet } from '../../core/layout';
import { FEED, surfaceOf } from '../../core/plan';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useTools, type Tool } from '../stores/tools';
import { useView } from '../stores/view';
import type { useSheetEdits } from './useSheetEdits';

/** How many places each tool takes before it is done by itself, and the fewest it needs. */
const NEEDS: Partial<Record<Tool, { least: number; most: number }>> = {
  measure: { least: 2, most: Infinity },
  outline: { least: 3, most: Infinity },
  lane: { least: 2, most: Infinity },
  ditch: { least: 2, most: Infinity },
  building: { least: 3, most: Infinity },
  wet: { least: 3, most: Infinity },
  tree: { least: 1, most: 1 },
  height: { least: 1, most: 1 },
  scale: { least: 2, most: 2 },
  plant: { least: 1, most: 1 },
  pipe: { least: 2, most: Infinity },
};

/** Places closer together than this are one, m. */
const SAME_M = 0.02;

/** Drawing on the sheet with a tool: place after place, by hand, by keys or by typing how far and which way. */
export function useDrawing(edits: ReturnType<typeof useSheetEdits>, middle: () => Point) {
  const plan = usePlan();
  const changes = useEdits();
  const tools = useTools();
  const view = useView();
  const points = ref<Point[]>([]);
  /** Where the hand or the crosshair is. */
  const at = ref<Point>([0, 0]);
  const needs = computed(() => NEEDS[tools.tool]);
  const drawing = computed(() => needs.value !== undefined);
  const canFinish = computed(() => drawing.value && points.value.length >= needs.value!.least);

  watch(
    () => tools.tool,
    () => {
      points.value = [];
      moveTo(...middle(), false);
    },
  );

  const between = (a: Point, b: Point): number => Math.hypot(b[0] - a[0], b[1] - a[1]);
  /** From the last place to the hand: how far, which way (clockwise from up the sheet), and how much it rises. */
  const stretch = computed(() => {
    const last = points.value.at(-1);
    if (!last) return undefined;
    const [dx, dy] = [at.value[0] - last[0], at.value[1] - last[1]];
    const surface = surfaceOf(plan.ground);
    return {
      lengthM: Math.hypot(dx, dy),
      deg: ((Math.atan2(dx, dy) * 180) / Math.PI + 360) % 360,
      riseM: surface.heightAt(...at.value) - surface.heightAt(...last),
    };
  });
  const totalM = computed(() =>
    points.value.slice(1).reduce((sum, p, i) => sum + between(points.value[i], p), 0),
  );

  function moveTo(xM: number, yM: number, free: boolean): void {
    if (tools.tool === 'plant' || tools.tool === 'pipe')
      at.value = [edits.plantSnap(xM, free), edits.plantSnap(yM, free)];
    else at.value = tools.tool === 'scale' ? [xM, yM] : [edits.snapped(xM, free), edits.snapped(yM, free)];
  }
  function add(): void {
    if (!needs.value) return;
    const last = points.value.at(-1);
    if (last && between(last, at.value) < SAME_M) return;
    points.value = [...points.value, at.value];
    if (points.value.length >= needs.value.most) finish();
  }
  /** The next place so far on, so many degrees clockwise from up the sheet. */
  function addBy(lengthM: number, deg: number): void {
    const last = points.value.at(-1);
    if (!last) return;
    const angle = (deg * Math.PI) / 180;
    at.value = [last[0] + lengthM * Math.sin(angle), last[1] + lengthM * Math.cos(angle)];
    add();
  }
  const back = (): void => void (points.value = points.value.slice(0, -1));
  function cancel(): void {
    if (points.value.length > 0) points.value = [];
    else tools.putDown();
  }

  function finish(): void {
    const { tool } = tools;
    if (!needs.value || !canFinish.value) return;
    const drawn = points.value;
    if (tool === 'measure') return void (points.value = []);
    if (tool === 'scale') {
      tools.marked = drawn;
      tools.putDown();
      return;
    }
    if (tool === 'outline') {
      const { statedBlock: now } = plan;
      const refusal =
        now.outline || now.beds || now.tunnel
          ? changes.addBlock(drawn) === ''
            ? { what: msg`its sides cross each other` }
            : undefined
          : changes.outline(drawn, msg`draw an outline`);
      if (refusal) return void (view.notice = msg`Not taken: ${refusal.what}.`);
    } else if (tool === 'height') {
      const [x, y] = drawn[0];
      changes.addHeight(x, y, surfaceOf(plan.ground).heightAt(x, y));
      points.value = [];
      return;
    } else if (tool === 'plant') {
      // The tool stays in the hand: the next press puts the next one.
      const id = changes.addPlant(plan.block.id, ...(drawn[0] as [number, number]));
      if (id) view.pickedBed = { block: plan.block.id, key: id };
      points.value = [];
      return;
    } else if (tool === 'pipe') layPipe(drawn);
    else if (tool !== 'hold') view.pickedThing = changes.addThing(tool, drawn);
    points.value = [];
    tools.putDown();
  }

  /** Small pipe from where its first place is nearest to, the feed or a joint, from corner to corner. */
  function layPipe(drawn: readonly Point[]): void {
    const block = plan.laidBlock;
    const joints = plan.block.places?.joints ?? [];
    const on = (x: number, y: number): Point => toSheet(block.frame, x, y);
    const ends = [{ id: FEED, at: on(0, 0) }, ...joints.map((j) => ({ id: j.id, at: on(j.xM, j.yM) }))];
    let from = ends.reduce((a, b) => (between(b.at, drawn[0]) < between(a.at, drawn[0]) ? b : a)).id;
    for (const [x, y] of drawn.slice(1)) from = changes.addJoint(plan.block.id, from, x, y) ?? from;
  }

  return { points, at, drawing, canFinish, stretch, totalM, moveTo, add, addBy, back, cancel, finish };
}
