<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { onlyBeds } from '../../../core/layout';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useView } from '../../stores/view';

/** The bed picked, or the beds chosen together: what is particular to them, and what can be done with them. */
const plan = usePlan();
const edits = useEdits();
const view = useView();

/** The same list while no bed changes. */
const laid = computed(() => onlyBeds(plan.laidBlock));
const bed = computed(() => {
  const picked = view.pickedBed;
  return picked?.block === plan.block.id ? laid.value.find((b) => b.key === picked.key) : undefined;
});
const ref = computed(() => ({ block: plan.block.id, key: bed.value?.key ?? '' }));
const chosen = computed(() => [...view.chosen.values()]);
const several = computed(() => chosen.value.length > 1);
const hasNext = computed(() => {
  const at = laid.value.findIndex((b) => b.key === bed.value?.key);
  return at >= 0 && at < laid.value.length - 1;
});

function chooseBlock(): void {
  view.choose(laid.value.map((b) => ({ block: plan.block.id, key: b.key })));
}
/** Beds like the picked one: of the same crop, tape, runs and use, wherever they are. */
function chooseLike(): void {
  const one = bed.value;
  if (!one) return;
  const like = (s: typeof one): string => JSON.stringify([s.single?.crop, s.single?.tape, s.runs, s.resting]);
  view.choose(
    plan.laid.blocks.flatMap((b) =>
      b.beds.filter((x) => like(x) === like(one)).map((x) => ({ block: b.block.id, key: x.key })),
    ),
  );
}
function rest(): void {
  const beds = several.value ? chosen.value : [ref.value];
  const rests = several.value ? !beds.every((b) => edits.laidBed(b)?.resting) : !bed.value!.resting;
  edits.paint(beds, { resting: rests || undefined }, rests ? msg`let beds rest` : msg`put beds in use`);
}
function remove(): void {
  edits.removeBeds(several.value ? chosen.value : [ref.value]);
  view.chosen.clear();
  view.pickedBed = undefined;
}
/** Opens or shuts a run by its own valve. */
function turnRun(run: number): void {
  const shut = bed.value!.single?.shutRuns ?? [];
  const next = shut.includes(run) ? shut.filter((r) => r !== run) : [...shut, run].sort((a, b) => a - b);
  edits.single(
    ref.value,
    { shutRuns: next.length > 0 ? next : undefined },
    msg`${shut.includes(run) ? msg`open` : msg`shut`} run ${run} of bed ${bed.value!.key}`,
  );
}
const split = (share: number) => edits.splitBed(ref.value, bed.value!.nearM + share * bed.value!.lengthM);
const HALF = 0.5;
</script>

<template>
  <div v-if="several" class="picked">
    <p class="fill">{{ chosen.length }} beds chosen.</p>
    <p class="acts">
      <button type="button" class="small" @click="rest">rest or use them</button>
      <button type="button" class="small" @click="remove">remove them</button>
      <button type="button" class="small" @click="view.chosen.clear()">choose none</button>
    </p>
  </div>
  <div v-else-if="bed" class="picked">
    <p class="fill">
      Bed {{ bed.key }} is
      <QuantityField
        :id="`length-of-bed ${bed.key}`"
        :key="bed.key"
        :label="msg`Length of bed ${bed.key}`"
        kind="length"
        :value="bed.lengthM"
        :is-default="bed.single?.lengthM === undefined"
        :take="(v, g) => edits.bedLength(ref, v, g)"
      />
      long, its near end
      <QuantityField
        :id="`near-end-of-bed ${bed.key} moved-in-by`"
        :key="`start ${bed.key}`"
        :label="msg`Near end of bed ${bed.key} moved in by`"
        kind="length"
        :value="bed.single?.startM ?? 0"
        :is-default="bed.single?.startM === undefined"
        :take="(v, g) => edits.single(ref, { startM: v }, msg`move the near end of bed ${bed!.key}`, g)"
      />
      in;
      <QuantityField
        :id="`runs-in-bed ${bed.key}`"
        :key="`runs ${bed.key}`"
        :label="msg`Runs in bed ${bed.key}`"
        kind="count"
        :value="bed.runs"
        :is-default="bed.single?.runs === undefined"
        :take="(v, g) => edits.single(ref, { runs: v }, msg`set the runs of bed ${bed!.key}`, g)"
      />
      runs<template v-if="bed.passes > 1"
        >, each
        <QuantityField
          :id="`times-along-bed ${bed.key}`"
          :key="`passes ${bed.key}`"
          :label="msg`Times along bed ${bed.key}`"
          kind="count"
          :value="bed.passes"
          :is-default="bed.single?.passes === undefined"
          :take="
            (v, g) => edits.single(ref, { passes: v }, msg`set how often runs lie along bed ${bed!.key}`, g)
          "
        />
        times along it</template
      ><template v-if="bed.resting">; it rests</template>.
      <template v-if="plan.block.valves === 'runs'"
        >Open are
        <label v-for="r in bed.runs" :key="r" class="run"
          ><input type="checkbox" :checked="!bed.single?.shutRuns?.includes(r)" @change="turnRun(r)" /> run
          {{ r }}</label
        >.</template
      >
    </p>
    <p class="acts">
      <button type="button" class="small" @click="rest">
        {{ bed.resting ? msg`use it` : msg`let it rest` }}
      </button>
      <button type="button" class="small" @click="split(HALF)">split it</button>
      <button v-if="hasNext" type="button" class="small" @click="edits.joinBed(ref)">
        join it to the next
      </button>
      <button type="button" class="small" @click="remove">remove it</button>
      <button type="button" class="small" @click="chooseLike">choose like beds</button>
    </p>
  </div>
  <p v-else class="quiet">
    Take hold of a bed’s end on the sheet to shorten it, or pick a bed and type. With Shift, draw a box to
    choose several, or
    <button type="button" class="asks" @click="chooseBlock">choose the whole block</button>.
  </p>
</template>

<style scoped>
.picked {
  border-left: 4px solid var(--ink);
  padding-left: 10px;
  margin-bottom: 12px;
}
.picked p {
  margin-bottom: 4px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
