<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, nextTick, onBeforeUnmount, shallowRef, useTemplateRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { msg } from '../../core/language';
import WorkingDialog from '../parts/WorkingDialog.vue';
import WeighDialog from '../weigh/WeighDialog.vue';
import { useDesk } from '../stores/desk';
import { useDrafts } from '../stores/drafts';
import { useKeeping, type Opened } from '../stores/keeping';
import { useRememberedInTab } from '../storage/remembered';
import { download } from '../storage/download';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useView } from '../stores/view';
import FieldArea from './FieldArea.vue';
import PanelOutline from './PanelOutline.vue';
import PlanMenu from './PlanMenu.vue';
import TallyBar from './TallyBar.vue';
import TermsUnderFinger from './TermsUnderFinger.vue';
import { usePhone } from '../parts/usePhone';
import WorkingOrder from './WorkingOrder.vue';

const desk = useDesk();
const plan = usePlan();
const results = useResults();
const view = useView();
const router = useRouter();
const route = useRoute();
const keeping = useKeeping();
// What stands in fields unfinished is read with the plan.
useDrafts();
const address = computed(() => String(route.params.id));
/** How opening what the address names ended. */
const opened = shallowRef<Opened>();
const ready = computed(() => opened.value === 'open');

async function openAddress(): Promise<void> {
  const id = address.value;
  if (opened.value === 'open' && keeping.id === id) return;
  opened.value = undefined;
  const now = await desk.open(id);
  if (id === address.value) opened.value = now;
}
watch(address, () => void openAddress(), { immediate: true });
// A demo that was changed is a plan of one's own, at its own address.
watch(
  () => keeping.became,
  (id) => void (id && router.replace({ name: route.name!, params: { id } })),
);
// The block looked at stays so over a reload.
const seen = useRememberedInTab<Record<string, string>>('idle-furrow/seen', {});
watch(
  [ready, () => plan.block.id],
  ([now, block], [before]) => {
    if (!now) return;
    const last = seen.value[keeping.id];
    if (!before && last && plan.blocks.some((b) => b.id === last)) plan.pickBlock(last);
    else seen.value[keeping.id] = block;
  },
  { immediate: true },
);
watch(
  () => plan.told,
  (refusal) => refusal && (view.notice = msg`Not done: ${refusal.what}.`),
);
watch(
  () => plan.refused,
  () =>
    void (view.notice = msg`Another tab is working on this plan. Press “Work here instead” to change it here.`),
);
/** On a phone the stage that was pressed is brought before the eyes, and to whoever hears the page. */
const panel = useTemplateRef<HTMLElement>('panel');
const phone = usePhone();
watch(
  () => route.name,
  async () => {
    if (!phone.value) return;
    await nextTick();
    panel.value?.focus({ preventScroll: true });
    panel.value?.scrollIntoView({ block: 'start' });
  },
);
/** Off the desk: all of it is folded into the plan, and another page may have the pen. What cannot be kept stays here. */
onBeforeUnmount(async () => {
  const id = keeping.id;
  await keeping.fold();
  if (keeping.id === id && keeping.state !== 'unsafe' && !route.params.id) keeping.letGo();
});
const broken = computed(() =>
  typeof opened.value === 'object' && 'text' in opened.value ? opened.value : undefined,
);
const brokenSays = computed(() => {
  const [first] = broken.value?.problems ?? [];
  if (!first) return '';
  const says = `${first.path ? `${first.path}: ` : ''}${first.what}.`;
  return says.charAt(0).toUpperCase() + says.slice(1);
});
const failed = computed(() =>
  typeof opened.value === 'object' && 'failed' in opened.value ? opened.value.failed : '',
);
function openRecovered(): void {
  const id = desk.takeRecovered(broken.value!.recovered!);
  void router.replace({ name: route.name!, params: { id } });
}
const saveBroken = (): void => download('plan.furrow.json', broken.value!.text);

/** A field being typed in keeps its own undo. */
const typing = (event: KeyboardEvent): boolean =>
  (event.target as HTMLElement).matches('input, textarea, select');

function undo(): void {
  const label = plan.undoLabel;
  plan.undo();
  if (label) view.notice = msg`Undone: ${label}.`;
}
function redo(): void {
  const label = plan.redoLabel;
  plan.redo();
  if (label) view.notice = msg`Done again: ${label}.`;
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
    <FieldArea class="field">
      <p v-if="results.problem" role="alert" class="problem">{{ results.problem }}</p>
      <p v-else-if="keeping.reading" role="status" class="reading">
        Another tab is working on this plan. You see each change as it is made.
        <button type="button" @click="keeping.takeOver()">Work here instead</button>
      </p>
    </FieldArea>
    <aside ref="panel" class="panel" aria-label="Stage" tabindex="-1">
      <p v-if="keeping.trouble" role="alert" class="caution">
        {{ keeping.trouble }} <button type="button" class="asks" @click="desk.saveFile()">Save a file</button>
      </p>
      <PanelOutline v-if="panel" :panel="panel" />
      <router-view />
    </aside>
    <WorkingDialog />
    <WeighDialog />
    <TermsUnderFinger />
  </div>
  <main v-else class="none">
    <template v-if="opened === 'missing'">
      <h1>No plan here</h1>
      <p role="alert">
        This browser keeps no plan under this address. It may have been deleted, or be in another browser:
        open it from a file.
      </p>
    </template>
    <template v-else-if="broken">
      <h1>This plan cannot be read</h1>
      <p role="alert">{{ brokenSays }} It stays where it is.</p>
      <p><v-btn @click="saveBroken">Save it as it is</v-btn> to send to somebody who can mend it.</p>
      <p v-if="broken.recovered">
        <v-btn @click="openRecovered">Open what can be read</v-btn> as a plan of its own, with
        {{ broken.recovered.plan.blocks.length }}
        {{ forms(broken.recovered.plan.blocks.length, 'block', 'blocks') }}.
      </p>
    </template>
    <template v-else-if="failed">
      <h1>The plan could not be opened</h1>
      <p role="alert">{{ failed.charAt(0).toUpperCase() + failed.slice(1) }}. Nothing is lost by that.</p>
      <p><v-btn @click="openAddress">Try again</v-btn></p>
    </template>
    <p v-else role="status">Opening the plan …</p>
    <p v-if="opened"><router-link :to="{ name: 'start' }" class="asks">To the start page</router-link></p>
  </main>
</template>

<style scoped>
.shell {
  display: grid;
  height: 100vh;
  grid-template: 88px minmax(0, 1fr) / 148px minmax(0, 1fr) 384px;
  grid-template-areas: 'menu tally tally' 'order field panel';
}
.menu {
  grid-area: menu;
  border-right: 1px solid var(--line);
  border-bottom: 1.5px solid var(--ink);
}
.tally {
  grid-area: tally;
  border-bottom: 1.5px solid var(--ink);
}
.order {
  grid-area: order;
  border-right: 1.5px solid var(--ink);
}
.field {
  grid-area: field;
}
/* Each part is laid out and painted by itself: an answer that changes one does not touch the others. */
.tally,
.panel,
.order {
  contain: strict;
}
.menu {
  contain: layout;
}
.panel {
  grid-area: panel;
  border-left: 1.5px solid var(--ink);
  padding: 18px 20px 28px;
  overflow-y: auto;
}
.panel:focus {
  outline: none;
}
.reading {
  background: var(--slab);
  color: var(--on-slab);
  padding: 7px 14px;
  margin: 0;
  font-size: 14.5px;
}
.reading button {
  background: var(--card);
  color: var(--ink);
  border: 0;
  border-radius: 3px;
  padding: 4px 12px;
  margin-left: 8px;
  cursor: pointer;
  font-weight: 600;
}
.none {
  max-width: 620px;
  margin: 12vh auto 0;
  padding: 0 24px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.none h1 {
  font-size: 28px;
}
.problem {
  position: absolute;
  z-index: 2;
  left: 12px;
  right: 12px;
  top: 10px;
  background: var(--alarm-slab);
  color: #fff;
  padding: 8px 12px;
  border-radius: 4px;
}
@media (max-width: 1100px) {
  .shell {
    grid-template-columns: 116px minmax(0, 1fr) 330px;
  }
}
@media (max-width: 820px), (max-height: 480px) {
  /* The verdict and the way through the stages stay; the panel comes first, the sheet is a strip that opens over all. */
  .shell {
    height: 100dvh;
    grid-template: auto auto auto minmax(0, 1fr) auto / minmax(0, 1fr);
    grid-template-areas: 'menu' 'tally' 'order' 'panel' 'field';
  }
  .tally,
  .order,
  .menu {
    contain: none;
  }
  .menu {
    border-right: 0;
  }
  .order {
    border-right: 0;
    border-bottom: 1.5px solid var(--ink);
  }
  .panel {
    border-left: 0;
    padding: 14px 16px 24px;
  }
}
/* Held sideways there is little height: the way through the stages stands at the left. */
@media (max-height: 480px) and (min-width: 560px) {
  .shell {
    grid-template: auto minmax(0, 1fr) / 56px auto minmax(0, 1fr) auto;
    grid-template-areas: 'order menu tally field' 'order panel panel panel';
  }
  .order {
    border-bottom: 0;
    border-right: 1.5px solid var(--ink);
  }
}
/* A leaf that is printed is not cut off where the panel ends on the screen. */
@media print {
  .shell {
    display: block;
    height: auto;
  }
  .panel {
    contain: none;
    overflow: visible;
  }
}
</style>
