<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { ROLE_WORDS } from '../../../core/catalog/headParts';
import { waterKind, WATERS, type WaterId } from '../../../core/catalog/water';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';

/** What is in the water, and what filter it asks for. */
const plan = usePlan();
const edits = useEdits();
const isDefault = computed(() => plan.plan.sources[plan.sourceIndex].water === undefined);
const has = (id: WaterId): boolean => plan.source.water.includes(id);
/** Clear water is what holds nothing else; the others may come together. */
function toggle(id: WaterId): void {
  const rest = plan.source.water.filter((w) => w !== id && w !== 'clear');
  const next = id === 'clear' || (has(id) && rest.length === 0) ? ['clear'] : has(id) ? rest : [...rest, id];
  edits.source({ water: next }, msg`say what is in the water`);
}
const advice = computed(() => plan.source.water.map(waterKind));
</script>

<template>
  <div class="water">
    <p class="fill">The water is{{ isDefault ? msg` (taken to be)` : '' }}</p>
    <div role="group" aria-label="The water is" class="kinds">
      <button v-for="w in WATERS" :key="w.id" type="button" :aria-pressed="has(w.id)" :class="{ on: has(w.id), default: isDefault }" @click="toggle(w.id)">{{ w.name }}</button>
    </div>
    <p v-for="w in advice" :key="w.id" class="quiet">
      {{ w.id === 'clear' ? msg`It` : w.name.charAt(0).toUpperCase() + w.name.slice(1) + msg` water` }} wants {{ w.before ? msg`a ${ROLE_WORDS[w.before]}, then ` : '' }}a {{ w.filters.map((f) => ROLE_WORDS[f]).join(msg` or `) }} of {{ w.mesh }} mesh or finer. {{ w.cleaning }}
      <template v-if="w.id !== 'clear'"> Leave alone: {{ w.avoid.charAt(0).toLowerCase() + w.avoid.slice(1) }}</template>
    </p>
  </div>
</template>

<style scoped>
.fill { margin-bottom: 4px; }
.kinds { display: flex; flex-wrap: wrap; gap: 6px; margin-bottom: 8px; }
.kinds button { border: 1.5px solid var(--faint); border-radius: 14px; background: var(--card); padding: 2px 11px; font-size: 14px; cursor: pointer; }
.kinds .on { border-color: var(--water); background: color-mix(in srgb, var(--water) 20%, var(--card)); font-weight: 700; }
.kinds .on.default { border-style: dotted; font-weight: 400; }
</style>
