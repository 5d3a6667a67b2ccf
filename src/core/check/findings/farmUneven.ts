import { msg } from '../../language';
import { evennessOf, looksAtAll, type FarmResults } from '../../network';
import type { Tape } from '../../plan';
import type { Found } from '../finding';
import { findingKind, percent } from '../kind';
import { ownRegulator } from '../offers';
import type { State } from '../states';

type Said = { blocks: number; minLph: number; maxLph: number };

/** Materials by what they say on the label: blocks may each state the same one. */
const labelOf = ({ kind, spacingM, flowLph, atKpa, exponent, minKpa }: Tape): string =>
  JSON.stringify([kind, spacingM, flowLph, atKpa, exponent, minKpa]);

/** Each block is even enough in itself, but blocks of the same material are not alike. */
export const farmUneven = findingKind({
  code: 'farm-uneven',
  stage: 'pipework',
  find({ plan, results }: State): Found<Said>[] {
    const { evenness, uniformity: wished } = plan.wishes;
    // Schools that look at every emitter are asked run by run and block by block only.
    if (looksAtAll(evenness) || results.blocks.some((b) => b.emitters > 0 && b.uniformity < wished))
      return [];
    const groups = new Map<
      string,
      {
        cv: number;
        min: number;
        max: number;
        lph: number;
        emitters: number;
        low: number;
        blocks: Set<number>;
      }
    >();
    gather(results, groups);
    return [...groups.values()].flatMap((g) => {
      if (g.blocks.size < 2) return [];
      const measured = evennessOf(evenness, {
        cv: g.cv,
        minLph: g.min,
        maxLph: g.max,
        meanLph: g.lph / g.emitters,
        all: () => new Float64Array(),
      });
      if (measured >= wished) return [];
      return {
        grade: 'watch',
        place: { kind: 'block', block: g.low },
        measured,
        limit: wished,
        kind: 'share',
        says: { blocks: g.blocks.size, minLph: g.min, maxLph: g.max },
      };
    });
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`${says.blocks} blocks of one material water ${percent(measured)} evenly together`,
    howMuch: msg`The target is ${percent(limit)}. Emitters give from ${show(says.minLph, 'emitterFlow')} to ${show(says.maxLph, 'emitterFlow')} from block to block.`,
    why: msg`Each block is even in itself, but they start at different pressures: the same minutes give different water.`,
    tries: [
      msg`give each block a regulator of its own`,
      msg`set the regulators alike`,
      msg`give the blocks different times`,
    ],
  }),
  compares: {
    holds: 'E ≥ E_target',
    measured: msg`evenness over all blocks of one material`,
    limit: msg`target`,
    source: msg`The plan’s own target.`,
  },
  offers: ownRegulator,
});

/** Gathers the runs of each label over the blocks. */
function gather(
  results: FarmResults,
  groups: Map<
    string,
    { cv: number; min: number; max: number; lph: number; emitters: number; low: number; blocks: Set<number> }
  >,
) {
  for (const block of results.blocks)
    for (let i = block.firstRun; i < block.firstRun + block.runCount; i++) {
      const r = results.runs[i];
      if (r.emitters === 0) continue;
      const key = labelOf(r.run.tape);
      let g = groups.get(key);
      if (!g)
        groups.set(
          key,
          (g = {
            cv: r.run.tape.cv,
            min: Infinity,
            max: 0,
            lph: 0,
            emitters: 0,
            low: -1,
            blocks: new Set(),
          }),
        );
      if (r.minLph < g.min) {
        g.min = r.minLph;
        g.low = block.index;
      }
      g.max = Math.max(g.max, r.maxLph);
      g.lph += r.flowLph;
      g.emitters += r.emitters;
      g.blocks.add(block.index);
    }
}
