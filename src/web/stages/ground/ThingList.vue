<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import type { Obstacle } from '../../../core/plan';
import QuantityField from '../../parts/QuantityField.vue';
import TextField from '../../parts/TextField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useTools } from '../../stores/tools';
import { useView } from '../../stores/view';

/** Lanes, ditches, trees, buildings and wet spots: what beds stop at. */
const plan = usePlan();
const edits = useEdits();
const tools = useTools();
const view = useView();

const KINDS: { id: Obstacle['kind']; name: string }[] = [
  { id: 'lane', name: msg`lane` },
  { id: 'ditch', name: msg`ditch` },
  { id: 'tree', name: msg`tree` },
  { id: 'building', name: msg`building` },
  { id: 'wet', name: msg`wet spot` },
];
const things = computed(() => plan.obstacles);
const stated = (id: string): Record<string, unknown> =>
  (plan.plan.obstacles?.find((o) => o.id === id) ?? {}) as Record<string, unknown>;
const set = (t: Obstacle, field: string, label: string) => (value: number, gesture: string) =>
  edits.thing(t.id, { [field]: value }, label, gesture);
const rename = (t: Obstacle) => (name: string, gesture: string) =>
  edits.thing(t.id, { name: name.trim() || undefined }, msg`name it`, gesture);
</script>

<template>
  <div class="part">
    <p class="acts">
      In the way:
      <button
        v-for="k in KINDS"
        :key="k.id"
        type="button"
        class="small"
        :aria-pressed="tools.tool === k.id"
        @click="tools.take(k.id)"
      >
        {{ k.name }}
      </button>
    </p>
    <ul v-if="things.length > 0">
      <li
        v-for="t in things"
        :key="t.id"
        :class="{ on: view.pickedThing === t.id }"
        @focusin="view.pickedThing = t.id"
      >
        <TextField
          :id="`name ${t.id}`"
          width="7.5em"
          :label="msg`Name of the ${t.kind}`"
          :value="t.name"
          :take="rename(t)"
        />
        <template v-if="t.kind === 'lane' || t.kind === 'ditch'"
          ><QuantityField
            :id="`width-of ${t.id}`"
            :label="msg`Width of ${t.name}`"
            kind="width"
            :value="t.widthM"
            :is-default="stated(t.id).widthM === undefined"
            :take="set(t, 'widthM', msg`set the width of ${t.name}`)"
          />
          wide,</template
        >
        <template v-if="t.kind === 'tree'"
          ><QuantityField
            :id="`reach-of ${t.id}`"
            :label="msg`Reach of ${t.name}`"
            kind="width"
            :value="t.radiusM"
            :is-default="stated(t.id).radiusM === undefined"
            :take="set(t, 'radiusM', msg`set the reach of ${t.name}`)"
          />
          about it,</template
        >
        <QuantityField
          :id="`kept-free-beside ${t.id}`"
          :label="msg`Kept free beside ${t.name}`"
          kind="width"
          :value="t.marginM"
          :is-default="stated(t.id).marginM === undefined"
          :take="set(t, 'marginM', msg`set the room beside ${t.name}`)"
        />
        free
        <button
          type="button"
          class="small"
          :aria-label="msg`Take ${t.name} away`"
          @click="edits.removeThing(t.id)"
        >
          −
        </button>
      </li>
    </ul>
    <p v-else class="quiet">Beds stop at what lies in the way; pipes go under lanes as buried pieces.</p>
  </div>
</template>

<style scoped>
.part {
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: baseline;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0 0 10px;
  font-size: 14.5px;
}
li {
  padding: 2px 0 2px 8px;
  border-left: 3px solid transparent;
}
li.on {
  border-left-color: var(--ink);
}
</style>
