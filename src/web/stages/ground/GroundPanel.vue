<script setup lang="ts">
import BlockPicker from '../../parts/BlockPicker.vue';
import BlockPlace from './BlockPlace.vue';
import BringIn from './BringIn.vue';
import HeightSentences from './HeightSentences.vue';
import ShapeSentences from './ShapeSentences.vue';
import SoilSentences from './SoilSentences.vue';
import ThingList from './ThingList.vue';
import UnderlaySentences from './UnderlaySentences.vue';
</script>

<template>
  <section>
    <h2>Ground</h2>
    <BlockPicker />
    <ShapeSentences />
    <BlockPlace />
    <HeightSentences />
    <SoilSentences />
    <ThingList />
    <BringIn />
    <UnderlaySentences />
  </section>
</template>
