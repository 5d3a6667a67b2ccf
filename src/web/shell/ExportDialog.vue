<script setup lang="ts">
import { computed, ref, toRaw } from 'vue';
import { msg } from '../../core/language';
import { PAPERS, SCALES, type PaperName } from '../../core/formats/paper';
import { besideName } from '../../core/switching';
import type { SheetOptions } from '../../core/formats/sheetSvg';
import { surfaceOf } from '../../core/plan';
import { M_PER_FT } from '../../core/units';
import { download } from '../storage/download';
import { useBuilding } from '../stores/building';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useTools } from '../stores/tools';

/** The farm as files for other hands: maps, drawings, tables, a sheet to print. */
defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: [] }>();
const plan = usePlan();
const building = useBuilding();
const results = useResults();
const settings = useSettings();
const tools = useTools();

const PAPER_NAMES = Object.keys(PAPERS) as PaperName[];
const paper = ref<PaperName>(settings.units.system === 'us' ? 'Letter' : 'A4');
const scale = ref(0);
const why = ref('');
/** What of the map can be brought in again. */
const comesBack = computed(() => {
  const bare = plan.blocks.filter((b) => !b.outline).length;
  const rest = msg`beds, pipes and parts do not: save the plan as a file for those`;
  return bare === 0
    ? msg`Brought in again, outlines, heights and things in the way come back; ${rest}.`
    : bare === plan.blocks.length
      ? msg`No block has an outline, so of the ground only heights and things in the way come back when it is brought in again; blocks, ${rest}.`
      : msg`Brought in again, the outlines of ${plan.blocks.length - bare} of ${plan.blocks.length} blocks, heights and things in the way come back; the other blocks have none, and ${rest}.`;
});
const busy = ref(false);
/** Of a printed picture, dots per mm: 300 to the inch. */
const DOTS_PER_MM = 300 / 25.4;

function stem(): string {
  const slug = plan.full.name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');
  return slug || 'farm';
}
/** The plan as it was last solved, which is what the screen shows. */
const solved = () =>
  results.solved && { plan: toRaw(results.solved.plan), results: toRaw(results.solved.results) };

async function write(kind: 'geojson' | 'dxf' | 'csv' | 'svg' | 'png'): Promise<void> {
  const now = solved();
  if (!now) return void (why.value = msg`There is nothing solved to write yet.`);
  why.value = '';
  busy.value = true;
  try {
    if (kind === 'geojson') {
      const text = await building.farm('geojson');
      if (text === undefined) why.value = building.failed;
      else download(`${stem()}.geojson`, text, 'application/geo+json');
    } else if (kind === 'dxf') {
      const { writeDxf } = await import('../../core/formats/dxfFarm');
      download(`${stem()}.dxf`, writeDxf(plan.full, plan.laid), 'image/vnd.dxf');
    } else if (kind === 'csv') {
      const text = await building.farm('beds');
      if (text === undefined) why.value = building.failed;
      else download(`${stem()}-beds.csv`, text, 'text/csv');
    } else await writeSheet(now, kind);
  } catch (error) {
    why.value = msg`It could not be written: ${error instanceof Error ? error.message : String(error)}`;
  } finally {
    busy.value = false;
  }
}

async function writeSheet(now: NonNullable<ReturnType<typeof solved>>, kind: 'svg' | 'png'): Promise<void> {
  const { writeSheetSvg } = await import('../../core/formats/sheetSvg');
  const { shading, points } = results.solved!;
  const options: SheetOptions = {
    paper: paper.value,
    whole: toRaw(plan.laid),
    units: { ...settings.units },
    shading: { kpa: shading, points },
    footOf: results.footOf,
    valveOf: (id) => besideName(plan.full, plan.laid, id),
  };
  if (scale.value > 0) options.scale = scale.value;
  if (tools.look.relief && now.plan.ground.heights.length > 0) {
    const { contourLines, contoursLayer, contourStepM, heightGrid } = await import('../../core/scene');
    const grid = heightGrid(now.results.layout.bounds, surfaceOf(now.plan.ground).heightAt);
    const everyM =
      tools.look.contourM > 0
        ? tools.look.contourM
        : contourStepM(grid, settings.units.system === 'us' ? M_PER_FT : 1);
    options.relief = [contoursLayer('farm', contourLines(grid, everyM), everyM)];
  }
  const sheet = writeSheetSvg(now.plan, now.results, options);
  if (!sheet.ok) return void (why.value = sheet.why);
  if (kind === 'svg') return download(`${stem()}-sheet.svg`, sheet.svg, 'image/svg+xml');
  const image = new Image();
  image.src = URL.createObjectURL(new Blob([sheet.svg], { type: 'image/svg+xml' }));
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(sheet.widthMm * DOTS_PER_MM);
  canvas.height = Math.round(sheet.heightMm * DOTS_PER_MM);
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  URL.revokeObjectURL(image.src);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!blob) throw new Error(msg`this browser gives no picture that large`);
  const { withResolution } = await import('../../core/formats/pngResolution');
  const png = withResolution(new Uint8Array(await blob.arrayBuffer()), DOTS_PER_MM);
  download(`${stem()}-sheet.png`, new Blob([png as BlobPart]), 'image/png');
}
</script>

<template>
  <v-dialog :model-value="open" max-width="460" aria-label="Write files" @update:model-value="emit('close')">
    <v-card>
      <v-card-title>Write files</v-card-title>
      <v-card-text>
        <p class="row">
          <button type="button" :disabled="busy" @click="write('geojson')">Map (GeoJSON)</button>
          <span>ground, beds, runs, pipes and parts with their pressures. {{ comesBack }}</span>
        </p>
        <p class="row">
          <button type="button" :disabled="busy" @click="write('dxf')">Drawing (DXF)</button>
          <span>the layout in metres, a layer each</span>
        </p>
        <p class="row">
          <button type="button" :disabled="busy" @click="write('csv')">Beds (CSV)</button>
          <span>a line for each bed, in the units shown</span>
        </p>
        <p class="row">
          The sheet on
          <select v-model="paper" aria-label="Paper">
            <option v-for="p in PAPER_NAMES" :key="p">{{ p }}</option>
          </select>
          at
          <select v-model.number="scale" aria-label="Scale">
            <option :value="0">the largest scale that fits</option>
            <option v-for="s in SCALES" :key="s" :value="s">1:{{ s }}</option>
          </select>
        </p>
        <p class="row">
          <button type="button" :disabled="busy" @click="write('svg')">Sheet (SVG)</button>
          <button type="button" :disabled="busy" @click="write('png')">Sheet (PNG)</button>
        </p>
        <p v-if="why" role="alert" class="why">{{ why }}</p>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="emit('close')">Close</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.row {
  display: flex;
  gap: 10px;
  align-items: baseline;
  margin-bottom: 8px;
  font-size: 14px;
}
.row button {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  padding: 3px 10px;
  cursor: pointer;
  white-space: nowrap;
}
select {
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--leaf);
  color: var(--ink);
  font: inherit;
}
.why {
  color: var(--alarm);
}
</style>
