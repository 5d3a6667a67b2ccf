<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';

/** A chooser only says which block is meant. */
defineProps<{ chooser?: boolean }>();
/** Which block is looked at; its name, height and whether it is in use; copied and removed. */
const plan = usePlan();
const edits = useEdits();
const several = computed(() => plan.blocks.length > 1);
const rename = (event: Event): void => void edits.blockSelf({ name: (event.target as HTMLInputElement).value.trim() || undefined }, msg`name the block`);
</script>

<template>
  <div class="blocks">
    <div v-if="several" role="group" aria-label="Blocks" class="list">
      <button v-for="b in plan.blocks" :key="b.id" type="button" :aria-pressed="b.id === plan.block.id" :class="{ on: b.id === plan.block.id, shut: !b.inUse }" @click="plan.pickBlock(b.id)">{{ b.name }}{{ b.inUse ? '' : msg` (out of use)` }}</button>
    </div>
    <p v-if="!chooser" class="fill line">
      <input class="name" type="text" maxlength="80" aria-label="Name of the block" :value="plan.block.name" @change="rename" />
      <label class="use"><input type="checkbox" :checked="plan.block.inUse" @change="edits.blockSelf({ inUse: ($event.target as HTMLInputElement).checked }, plan.block.inUse ? msg`leave ${plan.block.name} out` : msg`use ${plan.block.name}`)" /> in use</label>
      <button type="button" class="small" @click="edits.copyBlock()">copy the block</button>
      <button v-if="several" type="button" class="small" @click="edits.removeBlock()">remove it</button>
    </p>
  </div>
</template>

<style scoped>
.list { display: flex; flex-wrap: wrap; gap: 5px; margin-bottom: 6px; max-height: 110px; overflow-y: auto; }
.list button { border: 1.5px solid var(--line); border-radius: 3px; background: var(--card); padding: 2px 9px; font-size: 14px; cursor: pointer; }
.list .on { border-color: var(--ink); font-weight: 700; }
.list .shut { color: var(--faint); border-style: dashed; }
.line { display: flex; flex-wrap: wrap; gap: 4px 12px; align-items: baseline; line-height: 1.7; font-size: 15px; }
.name { background: var(--card); border: 0; border-bottom: 2px solid var(--leaf); color: var(--ink); font-weight: 600; padding: 0 4px; width: 10em; line-height: 1.5; }
.use { white-space: nowrap; }
</style>
