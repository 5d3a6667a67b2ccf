import { KPA_PER_M } from '../hydraulics/water';
import type { PlanResults } from './results';

/** What the header takes between its feed and the take-off that loses most to friction. */
export interface HeaderLoss {
  feedKpa: number;
  frictionKpa: number;
  riseM: number;
  lengthM: number;
  takeOff: number;
  /** Header friction over all friction from the feed to the weakest emitter. */
  shareOfBlockLoss: number;
}

/** Friction along the header to its worst take-off, its rise set apart. */
export function headerLoss(results: PlanResults): HeaderLoss {
  const { built, solved, layout, runs, weakest } = results;
  const nodeM = new Map(built.network.nodes.map((n) => [n.id, n.elevationM]));
  const feedKpa = solved.nodes[built.feedNode];
  const feedM = nodeM.get(built.feedNode)!;
  const friction = built.takeOffNodes.map(
    (node) => feedKpa - solved.nodes[node] - (nodeM.get(node)! - feedM) * KPA_PER_M,
  );
  const takeOff = friction.reduce((worst, f, i) => (f > friction[worst] ? i : worst), 0);
  const w = runs[weakest];
  const atWeakest = friction[layout.takeOffsM.indexOf(w.run.xM)];
  const runFriction = w.inletKpa - w.minKpa - w.run.slope * w.run.lengthM * KPA_PER_M;
  return {
    feedKpa,
    frictionKpa: friction[takeOff],
    riseM: nodeM.get(built.takeOffNodes[takeOff])! - feedM,
    lengthM: Math.abs(layout.takeOffsM[takeOff] - layout.header.feedXM),
    takeOff,
    shareOfBlockLoss: atWeakest + runFriction > 0 ? atWeakest / (atWeakest + Math.max(0, runFriction)) : 0,
  };
}
