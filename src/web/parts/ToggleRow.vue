<script setup lang="ts" generic="T extends string">
import { computed } from 'vue';

interface Option {
  id: T;
  name: string;
  /** Of less weight than the others. */ faint?: boolean;
}
/** A row of choices side by side: one of them, or several at once. Arrows go from one to the next. */
const { options, picked } = defineProps<{
  label: string;
  options: readonly Option[];
  /** Several may be picked where it is a list. */
  picked: T | readonly T[];
  /** Nobody chose yet: it is taken so. */
  isDefault?: boolean;
}>();
/** The choice that was pressed: taken, or of several taken back. */
const emit = defineEmits<{ press: [id: T] }>();
/** Made anew with every movement of a hand, they mostly say the same: buttons are then left as they are. */
const shown = computed((before?: readonly Option[]): readonly Option[] =>
  before?.length === options.length &&
  before.every((o, i) => o.id === options[i].id && o.name === options[i].name && o.faint === options[i].faint)
    ? before
    : options,
);
const has = (id: T): boolean => (Array.isArray(picked) ? picked.includes(id) : picked === id);

/** Told the whole selection as it would be, finds the one that was pressed. */
function turn(next: unknown): void {
  const pressed = options.find(
    (o) =>
      (Array.isArray(next) ? next.includes(o.id) : next === o.id) !== has(o.id) &&
      (Array.isArray(picked) || !has(o.id)),
  );
  if (pressed) emit('press', pressed.id);
}

const STEPS: Record<string, number> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };
function step(event: KeyboardEvent): void {
  const by = STEPS[event.key];
  if (!by) return;
  const all = [...(event.currentTarget as HTMLElement).querySelectorAll('button')];
  const at = all.indexOf(event.target as HTMLButtonElement);
  if (at < 0) return;
  event.preventDefault();
  all[(at + by + all.length) % all.length].focus();
}
</script>

<template>
  <v-btn-toggle
    class="toggles"
    :class="{ default: isDefault }"
    role="group"
    :aria-label="label"
    :model-value="picked"
    :multiple="Array.isArray(picked)"
    :mandatory="!Array.isArray(picked)"
    @update:model-value="turn"
    @keydown="step"
  >
    <v-btn
      v-for="o in shown"
      :key="o.id"
      :value="o.id"
      :ripple="false"
      :aria-pressed="has(o.id)"
      :class="{ faint: o.faint }"
      >{{ o.name }}</v-btn
    >
  </v-btn-toggle>
</template>

<style scoped>
.toggles {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  margin-bottom: 8px;
  height: auto;
  border-radius: 0;
  overflow: visible;
}
.toggles .v-btn {
  height: auto;
  min-height: 26px;
  min-width: 0;
  border: 1.5px solid var(--faint);
  border-radius: 3px !important;
  background: var(--card);
  padding: 2px 9px;
  font-size: 14px;
  font-weight: 400;
  color: var(--ink);
}
.toggles .v-btn--active {
  border-color: var(--leaf);
  background: var(--picked);
  font-weight: 700;
}
.toggles .v-btn--active::before {
  content: '✓';
  margin-right: 5px;
}
.toggles.default .v-btn--active {
  border-style: dotted;
  font-weight: 400;
}
.toggles .faint {
  color: var(--faint);
  border-style: dashed;
}
.toggles :deep(.v-btn__overlay) {
  display: none;
}
@media (max-width: 820px), (max-height: 480px) {
  .toggles .v-btn {
    min-height: 44px;
  }
}
</style>
