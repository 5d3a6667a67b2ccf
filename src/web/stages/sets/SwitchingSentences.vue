<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import type { OpenedBy } from '../../../core/plan';
import { stationValves, switchboardOf, valveName, wiresOf, type SwitchValve } from '../../../core/switching';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** What opens the sets: a hand, timers, or a controller; and every valve with its number, where it stands and what it opens. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const BY: { id: OpenedBy; name: string }[] = [
  { id: 'hand', name: msg`by hand` },
  { id: 'battery', name: msg`by timers with a battery` },
  { id: 'wired', name: msg`by a controller with wired valves` },
  { id: 'latching', name: msg`by latching valves in the field` },
];
const AT = [
  { id: 'head', name: msg`at the head where they can` },
  { id: 'blocks', name: msg`at the blocks` },
];
const USUAL = 'usual';
const rules = computed(() => plan.full.watering.switching);
const stated = computed(() => plan.plan.watering?.switching ?? {});
const board = computed(() => switchboardOf(plan.full, plan.laid));
const wires = computed(() => wiresOf(plan.full, plan.laid));
const byClock = computed(() => board.value.valves.some((v) => v.by !== 'hand'));
const byHand = computed(() => board.value.sets.some((s) => s.handValves > 0));
/** Of a block what opens it, where that is not as the rest. */
const ofBlock = computed(() => [
  { id: USUAL, name: msg`as the rest` },
  ...BY.filter((b) => b.id !== rules.value.by || plan.block.opened === b.id),
]);
const nameOf = (id: string): string => plan.blocks.find((b) => b.id === id)?.name ?? id;
const stationsOf = (v: SwitchValve): number[] =>
  [...stationValves(board.value)].filter(([, valves]) => valves.includes(v)).map(([n]) => n);
const SAYS: Record<OpenedBy, string> = {
  hand: msg`hand valve`,
  battery: msg`timer`,
  wired: msg`wired valve`,
  latching: msg`latching valve`,
};
const rows = computed(() =>
  board.value.valves.map((v) => {
    const stations = stationsOf(v);
    return {
      number: valveName(v.number),
      opens: v.blocks.map(nameOf).join(', '),
      what: v.part?.name ?? SAYS[v.by],
      where: v.at === 'head' ? msg`at the head` : msg`at the block`,
      station: stations.length > 0 ? msg`station ${stations.join(', ')}` : '',
      planned: v.part?.planned !== undefined,
    };
  }),
);
</script>

<template>
  <details class="more">
    <summary>What opens them: {{ BY.find((b) => b.id === rules.by)?.name }}</summary>
    <p class="fill">
      Sets are opened
      <ChoiceField
        label="What opens the sets"
        :value="rules.by"
        :options="BY"
        :is-default="stated.by === undefined"
        @pick="edits.openedBy($event as OpenedBy)"
      /><template v-if="byClock"
        >; valves that are planned for it stand
        <ChoiceField
          label="Where planned valves stand"
          :value="rules.valvesAt"
          :options="AT"
          :is-default="stated.valvesAt === undefined"
          @pick="
            edits.switching({ valvesAt: $event as 'head' | 'blocks' }, msg`choose where valves stand`)
          " /></template
      >.
      <template v-if="plan.blocks.length > 1">
        {{ plan.block.name }} is opened
        <ChoiceField
          label="What opens the block"
          :value="plan.block.opened ?? USUAL"
          :options="ofBlock"
          :is-default="plan.statedBlock.opened === undefined"
          @pick="edits.openedBy($event === USUAL ? undefined : ($event as OpenedBy), plan.block.id)"
        />.
      </template>
    </p>
    <p v-if="board.controller" class="fill">
      The sets need {{ board.stations }} {{ forms(board.stations, 'station', 'stations') }}; the controller
      has
      <QuantityField
        id="stations"
        label="Stations of the controller"
        kind="count"
        :value="rules.stations ?? board.stations"
        :is-default="rules.stations === undefined"
        :take="(v, g) => edits.switching({ stations: Math.round(v) }, msg`set the stations`, g)"
      />.
      <template v-if="wires.worst">
        Cable of {{ wires.mm2 }} mm²: {{ wires.worst.arrivesV.toFixed(1) }} V of 24 V arrive at
        {{ valveName(wires.worst.number) }}, {{ settings.show(wires.worst.lengthM, 'length') }} away.
      </template>
      <template v-if="board.startsPump"> A relay of the controller starts the pump. </template>
    </p>
    <p v-if="byHand" class="fill">
      At most
      <QuantityField
        id="hand-turns"
        label="Valves turned by hand on a watering day"
        kind="count"
        :value="rules.handTurns ?? board.sets.reduce((n, s) => n + s.handValves, 0)"
        :is-default="rules.handTurns === undefined"
        :take="
          (v, g) => edits.switching({ handTurns: Math.round(v) }, msg`set how many valves a hand turns`, g)
        "
      />
      valves are turned by hand on a watering day; the sets ask for
      {{ board.sets.reduce((n, s) => n + s.handValves, 0) }} a start.
    </p>
    <table v-if="rows.length > 0" class="board" aria-label="Valves">
      <tbody>
        <tr v-for="r in rows" :key="r.number">
          <th scope="row">{{ r.number }}</th>
          <td>{{ r.opens }}</td>
          <td>
            {{ r.what }}, {{ r.where }}<template v-if="r.station">, {{ r.station }}</template
            ><span v-if="r.planned" class="quiet"> · planned for the sets</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="board.controller || board.startsPump" class="caution">
      Valve wiring on 24 V is safe to touch; what plugs into the mains, and pumps, are a licensed
      electrician’s work.
    </p>
  </details>
</template>

<style scoped>
.board {
  border-collapse: collapse;
  width: 100%;
  font-size: 14px;
}
.board th,
.board td {
  text-align: left;
  vertical-align: baseline;
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
.board th {
  font-weight: 700;
}
</style>
