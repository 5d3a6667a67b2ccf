<script setup lang="ts">
import { mdiArrowCollapseDown, mdiArrowCollapseUp, mdiClose, mdiUnfoldMoreHorizontal } from '@mdi/js';
import { StorageSerializers, useElementSize } from '@vueuse/core';
import { useRemembered } from '../storage/remembered';
import { computed, ref, watch } from 'vue';
import FieldSheet from '../sheet/FieldSheet.vue';
import { useResults } from '../stores/results';
import UnderSheet from '../under/UnderSheet.vue';
import { usePhone } from '../parts/usePhone';

/** The sheet and the picture under it, with a handle between them; on a phone a strip from which either opens over all. */
const results = useResults();
const phone = usePhone();
const frame = ref<HTMLElement>();
const { height } = useElementSize(frame);

/** Room for the picture under the sheet, px, as it was left; 0: folded away, “all”: it has all. */
const USUAL_PX = 272;
const LEAST_PX = 150;
const STEP_PX = 24;
/** Dragged smaller than this a part folds away. */
const FOLD_PX = 80;
const HANDLE_PX = 15;
const wished = useRemembered<number | 'all'>('idle-furrow/room-under', USUAL_PX, {
  serializer: StorageSerializers.object,
});
const most = computed(() => Math.max(LEAST_PX, height.value - HANDLE_PX));
const under = computed(() =>
  wished.value === 'all' ? most.value : Math.min(Math.max(0, wished.value), most.value),
);
const sheetGone = computed(() => wished.value === 'all' || most.value - under.value < FOLD_PX);
const underGone = computed(() => under.value === 0);

function give(px: number): void {
  if (px < FOLD_PX) wished.value = 0;
  else if (px > most.value - FOLD_PX) wished.value = 'all';
  else wished.value = Math.round(Math.max(LEAST_PX, Math.min(px, most.value - FOLD_PX)));
}
const usual = (): void => void (wished.value = USUAL_PX);
/** One press folds away what stands on that side, the next brings it back. */
const foldUnder = (): void => void (wished.value = underGone.value ? USUAL_PX : 0);
const foldSheet = (): void => void (wished.value = sheetGone.value ? USUAL_PX : 'all');

let from: { y: number; px: number } | undefined;
function take(event: PointerEvent): void {
  if ((event.target as Element).closest('button')) return;
  from = { y: event.clientY, px: under.value };
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
const move = (event: PointerEvent): void => void (from && give(from.px + from.y - event.clientY));
const leave = (): void => void (from = undefined);
function keys(event: KeyboardEvent): void {
  const by: Record<string, () => void> = {
    ArrowUp: () => give(under.value + STEP_PX),
    ArrowDown: () => give(under.value - STEP_PX),
    Home: () => (wished.value = 0),
    End: () => (wished.value = 'all'),
    Enter: usual,
  };
  if (!by[event.key]) return;
  event.preventDefault();
  by[event.key]();
}

/** On a phone: which of them is open over all. */
const open = ref<'sheet' | 'under'>();
watch(phone, () => (open.value = undefined));
</script>

<template>
  <main
    ref="frame"
    class="field"
    :class="{ phone, open: open !== undefined }"
    :style="phone ? undefined : { '--under': `${under}px` }"
    @keydown.esc="open = undefined"
  >
    <div class="messages"><slot /></div>
    <div v-if="phone" class="strip">
      <button
        type="button"
        :aria-expanded="open === 'sheet'"
        @click="open = open === 'sheet' ? undefined : 'sheet'"
      >
        Field sheet
      </button>
      <button
        type="button"
        :aria-expanded="open === 'under'"
        @click="open = open === 'under' ? undefined : 'under'"
      >
        Pressure walk
      </button>
      <button v-if="open" type="button" class="close" aria-label="Close" @click="open = undefined">
        <v-icon :icon="mdiClose" size="22" />
      </button>
    </div>
    <FieldSheet
      v-show="phone ? open === 'sheet' : !sheetGone"
      class="sheet"
      :class="{ stale: results.stale }"
    />
    <div
      v-if="!phone"
      class="handle"
      @pointerdown="take"
      @pointermove="move"
      @pointerup="leave"
      @pointercancel="leave"
      @dblclick="usual"
    >
      <button
        type="button"
        :title="sheetGone ? msg`Show the sheet` : msg`Fold the sheet away`"
        :aria-label="sheetGone ? msg`Show the sheet` : msg`Fold the sheet away`"
        @click="foldSheet"
      >
        <v-icon :icon="sheetGone ? mdiUnfoldMoreHorizontal : mdiArrowCollapseUp" size="14" />
      </button>
      <i
        role="separator"
        tabindex="0"
        aria-orientation="horizontal"
        aria-label="Room for the picture under the sheet"
        :aria-valuenow="Math.round(under)"
        aria-valuemin="0"
        :aria-valuemax="Math.round(most)"
        @keydown="keys"
      />
      <button
        type="button"
        :title="underGone ? msg`Show the picture under the sheet` : msg`Fold the picture away`"
        :aria-label="underGone ? msg`Show the picture under the sheet` : msg`Fold the picture away`"
        @click="foldUnder"
      >
        <v-icon :icon="underGone ? mdiUnfoldMoreHorizontal : mdiArrowCollapseDown" size="14" />
      </button>
    </div>
    <UnderSheet
      v-show="phone ? open === 'under' : !underGone"
      class="under"
      :class="{ stale: results.stale }"
    />
  </main>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) 15px var(--under);
  min-height: 0;
  position: relative;
}
.messages {
  grid-row: 1;
}
.sheet {
  grid-row: 2;
  min-height: 0;
}
.handle {
  grid-row: 3;
  display: flex;
  justify-content: center;
  align-items: center;
  gap: 10px;
  border-top: 1.5px solid var(--line);
  cursor: ns-resize;
  touch-action: none;
  user-select: none;
}
.handle i {
  width: 42px;
  height: 3px;
  border-radius: 2px;
  background: var(--line);
}
.handle:hover i,
.handle i:focus-visible {
  background: var(--leaf);
}
.handle button {
  border: 0;
  background: none;
  width: 28px;
  height: 14px;
  line-height: 1;
  display: grid;
  place-items: center;
  cursor: pointer;
  color: var(--faint);
}
.handle button:hover {
  color: var(--ink);
  background: var(--picked);
  border-radius: 3px;
}
.under {
  grid-row: 4;
  contain: strict;
}
.phone {
  display: block;
}
.strip {
  display: flex;
  gap: 1px;
  background: var(--ink);
  border-top: 1.5px solid var(--ink);
}
.strip button {
  flex: 1;
  min-height: 48px;
  border: 0;
  background: var(--picked);
  font-weight: 600;
  font-size: 15px;
  cursor: pointer;
}
.strip button[aria-expanded='true'] {
  background: var(--paper);
}
.strip .close {
  flex: 0 0 56px;
  background: var(--paper);
}
@media (max-height: 480px) and (min-width: 560px) {
  .strip {
    border-top: 0;
    height: 100%;
  }
  .strip button {
    padding: 0 14px;
  }
}
.phone.open {
  position: fixed;
  inset: 0;
  z-index: 8;
  display: flex;
  flex-direction: column;
  background: var(--paper);
}
.phone.open .sheet,
.phone.open .under {
  flex: 1;
}
</style>
