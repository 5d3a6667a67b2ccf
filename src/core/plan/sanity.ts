import type { FullPlan } from './types';

/** Two fields of a plan that contradict each other. */
export interface Contradiction {
  /** Path of the field to mend. */
  path: string;
  what: string;
}

/** What single fields allow but together make no sense. Checked on a plan filled in. */
export function contradictions(plan: FullPlan): Contradiction[] {
  const found: Contradiction[] = [];
  const add = (path: string, what: string): void => void found.push({ path, what });
  if (!plan.sources.some((s) => s.id === plan.sourceId))
    add('sourceId', `there is no source “${plan.sourceId}”`);
  plan.sources.forEach((s, i) => {
    if (s.kind === 'tank') {
      if (s.lowM < s.outletM) add(`sources[${i}].lowM`, 'the low water stands below the outlet');
      if (s.highM < s.lowM) add(`sources[${i}].highM`, 'the high water stands below the low water');
    } else if (s.method === 'gauge' && s.flowingKpa >= s.shutKpa) {
      add(`sources[${i}].flowingKpa`, 'with water running the gauge must read less than shut');
    }
  });
  plan.blocks.forEach((b, i) => {
    if (b.tape.minKpa >= b.tape.maxKpa) {
      add(`blocks[${i}].tape.minKpa`, 'the least working pressure must be below the highest');
    }
    if (b.regulator.minLph >= b.regulator.maxLph) {
      add(`blocks[${i}].regulator.minLph`, 'the regulator’s least flow must be below its greatest');
    }
  });
  return found;
}
