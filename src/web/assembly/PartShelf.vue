<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { readParts, writeParts } from '../../core/plan';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useView } from '../stores/view';
import { download } from '../storage/download';
import PartGlyph from './PartGlyph.vue';
import { BOARDS, onBoard } from './shelf';

/** The shelf: typical parts and the plan's own, board by board. Drag one into the picture, or press it. */
defineProps<{ dragging?: string; shut?: boolean }>();
const emit = defineEmits<{ take: [kind: string]; grab: [event: PointerEvent, kind: string] }>();
const plan = usePlan();
const edits = useEdits();
const view = useView();
const board = ref(BOARDS[0].name);
const parts = computed(() => onBoard(BOARDS.find((b) => b.name === board.value)!.roles, plan.full.parts));
const own = (id: string): boolean => plan.full.parts.some((p) => p.id === id);
const input = ref<HTMLInputElement>();
const why = ref('');

/** A press with the keyboard has no pointer before it; one with the mouse is told from a drag by not having moved. */
let draggedFrom = '';
function grab(event: PointerEvent, kind: string): void {
  draggedFrom = '';
  const { clientX, clientY } = event;
  const far = (e: PointerEvent): void => {
    if (Math.hypot(e.clientX - clientX, e.clientY - clientY) > 5) draggedFrom = kind;
  };
  window.addEventListener('pointermove', far);
  window.addEventListener('pointerup', () => window.removeEventListener('pointermove', far), { once: true });
  emit('grab', event, kind);
}
function press(kind: string): void {
  if (draggedFrom === kind) draggedFrom = '';
  else emit('take', kind);
}
async function take(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  if (!file) return;
  const reading = readParts(await file.text());
  field.value = '';
  why.value = '';
  if (!reading.ok) why.value = msg`The file was not taken: ${reading.why}.`;
  else {
    const refusal = edits.ownParts(reading.parts, msg`take parts from a file`);
    if (refusal) why.value = refusal.what;
    else view.notice = msg`${reading.parts.length} parts taken onto the shelf.`;
  }
}
</script>

<template>
  <details class="more shelf" :open="!shut">
    <summary>Shelf</summary>
    <div role="group" aria-label="Boards of the shelf" class="boards">
      <button v-for="b in BOARDS" :key="b.name" type="button" :aria-pressed="board === b.name" :class="{ on: board === b.name }" @click="board = b.name">{{ b.name }}</button>
    </div>
    <div class="parts">
      <button v-for="p in parts" :key="p.id" type="button" class="part" :class="{ moving: dragging === p.id }" :data-shelf="p.id" :aria-label="msg`Put in: ${p.name}`" @pointerdown="grab($event, p.id)" @click="press(p.id)">
        <PartGlyph :role="p.role" bare /> {{ p.name }}<em v-if="own(p.id)"> (own)</em>
      </button>
    </div>
    <p class="quiet foot">
      Typical parts: read your label.
      <button v-if="plan.full.parts.length > 0" type="button" class="asks" @click="download('parts.furrow.json', writeParts(plan.full.parts))">Save own parts as a file</button>
      <button type="button" class="asks" @click="input?.click()">Take parts from a file…</button>
      <input ref="input" type="file" accept=".json,application/json" class="sr" tabindex="-1" aria-label="Parts file" @change="take" />
    </p>
    <p v-if="why" role="alert" class="why">{{ why }}</p>
  </details>
</template>

<style scoped>
.boards { display: flex; flex-wrap: wrap; gap: 4px; margin: 2px 0 8px; }
.boards button { border: 0; border-bottom: 2.5px solid transparent; background: none; padding: 1px 5px; font-size: 13.5px; cursor: pointer; }
.boards .on { border-color: var(--water); font-weight: 700; }
.parts { display: flex; flex-wrap: wrap; gap: 6px; }
.part { display: flex; align-items: center; gap: 5px; border: 1.3px solid var(--line); border-radius: 4px; background: var(--card); padding: 2px 9px 2px 4px; font-size: 13.5px; cursor: grab; touch-action: none; }
.part:hover { background: var(--picked); }
.part.moving { opacity: 0.5; }
.foot { margin: 8px 0 0; display: flex; gap: 4px 14px; flex-wrap: wrap; }
.why { color: var(--alarm); font-size: 13.5px; }
</style>
