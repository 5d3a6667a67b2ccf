<script setup lang="ts">
import { computed, watch } from 'vue';
import { msg } from '../../../core/language';
import { kindOfSpot } from '../../../core/formats/readingsCsv';
import type { Judged, Seen } from '../../../core/season';
import type { Place } from '../../../worker/season';
import ChoiceField from '../../parts/ChoiceField.vue';
import { usePlan } from '../../stores/plan';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import AskedFirst from './AskedFirst.vue';
import TakeReading from './TakeReading.vue';
import { useNoting } from './useNoting';
import WhatIsWrong from './WhatIsWrong.vue';

/** What the gauges should read now, what they read, and what that means. */
const season = useSeason();
const plan = usePlan();
const settings = useSettings();
const { note, asked, takeAnyway, drop, last } = useNoting();
const sets = computed(() => season.sets.map((s) => ({ id: s.id, name: s.name })));
const JUDGED: Record<Judged, string> = {
  'as-expected': msg`as expected`,
  drifting: msg`drifting`,
  stop: msg`stop and look`,
};
/** The last entry made here, as it was judged: it stays before the eyes. */
const lastPlace = computed(() => season.placeOf(last.value?.spot));
const lastJudged = computed(() => lastPlace.value && season.judgedAt(lastPlace.value));
const lastSays = computed(() => {
  const [p, e] = [lastPlace.value, last.value];
  if (!p || !e) return '';
  const read =
    e.value !== undefined ? show(p, e.value) : e.seen === 'fine' ? msg`all fine` : msg`something is wrong`;
  return `${read}, ${p.name}: ${lastJudged.value ? JUDGED[lastJudged.value] : msg`noted`}.`;
});
const show = (p: Place, value: number): string => settings.show(value, kindOfSpot(p.kind));
interface Group {
  title: string;
  places: Place[];
  open: boolean;
}
/** What hangs there and one look come first; then a gauge screwed on along the head and mains; then block by block. */
const groups = computed<Group[]>(() => {
  const blocks = new Map<number, Place[]>();
  const looks = season.places.filter((p) => p.kind === 'look');
  const walk = looks.find((p) => p.id === 'look/open') ?? looks.find((p) => p.block !== undefined);
  const own = season.places.filter((p) => p.fixed || p === walk || p.kind === 'level');
  const head: Place[] = [];
  for (const p of season.places) {
    if (own.includes(p)) continue;
    if (p.block === undefined) head.push(p);
    else blocks.set(p.block, [...(blocks.get(p.block) ?? []), p]);
  }
  return [
    { title: msg`Your gauges, and a look`, places: own, open: true },
    { title: msg`Head and mains, a gauge screwed on`, places: head, open: false },
    ...[...blocks].map(([block, places]): Group => ({
      title: plan.full.blocks[block].name,
      places,
      open: false,
    })),
  ];
});
function took(p: Place, value: number): void {
  if (note({ what: 'reading', spot: p.id, value, ...(season.set !== undefined && { set: season.set }) }))
    season.picked = undefined;
}
function saw(p: Place, seen: string): void {
  note({
    what: 'seen',
    spot: p.id,
    seen: seen as Seen,
    ...(season.set !== undefined && { set: season.set }),
  });
  season.picked = undefined;
}
const goTo = (spot: string): void => void (season.picked = spot);
/** Picked on the sheet or as the next to read, it is brought before the eyes. */
watch(
  () => season.picked,
  (spot) =>
    spot &&
    requestAnimationFrame(() =>
      document.getElementById(`place-${spot}`)?.scrollIntoView({ block: 'nearest' }),
    ),
);
</script>

<template>
  <div>
    <p v-if="sets.length > 1" class="fill">
      Now runs
      <ChoiceField
        label="Set that runs"
        :value="season.set ?? ''"
        :options="sets"
        @pick="season.chosen = $event"
      />.
    </p>
    <p v-if="last" class="last" :class="lastJudged" role="status">
      <b>{{ lastSays }}</b>
    </p>
    <WhatIsWrong @go="goTo" />
    <AskedFirst
      :questions="asked"
      @take="
        takeAnyway();
        season.picked = undefined;
      "
      @drop="drop"
    />
    <p v-if="!season.today" class="quiet" role="status">Working out what the gauges should read …</p>
    <template v-else>
      <template v-for="g in groups" :key="g.title">
        <details
          v-if="g.places.length > 0"
          class="more"
          :open="g.open || g.places.some((p) => p.id === season.picked)"
        >
          <summary>
            {{ g.title
            }}<span v-if="g.places.some((p) => season.judgedAt(p) === 'stop')" class="alarm">
              – stop and look</span
            >
          </summary>
          <ul>
            <li v-for="p in g.places" :id="`place-${p.id}`" :key="p.id" :class="season.judgedAt(p)">
              <button
                type="button"
                class="place"
                :aria-expanded="season.picked === p.id"
                @click="season.picked = season.picked === p.id ? undefined : p.id"
              >
                <span>{{
                  p.kind === 'look' ? msg`Look ${p.name}` : p.name.charAt(0).toUpperCase() + p.name.slice(1)
                }}</span>
                <span class="num">
                  <b v-if="season.readAt(p)?.value !== undefined">{{ show(p, season.readAt(p)!.value!) }}</b>
                  <span v-else-if="p.expected" class="quiet">{{ show(p, p.expected.value) }}</span>
                </span>
              </button>
              <p v-if="season.judgedAt(p)" class="judged">
                {{ JUDGED[season.judgedAt(p)!]
                }}<template v-if="p.expected"
                  >: {{ show(p, p.expected.low) }} to {{ show(p, p.expected.high) }} is</template
                >
              </p>
              <div v-if="season.picked === p.id" class="open">
                <p v-if="p.expected" class="quiet">
                  Should read {{ show(p, p.expected.value) }}; anything from {{ show(p, p.expected.low) }} to
                  {{ show(p, p.expected.high) }} is as expected.
                </p>
                <TakeReading
                  v-if="p.kind !== 'look'"
                  :id="p.id"
                  :kind="kindOfSpot(p.kind)"
                  :label="msg`What it reads: ${p.name}`"
                  @took="took(p, $event)"
                />
                <div v-else class="seen" role="group" :aria-label="msg`What is seen ${p.name}`">
                  <button
                    v-for="c in (p.choices ?? []).slice(0, 1)"
                    :key="c.seen"
                    type="button"
                    @click="saw(p, c.seen)"
                  >
                    All fine
                  </button>
                  <select
                    :aria-label="msg`Something is seen ${p.name}`"
                    @change="saw(p, ($event.target as HTMLSelectElement).value)"
                  >
                    <option value="" disabled selected>Something is …</option>
                    <option v-for="c in (p.choices ?? []).slice(1)" :key="c.seen" :value="c.seen">
                      {{ c.name }}
                    </option>
                  </select>
                </div>
              </div>
            </li>
          </ul>
        </details>
      </template>
    </template>
    <p class="caution">
      Never open a fitting under pressure. Shut the water first, and let the pressure off.
    </p>
  </div>
</template>

<style scoped>
.last {
  position: sticky;
  top: 0;
  z-index: 2;
  margin: 0 0 10px;
  padding: 8px 12px;
  border-left: 6px solid var(--leaf);
  background: var(--picked);
  font-size: 15px;
}
.last.drifting {
  border-color: var(--clay);
}
.last.stop {
  border-color: var(--alarm);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-left: 5px solid transparent;
  padding-left: 6px;
  border-bottom: 1px solid var(--line);
}
li.as-expected {
  border-left-color: var(--leaf);
}
li.drifting {
  border-left-color: var(--clay);
}
li.stop {
  border-left-color: var(--alarm);
}
.place {
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
  font-size: 15px;
  line-height: 1.25;
  padding: 4px 0;
}
.place .num {
  white-space: nowrap;
}
.judged {
  font-size: 13.5px;
  margin: -4px 0 6px;
}
.drifting .judged {
  color: var(--clay);
}
.stop .judged {
  color: var(--alarm);
  font-weight: 700;
}
.alarm {
  color: var(--alarm);
}
.open {
  padding: 0 0 12px;
}
.seen {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.seen button {
  min-height: 44px;
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  padding: 6px 16px;
  cursor: pointer;
}
.seen select {
  min-height: 44px;
  flex: 1;
  min-width: 150px;
  max-width: 100%;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--card);
  color: var(--ink);
  font: inherit;
  padding: 4px 8px;
}
</style>
