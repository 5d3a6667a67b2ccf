<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { pipeKind, PIPES } from '../../../core/catalog/pipes';
import { FEED, type Places } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useTools } from '../../stores/tools';
import { useView } from '../../stores/view';

/** Small pipe to plants at places: its size, its route, and its joints and rings where it is drawn by hand. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const tools = useTools();
const view = useView();

const ROUTES = [
  { id: 'order', name: msg`from plant to plant in their order` },
  { id: 'shortest', name: msg`the shortest way, branching` },
  { id: 'drawn', name: msg`as I draw it` },
];
const places = computed(() => plan.block.places!);
/** Beside beds, whose header is the block's, small pipe is its own. */
const pipe = computed(() =>
  places.value.beds
    ? { pipe: places.value.pipe, boreMm: places.value.boreMm ?? pipeKind(places.value.pipe).boreMm }
    : plan.block.header,
);
const stated = computed(
  () =>
    (places.value.beds ? plan.statedBlock.places : plan.statedBlock.header) as
      Record<string, unknown> | undefined,
);
const setPipe = (fields: { pipe?: string; boreMm?: number }, label: string, gesture?: string) =>
  places.value.beds
    ? edits.places(plan.block.id, fields, label, gesture)
    : edits.block(
        'header',
        { ...fields, ...('pipe' in fields && { hazenWilliamsC: undefined }) },
        label,
        gesture,
      );
const BEGINS = [
  { id: 'feed', name: msg`at the header’s feed` },
  { id: 'left', name: msg`at the header’s left end` },
  { id: 'right', name: msg`at the header’s right end` },
];
const layout = computed(() => plan.laidBlock);
const pipeM = computed(() => layout.value.small?.pipes.reduce((m, p) => m + p.lengthM, 0) ?? 0);
const far = computed(() => layout.value.beds.filter((b) => (b.plant?.wayM ?? 0) > 2).length);
const names = computed(
  () =>
    new Map<string, string>([
      [FEED, places.value.beds ? msg`where it begins` : msg`the feed`],
      ...places.value.joints.map((j, i): [string, string] => [j.id, msg`joint ${i + 1}`]),
    ]),
);
const statedJoint = (id: string) => plan.statedBlock.places?.joints?.find((j) => j.id === id);
const SAME = { id: '', name: msg`the same pipe` };
/** Drawing by hand begins with the way that lies there now, so that nothing is lost. */
function route(next: string): void {
  const small = layout.value.small;
  if (next !== 'drawn' || places.value.joints.length > 0 || !small)
    return void edits.places(
      plan.block.id,
      { route: next as Places['route'] },
      msg`lead the pipe another way`,
    );
  const name = (n: number): string => (n === 0 ? FEED : `joint-${n}`);
  const joints = small.pipes.map((p) => ({
    id: name(p.to),
    from: name(p.from),
    xM: Number(small.nodes[p.to].at[0].toFixed(3)),
    yM: Number(small.nodes[p.to].at[1].toFixed(3)),
  }));
  edits.places(plan.block.id, { route: 'drawn', joints }, msg`draw the pipe by hand`);
}
</script>

<template>
  <p class="fill">
    <ChoiceField
      label="Small pipe"
      :value="pipe.pipe"
      :options="PIPES"
      :is-default="stated?.pipe === undefined"
      @pick="setPipe({ pipe: $event, boreMm: undefined }, msg`change the small pipe`)"
    />
    (<QuantityField
      id="bore-of-the-small-pipe"
      label="Bore of the small pipe"
      kind="bore"
      :value="pipe.boreMm"
      :is-default="stated?.boreMm === undefined"
      :take="(v, g) => setPipe({ boreMm: v }, msg`set the small pipe’s bore`, g)"
    />
    bore)<template v-if="places.beds">
      begins
      <ChoiceField
        label="Where the small pipe begins"
        :value="places.begins"
        :options="BEGINS"
        :is-default="stated?.begins === undefined"
        @pick="
          edits.places(
            plan.block.id,
            { begins: $event as Places['begins'] },
            msg`begin the small pipe elsewhere`,
          )
        "
      />
      and</template
    >
    leads to the plants
    <ChoiceField
      label="Route of the small pipe"
      :value="places.route"
      :options="ROUTES"
      :is-default="plan.statedBlock.places?.route === undefined"
      @pick="route"
    />, {{ settings.show(pipeM, 'length') }} of it.
  </p>
  <p v-if="far > 0" class="quiet">
    {{ far === 1 ? msg`One plant is` : msg`${far} plants are` }} reached by more than
    {{ settings.show(2, 'length') }} of thin tube: lead the pipe nearer.
  </p>
  <template v-if="places.route === 'drawn'">
    <p class="acts">
      <button type="button" class="small" :aria-pressed="tools.tool === 'pipe'" @click="tools.take('pipe')">
        lay pipe on the sheet
      </button>
    </p>
    <p class="quiet">Press a joint, then another, to close a ring between them or to open it again.</p>
    <ul v-if="places.joints.length > 0" class="joints" aria-label="Joints of the small pipe">
      <li v-for="j in places.joints" :key="j.id" :class="{ on: view.pickedJoint === j.id }">
        <button
          type="button"
          class="asks"
          @click="view.pickedJoint = view.pickedJoint === j.id ? undefined : j.id"
        >
          {{ names.get(j.id) }}
        </button>
        from {{ names.get(j.from) }} by
        <ChoiceField
          :label="msg`Pipe to ${names.get(j.id)}`"
          :value="statedJoint(j.id)?.pipe ?? ''"
          :options="[SAME, ...PIPES]"
          :is-default="statedJoint(j.id)?.pipe === undefined"
          @pick="
            edits.joint(
              plan.block.id,
              j.id,
              { pipe: $event || undefined, boreMm: undefined },
              msg`change a piece of small pipe`,
            )
          "
        />,
        <QuantityField
          :id="`pipe-longer-to ${j.id}`"
          :label="msg`Pipe longer to ${names.get(j.id)}`"
          kind="width"
          :value="j.extraM ?? 0"
          :is-default="j.extraM === undefined"
          :take="
            (v, g) =>
              edits.joint(plan.block.id, j.id, { extraM: v || undefined }, msg`set the slack of a pipe`, g)
          "
        />
        longer than straight
        <button
          type="button"
          class="small"
          :aria-label="msg`Take out ${names.get(j.id)}`"
          @click="edits.removeJoint(plan.block.id, j.id)"
        >
          take out
        </button>
      </li>
    </ul>
    <p v-if="places.loops.length > 0" class="fill">
      Rings closed:
      <template v-for="(l, i) in places.loops" :key="l.id"
        >{{ i > 0 ? ', ' : '' }}{{ names.get(l.a) }} to {{ names.get(l.b) }}
        <button type="button" class="small" @click="edits.joinJoints(plan.block.id, l.a, l.b)">
          open it
        </button></template
      >.
    </p>
  </template>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 13px;
  line-height: 1.4;
  padding: 1px 8px;
  cursor: pointer;
}
.small[aria-pressed='true'] {
  background: var(--picked);
  border-color: var(--ink);
}
.joints {
  list-style: none;
  padding: 0;
  font-size: 14.5px;
  max-height: 260px;
  overflow-y: auto;
}
.joints li {
  padding: 3px 0;
  border-bottom: 1px solid var(--line);
}
.joints .on {
  background: var(--picked);
}
</style>
