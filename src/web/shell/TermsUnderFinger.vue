<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { ref } from 'vue';
import { termAt } from '../../core/words/terms';

/** Wherever the hand rests on a word of the trade, or taps it, what it means stands beside it. */
const REST_MS = 550;
const told = ref<{ word: string; says: string; x: number; y: number }>();
let resting: ReturnType<typeof setTimeout> | undefined;
/** Where words are the hand's, not the reader's. */
const NOT = 'input, select, textarea, svg, button, a, [role="tooltip"], dfn, .v-overlay-container';
const WIDE = 280;

function look(x: number, y: number): void {
  const under = document.elementFromPoint(x, y);
  if (!under || under.closest(NOT) || !under.closest('.panel, .walk, .tally'))
    return void (told.value = undefined);
  const place = document.caretRangeFromPoint(x, y);
  const node = place?.startContainer;
  const found =
    place && node?.nodeType === Node.TEXT_NODE
      ? termAt(node.textContent ?? '', place.startOffset)
      : undefined;
  if (!found || !node) return void (told.value = undefined);
  const range = document.createRange();
  range.setStart(node, found.from);
  range.setEnd(node, found.to);
  const box = range.getBoundingClientRect();
  const slack = 3;
  if (x < box.left - slack || x > box.right + slack || y < box.top - slack || y > box.bottom + slack)
    return void (told.value = undefined);
  told.value = {
    word: found.term.word,
    says: found.term.says,
    x: Math.max(8, Math.min(box.left, window.innerWidth - WIDE - 8)),
    y: box.bottom + 6,
  };
}
useEventListener(
  document,
  'pointermove',
  (e: PointerEvent) => {
    clearTimeout(resting);
    if (told.value && e.pointerType === 'mouse') told.value = undefined;
    if (e.pointerType === 'mouse' && e.buttons === 0)
      resting = setTimeout(() => look(e.clientX, e.clientY), REST_MS);
  },
  { passive: true },
);
useEventListener(
  document,
  'pointerup',
  (e: PointerEvent) => e.pointerType !== 'mouse' && look(e.clientX, e.clientY),
  { passive: true },
);
useEventListener(document, 'keydown', (e: KeyboardEvent) => e.key === 'Escape' && (told.value = undefined));
useEventListener(document, 'scroll', () => (told.value = undefined), { passive: true, capture: true });
</script>

<template>
  <div v-if="told" class="told" role="status" :style="{ left: `${told.x}px`, top: `${told.y}px` }">
    <b>{{ told.word }}</b> {{ told.says }}
  </div>
</template>

<style scoped>
.told {
  position: fixed;
  z-index: 30;
  max-width: 280px;
  padding: 7px 11px;
  border-radius: 4px;
  background: var(--slab);
  color: var(--on-slab);
  font-size: 13.5px;
  line-height: 1.4;
  box-shadow: 0 2px 8px rgb(0 0 0 / 25%);
  pointer-events: none;
}
.told b {
  display: block;
}
</style>
