<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import WorkingDialog from '../parts/WorkingDialog.vue';
import WeighDialog from '../weigh/WeighDialog.vue';
import FieldSheet from '../sheet/FieldSheet.vue';
import { useDesk } from '../stores/desk';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useView } from '../stores/view';
import UnderSheet from '../under/UnderSheet.vue';
import PlanMenu from './PlanMenu.vue';
import TallyBar from './TallyBar.vue';
import WorkingOrder from './WorkingOrder.vue';

const desk = useDesk();
const plan = usePlan();
const results = useResults();
const view = useView();
const router = useRouter();
const ready = ref(plan.isOpen);

onMounted(async () => {
  if (!plan.isOpen && !(await desk.takeUp())) await router.replace({ name: 'start' });
  ready.value = plan.isOpen;
});

/** A field being typed in keeps its own undo. */
const typing = (event: KeyboardEvent): boolean => (event.target as HTMLElement).matches('input, textarea, select');

function undo(): void {
  const label = plan.undoLabel;
  plan.undo();
  if (label) view.notice = `Undone: ${label}.`;
}
function redo(): void {
  const label = plan.redoLabel;
  plan.redo();
  if (label) view.notice = `Done again: ${label}.`;
}

useEventListener('keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey)) return;
  const key = event.key.toLowerCase();
  if (key === 's') {
    event.preventDefault();
    desk.saveFile();
  } else if (typing(event)) return;
  else if (key === 'z' && !event.shiftKey) {
    event.preventDefault();
    undo();
  } else if (key === 'y' || (key === 'z' && event.shiftKey)) {
    event.preventDefault();
    redo();
  }
});
</script>

<template>
  <div v-if="ready" class="shell">
    <PlanMenu class="menu" @undo="undo" @redo="redo" />
    <TallyBar class="tally" />
    <WorkingOrder class="order" />
    <main class="field">
      <p v-if="results.problem" role="alert" class="problem">{{ results.problem }}</p>
      <FieldSheet class="sheet" :class="{ stale: results.stale }" />
      <UnderSheet class="walk" :class="{ stale: results.stale }" />
    </main>
    <aside class="panel" aria-label="Stage">
      <p v-if="desk.trouble" role="alert" class="caution">
        {{ desk.trouble }} <button type="button" class="asks" @click="desk.saveFile()">Save a file</button>
      </p>
      <router-view />
    </aside>
    <WorkingDialog />
    <WeighDialog />
  </div>
</template>

<style scoped>
.shell { display: grid; height: 100vh; grid-template: 88px minmax(0, 1fr) / 148px minmax(0, 1fr) 384px; grid-template-areas: 'menu tally tally' 'order field panel'; }
.menu { grid-area: menu; border-right: 1px solid var(--line); border-bottom: 1.5px solid var(--ink); }
.tally { grid-area: tally; border-bottom: 1.5px solid var(--ink); }
.order { grid-area: order; border-right: 1.5px solid var(--ink); }
.field { grid-area: field; display: grid; grid-template-rows: minmax(0, 1fr) 272px; min-height: 0; position: relative; }
.walk { border-top: 1.5px solid var(--line); contain: strict; }
/* Each part is laid out and painted by itself: an answer that changes one does not touch the others. */
.tally, .panel, .order { contain: strict; }
.menu { contain: layout; }
.panel { grid-area: panel; border-left: 1.5px solid var(--ink); padding: 18px 20px 28px; overflow-y: auto; }
.problem { position: absolute; z-index: 2; left: 12px; right: 12px; top: 10px; background: var(--alarm-slab); color: #fff; padding: 8px 12px; border-radius: 4px; }
@media (max-width: 1100px) {
  .shell { grid-template-columns: 116px minmax(0, 1fr) 330px; }
}
@media (max-width: 820px) {
  .shell { height: 100dvh; overflow-y: auto; display: block; }
  .tally, .panel, .order, .menu { contain: none; }
  .walk { contain: layout; }
  .order { border-right: 0; border-bottom: 1.5px solid var(--ink); position: sticky; top: 0; z-index: 3; background: var(--paper); }
  .field { display: block; }
  .sheet { height: 320px; }
  .walk { height: 260px; }
  .panel { border-left: 0; border-top: 1.5px solid var(--ink); overflow: visible; }
}
</style>
