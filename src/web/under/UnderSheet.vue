<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import { useRoute } from 'vue-router';
import { msg } from '../../core/language';
import LeafTabs from '../parts/LeafTabs.vue';
import { useView, type Under } from '../stores/view';
import PressureWalk from '../walk/PressureWalk.vue';

/** What lies under the sheet: the pressure walk, and in Sets the pictures of the leaf that is open. */
const view = useView();
const route = useRoute();
const PICTURES: Record<
  Exclude<Under, 'walk'>,
  { name: string; is: ReturnType<typeof defineAsyncComponent> }
> = {
  balance: { name: msg`Bed by bed`, is: defineAsyncComponent(() => import('./BedBalance.vue')) },
  day: { name: msg`The day`, is: defineAsyncComponent(() => import('./DayLine.vue')) },
  season: { name: msg`The season`, is: defineAsyncComponent(() => import('./SeasonPicture.vue')) },
  soil: { name: msg`Under the bed`, is: defineAsyncComponent(() => import('./SoilPicture.vue')) },
  tank: { name: msg`The store`, is: defineAsyncComponent(() => import('./StorePicture.vue')) },
  feed: { name: msg`The feed`, is: defineAsyncComponent(() => import('./FeedLine.vue')) },
};
const tabs = computed(() => [
  ...Object.entries(PICTURES).map(([id, { name }]) => ({ id: id as Under, name })),
  { id: 'walk' as const, name: msg`Pressure` },
]);
const onSets = computed(() => route.name === 'sets');
const picture = computed(() => (view.under === 'walk' ? undefined : PICTURES[view.under].is));
</script>

<template>
  <div class="under">
    <LeafTabs
      v-if="onSets"
      class="tabs"
      plain
      :leaves="tabs"
      :open="view.under"
      label="Pictures of sets and timing"
      prefix="under"
      @turn="view.under = $event"
    />
    <component :is="picture" v-if="onSets && picture" class="picture" />
    <PressureWalk v-else class="picture" />
  </div>
</template>

<style scoped>
.under {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.tabs {
  padding: 4px 12px 0;
  margin-bottom: 0;
}
.picture {
  flex: 1;
  min-height: 0;
}
</style>
