import { msg } from '../../language';
import { HEAD_PARTS, isTimed } from '../../catalog/headParts';
import { pipeKind, strengthOf } from '../../catalog/pipes';
import { HEAD } from '../../plan';
import { everyPart } from '../facts/parts';
import type { Found } from '../finding';
import { findingKind, isOver } from '../kind';
import { all, fewerAtOnce, ofSource, steps, swapFor, widerMain } from '../offers';
import type { State } from '../states';

type Said = { surgeKpa: number; velocity: number; what: string; closeS: number };

const MS = 1000;

/** A valve that shuts at once would send a wave through a piece of the main over the rating of it, or of a part before it. */
export const surge = findingKind({
  code: 'surge',
  stage: 'pipework',
  when: ['open', 'high'],
  find({ plan, results }: State): Found<Said>[] {
    const slams = everyPart(results).some(
      ({ step: { part } }) =>
        part.role === 'ball-valve' || (isTimed(part.role) && part.role !== 'motor-valve'),
    );
    if (!slams) return [];
    const weakest = plan.head.reduce((least, p) => (p.ratingKpa < least.ratingKpa ? p : least), {
      name: '',
      ratingKpa: Infinity,
    });
    const worst = results.mains
      .map((m) => {
        const kind = pipeKind(m.laid.piece.pipe);
        const { waveMps, ratingKpa } = strengthOf(kind);
        const pipe = { name: kind.name, ratingKpa };
        // The wave runs back to the head through the pieces that hang on it directly.
        const what = m.laid.from === HEAD && weakest.ratingKpa < pipe.ratingKpa ? weakest : pipe;
        const closeS = (2 * m.laid.lengthM) / waveMps;
        return { m, what, closeS, kpa: Math.max(m.startKpa, m.endKpa) + m.surgeKpa };
      })
      .filter(({ what, kpa }) => isOver(kpa, what.ratingKpa))
      .sort((a, b) => b.kpa - b.what.ratingKpa - (a.kpa - a.what.ratingKpa))[0];
    if (!worst) return [];
    return [
      {
        grade: 'watch',
        place: { kind: 'main', to: worst.m.laid.to },
        measured: worst.kpa,
        limit: worst.what.ratingKpa,
        kind: 'pressure',
        says: {
          surgeKpa: worst.m.surgeKpa,
          velocity: worst.m.velocityMps,
          what: worst.what.name,
          closeS: worst.closeS,
        },
      },
    ];
  },
  words: ({ measured, limit, says }, show) => ({
    title: msg`A valve shut suddenly would overload the main`,
    howMuch: msg`Water at ${show(says.velocity, 'velocity')} stopped at once adds ${show(says.surgeKpa, 'pressure')} of water hammer: ${show(measured, 'pressure')} on a ${says.what} rated for ${show(limit, 'pressure')}.`,
    why: msg`Ball valves and solenoids slam; the wave runs back through the pipe faster than a car. Shut over more than ${Math.max(1, Math.round(says.closeS * MS) / MS).toFixed(0)} s, it is weaker.`,
    tries: [msg`open and shut slowly`, msg`use a gate or motor valve`, msg`use a wider pipe`],
  }),
  compares: {
    holds: 'p + ρ·a·V ≤ p_rated',
    measured: msg`pressure and water hammer together`,
    limit: msg`its rating`,
    source: msg`Joukowsky 1898; ratings of the label.`,
  },
  offers: all(
    ofSource(({ plan }) => {
      const ball = plan.head.find((p) => p.role === 'ball-valve');
      if (!ball) return [];
      const gates = HEAD_PARTS.filter((p) => p.role === 'gate-valve');
      return [steps(gates, swapFor(HEAD, ball))];
    }),
    widerMain,
    fewerAtOnce,
  ),
});
