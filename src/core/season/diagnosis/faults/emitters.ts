import { msg } from '../../../language';
import type { LateralSpec } from '../../../hydraulics/network';
import { withLaterals } from '../alter';
import { stretchesOf } from '../stretches';
import type { Fault, OpenFarm } from '../types';
import { faultKind, siteKey } from './kind';

/** Emitters that give another flow than on their label. A microtube's follows from its size: there are then fewer of them. */
function giving(lateral: LateralSpec, share: number): LateralSpec {
  const { emitter } = lateral;
  if (emitter.kind === 'microtube')
    return { ...lateral, emitter: { ...emitter, spacingM: emitter.spacingM / share } };
  return { ...lateral, emitter: { ...emitter, flowLph: emitter.flowLph * share } };
}

const inRuns = ({ results }: OpenFarm, runs: ReadonlySet<number>, share: number) => ({
  network: withLaterals(results.built.network, (l, i) => (runs.has(i) ? giving(l, share) : l)),
});

const SHARES = [0.08, 0.15, 0.3, 0.5, 0.7, 0.9];

export const clogged = faultKind({
  kind: 'clogged',
  name: msg`emitters clogged`,
  often: 14,
  words: {
    title: msg`Emitters are clogged`,
    looksLike: msg`Pressures are right or a little high, the meter turns slower, cups fill slowly and unevenly; some emitters give nothing beside others that drip.`,
    mend: msg`Flush main, header and runs in this order. Slime or lime may need a treatment that the law and the label allow, by someone who knows it; if not, new tape. Then find why: filter torn, or water that changed.`,
  },
  size: (share, show) => msg`about ${show(share, 'share')} of the flow is lost`,
  make(farm) {
    const { results } = farm;
    const of = (id: string, site: Fault['site'], runs: readonly number[]): Omit<Fault, 'kind' | 'group'> => {
      const set = new Set(runs);
      return {
        id: `clogged/${id}`,
        site,
        sizes: SHARES,
        change: (share) => ({ ...inRuns(farm, set, 1 - share), gaps: { at: siteKey(site), share } }),
      };
    };
    const range = (first: number, count: number): number[] =>
      Array.from({ length: count }, (_, i) => first + i);
    const stretches = stretchesOf(results);
    return [
      ...stretches.map((s) =>
        of(`beds/${s.blockId}/${s.keys[0]}`, { at: 'beds', block: s.blockId, keys: s.keys }, s.runs),
      ),
      ...(stretches.length > 1
        ? results.blocks
            .filter((b) => b.emitters > 0 && stretches.filter((s) => s.block === b.index).length > 1)
            .map((b) =>
              of(
                `block/${b.built.layout.block.id}`,
                { at: 'block', block: b.built.layout.block.id },
                range(b.firstRun, b.runCount),
              ),
            )
        : []),
      ...(results.blocks.length > 1 ? [of('farm', { at: 'farm' }, range(0, results.runs.length))] : []),
    ];
  },
});

/** Tapes of the same looks differ in flow by about this much. */
const OTHER_FLOWS = [0.5, 0.67, 1.5, 2];

export const wrongTape = faultKind({
  kind: 'wrong-tape',
  name: msg`another tape than planned`,
  often: 2,
  words: {
    title: msg`Another tape lies there than was planned`,
    looksLike: msg`The pressure at the header is off and cups fill evenly but by another amount than the label of the plan says, right from the first day.`,
    mend: msg`Read the roll’s label. Put what lies there into the plan: then Check says whether it can stay, and the minutes are right again.`,
  },
  size: (times, show) => msg`its emitters give ${show(times, 'share')} of the planned flow`,
  make: (farm) =>
    farm.results.blocks.flatMap((b) => {
      const { block } = b.built.layout;
      if (b.emitters === 0) return [];
      const runs = new Set(Array.from({ length: b.runCount }, (_, i) => b.firstRun + i));
      return OTHER_FLOWS.map((times) => ({
        id: `wrong-tape/${block.id}/${times}`,
        site: { at: 'block' as const, block: block.id },
        sizes: [times],
        change: (share: number) => inRuns(farm, runs, share),
      }));
    }),
});
