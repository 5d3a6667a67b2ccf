<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { joiningSources, kindOf, SOURCE_KINDS, type SourceKind } from '../../../core/plan';
import { tankOf } from '../../../core/sets';
import ChoiceField from '../../parts/ChoiceField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';

/** All sources of the plan: which is in use, which stands by as a backup and how it joins. */
const plan = usePlan();
const edits = useEdits();
const ADD = [
  { id: '', name: msg`add another…` },
  ...SOURCE_KINDS.map(({ kind, words }) => ({ id: kind, name: words.short })),
];
const others = computed(() => plan.full.sources.filter((s) => s.id !== plan.source.id));
const TURNS_ON = [
  { id: 'hand', name: msg`by hand` },
  { id: 'itself', name: msg`by itself` },
];
/** The backup can take over from a tank, where it is no tank that the plan or a set draws on itself. */
const drawsOnTank = computed(
  () => tankOf(plan.full) !== undefined && tankOf(plan.full)?.id !== plan.full.backup?.sourceId,
);
const joining = computed(() => joiningSources(plan.full));
const backups = computed(() => [
  { id: '', name: msg`none` },
  ...others.value.map((s) => ({ id: s.id, name: s.name })),
]);
function pickBackup(id: string): void {
  if (!id) edits.backup(undefined, msg`no backup`);
  else edits.backup({ sourceId: id }, msg`choose the backup`);
}
</script>

<template>
  <details class="more" :open="others.length > 0">
    <summary>Other sources and a backup</summary>
    <ul v-if="others.length > 0">
      <li v-for="s in others" :key="s.id">
        <span>{{ s.name }}, {{ kindOf(s).words.short }}</span>
        <button type="button" class="asks" @click="edits.useSource(s.id)">use it</button>
        <button
          type="button"
          class="asks quiet"
          :aria-label="msg`Take ${s.name} away`"
          @click="edits.removeSource(s.id)"
        >
          take away
        </button>
      </li>
    </ul>
    <p class="fill">
      <ChoiceField
        label="Add a source"
        value=""
        :options="ADD"
        @pick="$event && edits.addSource($event as SourceKind)"
      />
    </p>
    <p v-if="others.length > 0" class="fill">
      Backup that joins the same pipes:
      <ChoiceField
        label="Backup"
        :value="plan.full.backup?.sourceId ?? ''"
        :options="backups"
        @pick="pickBackup"
      /><template v-if="plan.full.backup && drawsOnTank"
        >; when the tank is dry it is turned on
        <ChoiceField
          label="When the tank is dry"
          :value="plan.full.backup.takesOver ? 'itself' : 'hand'"
          :options="TURNS_ON"
          :is-default="plan.plan.backup?.takesOver === undefined"
          @pick="
            edits.backup({ takesOver: $event === 'itself' }, msg`change how the backup takes over`)
          " /></template
      >.
    </p>
    <p v-if="joining.length > 0" class="quiet">
      Each source has a branch of its own up to where the waters join: its valve, its backflow preventer and
      what else only its own water passes are put together in Pipework.
    </p>
  </details>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 6px 0;
}
li {
  display: flex;
  gap: 14px;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
li span {
  flex: 1;
}
</style>
