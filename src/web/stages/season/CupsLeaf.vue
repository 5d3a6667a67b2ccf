<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue';
import { msg } from '../../../core/language';
import { cupPlaces, cupsAlong, LEAST_CUPS, type Cup } from '../../../core/season';
import { parseQuantity } from '../../../core/units';
import type { CupsTold } from '../../../worker/season';
import ChoiceField from '../../parts/ChoiceField.vue';
import TextField from '../../parts/TextField.vue';
import { useDraftText } from '../../parts/useDraft';
import { useDrafts } from '../../stores/drafts';
import { usePlan } from '../../stores/plan';
import { useSeason } from '../../stores/season';
import { useSettings } from '../../stores/settings';
import AskedFirst from './AskedFirst.vue';
import CupMap from './CupMap.vue';
import { useNoting } from './useNoting';

/** The catch-cup test: where cups go, for how long, and what they say of the emitters. */
const plan = usePlan();
const season = useSeason();
const settings = useSettings();
const { note, asked, takeAnyway, drop } = useNoting();
const blocks = computed(() =>
  plan.full.blocks.filter((b) => b.inUse).map((b) => ({ id: b.id, name: b.name })),
);
const block = ref(blocks.value[0]?.id ?? '');
const WAYS = [
  { id: 'block', name: msg`four beds, four places in each` },
  { id: 'run', name: msg`along one run` },
];
const way = ref('block');
const beds = computed(() => {
  const found = plan.laid.blocks.find((b) => b.block.id === block.value);
  return found ? found.beds.filter((b) => b.runs > 0 && !b.resting).map((b) => b.key) : [];
});
const places = computed(() =>
  beds.value.length === 0
    ? []
    : way.value === 'run'
      ? cupsAlong(beds.value[beds.value.length >> 1])
      : cupPlaces(beds.value),
);
/** What stands in each cup, by its place: kept as it is typed. */
const drafts = useDrafts();
const keyOf = (p: { bed: string; along: number }): string =>
  `cups ${block.value} ${way.value} ${p.bed}/${p.along.toFixed(3)}`;
const textOf = (p: { bed: string; along: number }): string => drafts.texts.get(keyOf(p)) ?? '';
const setText = (p: { bed: string; along: number }) => (text: string) =>
  text ? drafts.put(keyOf(p), text) : drafts.drop(keyOf(p));
/** A stop-watch: seconds run while it runs. */
const secondsText = useDraftText('cups seconds');
const seconds = computed({
  get: () => Number(secondsText.value.replace(',', '.')),
  set: (s: number) => (secondsText.value = String(s)),
});
let began = 0;
const { pause, resume, isActive } = useIntervalFn(
  () => (seconds.value = Math.round((Date.now() - began) / 1000)),
  250,
  { immediate: false },
);
function watchTime(): void {
  if (isActive.value) return pause();
  began = Date.now();
  seconds.value = 0;
  resume();
}
const why = ref('');
const told = shallowRef<CupsTold>();
const tried = shallowRef<Cup[]>([]);
const mlOf = (text: string): number | undefined => {
  const bare = /^[\d.,\s]+$/.test(text);
  const parsed = parseQuantity(bare ? msg`${text} mL` : text, 'volume', settings.units);
  return parsed.ok && parsed.value >= 0 ? parsed.value * 1000 : undefined;
};
const where = (along: number): string =>
  along === 0 ? msg`first emitter` : along === 1 ? msg`last emitter` : `${Math.round(along * 100)} % along`;
/** They were noted: the next test begins with empty cups. Until the leaf is left one of them may be put right. */
let noted = false;
onBeforeUnmount(() => {
  if (!noted) return;
  places.value.forEach((p) => drafts.drop(keyOf(p)));
  secondsText.value = '';
});
async function workOut(): Promise<void> {
  const cups: Cup[] = [];
  for (const p of places.value) {
    const text = textOf(p).trim();
    if (!text) continue;
    const ml = mlOf(text);
    if (ml === undefined)
      return void (why.value = msg`“${text}” is not a volume: write mL, or a number with its unit.`);
    cups.push({ ...p, ml });
  }
  if (cups.length < 2) return void (why.value = msg`At least two cups.`);
  if (!(seconds.value > 0))
    return void (why.value = msg`For how long did they stand? Use the stop-watch, or type the seconds.`);
  why.value = '';
  const label = plan.full.blocks.find((b) => b.id === block.value)?.tape.flowLph;
  noted = note(
    {
      what: 'cups',
      block: block.value,
      seconds: seconds.value,
      cups,
      ...(season.set !== undefined && { set: season.set }),
    },
    label,
  );
  tried.value = cups;
  told.value = await season.cups(block.value, seconds.value, cups);
}
const share = (v: number): string => settings.show(v, 'share');
</script>

<template>
  <div>
    <p class="fill">
      Cups in
      <ChoiceField label="Block with the cups" :value="block" :options="blocks" @pick="block = $event" />,
      <ChoiceField label="Where the cups go" :value="way" :options="WAYS" @pick="way = $event" />.
    </p>
    <p class="quiet">
      Put a cup under each emitter named here while
      {{ season.set === undefined ? msg`everything` : season.setName(season.set) }} runs.
      {{ LEAST_CUPS }} cups are the usual least. Let them stand a few minutes, all the same time.
    </p>
    <div class="time">
      <button type="button" @click="watchTime">{{ isActive ? msg`Stop` : msg`Start the stop-watch` }}</button>
      <label
        ><TextField
          id="cup-seconds"
          class="num"
          look="tall"
          width="7ch"
          decimal
          :longest="7"
          label="Seconds that the cups stood"
          :value="secondsText"
          :take="(t) => void (secondsText = t)"
        />
        s</label
      >
    </div>
    <table>
      <thead>
        <tr>
          <th scope="col">where</th>
          <th scope="col">in the cup</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="p in places" :key="keyOf(p)">
          <th scope="row">bed {{ p.bed }}, {{ where(p.along) }}</th>
          <td>
            <TextField
              :id="keyOf(p)"
              class="num"
              look="tall"
              width="100%"
              decimal
              placeholder="mL"
              :value="textOf(p)"
              :label="msg`In the cup at bed ${p.bed}, ${where(p.along)}`"
              :take="setText(p)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="why" role="alert" class="alarm">{{ why }}</p>
    <AskedFirst
      :questions="asked"
      @take="
        takeAnyway();
        noted = true;
      "
      @drop="drop"
    />
    <button type="button" class="do" @click="workOut">Note the cups</button>
    <section v-if="told" aria-label="What the cups say">
      <dl class="rows">
        <dt>mean of {{ told.measured.cups }} cups</dt>
        <dd class="num">
          {{ settings.show(told.measured.meanLph, 'emitterFlow')
          }}<template v-if="told.predicted">
            of {{ settings.show(told.predicted.meanLph, 'emitterFlow') }}</template
          >
        </dd>
        <dt>lowest quarter over the mean (DU)</dt>
        <dd class="num">
          {{ share(told.measured.lowQuarter)
          }}<template v-if="told.predicted"> of {{ share(told.predicted.lowQuarter) }}</template>
        </dd>
        <dt>evenness after Christiansen (CU)</dt>
        <dd class="num">
          {{ share(told.measured.christiansen)
          }}<template v-if="told.predicted"> of {{ share(told.predicted.christiansen) }}</template>
        </dd>
        <dt>statistical evenness, of the whole block 19 of 20</dt>
        <dd class="num">
          {{ share(told.measured.statistical) }} ({{ share(told.measured.statisticalLow) }} to
          {{ share(told.measured.statisticalHigh) }})
        </dd>
        <template v-if="told.causes"
          ><dt>unevenness from pressure · from emitters</dt>
          <dd class="num">{{ share(told.causes.pressure) }} · {{ share(told.causes.emitters) }}</dd></template
        >
      </dl>
      <p class="quiet">
        {{
          told.pressuresRead > 0
            ? msg`Predicted by the ${told.pressuresRead === 1 ? msg`gauge` : msg`${told.pressuresRead} gauges`} read in this block today.`
            : msg`Predicted by the planned pressures. A gauge read at the far end of a run and one at the header tell pressure and emitters apart better.`
        }}
      </p>
      <p v-for="a in told.advice" :key="a" class="caution">{{ a }}</p>
      <p v-if="told.advice.length === 0" class="fine">The emitters give what they should.</p>
      <CupMap :flows="told.flows" />
    </section>
  </div>
</template>

<style scoped>
.time {
  display: flex;
  gap: 12px;
  align-items: center;
  margin-bottom: 12px;
}
.time button,
.do {
  min-height: 44px;
  border: 0;
  border-radius: 4px;
  background: var(--leaf);
  color: var(--paper);
  font-weight: 700;
  padding: 6px 18px;
  cursor: pointer;
}
table {
  width: 100%;
  border-collapse: collapse;
  margin-bottom: 12px;
}
th {
  text-align: left;
  font-weight: 400;
  font-size: 14.5px;
}
thead th {
  color: var(--faint);
  font-size: 13px;
}
td {
  width: 110px;
  padding: 2px 0;
}
.do {
  width: 100%;
  margin-bottom: 14px;
}
.alarm {
  color: var(--alarm);
}
.fine {
  border-left: 5px solid var(--leaf);
  padding: 4px 10px;
  font-size: 14px;
}
</style>
