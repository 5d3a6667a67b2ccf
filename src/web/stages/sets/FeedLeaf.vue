<script setup lang="ts">
import { computed } from 'vue';
import { setWorking, type SetWorkingName } from '../../../core/sets';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { useOutlook } from '../../stores/outlook';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';
import { useView } from '../../stores/view';
import { S_PER_MIN } from '../../../core/units/time';

/** Feed through the drip: fill, inject until the last emitter has it, rinse. */
const plan = usePlan();
const edits = useEdits();
const outlook = useOutlook();
const settings = useSettings();
const view = useView();
const feeding = computed(() => plan.full.watering.feeding);
const stated = computed(() => plan.plan.watering?.feeding ?? {});
const sets = computed(() => outlook.outlook?.sets.filter((s) => s.beds > 0) ?? []);
const current = computed(() => outlook.current);
const minutes = (v: number): string =>
  Number.isFinite(v) ? settings.show(Math.round(v) * S_PER_MIN, 'minutes') : '–';
function ask(name: SetWorkingName): void {
  if (outlook.outlook && current.value)
    view.openMade = setWorking(name, current.value.id, outlook.outlook, plan.full);
}
</script>

<template>
  <div>
    <label class="on"
      ><input
        type="checkbox"
        :checked="plan.wishes.feeding"
        @change="
          edits.wishes(
            { feeding: ($event.target as HTMLInputElement).checked },
            msg`feed through the drip or not`,
          )
        "
      />
      Feed is given through the drip</label
    >
    <p class="fill">
      Each time
      <QuantityField
        id="feed-on-the-beds"
        label="Feed on the beds"
        kind="feedOnBed"
        :value="feeding.perM2G"
        :is-default="stated.perM2G === undefined"
        :take="(v, g) => edits.feeding({ perM2G: v }, msg`set the feed`, g)"
      />
      of feed as bought, dissolved to
      <QuantityField
        id="strength-of-the-stock"
        label="Strength of the stock"
        kind="strength"
        :value="feeding.stockGPerL"
        :is-default="stated.stockGPerL === undefined"
        :take="(v, g) => edits.feeding({ stockGPerL: v }, msg`set the strength of the stock`, g)"
      />. Inject for
      <QuantityField
        id="times-the-travel-time-to-inject"
        label="Times the travel time to inject"
        kind="factor"
        :value="feeding.injectTimes"
        :is-default="stated.injectTimes === undefined"
        :take="(v, g) => edits.feeding({ injectTimes: v }, msg`set how slowly to inject`, g)"
      />
      times the slowest travel, rinse for
      <QuantityField
        id="times-the-travel-time-to-rinse"
        label="Times the travel time to rinse"
        kind="factor"
        :value="feeding.rinseTimes"
        :is-default="stated.rinseTimes === undefined"
        :take="(v, g) => edits.feeding({ rinseTimes: v }, msg`set how long to rinse`, g)"
      />.
    </p>
    <template v-if="current && current.beds > 0">
      <h3>{{ current.name }}</h3>
      <dl class="rows">
        <dt>fill first</dt>
        <dd class="num">{{ minutes(current.feed.fillMin) }}</dd>
        <dt><button type="button" class="asks" @click="ask('travel')">to the last emitter</button></dt>
        <dd class="num">{{ minutes(current.travel.seconds / S_PER_MIN) }}</dd>
        <dt>inject · rinse</dt>
        <dd class="num">{{ minutes(current.feed.injectMin) }} · {{ minutes(current.feed.rinseMin) }}</dd>
        <dt>feed for its open beds</dt>
        <dd class="num">{{ settings.show(current.feed.feedG, 'grams') }}</dd>
        <dt>on each of {{ current.beds }} beds, about</dt>
        <dd class="num">{{ settings.show(current.feed.feedG / current.beds, 'grams') }}</dd>
        <dt>stock</dt>
        <dd class="num">{{ settings.show(current.feed.stockL, 'volume') }}</dd>
        <dt><button type="button" class="asks" @click="ask('inject')">goes in at</button></dt>
        <dd class="num">
          {{ settings.show(current.feed.rateLph, 'emitterFlow') }}, 1 :
          {{ Number.isFinite(current.feed.ratio) ? Math.round(current.feed.ratio) : '–' }}
        </dd>
        <dt>strength at the emitters</dt>
        <dd class="num">{{ settings.show(current.feed.strengthGPerL, 'strength') }}</dd>
        <template v-if="current.feed.injector">
          <dt>{{ current.feed.injector.name }} has · needs</dt>
          <dd class="num" :class="{ short: current.feed.injector.hasKpa < current.feed.injector.needsKpa }">
            {{ settings.show(current.feed.injector.hasKpa, 'pressure') }} ·
            {{ settings.show(current.feed.injector.needsKpa, 'pressure') }}
          </dd>
          <template v-if="current.feed.injector.drawsLph !== undefined">
            <dt>it draws here, at most</dt>
            <dd class="num" :class="{ short: current.feed.injector.drawsLph < current.feed.rateLph }">
              {{ settings.show(current.feed.injector.drawsLph, 'emitterFlow') }}
            </dd>
          </template>
        </template>
      </dl>
      <p v-if="!current.feed.injector" class="quiet">
        No injector stands in the head yet: put one in at Pipework, after the backflow preventer and before
        the filter.
      </p>
    </template>
    <table v-if="sets.length > 1" class="feeds" aria-label="Feed of each set">
      <thead>
        <tr>
          <th scope="col">set</th>
          <th scope="col">stock</th>
          <th scope="col">inject</th>
          <th scope="col">in all</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in sets" :key="s.id">
          <th scope="row">{{ s.name }}</th>
          <td class="num">{{ settings.show(s.feed.stockL, 'volume') }}</td>
          <td class="num">{{ minutes(s.feed.injectMin) }}</td>
          <td class="num">{{ minutes(s.feed.totalMin) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="quiet">
      Only open beds get it: shut what is not to be fed. A bed that rests keeps its own water.
    </p>
    <p class="caution">
      A backflow preventer is law wherever feed can reach a drinking supply: local water rules and licensed
      plumbers decide. Wear gloves and eye protection. Put acid into water, never water into acid; never mix
      products; calcium apart from phosphate and sulphate. Strain feeds of fish or seaweed, or leave them out.
    </p>
  </div>
</template>

<style scoped>
.on {
  display: block;
  margin-bottom: 8px;
  font-size: 15px;
}
h3 {
  font-size: 16px;
  margin: 4px 0 2px;
}
.rows {
  font-size: 14px;
}
.short {
  color: var(--alarm);
}
.feeds {
  border-collapse: collapse;
  width: 100%;
  font-size: 13.5px;
  margin-bottom: 8px;
}
.feeds th,
.feeds td {
  text-align: left;
  padding: 3px 6px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
.feeds thead th {
  color: var(--faint);
  font-size: 12.5px;
}
.feeds tbody th {
  font-weight: 600;
}
</style>
