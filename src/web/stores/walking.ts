import { computed, type ShallowRef } from 'vue';
import { footKpa, walkTo, type PressureWalk } from '../../core/network';
import type { Tape } from '../../core/plan';
import type { usePlan } from './plan';
import type { Solved } from './showing';
import type { useView } from './view';

/** The way of the water to the run that is looked at, and what its tape needs there. */
export function createWalk(
  { solved, walked }: { solved: ShallowRef<Solved | undefined>; walked: ShallowRef<Solved | undefined> },
  plan: ReturnType<typeof usePlan>,
  view: ReturnType<typeof useView>,
) {
  /** The run the walk goes to: the weakest of the bed pointed at or picked, else of all. */
  const walkRun = computed(() => {
    const r = walked.value?.results;
    if (!r) return -1;
    const bed = view.pointedBed ?? view.pickedBed;
    const within = bed && r.blocks.find((b) => walked.value!.plan.blocks[b.index].id === bed.block);
    if (!bed || !within) return r.weakest;
    let found = -1;
    for (let i = within.firstRun; i < within.firstRun + within.runCount; i++)
      if (r.runs[i].run.bed === bed.key && (found < 0 || r.runs[i].minKpa < r.runs[found].minKpa)) found = i;
    return found < 0 ? r.weakest : found;
  });
  const walk = computed<PressureWalk | undefined>(() =>
    walked.value && walkRun.value >= 0
      ? walkTo(walked.value.plan, walked.value.results, walkRun.value)
      : undefined,
  );
  /** The tape at the end of the walk. */
  const walkTape = computed(() =>
    walk.value ? walked.value!.results.runs[walk.value.runIndex].run.tape : plan.block.tape,
  );

  /** The least pressure at which what is laid in a block works, kPa. */
  function footOf(blockId: string, tape: Tape): number {
    const now = solved.value;
    const block = now?.results.blocks.find((b) => b.built.layout.block.id === blockId);
    return now && block ? footKpa(now.plan, now.results, block, tape) : tape.minKpa;
  }
  /** The same at the end of the walk. */
  const walkFootKpa = computed(() => {
    const r = walk.value && walked.value!.results.runs[walk.value.runIndex];
    return r ? footOf(walked.value!.plan.blocks[r.run.block].id, r.run.tape) : walkTape.value.minKpa;
  });

  return { walk, walkRun, walkTape, walkFootKpa, footOf };
}
