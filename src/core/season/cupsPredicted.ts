import { prepareRun } from '../hydraulics/run';
import { flowsAlong, mediumOf } from '../network';
import type { OpenFarm } from './types';

/**
 * What the emitters at places of a block should give, L/h, by the pressures there.
 * @returns of a bed that is not open nothing
 */
export function predictedCups(
  farm: OpenFarm,
  block: string,
  places: readonly { bed: string; along: number }[],
): (number | undefined)[] {
  const { results, open } = farm;
  const found = results.blocks.find((b) => b.built.layout.block.id === block);
  const medium = mediumOf(open);
  const flows = new Map<string, Float64Array>();
  return places.map(({ bed, along }) => {
    if (!found) return undefined;
    let own = flows.get(bed);
    if (!own) {
      const r = results.runs.findIndex(
        (x, i) =>
          i >= found.firstRun && i < found.firstRun + found.runCount && x.run.bed === bed && x.emitters > 0,
      );
      if (r < 0) return undefined;
      own = flowsAlong(prepareRun(results.built.network.laterals[r], medium), results.runs[r].inletKpa);
      flows.set(bed, own);
    }
    return own[Math.round(along * (own.length - 1))];
  });
}
