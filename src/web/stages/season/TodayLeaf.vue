<script setup lang="ts">
import { computed, ref } from 'vue';
import { kindOfSpot } from '../../../core/formats/readingsCsv';
import type { Judged, Seen } from '../../../core/season';
import type { Place } from '../../../worker/season';
import ChoiceField from '../../parts/ChoiceField.vue';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import AskedFirst from './AskedFirst.vue';
import TakeReading from './TakeReading.vue';
import { useNoting } from './useNoting';
import WhatIsWrong from './WhatIsWrong.vue';

/** What the gauges should read now, what they read, and what that means. */
const season = useSeason();
const settings = useSettings();
const { note, asked, takeAnyway, drop } = useNoting();
const picked = ref<string>();
const sets = computed(() => season.sets.map((s) => ({ id: s.id, name: s.name })));
const latest = computed(() => new Map(season.counted.map((e) => [`${e.set ?? ''}/${e.spot}`, e])));
const readOf = (p: Place) => latest.value.get(`${season.set ?? ''}/${p.id}`);
const JUDGED: Record<Judged, string> = { 'as-expected': 'as expected', drifting: 'drifting', stop: 'stop and look' };
const judgedOf = (p: Place): Judged | undefined => {
  const e = readOf(p);
  if (e?.seen) return e.seen === 'fine' ? 'as-expected' : 'stop';
  return e?.value !== undefined && p.kind !== 'look' ? season.judged(p.id, e.value) : undefined;
};
const show = (p: Place, value: number): string => settings.show(value, kindOfSpot(p.kind));
/** Gauges, meters and looks that are always there come first; the rest by block. */
const groups = computed(() => {
  const blocks = new Map<number, Place[]>();
  const head: Place[] = [];
  for (const p of season.places) {
    if (p.fixed || p.block === undefined) head.push(p);
    else blocks.set(p.block, [...(blocks.get(p.block) ?? []), p]);
  }
  return { head, blocks: [...blocks].map(([block, places]) => ({ block, places })) };
});
const blockName = (places: Place[]): string => places.find((p) => p.kind === 'look')?.name.replace(/^(along the header and the beds of|whether) | is shut$/g, '') ?? 'Block';
function took(p: Place, value: number): void {
  if (note({ what: p.kind === 'meter' ? 'reading' : 'reading', spot: p.id, value, ...(season.set !== undefined && { set: season.set }) })) picked.value = undefined;
}
function saw(p: Place, seen: string): void {
  note({ what: 'seen', spot: p.id, seen: seen as Seen, ...(season.set !== undefined && { set: season.set }) });
  picked.value = undefined;
}
const goTo = (spot: string): void => {
  picked.value = spot;
  requestAnimationFrame(() => document.getElementById(`place-${spot}`)?.scrollIntoView({ block: 'center' }));
};
</script>

<template>
  <div>
    <p v-if="sets.length > 1" class="fill">Now runs <ChoiceField label="Set that runs" :value="season.set ?? ''" :options="sets" @pick="season.chosen = $event" />.</p>
    <WhatIsWrong @go="goTo" />
    <AskedFirst :questions="asked" @take="takeAnyway(); picked = undefined" @drop="drop" />
    <p v-if="!season.today" class="quiet" role="status">Working out what the gauges should read …</p>
    <template v-else>
      <template v-for="g in [{ title: 'Head and mains', places: groups.head, open: true }, ...groups.blocks.map((b) => ({ title: blockName(b.places), places: b.places, open: groups.blocks.length === 1 }))]" :key="g.title">
        <details v-if="g.places.length > 0" class="more" :open="g.open || g.places.some((p) => p.id === picked)">
          <summary>{{ g.title }}<span v-if="g.places.some((p) => judgedOf(p) === 'stop')" class="alarm"> – stop and look</span></summary>
          <ul>
            <li v-for="p in g.places" :id="`place-${p.id}`" :key="p.id" :class="judgedOf(p)">
              <button type="button" class="place" :aria-expanded="picked === p.id" @click="picked = picked === p.id ? undefined : p.id">
                <span>{{ p.kind === 'look' ? `Look ${p.name}` : p.name.charAt(0).toUpperCase() + p.name.slice(1) }}</span>
                <span class="num">
                  <b v-if="readOf(p)?.value !== undefined">{{ show(p, readOf(p)!.value!) }}</b>
                  <span v-else-if="p.expected" class="quiet">{{ show(p, p.expected.value) }}</span>
                </span>
              </button>
              <p v-if="judgedOf(p)" class="judged">{{ JUDGED[judgedOf(p)!] }}<template v-if="p.expected">: {{ show(p, p.expected.low) }} to {{ show(p, p.expected.high) }} is</template></p>
              <div v-if="picked === p.id" class="open">
                <p v-if="p.expected" class="quiet">Should read {{ show(p, p.expected.value) }}; anything from {{ show(p, p.expected.low) }} to {{ show(p, p.expected.high) }} is as expected.</p>
                <TakeReading v-if="p.kind !== 'look'" :kind="kindOfSpot(p.kind)" :label="`What it reads: ${p.name}`" @took="took(p, $event)" />
                <div v-else class="seen" role="group" :aria-label="`What is seen ${p.name}`">
                  <button v-for="c in (p.choices ?? []).slice(0, 1)" :key="c.seen" type="button" @click="saw(p, c.seen)">Nothing amiss</button>
                  <select :aria-label="`Something is seen ${p.name}`" @change="saw(p, ($event.target as HTMLSelectElement).value)">
                    <option value="" disabled selected>Something is …</option>
                    <option v-for="c in (p.choices ?? []).slice(1)" :key="c.seen" :value="c.seen">{{ c.name }}</option>
                  </select>
                </div>
              </div>
            </li>
          </ul>
        </details>
      </template>
    </template>
    <p class="caution">Never open a fitting under pressure. Shut the water first, and let the pressure off.</p>
  </div>
</template>

<style scoped>
ul { list-style: none; margin: 0; padding: 0; }
li { border-left: 5px solid transparent; padding-left: 6px; border-bottom: 1px solid var(--line); }
li.as-expected { border-left-color: var(--leaf); }
li.drifting { border-left-color: var(--clay); }
li.stop { border-left-color: var(--alarm); }
.place { display: flex; justify-content: space-between; gap: 10px; width: 100%; min-height: 44px; align-items: center; border: 0; background: none; text-align: left; cursor: pointer; font-size: 15px; line-height: 1.25; padding: 4px 0; }
.place .num { white-space: nowrap; }
.judged { font-size: 13.5px; margin: -4px 0 6px; }
.drifting .judged { color: var(--clay); }
.stop .judged { color: var(--alarm); font-weight: 700; }
.alarm { color: var(--alarm); }
.open { padding: 0 0 12px; }
.seen { display: flex; gap: 8px; flex-wrap: wrap; }
.seen button { min-height: 44px; border: 0; border-radius: 4px; background: var(--leaf); color: var(--paper); font-weight: 700; padding: 6px 16px; cursor: pointer; }
.seen select { min-height: 44px; flex: 1; min-width: 150px; max-width: 100%; border: 1px solid var(--line); border-radius: 4px; background: var(--card); color: var(--ink); font: inherit; padding: 4px 8px; }
</style>
