<script setup lang="ts">
import { computed, ref } from 'vue';
import { forms, msg } from '../../core/language';
import Asks from '../parts/Asks.vue';
import { dripShare, isGravity } from '../../core/network';
import ChoiceField from '../parts/ChoiceField.vue';
import { EVERYTHING, useOpening } from '../stores/opening';
import { useJudgement } from '../stores/judgement';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';

const plan = usePlan();
const results = useResults();
const settings = useSettings();
const opening = useOpening();
const judgement = useJudgement();
const choices = computed(() => [
  ...opening.sets.map((s) => ({ id: s.id, name: s.name })),
  { id: EVERYTHING, name: msg`all at once` },
]);
/** Sets in which something is found that keeps them from working. */
const failing = computed(
  () =>
    new Set(
      judgement.told
        .filter((f) => f.grade === 'stop')
        .flatMap((f) =>
          f.place.kind === 'set' ? f.place.set : f.holds.flatMap((h) => (h.backup ? [] : (h.set ?? []))),
        ),
    ).size,
);
const setsSay = computed(() =>
  !judgement.fresh
    ? msg`working them out`
    : failing.value > 0
      ? msg`${failing.value} ${forms(failing.value, 'does', 'do')} not run`
      : msg`all run`,
);

/** On a phone the other figures are opened by the key one. */
const all = ref(false);
const weakest = computed(() => {
  const r = results.results;
  return r?.runs[r.weakest];
});
const window = computed(() => {
  const { minKpa, maxKpa } = weakest.value?.run.tape ?? plan.block.tape;
  return `${settings.parts(minKpa, 'pressure').number}–${settings.parts(maxKpa, 'pressure').number}`;
});
const SCHOOL = { eu: 'EU', variation: msg`of variation`, cu: 'CU', du: 'DU' };
/** A well's yield may bind before its pump does. */
const lasting = computed(() => {
  const d = results.results?.demand;
  return d !== undefined && d.lastingLph < d.availableLph;
});
const hangs = computed(() => isGravity(plan.source));
/**
 * What drips, and how much of the label's flow that is: under a tank, where nothing is asked for, always; else where the
 * emitters give clearly less than their label says.
 */
const dripping = computed(() => {
  const r = results.results;
  if (!r) return undefined;
  const share = dripShare(r) ?? 1;
  return hangs.value || share < 1
    ? { flow: settings.parts(r.bedsLph, 'flow'), share: Math.round(100 * share) }
    : undefined;
});
const available = computed(() => {
  const d = results.results?.demand;
  const lph = d ? Math.min(d.availableLph, d.lastingLph) : 0;
  return Number.isFinite(lph)
    ? settings.parts(lph, 'flow')
    : { number: 'enough', unit: '', text: msg`enough` };
});
</script>

<template>
  <section class="tally" aria-label="Tally">
    <div v-if="results.results" class="figures" :class="{ stale: results.stale, all }">
      <template v-if="!hangs">
        <div class="t">
          <Asks working="asked">asked</Asks>
          <p class="num">
            {{ settings.parts(results.results.demand.askedLph, 'flow').number }}
            <i>{{ settings.parts(results.results.demand.askedLph, 'flow').unit }}</i>
          </p>
        </div>
        <div class="t">
          <Asks working="available"
            >{{ plan.source.name }} gives,
            {{
              lasting
                ? msg`day and night`
                : msg`at ${settings.show(results.results.demand.neededKpa, 'pressure')}`
            }}</Asks
          >
          <p class="num">
            {{ available.number }} <i>{{ available.unit }}</i>
          </p>
        </div>
      </template>
      <template v-if="dripping">
        <div class="t">
          <Asks v-if="plan.blocks.length === 1" working="blockFlow">drips</Asks>
          <span v-else>drips</span>
          <p class="num">
            {{ dripping.flow.number }}
            <i
              >{{ dripping.flow.unit }}<template v-if="!hangs"> · {{ dripping.share }} %</template></i
            >
          </p>
        </div>
        <div v-if="hangs" class="t">
          <Asks working="bed">of the label’s flow</Asks>
          <p class="num">{{ dripping.share }} <i>%</i></p>
        </div>
      </template>
      <div v-if="weakest" class="t">
        <Asks working="end">weakest emitter</Asks>
        <p class="num">
          {{ settings.parts(weakest.minKpa, 'pressure').number }}
          <i>{{ settings.parts(0, 'pressure').unit }} · {{ window }}</i>
        </p>
      </div>
      <div class="t">
        <Asks working="uniformity">evenness</Asks>
        <p class="num">
          {{ settings.parts(results.results.uniformity, 'share').number }}
          <i>% {{ SCHOOL[plan.wishes.evenness] }}</i>
        </p>
      </div>
      <div v-if="opening.sets.length > 0" class="t">
        <span
          >{{ opening.sets.length === 1 ? msg`one set` : msg`${opening.sets.length} sets` }}, {{ setsSay }};
          looking at</span
        >
        <p class="open">
          <ChoiceField
            label="Set looked at"
            :value="opening.set?.id ?? EVERYTHING"
            :options="choices"
            @pick="opening.pick($event)"
          />
        </p>
      </div>
    </div>
    <div class="verdict" :class="judgement.said?.tone" role="status" aria-label="Verdict">
      <template v-if="results.stale">
        <b>Showing the last valid plan</b>
        <span>Something typed cannot be used</span>
      </template>
      <template v-else-if="results.slow">
        <b>Working it out</b>
        <span>A large plan: the figures shown are from before this change</span>
      </template>
      <template v-else-if="judgement.said">
        <b>{{ judgement.said.headline }}</b>
        <span>{{ judgement.said.detail }}</span>
      </template>
      <b v-else>Working it out</b>
      <button
        v-if="weakest && !results.stale"
        type="button"
        class="key"
        :aria-expanded="all"
        @click="all = !all"
      >
        <strong class="num">{{ settings.show(weakest.minKpa, 'pressure') }}</strong>weakest emitter
        {{ all ? '▴' : '▾' }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.tally {
  display: flex;
  min-height: 74px;
}
.figures {
  display: flex;
  flex: 1;
  min-width: 0;
  overflow: hidden;
}
.t {
  padding: 9px 16px 0;
  border-right: 1px solid var(--line);
  font-size: 12.5px;
  color: var(--faint);
  min-width: 92px;
}
.t p {
  font-size: 22px;
  font-weight: 600;
  letter-spacing: -0.01em;
  color: var(--ink);
  margin: 1px 0 0;
  white-space: nowrap;
}
.t .open {
  font-size: 15px;
}
.t i {
  font-style: normal;
  font-size: 13px;
  font-weight: 400;
  color: var(--faint);
}
.verdict {
  margin-left: auto;
  width: 384px;
  flex: none;
  padding: 13px 20px;
  background: var(--slab);
  color: var(--on-slab);
}
.verdict.stop {
  background: var(--alarm-slab);
  color: #fff;
}
.verdict b {
  font-size: 17.5px;
  display: block;
  line-height: 1.2;
}
.verdict span {
  font-size: 13px;
}
@media (max-width: 1100px) {
  .verdict {
    width: 330px;
  }
}
.key {
  display: none;
}
@media (max-width: 820px), (max-height: 480px) {
  .tally {
    min-height: 0;
    flex-direction: column;
  }
  .verdict {
    order: 1;
    width: auto;
    min-height: 52px;
    margin: 0;
    padding: 5px 6px 5px 14px;
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 12px;
    align-content: center;
    align-items: center;
  }
  .verdict b {
    font-size: 16px;
    line-height: 1.15;
    grid-column: 1;
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    overflow: hidden;
  }
  .verdict > span {
    grid-column: 1;
    font-size: 12.5px;
    line-height: 1.2;
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    overflow: hidden;
  }
  .key {
    display: block;
    grid-column: 2;
    grid-row: 1 / span 2;
    min-height: 44px;
    border: 0;
    background: none;
    color: inherit;
    text-align: right;
    font-size: 12px;
    line-height: 1.2;
    padding: 0 8px;
    cursor: pointer;
  }
  .key strong {
    display: block;
    font-size: 18px;
  }
  .figures {
    order: 2;
    flex: none;
    flex-wrap: wrap;
    display: none;
    border-bottom: 1.5px solid var(--ink);
  }
  .figures.all {
    display: flex;
  }
  .t {
    flex: 1 0 45%;
    border-bottom: 1px solid var(--line);
    padding-bottom: 4px;
  }
}
</style>
