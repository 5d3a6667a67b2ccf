<script setup lang="ts">
/** Where north lies on the screen. */
defineProps<{ deg: number }>();
</script>

<template>
  <g class="north" aria-hidden="true">
    <g :transform="`rotate(${deg})`">
      <path d="M0 -15L6 8L0 4L-6 8Z" />
      <text y="-18" text-anchor="middle" :transform="`rotate(${-deg} 0 -22)`">N</text>
    </g>
  </g>
</template>

<style scoped>
.north { pointer-events: none; }
path { fill: none; stroke: var(--ink); stroke-width: 1.4; }
text { font-size: 11.5px; fill: var(--ink); font-weight: 600; }
</style>
