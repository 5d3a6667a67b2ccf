<script setup lang="ts">
/** Where north lies on the screen. */
defineProps<{ deg: number }>();
</script>

<template>
  <span class="north" aria-hidden="true">
    <svg width="18" height="24" viewBox="-9 -14 18 26">
      <path d="M0 -13L6 10L0 6L-6 10Z" :transform="`rotate(${deg})`" /></svg
    >N
  </span>
</template>

<style scoped>
.north {
  display: inline-flex;
  align-items: center;
  gap: 2px;
  font-size: 12.5px;
  font-weight: 600;
}
svg {
  display: block;
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
</style>
