<script setup lang="ts" generic="T extends string">
/** Leaves of a stage, one question each, or pictures under the sheet. Arrows go from one to the next, Home and End to the ends. */
defineProps<{
  leaves: readonly { id: T; name: string }[];
  open: T;
  label: string;
  prefix: string;
  /** Quieter, where the row stands within a panel or over a picture. */ plain?: boolean;
}>();
const emit = defineEmits<{ turn: [id: T] }>();
</script>

<template>
  <v-tabs
    class="leaves"
    :class="{ plain }"
    :aria-label="label"
    :model-value="open"
    :show-arrows="false"
    density="compact"
    height="auto"
    hide-slider
    @update:model-value="emit('turn', $event as T)"
  >
    <v-tab
      v-for="l in leaves"
      :id="`${prefix}-${l.id}`"
      :key="l.id"
      :value="l.id"
      :ripple="false"
      min-width="0"
      >{{ l.name }}</v-tab
    >
  </v-tabs>
</template>

<style scoped>
.leaves {
  border-bottom: 1.5px solid var(--ink);
  margin-bottom: 12px;
  height: auto;
  flex: none;
}
/* All of them are seen: they go on in a second row. */
.leaves :deep(.v-slide-group__container) {
  contain: none;
  overflow: visible;
}
.leaves :deep(.v-slide-group__content) {
  flex-wrap: wrap;
  white-space: normal;
  gap: 2px;
  flex: 1 1 auto;
  transform: none !important;
}
.leaves .v-tab {
  min-height: 31px;
  padding: 4px 9px 5px;
  font-size: 15px;
  font-weight: 400;
  letter-spacing: normal;
  text-transform: none;
  border-radius: 3px 3px 0 0;
  color: var(--ink);
}
.leaves .v-tab :deep(.v-btn__overlay) {
  display: none;
}
.leaves .v-tab--selected {
  background: var(--ink);
  color: var(--paper);
  font-weight: 700;
}
.plain {
  border-bottom: 1px solid var(--line);
  margin-bottom: 6px;
}
.plain .v-tab {
  min-height: 26px;
  padding: 2px 10px;
  font-size: 13.5px;
  border-radius: 0;
  border-bottom: 2.5px solid transparent;
}
.plain .v-tab--selected {
  background: none;
  color: var(--ink);
  border-bottom-color: var(--leaf);
}
@media (max-width: 820px), (max-height: 480px) {
  .leaves .v-tab {
    min-height: 44px;
    padding: 6px 12px;
    font-size: 16px;
  }
}
</style>
