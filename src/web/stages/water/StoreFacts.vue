<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { tankFacts } from '../../../core/network';
import { comesIn, type StoredSource } from '../../../core/plan';
import { formatDuration } from '../../../core/units';
import { MIN_PER_HOUR } from '../../../core/units/time';
import Asks from '../../parts/Asks.vue';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';

/** What a source stores, for how long it lasts, what runs in, and what it weighs. */
const props = defineProps<{ store: StoredSource }>();
const results = useResults();
const settings = useSettings();
const facts = computed(() => tankFacts(props.store, results.results?.flowLph ?? 0));
const incoming = computed(() => comesIn(props.store));
const falls = computed(() => props.store.level === 'falling');
</script>

<template>
  <dl class="rows">
    <template v-if="falls || incoming.store?.litres !== undefined">
      <dt>
        <Asks v-if="falls" working="tank">Between high and low water</Asks
        ><span v-else>Store and canister hold</span>
      </dt>
      <dd class="num">{{ settings.show(facts.usableL, 'volume') }}</dd>
      <dt>Lasts at this flow, about</dt>
      <dd class="num">
        {{ Number.isFinite(facts.lastsMin) ? formatDuration(facts.lastsMin) : msg`no flow` }}
      </dd>
    </template>
    <template v-if="incoming.roof">
      <dt><Asks working="roof">One such rain brings</Asks></dt>
      <dd class="num">{{ settings.show(facts.rainL, 'volume') }}</dd>
    </template>
    <template v-else-if="falls && Number.isFinite(facts.refillH)">
      <dt>Refilled in</dt>
      <dd class="num">{{ formatDuration(facts.refillH * MIN_PER_HOUR) }}</dd>
    </template>
    <dt><Asks working="tankWeight">Weight of the water, full</Asks></dt>
    <dd class="num">{{ settings.show(facts.fullKg, 'weight') }}</dd>
  </dl>
</template>
