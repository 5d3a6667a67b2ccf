<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { msg } from '../../../core/language';
import { pipeKind, PIPES } from '../../../core/catalog/pipes';
import { mainEndName, mainName, ringPlace, type LaidMain } from '../../../core/layout';
import { stepKey } from '../../../core/network';
import { HEAD, type Outlet } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import ClockField from '../../parts/ClockField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import TextField from '../../parts/TextField.vue';
import { fieldsOf } from '../../parts/useDraft';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';

/** The main piece by piece: what each does, and the one picked as a sentence. */
const plan = usePlan();
const edits = useEdits();
const results = useResults();
const settings = useSettings();
const view = useView();

const farm = computed(() => plan.laid);
const picked = ref('');
const piece = computed(() => farm.value.mains.find((m) => m.to === picked.value) ?? farm.value.mains[0]);
watch(
  () => view.pickedTee,
  (id) => id && (picked.value = id),
);
const tee = computed(() => plan.full.tees.find((t) => t.id === piece.value.to));
fieldsOf(() => `main ${piece.value.to}`);
const single = computed(() => plan.blocks.length === 1 && plan.full.tees.length === 0);
const nameOf = (id: string): string => mainEndName(plan.full, id);
const did = computed(() => new Map(results.results?.mains.map((m) => [m.laid.to, m]) ?? []));
const owner = (m: LaidMain) =>
  (m.toBlock
    ? plan.plan.blocks.find((b) => b.id === m.to)
    : m.ring
      ? plan.plan.rings?.find((r) => r.id === m.to)
      : plan.plan.tees?.find((t) => t.id === m.to)
  )?.main as Record<string, unknown> | undefined;
const isDefault = (field: string): boolean => owner(piece.value)?.[field] === undefined;
const set = (field: string, label: string) => (value: number, gesture: string) =>
  edits.main(piece.value.to, { [field]: value }, label, gesture);
const pickPipe = (pipe: string): void =>
  void edits.main(
    piece.value.to,
    { pipe, boreMm: undefined, hazenWilliamsC: undefined },
    msg`change the main`,
  );
const sources = computed(() => [
  { id: HEAD, name: msg`the head` },
  ...plan.full.tees.filter((t) => t.id !== piece.value.to).map((t) => ({ id: t.id, name: nameOf(t.id) })),
]);

/**
 * A single main is as long as it is drawn: a typed length moves the source along its line. In a tree it is the pipe
 * beyond the straight line that a typed length sets.
 */
function length(lengthM: number, gesture: string) {
  const { start, end } = piece.value;
  const { extraM } = piece.value.piece;
  const straight = Math.hypot(start.xM - end.xM, start.yM - end.yM);
  if (!single.value) {
    if (lengthM < straight)
      return { rule: 'number.min', limit: straight, what: msg`the straight line is longer` };
    return edits.main(piece.value.to, { extraM: lengthM - straight }, msg`set the main’s length`, gesture);
  }
  const wanted = Math.max(0, lengthM - extraM);
  const [dx, dy] = straight > 0 ? [(start.xM - end.xM) / straight, (start.yM - end.yM) / straight] : [-1, 0];
  return edits.source(
    { xM: end.xM + dx * wanted, yM: end.yM + dy * wanted },
    msg`set the main’s length`,
    gesture,
  );
}
/** A typed rise sets the height of the source under a single block, else of what the piece leads to. */
function rise(riseM: number, gesture: string) {
  const { start, end, to, toBlock } = piece.value;
  if (single.value) return edits.source({ heightM: end.zM - riseM }, msg`set the main’s rise`, gesture);
  if (!toBlock) return edits.tee(to, { heightM: start.zM + riseM }, msg`set the main’s rise`, gesture);
  const index = plan.blocks.findIndex((b) => b.id === to);
  const block = plan.blocks[index];
  if (block.ground.by === 'surface')
    return { rule: 'ground', what: msg`heights here are read off the measured ground: change them there` };
  const overCorner = end.zM - block.heightM;
  return edits.blockSelf(
    { heightM: start.zM + riseM - overCorner },
    msg`set the main’s rise`,
    gesture,
    index,
  );
}
const statedOutlet = computed(() => plan.plan.tees?.find((t) => t.id === tee.value?.id)?.outlet);
/** What it gets while what is open runs; nothing where its hours are others. */
const served = computed(() => results.results?.others.find((o) => o.tee.id === tee.value?.id));
const outlet = (fields: Partial<Outlet>, gesture: string) =>
  edits.tee(tee.value!.id, { outlet: { ...statedOutlet.value, ...fields } }, msg`change the outlet`, gesture);
/** Where a ring would be closed; nothing where the main has no ends to join. */
const free = computed(() => ringPlace(plan.full, [farm.value.head.xM, farm.value.head.yM]));
function closeRing(): void {
  if (free.value) picked.value = edits.closeRing(free.value);
}
const ringEnds = computed(() =>
  plan.full.tees.filter((t) => t.id !== piece.value.from).map((t) => ({ id: t.id, name: nameOf(t.id) })),
);
const VALVE = [
  { id: 'open', name: msg`open` },
  { id: 'shut', name: msg`shut` },
];
const HALF_WAY = 0.5;
function addTee(): void {
  const id = edits.addTee(piece.value.to, HALF_WAY);
  if (id) view.pickedTee = picked.value = id;
}
</script>

<template>
  <div>
    <table v-if="farm.mains.length > 1" class="pieces" aria-label="Main pieces">
      <thead>
        <tr>
          <th scope="col">to</th>
          <th scope="col">pipe</th>
          <th scope="col">speed</th>
          <th scope="col">loss</th>
          <th scope="col">surge</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="m in farm.mains"
          :key="m.to"
          :class="{ on: m.to === piece.to, lit: view.pointedStep === stepKey.main(m.to) }"
          @pointerenter="view.pointedStep = stepKey.main(m.to)"
          @pointerleave="view.pointedStep = undefined"
        >
          <th scope="row">
            <button type="button" class="asks" :aria-pressed="m.to === piece.to" @click="picked = m.to">
              {{ mainName(plan.full, farm, m.to) }}
            </button>
          </th>
          <td>{{ pipeKind(m.piece.pipe).name }}, {{ settings.show(m.lengthM, 'length') }}</td>
          <td class="num">
            {{ did.has(m.to) ? settings.show(did.get(m.to)!.velocityMps, 'velocity') : msg`shut` }}
          </td>
          <td class="num">
            {{ did.has(m.to) ? settings.show(did.get(m.to)!.frictionKpa, 'pressure') : '' }}
          </td>
          <td class="num">{{ did.has(m.to) ? settings.show(did.get(m.to)!.surgeKpa, 'pressure') : '' }}</td>
        </tr>
      </tbody>
    </table>
    <p :key="piece.to" class="fill">
      From <template v-if="single">the head</template
      ><ChoiceField
        v-else
        label="The piece comes from"
        :value="piece.from"
        :options="sources"
        @pick="edits.main(piece.to, { from: $event }, msg`connect the main elsewhere`)"
      />
      runs
      <QuantityField
        id="length-of-the-main"
        label="Length of the main"
        kind="length"
        :value="piece.lengthM"
        :is-default="single && plan.plan.sources[plan.sourceIndex].xM === undefined"
        :take="length"
      />
      of
      <ChoiceField
        label="Main"
        :value="piece.piece.pipe"
        :options="PIPES"
        :is-default="isDefault('pipe')"
        @pick="pickPipe"
      />
      (<QuantityField
        id="bore-of-the-main"
        label="Bore of the main"
        kind="bore"
        :value="piece.piece.boreMm"
        :is-default="isDefault('boreMm')"
        :take="set('boreMm', msg`set the main’s bore`)"
      />
      bore)<template v-if="piece.ring"
        >, closing a ring to
        <ChoiceField
          label="The ring leads to"
          :value="piece.ring.to"
          :options="ringEnds"
          @pick="edits.ring(piece.to, { to: $event }, msg`lead the ring elsewhere`)"
        />; its valve is
        <ChoiceField
          label="Valve of the ring"
          :value="piece.ring.shut ? 'shut' : 'open'"
          :options="VALVE"
          @pick="edits.ring(piece.to, { shut: $event === 'shut' }, msg`turn the ring’s valve`)"
        />.</template
      ><template v-else
        >, rising
        <QuantityField
          id="rise-of-the-main"
          label="Rise of the main"
          kind="height"
          :value="piece.riseM"
          :is-default="single && plan.plan.sources[plan.sourceIndex].heightM === undefined"
          :take="rise"
        />
        to {{ single ? msg`the header` : nameOf(piece.to) }}.</template
      >
      <template v-for="c in piece.crossings" :key="c.thing.id">
        {{ settings.show(c.lengthM, 'length') }} of it lies under the {{ c.thing.name }}: bury that piece.
      </template>
    </p>
    <p v-if="tee" class="fill">
      The tee stands
      <QuantityField
        :id="`the-tee-to-the-right ${tee.id} x`"
        :key="`${tee.id} x`"
        label="The tee, to the right"
        kind="length"
        :value="tee.xM"
        :take="(v, g) => edits.tee(tee!.id, { xM: v }, msg`move a tee`, g)"
      />
      right and
      <QuantityField
        :id="`the-tee-up-the-sheet ${tee.id} y`"
        :key="`${tee.id} y`"
        label="The tee, up the sheet"
        kind="length"
        :value="tee.yM"
        :take="(v, g) => edits.tee(tee!.id, { yM: v }, msg`move a tee`, g)"
      />
      up; it lies at
      <QuantityField
        :id="`height-of-the-tee ${tee.id}`"
        :key="tee.id"
        label="Height of the tee"
        kind="height"
        :value="tee.heightM"
        :is-default="plan.plan.tees?.find((t) => t.id === tee!.id)?.heightM === undefined"
        :take="(v, g) => edits.tee(tee!.id, { heightM: v }, msg`set the tee’s height`, g)"
      />;
      <label class="vent"
        ><input
          type="checkbox"
          :checked="tee.vent"
          @change="
            edits.tee(tee.id, { vent: ($event.target as HTMLInputElement).checked }, msg`change its air vent`)
          "
        />
        with an air vent</label
      >;
      <label class="vent"
        ><input
          type="checkbox"
          :checked="tee.outlet !== undefined"
          @change="
            edits.tee(
              tee.id,
              { outlet: ($event.target as HTMLInputElement).checked ? {} : undefined },
              msg`put another outlet here or not`,
            )
          "
        />
        another outlet stands on it</label
      >
    </p>
    <p v-if="tee?.outlet" :key="`${tee.id} outlet`" class="fill">
      <TextField
        :id="`outlet-name ${tee.id}`"
        label="Name of the outlet"
        :value="tee.outlet.name"
        :take="(v: string, g: string) => outlet({ name: v }, g)"
      />
      (pack shed, trough, sprinkler) takes
      <QuantityField
        :id="`outlet-flow ${tee.id}`"
        label="Flow of the outlet"
        kind="flow"
        :value="tee.outlet.lph"
        :is-default="statedOutlet?.lph === undefined"
        :take="(v, g) => outlet({ lph: v }, g)"
      />
      at
      <QuantityField
        :id="`outlet-pressure ${tee.id}`"
        label="Pressure that the outlet needs"
        kind="pressure"
        :value="tee.outlet.needsKpa"
        :is-default="statedOutlet?.needsKpa === undefined"
        :take="(v, g) => outlet({ needsKpa: v }, g)"
      />
      and is used from
      <ClockField
        :id="`outlet-from ${tee.id}`"
        label="Outlet used from"
        :minute="tee.outlet.hours.fromMin"
        :is-default="statedOutlet?.hours?.fromMin === undefined"
        :take="(m, g) => outlet({ hours: { ...tee!.outlet!.hours, fromMin: m } }, g)"
      />
      to
      <ClockField
        :id="`outlet-to ${tee.id}`"
        label="Outlet used to"
        :minute="tee.outlet.hours.toMin"
        :is-default="statedOutlet?.hours?.toMin === undefined"
        :take="(m, g) => outlet({ hours: { ...tee!.outlet!.hours, toMin: m } }, g)"
      /><template v-if="served"
        >; while the beds that are looked at water, it gets {{ settings.show(served.flowLph, 'flow') }} at
        {{ settings.show(served.kpa, 'pressure') }}</template
      >.
    </p>
    <p class="acts">
      <button v-if="!piece.ring" type="button" class="small" @click="addTee">put a tee into it</button>
      <button v-else type="button" class="small" @click="edits.openRing(piece.to)">take the ring away</button>
      <button v-if="free" type="button" class="small" @click="closeRing">
        close a ring from {{ nameOf(free.from) }} to {{ nameOf(free.to) }}
      </button>
      <button v-if="tee" type="button" class="small" @click="edits.removeTee(tee.id)">
        take the tee out
      </button>
    </p>
    <dl v-if="did.get(piece.to)" class="rows" :class="{ stale: results.stale }">
      <dt>Flow and speed</dt>
      <dd class="num">
        {{ settings.show(did.get(piece.to)!.flowLph, 'flow') }},
        {{ settings.show(did.get(piece.to)!.velocityMps, 'velocity') }}
      </dd>
      <dt>Lost to friction</dt>
      <dd class="num">{{ settings.show(did.get(piece.to)!.frictionKpa, 'pressure') }}</dd>
      <dt>Water hammer if shut suddenly</dt>
      <dd class="num">{{ settings.show(did.get(piece.to)!.surgeKpa, 'pressure') }}</dd>
      <dt>Highest and lowest point</dt>
      <dd class="num">
        {{ settings.show(farm.highest.zM, 'height') }}, {{ settings.show(farm.lowest.zM, 'height') }}
      </dd>
    </dl>
    <details class="more">
      <summary>Fittings, detours, the source’s place</summary>
      <p class="fill">
        The source stands
        <QuantityField
          id="the-source-to-the-right"
          label="The source, to the right"
          kind="length"
          :value="plan.source.xM"
          :is-default="plan.plan.sources[plan.sourceIndex].xM === undefined"
          :take="(v, g) => edits.source({ xM: v }, msg`move the source`, g)"
        />
        right and
        <QuantityField
          id="the-source-up-the-sheet"
          label="The source, up the sheet"
          kind="length"
          :value="plan.source.yM"
          :is-default="plan.plan.sources[plan.sourceIndex].yM === undefined"
          :take="(v, g) => edits.source({ yM: v }, msg`move the source`, g)"
        />
        up the sheet, on ground at
        <QuantityField
          id="height-of-the-source"
          label="Height of the source"
          kind="height"
          :value="plan.source.heightM"
          :is-default="plan.plan.sources[plan.sourceIndex].heightM === undefined"
          :take="(v, g) => edits.source({ heightM: v }, msg`set the source’s height`, g)"
        />.
      </p>
      <p :key="piece.to" class="fill">
        Fittings:
        <QuantityField
          id="fittings-of-the-main"
          label="Fittings of the main"
          kind="factor"
          :value="piece.piece.minorK"
          :is-default="isDefault('minorK')"
          :take="set('minorK', msg`set the main’s fittings`)"
        />
        (fitting loss, K); pipe beyond the straight line
        <QuantityField
          id="extra-length-of-the-main"
          label="Extra length of the main"
          kind="length"
          :value="piece.piece.extraM"
          :is-default="isDefault('extraM')"
          :take="set('extraM', msg`set the main’s extra length`)"
        />.
      </p>
    </details>
  </div>
</template>

<style scoped>
.pieces {
  border-collapse: collapse;
  width: 100%;
  font-size: 13.5px;
  margin-bottom: 10px;
}
.pieces th,
.pieces td {
  text-align: left;
  padding: 3px 6px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  vertical-align: baseline;
}
.pieces thead th {
  color: var(--faint);
  font-size: 12.5px;
}
.pieces .num {
  white-space: nowrap;
}
@media (min-width: 821px) and (max-width: 1100px) {
  .pieces {
    font-size: 12.5px;
  }
  .pieces thead th {
    font-size: 12px;
  }
  .pieces th,
  .pieces td {
    padding-right: 4px;
  }
}
.on th {
  font-weight: 700;
}
.lit {
  background: color-mix(in srgb, var(--picked) 55%, transparent);
}
.vent {
  white-space: nowrap;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 13px;
  line-height: 1.3;
  padding: 1px 7px;
  cursor: pointer;
  margin-right: 6px;
}
</style>
