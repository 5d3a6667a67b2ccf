<script setup lang="ts">
import { computed } from 'vue';
import { suctionFacts } from '../../../core/network';
import { limitsOf, type PumpSource } from '../../../core/plan';
import Asks from '../../parts/Asks.vue';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';

/** What a pump's suction leaves it. */
const props = defineProps<{ pump: PumpSource }>();
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const facts = computed(() =>
  suctionFacts(props.pump, plan.full, results.results?.flowLph ?? 0, limitsOf(plan.full).suctionMarginM),
);
</script>

<template>
  <p class="quiet">
    <Asks working="suction">{{ settings.show(facts.haveM, 'height') }} of suction head is left</Asks>,
    {{ settings.show(facts.spareM, 'height') }} over its need. Highest it may stand above the water:
    {{ settings.show(facts.highestLiftM, 'height') }}. A minus stands for a pump below the water.
  </p>
</template>
