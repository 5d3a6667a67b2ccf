<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { tankFacts } from '../../../core/network';
import type { TankSource } from '../../../core/plan';
import { formatDuration } from '../../../core/units';
import ChoiceField from '../../parts/ChoiceField.vue';
import Asks from '../../parts/Asks.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import { useSourceFields } from './useSourceFields';
import { MIN_PER_HOUR } from '../../../core/units/time';

const props = defineProps<{ tank: TankSource & { id: string } }>();
const results = useResults();
const settings = useSettings();
const { isDefault, set, choose } = useSourceFields();
const LEVELS = [
  { id: 'falling', name: msg`falls as it empties` },
  { id: 'held', name: msg`is held by a float valve` },
];
/** What a field for the store shows until it is said: a common tank. */
const USUAL_STORE_L = 1000;
const FEEDS = [
  { id: 'store', name: msg`a bigger store` },
  { id: 'mains', name: msg`the mains` },
];
const SHAPES = [
  { id: 'stated', name: msg`known volume` },
  { id: 'round', name: msg`upright and round` },
  { id: 'box', name: msg`square-cornered` },
];
const REFILLS = [
  { id: 'none', name: msg`not planned` },
  { id: 'roof', name: msg`from a roof` },
  { id: 'hose', name: msg`by hose` },
  { id: 'pump', name: msg`by pump` },
];
const facts = computed(() => tankFacts(props.tank, results.results?.flowLph ?? 0));
</script>

<template>
  <p class="fill">
    Its outlet is
    <QuantityField
      id="outlet-height"
      label="Outlet height"
      field="outletM"
      kind="height"
      :value="tank.outletM"
      :is-default="isDefault('outletM')"
      :take="set('outletM', msg`set the outlet`)"
    />
    above the ground it stands on. The water
    <ChoiceField
      label="The water level"
      :value="tank.level"
      :options="LEVELS"
      :is-default="isDefault('level')"
      @pick="choose('level', msg`change how the level is kept`)($event)"
    /><template v-if="tank.level === 'falling'"
      >: full, it stands at
      <QuantityField
        id="high-water"
        label="High water"
        field="highM"
        kind="height"
        :value="tank.highM"
        :is-default="isDefault('highM')"
        :take="set('highM', msg`set the high water`)"
      />; at its lowest while watering, at
      <QuantityField
        id="low-water"
        label="Low water"
        field="lowM"
        kind="height"
        :value="tank.lowM"
        :is-default="isDefault('lowM')"
        :take="set('lowM', msg`set the low water`)"
      />.</template
    ><template v-else>
      at
      <QuantityField
        id="held-level"
        label="Held level"
        field="floatM"
        kind="height"
        :value="tank.floatM"
        :is-default="isDefault('floatM')"
        :take="set('floatM', msg`set the float`)"
      />, fed from
      <ChoiceField
        label="Fed from"
        :value="tank.fedBy"
        :options="FEEDS"
        :is-default="isDefault('fedBy')"
        @pick="choose('fedBy', msg`feed the float valve another way`)($event)"
      /><template v-if="tank.fedBy === 'store'"
        >, which holds
        <QuantityField
          id="water-of-the-store"
          label="Water of the store"
          field="storeL"
          usual="tanks"
          kind="volume"
          :value="tank.storeL ?? USUAL_STORE_L"
          :is-default="tank.storeL === undefined"
          :take="set('storeL', msg`set the store’s water`)" />, its outlet at
        <QuantityField
          id="outlet-of-the-store"
          label="Outlet of the store"
          field="storeM"
          kind="height"
          :value="tank.storeM ?? tank.floatM"
          :is-default="tank.storeM === undefined"
          :take="set('storeM', msg`set the store’s height`)" /></template
      >.</template
    >
  </p>
  <p v-if="tank.level === 'falling'" class="quiet">
    The level falls while it waters, so the plan uses the low water level. A full tank looks better than it
    is.
  </p>
  <p v-else class="quiet">Raise or lower the canister to set the pressure: each metre is a tenth of a bar.</p>
  <p class="fill">
    The tank is of
    <ChoiceField
      label="Shape of the tank"
      :value="tank.shape"
      :options="SHAPES"
      :is-default="isDefault('shape')"
      @pick="choose('shape', msg`change the tank’s shape`)($event)"
    />:
    <template v-if="tank.shape === 'stated'"
      ><QuantityField
        id="volume-of-the-tank"
        label="Volume of the tank"
        usual="tanks"
        kind="volume"
        :value="tank.volumeL"
        :is-default="isDefault('volumeL')"
        :take="set('volumeL', msg`set the tank’s volume`)"
      />
      between outlet and high water</template
    >
    <template v-else-if="tank.shape === 'round'"
      ><QuantityField
        id="width-of-the-tank"
        label="Width of the tank"
        kind="width"
        :value="tank.diameterM"
        :is-default="isDefault('diameterM')"
        :take="set('diameterM', msg`set the tank’s width`)"
      />
      across</template
    >
    <template v-else
      ><QuantityField
        id="length-of-the-tank"
        label="Length of the tank"
        kind="width"
        :value="tank.lengthM"
        :is-default="isDefault('lengthM')"
        :take="set('lengthM', msg`set the tank’s length`)" />
      by
      <QuantityField
        id="width-of-the-tank"
        label="Width of the tank"
        kind="width"
        :value="tank.widthM"
        :is-default="isDefault('widthM')"
        :take="set('widthM', msg`set the tank’s width`)" /></template
    >;
    <QuantityField
      id="tanks-joined"
      label="Tanks joined"
      kind="count"
      :value="tank.count"
      :is-default="isDefault('count')"
      :take="set('count', msg`set the number of tanks`)"
    />
    joined at the bottom. It is refilled
    <ChoiceField
      label="Refill"
      :value="tank.refill"
      :options="REFILLS"
      :is-default="isDefault('refill')"
      @pick="choose('refill', msg`refill another way`)($event)"
    /><template v-if="tank.refill === 'roof'"
      >:
      <QuantityField
        id="roof"
        label="Roof"
        kind="area"
        :value="tank.roofM2"
        :is-default="isDefault('roofM2')"
        :take="set('roofM2', msg`set the roof`)"
      />
      in
      <QuantityField
        id="rain"
        label="Rain"
        kind="rain"
        :value="tank.rainMm"
        :is-default="isDefault('rainMm')"
        :take="set('rainMm', msg`set the rain`)"
      />
      of rain, of which
      <QuantityField
        id="share-that-arrives"
        label="Share that arrives"
        kind="share"
        :value="tank.roofShare"
        :is-default="isDefault('roofShare')"
        :take="set('roofShare', msg`set the share that arrives`)"
      />
      arrives</template
    ><template v-else-if="tank.refill !== 'none'">
      at
      <QuantityField
        id="refill-flow"
        label="Refill flow"
        kind="flow"
        :value="tank.refillLph"
        :is-default="isDefault('refillLph')"
        :take="set('refillLph', msg`set the refill`)" /></template
    >.
  </p>
  <dl class="rows">
    <template v-if="tank.level === 'held' && tank.fedBy === 'store' && tank.storeL !== undefined">
      <dt>Store and canister hold</dt>
      <dd class="num">{{ settings.show(facts.usableL, 'volume') }}</dd>
      <dt>Lasts at this flow, about</dt>
      <dd class="num">
        {{ Number.isFinite(facts.lastsMin) ? formatDuration(facts.lastsMin) : msg`no flow` }}
      </dd>
    </template>
    <template v-if="tank.level === 'falling'">
      <dt><Asks working="tank">Between high and low water</Asks></dt>
      <dd class="num">{{ settings.show(facts.usableL, 'volume') }}</dd>
      <dt>Lasts at this flow, about</dt>
      <dd class="num">
        {{ Number.isFinite(facts.lastsMin) ? formatDuration(facts.lastsMin) : msg`no flow` }}
      </dd>
    </template>
    <template v-if="tank.refill === 'roof'">
      <dt><Asks working="roof">One such rain brings</Asks></dt>
      <dd class="num">{{ settings.show(facts.rainL, 'volume') }}</dd>
    </template>
    <template v-else-if="tank.refill !== 'none' && tank.level === 'falling'">
      <dt>Refilled in</dt>
      <dd class="num">{{ formatDuration(facts.refillH * MIN_PER_HOUR) }}</dd>
    </template>
    <dt><Asks working="tankWeight">Weight of the water, full</Asks></dt>
    <dd class="num">{{ settings.show(facts.fullKg, 'weight') }}</dd>
  </dl>
</template>
