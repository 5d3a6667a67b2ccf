<script setup lang="ts">
import { computed } from 'vue';
import { isPumped, isStored, isSucking, kindOf } from '../../../core/plan';
import { usePlan } from '../../stores/plan';
import CurveFields from './CurveFields.vue';
import SourcePieces from './SourcePieces.vue';
import StoreFacts from './StoreFacts.vue';
import SuctionFacts from './SuctionFacts.vue';
import VesselSentences from './VesselSentences.vue';

/** All that is asked of the source in use, as its kind asks it. */
const plan = usePlan();
const source = computed(() => plan.source);
const paragraphs = computed(() => kindOf(source.value).asks(source.value));
</script>

<template>
  <template v-for="(p, i) in paragraphs" :key="i">
    <template v-if="'asks' in p">
      <details v-if="p.under !== undefined" class="more">
        <summary>{{ p.under }}</summary>
        <p class="fill"><SourcePieces :pieces="p.asks" /></p>
      </details>
      <p v-else class="fill"><SourcePieces :pieces="p.asks" /></p>
    </template>
    <p v-else-if="'quiet' in p" class="quiet">{{ p.quiet }}</p>
    <p v-else-if="'caution' in p" class="caution">{{ p.caution }}</p>
    <SuctionFacts v-else-if="p.facts === 'suction' && isSucking(source)" :pump="source" />
    <CurveFields v-else-if="p.facts === 'curve' && isPumped(source)" :curve="source.curve" />
    <VesselSentences v-else-if="p.facts === 'switch' && isPumped(source)" :source="source" />
    <StoreFacts v-else-if="p.facts === 'store' && isStored(source)" :store="source" />
  </template>
</template>
