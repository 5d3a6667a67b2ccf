<script setup lang="ts">
import type { WorkingName } from '../../core/working';
import { useView } from '../stores/view';

/** Words that open the working of the number beside them. */
defineProps<{ working: WorkingName }>();
const view = useView();
</script>

<template>
  <button type="button" class="asks" title="Show the working" @click="view.openWorking = working">
    <slot />
  </button>
</template>
