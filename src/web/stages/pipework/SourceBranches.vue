<script setup lang="ts">
import { computed } from 'vue';
import { msg } from '../../../core/language';
import { PIPES } from '../../../core/catalog/pipes';
import { branchPlace, joiningSources, wayToHead } from '../../../core/plan';
import AssemblyEditor from '../../assembly/AssemblyEditor.vue';
import ChoiceField from '../../parts/ChoiceField.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** Where several waters join, what only one of them passes: the branch of each source, and the pipe from it to the head. */
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();

const branches = computed(() => {
  const joining = joiningSources(plan.full);
  if (joining.length === 0) return [];
  return [plan.source, ...joining].map((source) => ({
    source,
    stated: plan.plan.sources.find((s) => s.id === source.id)?.joins,
    way: wayToHead(plan.full, source),
  }));
});
</script>

<template>
  <div v-for="b in branches" :key="b.source.id">
    <p class="fill">
      <b>{{ b.source.name }}</b><template v-if="b.way && b.way.lengthM > 0"
        >: {{ settings.show(b.way.lengthM, 'length') }} of
        <ChoiceField
          :label="msg`Pipe from ${b.source.name} to the head`"
          :value="b.way.piece.pipe"
          :options="PIPES"
          :is-default="b.stated?.pipe === undefined"
          @pick="
            edits.joinPipe(
              b.source.id,
              { pipe: $event, boreMm: undefined, hazenWilliamsC: undefined },
              msg`change the pipe to the head`,
            )
          "
        />
        lead to the head,
        <QuantityField
          :id="`extra-to-the-head ${b.source.id}`"
          :label="msg`More than straight, from ${b.source.name}`"
          kind="length"
          :value="b.source.joins.extraM"
          :is-default="b.stated?.extraM === undefined"
          :take="(v, g) => edits.joinPipe(b.source.id, { extraM: v }, msg`set the pipe to the head`, g)"
        />
        more than straight</template
      >; on its own branch:
    </p>
    <AssemblyEditor
      :place="branchPlace(b.source.id)"
      :from="b.source.name"
      :to="msg`where the waters join`"
      :name="msg`Branch of ${b.source.name}`"
      shelf-shut
    />
  </div>
</template>
