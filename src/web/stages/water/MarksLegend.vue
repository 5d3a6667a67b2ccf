<script setup lang="ts">
/** What the marks under words and numbers mean, told once. */
</script>

<template>
  <details class="more">
    <summary>What the marks mean</summary>
    <dl class="marks">
      <dt><span class="num default">12 m</span></dt>
      <dd>a default: nobody measured or typed it yet</dd>
      <dt><span class="num own">12 m</span></dt>
      <dd>your own number: press it to change it, in any unit</dd>
      <dt>
        <span class="own">a choice <span aria-hidden="true">▾</span></span>
      </dt>
      <dd>press to choose another</dd>
      <dt><span class="asks">a number</span></dt>
      <dd>press to see how it is worked out, or to open what it names</dd>
      <dt><span class="term">a word</span></dt>
      <dd>press or point at it: it explains itself</dd>
    </dl>
  </details>
</template>

<style scoped>
.marks {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px 14px;
  margin: 6px 0 12px;
  font-size: 14px;
  align-items: baseline;
}
dt,
dd {
  margin: 0;
}
.default {
  border-bottom: 2px dotted var(--leaf);
  color: var(--faint);
}
.own {
  border-bottom: 2px solid var(--leaf);
  font-weight: 600;
}
.asks {
  cursor: inherit;
  min-height: 0 !important;
  min-width: 0 !important;
  display: inline !important;
}
.term {
  text-decoration: underline double var(--faint) 1px;
  text-underline-offset: 3px;
}
</style>
