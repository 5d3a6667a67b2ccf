import { isTimed } from '../../catalog/headParts';
import { FAMILIES, pipeKind } from '../../catalog/pipes';
import { KPA_PER_M } from '../../hydraulics/water';
import { HEAD } from '../../plan';
import { finding, type Check, type Finding } from '../types';
import { assemblies } from './parts';

/** A part or pipe stands more pressure with nothing flowing than it is rated for. */
export const overRated: Check = (_plan, results) => {
  const found: Finding[] = assemblies(results).flatMap(({ place, parts }) =>
    parts
      .map(({ step, restKpa }, i) => {
        // A regulator stands at what reaches it, not at what it lets out.
        const before =
          i > 0 ? parts[i - 1].restKpa : place === HEAD ? results.rest.sourceKpa : entryRest(place);
        return { step, kpa: step.part.role === 'regulator' ? before : restKpa };
      })
      .filter(({ step, kpa }) => kpa > step.part.ratingKpa)
      .map(({ step, kpa }) =>
        finding(
          'over-rated',
          'stop',
          { kind: 'part', place, id: step.part.id },
          {
            measured: kpa,
            limit: step.part.ratingKpa,
            kind: 'pressure',
            names: { what: step.part.name },
          },
        ),
      ),
  );
  function entryRest(place: string): number {
    return results.blocks.find((b) => b.built.layout.block.id === place)!.rest.entryKpa;
  }
  for (const m of results.mains) {
    const { name, family } = pipeKind(m.laid.piece.pipe);
    const lowest = Math.min(m.laid.start.zM, m.laid.end.zM);
    const kpa = results.rest.outletKpa + (results.built.intake.headM - lowest) * KPA_PER_M;
    if (kpa > FAMILIES[family].ratingKpa)
      found.push(
        finding(
          'over-rated',
          'stop',
          { kind: 'main', to: m.laid.to },
          {
            measured: kpa,
            limit: FAMILIES[family].ratingKpa,
            kind: 'pressure',
            names: { what: name },
          },
        ),
      );
  }
  return found;
};

/** A valve that shuts at once would send a surge through a piece of the main over what it, or a part before it, stands. */
export const surge: Check = (plan, results) => {
  const slams = assemblies(results).some(({ parts }) =>
    parts.some(
      ({ step: { part } }) =>
        part.role === 'ball-valve' || (isTimed(part.role) && part.role !== 'motor-valve'),
    ),
  );
  if (!slams) return [];
  const weakest = plan.head.reduce((least, p) => (p.ratingKpa < least.ratingKpa ? p : least), {
    name: '',
    ratingKpa: Infinity,
  });
  const worst = results.mains
    .map((m, i) => {
      const { name, family } = pipeKind(m.laid.piece.pipe);
      const pipe = { name, ratingKpa: FAMILIES[family].ratingKpa };
      // The wave runs back to the head through the pieces that hang on it directly.
      const what = m.laid.from === HEAD && weakest.ratingKpa < pipe.ratingKpa ? weakest : pipe;
      return { i, what, kpa: Math.max(m.startKpa, m.endKpa) + m.surgeKpa };
    })
    .filter(({ what, kpa }) => kpa > what.ratingKpa)
    .sort((a, b) => b.kpa - b.what.ratingKpa - (a.kpa - a.what.ratingKpa))[0];
  if (!worst) return [];
  const piece = results.mains[worst.i];
  return [
    finding(
      'surge',
      'mind',
      { kind: 'main', to: piece.laid.to },
      {
        measured: worst.kpa,
        limit: worst.what.ratingKpa,
        kind: 'pressure',
        values: { surgeKpa: piece.surgeKpa, velocity: piece.velocityMps },
        names: { what: worst.what.name },
      },
    ),
  ];
};
