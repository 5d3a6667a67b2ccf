<script setup lang="ts">
import { computed, onBeforeUnmount, type Component } from 'vue';
import { msg } from '../../../core/language';
import LeafTabs from '../../parts/LeafTabs.vue';
import { useBook } from '../../stores/book';
import { useSeason } from '../../stores/season';
import { useView, type SeasonLeaf } from '../../stores/view';
import BookLeaf from './BookLeaf.vue';
import CupsLeaf from './CupsLeaf.vue';
import LearnLeaf from './LearnLeaf.vue';
import PracticeLeaf from './PracticeLeaf.vue';
import TodayLeaf from './TodayLeaf.vue';
import UpkeepLeaf from './UpkeepLeaf.vue';
import WalkLeaf from './WalkLeaf.vue';
import { fieldsOf } from '../../parts/useDraft';

/** The gauges against the plan, what is wrong today, and the season's book. */
const season = useSeason();
const book = useBook();
const view = useView();
const LEAVES: { id: SeasonLeaf; name: string; is: Component }[] = [
  { id: 'today', name: msg`Today`, is: TodayLeaf },
  { id: 'book', name: msg`Book`, is: BookLeaf },
  { id: 'walk', name: msg`Walk`, is: WalkLeaf },
  { id: 'cups', name: msg`Cups`, is: CupsLeaf },
  { id: 'upkeep', name: msg`Upkeep`, is: UpkeepLeaf },
  { id: 'learn', name: msg`Learn`, is: LearnLeaf },
  { id: 'practice', name: msg`Practice`, is: PracticeLeaf },
];
const open = computed(() => LEAVES.find((l) => l.id === view.seasonLeaf)!);
onBeforeUnmount(season.show());
function undo(): void {
  if (book.undo()) view.notice = msg`Undone: the last entry in the book.`;
}
fieldsOf(() => 'farm');
</script>

<template>
  <section class="season">
    <div class="top">
      <h2>Season</h2>
      <button v-if="book.made.length > 0" type="button" class="asks" @click="undo">
        Undo the last entry
      </button>
    </div>
    <LeafTabs
      :leaves="LEAVES"
      :open="view.seasonLeaf"
      label="Parts of Season"
      prefix="season"
      @turn="view.seasonLeaf = $event"
    />
    <p v-if="book.trouble" role="alert" class="caution">{{ book.trouble }}</p>
    <p v-if="season.failed" role="alert" class="caution">{{ season.failed }}</p>
    <component :is="open.is" />
  </section>
</template>

<style scoped>
.top {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
@media (max-width: 820px), (max-height: 480px) {
  .top .asks {
    min-height: 44px;
  }
}
</style>
