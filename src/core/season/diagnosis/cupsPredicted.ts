import { prepareRun } from '../../hydraulics/run';
import { flowsAlong, mediumOf } from '../../network';
import { expectedReadings } from './expected';
import type { OpenFarm, Reading } from './types';

/** Law of a run's emitters that give the same at any pressure above their least. */
const COMPENSATING = 3;

/** What pressures read in a block are of those expected there: at its inlet and header, and at far ends of runs. */
export interface PressuresRead {
  /** How many were read. */
  count: number;
  header?: number;
  ends?: number;
}

/** Gauges read in a block while a set runs, as shares of what is expected. */
export function pressuresIn(farm: OpenFarm, block: string, readings: readonly Reading[]): PressuresRead {
  const index = farm.results.blocks.find((b) => b.built.layout.block.id === block)?.index;
  const expected = new Map(expectedReadings(farm).map((e) => [e.spot.id, e]));
  const header: number[] = [];
  const ends: number[] = [];
  for (const r of readings) {
    const e = expected.get(r.spot);
    if (!e || e.spot.kind !== 'gauge' || e.spot.block !== index || index === undefined) continue;
    if (r.set !== farm.set?.id || !((r.value ?? 0) > 0) || !(e.value > 0)) continue;
    (e.spot.run === undefined ? header : ends).push(r.value! / e.value);
  }
  const mean = (of: number[]): number => of.reduce((a, b) => a + b, 0) / of.length;
  return {
    count: header.length + ends.length,
    ...(header.length > 0 && { header: mean(header) }),
    ...(ends.length > 0 && { ends: mean(ends) }),
  };
}

/**
 * What the emitters at places of a block should give, L/h, by the pressures there: those read, where some were, else as planned.
 * @returns of a bed that is not open nothing
 */
export function predictedCups(
  farm: OpenFarm,
  block: string,
  places: readonly { bed: string; along: number }[],
  read: PressuresRead = { count: 0 },
): (number | undefined)[] {
  const { results, open } = farm;
  const found = results.blocks.find((b) => b.built.layout.block.id === block);
  const medium = mediumOf(open);
  const flows = new Map<string, { lph: Float64Array; farther: number }>();
  const atInlet = read.header ?? read.ends ?? 1;
  return places.map(({ bed, along }) => {
    if (!found) return undefined;
    let own = flows.get(bed);
    if (!own) {
      const r = results.runs.findIndex(
        (x, i) =>
          i >= found.firstRun && i < found.firstRun + found.runCount && x.run.bed === bed && x.emitters > 0,
      );
      if (r < 0) return undefined;
      const run = prepareRun(results.built.network.laterals[r], medium);
      const scaled = flowsAlong(run, results.runs[r].inletKpa * atInlet);
      // Loss along the run other than planned shows at its far end only.
      let farther = 1;
      if (read.header !== undefined && read.ends !== undefined && run.law !== COMPENSATING)
        farther = (read.ends / read.header) ** run.exponent;
      flows.set(bed, (own = { lph: scaled, farther }));
    }
    return own.lph[Math.round(along * (own.lph.length - 1))] * (1 + along * (own.farther - 1));
  });
}
