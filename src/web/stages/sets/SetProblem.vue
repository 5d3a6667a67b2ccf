<script setup lang="ts">
import { computed } from 'vue';
import { GRADE_WORDS, type Finding } from '../../../core/check';
import { useJudgement } from '../../stores/judgement';

/** One finding in a few lines: the same that Check tells at length. */
const props = defineProps<{ finding: Finding }>();
const judgement = useJudgement();
const words = computed(() => judgement.words(props.finding));
const tries = computed(() => words.value.tries.filter(Boolean).join('; '));
</script>

<template>
  <b>{{ GRADE_WORDS[finding.grade] }}.</b> {{ words.title
  }}<template v-if="words.whenOpen">, {{ words.whenOpen }}</template
  >. {{ words.howMuch }}
  <span v-if="tries" class="quiet">Try: {{ tries }}.</span>
</template>
