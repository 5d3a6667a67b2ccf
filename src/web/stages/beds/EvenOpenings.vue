<script setup lang="ts">
import { ref } from 'vue';
import { msg } from '../../../core/language';
import { useEdits } from '../../stores/edits';
import { useOutlook } from '../../stores/outlook';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** How far to open each adjustable emitter so that every plant gets alike. */
const plan = usePlan();
const edits = useEdits();
const outlook = useOutlook();
const settings = useSettings();
const told = ref('');
const busy = ref(false);

async function even(): Promise<void> {
  const stated = plan.plan;
  busy.value = true;
  const outcome = await outlook.openings(plan.blockIndex);
  busy.value = false;
  if (outcome.ended === 'failed') told.value = msg`The emitters could not be worked out: ${outcome.why}`;
  else if (outcome.ended === 'cancelled' || plan.plan !== stated)
    told.value = msg`Nothing was changed: the plan changed meanwhile. Press again.`;
  else if (!outcome.value) told.value = msg`No water flows to these plants: nothing can be evened out.`;
  else {
    const { setLph, before, after } = outcome.value;
    edits.setOpenings(plan.block.id, setLph);
    const flow = (lph: number): string => settings.show(lph, 'emitterFlow');
    told.value = msg`${setLph.length} emitters set: they give ${flow(after.leastLph)} to ${flow(after.mostLph)} each, before ${flow(before.leastLph)} to ${flow(before.mostLph)}.`;
  }
}
</script>

<template>
  <p class="fill">
    <button type="button" class="small" :disabled="busy" @click="even">Set each for an even share</button>
    <span role="status"> {{ busy ? msg`working it out …` : told }}</span>
  </p>
</template>

<style scoped>
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 13.5px;
  line-height: 1.5;
  padding: 2px 9px;
  cursor: pointer;
}
</style>
