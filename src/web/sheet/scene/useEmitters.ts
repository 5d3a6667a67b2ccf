import { computed, shallowRef, watch } from 'vue';
import { emitterLph } from '../../../core/hydraulics/emitter';
import { placeOnRun, toSheet, type LaidRun } from '../../../core/layout';
import { emitterOf } from '../../../core/network';
import type { Tape } from '../../../core/plan';
import { emittersLayer, type EmitterAt, type Layer } from '../../../core/scene';
import { usePlan } from '../../stores/plan';
import { useResults } from '../../stores/results';
import { useSettings } from '../../stores/settings';
import { useLabels, type SheetLabel } from '../labels/useLabels';

const MOST_RUNS = 60;
/** Emitters so far apart bear their flow, px. */
const LABEL_PX = 84;
/** Seen, or so near the edge that part of it is, px. */
const NEAR_PX = 20;
const RANK = 78;

type Dot = EmitterAt & { tape: Tape };

/** Emitters of the runs in view, once they are far enough apart to be told; their flow nearer still. */
export function useEmitters(
  near: () => boolean,
  view: () => {
    toScreen: (x: number, y: number) => [number, number];
    k: number;
    width: number;
    height: number;
  },
) {
  const plan = usePlan();
  const results = useResults();
  const settings = useSettings();
  const shown = emittersShown(view, results, near);
  const layers = computed((): Layer[] => (shown.value.length > 0 ? [emittersLayer(shown.value)] : []));
  useLabels(() => ({
    labels:
      view().k * plan.block.tape.spacingM > LABEL_PX
        ? shown.value.map((d, i): SheetLabel => ({
            key: `emitter/${i}`,
            text: settings.show(emitterLph(emitterOf(d.tape), d.kpa), 'emitterFlow'),
            style: 'figure',
            rank: RANK,
            at: view().toScreen(d.xM, d.yM),
            stands: [-12, 14].map((dy) => ({ dx: 0, dy, anchor: 'middle' })),
          }))
        : [],
  }));
  const count = computed(() => shown.value.length);
  return { layers, count };
}

/** Emitters within view, asked of the worker when the view rests. */
function emittersShown(
  view: Parameters<typeof useEmitters>[1],
  results: ReturnType<typeof useResults>,
  near: () => boolean,
) {
  const dots = shallowRef<Dot[]>([]);

  const seen = ([x, y]: readonly [number, number]): boolean => {
    const { width, height } = view();
    return x > -NEAR_PX && x < width + NEAR_PX && y > -NEAR_PX && y < height + NEAR_PX;
  };
  /** A place along a run on the sheet. */
  const onSheet = (run: LaidRun, distanceM: number) =>
    toSheet(results.solved!.results.layout.blocks[run.block].frame, ...placeOnRun(run, distanceM));
  const inView = computed(() => {
    const list: number[] = [];
    if (!near()) return list;
    const { toScreen, width, height } = view();
    (results.solved?.results.runs ?? []).forEach(({ run }, i) => {
      const [ax, ay] = toScreen(...onSheet(run, 0));
      const [bx, by] = toScreen(...onSheet(run, run.lengthM));
      const seenX = Math.max(ax, bx) > -NEAR_PX && Math.min(ax, bx) < width + NEAR_PX;
      const seenY = Math.max(ay, by) > -NEAR_PX && Math.min(ay, by) < height + NEAR_PX;
      if (seenX && seenY && list.length < MOST_RUNS) list.push(i);
    });
    return list;
  });
  watch(
    [inView, () => results.solved],
    async () => {
      const runs = results.solved?.results.runs;
      const asked = inView.value;
      if (!runs || asked.length === 0) return void (dots.value.length > 0 && (dots.value = []));
      const found = await results.emitters(asked);
      if (asked !== inView.value) return;
      dots.value = found.flatMap(({ distanceM, kpa }, i) => {
        const { run } = runs[asked[i]];
        const { tape } = run;
        const footKpa = results.footOf(results.solved!.plan.blocks[run.block].id, tape);
        return Array.from(kpa, (p, e): Dot => {
          const [xM, yM] = onSheet(run, distanceM[e]);
          return { xM, yM, kpa: p, footKpa, maxKpa: tape.maxKpa, tape };
        });
      });
    },
    { immediate: true },
  );
  const shown = computed(() => dots.value.filter((d) => seen(view().toScreen(d.xM, d.yM))));
  return shown;
}
