import { PIPES, type PipeKind } from '../catalog/pipes';
import { velocityMps } from '../hydraulics/friction';
import { lossAcross } from '../hydraulics/network';
import { mediumOf, type BlockResult } from '../network';
import { limitsOf, type FullPlan } from '../plan';

/** How many beds one size of header can carry in a block. */
export interface HeaderSize {
  pipe: PipeKind;
  /** Fed from an end: as many as friction, and as many as speed allows; the lesser counts. */
  byFriction: number;
  bySpeed: number;
  beds: number;
  /** Fed from the middle: both halves together. */
  middleBeds: number;
  runs: number;
}

/** No block has more. */
const MOST_BEDS = 500;

/**
 * A header-size table for a block as it is: each size of pipe with the number of its beds that it carries before its
 * friction, or its water's speed, passes the plan's limits. Beds are taken as far apart as here and as thirsty as the
 * mean of those here; friction is added up from the far bed to the feed.
 */
export function headerSizes(plan: FullPlan, block: BlockResult): HeaderSize[] {
  const { widthM, pathM } = plan.blocks[block.index].beds;
  const watering = block.beds.filter((b) => b.flowLph > 0);
  if (watering.length === 0) return [];
  const bedLph = block.flowLph / watering.length;
  const runsPerBed = block.runCount / watering.length;
  const limits = limitsOf(plan);
  const medium = mediumOf(plan);
  const mostKpa = limits.headerShare * block.feedKpa;
  return PIPES.map((pipe) => {
    const link = {
      kind: 'pipe' as const,
      from: '',
      to: '',
      lengthM: widthM + pathM,
      diameterMm: pipe.boreMm,
      hazenWilliamsC: pipe.c,
    };
    let friction = 0;
    let byFriction = 1;
    // One more bed at the feed: the piece before it carries all beyond it.
    while (byFriction < MOST_BEDS) {
      friction += lossAcross(link, byFriction * bedLph, medium);
      if (friction > mostKpa) break;
      byFriction++;
    }
    const bySpeed = Math.min(MOST_BEDS, Math.floor(limits.velocityMps / velocityMps(bedLph, pipe.boreMm)));
    const beds = Math.min(byFriction, bySpeed);
    return { pipe, byFriction, bySpeed, beds, middleBeds: 2 * beds, runs: Math.floor(beds * runsPerBed) };
  });
}
