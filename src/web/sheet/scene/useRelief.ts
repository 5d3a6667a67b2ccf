import { computed } from 'vue';
import { boxOf, isInside, type Box, type Point } from '../../../core/ground';
import type { FarmLayout, Frame } from '../../../core/layout';
import { surfaceOf } from '../../../core/plan';
import {
  contourLines,
  contourStepM,
  contoursLayer,
  heightGrid,
  hillShade,
  isStrong,
  lineOf,
  type HeightGrid,
  type Layer,
  type Line,
} from '../../../core/scene';
import { M_PER_FT } from '../../../core/units';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useTools } from '../../stores/tools';
import { useLabels, type SheetLabel } from '../labels/useLabels';

/** Ground that rises less than this is level, m. */
const LEVEL_M = 0.02;
const MARGIN = 0.06;
/** Light on a cell is felt from its neighbours: so near the rim it would tell of the guess beyond. */
const EDGE_CELLS = 1.5;
/** A box that has grown this much too large is drawn anew. */
const LOOSEST = 1.6;
/** Light on level ground, and how dark or bright what turns from it is shown. */
const LEVEL_LIGHT = 0.6 / Math.hypot(0.5, 0.62, 0.6);
const CONTRAST = 420;
const DARK = [30, 38, 46];
const BRIGHT = [255, 250, 225];
const OPACITY = 0.5;
const RANK = 80;
/** Of more contours than this only the strong ones bear their height. */
const ALL_TOLD = 8;

interface Patch {
  key: string;
  grid: HeightGrid;
  /** The block told by its own falls. */
  block?: { frame: Frame; clip: Line };
}

/** Contours of the ground and the light on it, and the heights that contours bear. */
export function useRelief(
  farm: () => FarmLayout,
  toScreen: () => (x: number, y: number) => [number, number],
) {
  const plan = usePlan();
  const settings = useSettings();
  const tools = useTools();
  const unitM = computed(() => (settings.units.system === 'us' ? M_PER_FT : 1));

  /** The farm's box is kept while it still holds what is drawn: moving a pipe does not change it. */
  const bounds = computed((before?: Box) => {
    const b = farm().bounds;
    const grow = Math.max(b.x1 - b.x0, b.y1 - b.y0) * MARGIN;
    const all = boxOf([[b.x0, b.y0], [b.x1, b.y1], ...plan.ground.heights.map((h): Point => [h.xM, h.yM])]);
    const holds =
      before && before.x0 <= all.x0 && before.y0 <= all.y0 && before.x1 >= all.x1 && before.y1 >= all.y1;
    const tight =
      before &&
      before.x1 - before.x0 + before.y1 - before.y0 <
        LOOSEST * (all.x1 - all.x0 + all.y1 - all.y0 + 4 * grow);
    return holds && tight
      ? before
      : { x0: all.x0 - grow, y0: all.y0 - grow, x1: all.x1 + grow, y1: all.y1 + grow };
  });
  const farmPatch = computed<Patch | undefined>(() =>
    tools.look.relief && plan.surveyed
      ? { key: 'farm', grid: heightGrid(bounds.value, surfaceOf(plan.ground).heightAt) }
      : undefined,
  );
  /** Patches that are drawn, by all that they hang on: other edits find them again. */
  let drawn = new Map<string, Patch>();
  /** Blocks told by their own falls: each with its own plane. */
  const blockPatches = computed<Patch[]>((before) => {
    const next = new Map<string, Patch>();
    for (const { block, box, frame, outline, ground } of tools.look.relief ? farm().blocks : []) {
      const { by, slopeAlong, slopeAcross } = block.ground;
      if (by !== 'falls' || (slopeAlong === 0 && slopeAcross === 0) || box.rightM <= box.leftM) continue;
      const id = JSON.stringify([block.id, box, outline, frame, slopeAlong, slopeAcross, block.heightM]);
      const corners: readonly Point[] = outline ?? [
        [box.leftM, box.nearM],
        [box.rightM, box.nearM],
        [box.rightM, box.farM],
        [box.leftM, box.farM],
      ];
      const grid = (): HeightGrid =>
        heightGrid({ x0: box.leftM, x1: box.rightM, y0: box.nearM, y1: box.farM }, ground.heightM);
      next.set(id, drawn.get(id) ?? { key: block.id, grid: grid(), block: { frame, clip: lineOf(corners) } });
    }
    drawn = next;
    const list = [...next.values()];
    return before?.length === list.length && list.every((p, i) => p === before[i]) ? before : list;
  });
  const lined = computed(() =>
    [...(farmPatch.value ? [farmPatch.value] : []), ...blockPatches.value]
      .filter((p) => p.grid.highM - p.grid.lowM > LEVEL_M)
      .map((p) => {
        const everyM = tools.look.contourM > 0 ? tools.look.contourM : contourStepM(p.grid, unitM.value);
        const contours = contourLines(p.grid, everyM);
        return { ...p, contours, everyM, layer: contoursLayer(p.key, contours, everyM, p.block) };
      }),
  );
  const layers = computed((): Layer[] => lined.value.map((p) => p.layer));

  /** Light as a picture: dark where the ground turns away from the sun, clear where it is level. */
  const light = computed(() => {
    const patch = farmPatch.value;
    if (!patch || patch.grid.highM - patch.grid.lowM <= LEVEL_M) return undefined;
    const { columns, rows, box, stepM } = patch.grid;
    const { rim } = surfaceOf(plan.ground);
    const image = document.createElement('canvas');
    image.width = columns;
    image.height = rows;
    const context = image.getContext('2d');
    if (!context) return undefined;
    const dots = context.createImageData(columns, rows);
    hillShade(patch.grid).forEach((l, i) => {
      // Beyond the outermost heights the ground is only guessed at: it is left unshaded.
      const at: Point = [
        box.x0 + (i % columns) * stepM,
        box.y0 + (rows - 1 - Math.floor(i / columns)) * stepM,
      ];
      const edge = EDGE_CELLS * stepM;
      const about: Point[] = [
        [at[0] - edge, at[1]],
        [at[0] + edge, at[1]],
        [at[0], at[1] - edge],
        [at[0], at[1] + edge],
      ];
      if (rim.length > 2 && !about.every((p) => isInside(rim, p))) return;
      dots.data.set(
        [...(l < LEVEL_LIGHT ? DARK : BRIGHT), Math.min(255, Math.abs(l - LEVEL_LIGHT) * CONTRAST)],
        i * 4,
      );
    });
    context.putImageData(dots, 0, 0);
    const [x0, y0] = [box.x0 - stepM / 2, box.y0 - stepM / 2];
    return { image, x0, y0, x1: x0 + columns * stepM, y1: y0 + rows * stepM, opacity: OPACITY };
  });

  useLabels(() => ({
    // Under beds a figure could not be read: blocks told by their own falls keep theirs to the panel.
    labels: lined.value
      .filter((p) => !p.block)
      .flatMap((p) =>
        p.contours
          .filter((c) => c.label && (isStrong(c.zM, p.everyM) || p.contours.length < ALL_TOLD))
          .map((c): SheetLabel => ({
            key: `contour/${p.key} ${c.zM}`,
            text: settings.parts(c.zM, 'height').number,
            style: 'contour',
            rank: RANK,
            at: toScreen()(...(c.label as Point)),
            stands: [{ dx: 0, dy: 0, anchor: 'middle' }],
          })),
      ),
  }));
  return { layers, light };
}
