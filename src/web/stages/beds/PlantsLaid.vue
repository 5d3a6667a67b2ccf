<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import QuantityField from '../../parts/QuantityField.vue';
import TextField from '../../parts/TextField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import { sameBed, useView } from '../../stores/view';

/** The plant picked with all that is its own, and the list of them all with what each gets. */
const plan = usePlan();
const edits = useEdits();
const results = useResults();
const settings = useSettings();
const view = useView();

const laid = computed(() => plan.laidBlock.beds.filter((b) => b.plant));
/** Where places are told from: the feed, or beside beds the corner that these begin at. */
const origin = computed(() => (plan.block.places?.beds ? msg`the near left corner` : msg`the feed`));
const got = computed(() => new Map(results.block?.beds.map((b) => [b.key, b]) ?? []));
const picked = computed(() => laid.value.find((b) => sameBed(view.pickedBed, plan.block.id, b.key)));
const ids = computed(() => {
  const chosen = [...view.chosen.values()].filter((b) => b.block === plan.block.id).map((b) => b.key);
  return picked.value ? [...new Set([picked.value.key, ...chosen])] : chosen;
});
const own = computed(() => plan.statedBlock.places?.plants?.find((p) => p.id === picked.value?.key));
const isDefault = (field: string): boolean =>
  (own.value as Record<string, unknown> | undefined)?.[field] === undefined;
const set = (field: string, label: string) => (value: number, g: string) =>
  edits.plant(plan.block.id, ids.value, { [field]: value }, label, g);
const rename = (name: string, g: string) =>
  edits.plant(plan.block.id, [picked.value!.key], { name: name.trim() || undefined }, msg`name the plant`, g);
function remove(): void {
  edits.removePlants(plan.block.id, ids.value);
  view.pickedBed = undefined;
  view.chosen.clear();
}
const MOST_LISTED = 200;
</script>

<template>
  <div v-if="picked" class="picked">
    <p class="fill">
      Plant {{ picked.key }}<template v-if="ids.length > 1"> and {{ ids.length - 1 }} more</template>, called
      <TextField
        :id="`name ${picked.key}`"
        :key="`name ${picked.key}`"
        width="8em"
        :label="msg`Name of plant ${picked.key}`"
        :value="own?.name ?? ''"
        placeholder="no name"
        :take="rename"
      />, stands
      <QuantityField
        :id="`plant-x ${picked.key}`"
        :key="`x ${picked.key}`"
        :label="msg`To the right of ${origin}`"
        kind="length"
        :value="picked.plant!.plant.xM"
        :take="(v, g) => edits.plant(plan.block.id, [picked!.key], { xM: v }, msg`move the plant`, g)"
      />
      to the right of {{ origin }},
      <QuantityField
        :id="`plant-y ${picked.key}`"
        :key="`y ${picked.key}`"
        :label="msg`Beyond ${origin}`"
        kind="length"
        :value="picked.plant!.plant.yM"
        :take="(v, g) => edits.plant(plan.block.id, [picked!.key], { yM: v }, msg`move the plant`, g)"
      />
      beyond it.
      <template v-if="picked.plant!.ringM === 0"
        >It has
        <QuantityField
          :id="`its-emitters ${picked.key}`"
          :key="`n ${picked.key}`"
          label="Its emitters"
          kind="count"
          :value="picked.plant!.emitters"
          :is-default="isDefault('emitters')"
          :take="set('emitters', msg`set a plant’s emitters`)"
        />
        emitter{{ forms(picked.plant!.emitters, '', 's') }}</template
      >
      <template v-else
        >Its ring is
        <QuantityField
          :id="`its-ring-across ${picked.key}`"
          :key="`r ${picked.key}`"
          label="Its ring across"
          kind="width"
          :value="picked.plant!.ringM"
          :is-default="isDefault('ringM')"
          :take="set('ringM', msg`set a plant’s ring`)"
        />
        across</template
      >, serving
      <QuantityField
        :id="`plants-they-serve ${picked.key}`"
        :key="`s ${picked.key}`"
        label="Plants they serve"
        kind="count"
        :value="picked.plant!.serves"
        :is-default="isDefault('serves')"
        :take="set('serves', msg`set how many plants share them`)"
      />
      plant{{ forms(picked.plant!.serves, '', 's') }}; it spreads
      <QuantityField
        :id="`its-spread ${picked.key}`"
        :key="`w ${picked.key}`"
        label="Its spread"
        kind="width"
        :value="picked.plant!.spreadM"
        :is-default="isDefault('spreadM')"
        :take="set('spreadM', msg`set a plant’s spread`)"
      />, in a pot of
      <QuantityField
        :id="`its-pot ${picked.key}`"
        :key="`p ${picked.key}`"
        label="Its pot"
        kind="volume"
        :value="picked.plant!.potL"
        :is-default="isDefault('potL')"
        :take="set('potL', msg`set a plant’s pot`)"
      />.
      <template v-if="picked.plant!.label.kind === 'adjustable' && picked.plant!.ringM === 0"
        >Its emitters are set to
        <QuantityField
          :id="`set-to ${picked.key}`"
          :key="`q ${picked.key}`"
          label="Set to"
          kind="emitterFlow"
          :value="picked.plant!.plant.setLph ?? picked.plant!.label.flowLph"
          :is-default="isDefault('setLph')"
          :take="set('setLph', msg`set an adjustable emitter`)"
        />
        each at {{ settings.show(picked.plant!.label.atKpa, 'pressure') }}.</template
      >
    </p>
    <p class="acts">
      <button
        type="button"
        class="small"
        @click="
          edits.paint(
            ids.map((key) => ({ block: plan.block.id, key })),
            { resting: picked.resting ? undefined : true },
            picked.resting ? msg`water it again` : msg`let it rest`,
          )
        "
      >
        {{ picked.resting ? msg`water it again` : msg`let it rest` }}
      </button>
      <button type="button" class="small" @click="remove">
        take {{ ids.length > 1 ? msg`them` : msg`it` }} out
      </button>
    </p>
  </div>
  <details v-if="laid.length > 0" class="more" :open="laid.length <= 24">
    <summary>What each plant gets</summary>
    <table class="laid">
      <thead>
        <tr>
          <th scope="col">plant</th>
          <th scope="col">pressure</th>
          <th scope="col">gets</th>
          <th scope="col">each plant</th>
        </tr>
      </thead>
      <tbody :class="{ stale: results.stale }">
        <tr
          v-for="b in laid.slice(0, MOST_LISTED)"
          :key="b.key"
          :class="{ on: sameBed(view.pickedBed, plan.block.id, b.key) }"
        >
          <th scope="row">
            <button type="button" class="asks" @click="view.pickedBed = { block: plan.block.id, key: b.key }">
              {{ b.plant!.plant.name ?? b.key }}
            </button>
          </th>
          <td class="num">
            {{
              b.resting
                ? msg`rests`
                : got.get(b.key) && Number.isFinite(got.get(b.key)!.minKpa)
                  ? settings.show(got.get(b.key)!.minKpa, 'pressure')
                  : '–'
            }}
          </td>
          <td class="num">
            {{ got.get(b.key) && !b.resting ? settings.show(got.get(b.key)!.flowLph, 'emitterFlow') : '–' }}
          </td>
          <td class="num">
            {{
              got.get(b.key) && !b.resting
                ? settings.show(got.get(b.key)!.flowLph / b.plant!.serves, 'emitterFlow')
                : '–'
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="laid.length > MOST_LISTED" class="quiet">
      The first {{ MOST_LISTED }} of {{ laid.length }}; all are in the CSV file of the beds.
    </p>
  </details>
</template>

<style scoped>
.picked {
  border-left: 3px solid var(--ink);
  padding-left: 10px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
}
.laid {
  border-collapse: collapse;
  width: 100%;
  font-size: 14px;
}
.laid th,
.laid td {
  text-align: right;
  padding: 2px 6px;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
.laid th[scope='row'],
.laid th:first-child {
  text-align: left;
}
.laid .on {
  background: var(--picked);
}
.stale {
  opacity: 0.55;
}
</style>
