import { velocityMps } from '../hydraulics/friction';
import { lossAcross, type LinkSpec } from '../hydraulics/network';
import type { FullPlan, PipePiece } from '../plan';
import { mediumOf } from './intake';
import { surgeOf, type BlockResult, type FarmResults } from './results';

/** Speed of the water in each piece of a block's header, m/s, and in the pipe to its far end if there is one. */
export function headerSpeeds({ built, solution }: FarmResults, block: BlockResult): number[] {
  const speed = (link: LinkSpec, lph: number): number =>
    link.kind === 'pipe' ? velocityMps(Math.abs(lph), link.diameterMm) : 0;
  return [
    ...block.built.header.map((p) => speed(p.link, solution.linkLph[built.linkAt(p.link)])),
    ...block.built.ties.map((t) => speed(t.link, solution.tieLph[built.tieAt(t.link)])),
  ];
}

/** A stretch of a header of one bore at work: what the fastest of its pieces does. */
export interface StretchResult {
  pipe: PipePiece;
  lengthM: number;
  /** Beyond the header: the pipe beside it to its far end. */
  second: boolean;
  flowLph: number;
  velocityMps: number;
  frictionKpa: number;
  surgeKpa: number;
}

/** A block's header stretch by stretch, from left to right, and the pipe to its far end if there is one. */
export function headerStretches(
  plan: FullPlan,
  { built, solution }: FarmResults,
  block: BlockResult,
): StretchResult[] {
  const medium = mediumOf(plan);
  const found: StretchResult[] = [];
  const add = (pipe: PipePiece, link: LinkSpec, lph: number, second: boolean): void => {
    if (link.kind !== 'pipe') return;
    const flowLph = Math.abs(lph);
    const speed = velocityMps(flowLph, pipe.boreMm);
    const frictionKpa = lossAcross(link, flowLph, medium);
    const last = found.at(-1);
    if (last && last.pipe === pipe && last.second === second) {
      last.lengthM += link.lengthM;
      last.frictionKpa += frictionKpa;
      if (speed <= last.velocityMps) return;
      last.flowLph = flowLph;
      last.velocityMps = speed;
      last.surgeKpa = surgeOf(pipe, speed);
    } else {
      const surgeKpa = surgeOf(pipe, speed);
      found.push({ pipe, lengthM: link.lengthM, second, flowLph, velocityMps: speed, frictionKpa, surgeKpa });
    }
  };
  const inOrder = [...block.built.header].sort((a, b) => a.header - b.header || a.atM - b.atM);
  for (const p of inOrder) add(p.pipe, p.link, solution.linkLph[built.linkAt(p.link)], false);
  for (const t of block.built.ties)
    add(block.built.layout.block.header.second, t.link, solution.tieLph[built.tieAt(t.link)], true);
  return found;
}
