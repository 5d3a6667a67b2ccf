<script setup lang="ts">
import { computed } from 'vue';
import { cutAtTerms } from '../../core/words/terms';
import TermWord from './TermWord.vue';

/** A text whose words of the trade explain themselves, each where it first stands. */
const props = defineProps<{ text: string }>();
const parts = computed(() => cutAtTerms(props.text));
</script>

<template>
  <template v-for="(p, i) in parts" :key="i"
    ><TermWord v-if="p.term" :term="p.term">{{ p.text }}</TermWord
    ><template v-else>{{ p.text }}</template></template
  >
</template>
