<script setup lang="ts">
import { computed, ref } from 'vue';
import { msg } from '../../../core/language';
import { SOILS } from '../../../core/catalog/soils';
import { soilFrom, SOIL_QUESTIONS, type SoilAnswers } from '../../../core/catalog/soilTest';
import ChoiceField from '../../parts/ChoiceField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';

/** The block's soil, named or found by feel: question after question of the hand test. */
const plan = usePlan();
const edits = useEdits();
const testing = ref(false);
const answers = ref<SoilAnswers>({});
const reached = computed(() => soilFrom(answers.value));
const asked = computed(() => SOIL_QUESTIONS.filter((q) => reached.value.asked.includes(q.id)));
function answer(question: string, choice: string): void {
  // A changed answer leads elsewhere: what was answered after it is asked anew.
  const upTo = reached.value.asked.indexOf(question);
  answers.value = Object.fromEntries([
    ...reached.value.asked.slice(0, upTo).map((q) => [q, answers.value[q]]),
    [question, choice],
  ]);
}
function take(): void {
  edits.block('ground', { soil: reached.value.soil }, msg`set the soil by feel`);
  testing.value = false;
}
const soilName = computed(() => SOILS.find((s) => s.id === reached.value.soil)?.name);
</script>

<template>
  <div class="part">
    <p class="fill">
      The soil is
      <ChoiceField
        label="Soil"
        :value="plan.block.ground.soil"
        :options="SOILS"
        :is-default="plan.statedBlock.ground?.soil === undefined"
        @pick="edits.block('ground', { soil: $event as never }, msg`set the soil`)"
      />.
      <button type="button" class="small" :aria-expanded="testing" @click="testing = !testing">
        find it by feel
      </button>
    </p>
    <div v-if="testing" class="ladder">
      <p class="quiet">
        Take a heaped spoon of soil, wet it drop by drop and knead it until it no longer sticks.
      </p>
      <fieldset v-for="q in asked" :key="q.id">
        <legend>{{ q.asks }}</legend>
        <label v-for="c in q.choices" :key="c.id"
          ><input type="radio" :name="q.id" :checked="answers[q.id] === c.id" @change="answer(q.id, c.id)" />
          {{ c.says }}</label
        >
      </fieldset>
      <p v-if="soilName" class="fill">
        That is <b>{{ soilName }}</b>. <button type="button" class="small" @click="take">take it</button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.part {
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.ladder {
  border-left: 4px solid var(--leaf);
  padding-left: 10px;
  margin-bottom: 12px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0 0 8px;
}
legend {
  font-size: 14.5px;
  font-weight: 600;
}
label {
  display: block;
  font-size: 14px;
}
</style>
