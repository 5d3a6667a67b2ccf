import { msg } from '../../language';
import { pipeKind, strengthOf } from '../../catalog/pipes';
import { KPA_PER_M } from '../../hydraulics/water';
import { HEAD } from '../../plan';
import type { Found, Place } from '../finding';
import { findingKind, isOver } from '../kind';
import { all, lowerCutOut, ownRegulator, sized, strongerPipe } from '../offers';
import type { State } from '../states';
import { assemblies } from '../facts/parts';

type Said = { what: string };

/** With nothing flowing, a part, a pipe of the main or a header stands above its rating. */
export const overRated = findingKind({
  code: 'over-rated',
  stage: 'pipework',
  find({ results }: State): Found<Said>[] {
    const found: Found<Said>[] = [];
    const stands = (place: Place, what: string, measured: number, limit: number): void => {
      if (isOver(measured, limit))
        found.push({ grade: 'stop', place, measured, limit, kind: 'pressure', says: { what } });
    };
    for (const { place, parts, restKpa } of assemblies(results)) {
      let before = restKpa;
      for (const { step, restKpa: after } of parts) {
        // A regulator stands at what reaches it, not at what it lets out.
        const kpa = step.part.role === 'regulator' ? before : after;
        stands({ kind: 'part', place, id: step.part.id }, step.part.name, kpa, step.part.ratingKpa);
        before = after;
      }
    }
    for (const { laid } of results.mains) {
      const kind = pipeKind(laid.piece.pipe);
      const lowestM = Math.min(laid.start.zM, laid.end.zM);
      const kpa = results.rest.outletKpa + (results.built.intake.headM - lowestM) * KPA_PER_M;
      stands({ kind: 'main', to: laid.to }, kind.name, kpa, strengthOf(kind).ratingKpa);
    }
    for (const { index, built, rest } of results.blocks) {
      const kind = pipeKind(built.layout.block.header.pipe);
      const lowestRiseM = Math.min(0, ...built.takeOffRiseM);
      const kpa = rest.feedKpa - lowestRiseM * KPA_PER_M;
      stands(
        { kind: 'header', block: index },
        msg`${kind.name} of the header`,
        kpa,
        strengthOf(kind).ratingKpa,
      );
    }
    return found;
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`The ${says.what} is above its rating`,
    howMuch: msg`With no water running it is at ${show(measured, 'pressure')}; it is rated for ${show(limit, 'pressure')}.`,
    why: msg`It holds for a while, and bursts at night when every valve is shut.`,
    tries: [msg`use a stronger part`, msg`put a regulator or a relief valve before it`],
  }),
  compares: {
    holds: 'p_rest ≤ p_rated',
    measured: msg`with no water running`,
    limit: msg`its rating`,
    source: 'label',
  },
  alike: ({ place, says }) => (place.kind === 'part' && place.place === HEAD ? place.id : says.what),
  offers: all(sized(), strongerPipe, ownRegulator, lowerCutOut),
  restsOn: ['source'],
});
