<script setup lang="ts">
import { mdiMagnet, mdiRulerSquare, mdiTerrain } from '@mdi/js';
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { parseQuantity } from '../../core/units';
import TextField from '../parts/TextField.vue';
import { useDraftText } from '../parts/useDraft';
import { useSettings } from '../stores/settings';
import { useTools } from '../stores/tools';
import type { useDrawing } from './useDrawing';

/** Tools that lie beside the sheet whatever stage is open: measuring tape, snapping, relief; and the row to type a stretch in while drawing. */
const props = defineProps<{ drawing: ReturnType<typeof useDrawing> }>();
const tools = useTools();
const settings = useSettings();
const length = useDraftText('length of the next stretch');
const degrees = useDraftText('direction of the next stretch');
const why = ref('');

const SAYS: Partial<Record<string, string>> = {
  measure: msg`Measuring tape: press from place to place.`,
  outline: msg`Press at each corner in turn; double-click or Enter closes the field.`,
  lane: msg`Press along the lane’s middle; double-click or Enter ends it.`,
  ditch: msg`Press along the ditch; double-click or Enter ends it.`,
  building: msg`Press at each corner of the building; Enter closes it.`,
  wet: msg`Press round the wet ground; Enter closes it.`,
  tree: msg`Press where the tree stands.`,
  height: msg`Press where the height was measured, then type it.`,
  plant: msg`Press where each plant stands; Enter or Escape ends.`,
  pipe: msg`Press from corner to corner, beginning at the feed or a joint; Enter ends.`,
  scale: msg`Press at two places in the picture that you know the distance between.`,
};
const says = computed(
  () =>
    SAYS[tools.tool] ??
    (tools.brush ? msg`Stroke across beds to ${tools.brush.label}; Escape puts the brush down.` : ''),
);
const canType = computed(
  () => props.drawing.drawing.value && props.drawing.points.value.length > 0 && tools.tool !== 'scale',
);

function addTyped(): void {
  const parsed = parseQuantity(length.value, 'length', settings.units);
  const deg = Number(degrees.value.replace(',', '.').replace('°', ''));
  if (!parsed.ok) return void (why.value = parsed.why);
  if (!(parsed.value > 0)) return void (why.value = msg`The length must be more than zero.`);
  if (!Number.isFinite(deg))
    return void (why.value = msg`The direction is a number of degrees, clockwise from up the sheet.`);
  why.value = '';
  props.drawing.addBy(parsed.value, deg);
  length.value = '';
}
</script>

<template>
  <div class="kit" data-kit>
    <div class="bar" role="group" aria-label="Sheet tools">
      <button
        type="button"
        title="Measuring tape"
        aria-label="Measuring tape"
        :aria-pressed="tools.tool === 'measure'"
        @click="tools.take('measure')"
      >
        <v-icon :icon="mdiRulerSquare" size="18" />
      </button>
      <button
        type="button"
        :title="tools.look.snaps ? msg`Snapping is on` : msg`Snapping is off`"
        aria-label="Snapping"
        :aria-pressed="tools.look.snaps"
        @click="tools.look.snaps = !tools.look.snaps"
      >
        <v-icon :icon="mdiMagnet" size="18" />
      </button>
      <button
        type="button"
        title="Relief"
        aria-label="Relief"
        :aria-pressed="tools.look.relief"
        @click="tools.look.relief = !tools.look.relief"
      >
        <v-icon :icon="mdiTerrain" size="18" />
      </button>
    </div>
    <div v-if="says" class="says" role="status">
      <span>{{ says }}</span>
      <form v-if="canType" @submit.prevent="addTyped">
        or
        <TextField
          id="stretch-length"
          width="6em"
          label="Length of the next stretch"
          placeholder="length"
          :value="length"
          :take="(t) => void (length = t)"
        />
        at
        <TextField
          id="stretch-direction"
          width="4em"
          label="Its direction, degrees clockwise from up the sheet"
          placeholder="0°"
          :value="degrees"
          :take="(t) => void (degrees = t)"
        />
        <button type="submit">set</button>
        <button v-if="drawing.canFinish.value" type="button" @click="drawing.finish()">finish</button>
      </form>
      <button type="button" @click="tools.putDown()">done</button>
      <span v-if="why" class="why" role="alert">{{ why }}</span>
    </div>
  </div>
</template>

<style scoped>
.bar {
  position: absolute;
  right: 10px;
  top: 118px;
  display: flex;
  flex-direction: column;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--card);
}
.bar button {
  width: 32px;
  height: 32px;
  border: 0;
  background: none;
  cursor: pointer;
}
.bar button + button {
  border-top: 1px solid var(--line);
}
.bar button:hover {
  background: var(--picked);
}
.bar button[aria-pressed='true'] {
  background: var(--picked);
  box-shadow: inset 3px 0 0 var(--leaf);
}
.says {
  position: absolute;
  left: 50%;
  top: 8px;
  transform: translateX(-50%);
  max-width: calc(100% - 120px);
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  background: var(--slab);
  color: var(--on-slab);
  border-radius: 4px;
  padding: 5px 12px;
  font-size: 13.5px;
  z-index: 1;
}
.says button {
  border: 1px solid currentcolor;
  border-radius: 3px;
  background: none;
  padding: 0 8px;
  cursor: pointer;
  font-size: 13px;
}
.says form {
  display: flex;
  gap: 6px;
  align-items: center;
}
.why {
  flex-basis: 100%;
  font-weight: 600;
}
</style>
