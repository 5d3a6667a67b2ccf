<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { CROP_GROUPS, CROPS, isCrop, type CropId } from '../../../core/catalog/crops';
import { cropName, needIn } from '../../../core/plan';
import { alikeBeds } from '../../../core/sets';
import DateField from '../../parts/DateField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import TextField from '../../parts/TextField.vue';
import { useDraftText } from '../../parts/useDraft';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useView } from '../../stores/view';

/** Crops grown: when each was planted and what it needs, as the table has it or as the grower knows better; and crops of one's own. */
const plan = usePlan();
const edits = useEdits();
const view = useView();
const season = computed(() => plan.full.watering.season);
const name = (crop: string): string => cropName(plan.full, crop);

const crops = computed(() => {
  const found = new Map<string, { planted: string; isDefault: boolean }>();
  for (const g of alikeBeds(plan.full, plan.laid))
    if (!found.has(g.crop))
      found.set(g.crop, {
        planted: g.planted,
        isDefault: plan.plan.watering?.planted?.[g.crop] === undefined,
      });
  // A crop of one's own can be told what it needs before a bed is painted with it.
  for (const c of plan.full.watering.ownCrops)
    if (!found.has(c.id))
      found.set(c.id, {
        planted: plan.full.watering.planted[c.id] ?? season.value.from,
        isDefault: plan.plan.watering?.planted?.[c.id] === undefined,
      });
  return [...found].map(([crop, at]) => ({
    crop,
    ...at,
    need: needIn(plan.full, crop),
    own: (plan.plan.watering?.crops?.[crop] ?? {}) as Record<string, unknown>,
    mine: !isCrop(crop) && crop !== 'none',
  }));
});
/** The bed picked on the sheet: successions are planted bed by bed. */
const picked = computed(() => {
  const at = view.pickedBed;
  const block = at && plan.blocks.find((b) => b.id === at.block);
  if (!at || !block) return undefined;
  const single = block.beds.single[at.key];
  const crop = single?.crop ?? block.beds.crop;
  if (crop === 'none') return undefined;
  const planted = single?.planted ?? block.planted ?? plan.full.watering.planted[crop] ?? season.value.from;
  return { ref: at, key: at.key, name: block.name, planted, own: single?.planted !== undefined };
});
const openCrop = ref<string>();
const BASAL = [
  { name: 'kcbBegin', says: msg`coefficient of the plant at first`, kind: 'factor' },
  { name: 'kcbMiddle', says: msg`full grown`, kind: 'factor' },
  { name: 'kcbEnd', says: msg`at the end`, kind: 'factor' },
] as const;
const SINGLE = [
  { name: 'kcBegin', says: msg`coefficient, soil and plant together, at first`, kind: 'factor' },
  { name: 'kcMiddle', says: msg`full grown`, kind: 'factor' },
  { name: 'kcEnd', says: msg`at the end`, kind: 'factor' },
] as const;
const FIELDS = [
  { name: 'beginD', says: msg`days to begin`, kind: 'count' },
  { name: 'growD', says: msg`days to grow`, kind: 'count' },
  { name: 'middleD', says: msg`days full grown`, kind: 'count' },
  { name: 'endD', says: msg`days to ripen`, kind: 'count' },
  { name: 'rootM', says: msg`roots go down`, kind: 'spacing' },
  { name: 'heightM', says: msg`grows as high as`, kind: 'spacing' },
  { name: 'useShare', says: msg`of the held water may be used`, kind: 'share' },
] as const;
const fieldsOf = (need: { kcbMiddle?: number }) => [
  ...(need.kcbMiddle === undefined ? SINGLE : BASAL),
  ...FIELDS,
];
const newName = useDraftText('name of a crop of your own');
const newLike = ref<CropId>(CROPS[0].id);
function add(): void {
  const id = newName.value.trim() && edits.addOwnCrop(newName.value.trim(), newLike.value);
  if (!id) return;
  openCrop.value = id;
  newName.value = '';
}
</script>

<template>
  <details class="more">
    <summary>Crops and planting</summary>
    <p class="quiet">By the crop; pick a bed on the sheet to plant it on a day of its own.</p>
    <div v-for="c in crops" :key="c.crop" class="crop">
      <p>
        <b>{{ name(c.crop) }}</b><template v-if="c.crop !== 'none'"
          >, planted
          <DateField
            :label="msg`Planting of ${name(c.crop)}`"
            :date="c.planted"
            :is-default="c.isDefault"
            :take="(d) => edits.plantCrop(c.crop, d)"
        /></template>
        <button
          type="button"
          class="asks"
          :aria-expanded="openCrop === c.crop"
          @click="openCrop = openCrop === c.crop ? undefined : c.crop"
        >
          what it needs
        </button>
        <button
          v-if="c.mine"
          type="button"
          class="small"
          :aria-label="msg`Take ${name(c.crop)} away`"
          @click="edits.removeOwnCrop(c.crop)"
        >
          ×
        </button>
      </p>
      <dl v-if="openCrop === c.crop" class="rows">
        <template v-for="f in fieldsOf(c.need)" :key="f.name">
          <dt>{{ f.says }}</dt>
          <dd>
            <QuantityField
              :id="`need ${c.crop} ${f.name}`"
              :label="`${name(c.crop)}: ${f.says}`"
              :kind="f.kind"
              :value="c.need[f.name] ?? 0"
              :is-default="c.own[f.name] === undefined"
              :take="(v, g) => edits.cropFields(c.crop, { [f.name]: v }, g)"
            />
          </dd>
        </template>
        <dt>full grown it</dt>
        <dd>
          <button type="button" class="small" @click="edits.cropFields(c.crop, { closes: !c.need.closes })">
            {{ c.need.closes ? msg`closes over the paths` : msg`stays on its bed` }}
          </button>
        </dd>
      </dl>
    </div>
    <p class="fill">
      A crop of your own:
      <TextField
        id="new-crop"
        :longest="40"
        label="Name of your own crop"
        placeholder="its name"
        :value="newName"
        :take="(t) => void (newName = t)"
        @keydown.enter="add"
      />
      like
      <select v-model="newLike" aria-label="Crop that it is like">
        <optgroup v-for="g in CROP_GROUPS" :key="g" :label="g">
          <option v-for="c in CROPS.filter((x) => x.group === g)" :key="c.id" :value="c.id">
            {{ c.name }}
          </option>
        </optgroup>
      </select>
      <button type="button" class="small" :disabled="!newName.trim()" @click="add">add it</button>
    </p>
  </details>
  <p v-if="picked" class="fill one">
    Bed {{ picked.key }} of {{ picked.name }} was planted
    <DateField
      :label="msg`Planting of bed ${picked.key}`"
      :date="picked.planted"
      :is-default="!picked.own"
      :take="(d) => edits.single(picked!.ref, { planted: d }, msg`set when bed ${picked!.key} was planted`)"
    />
    <button
      v-if="picked.own"
      type="button"
      class="small"
      @click="edits.single(picked.ref, { planted: undefined }, msg`plant bed ${picked.key} with its crop`)"
    >
      with its crop
    </button>
  </p>
</template>

<style scoped>
.rows {
  font-size: 14px;
  margin-bottom: 10px;
}
.one {
  font-size: 14.5px;
  line-height: 1.8;
}
.crop {
  margin-bottom: 6px;
  font-size: 14.5px;
}
.crop p {
  margin-bottom: 4px;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 12.5px;
  line-height: 1.3;
  padding: 1px 7px;
  cursor: pointer;
}
select {
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--leaf);
  color: var(--ink);
  font: inherit;
}
</style>
