<script setup lang="ts">
import { isStored } from '../../core/plan';
import { useElementSize } from '@vueuse/core';
import { line, scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import { msg } from '../../core/language';
import { clockText } from '../../core/sets';
import { useOutlook } from '../stores/outlook';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { MIN_PER_DAY } from '../../core/units/time';

/** The store against time: a tank's level through a dry spell, and what one set does as it empties; or a week's draw against the well. */
const plan = usePlan();
const outlook = useOutlook();
const settings = useSettings();
const frame = ref<HTMLElement>();
const { width, height } = useElementSize(frame);

const tank = computed(() => outlook.outlook?.tank);
const well = computed(() => outlook.outlook?.well);
const run = computed(
  () => tank.value?.sets.find((s) => s.id === outlook.current?.id)?.run ?? tank.value?.sets[0]?.run,
);
const LEFT = 58;
const TOP = 14;
const FOOT = 22;
const midX = computed(() => Math.round(width.value * 0.56));
const days = computed(() => plan.full.watering.day.dryDays);
const source = computed(() => (isStored(plan.source) ? plan.source : undefined));
const lx = computed(() => scaleLinear([0, days.value * MIN_PER_DAY], [LEFT, midX.value - 26]));
const ly = computed(() =>
  scaleLinear([source.value?.outletM ?? 0, source.value?.highM ?? 1], [height.value - FOOT, TOP]),
);
const level = computed(
  () =>
    line<{ minute: number; levelM: number }>(
      (p) => lx.value(p.minute),
      (p) => ly.value(p.levelM),
    )(tank.value?.days.points ?? []) ?? '',
);
const dry = computed(() => tank.value?.days.dry);
const dayTicks = computed(() =>
  Array.from({ length: days.value }, (_, i) => i).filter(
    (i) => days.value <= 12 || i % Math.ceil(days.value / 12) === 0,
  ),
);
const rx = computed(() =>
  scaleLinear(
    [0, run.value && Number.isFinite(run.value.emptyMin) ? run.value.emptyMin : 1],
    [midX.value + 40, Math.max(midX.value + 100, width.value - 96)],
  ),
);
const share = computed(() => scaleLinear([0, 1], [height.value - FOOT, TOP]));
const curves = computed(() => {
  const r = run.value;
  if (!r || r.moments.length < 2) return [];
  const first = r.moments[0];
  const last = r.moments[r.moments.length - 1];
  type Moment = typeof first;
  const { moments } = r;
  const of = (name: string, cls: string, value: (m: Moment) => number) => ({
    name,
    cls,
    end: value(last),
    d:
      line<Moment>(
        (m) => rx.value(m.minutes),
        (m) => share.value(Math.max(0, Math.min(1, value(m)))),
      )(moments) ?? '',
  });
  const list = [
    of(msg`flow`, 'flow', (m) => (first.flowLph > 0 ? m.flowLph / first.flowLph : 0)),
    of(msg`pressure`, 'kpa', (m) => (first.weakestKpa > 0 ? m.weakestKpa / first.weakestKpa : 0)),
    of(msg`evenness`, 'even', (m) => m.evenness),
  ];
  const NAME_PX = 15;
  const placed = list
    .map((c) => ({ ...c, y: share.value(Math.max(0, Math.min(1, c.end))) }))
    .sort((a, b) => a.y - b.y);
  for (let i = 1; i < placed.length; i++) placed[i].y = Math.max(placed[i].y, placed[i - 1].y + NAME_PX);
  return placed;
});
const hours = (min: number): string =>
  Number.isFinite(min)
    ? msg`${Math.floor(min / 60)} h ${String(Math.round(min % 60)).padStart(2, '0')} min`
    : msg`for ever`;
const says = computed(() => {
  if (tank.value)
    return dry.value
      ? msg`Without rain it fails on day ${dry.value.day + 1} at ${clockText(dry.value.minute)}`
      : msg`It lasts ${days.value} days without rain`;
  if (well.value)
    return msg`A week takes ${settings.show(well.value.weekL, 'volume')} of the ${settings.show(well.value.givesWeekL, 'volume')} that the well gives`;
  return '';
});
const weekShare = computed(() =>
  well.value && well.value.givesWeekL > 0 ? Math.min(1.2, well.value.weekL / well.value.givesWeekL) : 0,
);
</script>

<template>
  <section aria-label="The store">
    <header>
      <h3 class="sr">{{ tank ? msg`The tank` : well ? msg`The well` : msg`The store` }}</h3>
      <span class="quiet">{{ says }}</span>
    </header>
    <div ref="frame" class="frame">
      <svg
        v-if="tank && tank.days.points.length > 1 && width > 300"
        :width="width"
        :height="height"
        role="img"
        :aria-label="`${says}. ${run ? msg`One watering from full lasts ${hours(run.emptyMin)}` : ''}`"
      >
        <text :x="LEFT" y="10">level, {{ days }} days without rain</text>
        <text :x="LEFT - 6" :y="ly(source!.highM) + 10" text-anchor="end">full</text>
        <text :x="LEFT - 6" :y="ly(source!.outletM)" text-anchor="end">outlet</text>
        <template v-for="d in dayTicks" :key="d">
          <line
            :x1="lx(d * MIN_PER_DAY)"
            :x2="lx(d * MIN_PER_DAY)"
            :y1="TOP"
            :y2="height - FOOT"
            class="grid"
          />
          <text :x="lx((d + 0.5) * MIN_PER_DAY)" :y="height - 6" text-anchor="middle">
            {{ d === 0 ? msg`day 1` : d + 1 }}
          </text>
        </template>
        <path :d="level" class="level" />
        <g v-if="dry">
          <line
            :x1="lx(dry.day * MIN_PER_DAY + dry.minute)"
            :x2="lx(dry.day * MIN_PER_DAY + dry.minute)"
            :y1="TOP"
            :y2="height - FOOT"
            class="dry"
          />
          <text
            :x="lx(dry.day * MIN_PER_DAY + dry.minute) + (dry.day > days / 2 ? -6 : 6)"
            :y="TOP + 14"
            :text-anchor="dry.day > days / 2 ? 'end' : 'start'"
            class="fails"
          >
            fails on day {{ dry.day + 1 }}, {{ clockText(dry.minute) }}
          </text>
        </g>
        <text :x="midX + 40" y="10">one watering of {{ outlook.current?.name }} from full, until empty</text>
        <line :x1="midX + 40" :x2="rx.range()[1]" :y1="height - FOOT" :y2="height - FOOT" class="grid" />
        <text :x="midX + 34" :y="share(1) + 10" text-anchor="end">100 %</text>
        <text :x="midX + 34" :y="share(0)" text-anchor="end">0</text>
        <template v-for="c in curves" :key="c.name">
          <path :d="c.d" class="curve" :class="c.cls" />
          <text :x="rx.range()[1] + 6" :y="c.y + 4" :class="c.cls" class="name">{{ c.name }}</text>
        </template>
        <g v-if="run && run.leavesMin < run.emptyMin">
          <line :x1="rx(run.leavesMin)" :x2="rx(run.leavesMin)" :y1="TOP" :y2="height - FOOT" class="dry" />
          <text :x="rx(run.leavesMin) - 5" :y="height - FOOT - 8" text-anchor="end" class="fails">
            {{
              run.leavesMin > 0
                ? msg`too little pressure after ${hours(run.leavesMin)}`
                : msg`too little pressure from the start`
            }}
          </text>
        </g>
        <text v-if="run" :x="rx.range()[1]" :y="height - 6" text-anchor="middle" class="num">
          {{ hours(run.emptyMin) }}
        </text>
      </svg>
      <svg v-else-if="well && width > 300" :width="width" :height="height" role="img" :aria-label="says">
        <text :x="LEFT" :y="34">
          what the well gives in a week, the allowance taken off:
          {{ settings.show(well.givesWeekL, 'volume') }}
        </text>
        <rect :x="LEFT" y="44" :width="(width - 2 * LEFT) / 1.2" height="22" class="gives" />
        <text :x="LEFT" y="98">what the sets take: {{ settings.show(well.weekL, 'volume') }}</text>
        <rect
          :x="LEFT"
          y="108"
          :width="((width - 2 * LEFT) / 1.2) * weekShare"
          height="22"
          :class="weekShare > 1 ? 'over' : 'takes'"
        />
      </svg>
      <p v-else class="quiet empty">
        {{
          tank
            ? msg`The mains keep the canister full: it does not run dry.`
            : msg`This source is neither a tank nor a well: what it gives does not run out in a day.`
        }}
      </p>
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
.level {
  fill: none;
  stroke: var(--water);
  stroke-width: 2.4;
}
.dry {
  stroke: var(--alarm);
  stroke-width: 1.8;
  stroke-dasharray: 5 3;
}
.fails {
  fill: var(--alarm);
  font-weight: 600;
  stroke: var(--paper);
  stroke-width: 3px;
  paint-order: stroke;
}
.curve {
  fill: none;
  stroke: var(--water);
  stroke-width: 2.2;
}
.curve.kpa {
  stroke: var(--clay);
  stroke-dasharray: 8 4;
}
.curve.even {
  stroke: var(--leaf);
  stroke-dasharray: 2 4;
}
.name {
  font-weight: 600;
  fill: var(--water);
}
.name.kpa {
  fill: var(--clay);
}
.name.even {
  fill: var(--leaf);
}
.gives {
  fill: color-mix(in srgb, var(--water) 40%, var(--paper));
  stroke: var(--water);
}
.takes {
  fill: var(--leaf);
}
.over {
  fill: var(--alarm);
}
.empty {
  padding: 20px;
}
</style>
