import { KPA_PER_M } from '../hydraulics/water';
import { riseAlong } from '../layout';
import { piecesTo } from './blockNetwork';
import { kpaAt, type BlockResult, type FarmResults } from './results';

/** What a block's header takes between its feed and the take-off that loses most to friction. */
export interface HeaderLoss {
  feedKpa: number;
  frictionKpa: number;
  riseM: number;
  lengthM: number;
  takeOff: number;
  /** Header friction over all friction from the feed to the weakest emitter. */
  shareOfBlockLoss: number;
}

/** Friction along a header to its worst take-off, its rise set apart. */
export function headerLoss(results: FarmResults, block: BlockResult): HeaderLoss {
  const { built, feedKpa } = block;
  const friction = built.takeOffs.map(
    (node, i) => feedKpa - kpaAt(results, node) - built.takeOffRiseM[i] * KPA_PER_M,
  );
  const takeOff = friction.reduce((worst, f, i) => (f > friction[worst] ? i : worst), 0);
  let shareOfBlockLoss = 0;
  if (block.weakest >= 0) {
    const w = results.runs[block.weakest];
    const atWeakest = friction[w.run.takeOff];
    const runFriction = Math.max(0, w.inletKpa - w.minKpa - riseAlong(w.run, w.run.lengthM) * KPA_PER_M);
    if (atWeakest + runFriction > 0) shareOfBlockLoss = atWeakest / (atWeakest + runFriction);
  }
  return {
    feedKpa,
    frictionKpa: friction[takeOff] ?? 0,
    riseM: built.takeOffRiseM[takeOff] ?? 0,
    lengthM: piecesTo(built, takeOff).reduce((sum, i) => sum + built.header[i].lengthM, 0),
    takeOff,
    shareOfBlockLoss,
  };
}
