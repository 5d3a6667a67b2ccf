import { msg } from '../../language';
import { headerLoss } from '../../network';
import { limitsOf } from '../../plan';
import type { Found } from '../finding';
import { findingKind, isOver, percent, sameBlock } from '../kind';
import { all, fewerAtOnce, lowerFlow, middleFeed, widerHeader } from '../offers';
import type { State } from '../states';

type Said = { share: number; boreMm: number; flowLph: number; shareOfBlock: number };

/**
 * Friction in a header takes too great a share of the pressure that there would be at its worst take-off without it.
 * Compensating drippers that all stay in their window do not feel it.
 */
export const headerSmall = findingKind({
  code: 'header-small',
  stage: 'pipework',
  find: ({ plan, results }: State): Found<Said>[] =>
    results.blocks.flatMap((block) => {
      const runs = results.runs
        .slice(block.firstRun, block.firstRun + block.runCount)
        .filter((r) => r.emitters > 0);
      if (runs.every((r) => r.run.tape.kind === 'compensating' && r.minKpa >= r.run.tape.minKpa)) return [];
      const loss = headerLoss(results, block);
      const limit = limitsOf(plan).headerShare * loss.feedKpa;
      if (!(loss.feedKpa > 0) || !isOver(loss.frictionKpa, limit)) return [];
      return {
        grade: 'mend',
        place: { kind: 'header', block: block.index },
        measured: loss.frictionKpa,
        limit,
        kind: 'pressure',
        says: {
          share: loss.frictionKpa / loss.feedKpa,
          boreMm: plan.blocks[block.index].header.boreMm,
          flowLph: block.flowLph,
          shareOfBlock: loss.shareOfBlockLoss,
        },
      };
    }),
  words: ({ measured, limit, says }, show) => ({
    title: msg`The header loses ${percent(says.share)} of its pressure to friction`,
    howMuch: msg`${show(measured, 'pressure')} is lost in a bore of ${show(says.boreMm, 'bore')} at ${show(says.flowLph, 'flow')}; up to ${show(limit, 'pressure')} is usual. It is ${percent(says.shareOfBlock)} of all that is lost in the block.`,
    why: msg`The far beds start with what the header leaves them.`,
    tries: [
      msg`water fewer beds at once`,
      msg`feed the header from its middle`,
      msg`use the next wider header`,
    ],
  }),
  compares: {
    holds: 'Σh ≤ s · p_feed',
    measured: msg`friction to the worst take-off`,
    limit: msg`acceptable`,
    source: 'headerShare',
  },
  brings: {
    'block-uneven': sameBlock,
    'fast-water': (effect, cause, state) => effect.place.kind === 'header' && sameBlock(effect, cause, state),
  },
  offers: all(fewerAtOnce, lowerFlow, middleFeed, widerHeader),
});
