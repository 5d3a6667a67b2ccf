import type { PartKind } from '../../catalog/headParts';
import type { Surface } from '../../ground';
import { piece } from '../fields/over';
import { filledIn, unaidedKpa } from '../sources';
import { fullPart } from './fullPart';
import type { Plan, Source } from './types';

/** A booster that holds a pressure is set to hold this much more than there is without it, kPa. */
const BOOST_BY_KPA = 100;

/** A source with every field filled in. */
export function fullSource(
  stated: Plan['sources'][number],
  surface: Surface,
  own: readonly PartKind[],
): Source & { id: string } {
  const known = {
    ...filledIn(stated),
    branch: (stated.branch ?? []).map((p) => fullPart(p, own)),
    joins: piece(stated.joins, 'pe-1', { extraM: 0 }),
  };
  const source =
    stated.heightM === undefined ? { ...known, heightM: surface.heightAt(known.xM, known.yM) } : known;
  if (stated.booster?.holdKpa !== undefined) return source;
  return { ...source, booster: { ...source.booster, holdKpa: unaidedKpa(source) + BOOST_BY_KPA } };
}
