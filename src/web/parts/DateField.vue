<script setup lang="ts">
import { mdiCalendarMonthOutline } from '@mdi/js';
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { dayAfter, daysBetween } from '../../core/sets';
import type { Refusal } from '../stores/plan';
import { usePhone } from './usePhone';
import { MS_PER_DAY } from '../../core/units/time';

/** A day in a sentence: typed as people there write dates, or taken from a calendar. A phone has its own. */
const props = defineProps<{
  date: string;
  label: string;
  isDefault?: boolean;
  take: (date: string) => Refusal | undefined | void;
}>();
const phone = usePhone();
const why = ref('');
const open = ref(false);
function give(date: string): void {
  const refusal = date === props.date ? undefined : props.take(date);
  why.value = refusal ? `${refusal.what.charAt(0).toUpperCase()}${refusal.what.slice(1)}.` : '';
}
function read(event: Event): void {
  const { value } = event.target as HTMLInputElement;
  if (!value) return void (why.value = msg`A whole date is needed.`);
  give(value);
}
/** The calendar tells days by the clock where the person is; dates of a plan are the same everywhere. */
const DAY_ONE = '1970-01-01';
const shown = computed(() => {
  if (!props.date) return undefined;
  const at = new Date(daysBetween(DAY_ONE, props.date) * MS_PER_DAY);
  return new Date(at.getUTCFullYear(), at.getUTCMonth(), at.getUTCDate());
});
function pick(day: unknown): void {
  open.value = false;
  if (day instanceof Date)
    give(dayAfter(DAY_ONE, Date.UTC(day.getFullYear(), day.getMonth(), day.getDate()) / MS_PER_DAY));
}
</script>

<template>
  <span class="field">
    <input
      type="date"
      :class="{ default: isDefault, phone }"
      :value="date"
      :aria-label="isDefault ? msg`${label} (default)` : label"
      :title="isDefault ? msg`A default, not yet your own` : undefined"
      @change="read"
    />
    <v-menu v-if="!phone" v-model="open" :close-on-content-click="false">
      <template #activator="{ props: opens }">
        <button type="button" class="calendar" v-bind="opens" :aria-label="msg`Calendar: ${label}`">
          <v-icon :icon="mdiCalendarMonthOutline" size="17" />
        </button>
      </template>
      <v-date-picker
        v-if="open"
        class="days"
        :model-value="shown"
        hide-header
        show-adjacent-months
        @update:model-value="pick"
      />
    </v-menu>
    <span v-if="why" class="why" role="alert">{{ why }}</span>
  </span>
</template>

<style scoped>
input {
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--leaf);
  color: var(--ink);
  font-weight: 600;
  font: inherit;
  padding: 0 2px;
  color-scheme: light dark;
}
input.default {
  border-bottom-style: dotted;
  color: var(--faint);
}
input:not(.phone)::-webkit-calendar-picker-indicator {
  display: none;
}
.calendar {
  border: 0;
  background: none;
  padding: 0 2px;
  cursor: pointer;
  color: var(--leaf);
  vertical-align: -3px;
}
.days {
  border: 1px solid var(--line);
  font-family: var(--text);
  letter-spacing: normal;
}
.why {
  display: block;
  color: var(--alarm);
  font-size: 13.5px;
}
</style>
