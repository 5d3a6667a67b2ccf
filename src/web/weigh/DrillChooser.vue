<script setup lang="ts">
import { shallowRef, watch } from 'vue';
import type { DrillTable } from '../../core/choose';
import type { Change } from '../../core/remedy';
import { useAdvice } from '../stores/advice';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useWeigh } from '../stores/weigh';
import { S_PER_MIN } from '../../core/units/time';

/** Which drill gives an even share in the whole block, and how long to water then: every drill solved. */
const plan = usePlan();
const settings = useSettings();
const advice = useAdvice();
const weigh = useWeigh();
const table = shallowRef<DrillTable>();
/** Worked out for a plan; after an edit it is asked for again. */
watch(
  () => plan.plan,
  () => (table.value = undefined),
);

async function go(): Promise<void> {
  const index = plan.blockIndex;
  table.value = await weigh.ask((a, n, p, tell) => a.drills(n, p, index, tell));
}
function lay(mm: number): void {
  const block = plan.block.id;
  const material: Change[] =
    plan.block.tape.kind === 'drilled' ? [] : [{ kind: 'lay-material', block, material: 'drilled' }];
  void advice.take([...material, { kind: 'lay-hole', block, holeMm: Number(mm.toFixed(3)) }]);
}
</script>

<template>
  <article>
    <h3>What drill gives an even share in {{ plan.block.name }}?</h3>
    <p>
      <button type="button" class="small" :disabled="weigh.working" @click="go">Try every drill</button>
      <span class="quiet"> The whole plan is solved with each.</span>
    </p>
    <template v-if="table">
      <p v-if="table.best">
        Up to <b class="num">{{ table.best.name }}</b> all holes together are
        {{ settings.show(plan.wishes.uniformity, 'share') }} even. The largest that does clogs least.
      </p>
      <p v-else>
        No drill is {{ settings.show(plan.wishes.uniformity, 'share') }} even here: shorten the lines, widen
        the pipe, or drill larger towards the far end.
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">drill</th>
            <th scope="col">even</th>
            <th scope="col">each gives</th>
            <th scope="col">all together</th>
            <th scope="col">each watering day</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="r in table.rows"
            :key="r.drill.name"
            :class="{ does: r.even, best: r.drill === table.best }"
          >
            <th scope="row" class="num">{{ r.drill.name }}</th>
            <td class="num">{{ settings.show(r.evenness, 'share') }}</td>
            <td class="num">
              {{ settings.show(r.leastLph, 'emitterFlow') }} – {{ settings.show(r.mostLph, 'emitterFlow') }}
            </td>
            <td class="num">{{ settings.show(r.flowLph, 'flow') }}</td>
            <td class="num">
              {{ Number.isFinite(r.minutes) ? settings.show(r.minutes * S_PER_MIN, 'minutes') : '–' }}
            </td>
            <td>
              <button
                type="button"
                class="small"
                :aria-label="msg`Drill holes of ${r.drill.name}`"
                @click="lay(r.drill.mm)"
              >
                drill these
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </article>
</template>

<style scoped>
h3 {
  font-size: 16px;
  margin-bottom: 6px;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 14.5px;
  margin-bottom: 12px;
}
th,
td {
  text-align: left;
  padding: 2px 10px 2px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
  color: var(--faint);
}
thead th {
  font-weight: 700;
  color: var(--ink);
}
.does th,
.does td {
  color: var(--ink);
}
.best th {
  font-weight: 700;
  text-decoration: underline;
}
.small {
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--card);
  font-size: 13px;
  padding: 1px 8px;
  cursor: pointer;
  color: var(--ink);
}
</style>
