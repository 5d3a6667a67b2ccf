import { msg } from '../../language';
import { KPA_PER_M } from '../../hydraulics/water';
import { limitsOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { all, lessPressure, ownRegulator } from '../offers';
import type { State } from '../states';

type Said = { setKpa: number; fallM: number };

/** A regulator in the head stands so far above a block with none of its own that the fall undoes its work. */
export const regulatorUphill = findingKind({
  code: 'regulator-uphill',
  stage: 'pipework',
  find({ plan, results }: State): Found<Said>[] {
    const regulator = results.built.head.filter((s) => s.part.role === 'regulator').at(-1);
    if (!regulator) return [];
    const { setKpa } = regulator.part;
    return results.blocks.flatMap((block) => {
      if (block.built.inlet.some((s) => s.part.role === 'regulator')) return [];
      const gained = block.rest.lowestTapeKpa - results.rest.outletKpa;
      const limit = limitsOf(plan).uphillShare * setKpa;
      if (!isOver(gained, limit)) return [];
      return {
        grade: 'watch',
        place: { kind: 'block', block: block.index },
        measured: gained,
        limit,
        kind: 'pressure',
        says: { setKpa, fallM: gained / KPA_PER_M },
      };
    });
  },
  words: ({ measured, says }, show) => ({
    title: msg`The regulator is far uphill of its block`,
    howMuch: msg`Below it the ground falls by ${show(says.fallM, 'height')}, which adds ${show(measured, 'pressure')} to its set ${show(says.setKpa, 'pressure')}.`,
    why: msg`A regulator sets the pressure at its own place; every metre of fall after it adds a tenth of a bar.`,
    tries: [msg`set a regulator at the block`, msg`choose a lower set pressure`],
  }),
  compares: {
    holds: 'ρ·g·z ≤ s · p_set',
    measured: msg`gained below it`,
    limit: msg`acceptable`,
    source: 'uphillShare',
  },
  offers: all(ownRegulator, lessPressure),
});
