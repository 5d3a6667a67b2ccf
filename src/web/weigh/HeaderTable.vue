<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../core/language';
import { headerSizes } from '../../core/choose';
import { limitsOf } from '../../core/plan';
import { useAdvice } from '../stores/advice';
import { usePlan } from '../stores/plan';
import { useResults } from '../stores/results';
import { useSettings } from '../stores/settings';

/** Beds that each size of pipe carries as this block's header. */
const plan = usePlan();
const results = useResults();
const settings = useSettings();
const advice = useAdvice();
const sizes = computed(() =>
  results.toldPlan && results.block
    ? headerSizes(results.toldPlan, results.block).sort(
        (a, b) => a.pipe.family.localeCompare(b.pipe.family) || a.pipe.boreMm - b.pipe.boreMm,
      )
    : [],
);
const beds = computed(() => results.block?.beds.filter((b) => b.flowLph > 0).length ?? 0);
const limits = computed(() => limitsOf(plan.full));
const MOST = 500;
const told = (n: number): string => (n >= MOST ? msg`any` : String(n));
const fed = computed(() => (plan.block.header.feed === 'middle' ? 'middleBeds' : 'beds'));
</script>

<template>
  <section>
    <p v-if="sizes.length === 0">This block is shut, or nothing waters in it.</p>
    <template v-else>
      <p>
        {{ beds }} beds water in {{ plan.block.name }}, each drawing
        {{ settings.show((results.block?.flowLph ?? 0) / beds, 'flow') }}. Each size carries this many before
        its friction passes {{ settings.show(limits.headerShare, 'share') }} of the
        {{ settings.show(results.block?.feedKpa ?? 0, 'pressure') }} at its feed, or its water
        {{ settings.show(limits.velocityMps, 'velocity') }}.
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">pipe</th>
            <th scope="col">bore</th>
            <th scope="col">fed from an end</th>
            <th scope="col">from its middle</th>
            <th scope="col">what ends it</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="s in sizes"
            :key="s.pipe.id"
            :class="{ own: s.pipe.id === plan.block.header.pipe, does: s[fed] >= beds }"
          >
            <th scope="row">
              {{ s.pipe.name }}<span v-if="s.pipe.id === plan.block.header.pipe"> · as it is</span>
            </th>
            <td class="num">{{ settings.show(s.pipe.boreMm, 'bore') }}</td>
            <td class="num">{{ told(s.beds) }} beds</td>
            <td class="num">{{ told(s.middleBeds) }} beds</td>
            <td>{{ s.byFriction < s.bySpeed ? msg`friction` : msg`speed` }}</td>
            <td>
              <v-btn
                v-if="s.pipe.id !== plan.block.header.pipe && s[fed] >= beds"
                size="small"
                :aria-label="msg`Take it: ${s.pipe.name}`"
                @click="advice.take([{ kind: 'header-size', block: plan.block.id, pipe: s.pipe.id }])"
                >Take it</v-btn
              ><span v-else-if="s[fed] < beds" class="quiet">too small here</span>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 14.5px;
}
th,
td {
  text-align: left;
  padding: 3px 10px 3px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
thead th {
  font-weight: 700;
  position: sticky;
  top: 0;
  background: var(--card);
}
.own th {
  font-weight: 700;
}
.does th::before {
  content: '✓ ';
  color: var(--leaf);
  font-weight: 700;
}
</style>
