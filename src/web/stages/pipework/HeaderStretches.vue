<script setup lang="ts">
import { computed } from 'vue';
import { pipeKind } from '../../../core/catalog/pipes';
import { headerStretches } from '../../../core/network';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';

/** The header size by size: its fastest water, what it takes, and the surge if that is stopped at once. */
const results = useResults();
const settings = useSettings();
const stretches = computed(() =>
  results.results && results.block && results.toldPlan
    ? headerStretches(results.toldPlan, results.results, results.block)
    : [],
);
</script>

<template>
  <table v-if="stretches.length > 0" class="pieces" aria-label="Header pieces">
    <thead>
      <tr>
        <th scope="col">header</th>
        <th scope="col">speed</th>
        <th scope="col">loss</th>
        <th scope="col">surge</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(s, i) in stretches" :key="i">
        <th scope="row">
          {{ s.second ? msg`second pipe, ` : '' }}{{ pipeKind(s.pipe.pipe).name }},
          {{ settings.show(s.lengthM, 'length') }}
        </th>
        <td class="num">{{ settings.show(s.velocityMps, 'velocity') }}</td>
        <td class="num">{{ settings.show(s.frictionKpa, 'pressure') }}</td>
        <td class="num">{{ settings.show(s.surgeKpa, 'pressure') }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.pieces {
  border-collapse: collapse;
  width: 100%;
  font-size: 13.5px;
  margin-bottom: 10px;
}
.pieces th,
.pieces td {
  text-align: left;
  padding: 3px 6px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  vertical-align: baseline;
}
.pieces thead th {
  color: var(--faint);
  font-size: 12.5px;
}
.pieces .num {
  white-space: nowrap;
}
@media (min-width: 821px) and (max-width: 1100px) {
  .pieces {
    font-size: 12.5px;
  }
  .pieces thead th {
    font-size: 12px;
  }
  .pieces th,
  .pieces td {
    padding-right: 4px;
  }
}
</style>
