<script setup lang="ts">
import { computed } from 'vue';
import { useSettings } from '../stores/settings';
import { M_PER_FT } from '../../core/units';

/** A bar of round length, about a hundred pixels. */
const props = defineProps<{ pxPerM: number }>();
const settings = useSettings();

const bar = computed(() => {
  const perUnit = settings.units.system === 'us' ? M_PER_FT : 1;
  const target = 100 / (props.pxPerM * perUnit);
  const ten = 10 ** Math.floor(Math.log10(target));
  const round = [5, 2, 1].map((f) => f * ten).find((v) => v <= target) ?? ten;
  return {
    px: round * perUnit * props.pxPerM,
    text: `${round} ${settings.units.system === 'us' ? 'ft' : 'm'}`,
  };
});
</script>

<template>
  <span class="bar" aria-hidden="true">
    0
    <svg :width="bar.px + 2" height="10">
      <path
        :d="`M1 1V9M1 5H${bar.px + 1}M${bar.px + 1} 1V9M${bar.px / 2 + 1} 3V7`"
        stroke="var(--ink)"
        fill="none"
      />
    </svg>
    {{ bar.text }}
  </span>
</template>

<style scoped>
.bar {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  font-size: 12.5px;
  white-space: nowrap;
}
svg {
  display: block;
}
</style>
