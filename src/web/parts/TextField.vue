<script setup lang="ts">
import { computed, ref } from 'vue';
import { NOT_TAKEN, useDraft } from './useDraft';

/**
 * Words in a field, taken while they are typed: all that is typed until the field is left is one step to undo. What cannot be
 * taken is said beside it and kept until it is mended or Escape is pressed.
 */
const props = withDefaults(
  defineProps<{
    /** The field among those of its owner; never a word that is translated. */
    id: string;
    /** As the plan has it. */
    value: string;
    /** Its name for screen readers and messages. */
    label: string;
    longest?: number;
    placeholder?: string;
    /** In a sentence; tall, for a thumb; or small, in a table. */
    look?: 'sentence' | 'tall' | 'small';
    width?: string;
    /** Lines of a longer text. */
    rows?: number;
    decimal?: boolean;
    isDefault?: boolean;
    /** Takes the text, or says why not. */
    take: (text: string, gesture: string) => { what: string } | undefined | void;
  }>(),
  { longest: 80, placeholder: undefined, look: 'sentence', width: undefined, rows: undefined },
);
const { typed, why, hold, done } = useDraft(
  () => props.id,
  () => props.label,
  () => NOT_TAKEN,
  { figure: false },
);
let gesture = '';
let before = props.value;
const shown = computed(() => typed.value ?? props.value);
const box = ref<HTMLInputElement | HTMLTextAreaElement>();
const errorId = `text-${Math.random().toString(36).slice(2)}`;

function begin(): void {
  if (gesture) return;
  before = props.value;
  gesture = `${props.id} ${Date.now()}`;
}
function enterText(text: string): void {
  begin();
  typed.value = text;
  const refusal = props.take(text, gesture);
  if (!refusal) return done();
  hold(text, `${refusal.what.charAt(0).toUpperCase()}${refusal.what.slice(1).replace(/\.$/, '')}.`);
  // The plan goes back to what it was before.
  if (props.value !== before) props.take(before, gesture);
}
/** Enter takes what is there, and leaves the field unless it sends a form. */
function enter(): void {
  if (props.rows) return;
  if (typed.value !== undefined) enterText(typed.value);
  if (!box.value?.form) box.value?.blur();
}
function end(): void {
  gesture = '';
  if (!why.value) typed.value = undefined;
}
function revert(event: KeyboardEvent): void {
  if (typed.value === undefined) return;
  event.stopPropagation();
  if (props.value !== before) props.take(before, gesture);
  done();
  typed.value = undefined;
  gesture = '';
  box.value?.blur();
}
</script>

<template>
  <span class="text-field" :class="`as-${look}`" :style="width ? { width } : undefined">
    <component
      :is="rows ? 'textarea' : 'input'"
      ref="box"
      :type="rows ? undefined : 'text'"
      :rows="rows"
      :maxlength="longest"
      :inputmode="decimal ? 'decimal' : undefined"
      autocomplete="off"
      :class="{ bad: why, default: isDefault }"
      :value="shown"
      :placeholder="placeholder"
      :aria-label="label"
      :aria-invalid="why ? 'true' : undefined"
      :aria-describedby="why ? errorId : undefined"
      @input="enterText(($event.target as HTMLInputElement).value)"
      @blur="end"
      @keydown.enter="enter"
      @keydown.esc="revert"
    />
    <span v-if="why" :id="errorId" class="why" role="alert">{{ why }}</span>
  </span>
</template>

<style scoped>
.text-field {
  display: inline-block;
  width: 10em;
  max-width: 100%;
  vertical-align: baseline;
}
.text-field :is(input, textarea) {
  width: 100%;
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--leaf);
  color: var(--ink);
  font: inherit;
  font-weight: 600;
  line-height: 1.5;
  padding: 0 4px;
}
.text-field .default {
  border-bottom-style: dotted;
  font-weight: 400;
  color: var(--faint);
}
.text-field .bad {
  border-bottom-color: var(--alarm);
  color: var(--alarm);
}
.as-tall {
  width: auto;
  flex: 1;
  min-width: 90px;
}
.as-tall :is(input, textarea) {
  min-height: 44px;
  border: 1px solid var(--line);
  border-bottom: 2.5px solid var(--leaf);
  border-radius: 3px;
  font-size: 16px;
  font-weight: 400;
  padding: 4px 8px;
}
.as-small {
  width: 84px;
}
.as-small :is(input, textarea) {
  font-weight: 400;
  border-bottom-color: var(--line);
  padding: 1px 4px;
}
.why {
  display: block;
  color: var(--alarm);
  font-size: 13.5px;
  line-height: 1.35;
  padding: 3px 0 5px;
}
</style>
