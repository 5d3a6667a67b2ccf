<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { clockText, readClock } from '../../core/sets';
import type { Refusal } from '../stores/plan';
import { NOT_TAKEN, useDraft } from './useDraft';

/** A time of day in a sentence: shown as 06:05, typed as people write it. */
const props = defineProps<{
  id: string;
  minute: number;
  label: string;
  isDefault?: boolean;
  take: (minute: number, gesture: string) => Refusal | undefined;
}>();
const NO_TIME = msg`A time of day, such as 6:30 or 6:30 pm.`;
const { typed, why, hold, done } = useDraft(
  () => props.id,
  () => props.label,
  (found) => (readClock(found) === undefined ? NO_TIME : NOT_TAKEN),
);
let gesture = '';
const MIDNIGHT = 1440;
const text = computed(() => typed.value ?? (props.minute === MIDNIGHT ? '24:00' : clockText(props.minute)));
const errorId = `clock-${Math.random().toString(36).slice(2)}`;

function begin(event: FocusEvent): void {
  typed.value ??= text.value;
  gesture = `${props.label} ${Date.now()}`;
  const field = event.target as HTMLInputElement;
  // Unless the hand has gone on already: choosing the text would call it back.
  requestAnimationFrame(() => document.activeElement === field && field.select());
}
function read(event: Event): void {
  enterText((event.target as HTMLInputElement).value);
}
function enterText(entered: string): void {
  typed.value = entered;
  gesture ||= `${props.label} ${Date.now()}`;
  const minute = readClock(entered);
  if (minute === undefined) return hold(entered, NO_TIME);
  const refusal = minute === props.minute ? undefined : props.take(minute, gesture);
  if (refusal) hold(entered, `${refusal.what.charAt(0).toUpperCase()}${refusal.what.slice(1)}.`);
  else done();
}
function enter(event: KeyboardEvent): void {
  if (typed.value !== undefined) enterText(typed.value);
  (event.target as HTMLInputElement).blur();
}
function end(): void {
  if (!why.value) typed.value = undefined;
}
function revert(event: KeyboardEvent): void {
  event.stopPropagation();
  done();
  typed.value = undefined;
  (event.target as HTMLInputElement).blur();
}
</script>

<template>
  <span class="field">
    <input
      type="text"
      class="num"
      autocomplete="off"
      :class="{ default: isDefault, bad: why }"
      :value="text"
      :aria-label="isDefault ? msg`${label} (default)` : label"
      :aria-invalid="why ? 'true' : undefined"
      :aria-describedby="why ? errorId : undefined"
      :title="isDefault ? msg`A default, not yet your own` : undefined"
      @focus="begin"
      @input="read"
      @blur="end"
      @keydown.enter="enter"
      @keydown.esc="revert"
    />
    <span v-if="why" :id="errorId" class="why" role="alert">{{ why }}</span>
  </span>
</template>

<style scoped>
.field {
  display: inline-block;
}
input {
  width: 6.4ch;
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--leaf);
  color: var(--ink);
  font-weight: 600;
  font-size: 15.5px;
  line-height: 1.5;
  padding: 0 3px;
  text-align: center;
}
input.default {
  border-bottom-style: dotted;
  font-weight: 400;
  color: var(--faint);
}
input.bad {
  border-bottom-color: var(--alarm);
  border-bottom-style: double;
  border-bottom-width: 4px;
  color: var(--alarm);
}
.why {
  display: block;
  color: var(--alarm);
  font-size: 13.5px;
  line-height: 1.35;
  padding: 3px 0 5px;
  max-width: 320px;
}
</style>
