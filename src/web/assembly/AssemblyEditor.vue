<script setup lang="ts">
import { computed, nextTick, ref } from 'vue';
import { msg } from '../../core/language';
import { isBranch, ROLE_WORDS } from '../../core/catalog/headParts';
import { mismatches, orderSays } from '../../core/check';
import { inletParts, stepKey, type PartResult } from '../../core/network';
import { branchSource, HEAD, partsAt, statedParts, type Part } from '../../core/plan';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useJudgement } from '../stores/judgement';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';
import { useReorder } from '../parts/useReorder';
import PartFields from './PartFields.vue';
import PartGlyph from './PartGlyph.vue';
import PartShelf from './PartShelf.vue';

/** Parts in line as a picture: the head, or a block's inlet. Built by dragging from the shelf, or by keys. */
const props = defineProps<{ place: string; from: string; to: string; name: string; shelfShut?: boolean }>();
const plan = usePlan();
const edits = useEdits();
const results = useResults();
const judgement = useJudgement();
const settings = useSettings();
const view = useView();

const END_PX = 60;
const row = ref<HTMLElement>();
useReorder(row, {
  things: '[data-tile]',
  shelf: 'parts',
  moved: (from, to) => edits.movePart(props.place, parts.value[from].id, to),
  taken: (kind, to) => add(kind, to),
});
/** One part is picked at a time, here or by pressing its step in the walk. */
const picked = computed({
  get: () => (view.pickedPart && isHere(view.pickedPart) ? view.pickedPart.id : undefined),
  set: (id) => (view.pickedPart = id === undefined ? undefined : { place: props.place, id }),
});

/** What was put there: what is planned for the sets is told beside, and is no one's to move. */
const parts = computed<readonly Part[]>(() => partsAt(plan.full, props.place).filter((p) => !p.planned));
const isDefault = computed(() => !statedParts(plan.plan, props.place));
/** What a source's own water passes is told with the head, whose parts it passes next. */
const atHead = computed(() => props.place === HEAD || branchSource(props.place) !== undefined);
/** What each part does, of the plan solved last. */
const at = computed(() => {
  const r = results.results;
  const solvedPlan = results.toldPlan;
  let list: PartResult[] = [];
  if (r && solvedPlan) {
    if (atHead.value) list = r.head;
    else {
      const block = r.blocks.find((b) => solvedPlan.blocks[b.index].id === props.place);
      if (block) list = inletParts(r, block);
    }
  }
  return new Map(list.map((p) => [p.step.part.id, p]));
});
const isHere = ({ place, id }: { place: string; id: string }): boolean =>
  place === props.place || (place === HEAD && atHead.value && parts.value.some((p) => p.id === id));
const unlike = computed(() => new Map(mismatches(parts.value).map((m) => [m.at, m])));
const faults = computed(
  () =>
    new Set(
      judgement.each.flatMap((f) =>
        f.place.kind === 'part' && isHere(f.place) && f.grade !== 'note' ? [f.place.id] : [],
      ),
    ),
);
const says = computed(() => orderSays(parts.value));
const pickedPart = computed(() => parts.value.find((p) => p.id === picked.value));
const first = computed(() => at.value.get(parts.value[0]?.id)?.beforeKpa);

const tile = (i: number): HTMLElement | undefined =>
  row.value?.querySelectorAll<HTMLElement>('[data-tile]')[i];
async function focusTile(i: number): Promise<void> {
  await nextTick();
  tile(Math.max(0, Math.min(i, parts.value.length - 1)))?.focus();
}
function keys(event: KeyboardEvent, i: number): void {
  const by =
    event.key === 'ArrowRight' || event.key === 'ArrowDown'
      ? 1
      : event.key === 'ArrowLeft' || event.key === 'ArrowUp'
        ? -1
        : 0;
  const { id } = parts.value[i];
  if (by !== 0) {
    if (event.altKey || event.ctrlKey || event.shiftKey)
      edits.movePart(props.place, id, i + by, `move-${id}`);
    void focusTile(i + by);
  } else if (event.key === 'Home') void focusTile(0);
  else if (event.key === 'End') void focusTile(parts.value.length - 1);
  else if (event.key === 'Delete' || event.key === 'Backspace') {
    edits.removePart(props.place, id);
    void focusTile(i);
  } else return;
  event.preventDefault();
}
/** After the part picked, or last. */
function add(kind: string, gapAt?: number): void {
  const after = parts.value.findIndex((p) => p.id === picked.value);
  const place = gapAt ?? (after >= 0 ? after + 1 : parts.value.length);
  picked.value = edits.addPart(props.place, kind, place);
  view.notice = '';
}
function join(i: number): void {
  const m = unlike.value.get(i);
  if (m)
    picked.value = edits.addPart(props.place, 'adaptor', i, {
      inEnd: m.before.outEnd,
      outEnd: m.after.inEnd,
    });
}
const kpa = (id: string): string => {
  const p = at.value.get(id);
  return p ? settings.parts(p.afterKpa, 'pressure').number : '–';
};
const lost = (id: string): string => {
  const p = at.value.get(id);
  return p && p.beforeKpa > p.afterKpa
    ? msg`, takes ${settings.show(p.beforeKpa - p.afterKpa, 'pressure')}`
    : '';
};
</script>

<template>
  <div class="assembly" role="group" :aria-label="name">
    <div ref="row" class="row">
      <span class="end"
        ><PartGlyph :width="END_PX" /><b>{{ from }}</b
        ><span class="num">{{
          first === undefined ? '' : settings.parts(first, 'pressure').number
        }}</span></span
      >
      <template v-for="(p, i) in parts" :key="p.id">
        <button
          v-if="unlike.has(i)"
          type="button"
          class="gapfill"
          :title="
            msg`${unlike.get(i)!.before.name} and ${p.name} have ends that do not fit: Build finds the adaptors; press to count the loss of one`
          "
          :aria-label="msg`Put an adaptor before the ${p.name}`"
          @click="join(i)"
        >
          +
        </button>
        <button
          type="button"
          data-tile
          class="tile"
          :class="{
            picked: picked === p.id,
            branch: isBranch(p.role),
            fault: faults.has(p.id),
            lit: view.pointedStep === stepKey.part(place, p.id),
            default: isDefault,
          }"
          :aria-pressed="picked === p.id"
          @click="picked = picked === p.id ? undefined : p.id"
          @keydown="keys($event, i)"
          @pointerenter="view.pointedStep = stepKey.part(place, p.id)"
          @pointerleave="view.pointedStep = undefined"
        >
          <PartGlyph :role="p.role" />
          <span class="what">{{ p.name }}</span>
          <span class="num">{{ kpa(p.id) }}</span><span class="sr">
            {{ settings.parts(0, 'pressure').unit }}</span
          >
          <span class="sr">
            after it, part {{ i + 1 }} of {{ parts.length }}{{ lost(p.id)
            }}{{ faults.has(p.id) ? msg`, needs a look` : '' }}</span
          >
        </button>
      </template>
      <span class="end"
        ><PartGlyph :width="END_PX" /><b>{{ to }}</b></span
      >
    </div>
    <p v-if="parts.length === 0" class="quiet">No part here. Drag one from the shelf, or press it there.</p>
    <p v-if="parts.length > 0" class="quiet keys">
      Water runs left to right; the figure under each part is the pressure after it,
      {{ settings.parts(0, 'pressure').unit }}, at the working flow. Alt and an arrow key move a part, Delete
      takes it out.
    </p>
    <PartFields
      v-if="pickedPart"
      :key="pickedPart.id"
      :place="place"
      :part="pickedPart"
      :result="at.get(pickedPart.id)"
      @gone="picked = undefined"
    />
    <p v-for="s in says" :key="s" class="school">{{ s }}</p>
    <PartShelf :shut="shelfShut" @take="add($event)" />
    <span class="sr" role="status">{{ parts.map((p) => ROLE_WORDS[p.role]).join(', ') }}</span>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  row-gap: 6px;
  margin: 0 0 6px;
  position: relative;
}
.tile,
.end {
  flex: 0 0 62px;
  width: 62px;
  display: flex;
  flex-direction: column;
  align-items: center;
  text-align: center;
  position: relative;
  background: none;
  border: 0;
  padding: 0 2px 3px;
  font-size: 12px;
  line-height: 1.15;
  color: var(--ink);
  cursor: grab;
}
.end {
  flex-basis: 60px;
  width: 60px;
  cursor: default;
  color: var(--faint);
}
.end b {
  font-weight: 600;
  min-height: 26px;
  overflow: hidden;
  max-width: 60px;
  text-overflow: ellipsis;
}
.what {
  min-height: 26px;
  display: block;
}
.tile .num,
.end .num {
  font-size: 12px;
  font-weight: 600;
  color: var(--ink);
}
.tile.default .what {
  color: var(--faint);
}
.tile.picked {
  background: var(--picked);
  border-radius: 4px;
}
.tile.fault .what {
  color: var(--alarm);
  font-weight: 700;
}
.tile.lit {
  background: color-mix(in srgb, var(--picked) 70%, transparent);
}
.gapfill {
  flex: 0 0 20px;
  height: 20px;
  margin: 20px -10px 0;
  z-index: 1;
  border: 1.6px solid var(--clay);
  color: var(--clay);
  background: var(--card);
  border-radius: 50%;
  width: 20px;
  padding: 0;
  line-height: 1;
  font-weight: 700;
  cursor: pointer;
}
.keys {
  margin-bottom: 8px;
}
.school {
  border-left: 3px solid var(--line);
  padding-left: 9px;
  font-size: 13.5px;
  line-height: 1.4;
  margin-bottom: 8px;
}
</style>
