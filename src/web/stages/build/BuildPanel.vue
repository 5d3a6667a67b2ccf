<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { msg } from '../../../core/language';
import LeafTabs from '../../parts/LeafTabs.vue';
import { useBuilding } from '../../stores/building';
import { useView, type BuildLeaf } from '../../stores/view';
import BuyLeaf from './BuyLeaf.vue';
import CutLeaf from './CutLeaf.vue';
import JointsLeaf from './JointsLeaf.vue';
import PaperLeaf from './PaperLeaf.vue';
import StepsLeaf from './StepsLeaf.vue';
import { fieldsOf } from '../../parts/useDraft';

/** What to buy, how it is joined, where to cut and punch, in which order, and all of it on paper. */
const building = useBuilding();
const view = useView();
const LEAVES: { id: BuildLeaf; name: string; is: typeof BuyLeaf }[] = [
  { id: 'buy', name: msg`Buy`, is: BuyLeaf },
  { id: 'joints', name: msg`Join`, is: JointsLeaf },
  { id: 'cut', name: msg`Cut`, is: CutLeaf },
  { id: 'steps', name: msg`Steps`, is: StepsLeaf },
  { id: 'paper', name: msg`Paper`, is: PaperLeaf },
];
const open = computed(() => LEAVES.find((l) => l.id === view.buildLeaf)!);
onBeforeUnmount(building.show());
/** What was counted of another plan is not shown. */
const ready = ref(building.fresh);
watch(
  () => building.fresh,
  (fresh) => (ready.value ||= fresh),
);
fieldsOf(() => 'farm');
</script>

<template>
  <section>
    <h2>Build<span v-if="ready && !building.fresh" class="quiet" role="status"> counting again …</span></h2>
    <LeafTabs
      :leaves="LEAVES"
      :open="view.buildLeaf"
      label="Parts of Build"
      prefix="build"
      @turn="view.buildLeaf = $event"
    />
    <p v-if="building.failed" role="alert" class="caution">{{ building.failed }}</p>
    <component :is="open.is" v-if="ready && building.built" class="to-print" />
    <p v-else-if="!building.failed" class="quiet" role="status">Counting the parts …</p>
    <p class="caution">
      Planning figures: hold each fitting against what it goes into before you buy the rest.
    </p>
  </section>
</template>

<style scoped>
h2 .quiet {
  font-weight: 400;
  margin-left: 8px;
}
</style>
