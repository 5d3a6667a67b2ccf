<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { msg } from '../../../core/language';
import { boxOf, outlineFromTape, tapeOf } from '../../../core/ground';
import { sheetOutline } from '../../../core/layout';
import { parseQuantity } from '../../../core/units';
import TextField from '../../parts/TextField.vue';
import { useDrafts } from '../../stores/drafts';
import { useEdits } from '../../stores/edits';
import { usePlan } from '../../stores/plan';
import { useSettings } from '../../stores/settings';

/** A field as it was taped: sides round it, and diagonals from the first corner. */
const emit = defineEmits<{ done: [] }>();
const plan = usePlan();
const edits = useEdits();
const settings = useSettings();

interface Row {
  side: string;
  diagonal: string;
  dent: boolean;
}
const show = (m: number): string => settings.show(m, 'length').replace(/\u00a0/g, ' ');
const now = sheetOutline(plan.block);
const taped = now && now.length <= 20 ? tapeOf(now) : undefined;
const rows = ref<Row[]>(
  Array.from({ length: taped?.sidesM.length ?? 4 }, (_, i) => ({
    side: taped ? show(taped.sidesM[i]) : '',
    diagonal: taped && i >= 2 && i < taped.sidesM.length - 1 ? show(taped.diagonalsM[i - 2]) : '',
    dent: false,
  })),
);
const why = ref('');
// Lengths are typed as they are taped: they are kept until the field is laid out.
const drafts = useDrafts();
const field = `${plan.block.id}/taped corners`;
const draft = drafts.texts.get(field);
if (draft) rows.value = JSON.parse(draft) as Row[];
watch(rows, (list) => drafts.put(field, JSON.stringify(list)), { deep: true, flush: 'sync' });
const hasDiagonal = (i: number): boolean => i >= 2 && i < rows.value.length - 1;
const next = (i: number): number => (i + 1 < rows.value.length ? i + 2 : 1);
const canTake = computed(() => rows.value.length > 3);

function lay(): void {
  const lengths: number[] = [];
  const diagonals: number[] = [];
  for (const [i, r] of rows.value.entries()) {
    const asked: [string, string, number[]][] = [
      [r.side, msg`The side from corner ${i + 1} to ${next(i)}`, lengths],
    ];
    if (hasDiagonal(i)) asked.push([r.diagonal, msg`The diagonal from corner 1 to ${i + 1}`, diagonals]);
    for (const [text, what, list] of asked) {
      const parsed = parseQuantity(text, 'length', settings.units);
      if (!parsed.ok)
        return void (why.value = `${what}: ${text.trim() === '' ? msg`still to be measured.` : parsed.why}`);
      list.push(parsed.value);
    }
  }
  const dents = new Set(rows.value.flatMap((r, i) => (r.dent ? [i] : [])));
  const reading = outlineFromTape({ sidesM: lengths, diagonalsM: diagonals, dents });
  if (!reading.ok) return void (why.value = msg`Corner ${reading.corner}: ${reading.why}.`);
  const box = boxOf(reading.outline);
  const [x, y] = [plan.block.xM - box.x0, plan.block.yM - box.y0];
  const refusal = edits.outline(
    reading.outline.map(([px, py]) => [px + x, py + y]),
    msg`lay out the taped field`,
  );
  if (refusal) return void (why.value = msg`Not taken: ${refusal.what}.`);
  drafts.drop(field);
  emit('done');
}
</script>

<template>
  <form class="taped" @submit.prevent="lay">
    <p class="quiet">
      Walk round the field from corner to corner and tape each side; then, from the first corner, the diagonal
      to every corner that is not beside it.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">corner</th>
          <th scope="col">side to the next</th>
          <th scope="col">from corner 1</th>
          <th scope="col">dents in</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(r, i) in rows" :key="i">
          <th scope="row">{{ i + 1 }}</th>
          <td>
            <TextField
              :id="`taped-side ${i}`"
              width="100%"
              :value="r.side"
              :label="msg`Side from corner ${i + 1} to ${next(i)}`"
              :take="(t) => void (r.side = t)"
            />
          </td>
          <td>
            <TextField
              v-if="hasDiagonal(i)"
              :id="`taped-diagonal ${i}`"
              width="100%"
              :value="r.diagonal"
              :label="msg`Diagonal from corner 1 to ${i + 1}`"
              :take="(t) => void (r.diagonal = t)"
            />
          </td>
          <td>
            <input
              v-if="i >= 2"
              v-model="r.dent"
              type="checkbox"
              :aria-label="msg`The field turns in at corner ${i + 1}`"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="why" class="why" role="alert">{{ why }}</p>
    <p class="acts">
      <button type="submit" class="small">lay it out</button>
      <button type="button" class="small" @click="rows.push({ side: '', diagonal: '', dent: false })">
        a further corner
      </button>
      <button v-if="canTake" type="button" class="small" @click="rows.pop()">one fewer</button>
      <button type="button" class="small" @click="emit('done')">leave it</button>
    </p>
  </form>
</template>

<style scoped>
.taped {
  border-left: 4px solid var(--leaf);
  padding-left: 10px;
  margin-bottom: 12px;
}
table {
  border-collapse: collapse;
  font-size: 14px;
  margin-bottom: 6px;
}
th,
td {
  text-align: left;
  padding: 2px 8px 2px 0;
  font-weight: 400;
}
thead th {
  font-size: 12.5px;
  color: var(--faint);
}
.why {
  color: var(--alarm);
  font-size: 13.5px;
  margin-bottom: 6px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 0;
}
</style>
