<script setup lang="ts">
import { language } from '../../core/language';
import { isLanguage, LANGUAGE_NAMES } from '../../languages/load';
import { chooseLanguage } from '../page/chosenLanguage';

/** The languages, each by its name in itself. Another one begins the page anew, with all that was drawn. */
const choose = (id: string): void => {
  if (isLanguage(id) && id !== language().id) chooseLanguage(id);
};
</script>

<template>
  <span class="languages" role="group" aria-label="Language">
    <label v-for="(name, id) in LANGUAGE_NAMES" :key="id" :lang="id"
      ><input type="radio" name="language" :checked="language().id === id" @change="choose(id)" />
      {{ name }}</label
    >
  </span>
</template>

<style scoped>
.languages {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
@media (max-width: 820px), (max-height: 480px) {
  label {
    min-height: 44px;
    display: inline-flex;
    align-items: center;
    gap: 6px;
  }
}
</style>
