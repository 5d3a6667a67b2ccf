<script setup lang="ts">
import { interpolateRgb } from 'd3';
import { onMounted, ref, watch } from 'vue';
import type { BlockLayout } from '../../core/layout';
import type { Tape } from '../../core/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { FINE_SHADES, runPaths, type RunPaths, type Shading } from './runPaths';

/** Every run, shaded along its length by pressure against the window: painted, since they change with every answer. */
const props = defineProps<{ blocks: readonly BlockLayout[]; /** Where a metre of the field falls: as SVG has it. */ matrix: readonly [number, number, number, number, number, number]; k: number; width: number; height: number; runWidth: number }>();
const results = useResults();
const settings = useSettings();
const canvas = ref<HTMLCanvasElement>();
defineExpose({ canvas });

/** Where each run's shading begins; the solved plan may be one edit behind the drawing. */
function shadingOf(layout: BlockLayout): Shading | undefined {
  const { solved } = results;
  const block = solved?.results.blocks.find((b) => b.built.layout.block.id === layout.block.id);
  if (!solved || !block || !solved.shading) return undefined;
  const before = block.built.layout.runs;
  let byId: Map<string, number> | undefined;
  const feet = new Map<Tape, number>();
  return {
    kpa: solved.shading,
    points: solved.points,
    placeOf: (i) => {
      if (block.built.layout === layout) return block.firstRun + i;
      const { id } = layout.runs[i];
      // Most edits leave the runs in their order.
      if (before[i]?.id === id) return block.firstRun + i;
      byId ??= new Map(before.map((run, j) => [run.id, block.firstRun + j]));
      return byId.get(id) ?? -1;
    },
    windowOf: (i) => {
      const { tape } = layout.runs[i];
      let foot = feet.get(tape);
      if (foot === undefined) feet.set(tape, (foot = results.footOf(layout.block.id, tape)));
      return [foot, tape.maxKpa];
    },
  };
}

/** Runs that fall on the same pixels are drawn as one of them. */
const APART_PX = 0.9;
function everyOf({ block: { beds } }: BlockLayout): number {
  const apartPx = ((beds.widthM + beds.pathM) / Math.max(1, beds.runsPerBed)) * props.k;
  return Math.max(1, Math.floor(APART_PX / apartPx));
}

interface Inks { shades: string[]; faint: string; alarm: string; clay: string; paper: string }
let inks: Inks | undefined;
function inksNow(): Inks {
  if (inks) return inks;
  const style = getComputedStyle(canvas.value!);
  const of = (name: string): string => style.getPropertyValue(name).trim();
  const water = interpolateRgb(of('--pale-water'), of('--deep-water'));
  return (inks = { shades: Array.from({ length: FINE_SHADES }, (_, s) => water(s / (FINE_SHADES - 1))), faint: of('--faint'), alarm: of('--alarm'), clay: of('--clay'), paper: of('--paper') });
}

let known = new Map<string, RunPaths>();
function draw(): void {
  const context = canvas.value?.getContext('2d');
  if (!context || props.width < 1 || props.height < 1) return;
  const ratio = window.devicePixelRatio || 1;
  const [w, h] = [Math.round(props.width * ratio), Math.round(props.height * ratio)];
  if (canvas.value!.width !== w || canvas.value!.height !== h) {
    canvas.value!.width = w;
    canvas.value!.height = h;
  }
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.clearRect(0, 0, w, h);
  const ink = inksNow();
  const view = new DOMMatrix([...props.matrix]);
  const px = 1 / props.k;
  const next = new Map<string, RunPaths>();
  for (const layout of props.blocks) {
    const { sin, cos, xM, yM } = layout.frame;
    const paths = runPaths(layout, shadingOf(layout), everyOf(layout), known.get(layout.block.id));
    next.set(layout.block.id, paths);
    context.setTransform(new DOMMatrix([ratio, 0, 0, ratio, 0, 0]).multiply(view).multiply(new DOMMatrix([cos, -sin, sin, cos, xM, yM])));
    const stroke = (path: Path2D | undefined, colour: string, wide: number, dash: number[] = []): void => {
      if (!path) return;
      context.strokeStyle = colour;
      context.lineWidth = wide * px;
      context.setLineDash(dash.map((d) => d * px));
      context.stroke(path);
    };
    stroke(paths.plain, ink.faint, 1.5, [2, 4]);
    paths.shades.forEach((path, s) => stroke(path, ink.shades[s], props.runWidth));
    stroke(paths.under, ink.alarm, Math.max(2, props.runWidth * 0.7), [5, 4]);
    stroke(paths.over, ink.clay, Math.max(4, props.runWidth + 1.5));
    stroke(paths.over, ink.paper, Math.max(1.4, props.runWidth * 0.4));
  }
  known = next;
}
onMounted(draw);
watch(() => [props.blocks, props.matrix, props.width, props.height, props.runWidth, results.solved, results.walkFootKpa], draw, { flush: 'post' });
watch(
  () => settings.theme,
  () => {
    inks = undefined;
    requestAnimationFrame(draw);
  },
);
</script>

<template>
  <canvas ref="canvas" class="runs" aria-hidden="true" :data-runs="blocks.reduce((n, b) => n + b.runs.length, 0)" />
</template>

<style scoped>
canvas { position: absolute; inset: 0; width: 100%; height: 100%; pointer-events: none; transform-origin: 0 0; }
</style>
