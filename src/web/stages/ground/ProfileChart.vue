<script setup lang="ts">
import { extent, line, scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { lengthOnLine, mainEndName, yOnLine } from '../../../core/layout';
import { surfaceOf } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';

/** The ground along a bed, a header, or a piece of the main, drawn from the side. */
const plan = usePlan();
const settings = useSettings();
const view = useView();
const W = 344;
const H = 96;
const PAD = { left: 54, right: 8, top: 10, bottom: 20 };
const POINTS = 60;

const farm = computed(() => plan.laid);
const nameOf = (id: string): string => mainEndName(plan.full, id);
const choices = computed(() => [
  { id: 'bed', name: msg`the picked bed` },
  { id: 'header', name: msg`the header` },
  ...farm.value.mains.map((m) => ({
    id: m.to,
    name: msg`the main from ${nameOf(m.from)} to ${nameOf(m.to)}`,
  })),
]);
const wanted = ref('bed');
const along = computed(() => (choices.value.some((c) => c.id === wanted.value) ? wanted.value : 'bed'));
const profile = computed(() => {
  const shares = Array.from({ length: POINTS + 1 }, (_, i) => i / POINTS);
  const main = farm.value.mains.find((m) => m.to === along.value);
  if (main) {
    const surveyed = plan.surveyed;
    const { start, end } = main;
    const straight = Math.hypot(end.xM - start.xM, end.yM - start.yM);
    const z = (s: number): number =>
      surveyed
        ? surfaceOf(plan.ground).heightAt(
            start.xM + s * (end.xM - start.xM),
            start.yM + s * (end.yM - start.yM),
          )
        : start.zM + s * main.riseM;
    return { name: '', points: shares.map((s) => [s * straight, z(s)] as [number, number]) };
  }
  const layout = farm.value.blocks[plan.blockIndex];
  if (along.value === 'header') {
    const { line, fromXM, toXM } = layout.headers[0];
    const xAt = (s: number): number => fromXM + s * (toXM - fromXM);
    return {
      name: '',
      points: shares.map(
        (s) =>
          [lengthOnLine(line, fromXM, xAt(s)), layout.ground.heightM(xAt(s), yOnLine(line, xAt(s)))] as [
            number,
            number,
          ],
      ),
    };
  }
  const bed =
    layout.beds.find((b) => view.pickedBed?.block === plan.block.id && b.key === view.pickedBed.key) ??
    layout.beds[0];
  if (!bed) return undefined;
  const x = bed.leftM + bed.widthM / 2;
  return {
    name: msg`Bed ${bed.key}`,
    points: shares.map(
      (s) => [s * bed.lengthM, layout.ground.heightM(x, bed.nearM + s * bed.lengthM)] as [number, number],
    ),
  };
});
const drawn = computed(() => {
  const p = profile.value?.points;
  if (!p) return undefined;
  const [low, high] = extent(p, ([, z]) => z) as [number, number];
  const leastM = 0.2;
  const mid = (low + high) / 2;
  const half = Math.max((high - low) / 2, leastM / 2);
  const x = scaleLinear([0, p[p.length - 1][0]], [PAD.left, W - PAD.right]);
  const y = scaleLinear([mid - half, mid + half], [H - PAD.bottom, PAD.top]);
  return {
    d:
      line<[number, number]>(
        ([d]) => x(d),
        ([, z]) => y(z),
      )(p) ?? '',
    low: { y: y(low), text: settings.show(low, 'height') },
    high: { y: y(high), text: settings.show(high, 'height') },
    flat: high - low < 0.005,
    end: settings.show(p[p.length - 1][0], 'length'),
    says: msg`${settings.show(Math.abs(p[p.length - 1][1] - p[0][1]), 'height')} ${p[p.length - 1][1] >= p[0][1] ? msg`up` : msg`down`} from start to end`,
  };
});
</script>

<template>
  <figure v-if="drawn" class="profile">
    <figcaption>
      The ground along
      <ChoiceField label="Ground along" :value="along" :options="choices" @pick="wanted = $event" />
      <span class="quiet">{{ profile?.name }}, {{ drawn.says }}</span>
    </figcaption>
    <svg
      :viewBox="`0 0 ${W} ${H}`"
      :width="W"
      :height="H"
      role="img"
      :aria-label="msg`Profile: ${drawn.says}`"
    >
      <path
        :d="`${drawn.d}L${W - PAD.right} ${H - PAD.bottom + 4}L${PAD.left} ${H - PAD.bottom + 4}Z`"
        class="earth"
      />
      <path :d="drawn.d" class="line" />
      <text :x="PAD.left - 4" :y="drawn.high.y + 4" text-anchor="end" class="num">{{ drawn.high.text }}</text>
      <text v-if="!drawn.flat" :x="PAD.left - 4" :y="drawn.low.y + 4" text-anchor="end" class="num">
        {{ drawn.low.text }}
      </text>
      <text :x="W - PAD.right" :y="H - 3" text-anchor="end" class="num">{{ drawn.end }}</text>
    </svg>
  </figure>
</template>

<style scoped>
.profile {
  margin: 0 0 12px;
}
figcaption {
  font-size: 14px;
}
svg {
  max-width: 100%;
}
.earth {
  fill: var(--earth);
}
.line {
  fill: none;
  stroke: var(--clay);
  stroke-width: 1.8;
}
text {
  font-size: 12px;
  fill: var(--faint);
}
</style>
