<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { meanS, spread } from '../../../core/network';
import QuantityField from '../../parts/QuantityField.vue';
import type { Refusal } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** Tries of the bucket test: each its own field, with mean and spread. */
const props = defineProps<{
  tries: readonly number[];
  isDefault: boolean;
  /** Takes all tries, or says why not. */ take: (
    tries: number[],
    label: string,
    gesture?: string,
  ) => Refusal | undefined;
}>();
const settings = useSettings();

const MOST = 20;
/** Tries further apart than this are worth repeating. */
const WIDE_SPREAD = 0.15;
const set = (i: number) => (value: number, gesture: string) =>
  props.take(
    props.tries.map((t, j) => (j === i ? value : t)),
    msg`set try ${i + 1}`,
    gesture,
  );
const add = (): void =>
  void props.take([...props.tries, Number(meanS(props.tries).toFixed(1))], msg`add a try`);
const remove = (): void => void props.take(props.tries.slice(0, -1), msg`take a try away`);
const said = computed(() => {
  if (props.tries.length < 2) return msg`one try: repeat it`;
  const s = spread(props.tries);
  return msg`mean ${settings.show(meanS(props.tries), 'time')}, spread ${settings.show(s, 'share')}${s > WIDE_SPREAD ? msg`: try again` : ''}`;
});
</script>

<template>
  <span role="group" aria-label="Tries">
    <template v-for="(t, i) in tries" :key="i"
      ><QuantityField
        :id="`try ${i + 1}`"
        :label="msg`Try ${i + 1}`"
        kind="time"
        :value="t"
        :is-default="isDefault"
        :take="set(i)"
      />{{ i < tries.length - 1 ? ', ' : ' ' }}</template
    >
    <button v-if="tries.length < MOST" type="button" class="small" @click="add">add a try</button>
    <button
      v-if="tries.length > 1"
      type="button"
      class="small"
      aria-label="Take the last try away"
      @click="remove"
    >
      −
    </button>
    <span class="quiet"> ({{ said }})</span>
  </span>
</template>

<style scoped>
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 13px;
  line-height: 1.3;
  padding: 1px 7px;
  margin-right: 4px;
  cursor: pointer;
}
</style>
