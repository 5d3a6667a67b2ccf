<script setup lang="ts">
import { computed } from 'vue';
import { onlyBeds, type BlockLayout } from '../../core/layout';
import { useResults } from '../stores/results';
import { sameBed, useView } from '../stores/view';

/** Rims about the beds of a block that are picked, or pointed at here or in the walk. */
const props = defineProps<{ layout: BlockLayout; place: string }>();
const view = useView();
const results = useResults();

const matrix = computed(() => {
  const { sin, cos, xM, yM } = props.layout.frame;
  return `${props.place} matrix(${cos} ${-sin} ${sin} ${cos} ${xM} ${yM})`;
});
/** The bed that the walk's last step runs along, while that step is pointed at. */
const lit = (key: string): boolean =>
  view.pointedStep === 'run' && results.walk?.block === props.layout.index && results.walk.bed === key;
const marked = computed(() => {
  const { id } = props.layout.block;
  const here =
    view.pickedBed?.block === id ||
    view.pointedBed?.block === id ||
    view.chosen.size > 0 ||
    view.pointedStep === 'run';
  if (!here) return [];
  return onlyBeds(props.layout).flatMap((bed) => {
    const picked = sameBed(view.pickedBed, id, bed.key) || view.isChosen(id, bed.key);
    return picked || sameBed(view.pointedBed, id, bed.key) || lit(bed.key) ? [{ bed, picked }] : [];
  });
});
</script>

<template>
  <g v-if="marked.length > 0" :transform="matrix" class="marked">
    <rect
      v-for="{ bed: b, picked } in marked"
      :key="b.key"
      :x="b.leftM"
      :y="b.nearM"
      :width="b.widthM"
      :height="b.lengthM"
      :class="{ picked }"
    />
  </g>
</template>

<style scoped>
.marked {
  pointer-events: none;
}
rect {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
  vector-effect: non-scaling-stroke;
}
.picked {
  stroke-width: 2.2;
}
</style>
