<script setup lang="ts">
import type { Question } from '../../../core/season';

/** What an entry is asked about before it is written. */
defineProps<{ questions: readonly Question[] }>();
const emit = defineEmits<{ take: []; drop: [] }>();
</script>

<template>
  <div v-if="questions.length > 0" class="asked" role="alertdialog" aria-label="Is this right?">
    <p v-for="q in questions" :key="q.code">{{ q.says }}</p>
    <div class="row">
      <button type="button" @click="emit('take')">It is right, note it</button>
      <button type="button" class="plain" @click="emit('drop')">Change it</button>
    </div>
  </div>
</template>

<style scoped>
.asked {
  border: 2px solid var(--clay);
  border-radius: 4px;
  padding: 10px 12px;
  margin-bottom: 12px;
  background: var(--card);
}
.row {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
button {
  min-height: 44px;
  border: 0;
  border-radius: 4px;
  background: var(--clay);
  color: var(--paper);
  font-weight: 700;
  padding: 6px 16px;
  cursor: pointer;
}
.plain {
  background: none;
  color: var(--ink);
  border: 1px solid var(--line);
  font-weight: 400;
}
</style>
