<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { isInjector } from '../../../core/catalog/headParts';
import { headerLoss } from '../../../core/network';
import { bedName, HEAD, headerName, joiningSources, onlyPlaces } from '../../../core/plan';
import { switchboardOf, valveName } from '../../../core/switching';
import AssemblyEditor from '../../assembly/AssemblyEditor.vue';
import Asks from '../../parts/Asks.vue';
import TermWord from '../../parts/TermWord.vue';
import BlockPicker from '../../parts/BlockPicker.vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import HeaderSentences from './HeaderSentences.vue';
import HeaderStretches from './HeaderStretches.vue';
import SmallPipeSentences from './SmallPipeSentences.vue';
import MainPieces from './MainPieces.vue';
import SourceBranches from './SourceBranches.vue';

const plan = usePlan();
const edits = useEdits();
const results = useResults();
const settings = useSettings();

const SCHOOLS = [
  { id: 'darcy-weisbach', name: 'Darcy–Weisbach' },
  { id: 'hazen-williams', name: 'Hazen–Williams' },
];
const FEEDING = [
  { id: 'no', name: msg`is not given` },
  { id: 'yes', name: msg`is given` },
];
const INLETS = [
  { id: 'own', name: msg`each on its own` },
  { id: 'alike', name: msg`all alike` },
];
/** The valve that is planned for the block looked at; none where it has its own, or none is needed. */
const planned = computed(() =>
  switchboardOf(plan.full, plan.laid).valves.find(
    (v) => v.part?.planned !== undefined && v.blocks.includes(plan.block.id),
  ),
);
const joined = computed(() => joiningSources(plan.full).length > 0);
const injector = computed(() => plan.full.head.find((p) => isInjector(p.role)));
const loss = computed(() =>
  results.results && results.block ? headerLoss(results.results, results.block) : undefined,
);
/** The run that the far end's working is of lies in the block looked at. */
const farEnd = computed(() => {
  const r = results.results;
  const block = results.block;
  if (!r || !block || block.weakest < 0) return undefined;
  return results.walk?.block === block.index ? r.runs[results.walkRun] : r.runs[block.weakest];
});
</script>

<template>
  <section>
    <h2>Pipework</h2>
    <BlockPicker />
    <h3><TermWord term="head">Head</TermWord>, at the <TermWord term="source" /></h3>
    <SourceBranches />
    <AssemblyEditor
      :place="HEAD"
      :from="joined ? msg`all waters` : plan.source.name"
      :to="msg`main`"
      :name="msg`Head`"
    />
    <p v-if="injector" class="quiet">
      Feed is given through the drip: a {{ injector.name }} stands in the head. Only open beds get it; never
      mix products.
    </p>
    <p v-else class="fill">
      Feed
      <ChoiceField
        label="Feed"
        :value="plan.wishes.feeding ? 'yes' : 'no'"
        :options="FEEDING"
        :is-default="plan.plan.wishes?.feeding === undefined"
        @pick="edits.wishes({ feeding: $event === 'yes' }, msg`say whether feed is given`)"
      />
      through the drip.
    </p>
    <h3><TermWord term="main">Main</TermWord></h3>
    <MainPieces />
    <h3><TermWord term="block">Block</TermWord>{{ plan.blocks.length > 1 ? `: ${plan.block.name}` : '' }}</h3>
    <p v-if="plan.blocks.length > 1" class="fill">
      Inlets of the blocks are put together
      <ChoiceField
        label="Inlets of the blocks"
        :value="plan.full.inlets"
        :options="INLETS"
        :is-default="plan.plan.inlets === undefined"
        @pick="edits.inlets($event as 'own' | 'alike')"
      />.
    </p>
    <p v-if="planned" class="quiet">
      {{ planned.at === 'head' ? msg`At the head, before its main,` : msg`Before these parts` }} stands
      {{ valveName(planned.number) }}, a {{ planned.part?.name }}, planned for the sets. A timer or solenoid
      valve of your own among these parts takes its place.
    </p>
    <AssemblyEditor
      :key="plan.block.id"
      :place="plan.block.id"
      :from="msg`main`"
      :to="msg`header`"
      :name="msg`Block inlet`"
      shelf-shut
    />
    <template v-if="!onlyPlaces(plan.block)">
      <h3><TermWord term="header">Header</TermWord></h3>
      <HeaderSentences />
    </template>
    <template v-if="plan.block.places">
      <h3><TermWord term="small-pipe">Small pipe</TermWord></h3>
      <SmallPipeSentences />
    </template>
    <HeaderStretches :class="{ stale: results.stale }" />
    <dl v-if="results.block && loss" class="rows" :class="{ stale: results.stale }">
      <dt>Pressure at the {{ headerName(plan.block) }}’s feed</dt>
      <dd class="num">{{ settings.show(loss.feedKpa, 'pressure') }}</dd>
      <dt>
        <Asks working="header">Lost along the {{ headerName(plan.block) }}</Asks>
      </dt>
      <dd class="num">{{ settings.show(loss.frictionKpa, 'pressure') }}</dd>
      <template v-if="farEnd">
        <dt>
          <Asks working="end">Far end of {{ bedName(plan.block, farEnd.run.bed) }}</Asks>
        </dt>
        <dd class="num">{{ settings.show(farEnd.endKpa, 'pressure') }}</dd>
      </template>
      <dt><Asks working="rest">At rest, lowest tape</Asks></dt>
      <dd class="num">{{ settings.show(results.block.rest.lowestTapeKpa, 'pressure') }}</dd>
    </dl>
    <p v-else-if="!plan.block.inUse" class="quiet">This block is shut now; nothing flows in it.</p>
    <details class="more">
      <summary>Take-offs and friction</summary>
      <p class="fill">
        Each take-off:
        <QuantityField
          id="take-off-loss"
          label="Take-off loss"
          kind="factor"
          :value="plan.block.header.takeOffK"
          :is-default="plan.statedBlock.header?.takeOffK === undefined"
          :take="(v, g) => edits.block('header', { takeOffK: v }, msg`set the take-offs’ loss`, g)"
        />
        (fitting loss, K); water that passes on loses
        <QuantityField
          id="loss-passing-a-take-off"
          label="Loss passing a take-off"
          kind="factor"
          :value="plan.block.header.throughK"
          :is-default="plan.statedBlock.header?.throughK === undefined"
          :take="(v, g) => edits.block('header', { throughK: v }, msg`set what passing a take-off loses`, g)"
        />
        (0 for barbs in a pipe; about 0.6 for each tee in a header of cut hose). Friction by
        <ChoiceField
          label="Friction formula"
          :value="plan.wishes.friction"
          :options="SCHOOLS"
          :is-default="plan.plan.wishes?.friction === undefined"
          @pick="edits.wishes({ friction: $event as never }, msg`compute friction another way`)"
        />.
      </p>
    </details>
    <p class="caution">
      Every part with an arrow has a right way round. Open and shut valves slowly. Before digging, have buried
      services located.
    </p>
  </section>
</template>

<style scoped>
h3 {
  font-size: 15px;
  color: var(--faint);
  font-weight: 600;
  margin-top: 14px;
}
.fill {
  margin-bottom: 10px;
}
</style>
