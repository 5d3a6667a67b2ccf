<script setup lang="ts">
import { computed } from 'vue';
import type { CupsTold } from '../../../worker/season';
import { useSettings } from '../../stores/settings';

/** The cups over the block, beds side by side, the header at the bottom: how full each is of what it should hold. */
const props = defineProps<{ flows: CupsTold['flows'] }>();
const settings = useSettings();
const W = 330;
const H = 190;
const PAD = 26;
const MOST_SHARE = 1.5;
const RADIUS = 15;
const beds = computed(() => [...new Set(props.flows.map((f) => f.bed))]);
const x = (bed: string): number =>
  beds.value.length < 2 ? W / 2 : PAD + (beds.value.indexOf(bed) * (W - 2 * PAD)) / (beds.value.length - 1);
const y = (along: number): number => H - PAD - 8 - along * (H - 2 * PAD - 14);
const mean = computed(() => props.flows.reduce((s, f) => s + f.lph, 0) / props.flows.length);
const shareOf = (f: CupsTold['flows'][number]): number =>
  Math.min(MOST_SHARE, f.lph / (f.predicted ?? mean.value));
const one = computed(() => beds.value.length === 1);
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    role="img"
    :aria-label="
      msg`${flows.length} cups as shares of what is predicted: ${flows.map((f) => msg`bed ${f.bed} ${settings.show(shareOf(f), 'share')}`).join(', ')}`
    "
  >
    <g
      v-for="f in flows"
      :key="`${f.bed}${f.along}`"
      :transform="
        one ? `translate(${PAD + f.along * (W - 2 * PAD)} ${H / 2})` : `translate(${x(f.bed)} ${y(f.along)})`
      "
    >
      <circle :r="RADIUS" class="cup" />
      <circle
        :r="RADIUS * Math.sqrt(shareOf(f) / MOST_SHARE)"
        class="water"
        :class="{ low: shareOf(f) < 0.8 }"
      />
      <text y="4" text-anchor="middle" class="num">{{ Math.round(100 * shareOf(f)) }}</text>
    </g>
    <text v-for="b in one ? [] : beds" :key="b" :x="x(b)" :y="H - 4" text-anchor="middle">bed {{ b }}</text>
  </svg>
  <p class="quiet">
    Per cent of what is predicted there; the header at the bottom{{ one ? msg` left` : '' }}.
  </p>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
.cup {
  fill: none;
  stroke: var(--line);
}
.water {
  fill: var(--pale-water);
}
.low {
  fill: color-mix(in srgb, var(--clay) 45%, transparent);
}
text {
  font-size: 12px;
  fill: var(--ink);
}
</style>
