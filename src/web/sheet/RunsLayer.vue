<script setup lang="ts">
import { computed } from 'vue';
import { stretchOfRun, type BlockLayout } from '../../core/layout';
import type { Tape } from '../../core/plan';
import { useResults } from '../stores/results';
import { classOf, SHADES, shadeColour, type PressureClass } from './pressureScale';

/** Every run of a block, shaded along its length by pressure against the window. All stretches of one shade are one path. */
const props = defineProps<{ layout: BlockLayout; width: number; /** Pixels of a metre. */ k: number }>();
const results = useResults();

/** Where each run's shading begins; the solved plan may be one edit behind the drawing. */
const placeOf = computed(() => {
  const solved = results.solved;
  const block = solved?.results.blocks.find((b) => b.built.layout.block.id === props.layout.block.id);
  if (!solved || !block) return () => -1;
  if (block.built.layout === props.layout) return (i: number) => block.firstRun + i;
  const before = block.built.layout.runs;
  let byId: Map<string, number> | undefined;
  return (i: number) => {
    const { id } = props.layout.runs[i];
    // Most edits leave the runs in their order.
    if (before[i]?.id === id) return block.firstRun + i;
    byId ??= new Map(before.map((run, j) => [run.id, block.firstRun + j]));
    return byId.get(id) ?? -1;
  };
});

/** A shade of each piece of each run, and of runs without any the code below. */
const NOTHING = 255;
const CODES: Record<'under' | 'over', number> = { under: 100, over: 101 };
const code = (c: PressureClass): number => (typeof c === 'number' ? c : CODES[c]);

interface Paths {
  layout: BlockLayout;
  every: number;
  codes: Uint8Array;
  plain: string;
  under: string;
  over: string;
  shades: string[];
}
let last: Paths | undefined;

/** Runs that fall on the same pixels are drawn as one of them; those outside their window each. */
const APART_PX = 0.9;
const every = computed(() => {
  const { beds } = props.layout.block;
  const apartPx = ((beds.widthM + beds.pathM) / Math.max(1, beds.runsPerBed)) * props.k;
  return Math.max(1, Math.floor(APART_PX / apartPx));
});

/** Shades as they are now; the same paths as before while no piece changes its shade. */
const paths = computed((): Paths => {
  const shading = results.solved?.shading;
  const points = results.solved?.points ?? 2;
  const pieces = points - 1;
  const { runs } = props.layout;
  const codes = new Uint8Array(runs.length * pieces);
  const feet = new Map<Tape, number>();
  const footOf = (tape: Tape): number => {
    let foot = feet.get(tape);
    if (foot === undefined) feet.set(tape, (foot = results.footOf(props.layout.block.id, tape)));
    return foot;
  };
  for (let i = 0; i < runs.length; i++) {
    const { maxKpa } = runs[i].tape;
    const minKpa = footOf(runs[i].tape);
    const at = props.layout.block.inUse ? placeOf.value(i) : -1;
    const first = at * points;
    const shaded = shading && at >= 0 && !Number.isNaN(shading[first]);
    for (let p = 0; p < pieces; p++)
      codes[i * pieces + p] = shaded ? code(classOf((shading[first + p] + shading[first + p + 1]) / 2, minKpa, maxKpa)) : NOTHING;
  }
  if (last?.layout === props.layout && last.every === every.value && last.codes.length === codes.length && codes.every((c, i) => c === last!.codes[i])) return last;
  last = { layout: props.layout, codes, every: every.value, ...draw(codes, pieces) };
  return last;
});

function draw(codes: Uint8Array, pieces: number): Omit<Paths, 'layout' | 'codes' | 'every'> {
  const found = new Map<number, string[]>();
  props.layout.runs.forEach((run, i) => {
    const taped = run.lengthM - run.leadM;
    let from = run.leadM;
    for (let p = 0; p < pieces; p++) {
      const shade = codes[i * pieces + p];
      if (p < pieces - 1 && codes[i * pieces + p + 1] === shade) continue;
      const to = run.leadM + (taped * (p + 1)) / pieces;
      const outside = shade === CODES.under || shade === CODES.over;
      if (!outside && i % every.value !== 0) {
        from = to;
        continue;
      }
      const d = `M${stretchOfRun(run, from, to).map((at) => at.join(' ')).join('L')}`;
      const list = found.get(shade);
      if (list) list.push(d);
      else found.set(shade, [d]);
      from = to;
    }
  });
  const of = (shade: number): string => found.get(shade)?.join('') ?? '';
  return {
    plain: of(NOTHING),
    under: of(CODES.under),
    over: of(CODES.over),
    shades: Array.from({ length: SHADES }, (_, s) => of(s)),
  };
}
</script>

<template>
  <g class="runs" fill="none">
    <path v-if="paths.plain" :d="paths.plain" stroke="var(--faint)" stroke-width="1.5" stroke-dasharray="2 4" />
    <template v-for="(d, s) in paths.shades" :key="s">
      <path v-if="d" :d="d" :stroke="shadeColour(s)" :stroke-width="width" />
    </template>
    <path v-if="paths.under" :d="paths.under" stroke="var(--alarm)" :stroke-width="Math.max(2, width * 0.7)" stroke-dasharray="5 4" data-state="under" />
    <path v-if="paths.over" :d="paths.over" stroke="var(--clay)" :stroke-width="Math.max(4, width + 1.5)" data-state="over" />
    <path v-if="paths.over" :d="paths.over" stroke="var(--paper)" :stroke-width="Math.max(1.4, width * 0.4)" />
  </g>
</template>

<style scoped>
path { vector-effect: non-scaling-stroke; }
.runs { pointer-events: none; }
</style>
