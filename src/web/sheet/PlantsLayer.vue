<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { classOf, offHeader, shadeColour } from '../../core/scene';
import { pipeKind } from '../../core/catalog/pipes';
import { toSheet, type BlockLayout } from '../../core/layout';
import { stepKey } from '../../core/network';
import { FEED, onlyPlaces } from '../../core/plan';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';
import { useTools } from '../stores/tools';
import { sameBed, useView } from '../stores/view';
import BlockSign from './BlockSign.vue';
import type { BlockView } from './blockView';
import { useBedPaint } from './useBedPaint';
import { around, useLabels, type SheetLabel } from './labels/useLabels';
import type { useHand } from './useHand';
import type { usePainting } from './usePainting';
import type { useSheetEdits } from './useSheetEdits';

/** Plants at places: small pipe, thin tubes and rings, each plant and each joint of the pipe to take hold of. */
const props = defineProps<{
  layout: BlockLayout;
  on: BlockView;
  k: number;
  raised: boolean;
  hand: ReturnType<typeof useHand>;
  edits: ReturnType<typeof useSheetEdits>;
  painting: ReturnType<typeof usePainting>;
}>();
const plan = usePlan();
const changes = useEdits();
const results = useResults();
const settings = useSettings();
const tools = useTools();
const view = useView();
const { paintOf } = useBedPaint();

const block = computed(() => props.layout.block);
const small = computed(() => props.layout.small!);
const drawn = computed(() => block.value.places!.route === 'drawn');
const px = computed(() => small.value.nodes.map((n) => props.on.at(n.at[0], n.at[1])));
const line = (from: number, to: number): string => `M${px.value[from].join(' ')}L${px.value[to].join(' ')}`;
const widest = computed(() => Math.max(1, ...small.value.pipes.map((p) => p.pipe.boreMm)));
/** All pipe of one bore as one path, as wide as bores are to each other. */
const pipes = computed(() => {
  const byBore = new Map<number, string[]>();
  for (const p of [...small.value.pipes, ...small.value.loops]) {
    const list = byBore.get(p.pipe.boreMm);
    if (list) list.push(line(p.from, p.to));
    else byBore.set(p.pipe.boreMm, [line(p.from, p.to)]);
  }
  return [...byBore].map(([boreMm, d]) => ({
    boreMm,
    d: d.join(''),
    width: 2.6 + 2.6 * (boreMm / widest.value),
  }));
});
/** Beside beds it begins at their header, which is drawn off the beds' ends. */
const joins = computed(() => {
  const off = offHeader(block.value.header);
  if (onlyPlaces(block.value) || off === 0) return undefined;
  const [x, y] = px.value[0];
  return `M${x} ${y}l${props.on.along[0] * off} ${props.on.along[1] * off}`;
});
const key = computed(() => stepKey.header(block.value.id));

/** Results of each bed by its key; the solved plan may be one edit behind the drawing. */
const solved = computed(() => {
  const found = results.solved?.results.blocks.find((b) => b.built.layout.block.id === block.value.id);
  return new Map(found?.beds.map((b) => [b.key, b]) ?? []);
});
const LEAST_PX = 5;
const plants = computed(() =>
  props.layout.beds
    .filter((b) => b.plant)
    .map((bed) => {
      const plant = bed.plant!;
      const [x, y] = props.on.at(plant.plant.xM, plant.plant.yM);
      const run = props.layout.runs.find((r) => r.bedIndex === props.layout.beds.indexOf(bed));
      const did = solved.value.get(bed.key);
      const tape = run?.tape ?? plant.label;
      const state =
        !did || bed.resting || !block.value.inUse || !Number.isFinite(did.minKpa)
          ? undefined
          : classOf(did.minKpa, results.footOf(block.value.id, tape), tape.maxKpa);
      const says =
        state === undefined
          ? bed.resting
            ? msg`resting`
            : msg`not worked out`
          : state === 'under'
            ? msg`too little pressure`
            : state === 'over'
              ? msg`too much pressure`
              : msg`in its window`;
      const flow = did && state !== undefined ? `, ${settings.show(did.flowLph, 'emitterFlow')}` : '';
      return {
        bed,
        plant,
        x,
        y,
        r: Math.max(LEAST_PX, (plant.spreadM / 2) * props.k),
        ring: plant.ringM > 0 ? (plant.ringM / 2) * props.k : 0,
        pot: plant.potL > 0,
        paint: paintOf(block.value.beds, bed, block.value.id),
        state,
        ink:
          state === undefined
            ? 'var(--faint)'
            : state === 'under'
              ? 'var(--alarm)'
              : state === 'over'
                ? 'var(--clay)'
                : shadeColour(state),
        name: msg`${plant.plant.name ? msg`${plant.plant.name}, plant` : msg`Plant`} ${bed.key}${flow}, ${says}. Arrow keys move it, Delete takes it out`,
        title: `${plant.plant.name ?? msg`Plant ${bed.key}`}${flow}`,
      };
    }),
);
/** Thin tubes from the pipe to plants off it. */
const tubes = computed(() =>
  props.layout.runs

    .filter((r) => props.layout.beds[r.bedIndex].plant)
    .flatMap((r) =>
      r.way && r.way.length === 2 && r.leadM > 0
        ? `M${r.way.map(([x, y]) => props.on.at(x, y).join(' ')).join('L')}`
        : [],
    )
    .join(''),
);
const NAMED_PX = 26;
const numbered = computed(() => {
  const all = plants.value;
  if (all.length < 2) return true;
  // As near as they stand on the whole.
  const area =
    (props.layout.box.rightM - props.layout.box.leftM) * (props.layout.box.farM - props.layout.box.nearM);
  return Math.sqrt(Math.max(area, 1) / all.length) * props.k > NAMED_PX;
});
const joints = computed(() =>
  drawn.value
    ? block.value.places!.joints.map((j) => {
        const [x, y] = props.on.at(j.xM, j.yM);
        return {
          joint: j,
          x,
          y,
          name: msg`Joint of the small pipe${j.pipe ? msg`, ${pipeKind(j.pipe).name} to it` : ''}. Arrow keys move it, Delete takes it out`,
        };
      })
    : [],
);
const RANK = 60;
useLabels(() => ({
  labels: numbered.value
    ? plants.value.map((p): SheetLabel => ({
        key: `plant/${block.value.id}/${p.bed.key}`,
        text: p.plant.plant.name ?? p.bed.key,
        style: 'number',
        rank: RANK,
        at: [p.x, p.y],
        stands: around(Math.max(8, p.r + 3), Math.max(10, p.r + 7)).slice(4),
      }))
    : [],
}));
const alone = computed(() => onlyPlaces(block.value) !== undefined);
const feed = computed(() => props.on.at(...small.value.nodes[0].at));

function pick(event: MouseEvent, key: string): void {
  if (tools.brush) return;
  const bed = { block: block.value.id, key };
  if (event.shiftKey || event.ctrlKey || event.metaKey) return view.toggle(bed);
  view.chosen.clear();
  view.pickedBed = bed;
}
function hold(event: PointerEvent, key: string): void {
  plan.pickBlock(block.value.id);
  if (tools.brush) return props.painting.begin(event, { block: block.value.id, key });
  props.hand.grab(event, `plant-${key}`, (x, y, g, free) =>
    changes.movePlant(block.value.id, key, props.edits.plantSnap(x, free), props.edits.plantSnap(y, free), g),
  );
}
const onSheet = (x: number, y: number) => {
  const [xM, yM] = toSheet(props.layout.frame, x, y);
  return { xM, yM };
};
function plantKeys(event: KeyboardEvent, p: (typeof plants.value)[number]): void {
  if (event.key === 'Delete' || event.key === 'Backspace') changes.removePlants(block.value.id, [p.bed.key]);
  else if (event.key === 'Enter' || event.key === ' ')
    view.pickedBed = { block: block.value.id, key: p.bed.key };
  else
    return props.edits.moveKeys(
      event,
      onSheet(p.plant.plant.xM, p.plant.plant.yM),
      (x, y, g) => changes.movePlant(block.value.id, p.bed.key, x, y, g),
      `plant-${p.bed.key}`,
      true,
    );
  event.preventDefault();
}
function jointKeys(event: KeyboardEvent, id: string, xM: number, yM: number): void {
  if (event.key === 'Delete' || event.key === 'Backspace') changes.removeJoint(block.value.id, id);
  else if (event.key === 'Enter' || event.key === ' ')
    view.pickedJoint = view.pickedJoint === id ? undefined : id;
  else
    return props.edits.moveKeys(
      event,
      onSheet(xM, yM),
      (x, y, g) => changes.moveJoint(block.value.id, id, x, y, g),
      `joint-${id}`,
      true,
    );
  event.preventDefault();
}
/** A press on a second joint while one is picked joins the two. */
function pickJoint(id: string): void {
  const first = view.pickedJoint;
  if (first && first !== id) {
    changes.joinJoints(block.value.id, first, id);
    view.pickedJoint = undefined;
  } else view.pickedJoint = first === id || id === FEED ? undefined : id;
}
</script>

<template>
  <g class="plants" :class="{ resting: !block.inUse }">
    <g
      :class="{ lit: view.pointedStep === key }"
      @pointerenter="view.pointedStep = key"
      @pointerleave="view.pointedStep = undefined"
    >
      <template v-for="p in pipes" :key="p.boreMm">
        <path :d="p.d" class="case" :stroke-width="p.width" />
        <path :d="p.d" class="water" :stroke-width="Math.max(1, p.width - 2.4)" />
      </template>
    </g>
    <path v-if="joins" :d="joins" class="case" stroke-width="4" />
    <path v-if="tubes" :d="tubes" class="tube" />
    <g
      v-for="p in plants"
      :key="p.bed.key"
      role="button"
      tabindex="0"
      class="plant"
      :class="{
        picked: sameBed(view.pickedBed, block.id, p.bed.key) || view.isChosen(block.id, p.bed.key),
        pointed: sameBed(view.pointedBed, block.id, p.bed.key),
        rests: p.bed.resting,
      }"
      data-hand
      :data-bed="`${block.id}/${p.bed.key}`"
      :aria-label="p.name"
      @pointerdown="hold($event, p.bed.key)"
      @pointerenter="
        view.pointedBed = { block: block.id, key: p.bed.key };
        painting.over({ block: block.id, key: p.bed.key });
      "
      @pointerleave="view.pointedBed = undefined"
      @click="pick($event, p.bed.key)"
      @keydown="plantKeys($event, p)"
    >
      <title>{{ p.title }}</title>
      <circle
        v-if="!p.pot"
        :cx="p.x"
        :cy="p.y"
        :r="p.r"
        class="ground"
        :style="p.paint && { fill: `color-mix(in srgb, ${p.paint.ink} 45%, var(--earth))` }"
      />
      <path
        v-else
        :d="`M${p.x - p.r} ${p.y - p.r}h${2 * p.r}l${-0.22 * p.r} ${2 * p.r}h${-1.56 * p.r}z`"
        class="ground pot"
        :style="p.paint && { fill: `color-mix(in srgb, ${p.paint.ink} 45%, var(--earth))` }"
      />
      <circle
        v-if="p.ring > 0"
        :cx="p.x"
        :cy="p.y"
        :r="p.ring"
        class="ring"
        :style="{ stroke: p.ink }"
        :stroke-dasharray="p.state === 'under' ? '4 3' : undefined"
      />
      <circle
        :cx="p.x"
        :cy="p.y"
        :r="p.state === 'over' ? 5 : 3.6"
        :style="{ fill: p.state === 'under' ? 'var(--paper)' : p.ink, stroke: p.ink }"
        class="drop"
        :data-state="typeof p.state === 'string' ? p.state : undefined"
      />
    </g>
    <rect
      v-for="j in joints"
      :key="j.joint.id"
      role="button"
      tabindex="0"
      class="joint"
      :class="{ picked: view.pickedJoint === j.joint.id }"
      data-hand
      :data-joint="j.joint.id"
      :aria-label="j.name"
      :aria-pressed="view.pickedJoint === j.joint.id"
      :x="j.x - 5"
      :y="j.y - 5"
      width="10"
      height="10"
      @pointerdown="
        plan.pickBlock(block.id);
        hand.grab($event, `joint-${j.joint.id}`, (x, y, g, free) =>
          changes.moveJoint(block.id, j.joint.id, edits.plantSnap(x, free), edits.plantSnap(y, free), g),
        );
      "
      @click="pickJoint(j.joint.id)"
      @keydown="jointKeys($event, j.joint.id, j.joint.xM, j.joint.yM)"
    />
    <BlockSign
      v-if="alone"
      :layout="layout"
      :on="on"
      :k="k"
      :raised="raised"
      :feed="feed"
      :hand="hand"
      :edits="edits"
    />
    <g v-if="!alone" class="begins" @click="view.pickedJoint && pickJoint(FEED)">
      <circle :cx="feed[0]" :cy="feed[1]" r="4.5" />
    </g>
    <g
      v-else
      role="button"
      tabindex="0"
      class="feed"
      data-hand
      :aria-label="msg`Where ${block.name} is fed. Arrow keys move it with all its plants`"
      @pointerdown="
        plan.pickBlock(block.id);
        hand.grab($event, `block-${block.id}`, (x, y, g, free) => edits.block(layout.index, x, y, g, free));
      "
      @keydown="
        edits.moveKeys(
          $event,
          block,
          (x, y, g, free) => edits.block(layout.index, x, y, g, free),
          `block-${block.id}`,
        )
      "
      @click="view.pickedJoint && pickJoint(FEED)"
    >
      <circle :cx="feed[0]" :cy="feed[1]" r="6" />
    </g>
  </g>
</template>

<style scoped>
.resting {
  opacity: 0.55;
}
.case {
  stroke: var(--ink);
  fill: none;
  stroke-linejoin: round;
}
.water {
  stroke: color-mix(in srgb, var(--water) 55%, var(--paper));
  fill: none;
  stroke-linejoin: round;
}
.lit .case {
  stroke: var(--water);
}
.tube {
  stroke: var(--ink);
  stroke-width: 1.2;
  fill: none;
  pointer-events: none;
}
.ground {
  fill: var(--earth);
  stroke: var(--earth-line);
  stroke-width: 1;
}
.pot {
  stroke: var(--ink);
  stroke-width: 1.3;
}
.plant {
  cursor: move;
}
.plant .ring {
  fill: none;
  stroke-width: 3;
}
.plant .drop {
  stroke-width: 1.6;
}
.plant.rests .ground {
  fill: none;
  stroke-dasharray: 4 4;
}
.plant.pointed .ground {
  stroke: var(--ink);
  stroke-width: 1.6;
}
.plant.picked .ground {
  stroke: var(--ink);
  stroke-width: 2.6;
}
.plant:focus-visible {
  outline: none;
}
.plant:focus-visible .ground {
  stroke: var(--water);
  stroke-width: 3;
}
.joint {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 1.6;
  cursor: move;
}
.joint.picked {
  fill: var(--water);
}
.joint:focus-visible,
.feed:focus-visible circle {
  outline: none;
  stroke: var(--water);
  stroke-width: 3;
}
.feed circle {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 2;
  cursor: move;
}
.feed:focus-visible {
  outline: none;
}
.begins circle {
  fill: var(--ink);
}
</style>
