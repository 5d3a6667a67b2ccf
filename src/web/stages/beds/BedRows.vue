<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import { computed, ref } from 'vue';
import Asks from '../../parts/Asks.vue';
import { bedWord } from '../../../core/plan';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';

/** What the beds of the block draw; apart from the sentences, which an answer does not change. */
const plan = usePlan();
const results = useResults();
const settings = useSettings();

const beds = computed(() => plan.block.beds);
const laid = computed(() => results.block?.built.layout.beds ?? []);
const bedKey = computed(() =>
  results.walk?.block === plan.blockIndex ? results.walk.bed : (laid.value[0]?.key ?? '1'),
);
const bedFlow = computed(() => results.block?.beds.find((b) => b.key === bedKey.value)?.flowLph ?? 0);
/** Beds alone have a length that is added up. */
const beside = computed(() => plan.block.places !== undefined);
const totalM = computed(() => laid.value.reduce((m, b) => m + (b.plant ? 0 : b.lengthM), 0));
/** Water over bed and path together, mm/h: litres per hour on a square metre. */
const rate = computed(() => {
  const b = results.block;
  if (!b) return 0;
  const areaM2 = b.built.layout.beds.reduce((a, bed) => a + bed.lengthM * (bed.widthM + beds.value.pathM), 0);
  return areaM2 > 0 ? b.flowLph / areaM2 : 0;
});
const tapeM = computed(
  () => results.block?.built.layout.runs.reduce((m, run) => m + run.lengthM - run.leadM, 0) ?? 0,
);
/** The longest run is looked for once the hand rests: it takes longer than a solve. */
const longestM = ref(0);
const LOOK_AFTER_MS = 150;
watchDebounced(
  () => results.solved,
  async () => {
    const weakest = results.block?.weakest ?? -1;
    if (weakest >= 0) longestM.value = await results.longest(weakest);
  },
  { debounce: LOOK_AFTER_MS, immediate: true },
);
</script>

<template>
  <dl v-if="results.block" class="rows" :class="{ stale: results.stale }">
    <dt>
      <Asks working="bed"
        >{{ bedWord(plan.block, bedKey) === 'plant' ? msg`Plant` : msg`Bed` }} {{ bedKey }} draws</Asks
      >
    </dt>
    <dd class="num">{{ settings.show(bedFlow, 'flow') }}</dd>
    <dt>
      <Asks working="blockFlow"
        >All {{ laid.length }}{{ beside ? msg` beds and plants` : '' }},
        {{ settings.show(totalM, 'length') }} of bed</Asks
      >
    </dt>
    <dd class="num">{{ settings.show(results.block.flowLph, 'flow') }}</dd>
    <dt>
      <Asks working="longest"
        >Longest run that keeps {{ settings.show(plan.wishes.uniformity, 'share') }}</Asks
      >
    </dt>
    <dd class="num">
      {{ longestM >= 1000 ? msg`any` : longestM > 0 ? settings.show(longestM, 'length') : '…' }}
    </dd>
    <dt><Asks working="rate">Put on, beds and paths</Asks></dt>
    <dd class="num">{{ settings.show(rate, 'rate') }}</dd>
    <dt><Asks working="tapeLength">Laid in the ground</Asks></dt>
    <dd class="num">{{ settings.show(tapeM, 'length') }}</dd>
  </dl>
</template>
