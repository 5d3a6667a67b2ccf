<script setup lang="ts">
import { computed, ref } from 'vue';
import { TERMS } from '../../core/words/terms';

/** Words of the trade, each in one sentence. */
const sought = ref('');
const found = computed(() => {
  const s = sought.value.trim().toLowerCase();
  return [...TERMS]
    .filter((t) => !s || [t.word, ...(t.also ?? []), t.says].some((w) => w.toLowerCase().includes(s)))
    .sort((a, b) => a.word.localeCompare(b.word));
});
</script>

<template>
  <main class="terms">
    <h1>Words of the trade</h1>
    <p class="line">
      <label>Find <input v-model="sought" type="search" aria-label="Find a word" /></label>
      <router-link class="asks" :to="{ name: 'start' }">Back to the start</router-link>
    </p>
    <dl>
      <template v-for="t in found" :key="t.id">
        <dt>
          {{ t.word }}<span v-if="t.also" class="quiet">, also {{ t.also.join(', ') }}</span>
        </dt>
        <dd>{{ t.says }}</dd>
      </template>
    </dl>
    <p v-if="found.length === 0" class="quiet">No word like that.</p>
  </main>
</template>

<style scoped>
.terms {
  width: 100%;
  max-width: 720px;
  margin: 0 auto;
  padding: 34px 24px;
  height: 100vh;
  overflow: auto;
}
h1 {
  font-size: 28px;
}
.line {
  display: flex;
  gap: 18px;
  align-items: baseline;
  margin: 10px 0 18px;
}
input {
  background: var(--card);
  border: 1px solid var(--faint);
  border-radius: 3px;
  padding: 3px 8px;
  color: var(--ink);
}
dt {
  font-weight: 700;
  margin-top: 10px;
}
dt .quiet {
  font-weight: 400;
}
dd {
  margin: 0;
}
</style>
