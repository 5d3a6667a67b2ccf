<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { COVERS, coverKind } from '../../../core/catalog/covers';
import { alikeBeds } from '../../../core/sets';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { M_PER_FT } from '../../../core/units';
import { S_PER_MIN } from '../../../core/units/time';

/** What the need is reckoned from: a rule, what covers the soil, whose need the minutes serve, salt. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();

const RULES = [
  { id: 'weather', name: msg`the weather and the crop` },
  { id: 'depth', name: msg`a depth each week` },
  { id: 'row', name: msg`so much for each row` },
  { id: 'plant', name: msg`so much for each plant a day` },
  { id: 'minutes', name: msg`minutes a day` },
];
const SERVES = [
  { id: 'area', name: msg`all the water its beds need together` },
  { id: 'mean', name: msg`the mean of its beds` },
  { id: 'thirstiest', name: msg`the thirstiest bed` },
];
const need = computed(() => plan.full.watering.need);
const stated = computed(() => plan.plan.watering?.need ?? {});
const isDefault = (name: keyof typeof need.value): boolean => stated.value[name] === undefined;
const set =
  (name: string, label: string, to: (v: number) => number = (v) => v) =>
  (v: number, g: string) =>
    edits.need({ [name]: to(v) }, label, g);
/** Rows are told by the foot where people do so, m. */
const rowUnitM = computed(() => (settings.units.system === 'us' ? M_PER_FT : 1));
/** What lies over the soil of each block that waters. */
const covers = computed(() => {
  const found = new Map<string, string>();
  for (const g of alikeBeds(plan.full, plan.laid)) if (!found.has(g.blockId)) found.set(g.blockId, g.cover);
  return [...found].map(([id, cover]) => ({
    id,
    cover,
    name: plan.blocks.find((b) => b.id === id)?.name ?? '',
    own: plan.plan.blocks.find((b) => b.id === id)?.beds?.cover !== undefined,
  }));
});
const anyFilm = computed(() => covers.value.some((c) => c.cover === 'film'));
const anyTunnel = computed(() => plan.blocks.some((b) => b.tunnel));
</script>

<template>
  <p class="fill">
    Water by
    <ChoiceField
      label="Need is worked out by"
      :value="need.by"
      :options="RULES"
      :is-default="isDefault('by')"
      @pick="edits.need({ by: $event }, msg`work out need another way`)"
    /><template v-if="need.by === 'depth'"
      >:
      <QuantityField
        id="depth-a-week"
        label="Depth a week"
        kind="rain"
        :value="need.depthMm"
        :is-default="isDefault('depthMm')"
        :take="set('depthMm', msg`set the depth a week`)"
      />
      on the whole bed</template
    ><template v-else-if="need.by === 'row'"
      >:
      <QuantityField
        id="for-each-length-of-row-a-week"
        label="For each length of row a week"
        kind="volume"
        :value="need.rowL * rowUnitM"
        :is-default="isDefault('rowL')"
        :take="set('rowL', msg`set the litres for a row`, (v) => v / rowUnitM)"
      />
      for each {{ settings.units.system === 'us' ? msg`foot` : msg`metre` }} of row a week, under
      mulch</template
    ><template v-else-if="need.by === 'plant'"
      >:
      <QuantityField
        id="for-each-plant-or-pot-a-day"
        label="For each plant or pot a day"
        kind="volume"
        :value="need.plantL"
        :is-default="isDefault('plantL')"
        :take="set('plantL', msg`set the litres for a plant`)" /></template
    ><template v-else-if="need.by === 'minutes'"
      >:
      <QuantityField
        id="minutes-a-day"
        label="Minutes a day"
        kind="minutes"
        :value="need.minutes * S_PER_MIN"
        :is-default="isDefault('minutes')"
        :take="set('minutes', msg`set the minutes a day`, (v) => v / S_PER_MIN)" /></template
    >.
    <template v-if="need.by !== 'minutes'"
      >A set runs for
      <ChoiceField
        label="A set runs for"
        :value="need.serves"
        :options="SERVES"
        :is-default="isDefault('serves')"
        @pick="edits.need({ serves: $event }, msg`serve beds of different need another way`)"
      />.</template
    >
  </p>
  <p v-if="need.by === 'weather' || need.by === 'depth'" class="fill">
    <template v-for="(c, i) in covers" :key="c.id"
      >{{ i > 0 ? '; ' : '' }}{{ c.name }} lies under
      <ChoiceField
        :label="msg`Cover of ${c.name}`"
        :value="c.cover"
        :options="COVERS"
        :is-default="!c.own"
        @pick="edits.cover(c.id, $event)" /></template
    >.
    <template v-if="anyFilm"
      >Film leaves
      <QuantityField
        id="of-the-plants-use-left-under-film"
        label="Of the plant’s use left under film"
        kind="share"
        :value="need.filmShare"
        :is-default="isDefault('filmShare')"
        :take="set('filmShare', msg`set what film leaves`)"
      />
      of the plants’ use and {{ settings.show(coverKind('film').evaporates, 'share') }} of the soil’s, and
      lets
      <QuantityField
        id="rain-through-film"
        label="Rain through film"
        kind="share"
        :value="need.filmRain"
        :is-default="isDefault('filmRain')"
        :take="set('filmRain', msg`set the rain through film`)"
      />
      of the rain in.
    </template>
    <template v-if="anyTunnel"
      >A tunnel leaves
      <QuantityField
        id="left-in-a-tunnel"
        label="Left in a tunnel"
        kind="share"
        :value="need.tunnelShare"
        :is-default="isDefault('tunnelShare')"
        :take="set('tunnelShare', msg`set what a tunnel leaves`)"
      />
      of all use.
    </template>
  </p>
  <p v-if="need.by !== 'minutes'" class="fill">
    Salt in the water:
    <template v-if="need.waterDsM === undefined"
      ><button
        type="button"
        class="small"
        @click="edits.need({ waterDsM: 0.5 }, msg`tell the salt in the water`)"
      >
        not known; tell it
      </button></template
    ><template v-else
      ><QuantityField
        id="salt-in-the-water"
        label="Salt in the water"
        kind="salt"
        :value="need.waterDsM"
        :take="set('waterDsM', msg`set the salt in the water`)"
      />; more is given to wash it down, by what each crop tolerates
      <button type="button" class="small" @click="edits.need({ waterDsM: undefined }, msg`leave salt out`)">
        leave it out
      </button></template
    >.
  </p>
</template>

<style scoped>
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 12.5px;
  line-height: 1.3;
  padding: 1px 7px;
  cursor: pointer;
}
</style>
