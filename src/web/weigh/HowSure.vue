<script setup lang="ts">
import { isStored } from '../../core/plan';
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3';
import { computed, ref, shallowRef, watch } from 'vue';
import { msg } from '../../core/language';
import { perShownUnit } from '../../core/units';
import { DOUBTS, rangeOf, type Answered, type Bar, type Chance, type Known } from '../../core/choose';
import { useBook } from '../stores/book';
import { useKeeping } from '../stores/keeping';
import { plain } from '../page/plain';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useWeigh } from '../stores/weigh';

/** What moves the answer most, and how likely the weakest emitter is to stay in its window. */
const plan = usePlan();
const settings = useSettings();
const weigh = useWeigh();
const SAMPLES = 200;
const SEED = 0.4142;
const book = useBook();
const keeping = useKeeping();
const found = shallowRef<{ base: Answered; bars: Bar[]; chance: Chance; known: Known }>();
watch(
  [() => plan.plan, () => book.learned],
  async () => {
    found.value = undefined;
    await book.opened(keeping.id);
    const answer = await weigh.ask((a, n, p, tell) =>
      a.howSure(n, p, plain(book.learned), SAMPLES, SEED, tell),
    );
    if (answer) found.value = answer;
  },
  { immediate: true },
);
const frame = ref<HTMLElement>();
const { width } = useElementSize(frame);
const LEAST_W = 340;
const W = computed(() => Math.max(LEAST_W, width.value));
const LEFT = 170;
const RIGHT = 40;
/** Ticks that are round in the unit shown. */
const TICK_PX = 80;
const ROW = 34;
const x = computed(() => {
  const f = found.value!;
  const all = [f.base.marginKpa, 0, ...f.bars.flatMap((b) => [b.low.marginKpa, b.high.marginKpa])];
  return scaleLinear([Math.min(...all), Math.max(...all)], [LEFT, W.value - RIGHT]).nice(5);
});
const ticks = computed(() => {
  const perUnit = perShownUnit('pressure', settings.units);
  const [low, high] = x.value.domain();
  return scaleLinear([low / perUnit, high / perUnit], [0, 1])
    .ticks(Math.max(2, Math.floor((W.value - LEFT - RIGHT) / TICK_PX)))
    .map((t) => t * perUnit);
});
const signed = (kpa: number): string => `${kpa < 0 ? '−' : '+'}${settings.show(Math.abs(kpa), 'pressure')}`;
const range = (b: Bar): string => {
  const d = rangeOf(b.name, found.value!.known);
  if (b.name === 'school' || b.name === 'dirt') return d.why;
  const tell = (v: number): string =>
    b.name === 'supply' && found.value!.known.supply && isStored(plan.source)
      ? settings.show(v, 'height')
      : b.name === 'slope'
        ? settings.show(v, 'slope')
        : settings.show(v, 'share');
  return msg`${tell(d.low)} to ${d.high > 0 ? '+' : ''}${tell(d.high)}. ${d.why}`;
};
const chanceSays = computed(() => {
  const { inWindow, samples } = found.value!.chance;
  const share = inWindow / samples;
  return share > 0.995
    ? msg`all but certain`
    : share < 0.005
      ? msg`hardly any chance`
      : settings.show(share, 'share');
});
const bottom = computed(() =>
  settings.show(Math.abs(found.value!.chance.marginsKpa[Math.floor(SAMPLES / 20)]), 'pressure'),
);
const bottomOver = computed(() => found.value!.chance.marginsKpa[Math.floor(SAMPLES / 20)] >= 0);
</script>

<template>
  <section ref="frame">
    <v-progress-linear
      v-if="weigh.working"
      :model-value="100 * weigh.progress"
      color="primary"
      height="6"
      aria-label="Progress of the sampling"
    />
    <template v-if="found && Number.isFinite(found.base.marginKpa)">
      <p>
        As planned the weakest emitter is {{ settings.show(Math.abs(found.base.marginKpa), 'pressure') }}
        {{ found.base.marginKpa >= 0 ? msg`above` : msg`under` }} the bottom of its window. Each bar is one
        thing that is never known exactly, changed alone to the ends of its likely range.
      </p>
      <svg
        :viewBox="`0 0 ${W} ${found.bars.length * ROW + 34}`"
        role="img"
        :aria-label="
          found.bars
            .map(
              (b) => msg`${DOUBTS[b.name].says}: ${signed(b.low.marginKpa)} to ${signed(b.high.marginKpa)}`,
            )
            .join('; ')
        "
      >
        <g v-for="t in ticks" :key="t" class="grid">
          <line :x1="x(t)" :x2="x(t)" y1="4" :y2="found.bars.length * ROW + 8" />
          <text :x="x(t)" :y="found.bars.length * ROW + 24" text-anchor="middle" class="num">
            {{ signed(t) }}
          </text>
        </g>
        <line :x1="x(0)" :x2="x(0)" y1="0" :y2="found.bars.length * ROW + 8" class="foot" />
        <g v-for="(b, i) in found.bars" :key="b.name" :transform="`translate(0 ${i * ROW + 6})`">
          <text :x="LEFT - 12" y="17" text-anchor="end" class="name">{{ DOUBTS[b.name].says }}</text>
          <rect
            :x="Math.min(x(b.low.marginKpa), x(b.high.marginKpa))"
            y="3"
            :width="Math.max(2, Math.abs(x(b.high.marginKpa) - x(b.low.marginKpa)))"
            height="20"
            class="bar"
            :class="{ dry: Math.min(b.low.marginKpa, b.high.marginKpa) < 0 }"
          >
            <title>{{ range(b) }}</title>
          </rect>
        </g>
        <line
          :x1="x(found.base.marginKpa)"
          :x2="x(found.base.marginKpa)"
          y1="0"
          :y2="found.bars.length * ROW + 8"
          class="base"
        />
      </svg>
      <p class="chance">
        Varied all at once, {{ found.chance.samples }} times: the weakest emitter stays in its window
        <b>{{ chanceSays }}</b> ({{ found.chance.inWindow }} of {{ found.chance.samples }}). In nineteen of
        twenty it is better than {{ bottom }} {{ bottomOver ? msg`above` : msg`under` }} the bottom of the
        window.
      </p>
      <dl>
        <template v-for="b in found.bars" :key="b.name"
          ><dt>{{ DOUBTS[b.name].says }}</dt>
          <dd>
            {{ range(b) }} Evenness
            {{ settings.show(Math.min(b.low.uniformity, b.high.uniformity), 'share') }} to
            {{ settings.show(Math.max(b.low.uniformity, b.high.uniformity), 'share') }}.
          </dd></template
        >
      </dl>
    </template>
    <p v-else-if="found">Nothing waters now: there is nothing to be sure of.</p>
  </section>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
  margin: 8px 0;
}
.grid line {
  stroke: var(--line);
}
text {
  font-size: 12px;
  fill: var(--faint);
}
.name {
  font-size: 13px;
  fill: var(--ink);
}
.bar {
  fill: var(--pale-water);
  stroke: var(--water);
  stroke-width: 1.5;
}
.bar.dry {
  fill: none;
  stroke: var(--alarm);
  stroke-dasharray: 5 3;
}
.foot {
  stroke: var(--alarm);
  stroke-width: 2;
  stroke-dasharray: 3 3;
}
.base {
  stroke: var(--ink);
  stroke-width: 2;
}
.chance {
  border-left: 5px solid var(--leaf);
  padding: 4px 12px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
  font-size: 13.5px;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
  color: var(--faint);
}
</style>
