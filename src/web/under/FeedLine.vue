<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { useOutlook } from '../stores/outlook';

/** Feeding each set against the time it runs: fill, inject, rinse, and what is left. */
const outlook = useOutlook();
const frame = ref<HTMLElement>();
const { width, height } = useElementSize(frame);
const LEFT = 92;
const RIGHT = 60;
const TOP = 24;
const sets = computed(() =>
  (outlook.outlook?.sets ?? []).filter((s) => s.beds > 0 && Number.isFinite(s.feed.totalMin)),
);
const x = computed(() =>
  scaleLinear(
    [0, Math.max(10, ...sets.value.map((s) => Math.max(s.feed.totalMin, s.time.minutes)))],
    [LEFT, Math.max(LEFT + 100, width.value - RIGHT)],
  ).nice(6),
);
const rowH = computed(() =>
  Math.max(10, Math.min(44, (height.value - TOP - 8) / Math.max(1, sets.value.length))),
);
const parts = (s: (typeof sets.value)[number]) => [
  { name: msg`fill`, from: 0, to: s.feed.fillMin },
  { name: msg`inject`, from: s.feed.fillMin, to: s.feed.fillMin + s.feed.injectMin },
  { name: msg`rinse`, from: s.feed.fillMin + s.feed.injectMin, to: s.feed.totalMin },
];
const min = (v: number): string => msg`${Math.round(v)} min`;
</script>

<template>
  <section aria-label="The feed">
    <header>
      <h3 class="sr">The feed</h3>
      <span class="quiet"
        >fill, inject until the last emitter has it, rinse; the mark is when the set is shut</span
      >
    </header>
    <div ref="frame" class="frame">
      <svg
        v-if="sets.length > 0 && width > 200"
        :width="width"
        :height="height"
        role="img"
        :aria-label="
          sets
            .map(
              (s) =>
                msg`${s.name}: fill ${min(s.feed.fillMin)}, inject ${min(s.feed.injectMin)}, rinse ${min(s.feed.rinseMin)}, of ${min(s.time.minutes)}`,
            )
            .join('; ')
        "
      >
        <template v-for="t in x.ticks(8)" :key="t">
          <line :x1="x(t)" :x2="x(t)" :y1="TOP - 6" :y2="height - 4" class="grid" />
          <text :x="x(t)" y="12" text-anchor="middle" class="num">{{ t }} min</text>
        </template>
        <g v-for="(s, i) in sets" :key="s.id" :transform="`translate(0 ${TOP + i * rowH})`">
          <title>
            {{ s.name }}: fill {{ min(s.feed.fillMin) }}, inject {{ min(s.feed.injectMin) }}, rinse
            {{ min(s.feed.rinseMin) }}; it runs {{ min(s.time.minutes) }}
          </title>
          <text :x="LEFT - 8" :y="rowH / 2 + 4" text-anchor="end" class="set">{{ s.name }}</text>
          <g v-for="p in parts(s)" :key="p.name">
            <rect
              :x="x(p.from)"
              y="3"
              :width="Math.max(1, x(p.to) - x(p.from))"
              :height="rowH - 8"
              :class="p.name"
            />
            <text
              v-if="x(p.to) - x(p.from) > 44 && rowH > 18"
              :x="(x(p.from) + x(p.to)) / 2"
              :y="rowH / 2 + 3"
              text-anchor="middle"
              class="in"
            >
              {{ p.name }}
            </text>
          </g>
          <line
            v-if="s.time.minutes > 0"
            :x1="x(s.time.minutes)"
            :x2="x(s.time.minutes)"
            y1="0"
            :y2="rowH - 2"
            class="shut"
            :class="{ early: s.feed.totalMin > s.time.minutes }"
          />
        </g>
      </svg>
      <p v-else class="quiet empty">{{ outlook.working ? msg`Working it out` : msg`Nothing waters yet.` }}</p>
    </div>
  </section>
</template>

<style scoped>
section {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding-top: 6px;
}
header {
  display: flex;
  gap: 16px;
  align-items: baseline;
  padding: 0 16px;
}
.frame {
  flex: 1;
  min-height: 0;
  overflow: hidden;
}
.grid {
  stroke: var(--line);
  stroke-width: 0.8;
}
text {
  font-size: 12px;
  fill: var(--faint);
}
.set {
  font-weight: 600;
  fill: var(--ink);
}
.in {
  fill: var(--ink);
  font-weight: 600;
}
.fill {
  fill: color-mix(in srgb, var(--water) 30%, var(--paper));
  stroke: var(--water);
}
.inject {
  fill: color-mix(in srgb, var(--leaf) 55%, var(--paper));
  stroke: var(--leaf);
}
.rinse {
  fill: color-mix(in srgb, var(--water) 12%, var(--paper));
  stroke: var(--water);
  stroke-dasharray: 4 3;
}
.shut {
  stroke: var(--ink);
  stroke-width: 2.6;
}
.shut.early {
  stroke: var(--alarm);
  stroke-dasharray: 4 3;
}
.empty {
  padding: 20px;
}
</style>
