<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue';
import { msg } from '../../core/language';
import { USUAL, type UsualName } from '../../core/catalog/usualSizes';
import { parseQuantity, type KindName } from '../../core/units';
import type { Refusal } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { usePhone } from './usePhone';
import { useView } from '../stores/view';
import { NOT_TAKEN, useDraft } from './useDraft';
import { usePending } from './usePending';

/**
 * A number in a sentence: shown rounded with its unit, typed with any unit, taken as it is typed.
 * What cannot be used is said beside it and kept until it is mended or Escape is pressed.
 */
const props = defineProps<{
  /** The field among those of its owner; never a word that is translated. */
  id: string;
  /** In the kind's core unit. */
  value: number;
  kind: KindName;
  /** Its name for screen readers and messages. */
  label: string;
  /** Not the grower's own. */
  isDefault?: boolean;
  /** Its path within its source or block, where it may stand against another field. */
  field?: string;
  /** Sizes that are usual here, offered while it is typed in. */
  usual?: UsualName;
  /** Takes the value, or says why not. */
  take: (value: number, gesture: string) => Refusal | undefined;
}>();

const settings = useSettings();
/** A phone shows figures to press; units are typed on larger screens. */
const phone = usePhone();
const view = useView();
let gesture = '';
let before = props.value;
/** What stood in the field when it was entered, as long as nothing was typed. */
let untouched: string | undefined;
const {
  typed,
  why,
  hold: holdDraft,
  done,
} = useDraft(
  () => props.id,
  () => props.label,
  (text) => {
    const parsed = parseQuantity(text, props.kind, settings.units);
    return parsed.ok ? NOT_TAKEN : parsed.why;
  },
);

const shown = computed(() => typed.value ?? settings.show(props.value, props.kind));
const width = computed(() => `${Math.max(2, shown.value.length + 0.6)}ch`);
const sizes = computed(() =>
  props.usual ? USUAL[props.usual][settings.units.system].map((v) => settings.show(v, props.kind)) : [],
);
const sizesId = `usual-${Math.random().toString(36).slice(2)}`;
const errorId = `why-${Math.random().toString(36).slice(2)}`;

function begin(event: FocusEvent): void {
  // The same digits as stood there: what was only looked at is not changed.
  untouched = typed.value === undefined ? shown.value : undefined;
  beginGesture();
  const field = event.target as HTMLInputElement;
  // Unless the hand has gone on already: choosing the text would call it back.
  requestAnimationFrame(() => document.activeElement === field && field.select());
}

/** All that is typed until the field is left in order is one step. */
function beginGesture(): void {
  if (gesture) return;
  before = props.value;
  gesture = `${props.label} ${Date.now()}`;
}

function read(event: Event): void {
  untouched = undefined;
  enterText((event.target as HTMLInputElement).value);
}

function enterText(text: string): void {
  typed.value = text;
  beginGesture();
  const parsed = parseQuantity(typed.value, props.kind, settings.units);
  if (!parsed.ok) return hold(parsed.why);
  const refusal = parsed.value === props.value ? undefined : props.take(parsed.value, gesture);
  if (refusal) {
    tellOther(refusal);
    return hold(sentence(refusal), true);
  }
  done();
  untell();
}

/** A contradiction is told beside both fields: the other one says what stands against it. */
const within = (path: string): string => path.replace(/^(sources|blocks|tapes)\[\d+\]\./, '');
function tellOther({ path, other, what }: Refusal): void {
  untell();
  if (path === undefined || other === undefined || props.field === undefined) return;
  const [a, b] = [within(path), within(other)];
  if (a !== props.field && b !== props.field) return;
  view.clashes.set(a === props.field ? b : a, { what, by: props.label });
}
function untell(): void {
  for (const [field, { by }] of view.clashes) if (by === props.label) view.clashes.delete(field);
}
onBeforeUnmount(untell);
const clash = computed(() =>
  props.field === undefined || why.value ? undefined : view.clashes.get(props.field),
);

// Fields that hang together may be typed in any order: what could not be taken is tried again when another one changed.
const box = ref<HTMLInputElement>();
usePending(
  () => why.value !== '' && typed.value !== undefined && document.activeElement !== box.value,
  () => {
    const parsed = parseQuantity(typed.value!, props.kind, settings.units);
    if (!parsed.ok) return undefined;
    return {
      take: () => props.take(parsed.value, msg`${props.label} taken up`),
      done: () => {
        done();
        untell();
      },
    };
  },
);

/** Enter takes what stands there, and leaves the field. */
function enter(event: KeyboardEvent): void {
  if (typed.value !== undefined && untouched === undefined) enterText(typed.value);
  (event.target as HTMLInputElement).blur();
}

/** What is typed cannot be used: it stays in the field with the reason, and the plan goes back to what it was before. */
function hold(reason: string, told = false): void {
  if (!told) untell();
  holdDraft(typed.value ?? '', reason);
  if (props.value !== before) props.take(before, gesture);
}

function sentence({ rule, limit, what }: Refusal): string {
  const at = limit === undefined ? '' : settings.show(limit, props.kind);
  if (rule === 'number.max') return msg`At most ${at}.`;
  if (rule === 'number.min') return msg`At least ${at}.`;
  if (rule === 'number.greater')
    return limit === 0 ? msg`This must be more than zero.` : msg`More than ${at}.`;
  if (rule === 'number.integer') return msg`Whole numbers only.`;
  return `${what.charAt(0).toUpperCase()}${what.slice(1)}.`;
}

function end(): void {
  if (why.value) return;
  typed.value = undefined;
  gesture = '';
}

function revert(event: KeyboardEvent): void {
  if (typed.value === undefined) return;
  event.stopPropagation();
  if (props.value !== before) props.take(before, gesture);
  done();
  untell();
  (event.target as HTMLInputElement).blur();
  typed.value = undefined;
  gesture = '';
}
</script>

<!-- A panel is told anew with every movement of a hand: a field that says the same is left alone, its list of sizes too. -->
<template>
  <span v-memo="[shown, label, isDefault, why, clash, phone, sizes]" class="field">
    <input
      ref="box"
      type="text"
      class="num"
      autocomplete="off"
      spellcheck="false"
      :inputmode="phone ? 'decimal' : undefined"
      :class="{ default: isDefault, bad: why, odd: clash }"
      :style="{ width }"
      :value="shown"
      :aria-label="isDefault ? msg`${label} (default)` : label"
      :aria-invalid="why ? 'true' : undefined"
      :aria-describedby="why ? errorId : undefined"
      :title="isDefault ? msg`A default, not yet your own` : undefined"
      :list="sizes.length > 0 ? sizesId : undefined"
      @focus="begin"
      @input="read"
      @blur="end"
      @keydown.enter="enter"
      @keydown.esc="revert"
    />
    <datalist v-if="sizes.length > 0" :id="sizesId">
      <option v-for="s in sizes" :key="s" :value="s" />
    </datalist>
    <span v-if="clash" class="why clash" role="note">{{ clash.by }}, as typed: {{ clash.what }}.</span>
    <span v-if="why" :id="errorId" class="why" role="alert">{{ why }}</span>
  </span>
</template>

<style scoped>
.field {
  display: inline-block;
  position: relative;
}
input {
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
input::-webkit-calendar-picker-indicator {
  display: none !important;
}
input.odd {
  border-bottom-color: var(--alarm);
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
