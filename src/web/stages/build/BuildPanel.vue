<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useBuilding } from '../../stores/building';
import { useView, type BuildLeaf } from '../../stores/view';
import BuyLeaf from './BuyLeaf.vue';
import CutLeaf from './CutLeaf.vue';
import JointsLeaf from './JointsLeaf.vue';
import PaperLeaf from './PaperLeaf.vue';
import StepsLeaf from './StepsLeaf.vue';

/** What to buy, how it is joined, where to cut and punch, in which order, and all of it on paper. */
const building = useBuilding();
const view = useView();
const LEAVES: { id: BuildLeaf; name: string; is: typeof BuyLeaf }[] = [
  { id: 'buy', name: 'Buy', is: BuyLeaf },
  { id: 'joints', name: 'Join', is: JointsLeaf },
  { id: 'cut', name: 'Cut', is: CutLeaf },
  { id: 'steps', name: 'Steps', is: StepsLeaf },
  { id: 'paper', name: 'Paper', is: PaperLeaf },
];
const open = computed(() => LEAVES.find((l) => l.id === view.buildLeaf)!);
onBeforeUnmount(building.show());
/** What was counted of another plan is not shown. */
const ready = ref(building.fresh);
watch(
  () => building.fresh,
  (fresh) => (ready.value ||= fresh),
);
</script>

<template>
  <section>
    <h2>Build<span v-if="ready && !building.fresh" class="quiet" role="status"> counting anew …</span></h2>
    <div class="leaves" role="tablist" aria-label="What Build tells">
      <button v-for="l in LEAVES" :id="`build-${l.id}`" :key="l.id" type="button" role="tab" :aria-selected="view.buildLeaf === l.id" @click="view.buildLeaf = l.id">{{ l.name }}</button>
    </div>
    <p v-if="building.failed" role="alert" class="caution">{{ building.failed }}</p>
    <component :is="open.is" v-if="ready && building.built" class="to-print" />
    <p v-else-if="!building.failed" class="quiet" role="status">Counting the parts …</p>
    <p class="caution">Planning figures: hold each fitting against what it goes into before you buy the rest.</p>
  </section>
</template>

<style scoped>
.leaves { display: flex; gap: 2px; border-bottom: 1.5px solid var(--ink); margin-bottom: 12px; }
[role='tab'] { border: 0; background: none; padding: 4px 9px 5px; cursor: pointer; font-size: 15px; border-radius: 3px 3px 0 0; }
[role='tab'][aria-selected='true'] { background: var(--ink); color: var(--paper); font-weight: 700; }
h2 .quiet { font-weight: 400; margin-left: 8px; }
</style>
