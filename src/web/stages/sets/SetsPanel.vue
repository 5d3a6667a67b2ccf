<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted } from 'vue';
import { useOutlook } from '../../stores/outlook';
import { useTools } from '../../stores/tools';
import { useView, type Leaf } from '../../stores/view';
import FeedLeaf from './FeedLeaf.vue';
import LastsLeaf from './LastsLeaf.vue';
import MuchLeaf from './MuchLeaf.vue';
import WhenLeaf from './WhenLeaf.vue';
import WhoLeaf from './WhoLeaf.vue';

/** Who waters when, for how long, and whether the water lasts: one question a leaf. */
const outlook = useOutlook();
const tools = useTools();
const view = useView();
const LEAVES: { id: Leaf; name: string; is: typeof WhoLeaf }[] = [
  { id: 'who', name: 'Who', is: WhoLeaf },
  { id: 'much', name: 'How much', is: MuchLeaf },
  { id: 'when', name: 'When', is: WhenLeaf },
  { id: 'lasts', name: 'Lasts', is: LastsLeaf },
  { id: 'feed', name: 'Feed', is: FeedLeaf },
];
const open = computed(() => LEAVES.find((l) => l.id === view.leaf)!);
const stopShowing = outlook.show();
onMounted(() => (tools.shown = 'set'));
onBeforeUnmount(() => {
  stopShowing();
  tools.shown = 'crop';
  tools.putDown();
});
const GRADE_WORDS = { stop: 'Stop', mend: 'Mend', mind: 'Mind' };
</script>

<template>
  <section>
    <h2>Sets</h2>
    <div class="leaves" role="tablist" aria-label="Questions of sets and timing">
      <button v-for="l in LEAVES" :id="`leaf-${l.id}`" :key="l.id" type="button" role="tab" :aria-selected="view.leaf === l.id" @click="view.turnTo(l.id)">{{ l.name }}</button>
    </div>
    <p v-if="outlook.failed" role="alert" class="caution">{{ outlook.failed }}</p>
    <component :is="open.is" :class="{ stale: !outlook.fresh && !outlook.working }" />
    <p v-if="outlook.working" class="quiet" role="status">Working it out: {{ Math.round(100 * outlook.progress) }} %</p>
    <section v-if="outlook.problems.length > 0" aria-label="What stands against it">
      <h3>What stands against it</h3>
      <ol class="problems">
        <li v-for="(p, i) in outlook.problems" :key="i" :class="p.grade"><b>{{ GRADE_WORDS[p.grade] }}.</b> {{ outlook.tell(p) }}</li>
      </ol>
    </section>
    <p v-else-if="outlook.outlook && outlook.fresh" class="fine">Nothing stands against it.</p>
    <p class="caution">Planning figures: feel the soil, and look at the far ends.</p>
  </section>
</template>

<style scoped>
.leaves { display: flex; gap: 2px; border-bottom: 1.5px solid var(--ink); margin-bottom: 12px; }
[role='tab'] { border: 0; background: none; padding: 4px 9px 5px; cursor: pointer; font-size: 15px; border-radius: 3px 3px 0 0; }
[role='tab'][aria-selected='true'] { background: var(--ink); color: var(--paper); font-weight: 700; }
h3 { font-size: 16px; margin: 14px 0 8px; }
.problems { list-style: none; margin: 0 0 12px; padding: 0; }
.problems li { border-left: 5px solid var(--line); padding: 4px 0 4px 10px; margin-bottom: 8px; font-size: 14px; }
.problems .stop { border-color: var(--alarm); }
.problems .stop b { color: var(--alarm); }
.problems .mend { border-color: var(--clay); }
.problems .mend b { color: var(--clay); }
.fine { border-left: 5px solid var(--leaf); padding: 4px 10px; font-size: 14px; }
</style>
