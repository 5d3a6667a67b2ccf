<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import TextField from './TextField.vue';
import ToggleRow from './ToggleRow.vue';

/** A chooser only says which block is meant. */
defineProps<{ chooser?: boolean }>();
/** Which block is looked at; its name, height and whether it is in use; copied and removed. */
const plan = usePlan();
const edits = useEdits();
const several = computed(() => plan.blocks.length > 1);
const blocks = computed(() =>
  plan.blocks.map((b) => ({
    id: b.id,
    name: b.inUse ? b.name : b.name + msg` (out of use)`,
    faint: !b.inUse,
  })),
);
const rename = (name: string, gesture: string) =>
  edits.blockSelf({ name: name.trim() || undefined }, msg`name the block`, gesture);
</script>

<template>
  <div class="blocks">
    <ToggleRow
      v-if="several"
      class="list"
      label="Blocks"
      :options="blocks"
      :picked="plan.block.id"
      @press="plan.pickBlock($event)"
    />
    <p v-if="!chooser" class="fill line">
      <TextField
        id="name"
        :key="plan.block.id"
        label="Name of the block"
        :value="plan.block.name"
        :take="rename"
      />
      <label class="use"
        ><input
          type="checkbox"
          :checked="plan.block.inUse"
          @change="
            edits.blockSelf(
              { inUse: ($event.target as HTMLInputElement).checked },
              plan.block.inUse ? msg`leave ${plan.block.name} out` : msg`use ${plan.block.name}`,
            )
          "
        />
        in use</label
      >
      <button type="button" class="small" @click="edits.copyBlock()">copy the block</button>
      <button v-if="several" type="button" class="small" @click="edits.removeBlock()">remove it</button>
    </p>
  </div>
</template>

<style scoped>
.list {
  max-height: 110px;
  overflow-y: auto;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: baseline;
  line-height: 1.7;
  font-size: 15px;
}
.use {
  white-space: nowrap;
}
</style>
