<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { questionsOf, sketchOf } from '../../core/sketches';
import { shownUnit } from '../../core/units';
import { useSettings } from '../stores/settings';
import MeasurePicture from './MeasurePicture.vue';

/** What to bring and what to measure for a sketch, with room to write, on paper or on the phone. */
const route = useRoute();
const settings = useSettings();
const sketch = computed(() => sketchOf(String(route.params.sketch)));
const print = (): void => window.print();
</script>

<template>
  <main v-if="sketch" class="list">
    <header>
      <p class="quiet">Measuring list</p>
      <h1>{{ sketch.name }}</h1>
      <p class="acts">
        <button type="button" class="small" @click="print">Print</button>
        <router-link class="asks" :to="{ name: 'start' }">Back to the start</router-link>
      </p>
    </header>
    <h2>Bring</h2>
    <ul class="bring">
      <li v-for="b in [...sketch.bring, 'this list and a pencil']" :key="b">
        <span class="box" aria-hidden="true" /> {{ b }}
      </li>
    </ul>
    <h2>Measure</h2>
    <ol>
      <li v-for="q in questionsOf(sketch)" :key="q.id">
        <MeasurePicture :measure="q.picture" class="picture" />
        <div>
          <h3>{{ q.ask }}</h3>
          <p>{{ q.how }}</p>
          <p v-for="f in q.fields" :key="f.label" class="blank">
            <span>{{ f.label }}</span><span class="line" aria-hidden="true" /><span>{{
              shownUnit(f.kind, settings.units)
            }}</span>
          </p>
        </div>
      </li>
    </ol>
    <p class="quiet">
      Date ____________ · A source is weakest in the dry season: measure it then, or note when you did.
    </p>
  </main>
  <main v-else class="list">
    <p>
      There is no such sketch.
      <router-link class="asks" :to="{ name: 'start' }">Back to the start</router-link>
    </p>
  </main>
</template>

<style scoped>
.list {
  width: 100%;
  max-width: 760px;
  margin: 0 auto;
  padding: 30px 24px;
  height: 100vh;
  overflow: auto;
}
h1 {
  font-size: 28px;
}
h2 {
  font-size: 18px;
  margin-top: 18px;
  border-bottom: 1.5px solid var(--ink);
}
h3 {
  font-size: 16px;
}
.acts {
  display: flex;
  gap: 14px;
  align-items: baseline;
  margin-top: 6px;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  padding: 3px 14px;
  min-height: 36px;
  cursor: pointer;
}
.bring {
  list-style: none;
  padding: 0;
  columns: 2;
}
.box {
  display: inline-block;
  width: 13px;
  height: 13px;
  border: 1.5px solid var(--ink);
  margin-right: 6px;
  vertical-align: -2px;
}
ol {
  padding: 0;
  list-style: none;
}
ol li {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 16px;
  padding: 12px 0;
  border-bottom: 1px solid var(--line);
  break-inside: avoid;
}
.blank {
  display: flex;
  align-items: baseline;
  gap: 8px;
  margin-top: 10px;
  font-weight: 600;
}
.line {
  flex: 1;
  border-bottom: 1.5px solid var(--ink);
  max-width: 260px;
}
@media (max-width: 560px) {
  ol li {
    grid-template-columns: 1fr;
  }
  .picture {
    max-width: 220px;
  }
  .bring {
    columns: 1;
  }
}
@media print {
  .list {
    height: auto;
    overflow: visible;
    padding: 0;
    max-width: none;
  }
  .acts {
    display: none;
  }
}
</style>
