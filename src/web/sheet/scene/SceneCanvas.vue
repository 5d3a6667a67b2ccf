<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { boxOfLayer, type Layer, type StyleOf } from '../../../core/scene';
import { inFrame, notInFrame } from '../../page/frame';
import { paintLayer, type Matrix } from './paint';

/**
 * Layers of the sheet, painted one over the other. What was painted stays: of layers that changed only their own ground is
 * painted anew, and no more often than the screen shows it.
 */
const props = defineProps<{
  layers: readonly Layer[];
  /** A picture under the layers: where it lies on the sheet, m. */
  picture?:
    { image: CanvasImageSource; x0: number; y0: number; x1: number; y1: number; opacity: number } | undefined;
  matrix: Matrix;
  /** Px to the metre. */
  k: number;
  width: number;
  height: number;
  styleOf: StyleOf;
}>();
const canvas = ref<HTMLCanvasElement>();
defineExpose({ canvas });

interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}
/** Strokes reach so far beyond the corners of what they are drawn along, px. */
const REACH_PX = 16;
/** From this share of the canvas on it is painted as a whole. */
const WHOLE_SHARE = 0.6;

/** What stands on the canvas. */
let painted: { layers: readonly Layer[]; picture: unknown; styleOf: StyleOf; at: string } | undefined;

/** Where a layer falls on the canvas, whole dots. */
function onCanvas(layer: Layer, matrix: Matrix, ratio: number): Box | undefined {
  const box = boxOfLayer(layer);
  if (!box) return undefined;
  const [a, b, c, d, e, f] = matrix;
  const xs = [
    a * box.x0 + c * box.y0 + e,
    a * box.x1 + c * box.y1 + e,
    a * box.x0 + c * box.y1 + e,
    a * box.x1 + c * box.y0 + e,
  ];
  const ys = [
    b * box.x0 + d * box.y0 + f,
    b * box.x1 + d * box.y1 + f,
    b * box.x0 + d * box.y1 + f,
    b * box.x1 + d * box.y0 + f,
  ];
  const reach = REACH_PX * ratio;
  return {
    x0: Math.floor(Math.min(...xs) - reach),
    y0: Math.floor(Math.min(...ys) - reach),
    x1: Math.ceil(Math.max(...xs) + reach),
    y1: Math.ceil(Math.max(...ys) + reach),
  };
}
const meet = (a: Box, b: Box): boolean => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;
const both = (a: Box, b: Box): Box => ({
  x0: Math.min(a.x0, b.x0),
  y0: Math.min(a.y0, b.y0),
  x1: Math.max(a.x1, b.x1),
  y1: Math.max(a.y1, b.y1),
});
/** Boxes that meet are joined until none do. */
function apart(boxes: readonly Box[]): Box[] {
  const found: Box[] = [];
  for (let box of boxes) {
    for (let i = found.findIndex((f) => meet(f, box)); i >= 0; i = found.findIndex((f) => meet(f, box)))
      box = both(box, found.splice(i, 1)[0]);
    found.push(box);
  }
  return found;
}

function paint(): void {
  const context = canvas.value?.getContext('2d');
  if (!context || props.width < 1 || props.height < 1) return;
  const { layers, picture, styleOf } = props;
  const ratio = window.devicePixelRatio || 1;
  const [w, h] = [Math.round(props.width * ratio), Math.round(props.height * ratio)];
  if (canvas.value!.width !== w || canvas.value!.height !== h) {
    canvas.value!.width = w;
    canvas.value!.height = h;
    painted = undefined;
  }
  const matrix = props.matrix.map((v) => v * ratio) as unknown as Matrix;
  const at = matrix.join();
  const all: Box = { x0: 0, y0: 0, x1: w, y1: h };
  let dirty: Box[] = [all];
  if (painted && painted.at === at && painted.styleOf === styleOf && painted.picture === picture) {
    const [before, now] = [new Set(painted.layers), new Set(layers)];
    const changed = [...painted.layers.filter((l) => !now.has(l)), ...layers.filter((l) => !before.has(l))];
    dirty = apart(changed.flatMap((l) => onCanvas(l, matrix, ratio) ?? []));
    if (dirty.reduce((n, b) => n + (b.x1 - b.x0) * (b.y1 - b.y0), 0) > WHOLE_SHARE * w * h) dirty = [all];
  }
  painted = { layers, picture, styleOf, at };
  const boxes = layers.map((l) => onCanvas(l, matrix, ratio));
  for (const box of dirty) {
    context.save();
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.beginPath();
    context.rect(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0);
    context.clip();
    context.clearRect(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0);
    if (picture) {
      context.setTransform(...matrix);
      context.globalAlpha = picture.opacity;
      // A picture's rows run down the screen, the sheet's metres up.
      context.transform(1, 0, 0, -1, picture.x0, picture.y1);
      context.drawImage(picture.image, 0, 0, picture.x1 - picture.x0, picture.y1 - picture.y0);
      context.globalAlpha = 1;
    }
    layers.forEach((layer, i) => {
      if (boxes[i] && meet(boxes[i], box))
        paintLayer(context, layer, matrix, props.k * ratio, ratio, styleOf);
    });
    context.restore();
  }
}

/** A sheet that lies elsewhere is painted in the same frame as what lies over it. */
watch(() => [props.matrix, props.width, props.height], paint, { flush: 'post' });
watch(
  () => [props.layers, props.picture, props.styleOf],
  () => inFrame('paint', paint),
  { flush: 'post' },
);
onMounted(paint);
onBeforeUnmount(() => notInFrame('paint', paint));
</script>

<template>
  <canvas ref="canvas" aria-hidden="true" />
</template>

<style scoped>
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
  transform-origin: 0 0;
}
</style>
