<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleBand, scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { balanceOf } from '../../core/sets';
import { useOpening } from '../stores/opening';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { sameBed, useView } from '../stores/view';

/** Each open bed against the mean of its set: who gets more, who less, and how far its valve is shut. */
const plan = usePlan();
const results = useResults();
const opening = useOpening();
const settings = useSettings();
const view = useView();
const frame = ref<HTMLElement>();
const { width, height } = useElementSize(frame);

const balance = computed(() => (results.results ? balanceOf(results.results) : undefined));
const TOP = 12;
const FOOT = 34;
const LEFT = 56;
const y = computed(() => {
  const b = balance.value;
  const low = Math.min(0.95, b?.least ?? 1);
  const high = Math.max(1.05, b?.most ?? 1);
  return scaleLinear([low, high], [height.value - FOOT, TOP]).nice(4);
});
const x = computed(() =>
  scaleBand(
    (balance.value?.beds ?? []).map((b) => `${b.block}/${b.key}`),
    [LEFT, Math.max(LEFT + 40, width.value - 16)],
  ).padding(0.18),
);
/** With bars thinner than this one cannot be told from the next: they are drawn as two shapes, and the hand finds its bed by where it is. */
const THIN_PX = 2;
const thin = computed(() => x.value.step() < THIN_PX);
/** Of beds in each pixel, the least and the most. */
const shapes = computed(() => {
  const list = balance.value?.beds ?? [];
  const columns = new Map<number, { least: number; most: number }>();
  list.forEach((b, i) => {
    const at = Math.floor(LEFT + i * x.value.step());
    const now = columns.get(at);
    if (!now) columns.set(at, { least: b.share, most: b.share });
    else {
      now.least = Math.min(now.least, b.share);
      now.most = Math.max(now.most, b.share);
    }
  });
  const bar = (at: number, share: number): string => `M${at + 0.5} ${y.value(1)}V${y.value(share)}`;
  const all = [...columns];
  return {
    more: all
      .filter(([, c]) => c.most >= 1)
      .map(([at, c]) => bar(at, Math.max(c.most, 1.0001)))
      .join(''),
    less: all
      .filter(([, c]) => c.least < 1)
      .map(([at, c]) => bar(at, c.least))
      .join(''),
  };
});
function under(event: MouseEvent): { block: string; key: string } | undefined {
  const list = balance.value?.beds ?? [];
  const box = (event.currentTarget as Element).getBoundingClientRect();
  const found = list[Math.floor((event.clientX - box.left) / (box.width / list.length))];
  return found && { block: found.block, key: found.key };
}
/** Bars closer together than this carry no name. */
const NAMED_PX = 17;
const nameOf = (id: string): string => plan.blocks.find((b) => b.id === id)?.name ?? id;
const percent = (v: number): string => settings.show(v, 'share');
const says = computed(() => {
  const b = balance.value;
  return b
    ? msg`Beds of ${opening.set?.name ?? msg`the plan`} get from ${percent(b.least)} to ${percent(b.most)} of the mean`
    : '';
});
</script>

<template>
  <section aria-label="Bed by bed">
    <header>
      <h3 class="sr">Bed by bed</h3>
      <span class="quiet">{{ says }}</span>
    </header>
    <div ref="frame" class="frame">
      <svg
        v-if="balance && balance.beds.length > 0 && width > 100"
        :width="width"
        :height="height"
        role="img"
        :aria-label="says"
      >
        <g aria-hidden="true">
          <template v-for="t in y.ticks(4)" :key="t">
            <line :x1="LEFT" :x2="width - 16" :y1="y(t)" :y2="y(t)" class="grid" />
            <text :x="LEFT - 8" :y="y(t) + 4" text-anchor="end" class="num">{{ percent(t) }}</text>
          </template>
          <line :x1="LEFT" :x2="width - 16" :y1="y(1)" :y2="y(1)" class="mean" />
        </g>
        <g v-if="thin">
          <path :d="shapes.more" class="bar thin" />
          <path :d="shapes.less" class="bar thin less" />
          <rect
            :x="LEFT"
            :y="TOP"
            :width="Math.max(1, width - 16 - LEFT)"
            :height="height - TOP - FOOT"
            class="hit"
            @pointermove="view.pointedBed = under($event)"
            @pointerleave="view.pointedBed = undefined"
            @click="view.pickedBed = under($event)"
          />
        </g>
        <g
          v-for="b in thin ? [] : balance.beds"
          :key="`${b.block}/${b.key}`"
          @pointerenter="view.pointedBed = { block: b.block, key: b.key }"
          @pointerleave="view.pointedBed = undefined"
          @click="view.pickedBed = { block: b.block, key: b.key }"
        >
          <title>
            {{ nameOf(b.block) }}, bed {{ b.key }}: {{ settings.show(b.flowLph, 'flow') }},
            {{ percent(b.share) }} of the mean{{
              b.valveDeg > 0 ? msg`; its valves turned ${b.valveDeg}° shut` : ''
            }}
          </title>
          <rect
            :x="x(`${b.block}/${b.key}`)"
            :y="TOP"
            :width="x.bandwidth()"
            :height="height - TOP - FOOT"
            class="hit"
          />
          <rect
            :x="x(`${b.block}/${b.key}`)"
            :y="Math.min(y(b.share), y(1))"
            :width="x.bandwidth()"
            :height="Math.max(1.5, Math.abs(y(b.share) - y(1)))"
            :class="{
              less: b.share < 1,
              pointed: sameBed(view.pointedBed ?? view.pickedBed, b.block, b.key),
            }"
            class="bar"
          />
          <text
            v-if="x.step() > NAMED_PX"
            :x="x(`${b.block}/${b.key}`)! + x.bandwidth() / 2"
            :y="height - FOOT + 15"
            text-anchor="middle"
            class="num"
          >
            {{ b.key }}
          </text>
          <text
            v-if="b.valveDeg > 0 && x.step() > NAMED_PX * 1.6"
            :x="x(`${b.block}/${b.key}`)! + x.bandwidth() / 2"
            :y="height - FOOT + 29"
            text-anchor="middle"
            class="deg num"
          >
            {{ b.valveDeg }}°
          </text>
        </g>
      </svg>
      <p v-else class="quiet empty">No bed of it waters.</p>
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
.mean {
  stroke: var(--ink);
  stroke-width: 1.6;
}
text {
  font-size: 12px;
  fill: var(--faint);
}
.deg {
  fill: var(--clay);
}
.hit {
  fill: transparent;
  cursor: pointer;
}
.bar {
  fill: var(--water);
  pointer-events: none;
}
.bar.less {
  fill: var(--clay);
}
.bar.thin {
  fill: none;
  stroke: var(--water);
  stroke-width: 1;
}
.bar.thin.less {
  stroke: var(--clay);
}
.bar.pointed {
  stroke: var(--ink);
  stroke-width: 2;
}
.empty {
  padding: 20px;
}
</style>
