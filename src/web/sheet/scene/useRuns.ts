import { computed } from 'vue';
import type { BlockLayout } from '../../../core/layout';
import type { Tape } from '../../../core/plan';
import { runsLayer, type RunsLayer, type Shading } from '../../../core/scene';
import { useResults } from '../../stores/results';

/** Runs that fall on the same pixels are drawn as one of them. */
const APART_PX = 0.9;

/** Every run, shaded along its length by pressure against the window. */
export function useRuns(blocks: () => readonly BlockLayout[], k: () => number) {
  const results = useResults();

  /** Where each run's shading begins; the solved plan may be one edit behind the drawing. */
  function shadingOf(layout: BlockLayout): Shading | undefined {
    const { solved } = results;
    const block = solved?.results.blocks.find((b) => b.built.layout.block.id === layout.block.id);
    if (!solved || !block || !solved.shading) return undefined;
    const before = block.built.layout.runs;
    let byId: Map<string, number> | undefined;
    const feet = new Map<Tape, number>();
    return {
      kpa: solved.shading,
      points: solved.points,
      placeOf: (i) => {
        if (block.built.layout === layout) return block.firstRun + i;
        const { id } = layout.runs[i];
        // Most edits leave the runs in their order.
        if (before[i]?.id === id) return block.firstRun + i;
        byId ??= new Map(before.map((run, j) => [run.id, block.firstRun + j]));
        return byId.get(id) ?? -1;
      },
      windowOf: (i) => {
        const { tape } = layout.runs[i];
        let foot = feet.get(tape);
        if (foot === undefined) feet.set(tape, (foot = results.footOf(layout.block.id, tape)));
        return [foot, tape.maxKpa];
      },
    };
  }
  function everyOf({ block: { beds } }: BlockLayout): number {
    const apartPx = ((beds.widthM + beds.pathM) / Math.max(1, beds.runsPerBed)) * k();
    return Math.max(1, Math.floor(APART_PX / apartPx));
  }

  interface Known {
    solved: unknown;
    layer: RunsLayer;
  }
  let known = new Map<string, Known>();
  const layers = computed(() => {
    const { solved } = results;
    const next = new Map(
      blocks().map((layout): [string, Known] => {
        const { id } = layout.block;
        const was = known.get(id);
        const every = everyOf(layout);
        // An edit elsewhere, before its answer has come.
        if (was?.solved === solved && was?.layer.layout === layout && was.layer.every === every)
          return [id, was];
        return [id, { solved, layer: runsLayer(layout, shadingOf(layout), every, was?.layer) }];
      }),
    );
    known = next;
    return [...next.values()].map((k) => k.layer);
  });
  return { layers };
}
