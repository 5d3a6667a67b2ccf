<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import type { Refusal } from '../../stores/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { useSettings } from '../../stores/settings';
import { usePlan } from '../../stores/plan';
import { M_PER_FT } from '../../../core/units';

/** Many plants at once: in a row from a place on, in rows, or round a middle. */
const plan = usePlan();
const edits = useEdits();

const SHAPES = [
  { id: 'row', name: msg`in rows` },
  { id: 'round', name: msg`round a ring` },
];
/** Where places are told from: the feed, or beside beds the corner that these begin at. */
const origin = computed(() => (plan.block.places?.beds ? msg`the near left corner` : msg`the feed`));
const WAYS = computed(() => [
  { id: '0', name: msg`to the right` },
  { id: '90', name: msg`away from ${origin.value}` },
  { id: '180', name: msg`to the left` },
  { id: '270', name: msg`back` },
]);
const shape = ref('row');
const count = ref(5);
const rows = ref(1);
/** Starting values are round in the units shown: so many feet, or metres. */
const us = useSettings().units.system === 'us';
const apartM = ref(us ? 3 * M_PER_FT : 1);
const rowsApartM = ref(us ? 5 * M_PER_FT : 1.5);
const radiusM = ref(us ? 6 * M_PER_FT : 2);
const xM = ref(us ? 3 * M_PER_FT : 1);
const yM = ref(0);
const way = ref('0');
const MOST = 500;
const least = (v: number, low: number, set: () => void, what: string): Refusal | undefined => {
  if (!(v >= low) || v > MOST) return { rule: 'number.min', limit: v > MOST ? MOST : low, what };
  set();
  return undefined;
};
const total = computed(() =>
  shape.value === 'row' ? Math.round(count.value) * Math.round(rows.value) : Math.round(count.value),
);

function put(): void {
  const n = Math.round(count.value);
  const turn = (Number(way.value) * Math.PI) / 180;
  const [cos, sin] = [Math.round(Math.cos(turn)), Math.round(Math.sin(turn))];
  const at =
    shape.value === 'row'
      ? Array.from({ length: n * Math.round(rows.value) }, (_, i) => {
          const [along, across] = [(i % n) * apartM.value, Math.floor(i / n) * rowsApartM.value];
          return { xM: xM.value + along * cos - across * sin, yM: yM.value + along * sin + across * cos };
        })
      : Array.from({ length: n }, (_, i) => ({
          xM: xM.value + radiusM.value * Math.cos((2 * Math.PI * i) / n),
          yM: yM.value + radiusM.value * Math.sin((2 * Math.PI * i) / n),
        }));
  edits.addPlants(
    plan.block.id,
    at,
    msg`put ${at.length} plants ${shape.value === 'row' ? msg`in rows` : msg`round a ring`}`,
  );
}
</script>

<template>
  <p class="fill">
    Or
    <QuantityField
      id="plants-to-put"
      label="Plants to put"
      kind="count"
      :value="count"
      :take="(v) => least(v, 1, () => (count = v), msg`at least one plant`)"
    />
    plants {{ shape === 'row' ? msg`a row` : '' }}
    <ChoiceField label="How they stand" :value="shape" :options="SHAPES" @pick="shape = $event" />
    <template v-if="shape === 'row'"
      >,
      <QuantityField
        id="rows"
        label="Rows"
        kind="count"
        :value="rows"
        :take="(v) => least(v, 1, () => (rows = v), msg`at least one row`)"
      />
      row{{ forms(rows, '', 's') }} of them,
      <QuantityField
        id="plants-apart"
        label="Plants apart"
        kind="width"
        :value="apartM"
        :take="(v) => least(v, 0.05, () => (apartM = v), msg`further apart than that`)"
      />
      apart<template v-if="rows > 1"
        >, rows
        <QuantityField
          id="rows-apart"
          label="Rows apart"
          kind="width"
          :value="rowsApartM"
          :take="(v) => least(v, 0.05, () => (rowsApartM = v), msg`further apart than that`)"
        />
        apart</template
      >, going
      <ChoiceField label="Direction of the row" :value="way" :options="WAYS" @pick="way = $event" />
      from</template
    >
    <template v-else>
      of
      <QuantityField
        id="ring-radius"
        label="Ring radius"
        kind="width"
        :value="radiusM"
        :take="(v) => least(v, 0.1, () => (radiusM = v), msg`wider than that`)"
      />
      about a middle</template
    >
    <QuantityField
      id="first-plant-x"
      :label="msg`First plant, to the right of ${origin}`"
      kind="length"
      :value="xM"
      :take="
        (v) => {
          xM = v;
          return undefined;
        }
      "
    />
    to the right of {{ origin }} and
    <QuantityField
      id="first-plant-y"
      :label="msg`First plant, away from ${origin}`"
      kind="length"
      :value="yM"
      :take="
        (v) => {
          yM = v;
          return undefined;
        }
      "
    />
    beyond it.
    <button type="button" class="small" @click="put">
      put {{ total === 1 ? msg`it` : msg`${total} plants` }}
    </button>
  </p>
</template>

<style scoped>
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 13.5px;
  line-height: 1.5;
  padding: 2px 9px;
  cursor: pointer;
}
</style>
