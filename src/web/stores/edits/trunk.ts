import type { Draft } from 'immer';
import type { FarmLayout, LaidMain } from '../../../core/layout';
import { lastSplitter } from '../../../core/network';
import { HEAD, type Plan, type StatedBlock } from '../../../core/plan';
import type { PlanStore } from './bound';
import { freshId } from './fields';

/** A tee stands so far from either end of its piece at least, as shares: fittings need their room. */
const LEAST_SHARE = 0.05;
const MOST_SHARE = 0.95;

/** The place on the mains that is nearest to a point: on which piece, and how far along it. */
function nearestOn({ mains }: FarmLayout, [x, y]: readonly [number, number]) {
  let best: { laid: LaidMain; share: number; m: number } | undefined;
  for (const laid of mains) {
    if (laid.ring || laid.lengthM === 0) continue;
    const { start, end } = laid;
    const [dx, dy] = [end.xM - start.xM, end.yM - start.yM];
    const along = ((x - start.xM) * dx + (y - start.yM) * dy) / (dx * dx + dy * dy || 1);
    const share = Math.max(LEAST_SHARE, Math.min(MOST_SHARE, along));
    const m = Math.hypot(x - start.xM - share * dx, y - start.yM - share * dy);
    if (!best || m < best.m) best = { laid, share, m };
  }
  return best;
}

/**
 * Leads a new block's main to the nearest place of those that are there, by a tee, where that is nearer than the head: one trunk, not
 * a pipe of its own all the way. Hoses of a splitter or a timer with outlets leave from there, each for itself.
 */
export function joinTrunk(
  plan: PlanStore,
  draft: Draft<Plan>,
  block: Draft<StatedBlock>,
  at: readonly [number, number],
): void {
  if (lastSplitter(plan.full.head)) return;
  const near = nearestOn(plan.laid, at);
  const { head } = plan.laid;
  if (!near || near.m >= Math.hypot(at[0] - head.xM, at[1] - head.yM)) return;
  const { laid, share } = near;
  const owner = draft.tees?.find((t) => t.id === laid.to) ?? draft.blocks.find((b) => b.id === laid.to);
  if (!owner) return;
  const id = freshId(draft.tees ?? [], 'tee');
  const between = (a: number, b: number): number => Number((a + (b - a) * share).toFixed(2));
  const { from } = (owner.main ??= {});
  // What lies beyond the straight line, and fittings, stay with the piece that had them.
  const piece = structuredClone({ ...owner.main });
  delete piece.extraM;
  delete piece.minorK;
  (draft.tees ??= []).push({
    id,
    xM: between(laid.start.xM, laid.end.xM),
    yM: between(laid.start.yM, laid.end.yM),
    ...(plan.full.ground.heights.length > 0 ? {} : { heightM: between(laid.start.zM, laid.end.zM) }),
    main: { ...piece, from: from ?? HEAD },
  });
  owner.main.from = id;
  block.main = { ...(owner.main.pipe && { pipe: owner.main.pipe }), from: id };
}
