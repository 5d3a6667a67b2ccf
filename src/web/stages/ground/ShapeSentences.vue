<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { areaM2, perimeterM, type Point } from '../../../core/ground';
import { sheetOutline } from '../../../core/layout';
import { HEADLAND_M } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useTools } from '../../stores/tools';
import TapedCorners from './TapedCorners.vue';

/** What shape the block's ground is, and how it was measured. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const tools = useTools();

const SHAPES = [
  { id: 'beds', name: msg`only as its beds lie` },
  { id: 'outline', name: msg`a field with an outline` },
  { id: 'tunnel', name: msg`a tunnel` },
];
const DOORS = [
  { id: 'both', name: msg`at both ends` },
  { id: 'near', name: msg`at the near end` },
  { id: 'far', name: msg`at the far end` },
];
const shape = computed(() => (plan.block.outline ? 'outline' : plan.block.tunnel ? 'tunnel' : 'beds'));
const outline = computed(() => sheetOutline(plan.block));
const layout = computed(() => plan.laidBlock);
const taping = ref(false);

/** The box about the beds as they lie: a first outline to go on from, headlands and all. */
function pick(id: string): void {
  if (id === shape.value) return;
  if (id === 'tunnel') edits.tunnel({}, msg`make it a tunnel`);
  else if (id === 'beds') edits.noOutline();
  else
    rectangle(
      layout.value.box.rightM - layout.value.box.leftM,
      layout.value.box.farM - layout.value.box.nearM + 2 * HEADLAND_M,
    );
}
const LEAST_M = 2;
function rectangle(wideM: number, longM: number, gesture?: string) {
  const { frame } = layout.value;
  const at = (x: number, y: number): Point => [
    frame.xM + x * frame.cos + y * frame.sin,
    frame.yM - x * frame.sin + y * frame.cos,
  ];
  const [w, l] = [Math.max(LEAST_M, wideM), Math.max(LEAST_M, longM)];
  return edits.outline([at(0, 0), at(0, l), at(w, l), at(w, 0)], msg`make it a rectangle`, gesture);
}
/** A rectangle's sides, where the outline is one with the beds along it. */
const sides = computed(() => {
  const p = layout.value.outline;
  if (!p || p.length !== 4 || plan.block.tunnel) return undefined;
  const xs = p.map(([x]) => x);
  const ys = p.map(([, y]) => y);
  const [w, l] = [Math.max(...xs), Math.max(...ys)];
  const near = (a: number, b: number): boolean => Math.abs(a - b) < 0.01;
  return p.every(([x, y]) => (near(x, 0) || near(x, w)) && (near(y, 0) || near(y, l))) ? { w, l } : undefined;
});
const tunnelDefault = (field: string): boolean =>
  (plan.statedBlock.tunnel as Record<string, unknown> | undefined)?.[field] === undefined;
const setTunnel = (field: string, label: string) => (value: number, gesture: string) =>
  edits.tunnel({ [field]: value }, label, gesture);
</script>

<template>
  <div>
    <p class="fill">
      It is
      <ChoiceField
        label="Shape of the ground"
        :value="shape"
        :options="SHAPES"
        :is-default="shape === 'beds'"
        @pick="pick"
      />.
      <template v-if="plan.block.tunnel">
        Inside it is
        <QuantityField
          id="width-of-the-tunnel"
          label="Width of the tunnel"
          kind="length"
          :value="plan.block.tunnel.widthM"
          :is-default="tunnelDefault('widthM')"
          :take="setTunnel('widthM', msg`set the tunnel’s width`)"
        />
        by
        <QuantityField
          id="length-of-the-tunnel"
          label="Length of the tunnel"
          kind="length"
          :value="plan.block.tunnel.lengthM"
          :is-default="tunnelDefault('lengthM')"
          :take="setTunnel('lengthM', msg`set the tunnel’s length`)"
        />, with doors
        <ChoiceField
          label="Doors"
          :value="plan.block.tunnel.doors"
          :options="DOORS"
          :is-default="tunnelDefault('doors')"
          @pick="edits.tunnel({ doors: $event as never }, msg`move the doors`)"
        />, before them
        <QuantityField
          id="free-before-a-door"
          label="Free before a door"
          kind="width"
          :value="plan.block.tunnel.doorM"
          :is-default="tunnelDefault('doorM')"
          :take="setTunnel('doorM', msg`set the room at the doors`)"
        />
        free. The beds along the walls are
        <QuantityField
          id="width-of-the-side-beds"
          label="Width of the side beds"
          kind="width"
          :value="plan.block.tunnel.sideBedM"
          :is-default="tunnelDefault('sideBedM')"
          :take="setTunnel('sideBedM', msg`set the side beds’ width`)"
        />
        wide. It is turned
        <QuantityField
          id="turned-by"
          label="Turned by"
          kind="angle"
          :value="plan.block.turnDeg"
          :is-default="plan.statedBlock.turnDeg === undefined"
          :take="(v, g) => edits.blockSelf({ turnDeg: v }, msg`turn the tunnel`, g)"
        />.
      </template>
      <template v-else-if="sides">
        A rectangle
        <QuantityField
          id="width-of-the-field"
          label="Width of the field"
          kind="length"
          :value="sides.w"
          :take="(v, g) => rectangle(v, sides!.l, g)"
        />
        across the beds and
        <QuantityField
          id="length-of-the-field"
          label="Length of the field"
          kind="length"
          :value="sides.l"
          :take="(v, g) => rectangle(sides!.w, v, g)"
        />
        along them.
      </template>
    </p>
    <p v-if="outline" class="quiet">
      {{ outline.length }} corners, {{ settings.show(areaM2(outline), 'area') }},
      {{ settings.show(perimeterM(outline), 'length') }} round. Move a corner on the sheet; press the dot on a
      side to bend it there; double-click a corner to take it away.
    </p>
    <p class="acts">
      <button
        type="button"
        class="small"
        :aria-pressed="tools.tool === 'outline'"
        @click="tools.take('outline')"
      >
        draw {{ shape === 'beds' ? msg`its outline` : msg`another field` }}
      </button>
      <button type="button" class="small" :aria-expanded="taping" @click="taping = !taping">
        corner by corner
      </button>
      <button type="button" class="small" @click="edits.addBlock()">add a block</button>
    </p>
    <TapedCorners v-if="taping" @done="taping = false" />
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
