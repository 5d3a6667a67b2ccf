<script setup lang="ts">
import { computed, ref } from 'vue';
import { forms, msg } from '../../../core/language';
import { type LaidBed } from '../../../core/layout';
import { cropsOf, type Beds, type SingleBed } from '../../../core/plan';
import LeafTabs from '../../parts/LeafTabs.vue';
import TextField from '../../parts/TextField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useTools, type Shown } from '../../stores/tools';
import { useView, type BedRef } from '../../stores/view';
import { cropInk, inkAt } from '../../sheet/crops';
import TapeSentences from './TapeSentences.vue';

/** The key to the beds' colours, and where brushes are taken from: press a row, then stroke across beds. With beds chosen a press paints them. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const tools = useTools();
const view = useView();

const TABS: { id: Shown; name: string }[] = [
  { id: 'crop', name: msg`crop` },
  { id: 'tape', name: msg`tape` },
  { id: 'runs', name: msg`runs` },
  { id: 'use', name: msg`in use` },
];
/** Beds by block: the same while no bed changes, whatever else of the plan does. */
const laid = computed((before?: { id: string; planBeds: Beds; beds: readonly LaidBed[] }[]) => {
  const next = plan.laid.blocks.map((b) => ({
    id: b.block.id,
    planBeds: b.block.beds,
    beds: b.beds,
  }));
  const same =
    before?.length === next.length &&
    next.every((b, i) => b.beds === before[i].beds && b.planBeds === before[i].planBeds);
  return same ? before : next;
});
const all = computed(() =>
  laid.value.flatMap(({ id, planBeds, beds }) =>
    beds.map((bed) => ({ bed, planBeds, ref: { block: id, key: bed.key } })),
  ),
);
interface Row {
  id: string;
  name: string;
  ink: string;
  fields: SingleBed;
  label: string;
  beds: BedRef[];
  totalM: number;
  /** Kind of crop, where all are listed. */
  group?: string;
}
type Laid = (typeof all.value)[number];
/** Which row a bed counts in. */
const ROW_OF: Record<Exclude<Shown, 'set'>, (x: Laid) => string> = {
  crop: (x) => x.bed.single?.crop ?? x.planBeds.crop,
  tape: (x) => x.bed.single?.tape ?? 'own',
  runs: (x) => String(x.bed.runs),
  use: (x) => (x.bed.resting ? 'rest' : 'use'),
};
const byRow = computed(() => {
  const found = new Map<string, { beds: BedRef[]; totalM: number }>();
  const rowOf = ROW_OF[tools.shown === 'set' ? 'crop' : tools.shown];
  for (const x of all.value) {
    const id = rowOf(x);
    const one = found.get(id) ?? { beds: [], totalM: 0 };
    found.set(id, one);
    one.beds.push(x.ref);
    one.totalM += x.bed.lengthM;
  }
  return found;
});
const row = (id: string, name: string, ink: string, fields: SingleBed, label: string): Row => ({
  id,
  name,
  ink,
  fields,
  label,
  ...(byRow.value.get(id) ?? { beds: [], totalM: 0 }),
});
const more = ref(false);
const RUNS = [1, 2, 3, 4];
const rows = computed((): Row[] => {
  if (tools.shown === 'use')
    return [
      row('use', msg`in use`, 'var(--earth)', { resting: undefined }, msg`put beds in use`),
      row('rest', msg`resting`, inkAt(4), { resting: true }, msg`let beds rest`),
    ];
  if (tools.shown === 'runs')
    return RUNS.map((n) =>
      row(`${n}`, msg`${n} ${forms(n, 'run', 'runs')}`, inkAt(n), { runs: n }, msg`lay ${n} to a bed`),
    );
  if (tools.shown === 'tape')
    return [
      row('own', msg`each block’s own`, 'var(--earth)', { tape: undefined }, msg`lay the block’s own tape`),
      ...plan.full.tapes.map((t, i) => row(t.id, t.name, inkAt(i), { tape: t.id }, msg`lay ${t.name}`)),
    ];
  const own = plan.full.watering.ownCrops;
  const crops = cropsOf(plan.full).map((c) => ({
    ...row(c.id, c.name, cropInk(c.id, own), { crop: c.id }, msg`paint ${c.name}`),
    group: c.group,
  }));
  const used = crops.filter((c) => c.beds.length > 0 || tools.brush?.label === c.label);
  const none = row('none', msg`nothing stated`, 'var(--earth)', { crop: undefined }, msg`wipe the crop off`);
  return [...(more.value ? crops : used), none];
});
function press(r: Row): void {
  if (view.chosen.size > 1) edits.paint([...view.chosen.values()], r.fields, r.label);
  else tools.paint(tools.brush?.label === r.label ? undefined : { label: r.label, fields: r.fields });
}
function show(tab: Shown): void {
  tools.shown = tab;
  tools.paint(undefined);
}
const openTape = ref<string>();
function newTape(): void {
  openTape.value = edits.addTape();
}
</script>

<template>
  <section class="legend" aria-label="Paint beds">
    <LeafTabs plain :leaves="TABS" :open="tools.shown" label="Colour beds by" prefix="paint" @turn="show" />
    <ul>
      <template v-for="(r, i) in rows" :key="r.id">
        <li v-if="more && r.group && r.group !== rows[i - 1]?.group" class="group">{{ r.group }}</li>
        <li>
          <button
            type="button"
            class="brush"
            :aria-pressed="tools.brush?.label === r.label"
            :aria-label="msg`${r.name}: ${r.label}, ${r.beds.length} beds`"
            @click="press(r)"
          >
            <i :style="{ background: `color-mix(in srgb, ${r.ink} 55%, var(--earth))` }" />{{ r.name }}
          </button>
          <span class="num">{{
            r.beds.length > 0 ? `${r.beds.length}, ${settings.show(r.totalM, 'length')}` : ''
          }}</span>
          <button
            v-if="r.beds.length > 0"
            type="button"
            class="small"
            :aria-label="msg`Choose the beds of ${r.name}`"
            @click="view.choose(r.beds)"
          >
            choose
          </button>
          <button
            v-if="tools.shown === 'tape' && r.id !== 'own'"
            type="button"
            class="small"
            :aria-expanded="openTape === r.id"
            @click="openTape = openTape === r.id ? undefined : r.id"
          >
            its label
          </button>
        </li>
      </template>
    </ul>
    <p v-if="tools.shown === 'crop'" class="quiet">
      <button type="button" class="asks" @click="more = !more">
        {{ more ? msg`only those grown` : msg`all crops` }}
      </button>
    </p>
    <p v-if="tools.shown === 'tape'" class="quiet">
      <button type="button" class="asks" @click="newTape">add a tape</button>
    </p>
    <div
      v-if="tools.shown === 'tape' && openTape && plan.full.tapes.some((t) => t.id === openTape)"
      class="tape"
    >
      <TextField
        :id="`tape-name ${openTape}`"
        label="Name of the tape"
        :value="plan.full.tapes.find((t) => t.id === openTape)?.name ?? ''"
        :take="(name, g) => edits.nameTape(openTape!, name.trim(), g)"
      />
      <button type="button" class="small" @click="edits.removeTape(openTape)">take it away</button>
      <TapeSentences :key="openTape" :further="openTape" />
    </div>
  </section>
</template>

<style scoped>
.legend {
  border-top: 1px solid var(--line);
  padding-top: 8px;
  margin-bottom: 12px;
}
ul {
  list-style: none;
  margin: 0 0 6px;
  padding: 0;
  font-size: 14px;
}
li {
  display: flex;
  gap: 8px;
  align-items: center;
}
.group {
  color: var(--faint);
  font-size: 12.5px;
  margin-top: 4px;
}
.brush {
  flex: 1;
  display: flex;
  align-items: center;
  gap: 8px;
  text-align: left;
  border: 0;
  background: none;
  padding: 3px 4px;
  cursor: pointer;
}
.brush[aria-pressed='true'] {
  background: var(--picked);
  font-weight: 700;
  box-shadow: inset 3px 0 0 var(--leaf);
}
.brush i {
  width: 26px;
  height: 13px;
  border: 1px solid var(--earth-line);
}
.num {
  font-size: 12.5px;
  color: var(--faint);
  white-space: nowrap;
}
.small {
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--card);
  font-size: 12px;
  line-height: 1.3;
  padding: 1px 6px;
  cursor: pointer;
}
.tape {
  border-left: 4px solid var(--leaf);
  padding-left: 10px;
}
</style>
