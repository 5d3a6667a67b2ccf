<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { parseQuantity, type KindName } from '../../../core/units';
import TextField from '../../parts/TextField.vue';
import { useDraftText } from '../../parts/useDraft';
import { useSettings } from '../../stores/settings';

/** A number that was read, typed with any unit; noted by Enter or the button, and then the field is empty again. */
const props = defineProps<{ id: string; kind: KindName; label: string; button?: string }>();
const emit = defineEmits<{ took: [value: number] }>();
const settings = useSettings();
const text = useDraftText(() => `reading ${props.id}`);
const why = ref('');
const unit = computed(() => settings.parts(1, props.kind).unit);
function take(): void {
  if (text.value.trim() === '') return void (why.value = msg`Type what it reads.`);
  const parsed = parseQuantity(text.value, props.kind, settings.units);
  if (!parsed.ok) return void (why.value = parsed.why.charAt(0).toUpperCase() + parsed.why.slice(1) + '.');
  why.value = '';
  text.value = '';
  emit('took', parsed.value);
}
</script>

<template>
  <form class="take" @submit.prevent="take">
    <TextField
      id="reading"
      class="num"
      look="tall"
      decimal
      :placeholder="unit"
      :label="label"
      :value="text"
      :take="(t) => void (text = t)"
    />
    <button type="submit">{{ button ?? msg`Note` }}</button>
    <p v-if="why" role="alert" class="why">{{ why }}</p>
  </form>
</template>

<style scoped>
.take {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
button {
  min-height: 44px;
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  padding: 6px 18px;
  cursor: pointer;
}
.why {
  flex-basis: 100%;
  color: var(--alarm);
  font-size: 13.5px;
  margin: 0;
}
</style>
