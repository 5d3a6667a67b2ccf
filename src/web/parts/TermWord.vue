<script setup lang="ts">
import { computed, ref } from 'vue';
import { termOf } from '../../core/words/terms';

/** A word of the trade: pointed at, reached by keyboard or tapped, it says what it means. */
const props = defineProps<{ term: string }>();
const term = computed(() => termOf(props.term));
const open = ref(false);
const id = `term-${Math.random().toString(36).slice(2)}`;
</script>

<template>
  <span class="term" @pointerenter="open = true" @pointerleave="open = false">
    <dfn
      tabindex="0"
      role="button"
      :aria-expanded="open"
      :aria-describedby="open ? id : undefined"
      @focus="open = true"
      @blur="open = false"
      @click="open = true"
      @keydown.esc.stop="open = false"
      ><slot>{{ term?.word }}</slot></dfn
    >
    <span v-if="open && term" :id="id" role="tooltip" class="says"
      ><b>{{ term.word }}</b> {{ term.says }}</span
    >
  </span>
</template>

<style scoped>
.term {
  position: relative;
}
dfn {
  font-style: normal;
  cursor: help;
  text-decoration: underline double;
  text-decoration-color: var(--line);
  text-underline-offset: 3px;
  text-decoration-thickness: 1px;
}
dfn:focus-visible {
  outline: 2px solid var(--water);
  outline-offset: 2px;
}
.says {
  position: absolute;
  left: 0;
  top: calc(100% + 4px);
  z-index: 20;
  width: max-content;
  max-width: 260px;
  padding: 7px 11px;
  border-radius: 4px;
  background: var(--slab);
  color: var(--on-slab);
  font-size: 13.5px;
  font-weight: 400;
  line-height: 1.4;
  text-align: left;
  letter-spacing: normal;
  text-transform: none;
  box-shadow: 0 2px 8px rgb(0 0 0 / 25%);
}
.says b {
  display: block;
}
</style>
