<script setup lang="ts">
import { ref, watch } from 'vue';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';

/** What the readings of today come to, and what to read next. */
const emit = defineEmits<{ go: [spot: string] }>();
const season = useSeason();
const settings = useSettings();
const open = ref(0);
watch(
  () => season.wrong,
  () => (open.value = 0),
);
</script>

<template>
  <section v-if="season.counted.length > 0" class="wrong" aria-label="What is wrong" aria-live="polite">
    <template v-if="season.wrong">
      <p class="says">{{ season.wrong.says }}</p>
      <ol v-if="season.wrong.suspects.length > 0 && season.wrong.nothing < 0.9">
        <li v-for="(s, i) in season.wrong.suspects" :key="`${s.title} ${s.place}`">
          <button type="button" :aria-expanded="open === i" @click="open = open === i ? -1 : i">
            <span>{{ s.title }}, {{ s.place }}</span
            ><span class="num">{{ settings.show(s.chance, 'share') }}</span>
          </button>
          <div v-if="open === i">
            <p>{{ s.word.charAt(0).toUpperCase() + s.word.slice(1) }}; {{ s.size }}.</p>
            <p><b>It looks like this:</b> {{ s.looksLike }}</p>
            <p><b>To mend it:</b> {{ s.mend }}</p>
            <button type="button" class="do" @click="season.mended(`${s.title}: ${s.place}`)">
              It is mended
            </button>
          </div>
        </li>
      </ol>
      <template v-if="season.wrong.next.length > 0 && season.wrong.next[0].bits > 0.02">
        <h3>Read next</h3>
        <div class="next">
          <button v-for="n in season.wrong.next" :key="n.spot" type="button" @click="emit('go', n.spot)">
            {{ n.name.charAt(0).toUpperCase() + n.name.slice(1) }}
            <span class="quiet">about {{ Math.max(1, Math.round(n.minutes)) }} min</span>
          </button>
        </div>
      </template>
    </template>
    <p v-if="season.working" role="status" class="quiet">
      Comparing with every fault this farm may have: {{ Math.round(100 * season.progress) }} %
      <button type="button" class="asks" @click="season.stop()">Stop</button>
    </p>
    <p v-else-if="!season.wrong" class="fine">
      All that was read is as expected.
      <button type="button" class="asks" @click="season.wanted = true">Look for faults all the same</button>
    </p>
  </section>
</template>

<style scoped>
.wrong {
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  padding: 10px 12px;
  margin-bottom: 14px;
  background: var(--card);
}
.says {
  font-size: 17px;
  font-weight: 700;
  line-height: 1.3;
}
ol {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
}
li > button {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  width: 100%;
  min-height: 44px;
  align-items: center;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  padding: 4px 0;
}
li p {
  font-size: 14px;
  margin-bottom: 6px;
}
h3 {
  font-size: 15px;
  margin: 6px 0;
}
.next {
  display: grid;
  gap: 6px;
}
.next button,
.do {
  min-height: 44px;
  border: 1.5px solid var(--leaf);
  border-radius: 4px;
  background: none;
  text-align: left;
  padding: 6px 12px;
  cursor: pointer;
}
.do {
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  margin-bottom: 10px;
}
.fine {
  margin: 0;
  border-left: 5px solid var(--leaf);
  padding-left: 10px;
  font-size: 14.5px;
}
</style>
