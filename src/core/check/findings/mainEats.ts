import { limitsOf } from '../../plan';
import { finding, type Check } from '../types';

/** Friction in the main, from the head to some block, takes too great a share of what the source gives. */
export const mainEats: Check = (plan, results) => {
  const first = results.built.intakeSteps.at(-1)?.to ?? results.built.network.supply.node;
  const kpa = results.solution.nodeKpa[results.built.nodeAt(first)];
  if (!(kpa > 0)) return [];
  const byEnd = new Map(results.built.mains.map((m, i) => [m.to, i]));
  const ways = results.blocks.map((block) => {
    const pieces: number[] = [];
    for (let i = byEnd.get(block.built.entry); i !== undefined; i = byEnd.get(results.built.mains[i].from))
      pieces.push(i);
    return { pieces, friction: pieces.reduce((sum, i) => sum + results.mains[i].frictionKpa, 0) };
  });
  const worst = ways.reduce((a, b) => (b.friction > a.friction ? b : a), {
    pieces: [] as number[],
    friction: 0,
  });
  const limit = limitsOf(plan).mainShare * kpa;
  if (worst.friction <= limit) return [];
  const hungriest = worst.pieces.reduce((a, b) =>
    results.mains[b].frictionKpa > results.mains[a].frictionKpa ? b : a,
  );
  const piece = results.mains[hungriest];
  return [
    finding(
      'main-eats',
      'mend',
      { kind: 'main', to: piece.laid.to },
      {
        measured: worst.friction,
        limit,
        kind: 'pressure',
        values: {
          share: worst.friction / kpa,
          lengthM: worst.pieces.reduce((sum, i) => sum + results.mains[i].laid.lengthM, 0),
          boreMm: piece.laid.piece.boreMm,
          flowLph: piece.flowLph,
        },
      },
    ),
  ];
};
