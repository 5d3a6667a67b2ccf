<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { emitterLph } from '../../core/hydraulics/emitter';
import { placeOnRun, toSheet, type LaidRun } from '../../core/layout';
import { emitterOf } from '../../core/network';
import type { Tape } from '../../core/plan';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useLabels, type SheetLabel } from './labels/useLabels';
import { classOf } from './pressureScale';

/** Emitters of the runs in view, once they are far enough apart to be told; their flow nearer still. */
const props = defineProps<{ toScreen: (x: number, y: number) => [number, number]; k: number; width: number; height: number }>();
const plan = usePlan();
const results = useResults();
const settings = useSettings();

const MOST_RUNS = 60;
const LABEL_PX = 84;

interface Dot {
  x: number;
  y: number;
  kpa: number;
  tape: Tape;
  /** The least pressure at which it works, kPa. */
  footKpa: number;
}
const dots = shallowRef<Dot[]>([]);

/** A place along a run on the sheet. */
const onSheet = (run: LaidRun, distanceM: number) => toSheet(results.solved!.results.layout.blocks[run.block].frame, ...placeOnRun(run, distanceM));
const inView = computed(() => {
  const runs = results.solved?.results.runs ?? [];
  const list: number[] = [];
  const near = 20;
  runs.forEach(({ run }, i) => {
    const [ax, ay] = props.toScreen(...onSheet(run, 0));
    const [bx, by] = props.toScreen(...onSheet(run, run.lengthM));
    const seenX = Math.max(ax, bx) > -near && Math.min(ax, bx) < props.width + near;
    const seenY = Math.max(ay, by) > -near && Math.min(ay, by) < props.height + near;
    if (seenX && seenY && list.length < MOST_RUNS) list.push(i);
  });
  return list;
});

watch(
  [inView, () => results.solved],
  async () => {
    const runs = results.solved?.results.runs;
    const asked = inView.value;
    if (!runs) return;
    const found = await results.emitters(asked);
    if (asked !== inView.value) return;
    dots.value = found.flatMap(({ distanceM, kpa }, i) => {
      const { run } = runs[asked[i]];
      const footKpa = results.footOf(results.solved!.plan.blocks[run.block].id, run.tape);
      return Array.from(kpa, (p, e) => {
        const [x, y] = onSheet(run, distanceM[e]);
        return { x, y, kpa: p, tape: run.tape, footKpa };
      });
    });
  },
  { immediate: true },
);

const labelled = computed(() => props.k * plan.block.tape.spacingM > LABEL_PX);
const seen = computed(() => {
  return dots.value
    .map((d) => {
      const [sx, sy] = props.toScreen(d.x, d.y);
      return { sx, sy, kpa: d.kpa, tape: d.tape, footKpa: d.footKpa };
    })
    .filter((d) => d.sy > -10 && d.sy < props.height + 10 && d.sx > -10 && d.sx < props.width + 10)
    .map((d) => {
      const { tape } = d;
      return { ...d, state: classOf(d.kpa, d.footKpa, tape.maxKpa), lph: labelled.value ? emitterLph(emitterOf(tape), d.kpa) : 0 };
    });
});
const RANK = 78;
useLabels(() => ({
  labels: labelled.value
    ? seen.value.map((d, i): SheetLabel => ({
        key: `emitter/${i}`,
        text: settings.show(d.lph, 'emitterFlow'),
        style: 'figure',
        rank: RANK,
        at: [d.sx, d.sy],
        stands: [-12, 14].map((dy) => ({ dx: 0, dy, anchor: 'middle' })),
      }))
    : [],
}));
</script>

<template>
  <g class="emitters">
    <g v-for="(d, i) in seen" :key="i">
      <circle :cx="d.sx" :cy="d.sy" r="3.2" :fill="d.state === 'under' ? 'var(--paper)' : 'var(--ink)'" :stroke="d.state === 'under' ? 'var(--alarm)' : d.state === 'over' ? 'var(--clay)' : 'var(--paper)'" stroke-width="1.4" />
    </g>
  </g>
</template>

<style scoped>
.emitters { pointer-events: none; }
</style>
