<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { sheetCorners } from '../../../core/layout';
import { surfaceOf } from '../../../core/plan';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useTools } from '../../stores/tools';
import ProfileChart from './ProfileChart.vue';

/** How the ground rises and falls: by a block's own falls, or by heights measured at places of the farm. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();
const tools = useTools();

const BY = [
  { id: 'falls', name: msg`how much it rises along and across` },
  { id: 'surface', name: msg`heights measured at places` },
];
const SURFACES = [
  { id: 'triangulated', name: msg`bends from height to height` },
  { id: 'plane', name: msg`is one even slope` },
];
const ground = computed(() => plan.block.ground);
const stated = computed(() => plan.statedBlock.ground as Record<string, unknown> | undefined);
const setGround = (field: string, label: string) => (value: number, gesture: string) =>
  edits.block('ground', { [field]: value }, label, gesture);
const layout = computed(() => plan.laidBlock);
const long = computed(() => layout.value.box.farM - layout.value.box.nearM);
const heights = computed(() => plan.ground.heights);
const surface = computed(() => surfaceOf(plan.ground));
/** Corners of the block, each with the height measured there, if any. */
const NEAR_M = 0.5;
const corners = computed(() =>
  sheetCorners(layout.value).map(([x, y], i) => {
    const at = heights.value.findIndex((h) => Math.hypot(h.xM - x, h.yM - y) < NEAR_M);
    return { i, x, y, at, zM: at >= 0 ? heights.value[at].zM : surface.value.heightAt(x, y) };
  }),
);
const setCorner = (c: (typeof corners.value)[number]) => (zM: number, gesture: string) =>
  c.at >= 0
    ? edits.height(c.at, { zM }, msg`set the height of corner ${c.i + 1}`, gesture)
    : edits.addHeight(c.x, c.y, zM, gesture);
const rises = (slope: number): string => (slope === 0 ? msg`level` : slope > 0 ? msg`rising` : msg`falling`);
const FEW = 40;
const listing = ref(false);
const MOST_CORNERS = 12;
const contour = computed(() => (tools.look.contourM > 0 ? tools.look.contourM : 0));
</script>

<template>
  <div class="part">
    <p class="fill">
      Its heights come from
      <ChoiceField
        label="Heights come from"
        :value="ground.by"
        :options="BY"
        :is-default="stated?.by === undefined"
        @pick="edits.block('ground', { by: $event as never }, msg`give the heights another way`)"
      />.
      <template v-if="ground.by === 'falls'">
        Its near left corner lies at
        <QuantityField
          id="height-of-the-near-left-corner"
          :key="plan.block.id"
          label="Height of the near left corner"
          kind="height"
          :value="plan.block.heightM"
          :is-default="plan.statedBlock.heightM === undefined"
          :take="(v, g) => edits.blockSelf({ heightM: v }, msg`set the block’s height`, g)"
        />. Along the beds the ground is {{ rises(ground.slopeAlong) }}:
        <QuantityField
          id="rise-along-the-beds"
          label="Rise along the beds"
          kind="slope"
          :value="ground.slopeAlong"
          :is-default="stated?.slopeAlong === undefined"
          :take="setGround('slopeAlong', msg`set the slope along`)"
        />; across them, left to right,
        <QuantityField
          id="rise-across-the-beds"
          label="Rise across the beds"
          kind="slope"
          :value="ground.slopeAcross"
          :is-default="stated?.slopeAcross === undefined"
          :take="setGround('slopeAcross', msg`set the slope across`)"
        />.
      </template>
    </p>
    <p v-if="ground.by === 'falls'" class="quiet">
      A fall is written with a minus. That makes {{ settings.show(ground.slopeAlong * long, 'height') }} from
      the near to the far end.
    </p>
    <template v-else>
      <div v-if="corners.length <= MOST_CORNERS" class="corners">
        <label v-for="c in corners" :key="c.i"
          >corner {{ c.i + 1 }}
          <QuantityField
            :id="`height-of-corner ${c.i + 1}`"
            :key="`${plan.block.id} ${c.i}`"
            :label="msg`Height of corner ${c.i + 1}`"
            kind="height"
            :value="c.zM"
            :is-default="c.at < 0"
            :take="setCorner(c)"
        /></label>
      </div>
      <p class="fill">
        {{
          heights.length === 0
            ? msg`No height is measured yet: type some corners’ heights`
            : heights.length === 1
              ? msg`One height is measured`
              : msg`${heights.length} heights are measured`
        }}; between them the ground
        <ChoiceField
          label="Between heights the ground"
          :value="plan.ground.surface"
          :options="SURFACES"
          :is-default="plan.plan.ground?.surface === undefined"
          @pick="edits.ground({ surface: $event as never }, msg`shape the ground between heights`)"
        />.
      </p>
    </template>
    <p class="acts">
      <button
        type="button"
        class="small"
        :aria-pressed="tools.tool === 'height'"
        @click="tools.take('height')"
      >
        set heights on the sheet
      </button>
      <button
        v-if="heights.length > 0"
        type="button"
        class="small"
        :aria-expanded="listing"
        @click="listing = !listing"
      >
        list them
      </button>
      <button
        v-if="heights.length > 0"
        type="button"
        class="small"
        @click="edits.setHeights([], msg`take all heights away`)"
      >
        take all away
      </button>
    </p>
    <ul v-if="listing" class="list">
      <li v-for="(h, i) in heights.slice(0, FEW)" :key="i">
        {{ i + 1 }}:
        <QuantityField
          :id="`height ${i + 1}`"
          :label="msg`Height ${i + 1}`"
          kind="height"
          :value="h.zM"
          :take="(v, g) => edits.height(i, { zM: v }, msg`set height ${i + 1}`, g)"
        />
        at
        <QuantityField
          :id="`height ${i + 1} to-the-right`"
          :label="msg`Height ${i + 1}, to the right`"
          kind="length"
          :value="h.xM"
          :take="(v, g) => edits.height(i, { xM: v }, msg`move height ${i + 1}`, g)"
        />,
        <QuantityField
          :id="`height ${i + 1} up-the-sheet`"
          :label="msg`Height ${i + 1}, up the sheet`"
          kind="length"
          :value="h.yM"
          :take="(v, g) => edits.height(i, { yM: v }, msg`move height ${i + 1}`, g)"
        />
        <button
          type="button"
          class="small"
          :aria-label="msg`Take height ${i + 1} away`"
          @click="edits.removeHeight(i)"
        >
          −
        </button>
      </li>
      <li v-if="heights.length > FEW" class="quiet">and {{ heights.length - FEW }} more on the sheet</li>
    </ul>
    <p class="fill line">
      Contours every
      <QuantityField
        id="contour-interval"
        label="Contour interval"
        kind="height"
        :value="contour"
        :is-default="contour === 0"
        :take="(v) => void (tools.look.contourM = Math.max(0, v))"
      /><span v-if="contour === 0" class="quiet"> (0: a round step for the ground)</span>; north lies
      <QuantityField
        id="direction-of-north"
        label="Direction of north"
        kind="angle"
        :value="plan.ground.northDeg"
        :is-default="plan.plan.ground?.northDeg === undefined"
        :take="(v, g) => edits.ground({ northDeg: v }, msg`turn the north arrow`, g)"
      />
      from up the sheet.
    </p>
    <ProfileChart />
  </div>
</template>

<style scoped>
.part {
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.corners {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 2px 12px;
  margin-bottom: 8px;
  font-size: 14.5px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.list {
  list-style: none;
  padding: 0;
  margin: 0 0 10px;
  font-size: 14px;
  max-height: 240px;
  overflow-y: auto;
}
</style>
