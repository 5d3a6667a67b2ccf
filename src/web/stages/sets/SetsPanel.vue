<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted } from 'vue';
import { msg } from '../../../core/language';
import { TIMING_CODES, type Finding, type FindingCode } from '../../../core/check';
import LeafTabs from '../../parts/LeafTabs.vue';
import { toldIn } from '../../page/toldIn';
import { useJudgement } from '../../stores/judgement';
import { useOutlook } from '../../stores/outlook';
import { usePlan } from '../../stores/plan';
import { useTools } from '../../stores/tools';
import { useView, type Leaf } from '../../stores/view';
import FeedLeaf from './FeedLeaf.vue';
import LastsLeaf from './LastsLeaf.vue';
import MuchLeaf from './MuchLeaf.vue';
import WhenLeaf from './WhenLeaf.vue';
import SetProblem from './SetProblem.vue';
import WhoLeaf from './WhoLeaf.vue';
import { fieldsOf } from '../../parts/useDraft';

/** Who waters when, for how long, and whether the water lasts: one question a leaf. */
const outlook = useOutlook();
const judgement = useJudgement();
const plan = usePlan();
const tools = useTools();
const view = useView();
const LEAVES: { id: Leaf; name: string; is: typeof WhoLeaf }[] = [
  { id: 'who', name: msg`Who`, is: WhoLeaf },
  { id: 'much', name: msg`How much`, is: MuchLeaf },
  { id: 'when', name: msg`When`, is: WhenLeaf },
  { id: 'lasts', name: msg`Lasts`, is: LastsLeaf },
  { id: 'feed', name: msg`Feed`, is: FeedLeaf },
];
const open = computed(() => LEAVES.find((l) => l.id === view.leaf)!);
const stopShowing = outlook.show();
onMounted(() => (tools.shown = 'set'));
onBeforeUnmount(() => {
  stopShowing();
  tools.shown = 'crop';
  tools.putDown();
});
/** What is asked of the source hangs on how much is open at once. */
const OF_WHAT_OPENS: readonly FindingCode[] = ['flow-short', 'over-yield', 'short-cycling', 'set-beds-gone'];
/** What is mended here, and what hangs on which beds are open: the same list as everywhere. */
const problems = computed(() => {
  const sets = plan.full.watering.sets.length;
  const some = (f: Finding): boolean =>
    new Set(f.holds.flatMap((h) => h.set ?? [])).size < sets && f.holds.some((h) => h.set);
  return toldIn('check', judgement.told).filter(
    (f) => TIMING_CODES.includes(f.code) || OF_WHAT_OPENS.includes(f.code) || some(f),
  );
});
fieldsOf(() => 'farm');
</script>

<template>
  <section>
    <h2>Sets</h2>
    <LeafTabs
      :leaves="LEAVES"
      :open="view.leaf"
      label="Questions of sets and timing"
      prefix="leaf"
      @turn="view.turnTo($event)"
    />
    <p v-if="outlook.failed" role="alert" class="caution">{{ outlook.failed }}</p>
    <component :is="open.is" :class="{ stale: !outlook.fresh && !outlook.working }" />
    <p v-if="outlook.working" class="quiet" role="status">
      Working it out: {{ Math.round(100 * outlook.progress) }} %
    </p>
    <section v-if="problems.length > 0" aria-label="Problems">
      <h3>Problems</h3>
      <ol class="problems">
        <li v-for="f in problems" :key="f.id" :class="f.grade"><SetProblem :finding="f" /></li>
      </ol>
    </section>
    <p v-else-if="outlook.outlook && outlook.fresh" class="fine">No problems with the sets.</p>
    <p class="caution">Planning figures: feel the soil, and look at the far ends.</p>
  </section>
</template>

<style scoped>
h3 {
  font-size: 16px;
  margin: 14px 0 8px;
}
.problems {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
}
.problems li {
  border-left: 5px solid var(--line);
  padding: 4px 0 4px 10px;
  margin-bottom: 8px;
  font-size: 14px;
}
.problems .stop {
  border-color: var(--alarm);
}
.problems .stop b {
  color: var(--alarm);
}
.problems .mend {
  border-color: var(--clay);
}
.problems .mend b {
  color: var(--clay);
}
.fine {
  border-left: 5px solid var(--leaf);
  padding: 4px 10px;
  font-size: 14px;
}
</style>
