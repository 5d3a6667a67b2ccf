import type { FarmResults } from '../network';
import type { FullPlan } from '../plan';
import { allowanceHigh } from './findings/allowanceHigh';
import { backflowWeak, noBackflow } from './findings/backflow';
import { backupJoins } from './findings/backupJoins';
import { bedsUnlike } from './findings/bedsUnlike';
import { blockUneven } from './findings/blockUneven';
import { boosterLimits, boosterStarved } from './findings/boosterFindings';
import { burstAtRest } from './findings/burstAtRest';
import { emitterOver } from './findings/emitterOver';
import { emittersDry } from './findings/emittersDry';
import { emitterUnder } from './findings/emitterUnder';
import { endsUnlike } from './findings/endsUnlike';
import { farmUneven } from './findings/farmUneven';
import { fastWater } from './findings/fastWater';
import { flowShort } from './findings/flowShort';
import {
  filterAboveSeparator,
  injectorAboveBackflow,
  injectorBelowFilter,
  noGauges,
} from './findings/headOrder';
import { headerSmall } from './findings/headerSmall';
import { laneCrossed } from './findings/laneCrossed';
import { tapeCurved, tapePecked, wearsOut } from './findings/laying';
import { mainEats } from './findings/mainEats';
import { materialUneven } from './findings/materialUneven';
import { materialWater } from './findings/materialWater';
import { noFootValve } from './findings/noFootValve';
import { noRelief } from './findings/noRelief';
import { noVent } from './findings/noVent';
import { flowOverRating, flowUnderRating, needsPressure } from './findings/partFlow';
import { overRated, surge } from './findings/ratings';
import { regulatorRange } from './findings/regulatorRange';
import { regulatorStarved } from './findings/regulatorStarved';
import { regulatorUphill } from './findings/regulatorUphill';
import { runsUphill } from './findings/runsUphill';
import { runTooLong } from './findings/runTooLong';
import { setBedsGone } from './findings/setBedsGone';
import { shortWhenDirty } from './findings/shortWhenDirty';
import { puddles, runsFew, runsMany, spacingWide, stripsApart } from './findings/soilAndCrop';
import { suctionHigh } from './findings/suctionHigh';
import { neverStops, overYield, shortCycling } from './findings/switchFindings';
import { filterUnfit, noFilter, testedWet, waterAvoid } from './findings/waterAndFilter';
import { markConsequences } from './consequences';
import { FINDING_CODES, GRADES, type Check, type Finding } from './types';

const CHECKS: readonly Check[] = [
  burstAtRest,
  emitterOver,
  noRelief,
  flowShort,
  emittersDry,
  emitterUnder,
  suctionHigh,
  boosterStarved,
  boosterLimits,
  backupJoins,
  noBackflow,
  injectorAboveBackflow,
  overRated,
  needsPressure,
  neverStops,
  shortCycling,
  overYield,
  regulatorStarved,
  regulatorRange,
  injectorBelowFilter,
  filterAboveSeparator,
  noFilter,
  filterUnfit,
  flowOverRating,
  flowUnderRating,
  mainEats,
  headerSmall,
  runTooLong,
  materialUneven,
  materialWater,
  tapeCurved,
  blockUneven,
  backflowWeak,
  regulatorUphill,
  farmUneven,
  shortWhenDirty,
  allowanceHigh,
  runsUphill,
  setBedsGone,
  bedsUnlike,
  spacingWide,
  stripsApart,
  runsFew,
  runsMany,
  puddles,
  tapePecked,
  wearsOut,
  surge,
  fastWater,
  noVent,
  endsUnlike,
  noFootValve,
  testedWet,
  noGauges,
  laneCrossed,
  waterAvoid,
];

/**
 * All that is found on a solved plan: gravest first, within a grade in the order of the codes.
 * @param checkpoint called between checks; what it throws ends them
 */
export function findAll(plan: FullPlan, results: FarmResults, checkpoint?: () => void): Finding[] {
  const rank = (f: Finding): number =>
    GRADES.indexOf(f.grade) * FINDING_CODES.length + FINDING_CODES.indexOf(f.code);
  const found = CHECKS.flatMap((check) => {
    checkpoint?.();
    return check(plan, results);
  });
  return markConsequences(found, plan, results).sort((a, b) => rank(a) - rank(b));
}
