<script setup lang="ts">
import { mdiDragVertical } from '@mdi/js';
import { msg } from '../../../core/language';
import { bedWord, type Block } from '../../../core/plan';
import { computed, nextTick, ref } from 'vue';
import { setWorking } from '../../../core/sets';
import ChoiceField from '../../parts/ChoiceField.vue';
import TextField from '../../parts/TextField.vue';
import ToggleRow from '../../parts/ToggleRow.vue';
import { useReorder } from '../../parts/useReorder';
import { setInk } from '../../sheet/crops';
import { useEdits } from '../../stores/edits';
import { useOpening } from '../../stores/opening';
import { useOutlook } from '../../stores/outlook';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useTools } from '../../stores/tools';
import { useView } from '../../stores/view';
import SwitchingSentences from './SwitchingSentences.vue';

/** Which beds water together: made automatically, or painted across the sheet with live sums. */
const plan = usePlan();
const edits = useEdits();
const opening = useOpening();
const outlook = useOutlook();
const settings = useSettings();
const tools = useTools();
const view = useView();

const VALVES = [
  { id: 'sets', name: msg`at each bed where a set opens only some` },
  { id: 'beds', name: msg`at each bed` },
  { id: 'runs', name: msg`at each run` },
  { id: 'block', name: msg`one for the block` },
];
const bedsOf = (set: (typeof opening.sets)[number]): number => {
  const { blocks } = plan.laid;
  return set.beds.reduce(
    (n, g) =>
      n +
      (g.keys?.length ??
        blocks.find((b) => b.block.id === g.block)?.beds.filter((b) => !b.resting).length ??
        0),
    0,
  );
};
const rows = computed(() =>
  opening.sets.map((set, i) => {
    const found = outlook.outlook?.sets.find((s) => s.id === set.id);
    const load =
      found && Number.isFinite(found.givesLph) && found.givesLph > 0 ? found.asksLph / found.givesLph : 0;
    return { set, ink: setInk(i), beds: bedsOf(set), found, load, brush: msg`into ${set.name}` };
  }),
);
const sources = computed(() => plan.full.sources.map((s) => ({ id: s.id, name: s.name })));
const NONE = msg`out of all sets`;
function press(label: string, set: string): void {
  const chosen = [...view.chosen.values()];
  if (chosen.length > 0) return void edits.putInSet(chosen, set === 'none' ? undefined : set);
  tools.paint(tools.brush?.label === label ? undefined : { label, fields: {}, set });
}
function add(): void {
  const id = edits.addSet();
  const name = plan.full.watering.sets.find((s) => s.id === id)?.name ?? '';
  opening.pick(id);
  tools.paint({ label: msg`into ${name}`, fields: {}, set: id });
}
const list = ref<HTMLElement>();
useReorder(list, {
  things: 'li',
  handle: '.grip',
  moved: (from, to) => edits.moveSet(opening.sets[from].id, to),
});
/** With the grip in hand the arrows move the set among the others. */
async function gripKeys(event: KeyboardEvent, i: number): Promise<void> {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (by === 0) return;
  event.preventDefault();
  const { id } = opening.sets[i];
  edits.moveSet(id, i + by, `order-${id}`);
  await nextTick();
  const at = opening.sets.findIndex((s) => s.id === id);
  list.value?.querySelectorAll<HTMLElement>('.grip')[at]?.focus();
}
const unset = computed(() => outlook.outlook?.unset.reduce((n, u) => n + u.keys.length, 0) ?? 0);
const evened = ref('');
async function even(): Promise<void> {
  const set = opening.set;
  evened.value = '';
  const stated = plan.plan;
  const outcome = await outlook.even(set?.id ?? 'all');
  if (outcome.ended === 'failed') evened.value = msg`The valves could not be worked out: ${outcome.why}`;
  else if (outcome.ended === 'cancelled' || plan.plan !== stated)
    evened.value = msg`No valve was turned: the plan changed meanwhile. Press again.`;
  else {
    const answer = outcome.value;
    const turned = answer.valves.reduce((n, [, beds]) => n + beds.length, 0);
    const groups = set?.beds ?? plan.blocks.filter((b) => b.inUse).map((b) => ({ block: b.id }));
    edits.turnValves(answer.valves, groups);
    const spread = (b: typeof answer.before): string =>
      msg`${settings.show(b.least, 'share')} to ${settings.show(b.most, 'share')}`;
    evened.value =
      turned === 0
        ? msg`The beds are alike as they are: no valve needs to be turned.`
        : msg`${turned} valves turned: beds get ${spread(answer.after)} of the mean instead of ${spread(answer.before)}.`;
  }
}
/** The bed picked on the sheet, and the set it waters in. */
const pickedSet = computed(() => {
  const bed = view.pickedBed;
  if (!bed) return undefined;
  const set = opening.sets.find((s) =>
    s.beds.some((g) => g.block === bed.block && (!g.keys || g.keys.includes(bed.key))),
  );
  return { bed, id: set?.id ?? 'none', block: plan.blocks.find((b) => b.id === bed.block)?.name ?? '' };
});
const setChoices = computed(() => [
  ...opening.sets.map((s) => ({ id: s.id, name: s.name })),
  { id: 'none', name: msg`no set` },
]);
const turned = computed(() => plan.blocks.some((b) => Object.values(b.beds.single).some((s) => s.valveDeg)));
const hasBedValves = computed(() => plan.blocks.some((b) => b.inUse && b.valves !== 'block'));
const working = (id: string) =>
  outlook.outlook && (view.openMade = setWorking('load', id, outlook.outlook, plan.full));
</script>

<template>
  <div>
    <p class="acts">
      <v-btn :loading="outlook.making" @click="outlook.makeSets(opening.sets.length === 0)">{{
        opening.sets.length === 0 ? msg`Make the sets` : msg`Fit them to the plan`
      }}</v-btn>
      <v-btn
        v-if="opening.sets.length > 0"
        variant="text"
        :disabled="outlook.making"
        @click="outlook.makeSets(true)"
        >Rebuild the sets</v-btn
      >
      <v-btn v-if="outlook.making || outlook.evening" variant="text" @click="outlook.stop()">Stop</v-btn>
    </p>
    <p v-if="opening.sets.length === 0" class="quiet">
      All that is in use is open at once. Sets water one after the other: as few as the source can feed,
      similar beds and neighbours together.
    </p>
    <p v-if="outlook.madeSays" class="quiet" role="status">{{ outlook.madeSays }}</p>
    <label class="apart"
      ><input
        type="checkbox"
        :checked="plan.full.watering.apart"
        @change="
          edits.watering(
            msg`keep different beds apart or not`,
            (w) => void (w.apart = ($event.target as HTMLInputElement).checked),
          )
        "
      />
      keep beds of different need or material apart</label
    >
    <ul v-show="rows.length > 0" ref="list" class="sets" aria-label="Sets">
      <li v-for="(r, i) in rows" :key="r.set.id" :class="{ open: opening.set?.id === r.set.id }">
        <div class="top">
          <button
            v-if="rows.length > 1"
            type="button"
            class="grip"
            title="Drag it up or down: sets water in this order"
            :aria-label="msg`Order of ${r.set.name}: number ${i + 1} of ${rows.length}. Up and down move it`"
            @keydown="gripKeys($event, i)"
          >
            <v-icon :icon="mdiDragVertical" size="18" />
          </button>
          <button
            type="button"
            class="brush"
            :aria-pressed="tools.brush?.label === r.brush"
            :aria-label="msg`${r.set.name}: paint beds ${r.brush}`"
            @click="press(r.brush, r.set.id)"
          >
            <i :style="{ background: r.ink }" />
          </button>
          <TextField
            :id="`name ${r.set.id}`"
            class="name"
            :longest="40"
            :label="msg`Name of ${r.set.name}`"
            :value="r.set.name"
            :take="
              (name, g) => edits.setFields(r.set.id, { name: name.trim() || undefined }, msg`name the set`, g)
            "
          />
          <span class="num">{{ r.beds }} {{ forms(r.beds, 'bed', 'beds') }}</span>
          <button
            type="button"
            class="small"
            :aria-pressed="opening.set?.id === r.set.id"
            :aria-label="msg`Open ${r.set.name} on the sheet`"
            @click="opening.pick(r.set.id)"
          >
            open
          </button>
          <button
            type="button"
            class="small"
            :aria-label="msg`Take ${r.set.name} away`"
            @click="edits.removeSet(r.set.id)"
          >
            ×
          </button>
        </div>
        <p v-if="sources.length > 1" class="from">
          draws on
          <ChoiceField
            :label="msg`Source of ${r.set.name}`"
            :value="r.set.source ?? plan.full.sourceId"
            :options="sources"
            :is-default="r.set.source === undefined"
            @pick="
              edits.setFields(
                r.set.id,
                { source: $event === plan.full.sourceId ? undefined : $event },
                msg`draw on another source`,
              )
            "
          />
        </p>
        <div class="sum">
          <svg width="120" height="8" aria-hidden="true">
            <rect width="120" height="8" class="track" />
            <rect
              :width="120 * Math.min(1, r.load)"
              height="8"
              :class="r.load > 1.000001 ? 'over' : 'load'"
            />
          </svg>
          <button v-if="r.found" type="button" class="asks num" @click="working(r.set.id)">
            asks {{ settings.show(r.found.asksLph, 'flow')
            }}<template v-if="Number.isFinite(r.found.givesLph)">
              of {{ settings.show(r.found.givesLph, 'flow') }}</template
            >
          </button>
          <span v-if="r.found && r.found.beds > 0" class="num"
            >{{ settings.show(r.found.evenness, 'share') }} even</span
          >
        </div>
      </li>
    </ul>
    <p class="quiet paint">
      <button type="button" class="asks" @click="add">add a set by hand</button>
      <template v-if="rows.length > 0">
        ·
        <button
          type="button"
          class="asks"
          :aria-pressed="tools.brush?.label === NONE"
          @click="press(NONE, 'none')"
        >
          paint beds out of all sets
        </button></template
      >
      <template v-if="tools.brush?.set">
        · painting <b>{{ tools.brush.label }}</b>: stroke across beds, Escape ends it</template
      >
      <template v-if="unset > 0">
        · <b class="unset">{{ unset }} {{ forms(unset, 'bed', 'beds') }} in no set</b></template
      >
    </p>
    <p v-if="pickedSet && opening.sets.length > 0" class="fill valves">
      {{
        bedWord(
          plan.blocks.find((b) => b.id === pickedSet!.bed.block),
          pickedSet.bed.key,
        ) === 'plant'
          ? msg`Plant`
          : msg`Bed`
      }}
      {{ pickedSet.bed.key }} of {{ pickedSet.block }} waters in
      <ChoiceField
        label="Set of the picked bed"
        :value="pickedSet.id"
        :options="setChoices"
        @pick="edits.putInSet([pickedSet.bed], $event === 'none' ? undefined : $event)"
      />.
    </p>
    <SwitchingSentences />
    <p class="fill valves">
      <template v-if="plan.blocks.length > 1">In {{ plan.block.name }} valves</template
      ><template v-else>Valves</template> are
      <ChoiceField
        label="Valves of the block"
        :value="plan.block.valves"
        :options="VALVES"
        :is-default="plan.statedBlock.valves === undefined"
        @pick="edits.blockValves(plan.block.id, $event as Block['valves'])"
      />.
    </p>
    <ToggleRow
      v-if="plan.blocks.length > 1"
      label="Blocks"
      :options="plan.blocks"
      :picked="plan.block.id"
      @press="plan.pickBlock($event)"
    />
    <template v-if="hasBedValves">
      <p class="acts">
        <v-btn variant="text" :loading="outlook.evening" @click="even">Even it by the valves</v-btn>
        <v-btn v-if="turned" variant="text" @click="edits.openValves()">Open all valves</v-btn>
      </p>
      <p v-if="evened" class="quiet" role="status">{{ evened }}</p>
    </template>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 8px;
}
.apart {
  display: block;
  font-size: 14px;
  margin-bottom: 8px;
}
.sets {
  list-style: none;
  padding: 0;
  margin: 0 0 8px;
  max-height: 330px;
  overflow-y: auto;
}
.sets li {
  border-bottom: 1px solid var(--line);
  padding: 5px 4px 6px;
}
.sets .open {
  background: var(--picked);
  box-shadow: inset 3px 0 0 var(--ink);
}
.top,
.sum {
  display: flex;
  align-items: center;
  gap: 8px;
}
.sum {
  font-size: 12.5px;
  color: var(--faint);
  padding: 3px 0 0 34px;
  flex-wrap: wrap;
}
.name {
  flex: 1;
  min-width: 60px;
}
.name :deep(input) {
  border-bottom: 1px solid transparent;
  background: none;
}
.name :deep(input:hover),
.name :deep(input:focus) {
  border-bottom-color: var(--leaf);
}
.grip {
  border: 0;
  background: none;
  padding: 0;
  color: var(--faint);
  cursor: grab;
}
.brush {
  border: 0;
  background: none;
  padding: 2px;
  cursor: pointer;
}
.brush i {
  display: block;
  width: 24px;
  height: 16px;
  border: 1px solid var(--earth-line);
  border-radius: 2px;
}
.brush[aria-pressed='true'] i {
  outline: 3px solid var(--ink);
}
.top .num {
  font-size: 12.5px;
  color: var(--faint);
  white-space: nowrap;
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
.small[aria-pressed='true'] {
  border-color: var(--ink);
  font-weight: 700;
}
.track {
  fill: var(--line);
}
.load {
  fill: var(--water);
}
.over {
  fill: var(--alarm);
}
.unset {
  color: var(--clay);
}
.valves {
  margin: 0 0 4px;
  font-size: 15px;
}
</style>
