<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { chainThrough, FITTINGS, jointRows, jointWords, type Meeting } from '../../../core/farm';
import { stepKey } from '../../../core/network';
import { useBuilding } from '../../stores/building';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useView } from '../../stores/view';

/** Where two ends come together, from the source to the headers, and what joins them. */
const building = useBuilding();
const edits = useEdits();
const plan = usePlan();
const view = useView();
const groups = computed(() => {
  const found = new Map<string, Meeting[]>();
  for (const m of building.built!.shop.meetings) {
    const name =
      m.at.place === 'head'
        ? msg`Head`
        : m.at.place === 'main'
          ? msg`Mains`
          : (plan.full.blocks.find((b) => b.id === m.at.id)?.name ?? '');
    found.set(name, [...(found.get(name) ?? []), m]);
  }
  return [...found].map(([name, own]) => [name, jointRows(own)] as const);
});
/** Fittings that would fit in between: with one end of either side's kind and size. */
const fitting = (m: Meeting) =>
  FITTINGS.filter(
    (f) =>
      [f.a, f.b].some((j) =>
        [m.from, m.to].some((e) => e.kind === j.kind && e.size === j.size && e.half !== j.half),
      ) && chainThrough(m.from, f, m.to, plan.full.build.family),
  );
const point = (m: Meeting | undefined): void => {
  view.pointedStep = !m
    ? undefined
    : m.part
      ? stepKey.part(m.at.id ?? 'head', m.part)
      : m.at.place === 'main'
        ? stepKey.main(m.at.id!)
        : m.at.place === 'block'
          ? stepKey.header(m.at.id!)
          : stepKey.source;
};
</script>

<template>
  <div>
    <p class="quiet">Each end, and the stock fittings that lead from one to the next: as few as there are.</p>
    <section v-for="[name, meetings] in groups" :key="name" :aria-label="name">
      <h3>{{ name }}</h3>
      <ol>
        <li
          v-for="m in meetings"
          :key="m.id"
          :class="{ bad: !m.chain }"
          @pointerenter="point(m)"
          @pointerleave="point(undefined)"
        >
          <span v-if="m.count > 1" class="num">{{ m.count }} × </span><b>{{ m.before }}</b
          >{{ ' ' }}<span class="quiet">({{ jointWords(m.from) }})</span> to <b>{{ m.after }}</b>{{ ' '
          }}<span class="quiet">({{ jointWords(m.to) }})</span>:
          <template v-if="!m.chain">no stock fittings join these.</template>
          <template v-else-if="m.chain.length === 0">they meet as they are.</template>
          <template v-else>{{ m.chain.map((f) => f.name).join(' · ') }}.</template>
          <label v-if="m.chain?.length || m.has" class="have">
            I have
            <select
              :value="m.has ?? ''"
              :aria-label="msg`A fitting I have between the ${m.before} and the ${m.after}`"
              @change="edits.joinedBy(m.id, ($event.target as HTMLSelectElement).value || undefined)"
            >
              <option value="">none of these</option>
              <option v-for="f in fitting(m)" :key="f.id" :value="f.id">{{ f.name }}</option>
            </select>
          </label>
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
h3 {
  font-size: 16px;
  margin: 12px 0 4px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  border-bottom: 1px solid var(--line);
  padding: 6px 0;
  font-size: 14.5px;
  line-height: 1.45;
}
li.bad {
  border-left: 5px solid var(--alarm);
  padding-left: 8px;
}
.have {
  display: block;
  font-size: 13px;
  color: var(--faint);
}
select {
  max-width: 100%;
  background: var(--card);
  border: 0;
  border-bottom: 2px solid var(--line);
  color: var(--ink);
  font: inherit;
}
</style>
