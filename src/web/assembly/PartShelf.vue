<script setup lang="ts">
import { computed, ref, useId } from 'vue';
import { msg } from '../../core/language';
import { writeParts } from '../../core/plan';
import { useFiles } from '../stores/files';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useView } from '../stores/view';
import LeafTabs from '../parts/LeafTabs.vue';
import { useShelf } from '../parts/useReorder';
import { download } from '../storage/download';
import PartGlyph from './PartGlyph.vue';
import { BOARDS, onBoard } from './shelf';

/** The shelf: typical parts and the plan's own, board by board. Drag one into the picture, or press it. */
defineProps<{ shut?: boolean }>();
const emit = defineEmits<{ take: [kind: string] }>();
const plan = usePlan();
const edits = useEdits();
const view = useView();
const board = ref(BOARDS[0].name);
const parts = computed(() => onBoard(BOARDS.find((b) => b.name === board.value)!.roles, plan.full.parts));
const tabs = useId();
const own = (id: string): boolean => plan.full.parts.some((p) => p.id === id);
const input = ref<HTMLInputElement>();
const why = ref('');
const files = useFiles();

const shelf = ref<HTMLElement>();
useShelf(shelf, 'parts');
async function take(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  if (!file) return;
  field.value = '';
  const outcome = await files.read('parts', file, (reader, number) => reader.readParts(number, file));
  why.value = outcome.ended === 'failed' ? outcome.why : '';
  if (outcome.ended !== 'answered') return;
  const reading = outcome.value;
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
    <LeafTabs
      plain
      :leaves="BOARDS.map((b) => ({ id: b.name, name: b.name }))"
      :open="board"
      label="Groups of parts"
      :prefix="tabs"
      @turn="board = $event"
    />
    <div ref="shelf" class="parts">
      <button
        v-for="p in parts"
        :key="p.id"
        type="button"
        class="part"
        :data-shelf="p.id"
        :aria-label="msg`Put in: ${p.name}`"
        @click="emit('take', p.id)"
      >
        <PartGlyph :role="p.role" bare /> {{ p.name }}<em v-if="own(p.id)"> (own)</em>
      </button>
    </div>
    <p class="quiet foot">
      Typical parts: read your label.
      <button
        v-if="plan.full.parts.length > 0"
        type="button"
        class="asks"
        @click="download('parts.furrow.json', writeParts(plan.full.parts))"
      >
        Save own parts as a file
      </button>
      <button type="button" class="asks" @click="input?.click()">Take parts from a file…</button>
      <input
        ref="input"
        type="file"
        accept=".json,application/json"
        class="sr"
        tabindex="-1"
        aria-label="Parts file"
        @change="take"
      />
    </p>
    <p v-if="why" role="alert" class="why">{{ why }}</p>
  </details>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.part {
  display: flex;
  align-items: center;
  gap: 5px;
  border: 1.3px solid var(--line);
  border-radius: 4px;
  background: var(--card);
  padding: 2px 9px 2px 4px;
  font-size: 13.5px;
  cursor: grab;
}
.part:hover {
  background: var(--picked);
}
.foot {
  margin: 8px 0 0;
  display: flex;
  gap: 4px 14px;
  flex-wrap: wrap;
}
.why {
  color: var(--alarm);
  font-size: 13.5px;
}
</style>
