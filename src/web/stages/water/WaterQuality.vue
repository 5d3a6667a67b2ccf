<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { ROLE_WORDS } from '../../../core/catalog/headParts';
import { waterKind, WATERS, type WaterId } from '../../../core/catalog/water';
import ToggleRow from '../../parts/ToggleRow.vue';
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
    <ToggleRow
      label="The water is"
      :options="WATERS"
      :picked="plan.source.water"
      :is-default="isDefault"
      @press="toggle"
    />
    <p v-for="w in advice" :key="w.id" class="quiet">
      {{ w.id === 'clear' ? msg`It` : w.name.charAt(0).toUpperCase() + w.name.slice(1) + msg` water` }} wants
      {{ w.before ? msg`a ${ROLE_WORDS[w.before]}, then ` : '' }}a
      {{ w.filters.map((f) => ROLE_WORDS[f]).join(msg` or `) }} of {{ w.mesh }} mesh or finer.
      {{ w.cleaning }}
      <template v-if="w.id !== 'clear'">
        Leave alone: {{ w.avoid.charAt(0).toLowerCase() + w.avoid.slice(1) }}</template
      >
    </p>
  </div>
</template>

<style scoped>
.fill {
  margin-bottom: 4px;
}
</style>
