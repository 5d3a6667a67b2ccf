<script setup lang="ts">
import { computed } from 'vue';
import { boxOf, isInside, type Box, type Point } from '../../core/ground';
import { toSheet, type FarmLayout } from '../../core/layout';
import { surfaceOf } from '../../core/plan';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useTools } from '../stores/tools';
import { useLabels, type SheetLabel } from './labels/useLabels';
import { clipPath, contourLines, contourStepM, heightGrid, hillShade, type HeightGrid } from './relief';

/** Contours of the ground and light on it, in the field's metres; heights of contours on the screen. */
const props = defineProps<{ farm: FarmLayout; toScreen: (x: number, y: number) => [number, number]; place: string; k: number }>();
const plan = usePlan();
const settings = useSettings();
const tools = useTools();

const M_PER_FT = 0.3048;
const unitM = computed(() => (settings.units.system === 'us' ? M_PER_FT : 1));
/** Ground that rises less than this is level, m. */
const LEVEL_M = 0.02;
const MARGIN = 0.06;
/** Light on a cell is felt from its neighbours: so near the rim it would tell of the guess beyond. */
const EDGE_CELLS = 1.5;
/** A box that has grown this much too large is drawn anew. */
const LOOSEST = 1.6;

interface Patch {
  key: string;
  grid: HeightGrid;
  matrix: string | undefined;
  clip: string | undefined;
  toSheet: (x: number, y: number) => readonly [number, number];
}
/** The farm's surface under everything. Its box is kept while it still holds what is drawn: moving a pipe does not change it. */
const bounds = computed((before?: Box) => {
  const b = props.farm.bounds;
  const grow = Math.max(b.x1 - b.x0, b.y1 - b.y0) * MARGIN;
  const all = boxOf([[b.x0, b.y0], [b.x1, b.y1], ...plan.ground.heights.map((h): Point => [h.xM, h.yM])]);
  const holds = before && before.x0 <= all.x0 && before.y0 <= all.y0 && before.x1 >= all.x1 && before.y1 >= all.y1;
  const tight = before && before.x1 - before.x0 + before.y1 - before.y0 < LOOSEST * (all.x1 - all.x0 + all.y1 - all.y0 + 4 * grow);
  return holds && tight ? before : { x0: all.x0 - grow, y0: all.y0 - grow, x1: all.x1 + grow, y1: all.y1 + grow };
});
const farmPatch = computed<Patch | undefined>(() => {
  if (!plan.surveyed) return undefined;
  const surface = surfaceOf(plan.ground);
  return { key: 'farm', grid: heightGrid(bounds.value, surface.heightAt), matrix: undefined, clip: undefined, toSheet: (x, y) => [x, y] };
});
/** Patches that are drawn, by all that they hang on: other edits find them again. */
let drawn = new Map<string, Patch>();
/** Blocks told by their own falls: each with its own plane. */
const blockPatches = computed<Patch[]>((before) => {
  const next = new Map<string, Patch>();
  for (const { block, box, frame, outline, ground } of props.farm.blocks) {
    const { by, slopeAlong, slopeAcross } = block.ground;
    if (by !== 'falls' || (slopeAlong === 0 && slopeAcross === 0) || box.rightM <= box.leftM) continue;
    const id = JSON.stringify([block.id, box, outline, frame, slopeAlong, slopeAcross, block.heightM]);
    const corners = outline ?? ([[box.leftM, box.nearM], [box.rightM, box.nearM], [box.rightM, box.farM], [box.leftM, box.farM]] as const);
    next.set(
      id,
      drawn.get(id) ?? {
        key: block.id,
        grid: heightGrid({ x0: box.leftM, x1: box.rightM, y0: box.nearM, y1: box.farM }, ground.heightM),
        matrix: `matrix(${frame.cos} ${-frame.sin} ${frame.sin} ${frame.cos} ${frame.xM} ${frame.yM})`,
        clip: clipPath(corners),
        toSheet: (x: number, y: number) => toSheet(frame, x, y),
      },
    );
  }
  drawn = next;
  const list = [...next.values()];
  return before?.length === list.length && list.every((p, i) => p === before[i]) ? before : list;
});
const patches = computed(() => [...(farmPatch.value ? [farmPatch.value] : []), ...blockPatches.value].filter((p) => p.grid.highM - p.grid.lowM > LEVEL_M));
const lined = computed(() =>
  patches.value.map((p) => {
    const everyM = tools.look.contourM > 0 ? tools.look.contourM : contourStepM(p.grid, unitM.value);
    const lines = contourLines(p.grid, everyM).map((c) => ({ ...c, strong: Math.round(c.zM / everyM) % 5 === 0 }));
    return { ...p, lines, everyM };
  }),
);
/** Light as a picture: dark where the ground turns away from the sun, clear where it is level. */
const shade = computed(() => {
  const patch = farmPatch.value;
  if (!patch || patch.grid.highM - patch.grid.lowM <= LEVEL_M) return undefined;
  const { columns, rows, box, stepM } = patch.grid;
  const light = hillShade(patch.grid);
  const { rim } = surfaceOf(plan.ground);
  const level = 0.6 / Math.hypot(0.5, 0.62, 0.6);
  const canvas = document.createElement('canvas');
  canvas.width = columns;
  canvas.height = rows;
  const context = canvas.getContext('2d');
  if (!context) return undefined;
  const image = context.createImageData(columns, rows);
  light.forEach((l, i) => {
    const dark = l < level;
    // Beyond the outermost heights the ground is only guessed at: it is left unshaded.
    const at: Point = [box.x0 + (i % columns) * stepM, box.y0 + (rows - 1 - Math.floor(i / columns)) * stepM];
    const edge = EDGE_CELLS * stepM;
    const about: Point[] = [[at[0] - edge, at[1]], [at[0] + edge, at[1]], [at[0], at[1] - edge], [at[0], at[1] + edge]];
    if (rim.length > 2 && !about.every((p) => isInside(rim, p))) return;
    image.data.set([dark ? 30 : 255, dark ? 38 : 250, dark ? 46 : 225, Math.min(255, Math.abs(l - level) * 420)], i * 4);
  });
  context.putImageData(image, 0, 0);
  return { href: canvas.toDataURL(), x: box.x0 - stepM / 2, y: box.y0 - stepM / 2, width: columns * stepM, height: rows * stepM };
});
const RANK = 80;
useLabels(() => ({
  // Under beds a figure could not be read: blocks told by their own falls keep theirs to the panel.
  labels: lined.value.filter((p) => !p.clip).flatMap((p) =>
    p.lines
      .filter((l) => l.label && (l.strong || p.lines.length < 8))
      .map((l): SheetLabel => ({
        key: `contour/${p.key} ${l.zM}`,
        text: settings.parts(l.zM, 'height').number,
        style: 'contour',
        rank: RANK,
        at: props.toScreen(...p.toSheet(...l.label!)),
        stands: [{ dx: 0, dy: 0, anchor: 'middle' }],
      })),
  ),
}));
</script>

<template>
  <g class="relief" aria-hidden="true">
    <g :transform="place">
      <image v-if="shade" :href="shade.href" :x="shade.x" :y="0" :width="shade.width" :height="shade.height" :transform="`translate(0 ${shade.y + shade.height}) scale(1 -1)`" preserveAspectRatio="none" />
      <g v-for="p in lined" :key="p.key" :transform="p.matrix">
        <clipPath v-if="p.clip" :id="`relief-${p.key}`"><path :d="p.clip" /></clipPath>
        <g :clip-path="p.clip ? `url(#relief-${p.key})` : undefined">
          <path v-for="l in p.lines" :key="l.zM" :d="l.d" :class="{ strong: l.strong }" />
        </g>
      </g>
    </g>
  </g>
</template>

<style scoped>
.relief { pointer-events: none; }
image { opacity: 0.5; }
path { fill: none; stroke: var(--clay); stroke-width: 0.8; opacity: 0.5; vector-effect: non-scaling-stroke; }
path.strong { stroke-width: 1.5; opacity: 0.7; }
</style>
